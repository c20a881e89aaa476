/** Dragging a part to another place in the tree: before, after or into the one it is held over. */
import { type DragEvent, useState } from "react";

export type Where = "before" | "after" | "inside";

export function useDrag(drop: (part: string, where: Where, target: string) => void) {
  const [moving, setMoving] = useState<string | null>(null);
  const [over, setOver] = useState<{ part: string; where: Where } | null>(null);
  const whereOn = (event: DragEvent): Where => {
    const box = event.currentTarget.getBoundingClientRect();
    const share = (event.clientY - box.top) / box.height;
    return share < 0.3 ? "before" : share > 0.7 ? "after" : "inside";
  };
  return {
    mark: (part: string): string => (over?.part === part && moving !== part ? `drop-${over.where}` : ""),
    handlers: (part: string) => ({
      draggable: true,
      onDragStart: (event: DragEvent) => {
        event.dataTransfer.effectAllowed = "move";
        setMoving(part);
      },
      onDragOver: (event: DragEvent) => {
        if (!moving) return;
        event.preventDefault();
        const where = whereOn(event);
        if (over?.part !== part || over.where !== where) setOver({ part, where });
      },
      onDrop: (event: DragEvent) => {
        event.preventDefault();
        if (moving) drop(moving, whereOn(event), part);
        setMoving(null);
        setOver(null);
      },
      onDragEnd: () => {
        setMoving(null);
        setOver(null);
      },
    }),
  };
}
