/** Everything that a page's script can make of it: from the page as loaded, each act in each way the page can then be. */
import * as acorn from "acorn";
import { disableable } from "../../cascade";
import type { Asked, Effect } from "./reading";
import {
  answered,
  check,
  closeDialog,
  isCheckable,
  isModal,
  keyOfStore,
  NotUnderstood,
  type PageElement,
  Reading,
  type ScriptPage,
  type Store,
} from "./reading";

/** A script, or the text of an `onclick`, as it stands in the markup. */
export interface Script {
  text: string;
  line: number;
  /** For an attribute: the part that has it, and the event. */
  at?: { part: string; type: string };
}

/** What a person or the clock does. */
export type Act =
  | { is: "click" | "pointer down" | "pointer up"; target: string }
  | { is: "pointer enter" | "pointer leave" | "focus enters" | "focus leaves" | "motion ended"; target: string }
  | { is: "key"; key: string; target: string; up: boolean }
  /** Over a distance, on the way down or back; `at` is where the page is then. */
  | { is: "scroll past" | "scroll back"; distance: number; at: number }
  | { is: "in view" | "out of view"; target: string; ratio: number }
  | { is: "answer"; request: string; ok: boolean }
  | { is: "timer"; timer: string };
/** One of several ways that an act can go, told by a number that counts. */
export interface Branch {
  /** An expression; empty for all else. */
  when: string;
  to: number;
  effects: readonly Effect[];
  /** What becomes of the number, as an action; empty where it stays. */
  assign: string;
}
export interface Outcome {
  to: number;
  effects: readonly Effect[];
  whole: boolean;
  branches?: readonly Branch[];
}
export interface Explored {
  stores: readonly Store[];
  /** Effects of loading. */
  loaded: readonly Effect[];
  acts: readonly Act[];
  /** By act, then by store; undefined where it cannot be done then. */
  outcomes: readonly (readonly (Outcome | undefined)[])[];
  timers: ReadonlyMap<string, { ms: number; every: boolean; line: number }>;
  requests: ReadonlyMap<string, Asked>;
  listeners: readonly { line: number; type: string; on: string; read: boolean }[];
  notUnderstood: readonly { line: number; text: string }[];
  /** Variables that are numbers as the page is loaded, by their key in the store; and those that count without an end. */
  numbers: ReadonlyMap<string, number>;
  endless: ReadonlySet<string>;
  /** There are more ways to be than are looked at. */
  cut: boolean;
}

export const MAX_STORES = 64;
/** With numbers that count, of which each value is a way to be of its own while it is looked at. */
const MAX_WITH_NUMBERS = 640;
const MAX_VALUES = 130;
const MAX_TARGETS = 120;
const MAX_DISTANCES = 8;
/** So much is gone through in all: some seconds. */
const MAX_TAKEN = 400_000;
const keyNames =
  "Escape Enter Tab ArrowUp ArrowDown ArrowLeft ArrowRight Home End PageUp PageDown Backspace Delete".split(" ");
const heard: Record<string, Act["is"]> = {
  click: "click",
  mousedown: "pointer down",
  pointerdown: "pointer down",
  mouseup: "pointer up",
  pointerup: "pointer up",
  keydown: "key",
  keyup: "key",
  mouseenter: "pointer enter",
  pointerenter: "pointer enter",
  mouseover: "pointer enter",
  mouseleave: "pointer leave",
  pointerleave: "pointer leave",
  mouseout: "pointer leave",
  focus: "focus enters",
  focusin: "focus enters",
  blur: "focus leaves",
  focusout: "focus leaves",
  transitionend: "motion ended",
  animationend: "motion ended",
  submit: "click",
  toggle: "click",
  close: "click",
  change: "click",
  input: "click",
  cancel: "key",
};

export function explore(page: ScriptPage, scripts: readonly Script[], left: ReadonlySet<number>): Explored {
  const { reading, keys } = load(page, scripts);
  reading.listeners = reading.listeners.filter((l) => !left.has(l.line));
  // A page that hears of the pointer hears of fingers by it, too.
  const pointed = reading.listeners.some((l) => /^pointer |^click$/.test(heard[l.type] ?? ""));
  for (const l of reading.listeners)
    if (pointed && /^touch(start|end|cancel)$/.test(l.type)) reading.readLines.add(l.line);
    else if (isTyped(l) || (!heard[l.type] && l.type !== "scroll" && l.type !== "in view"))
      reading.notUnderstood.set(`${l.line} ${l.type}`, { line: l.line, text: `what listens for “${l.type}”` });
  const loaded = [...reading.effects];
  const acts = actsOf(page, reading, keys, left);
  const stores: Store[] = [page.tidy(new Map(reading.store))];
  const pending: Set<string>[] = [new Set(startedBy(loaded))];
  const index = new Map([[keyOfStore(stores[0]), 0]]);
  const outcomes: (Outcome | undefined)[][] = acts.map(() => []);
  const widths = new Widths();
  widths.more(stores[0]);
  let cut = false;
  const spent = (): number => reading.taken * (1 + stores[0].size / 50) + page.copied * 2 + reading.written * 4;
  // A timer may be under way in a way to be that was known without it: then it is gone through again.
  const queue = [0];
  while (queue.length) {
    if (spent() > MAX_TAKEN) {
      cut = true;
      break;
    }
    const at = queue.shift()!;
    for (const t of reading.timers.values())
      if (!left.has(t.line) && !acts.some((a) => a.is === "timer" && a.timer === t.name)) {
        acts.push({ is: "timer", timer: t.name });
        outcomes.push([]);
      }
    for (const q of reading.requests.values())
      if (!acts.some((a) => a.is === "answer" && a.request === q.name))
        for (const ok of [true, false]) {
          acts.push({ is: "answer", request: q.name, ok });
          outcomes.push([]);
        }
    acts.forEach((act, a) => {
      cut ||= spent() > MAX_TAKEN;
      if (cut || isNotYet(act, pending[at]) || isOff(page, act, stores[at])) return;
      const done = reading.act(stores[at], () => perform(reading, page, act, left));
      const key = keyOfStore(done.store);
      let to = index.get(key);
      if (to === undefined) {
        const more = widths.more(done.store);
        if (more === "endless") return;
        if (more === "cut" || stores.length >= MAX_WITH_NUMBERS) {
          cut = true;
          return;
        }
        to = stores.push(done.store) - 1;
        index.set(key, to);
        pending.push(new Set());
        queue.push(to);
      }
      outcomes[a][at] = { to, effects: done.effects, whole: done.whole };
      const running = [...pending[at]].filter(
        (t) =>
          !(act.is === "timer" && act.timer === t && !reading.timers.get(t)?.every) &&
          !(act.is === "answer" && t === `request ${act.request}`),
      );
      const after = new Set([...running, ...startedBy(done.effects)].filter((t) => !isCancelled(done.effects, t)));
      const before = pending[to].size;
      for (const t of after) pending[to].add(t);
      if (pending[to].size > before && !queue.includes(to)) queue.push(to);
      // What is new to ask is asked everywhere.
      if ("distance" in act && moreDistances(reading, acts, outcomes))
        for (const i of stores.keys()) if (!queue.includes(i)) queue.push(i);
    });
  }
  const listeners = [
    ...reading.listeners.map((l) => ({
      line: l.line,
      type: l.type,
      on: typeof l.on === "string" ? l.on : l.on.name,
      read: reading.readLines.has(l.line),
    })),
  ];
  return {
    stores,
    loaded,
    acts,
    outcomes,
    timers: reading.timers,
    requests: reading.requests,
    listeners,
    notUnderstood: [...reading.notUnderstood.values()].sort((a, b) => a.line - b.line),
    numbers: reading.numbers(),
    endless: widths.endless,
    cut,
  };
}

/** How many ways to be there are, apart from numbers; and how many values a number has. */
class Widths {
  private readonly apart = new Set<string>();
  private readonly values = new Map<string, Set<number>>();
  readonly endless = new Set<string>();

  /** @returns what stands against one more */
  more(store: Store): "endless" | "cut" | null {
    for (const [key, value] of store) {
      if (!key.startsWith("variable ") || typeof value !== "number") continue;
      const known = this.values.get(key) ?? new Set();
      this.values.set(key, known.add(value));
      if (known.size <= MAX_VALUES) continue;
      known.delete(value);
      this.endless.add(key);
      return "endless";
    }
    const plain = [...store].filter(([key, value]) => !(key.startsWith("variable ") && typeof value === "number"));
    this.apart.add(keyOfStore(new Map(plain)).replace(/\d+/g, "#"));
    return this.apart.size > MAX_STORES ? "cut" : null;
  }
}

/** What is typed or picked from a list is a person's own text; only what is checked is known here. */
const isTyped = ({ type, on }: { type: string; on: PageElement | string }): boolean =>
  /^(input|change)$/.test(type) &&
  (typeof on === "string" || /^(textarea|select)$/.test(on.tag) || (on.tag === "input" && !isCheckable(on)));

/** Whether what is checked matters to rules or scripts; where it does not, a page may have many to be checked. */
const checksMatter = (page: ScriptPage, source: string): boolean =>
  /:checked|\bchecked\b/.test(`${page.doc.page.css ?? ""} ${source}`) || /\b(change|input)\b/.test(source);

/** What is inert or disabled is neither clicked nor focused, in itself or with what is around it. */
function isOff(page: ScriptPage, act: Act, store: Store): boolean {
  if (!("target" in act) || "ratio" in act || act.is === "motion ended") return false;
  for (let e = page.named(act.target); e; e = e.parent)
    if (
      page.attribute(e, "inert", store) !== null ||
      (disableable.has(e.tag) && page.attribute(e, "disabled", store) !== null)
    )
      return true;
  return false;
}

/** Distances that scripts ask about: just over them, and just not, on the way down and back. */
function moreDistances(reading: Reading, acts: Act[], outcomes: (Outcome | undefined)[][]): boolean {
  const before = acts.length;
  // What asks for more, and what asks for as much.
  for (const n of [...reading.distances].slice(0, MAX_DISTANCES))
    for (const [distance, below, above] of [
      [n, Math.floor(n), Math.floor(n) + 1],
      [n - 0.01, Math.ceil(n) - 1, Math.ceil(n)],
    ]) {
      if (below < 0 || acts.some((a) => a.is === "scroll past" && a.distance === distance)) continue;
      acts.push({ is: "scroll past", distance, at: above }, { is: "scroll back", distance, at: below });
      outcomes.push([], []);
    }
  return acts.length > before;
}

/** Timers and requests that are under way from then on. */
const startedBy = (effects: readonly Effect[]): string[] =>
  effects.flatMap((e) => (e.do === "start" ? [e.timer] : e.do === "request" ? [`request ${e.request}`] : []));
const isNotYet = (act: Act, pending: ReadonlySet<string>): boolean =>
  (act.is === "timer" && !pending.has(act.timer)) || (act.is === "answer" && !pending.has(`request ${act.request}`));
const isCancelled = (effects: readonly Effect[], timer: string): boolean =>
  effects.findLast((e) => (e.do === "start" || e.do === "cancel") && e.timer === timer)?.do === "cancel";

function load(page: ScriptPage, scripts: readonly Script[]): { reading: Reading; keys: Set<string> } {
  const keys = new Set<string>();
  // Each at its line, so that what is said of them is said of the markup.
  let source = "";
  const attributes: Script[] = [];
  for (const s of scripts) {
    if (s.at) {
      attributes.push(s);
      continue;
    }
    const lines = source.split("\n").length;
    source += "\n".repeat(Math.max(source ? 1 : 0, s.line - lines)) + s.text;
  }
  const reading = new Reading(page, source);
  const note = (error: unknown, line: number): void => {
    const text = (error as Error).message.replace(/\s*\(\d+:\d+\)$/, "");
    reading.notUnderstood.set(`${line} ${text}`, { line, text });
  };
  const top = reading.scope(null);
  const parsed = parse(source);
  if ("error" in parsed) note(parsed.error, (parsed.error as { loc?: { line: number } }).loc?.line ?? 1);
  else {
    literals(parsed.program, keys);
    if (/\bshowModal\b/.test(source)) keys.add("Escape");
    reading.load(parsed.program, top);
  }
  for (const s of attributes) {
    const code = parse(`${"\n".repeat(Math.max(0, s.line - 1))}(function (event) { ${s.text}\n})`);
    if ("error" in code) {
      note(code.error, s.line);
      continue;
    }
    literals(code.program, keys);
    const statement = code.program.body[0] as acorn.ExpressionStatement;
    const e = page.named(s.at!.part);
    if (e)
      reading.listeners.push({
        on: e,
        type: s.at!.type,
        fn: {
          is: "function",
          node: statement.expression as acorn.FunctionExpression,
          scope: top,
          self: { is: "element", element: e },
        },
        line: s.line,
        once: false,
      });
  }
  return { reading, keys };
}

function parse(source: string): { program: acorn.Program } | { error: unknown } {
  const options = { ecmaVersion: "latest" as const, locations: true };
  try {
    return { program: acorn.parse(source, { ...options, sourceType: "script" }) };
  } catch (error) {
    try {
      return { program: acorn.parse(source, { ...options, sourceType: "module" }) };
    } catch {
      return { error };
    }
  }
}

/** Keys that a script names. */
function literals(node: unknown, keys: Set<string>): void {
  if (Array.isArray(node)) for (const n of node) literals(n, keys);
  else if (typeof node === "object" && node !== null) {
    const n = node as Record<string, unknown>;
    if (n.type === "Literal" && typeof n.value === "string") {
      if (keyNames.includes(n.value)) keys.add(n.value);
      else if (n.value === "Esc") keys.add("Escape");
      else if (n.value === "Space") keys.add(" ");
      else if (/^Key[A-Z]$/.test(n.value)) keys.add(n.value[3].toLowerCase());
      else if (n.value.length === 1 && /[\w /?]/.test(n.value)) keys.add(n.value);
    }
    for (const [key, value] of Object.entries(n)) if (key !== "loc") literals(value, keys);
  }
}

function actsOf(page: ScriptPage, reading: Reading, keys: ReadonlySet<string>, left: ReadonlySet<number>): Act[] {
  const out: Act[] = [];
  const types = new Set(reading.listeners.map((l) => l.type));
  const listens = (is: Act["is"]): boolean => [...types].some((t) => heard[t] === is);
  const native = page.elements.some((e) => e.tag === "details" || e.tag === "dialog" || isCheckable(e));
  const targets = ["body", ...page.elements.slice(0, MAX_TARGETS).map((e) => e.name)];
  for (const is of ["pointer down", "pointer up"] as const)
    if (listens(is)) for (const target of targets) out.push({ is, target });
  if (listens("click") || native) for (const target of targets) out.push({ is: "click", target });
  // A modal dialog closes on Escape whoever listens.
  const modal = keys.has("Escape") && page.elements.some((e) => e.tag === "dialog");
  if (listens("key") || modal) {
    const focusable = page.elements.filter(
      (e) => /^(a|button|input|select|textarea|summary)$/.test(e.tag) || "tabindex" in e.attributes,
    );
    for (const up of [false, true]) {
      const heardOf = types.has(up ? "keyup" : "keydown");
      if (!heardOf && (up || !modal)) continue;
      for (const key of heardOf ? keys : ["Escape"])
        for (const target of ["body", ...focusable.map((e) => e.name)]) out.push({ is: "key", key, target, up });
    }
  }
  for (const l of reading.listeners) {
    const is = heard[l.type];
    if (
      typeof l.on === "string" ||
      !is ||
      l.type === "in view" ||
      is === "click" ||
      is === "pointer down" ||
      is === "pointer up" ||
      is === "key" ||
      is === "timer"
    )
      continue;
    if (!out.some((a) => a.is === is && "target" in a && a.target === (l.on as PageElement).name))
      out.push({ is, target: l.on.name } as Act);
  }
  // The least that a page can be scrolled tells what its script asks about.
  if (types.has("scroll"))
    out.push({ is: "scroll past", distance: 0, at: 1 }, { is: "scroll back", distance: 0, at: 0 });
  for (const l of reading.listeners)
    if (l.type === "in view" && typeof l.on !== "string")
      for (const is of ["in view", "out of view"] as const) out.push({ is, target: l.on.name, ratio: l.ratio ?? 0 });
  for (const t of reading.timers.values()) if (!left.has(t.line)) out.push({ is: "timer", timer: t.name });
  return out;
}

/** Timers that handlers set come to be known while they are gone through. */
function perform(r: Reading, page: ScriptPage, act: Act, left: ReadonlySet<number>): void {
  if (act.is === "timer") {
    const timed = r.timers.get(act.timer)!;
    if (left.has(timed.line)) return;
    if (timed.every) r.effect({ do: "start", timer: act.timer });
    r.readLines.add(timed.line);
    r.attempt(timed.fn.node, () => r.call(timed.fn, []));
    return;
  }
  if (act.is === "answer") {
    const { promise, line } = r.requests.get(act.request)!;
    r.readLines.add(line);
    answered(r, promise, act.ok, (error) => {
      r.unsure = true;
      if (error instanceof NotUnderstood)
        r.notUnderstood.set(`${error.line ?? line} ${error.what}`, { line: error.line ?? line, text: error.what });
      else throw error;
    });
    return;
  }
  if ("distance" in act) {
    r.at = act.at;
    r.dispatch("scroll", null);
    return;
  }
  if ("ratio" in act) {
    for (const l of r.listeners)
      if (l.type === "in view" && typeof l.on !== "string" && l.on.name === act.target)
        r.observed(l, act.is === "in view");
    return;
  }
  const target = act.target === "body" ? page.body : page.named(act.target)!;
  if (act.is === "pointer down" || act.is === "pointer up") {
    for (const type of act.is === "pointer down" ? ["pointerdown", "mousedown"] : ["pointerup", "mouseup"])
      r.dispatch(type, target);
    return;
  }
  if (act.is === "click") {
    // What is checked is so before anybody hears of the click, and is not if somebody prevents it (DOM §2.9, activation).
    const toggles = isCheckable(target) && checksMatter(page, r.source);
    const before = new Map(r.store);
    const was = page.attribute(target, "checked", r.store) !== null;
    if (toggles) check(r, target, /^radio$/i.test(target.attributes.type) || !was);
    r.dispatch("click", target);
    if (!r.event?.prevented) {
      if (toggles && was !== (page.attribute(target, "checked", r.store) !== null))
        for (const type of ["input", "change"]) r.dispatch(type, target);
      byItself(r, page, target);
    } else if (toggles) check(r, target, before.get(`attribute ${target.name} checked`) === "" || was);
    return;
  }
  if (act.is === "key") {
    r.dispatch(act.up ? "keyup" : "keydown", target, act.key);
    if (act.key === "Escape" && !act.up && !r.event?.prevented) {
      const open = page.elements.filter((e) => isModal(r, e)).at(-1);
      if (open) {
        r.dispatch("cancel", open);
        if (!r.event?.prevented) closeDialog(r, open);
      }
    }
    return;
  }
  for (const [type, is] of Object.entries(heard)) if (is === act.is) r.dispatch(type, target);
}

/** What a browser does on a click when nobody prevents it. */
function byItself(r: Reading, page: ScriptPage, target: PageElement): void {
  const summary = page.closest("summary", target, r.store);
  const details = summary?.parent;
  if (
    details?.tag === "details" &&
    details.children.find((c) => typeof c !== "string" && c.tag === "summary") === summary
  ) {
    const open = page.attribute(details, "open", r.store) !== null;
    r.write(`attribute ${details.name} open`, open ? null : "");
    r.effect({ do: "prevent" });
    r.dispatch("toggle", details);
  }
  const submits = page.closest("button:not([type=button]):not([type=reset]), input[type=submit]", target, r.store);
  const form = submits && page.closest("form", submits, r.store);
  if (!form) return;
  r.dispatch("submit", form);
  const dialog = page.closest("dialog", form, r.store);
  if (dialog && (page.attribute(form, "method", r.store) ?? "").toLowerCase() === "dialog" && !r.event?.prevented)
    closeDialog(r, dialog);
}
