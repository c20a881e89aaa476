/** What lies on top where boxes are placed over one another: the core against Chromium's own hit test. */
import fc from "fast-check";
import { expect, it } from "vitest";
import { readHtml } from "../src/core/exchange";
import { compile, DOCUMENT } from "../src/core/program";
import { start } from "../src/core/run";
import { layoutOf } from "../src/core/surface";
import { ownPage } from "./own-page";

const page = ownPage({ width: 300, height: 3000 });

interface Node {
  kind: "words" | "flow" | "placed" | "cover";
  z: string;
  dim: boolean;
  inside: Node[];
}
const nodeAt = (depth: number): fc.Arbitrary<Node> =>
  fc.record({
    kind: fc.constantFrom<Node["kind"]>("words", "words", "flow", "placed", "cover"),
    z: fc.constantFrom("", "", "", "z-index: 0", "z-index: 1", "z-index: 2"),
    dim: fc.integer({ min: 0, max: 5 }).map((n) => n === 0),
    inside: depth ? fc.array(nodeAt(depth - 1), { maxLength: 3 }) : fc.constant([]),
  });

/** A cover lies over the box it stands in, which is placed for that; each box holds a line of words. */
function markup(nodes: readonly Node[], names: { n: number }): string {
  return nodes
    .map(({ kind, z, dim, inside }) => {
      const name = `b${names.n++}`;
      const words = `<p id="${name}">${name}</p>`;
      const more = dim ? "; opacity: 0.5" : "";
      if (kind === "words") return words;
      if (kind === "cover")
        return `<div id="${name}c" style="position: absolute; inset: 0; ${z}${more}">${words}</div>`;
      const placed = kind === "placed" || inside.some((i) => i.kind === "cover");
      const style = `${placed ? `position: relative; ${z}` : ""}${more}`;
      return `<section id="${name}s" style="${style}">${words}${markup(inside, names)}</section>`;
    })
    .join("");
}

it("agrees on what is hit first, in 150 random pages", async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(nodeAt(2), { minLength: 1, maxLength: 4 }), async (nodes) => {
      const html = `<main id="m" style="position: relative">${markup(nodes, { n: 0 })}</main>`;
      const read = readHtml(html, "Stack");
      if (!read.ok) throw new Error(read.message);
      const program = compile(read.doc);
      const layout = layoutOf(program, start(program).state);
      // What stands in a cover lies wherever that is; where, only a browser knows.
      const inCover = (index: number): boolean => program.parts[index].part.attributes?.id?.endsWith("c") ?? false;
      const words = program.parts.filter((p) => p.part.tag === "p" && !p.path.some(inCover));
      await page().setContent(`<!doctype html><style>p { margin: 0 }</style>${html}`);
      const hit = (await page().evaluate(
        (ids) =>
          ids.map((id) => {
            const box = document.getElementById(id)!.getBoundingClientRect();
            return document.elementFromPoint(box.x + box.width / 2, box.y + box.height / 2)?.id ?? "";
          }),
        words.map((p) => p.part.attributes!.id),
      )) as string[];
      words.forEach(({ index, part }, i) => {
        const top = layout.landing[index];
        const said = top === DOCUMENT ? "" : program.parts[top].part.attributes!.id;
        // Of what lies over a part only one thing can be said: whether something does.
        const isOwn = (id: string): boolean => id === part.attributes!.id;
        expect(`${part.attributes!.id} ${isOwn(said)}`, html).toBe(`${part.attributes!.id} ${isOwn(hit[i])}`);
      });
    }),
    { numRuns: 150, seed: 5 },
  );
});
