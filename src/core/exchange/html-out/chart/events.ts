/** The listeners of a delivered script: every row where its event comes from. */
import type { PointerEventName } from "../../../model";
import type { Program, RowInfo } from "../../../program";
import { element, expressionCode, indented, text } from "../code";

const domEvents: Record<PointerEventName, string> = {
  click: "click",
  "pointer down": "pointerdown",
  "pointer up": "pointerup",
  "pointer enter": "pointerenter",
  "pointer leave": "pointerleave",
};

export function listenerCode(program: Program): string[] {
  const lines: string[] = [];
  const lives = (row: RowInfo): boolean => row.cells.some(Boolean);
  const part = (p: number): string => element(program.parts[p].name);
  const names = (rows: readonly RowInfo[]): string =>
    rows
      .filter(lives)
      .map((r) => text(r.label))
      .join(", ");
  const listen = (on: string, event: string, body: string, more = ""): void => {
    lines.push(`${on}.addEventListener("${event}", (event) => {\n${indented(body)}\n}, { signal${more} });`);
  };
  for (const on of ["click", "pointer down", "pointer up"] as const) {
    const { at, outside, anywhere } = program.pointer[on];
    at.forEach((rows, p) => {
      const all = names(rows.map((r) => r.row));
      const inside = names(rows.filter((r) => r.scope === "inside").map((r) => r.row));
      if (!all) return;
      if (all === inside) listen(part(p), domEvents[on], `react(event, ${all});`);
      else
        listen(
          part(p),
          domEvents[on],
          `if (event.target === ${part(p)}) react(event, ${all});${inside ? `\nelse react(event, ${inside});` : ""}`,
        );
    });
    for (const o of outside) {
      if (lives(o.row))
        listen(
          "document",
          domEvents[on],
          `if (!${part(o.part)}.contains(event.target)) react(event, ${text(o.row.label)});`,
        );
    }
    if (names(anywhere)) listen("document", domEvents[on], `react(event, ${names(anywhere)});`);
  }
  for (const on of ["pointer enter", "pointer leave"] as const) {
    const { at, outside, anywhere } = program.pointer[on];
    const exact = on === "pointer enter" ? "pointerover" : "pointerout";
    const opposite = on === "pointer enter" ? "pointerleave" : "pointerenter";
    at.forEach((rows, p) => {
      for (const { row, scope } of rows) {
        if (!lives(row)) continue;
        if (scope === "exactly")
          listen(part(p), exact, `if (event.target === ${part(p)}) react(event, ${text(row.label)});`);
        else listen(part(p), domEvents[on], `react(event, ${text(row.label)});`);
      }
    });
    for (const o of outside) if (lives(o.row)) listen(part(o.part), opposite, `react(event, ${text(o.row.label)});`);
    if (names(anywhere)) listen("document", exact, `react(event, ${names(anywhere)});`);
  }
  keys(program, listen);
  for (const { row, part: p, enters } of program.focusRows) {
    if (lives(row))
      listen(
        part(p),
        enters ? "focusin" : "focusout",
        `if (!${part(p)}.contains(event.relatedTarget)) react(event, ${text(row.label)});`,
      );
  }
  for (const { row, part: p, ended } of program.motionRows) {
    if (!lives(row)) continue;
    const still = ended ? ` && !${part(p)}.getAnimations().some((a) => a.playState === "running")` : "";
    listen(
      part(p),
      ended ? "transitionend" : "transitioncancel",
      `if (event.target === ${part(p)}${still}) react(event, ${text(row.label)});`,
    );
  }
  const blur = names(program.plainRows.get("window blur") ?? []);
  if (blur) listen("window", "blur", `if (event.target === window) react(event, ${blur});`);
  return lines;
}

function keys(program: Program, listen: (on: string, event: string, body: string) => void): void {
  const places = new Map<string, string[]>();
  for (const { row, key: pressed, within, up } of program.keyRows) {
    if (!row.cells.some(Boolean)) continue;
    const place = within === null ? "document" : element(program.parts[within].name);
    const id = `${place} ${up ? "keyup" : "keydown"}`;
    const again = up ? "" : "!event.repeat && ";
    places.set(id, [
      ...(places.get(id) ?? []),
      `if (${again}keyOf(event) === ${text(pressed)}) react(event, ${text(row.label)});`,
    ]);
  }
  for (const [id, tests] of places) {
    const at = id.lastIndexOf(" ");
    listen(id.slice(0, at), id.slice(at + 1), tests.join("\n"));
  }
}

/** What the page shows and how large it is: asked at the start, and noticed when it changes. */
export function pageCode(program: Program): string[] {
  const lines: string[] = [];
  const lives = (r: { row: RowInfo }): boolean => r.row.cells.some(Boolean);
  const scrolls = program.scrollRows.filter(lives);
  if (scrolls.length) {
    const rows = scrolls.map((r) => `{ row: ${text(r.row.label)}, distance: ${text(r.distance)}, past: ${r.past} }`);
    lines.push(`const distances = [\n${indented(rows.join(",\n"))},\n];
function noticeScroll() {
  for (const d of distances) {
    const past = scrollY > pixels(d.distance, range());
    if (past === d.is) continue;
    d.is = past;
    if (past === d.past) react(null, d.row);
  }
}
addEventListener("scroll", noticeScroll, { signal, passive: true });
addEventListener("resize", noticeScroll, { signal });`);
  }
  const widths = program.widthRows.filter(lives);
  if (widths.length) {
    const rows = widths.map((r) => `{ row: ${text(r.row.label)}, width: ${text(r.width)}, above: ${r.above} }`);
    lines.push(`const widths = [\n${indented(rows.join(",\n"))},\n];
function noticeWidth() {
  for (const w of widths) {
    const above = innerWidth > pixels(w.width, innerWidth);
    if (above === w.is) continue;
    w.is = above;
    if (above === w.above) react(null, w.row);
  }
}
addEventListener("resize", noticeWidth, { signal });`);
  }
  const views = program.viewRows.filter(lives);
  if (views.length) {
    const rows = views.map((v) => {
      const watched = element(program.parts[v.part].name);
      return `{ row: ${text(v.row.label)}, part: ${watched}, ratio: ${v.ratio}, enters: ${v.enters} }`;
    });
    const thresholds = [...new Set([0, 0.001, ...views.map((v) => v.ratio), 1])].sort((a, b) => a - b);
    lines.push(`const views = [\n${indented(rows.join(",\n"))},\n];
// The share of an element's height that lies in the viewport.
function shareOf(element) {
  const { top, bottom, height } = element.getBoundingClientRect();
  const overlap = Math.min(bottom, innerHeight) - Math.max(top, 0);
  return height ? overlap / height : Number(overlap >= 0);
}
function noticeView() {
  for (const v of views) {
    const share = shareOf(v.part);
    const is = v.ratio ? share >= v.ratio - 0.0005 : share > 0;
    if (is === v.is) continue;
    v.is = is;
    if (is === v.enters) react(null, v.row);
  }
}
// One observer for all, so that what one scroll brings about comes in the order of the rows.
const watch = new IntersectionObserver(noticeView, { threshold: [${thresholds.join(", ")}] });
for (const v of views) watch.observe(v.part);
signal.addEventListener("abort", () => watch.disconnect());`);
  }
  const names = (k: string): string =>
    (program.plainRows.get(k) ?? [])
      .filter((r) => r.cells.some(Boolean))
      .map((r) => text(r.label))
      .join(", ");
  const [calm, lively] = [names("reduced motion on"), names("reduced motion off")];
  if (calm || lively) {
    lines.push(`const calm = matchMedia("(prefers-reduced-motion: reduce)");
calm.addEventListener("change", () => react(null, ...(calm.matches ? [${calm}] : [${lively}])), { signal });`);
  }
  return lines;
}

export function startCode(program: Program): string[] {
  const lives = (r: { row: RowInfo }): boolean => r.row.cells.some(Boolean);
  const names = (k: string): string =>
    (program.plainRows.get(k) ?? [])
      .filter((r) => r.cells.some(Boolean))
      .map((r) => text(r.label))
      .join(", ");
  const lines = ['transit([{ from: "always", to: states.always.start }]);', "states.always.begin?.();", "complete();"];
  if (program.becomesRows.some(lives)) lines.push("for (const b of becomes) b.held = b.when();");
  lines.push("show();");
  if (names("mounted")) lines.push(`react(null, ${names("mounted")});`);
  if (names("reduced motion on")) lines.push(`if (calm.matches) react(null, ${names("reduced motion on")});`);
  if (program.widthRows.some(lives)) lines.push("noticeWidth();");
  if (program.scrollRows.some(lives)) lines.push("noticeScroll();");
  if (program.viewRows.some(lives)) lines.push("noticeView();");
  return lines;
}

export function becomesTable(program: Program): string {
  const rows = program.becomesRows
    .filter((r) => r.row.cells.some(Boolean))
    .map((r) =>
      r.row.event.on === "becomes"
        ? `{ row: ${text(r.row.label)}, when: () => ${expressionCode(r.row.event.when)} }`
        : "",
    );
  return `const becomes = [${rows.join(", ")}];`;
}
