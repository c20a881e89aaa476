/** The cascade against the browser's: random trees, random sheets, and what a person does to them. */
import fc from "fast-check";
import { expect, it } from "vitest";
import { cascade, type Doing, mediaNow, readSheet, type StyledElement } from "../src/core/cascade";
import { sheet, type Tree, toHtml, tree } from "../src/core/testing/sheets";
import { ownPage } from "./own-page";

const WIDTH = 640;
const HEIGHT = 480;
const page = ownPage({ width: WIDTH, height: HEIGHT });

const initial: Record<string, string> = {
  visibility: "visible",
  opacity: "1",
  "pointer-events": "auto",
  position: "static",
  "z-index": "auto",
  "transition-duration": "0s",
  "transition-property": "all",
  color: "",
  "--t": "",
};
const inherited = new Set(["visibility", "pointer-events", "color", "--t"]);

function elementOf(t: Tree, parent: StyledElement, key: string, all: Map<string, StyledElement>): void {
  const attributes = {
    "data-n": key,
    ...(t.id ? { id: t.id } : {}),
    ...(t.classes.length ? { class: t.classes.join(" ") } : {}),
    ...t.attributes,
  };
  const e: StyledElement = { tag: t.tag, attributes, parent, children: [] };
  parent.children.push(e);
  all.set(key, e);
  for (const [i, c] of t.children.entries()) elementOf(c, e, `${key}-${i}`, all);
}

/** Computed values of the core, by element and property; a display that nobody declares is the browser's own affair. */
function core(trees: readonly Tree[], text: string, done: Readonly<Record<string, readonly string[]>>) {
  const html: StyledElement = { tag: "html", attributes: {}, parent: null, children: [] };
  html.children.push({ tag: "head", attributes: {}, parent: html, children: ["a style"] });
  const body: StyledElement = { tag: "body", attributes: {}, parent: html, children: [] };
  html.children.push(body);
  const all = new Map<string, StyledElement>();
  for (const [i, t] of trees.entries()) elementOf(t, body, String(i), all);
  const named = (key: string): StyledElement => (key === "html" ? html : key === "body" ? body : all.get(key)!);
  const doing: Doing = new Map(Object.entries(done).map(([name, keys]) => [name, new Set(keys.map(named))]));
  const read = readSheet(text);
  const media = mediaNow(read, { width: WIDTH, height: HEIGHT, reducedMotion: false });
  const out = new Map<StyledElement, Record<string, string>>();
  const visit = (e: StyledElement, up: Record<string, string>): void => {
    const rules = cascade(read, e, media, doing);
    const said: Record<string, string> = {};
    for (const p of ["display", ...Object.keys(initial)]) {
      const value = rules.get(p)?.value;
      const inherits = value === "inherit" || (inherited.has(p) && (value === undefined || value === "unset"));
      said[p] = inherits ? up[p] : (value ?? initial[p] ?? "");
    }
    // A browser's own sheet colours buttons.
    if (e.tag === "button" && !rules.has("color")) said.color = "";
    if (said.color === "var(--t)") said.color = said["--t"] || up.color;
    const inside = read.generated.before && cascade(read.generated.before, e, media, doing);
    said.before = inside?.get("content")?.value ?? "none";
    out.set(e, said);
    for (const c of e.children) if (typeof c !== "string") visit(c, said);
  };
  visit(html, { ...initial });
  return new Map([...all].map(([key, e]) => [key, out.get(e)!]));
}

it("agrees on 400 random pages, at rest, under the pointer and with the focus", async () => {
  let asked = 0;
  let generated = 0;
  const seen = new Set<string>();
  await fc.assert(
    fc.asyncProperty(fc.array(tree, { minLength: 1, maxLength: 3 }), sheet, fc.nat(), async (trees, text, at) => {
      const html = trees.map((t, i) => toHtml(t, String(i))).join("");
      await page().setContent(`<!doctype html><html><head><style>${text}\n</style></head><body>${html}</body></html>`);
      const keys = (await page().evaluate(() =>
        [...document.querySelectorAll("[data-n]")].map((e) => (e as HTMLElement).dataset.n!),
      )) as string[];
      const key = keys[at % keys.length];
      const spot = await page().evaluate((key) => {
        const e = document.querySelector<HTMLElement>(`[data-n="${key}"]`)!;
        e.focus();
        const { left, top, width, height } = e.getBoundingClientRect();
        return { x: left + width / 2, y: top + height / 2 };
      }, key);
      await page().mouse.move(Math.max(0, Math.min(WIDTH - 1, spot.x)), Math.max(0, Math.min(HEIGHT - 1, spot.y)));
      const { done, found } = await page().evaluate(
        (names) => {
          const keyOf = (e: Element): string => (e as HTMLElement).dataset.n ?? e.tagName.toLowerCase();
          const matching = (p: string): string[] => [...document.querySelectorAll(`:${p}`)].map(keyOf);
          const done = Object.fromEntries(["hover", "active", "focus", "focus-within"].map((p) => [p, matching(p)]));
          // What is on its way is not what the rules say; where it arrives, what inherits it may set out in turn.
          for (let round = 0; round < 10; round++) for (const motion of document.getAnimations()) motion.finish();
          const found = [...document.querySelectorAll<HTMLElement>("[data-n]")].map((e) => {
            const style = getComputedStyle(e);
            const said: Record<string, string> = {};
            for (const p of names) said[p] = style.getPropertyValue(p).trim();
            const isBoxed = e.checkVisibility() && e.localName !== "input";
            const before = isBoxed ? getComputedStyle(e, "::before").content : null;
            return [e.dataset.n!, said, before] as const;
          });
          return { done, found };
        },
        ["display", ...Object.keys(initial)],
      );
      for (const [name, keys] of Object.entries(done)) if (keys.length) seen.add(name);
      const mine = core(trees, text, done);
      for (const [key, theirs, before] of found) {
        const ours = mine.get(key)!;
        for (const p of Object.keys(initial)) {
          if (p === "color" && !ours.color) continue;
          asked++;
          expect(`${key} ${p}: ${ours[p]}`).toBe(`${key} ${p}: ${theirs[p]}`);
        }
        // In what is not drawn stands nothing, whatever rules say.
        if (before !== null) {
          if (ours.before !== "none") generated++;
          expect(`${key} ::before ${ours.before}`).toBe(`${key} ::before ${before}`);
        }
        if (ours.display) expect(`${key} ${ours.display === "none"}`).toBe(`${key} ${theirs.display === "none"}`);
      }
    }),
    { numRuns: Number(process.env.LIVELY_CASES ?? 400), seed: 12, endOnFailure: false },
  );
  expect(asked).toBeGreaterThan(5000);
  expect(generated).toBeGreaterThan(20);
  expect([...seen].sort()).toEqual(["focus", "focus-within", "hover"]);
});
