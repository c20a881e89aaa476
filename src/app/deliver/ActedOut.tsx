/** What a form of delivery was put through in real browsers, and when. */
import type { TargetKey } from "../../core/deliver";
import type { Acted } from "./acted";
import acted from "./acted-out.json";

const browsers: Record<string, string> = { chromium: "Chromium", firefox: "Firefox" };

export function ActedOut({ target }: { target: TargetKey }) {
  const mine = (acted as Acted[]).filter((r) => r.target === target);
  if (["chart", "component", "document", "suite"].includes(target)) return null;
  if (!mine.length) return <p>This form has not been acted out in a browser yet.</p>;
  return mine.map(({ engine, specifications: s, components: c }) => {
    const said = [
      ...(s ? [`${s.agreed} of ${s.of} random specifications`] : []),
      ...(c ? [`${c.agreed} of ${c.of} runs of ${c.components} components`] : []),
    ];
    const last = [s?.on, c?.on].filter((d) => d !== undefined).sort();
    return (
      <p key={engine}>
        In {browsers[engine]}, {said.join(" and ")} did as proved (
        {new Date(last[0]!).toLocaleDateString("en-GB", { dateStyle: "medium" })}).
      </p>
    );
  });
}
