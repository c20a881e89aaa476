/** CSS easing functions (CSS Easing 1): input progress 0…1 → output progress. */
import bezier from "bezier-easing";
import { own } from "../model";

export type Easing = (progress: number) => number;

const keywords: Record<string, [number, number, number, number]> = {
  ease: [0.25, 0.1, 0.25, 1],
  "ease-in": [0.42, 0, 1, 1],
  "ease-out": [0, 0, 0.58, 1],
  "ease-in-out": [0.42, 0, 0.58, 1],
};
export const easingNames: readonly string[] = ["linear", ...Object.keys(keywords), "step-start", "step-end"];

const known = new Map<string, Easing | null>();

/** @returns the function, or null when `text` is none: keywords, cubic-bezier(…), steps(…), linear(…) without hints. */
export function easing(text: string): Easing | null {
  const key = text.trim().toLowerCase().replace(/\s+/g, " ");
  let found = known.get(key);
  if (found === undefined) {
    found = parse(key);
    known.set(key, found);
  }
  return found;
}

function parse(key: string): Easing | null {
  if (key === "linear") return (t) => t;
  const named = own(keywords, key);
  if (named) return bezier(...named);
  if (key === "step-start") return steps(1, "jump-start");
  if (key === "step-end") return steps(1, "jump-end");
  const call = /^([a-z-]+)\((.*)\)$/.exec(key);
  if (!call) return null;
  const args = call[2].split(",").map((a) => a.trim());
  if (call[1] === "cubic-bezier") {
    const n = args.map(Number);
    if (n.length !== 4 || n.some(Number.isNaN) || n[0] < 0 || n[0] > 1 || n[2] < 0 || n[2] > 1) return null;
    return bezier(n[0], n[1], n[2], n[3]);
  }
  if (call[1] === "steps") {
    const n = Number(args[0]);
    const at = args[1] ?? "jump-end";
    const position = at === "start" ? "jump-start" : at === "end" ? "jump-end" : at;
    if (!Number.isInteger(n) || n < 1 || args.length > 2) return null;
    if (!["jump-start", "jump-end", "jump-none", "jump-both"].includes(position)) return null;
    if (position === "jump-none" && n < 2) return null;
    return steps(n, position);
  }
  if (call[1] === "linear") {
    const points = args.map(Number);
    if (points.length < 2 || points.some(Number.isNaN)) return null;
    return (t) => {
      const at = Math.min(Math.max(t, 0), 1) * (points.length - 1);
      const i = Math.min(Math.floor(at), points.length - 2);
      return points[i] + (points[i + 1] - points[i]) * (at - i);
    };
  }
  return null;
}

/** CSS Easing 1 §2.3. */
function steps(n: number, position: string): Easing {
  const jumps = position === "jump-none" ? n - 1 : position === "jump-both" ? n + 1 : n;
  const first = position === "jump-start" || position === "jump-both" ? 1 : 0;
  return (t) => {
    const at = Math.floor(t * n) + first;
    return Math.min(Math.max(at, 0), jumps) / jumps;
  };
}
