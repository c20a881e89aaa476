/** SCXML into a document (W3C recommendation of 1 September 2015). What is outside is named with its line. */
import type { Names } from "../../expression";
import {
  type Action,
  type Branch,
  type Component,
  componentSchema,
  type EventSpec,
  emptyComponent,
  isEventDescriptor,
  isName,
  isStateName,
  type Loaded,
  nameRule,
  own,
  type Problem,
  type Reaction,
  readComponentValue,
  type StateNode,
} from "../../model";
import { ContentReader } from "./content-in";
import { ExpressionReader, type Say } from "./expressions-in";
import { RowBuilder } from "./rows";
import { type Element, LIVELY, limits, parseXml, placeOf, SCXML } from "./xml";

interface RawState {
  node: StateNode;
  element: Element;
  parent: RawState | null;
}
/** States times rows: beyond it a chart is not one that a person works on. */
const MOST_CELLS = 30_000_000;
const isScxml = (e: Element): boolean => e.ns === SCXML || e.ns === "";
const stateElements = new Set(["state", "parallel", "final", "history"]);
const refused: Record<string, string> = {
  invoke: "invoke starts another service, and there are none here",
  script: "scripts are not run here",
  donedata: "events carry no data here",
};

/** True for text that looks like XML rather than JSON. */
export const looksLikeXml = (text: string): boolean => /^\uFEFF?\s*</.test(text);

/** @returns the document, or problems whose path is `line L, column C` */
export function readScxml(text: string): Loaded {
  const parsed = parseXml(text.replace(/^\uFEFF/, ""));
  if (!parsed.ok) return parsed;
  try {
    return new Reader(parsed.root).read();
  } catch (error) {
    if (error instanceof RangeError)
      return { ok: false, problems: [{ path: "the file", message: "is nested too deeply to be read" }] };
    throw error;
  }
}

class Reader {
  private readonly problems: Problem[] = [];
  private readonly places = new Map<string, Element>();
  private readonly states: RawState[] = [];
  private readonly say: Say = (e, message) => void this.problems.push({ path: placeOf(e), message });
  private unnamed = 0;

  constructor(private readonly root: Element) {}

  read(): Loaded {
    const { root } = this;
    if (root.name !== "scxml" || !isScxml(root)) {
      this.say(root, `this is <${root.name}>, not <scxml> of ${SCXML}`);
      return { ok: false, problems: this.problems };
    }
    const { datamodel, binding, version } = root.attributes;
    if (datamodel !== undefined && !["ecmascript", "null", ""].includes(datamodel)) {
      this.say(root, `datamodel="${datamodel}" is not known here; ecmascript and null are`);
    }
    if (version !== undefined && version !== "1.0") this.say(root, `version="${version}" is not 1.0`);
    if (binding === "late" && this.nestedData(root))
      this.say(root, 'binding="late" is not available: data begin with the chart');
    const nodes = this.statesIn(root, null);
    const expressions = new ExpressionReader(
      this.states.map((s) => s.node.name),
      this.say,
    );
    this.readData(root, expressions);
    const extra = this.ownDocument();
    const names = (): Names => ({
      parts: extra ? partNamesOf(extra) : [],
      states: this.states.map((s) => s.node.name),
      data: expressions.data,
      requests: ((extra?.requests as { name: string }[] | undefined) ?? []).map((r) => r.name),
    });
    const content = new ContentReader(expressions, names, this.say);
    const rows = new RowBuilder((extra?.events as EventSpec[] | undefined) ?? []);
    for (const s of this.states) this.readBehaviour(s, expressions, content, rows);
    if (rows.size * this.states.length > MOST_CELLS) {
      this.say(root, `${this.states.length} states and ${rows.size} different events: this chart is too large`);
    }
    if (this.problems.length) return { ok: false, problems: this.sorted() };
    const base = emptyComponent(root.attributes.name?.trim() || "Chart");
    const top = unwrapped(nodes, this.states);
    const doc: Component = {
      ...base,
      ...(extra?.document as object | undefined),
      data: expressions.data,
      ...(extra?.requests ? { requests: extra.requests as Component["requests"] } : {}),
      ...(top.wrapped ? (top.initial === undefined ? {} : { initial: top.initial }) : this.rootInitial()),
      states: top.states.length ? top.states : base.states,
      reactions: rows.rows(),
    };
    return this.validated(doc);
  }

  private sorted(): Problem[] {
    const at = (p: Problem): number => Number(/^line (\d+)/.exec(p.path)?.[1] ?? 0);
    return [...this.problems].sort((a, b) => at(a) - at(b)).slice(0, 50);
  }

  private validated(doc: Component): Loaded {
    const ordered = componentSchema.safeParse(doc);
    const read = readComponentValue(ordered.success ? ordered.data : doc);
    if (read.ok) return read;
    // The checks name paths of our document; the chart's reader knows lines.
    const problems = read.problems.map((p) => {
      const state = [...this.places.keys()]
        .sort((a, b) => b.length - a.length)
        .find((n) => p.path.includes(`.${n}`) || p.path.includes(`"${n}"`));
      const element = (state && this.places.get(state)) || this.root;
      return { path: placeOf(element), message: p.message };
    });
    return { ok: false, problems };
  }

  private rootInitial(): { initial?: string | string[] } {
    const names = this.root.attributes.initial?.split(/\s+/).filter(Boolean) ?? [];
    for (const n of names) if (!this.places.has(n)) this.say(this.root, `initial="${n}": there is no such state`);
    return names.length ? { initial: names.length === 1 ? names[0] : names } : {};
  }

  private nestedData(root: Element): boolean {
    const below = (e: Element): boolean => e.children.some((c) => c.name === "datamodel" || below(c));
    return root.children.some(below);
  }

  private statesIn(element: Element, parent: RawState | null): StateNode[] {
    const out: StateNode[] = [];
    for (const c of element.children) {
      if (!isScxml(c)) continue;
      if (own(refused, c.name)) this.say(c, `<${c.name}>: ${own(refused, c.name)}`);
      else if (stateElements.has(c.name)) out.push(this.state(c, parent));
      else if (!known.has(c.name)) this.say(c, `<${c.name}> is not an element of SCXML`);
      else if (!parent && !["datamodel"].includes(c.name)) this.say(c, `<${c.name}> cannot stand directly in <scxml>`);
    }
    return out;
  }

  private state(e: Element, parent: RawState | null): StateNode {
    let name = e.attributes.id?.trim();
    if (name === undefined || name === "") {
      do name = `state-${++this.unnamed}`;
      while (this.places.has(name));
    } else if (!isStateName(name))
      this.say(e, `id="${name}" is not a name: a letter or _, then letters, digits, _, - or .`);
    else if (name === "always" && e.own.root === undefined)
      this.say(e, `id="always" is kept for what holds in every state; name this state differently`);
    if (this.places.has(name)) this.say(e, `two states are named "${name}"`);
    this.places.set(name, e);
    const node: StateNode = { name };
    const raw: RawState = { node, element: e, parent };
    this.states.push(raw);
    if (e.name === "parallel" || e.name === "final") node.kind = e.name;
    if (e.name === "history") {
      const type = e.attributes.type ?? "shallow";
      if (type !== "shallow" && type !== "deep") this.say(e, `type="${type}": a history is shallow or deep`);
      node.kind = type === "deep" ? "deep history" : "history";
    }
    const inner = this.statesIn(e, raw);
    if (inner.length) node.states = inner;
    return node;
  }

  private readData(e: Element, expressions: ExpressionReader): void {
    for (const c of e.children) {
      if (!isScxml(c)) continue;
      if (c.name !== "datamodel") {
        if (stateElements.has(c.name)) this.readData(c, expressions);
        continue;
      }
      for (const d of c.children) {
        const { id, expr, src } = d.attributes;
        if (d.name !== "data") this.say(d, `<${d.name}> cannot stand in <datamodel>`);
        else if (src !== undefined) this.say(d, `src="${src}": nothing is loaded from elsewhere`);
        else if (id === undefined || !isName(id))
          this.say(d, `id="${id ?? ""}" is not a name for a datum: ${nameRule}`);
        else if (expressions.data.some((x) => x.name === id)) this.say(d, `two data are named "${id}"`);
        else if (d.children.length) this.say(d, "a datum here is a number, a text, true or false");
        else expressions.declare(id, expr ?? null, d.text, d);
      }
    }
  }

  private targets(e: Element, text: string | undefined): string[] {
    const names = (text ?? "").split(/\s+/).filter(Boolean);
    for (const n of names) {
      if (!this.places.has(n)) this.say(e, `“${n}”: there is no such state`);
    }
    return names;
  }

  private readBehaviour(
    { node, element, parent }: RawState,
    expressions: ExpressionReader,
    content: ContentReader,
    rows: RowBuilder,
  ): void {
    const children = (name: string): Element[] => element.children.filter((c) => isScxml(c) && c.name === name);
    const history = node.kind === "history" || node.kind === "deep history";
    if (history) {
      const [transition] = children("transition");
      if (transition) {
        const to = this.targets(transition, transition.attributes.target);
        if (!to.length) this.say(transition, "a history's transition needs a target");
        if (transition.own.generated === undefined) node.initial = to.length === 1 ? to[0] : to;
        const actions = content.block(transition);
        if (actions.length) node.initialActions = actions;
      }
      return;
    }
    const entry = content.blocks(children("onentry"));
    const exit = content.blocks(children("onexit"));
    if (entry.length) node.entry = entry;
    if (exit.length) node.exit = exit;
    this.readInitial(node, element, content);
    rows.begin(element.own.root === undefined ? node.name : "always");
    for (const t of children("transition")) {
      if (node.kind === "final") this.say(t, "a final state has no transitions");
      else this.transition(t, expressions, content, rows);
    }
    void parent;
  }

  private readInitial(node: StateNode, element: Element, content: ContentReader): void {
    const [initial] = element.children.filter((c) => isScxml(c) && c.name === "initial");
    const { initial: attribute } = element.attributes;
    if (node.kind === "parallel" || node.kind === "final" || !(node.states ?? []).length) {
      if (initial) this.say(initial, `${node.name} has no states to start in`);
      else if (attribute !== undefined) this.say(element, `${node.name} takes no initial state`);
      return;
    }
    if (initial && attribute !== undefined)
      this.say(initial, "give the initial state once, as an attribute or as an element");
    const transition = initial?.children.find((c) => c.name === "transition");
    if (initial && !transition) this.say(initial, "<initial> needs a <transition>");
    const at = transition ?? element;
    const names = this.targets(at, transition ? transition.attributes.target : attribute);
    if (
      transition &&
      (!names.length || transition.attributes.event !== undefined || transition.attributes.cond !== undefined)
    ) {
      this.say(transition, "the transition of <initial> has a target, and neither event nor cond");
    }
    if (names.length) node.initial = names.length === 1 ? names[0] : names;
    const actions: Action[] = transition ? content.block(transition) : [];
    if (actions.length) node.initialActions = actions;
  }

  private transition(t: Element, expressions: ExpressionReader, content: ContentReader, rows: RowBuilder): void {
    const { event, cond, target, type } = t.attributes;
    const spec: EventSpec =
      event === undefined ? { on: "automatic" } : { on: "own", event: event.trim().replace(/\s+/g, " ") };
    const fixed = t.own.row === undefined ? null : Number(t.own.row);
    if (event !== undefined && !isEventDescriptor(event.trim())) {
      this.say(t, `event="${event}" is not a list of event names`);
      return;
    }
    if (type !== undefined && type !== "internal" && type !== "external")
      this.say(t, `type="${type}": internal or external`);
    const to = this.targets(t, target);
    if (target !== undefined && !to.length) this.say(t, "target names no state");
    if (event === undefined && cond === undefined && !to.length) {
      this.say(t, "a transition needs at least one of event, cond and target");
    }
    const actions = content.block(t);
    const never = cond === undefined || t.own.ignored !== undefined || t.own.always !== undefined;
    const when = t.own.when ?? (never ? undefined : expressions.condition(cond, t));
    const branch: Branch = {
      ...(when === undefined ? {} : { when }),
      ...(to.length ? { to: to.length === 1 ? to[0] : to } : {}),
      ...(type === "internal" && to.length ? { internal: true as const } : {}),
      ...(actions.length ? { actions } : {}),
    };
    const nothing =
      t.own.taken === undefined && branch.to === undefined && branch.when === undefined && !actions.length;
    const cell: Reaction = nothing
      ? "ignored"
      : { ...(t.own.after === undefined ? {} : { after: t.own.after }), branches: [branch] };
    rows.add(spec, cell, fixed);
  }

  /** What our own export adds beside the chart. */
  private ownDocument(): Record<string, unknown> | null {
    const e = this.root.children.find((c) => c.ns === LIVELY && c.name === "document");
    if (!e) return null;
    try {
      return JSON.parse(e.text) as Record<string, unknown>;
    } catch {
      this.say(e, "what stands here is not JSON");
      return null;
    }
  }
}

const known = new Set([
  "datamodel",
  "onentry",
  "onexit",
  "transition",
  "initial",
  "history",
  "state",
  "parallel",
  "final",
]);

/** The state that our export puts around everything for what holds in every state. */
function unwrapped(
  nodes: StateNode[],
  states: readonly RawState[],
): { states: StateNode[]; wrapped: boolean; initial?: StateNode["initial"] } {
  const wrapper = states.find((s) => s.element.own.root !== undefined && s.parent === null);
  if (!wrapper) return { states: nodes, wrapped: false };
  const rest = nodes.filter((n) => n !== wrapper.node);
  const inner = [...(wrapper.node.states ?? [])];
  return {
    states: [...inner, ...rest],
    wrapped: true,
    ...(wrapper.node.initial === undefined ? {} : { initial: wrapper.node.initial }),
  };
}

const partNamesOf = (extra: Record<string, unknown>): string[] => {
  const out: string[] = [];
  const walk = (list: unknown): void => {
    for (const p of Array.isArray(list) ? list : []) {
      if (typeof p !== "object" || p === null) continue;
      out.push(String((p as { name: unknown }).name));
      walk((p as { content?: unknown }).content);
    }
  };
  walk((extra.document as { parts?: unknown } | undefined)?.parts);
  return out;
};

export { limits as scxmlLimits };
