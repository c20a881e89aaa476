/** What a form of delivery was put through in real browsers, and when. */
import type { TargetKey } from "../../core/deliver";
import runs from "./acted-out.json";

interface Run {
  target: string;
  engine: string;
  specifications: number;
  agreed: number;
  on: string;
}

const browsers: Record<string, string> = { chromium: "Chromium", firefox: "Firefox" };

export function ActedOut({ target }: { target: TargetKey }) {
  const mine = (runs as Run[]).filter((r) => r.target === target);
  if (["chart", "component", "document", "suite"].includes(target)) return null;
  if (!mine.length) return <p>This form has not been acted out in a browser yet.</p>;
  return mine.map((r) => (
    <p key={r.engine}>
      {r.agreed} of {r.specifications} random specifications did the same in {browsers[r.engine]} as in the proof (
      {new Date(r.on).toLocaleDateString("en-GB", { dateStyle: "medium" })}).
    </p>
  ));
}
