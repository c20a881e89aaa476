/** A style sheet as its author wrote it, read into rules: CSS Syntax 3, CSS Nesting 1, layers of CSS Cascading 5. */
import * as cssTree from "css-tree";
import { askersOf, type Said } from "./asking";
import { applies, type Medium, supported, takes } from "./conditions";
import { elementsOf, MOST_SELECTORS, nested, ranks } from "./nesting";
import { parseSheet } from "./parse";
import { type Asker, readGenerated, readSelector, type Side, type StyleSelector } from "./selectors";

export interface Declaration {
  property: string;
  value: string;
  important: boolean;
}
export interface StyleRule {
  /** Where it stands among the rules of the sheet. */
  order: number;
  /** Line of the sheet, from 1. */
  line: number;
  /** Its selectors as written. */
  text: string;
  selectors: readonly StyleSelector[];
  declarations: readonly Declaration[];
  /** Which of the sheet's media conditions must hold. */
  media: readonly number[];
  /** It says only from where what is drawn for the first time moves (CSS Transitions 2 §2.1, `@starting-style`). */
  starting: boolean;
  /** A later layer wins; what stands in none is the last (CSS Cascading 5 §6.4). */
  layer: number;
}
export interface Keyframe {
  /** 0 to 1 */
  at: number;
  declarations: readonly Declaration[];
  /** The timing function until the next one. */
  easing: string | null;
}
/** What a browser would pass over, or what is not counted here. */
export interface SheetRemark {
  line: number;
  text: string;
}
export interface Rules {
  rules: readonly StyleRule[];
}
export interface Sheet extends Rules {
  /** Rules of what stands before and after what elements hold, by those elements; null where none has anything to say there. */
  generated: Readonly<Record<Side, Rules | null>>;
  media: readonly { text: string; holds(medium: Medium): boolean }[];
  /** Some of its rules say from where something moves that is drawn for the first time. */
  starts: boolean;
  keyframes: ReadonlyMap<string, readonly Keyframe[]>;
  /** Attributes that selectors ask about, `class` and `id` among them. */
  attributes: ReadonlySet<string>;
  /** Classes that selectors name. */
  classes: ReadonlySet<string>;
  /** Properties that are declared. */
  properties: ReadonlySet<string>;
  /** What a person does that rules ask about which change what facts speak of; a colour under the pointer costs nothing. */
  doing: ReadonlySet<string>;
  /** Of which elements that is asked. */
  askers: readonly Asker[];
  remarks: readonly SheetRemark[];
}

/** Rules of browsers for elements that come and go (HTML §15.3.1, §15.3.3), in whatever layer they stand. */
export const COMING_AND_GOING =
  "dialog:not([open]) { display: none } details:not([open]) > :not(summary:first-of-type) { display: none !important }";

const known = new Map<string, Sheet>();
/** @param text the sheet; what is wrong in it is passed over as a browser does, and stands in `remarks` */
export function readSheet(text: string): Sheet {
  let sheet = known.get(text);
  if (!sheet) {
    sheet = new Reader().read(text);
    if (known.size > 200) known.clear();
    known.set(text, sheet);
  }
  return sheet;
}

interface Around {
  media: readonly number[];
  layer: string;
  starting: boolean;
  /** What `&` stands for; null outside of rules. */
  parent: string | null;
}
/** Properties that facts speak of: there a value that a browser drops must be dropped. */
const checked =
  /^(display|visibility|opacity|pointer-events|position|z-index|transform|translate|scale|rotate|transition|transition-.+|animation|animation-.+|content-visibility)$/;

/** What decides whether something stands there, and what it says. */
const ofGenerated = /^(content|display|visibility|float|position|--.+)$/;
type Unranked = Omit<StyleRule, "layer"> & { layerName: string };
interface Selected {
  /** Of elements, and of what stands before and after what they hold. */
  elements: StyleSelector[];
  before: StyleSelector[];
  after: StyleSelector[];
}

class Reader {
  private readonly rules: Unranked[] = [];
  private readonly generated: Record<Side, Unranked[]> = { before: [], after: [] };
  private readonly media: { text: string; holds(medium: Medium): boolean }[] = [];
  private readonly keyframes = new Map<string, Keyframe[]>();
  private readonly layers: string[] = [];
  private readonly remarks: SheetRemark[] = [];
  private readonly attributes = new Set<string>();
  private readonly classes = new Set<string>();
  private readonly properties = new Set<string>();
  /** Selectors that ask what a person does, with what their rules say then. */
  private readonly asking: Said[] = [];
  private starts = false;
  private unnamed = 0;
  private line = 1;
  private source = "";

  read(text: string): Sheet {
    this.source = text;
    const options = {
      positions: true,
      onParseError: (e: { line: number; message: string }) => this.remark(`not understood: ${e.message}`, e.line),
    };
    const tree = parseSheet(text, options);
    this.list(tree.children, { media: [], layer: "", starting: false, parent: null });
    const rank = ranks(this.layers);
    const askers = askersOf(this.rules, this.asking);
    const ranked = (rules: readonly Unranked[]): StyleRule[] =>
      rules.map(({ layerName, ...rule }) => ({ ...rule, layer: rank.get(layerName) ?? rank.size }));
    const says = (rules: readonly Unranked[]): Rules | null =>
      rules.some((r) => r.declarations.some((d) => d.property === "content")) ? { rules: ranked(rules) } : null;
    return {
      rules: ranked(this.rules),
      generated: { before: says(this.generated.before), after: says(this.generated.after) },
      media: this.media,
      starts: this.starts,
      keyframes: this.keyframes,
      attributes: this.attributes,
      classes: this.classes,
      properties: this.properties,
      doing: new Set(askers.map((a) => a.name)),
      askers,
      remarks: this.remarks,
    };
  }

  private remark(text: string, line = this.line): void {
    if (this.remarks.length < 100) this.remarks.push({ line, text });
  }

  private list(nodes: cssTree.List<cssTree.CssNode>, around: Around): void {
    nodes.forEach((node) => {
      if (node.loc) this.line = node.loc.start.line;
      if (node.type === "Rule") this.rule(node, around);
      else if (node.type === "Atrule") this.atrule(node, around);
      else if (node.type === "Raw" && node.value.trim()) this.raw(node.value, around);
    });
  }

  /** Nested rules that do not begin with a sign come unread. */
  private raw(text: string, around: Around): void {
    if (around.parent === null || !text.includes("{")) return;
    const nested = parseSheet(text, { positions: true }).children;
    // What no reading gets any further with is left.
    if (nested.toArray().every((n) => n.type === "Raw")) return;
    const { source, line } = this;
    this.source = text;
    this.list(nested, around);
    this.source = source;
    this.line = line;
  }

  /** A value in its author's words. */
  private written(node: cssTree.CssNode): string {
    const text = node.loc ? this.source.slice(node.loc.start.offset, node.loc.end.offset) : cssTree.generate(node);
    return text
      .replace(/\/\*[\s\S]*?\*\//g, " ")
      .replace(/\s+/g, " ")
      .trim();
  }

  private atrule(node: cssTree.Atrule, around: Around): void {
    const name = node.name.toLowerCase();
    const inside = (more: Partial<Around>): void => {
      if (!node.block) return;
      if (around.parent === null) this.list(node.block.children, { ...around, ...more });
      else this.block(node.block, around.parent, { ...around, ...more });
    };
    if (name === "media") {
      const { prelude } = node;
      const text = prelude ? cssTree.generate(prelude) : "all";
      let index = this.media.findIndex((m) => m.text === text);
      if (index < 0) index = this.media.push({ text, holds: (medium) => applies(prelude, medium) }) - 1;
      inside({ media: [...around.media, index] });
    } else if (name === "supports") {
      if (supported(node.prelude)) inside({});
    } else if (name === "starting-style") {
      this.starts = true;
      inside({ starting: true });
    } else if (name === "layer") this.layer(node, around, inside);
    else if (/^(-webkit-)?keyframes$/.test(name)) this.frames(node);
    else if (!/^(charset|font-face|property|counter-style|page|namespace|import|view-transition)$/.test(name))
      this.remark(`@${node.name} is kept, and not counted with here`);
  }

  /** What names no layers is no rule (CSS Cascading 5 §6.4.3). */
  private layer(node: cssTree.Atrule, around: Around, inside: (more: Partial<Around>) => void): void {
    const said = node.prelude ? cssTree.generate(node.prelude).trim() : "";
    if (said && cssTree.lexer.matchAtrulePrelude("layer", said).error)
      return this.remark(`@layer ${said} names no layer: browsers leave it out`);
    const names = said ? said.split(",") : [`#${this.unnamed++}`];
    if (node.block && names.length > 1)
      return this.remark(`@layer ${said} has rules for several layers: browsers leave it out`);
    const full = names.map((n) => (around.layer ? `${around.layer}.${n.trim()}` : n.trim()));
    for (const one of full) {
      const steps = one.split(".");
      for (let i = 1; i <= steps.length; i++) {
        const name = steps.slice(0, i).join(".");
        if (!this.layers.includes(name)) this.layers.push(name);
      }
    }
    inside({ layer: full[0] });
  }

  private frames(node: cssTree.Atrule): void {
    const name = node.prelude ? cssTree.generate(node.prelude).replace(/^["']|["']$/g, "") : "";
    const frames: Keyframe[] = [];
    node.block?.children.forEach((rule) => {
      if (rule.type !== "Rule") return;
      const declarations = this.declarations(rule.block, false).filter((d) => !d.important);
      const easing = declarations.find((d) => d.property === "animation-timing-function")?.value ?? null;
      for (const word of cssTree.generate(rule.prelude).split(",")) {
        const at = word === "from" ? 0 : word === "to" ? 1 : Number.parseFloat(word) / 100;
        if (at >= 0 && at <= 1) frames.push({ at, declarations, easing });
      }
    });
    this.keyframes.set(
      name,
      frames.sort((a, b) => a.at - b.at),
    );
  }

  private rule(node: cssTree.Rule, around: Around): void {
    if (node.prelude.type !== "SelectorList") {
      this.remark(`not understood: ${cssTree.generate(node.prelude).slice(0, 60)}`);
      return;
    }
    const text = nested(node.prelude, around.parent);
    if (text.includes("::details-content"))
      return this.remark("what ::details-content says is kept, and not counted with here");
    if (text.length > MOST_SELECTORS)
      return this.remark("rules nested so often that their selectors fill pages are kept, and not counted with here");
    this.block(node.block, text, around);
  }

  /** A rule's declarations and what is nested in it. */
  private block(block: cssTree.Block, selectors: string, around: Around): void {
    const { line } = this;
    const read = this.selectors(selectors);
    // A rule that is dropped takes what is nested in it along.
    if (!read) return;
    const declarations = this.declarations(block, true);
    const asking = read.elements.filter((s) => s.asks.length);
    if (asking.length) this.asking.push({ selectors: asking, declarations });
    const text = selectors.replaceAll(",", ", ");
    const { media, starting, layer: layerName } = around;
    if (declarations.length) {
      const order = this.rules.length;
      this.rules.push({ order, line, text, selectors: read.elements, declarations, media, starting, layerName });
    }
    const said = starting ? [] : declarations.filter((d) => ofGenerated.test(d.property));
    for (const side of ["before", "after"] as const) {
      const [list, into] = [read[side], this.generated[side]];
      if (!list.length || !said.length) continue;
      if (list.some((s) => s.asks.length) && said.some((d) => !d.property.startsWith("--")))
        this.remark(
          "what stands in an element only while it is pointed at or has the focus has no say in its name here",
        );
      into.push({ order: into.length, line, text, selectors: list, declarations: said, media, starting, layerName });
    }
    this.list(block.children, { ...around, parent: elementsOf(selectors) });
  }

  /** Null where one of them is wrong: a list is not forgiving (Selectors 4 §4.1). */
  private selectors(text: string): Selected | null {
    try {
      const list = cssTree.parse(text, { context: "selectorList" }) as cssTree.SelectorList;
      const out: Selected = { elements: [], before: [], after: [] };
      for (const s of list.children.toArray()) {
        if (s.type !== "Selector") continue;
        const read = readSelector(s);
        if (read) out.elements.push(read);
        const generated = read ? null : readGenerated(s);
        if (generated) out[generated.side].push(generated.selector);
      }
      cssTree.walk(list, (n) => {
        if (n.type === "ClassSelector") this.classes.add(cssTree.ident.decode(n.name));
        if (n.type === "ClassSelector") this.attributes.add("class");
        if (n.type === "IdSelector") this.attributes.add("id");
        if (n.type === "AttributeSelector") this.attributes.add(n.name.name.toLowerCase());
        if (n.type === "PseudoClassSelector")
          for (const a of behind[n.name.toLowerCase()] ?? []) this.attributes.add(a);
      });
      return out;
    } catch (error) {
      this.remark(`a browser drops “${text.slice(0, 60)}”: ${(error as Error).message}`);
      return null;
    }
  }

  private declarations(block: cssTree.Block, noting: boolean): Declaration[] {
    const out: Declaration[] = [];
    block.children.forEach((n) => {
      if (n.type !== "Declaration") return;
      const property = n.property.startsWith("--") ? n.property : n.property.toLowerCase();
      const value = this.written(n.value);
      if (checked.test(property) && !takes(property, n.value)) {
        this.remark(`a browser drops “${property}: ${value.slice(0, 40)}”`, n.loc?.start.line ?? this.line);
        return;
      }
      if (noting) this.properties.add(property);
      out.push({ property, value, important: n.important !== false });
    });
    return out;
  }
}

/** Attributes that decide about a pseudo-class. */
const behind: Record<string, readonly string[]> = {
  disabled: ["disabled"],
  enabled: ["disabled"],
  checked: ["checked", "selected", "type", "disabled", "multiple", "size"],
  indeterminate: ["value", "checked", "name", "type"],
  "placeholder-shown": ["placeholder", "value", "type"],
  required: ["required", "type"],
  optional: ["required", "type"],
  "read-only": ["readonly", "disabled", "type", "contenteditable"],
  "read-write": ["readonly", "disabled", "type", "contenteditable"],
  open: ["open"],
  link: ["href"],
  "any-link": ["href"],
  // A label takes its control along.
  hover: ["for", "id", "type"],
  active: ["for", "id", "type"],
  "focus-visible": ["type", "contenteditable"],
};
