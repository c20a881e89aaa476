/** Which columns are near what is seen: sheets with very many draw only those. */
import { type RefObject, useEffect, useState } from "react";
import type { ColumnBox } from "./Arcs";

/** First and last column that are near what is seen; null where all are drawn. */
export type Visible = { from: number; to: number } | null;
/** Sheets with more columns than this draw only those that are near what is seen. */
const MANY = 60;

export function useVisible(host: RefObject<HTMLDivElement | null>, boxes: readonly ColumnBox[]): Visible {
  const many = boxes.length > MANY;
  const [visible, setVisible] = useState<Visible>(many ? { from: 0, to: 10 } : null);
  useEffect(() => {
    const box = host.current;
    if (!many || !box) return setVisible(null);
    const look = (): void => {
      const [left, right] = [box.scrollLeft - 400, box.scrollLeft + box.clientWidth + 400];
      const from = Math.max(
        0,
        boxes.findIndex((b) => b.x + b.width > left),
      );
      const past = boxes.findIndex((b) => b.x > right);
      const to = past < 0 ? boxes.length - 1 : past;
      setVisible((v) => (v && v.from === from && v.to === to ? v : { from, to }));
    };
    look();
    box.addEventListener("scroll", look, { passive: true });
    return () => box.removeEventListener("scroll", look);
  }, [host, boxes, many]);
  return many ? visible : null;
}

export const isDrawn = (visible: Visible, c: number, selected: number): boolean =>
  visible === null || c === 0 || c === selected || (c >= visible.from && c <= visible.to);
