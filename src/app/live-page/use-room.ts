/** How much room an element has, as it changes. */
import { type RefObject, useEffect, useState } from "react";

/** @returns px; what was there before it was measured */
export function useRoom(element: RefObject<HTMLElement | null>): { width: number; height: number } {
  const [room, setRoom] = useState({ width: 330, height: 380 });
  useEffect(() => {
    const box = element.current;
    if (!box) return;
    const watch = new ResizeObserver(() => setRoom({ width: box.clientWidth, height: box.clientHeight }));
    watch.observe(box);
    return () => watch.disconnect();
  }, [element]);
  return room;
}
