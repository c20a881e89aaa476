/** The behaviour as a script that a reviewer can read: the kernel's modules that it needs, then the component's tables. */
import { everyAction, partsInBehaviour } from "../../model";
import type { Program } from "../../program";
import { indented } from "./code";
import { kernelSource } from "./kernel-source";
import { type Managed, managed } from "./looks-table";
import { conditionsOnStyle, livingValues } from "./style";
import { componentCode } from "./tables";

/** A feature of the kernel's host in a page, the module it is in, and what needs it. */
const features: readonly { name: string; module: string; needed(asked: Asked): boolean }[] = [
  { name: "looks", module: "dom/looks", needed: (a) => a.looks || a.conditions || a.living },
  { name: "focus", module: "dom/focus", needed: (a) => a.focus || a.looks },
  { name: "pointer", module: "dom/pointer", needed: (a) => a.on("click", "pointer down", "pointer up") },
  { name: "hover", module: "dom/pointer", needed: (a) => a.on("pointer enter", "pointer leave") },
  { name: "keys", module: "dom/keys", needed: (a) => a.on("key") },
  { name: "hold", module: "dom/focus", needed: (a) => a.holds },
  { name: "focusEvents", module: "dom/surroundings", needed: (a) => a.on("focus enters", "focus leaves") },
  { name: "motions", module: "dom/surroundings", needed: (a) => a.on("motion ended", "motion interrupted") },
  { name: "blur", module: "dom/surroundings", needed: (a) => a.on("window blur") },
  { name: "conditions", module: "dom/surroundings", needed: (a) => a.page },
  { name: "calm", module: "dom/surroundings", needed: (a) => a.on("reduced motion") },
  { name: "widths", module: "dom/measures", needed: (a) => a.on("width above", "width below") },
  { name: "distances", module: "dom/measures", needed: (a) => a.on("scroll past", "scroll back") },
  { name: "views", module: "dom/measures", needed: (a) => a.on("in view", "out of view") },
  { name: "scrolling", module: "dom/doing", needed: (a) => a.does("scroll") },
  { name: "announcing", module: "dom/doing", needed: (a) => a.does("announce") },
  { name: "requesting", module: "dom/doing", needed: (a) => a.does("request") },
  { name: "logging", module: "dom/doing", needed: (a) => a.does("log") },
];

interface Asked {
  looks: boolean;
  conditions: boolean;
  /** Style values with data in them. */
  living: boolean;
  focus: boolean;
  holds: boolean;
  /** Some expression asks about the page. */
  page: boolean;
  on(...kinds: string[]): boolean;
  does(...actions: string[]): boolean;
}

function askedBy({ doc }: Program, looks: readonly Managed[], conditions: readonly string[]): Asked {
  const kinds = new Set<string>(doc.reactions.filter((r) => Object.keys(r.in).length).map((r) => r.event.on));
  const done = new Set<string>(everyAction(doc).map((a) => a.do));
  return {
    looks: looks.length > 0,
    conditions: conditions.length > 0,
    living: livingValues(doc).length > 0,
    focus: Object.keys(doc.focus).length > 0 || done.has("focus"),
    holds: Object.values(doc.focus).some((f) => f.within !== undefined),
    page: /page\.(width|height|scroll|reducedMotion)/.test(
      JSON.stringify([doc.parts, doc.looks, doc.reactions, doc.states]),
    ),
    on: (...list) => list.some((k) => kinds.has(k)),
    does: (...list) => list.some((a) => done.has(a)),
  };
}

/** The modules with all that they need, each after those it needs. */
function inOrder(wanted: readonly string[]): string[] {
  const out: string[] = [];
  const add = (name: string): void => {
    if (out.includes(name) || !kernelSource[name]) return;
    for (const need of kernelSource[name].needs) add(need);
    out.push(name);
  };
  for (const name of wanted) add(name);
  return out;
}

export function script(program: Program): string {
  const { doc } = program;
  const looks = managed(program);
  const conditions = conditionsOnStyle(doc);
  const asked = askedBy(program, looks, conditions);
  const needed = features.filter((f) => f.needed(asked));
  const modules = inOrder(["dom/mount", ...needed.map((f) => f.module)]);
  const parts = new Set([...looks.map((m) => m.part.name), ...partsInBehaviour(doc)]);
  const names = program.parts.map((p) => p.name).filter((n) => parts.has(n));
  const body = [
    "// Lively State kernel 1, MIT: what states, events and looks mean. The component itself stands at the end.",
    ...modules.map((m) => kernelSource[m].text),
    "// The component.",
    `const component = ${componentCode(program, names, looks, conditions)};`,
    `mount(document.body, component, [${needed.map((f) => f.name).join(", ")}]);`,
  ];
  return `(() => {\n${indented(body.join("\n\n"))}\n})();`;
}
