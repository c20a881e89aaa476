/** The component at an instant as a tree of elements: what a page has to show. */
import { allParts, type Component, type Part } from "../model";
import { classesWith, compile, DOCUMENT, looksAt, type PartIndex, type Program } from "../program";
import { layoutOf } from "./layout";
import { envOf, type Moment } from "./moment";
import { currentValue } from "./motion/motion";
import { isHold, valueAt } from "./motion/track";
import { restingLooks } from "./resting";

export interface RenderedPart {
  name: string;
  tag: string;
  attributes: Record<string, string>;
  style: Record<string, string>;
  content: (string | RenderedPart)[];
}

/** Visually hidden, but in the document and in the Tab order. */
export const movedOutStyle: Readonly<Record<string, string>> = {
  position: "absolute",
  width: "1px",
  height: "1px",
  overflow: "hidden",
  "clip-path": "inset(50%)",
  "white-space": "nowrap",
};

/** Attributes that the look decides, whatever the markup says. */
const decided = new Set(["hidden", "inert", "disabled", "style"]);

export function render(program: Program, moment: Moment): RenderedPart[] {
  const layout = layoutOf(program, moment);
  const looks = looksAt(program, moment.pose);
  const env = envOf(program, moment);
  const one = (p: PartIndex): RenderedPart => {
    const info = program.parts[p];
    const look = looks[p];
    const attributes: Record<string, string> = {};
    for (const [name, value] of info.attributes) if (!decided.has(name)) attributes[name] = value.run(env);
    for (const [name, value] of look.attributes) {
      if (value === null) delete attributes[name];
      else if (!decided.has(name)) attributes[name] = value.run(env);
    }
    if (program.checkable.parts.has(p)) {
      if (moment.checked.includes(p)) attributes.checked = "";
      else delete attributes.checked;
    }
    if (look.inert) attributes.inert = "";
    if (look.disabled) attributes.disabled = "";
    if (!look.exposed) attributes["aria-hidden"] = "true";
    else if (attributes["aria-hidden"] === "true") delete attributes["aria-hidden"];
    if (look.classes.size) {
      const classes = classesWith(attributes.class ?? "", look.classes);
      if (classes) attributes.class = classes;
      else delete attributes.class;
    }
    const style: Record<string, string> = { ...look.own };
    if (info.part.layer !== undefined && style["z-index"] === undefined) style["z-index"] = String(info.part.layer);
    if (look.pointer !== null && look.saysPointer) style["pointer-events"] = look.pointer ? "auto" : "none";
    Object.assign(style, presenceStyle(layout.as[p]));
    // Its animations are drawn at the clock's time; the page's own would run besides.
    if (look.animations.length) style.animation = "none";
    for (const { frames } of look.animations)
      for (const property of Object.keys(frames)) style[property] = currentValue(program, moment, p, property) ?? "";
    for (const track of moment.tracks)
      if (track.part === p && !isHold(track) && !track.animation) style[track.property] = valueAt(track, moment.now);
    const content: RenderedPart["content"] = [];
    if (look.text) content.push(look.text.run(env));
    else {
      for (const c of info.content) {
        if (typeof c !== "number") content.push(c.run(env));
        else if (layout.present[c]) content.push(one(c));
      }
    }
    return { name: info.name, tag: info.part.tag, attributes, style, content };
  };
  const top = program.parts.filter((p) => p.parent === DOCUMENT && layout.present[p.index]);
  const { blocks = [] } = program.doc.page;
  const inBlocks = blocks.map((b): RenderedPart => {
    const inside = top.filter((p) => p.part.area?.block === b.name).map((p) => one(p.index));
    const style = { position: "relative", height: b.height };
    return { name: `block ${b.name}`, tag: "div", attributes: { "data-block": b.name }, style, content: inside };
  });
  return [...inBlocks, ...top.filter((p) => !p.part.area).map((p) => one(p.index))];
}

const replaced = new Set(
  "img input textarea select video audio canvas iframe object embed svg meter progress table".split(" "),
);

const withMargins = new Set("blockquote dd dl fieldset figure h1 h2 h3 h4 h5 h6 hr input menu ol p pre ul".split(" "));

/** How the parts that lie in blocks are positioned at the start, whoever says so. */
function positionsIn(doc: Component): ReadonlyMap<string, string> {
  const out = new Map<string, string>();
  if (!doc.page.blocks?.length) return out;
  const program = compile(doc);
  const looks = restingLooks(program, program.states.find((s) => s.atomic)?.index ?? 0);
  for (const { index, name } of program.parts) if (looks[index].css.position) out.set(name, looks[index].css.position);
  return out;
}

/** A part in its block, where its area says; what is fixed or sticky keeps its own way. */
function areaStyle({ area, tag }: Part, position: string | undefined): Record<string, string> {
  if (!area || position === "fixed") return {};
  if (position === "sticky") return area.height === undefined ? {} : { height: area.height };
  // The area is where it lies, without what browsers leave around such elements.
  const margin: Record<string, string> = withMargins.has(tag) ? { margin: "0" } : {};
  const across = { position: "absolute", left: "0", right: "0", top: area.top ?? "0", ...margin };
  if (area.height !== undefined) return { ...across, height: area.height };
  // What is replaced, and a table, is not stretched between two edges (CSS Positioned Layout 3 §4.3).
  const height = { height: area.top === undefined ? "100%" : `calc(100% - ${area.top})`, "box-sizing": "border-box" };
  return replaced.has(tag) ? { ...across, ...height } : { ...across, bottom: "0" };
}

/** The style sheet of a component before any look: tokens, where parts lie, then the rules as their author wrote them. */
export function baseSheet(doc: Component): string {
  const positions = positionsIn(doc);
  const tokens = (doc.tokens ?? []).map((t) => `  ${t.name}: ${t.value};`);
  const root = tokens.length ? [`:root {\n${tokens.join("\n")}\n}`] : [];
  const rules = allParts(doc).flatMap(({ part }) => {
    const lines = Object.entries(areaStyle(part, positions.get(part.name))).map(
      ([property, value]) => `  ${property}: ${value};`,
    );
    return lines.length ? [`[data-part="${part.name}"] {\n${lines.join("\n")}\n}`] : [];
  });
  // Blocks lie one under the other from the very top.
  if (doc.page.blocks?.length) root.push("body {\n  margin: 0;\n}");
  return [...root, ...rules, ...(doc.page.css ? [doc.page.css.trim()] : [])].join("\n");
}

/** How each way of being there is written in CSS. */
export function presenceStyle(as: string): Readonly<Record<string, string>> {
  switch (as) {
    case "transparent":
      return { opacity: "0" };
    case "hidden":
      return { visibility: "hidden" };
    case "not displayed":
      return { display: "none" };
    case "moved out":
      return movedOutStyle;
    default:
      return {};
  }
}
