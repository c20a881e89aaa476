/** Builds small components from the short notation; for tests, here and in the browser journeys. */
import { type Names, parseEvent, parseFocusRule, parseLook, parseReaction, rowKind } from "../expression";
import {
  allStates,
  type Component,
  type Datum,
  emptyComponent,
  type Part,
  partNames,
  readComponentValue,
  type Scenario,
  type StateNode,
} from "../model";

export interface Sketch {
  parts: Part[];
  states: (string | StateNode)[];
  data?: Datum[];
  tokens?: Record<string, string>;
  requests?: Component["requests"];
  page?: Partial<Component["page"]>;
  initial?: string;
  /** part → state → look cell */
  looks?: Record<string, Record<string, string>>;
  /** state → focus cell */
  focus?: Record<string, string>;
  /** event → state → reaction cell */
  reactions?: Record<string, Record<string, string>>;
  scenarios?: Scenario[];
}

function must<T>(parsed: { ok: true; value: T } | { ok: false; message: string }): T {
  if (!parsed.ok) throw new Error(parsed.message);
  return parsed.value;
}

/** @throws where a cell or a name is wrong: a test that cannot be read must not pass */
export function component(sketch: Sketch): Component {
  const states = sketch.states.map((s) => (typeof s === "string" ? { name: s } : s));
  const base: Component = { ...emptyComponent("Test"), parts: sketch.parts, states, data: sketch.data ?? [] };
  const names: Names = {
    parts: partNames(base),
    states: allStates(base).map((s) => s.state.name),
    data: base.data,
    requests: (sketch.requests ?? []).map((r) => r.name),
  };
  const cells = <T>(row: Record<string, string>, parse: (text: string) => T | undefined): Record<string, T> =>
    Object.fromEntries(
      Object.entries(row).flatMap(([state, text]) => {
        const value = parse(text);
        return value === undefined ? [] : [[state, value]];
      }),
    );
  const doc: Component = {
    ...base,
    page: { ...base.page, ...sketch.page },
    ...(sketch.tokens ? { tokens: Object.entries(sketch.tokens).map(([name, value]) => ({ name, value })) } : {}),
    ...(sketch.requests ? { requests: sketch.requests } : {}),
    ...(sketch.initial ? { initial: sketch.initial } : {}),
    looks: Object.entries(sketch.looks ?? {}).map(([part, row]) => ({
      part,
      in: cells(row, (t) => must(parseLook(t, names))),
    })),
    focus: cells(sketch.focus ?? {}, (t) => must(parseFocusRule(t, names))),
    reactions: Object.entries(sketch.reactions ?? {}).map(([text, row]) => {
      const event = must(parseEvent(text, names));
      return { event, in: cells(row, (t) => must(parseReaction(t, names, rowKind(event)))) };
    }),
    scenarios: sketch.scenarios ?? [],
  };
  const read = readComponentValue(doc);
  if (!read.ok) throw new Error(read.problems.map((p) => `${p.path} ${p.message}`).join("; "));
  return read.doc;
}

export const button = (name: string, more: Partial<Part> = {}): Part => ({
  name,
  tag: "button",
  content: [name],
  ...more,
});
export const box = (name: string, content: Part["content"] = [], more: Partial<Part> = {}): Part => ({
  name,
  tag: "div",
  content,
  ...more,
});

/** A dialog inside its backdrop, which dismisses it on any click: the fault that F3 is about. */
export const bubblingDialog = (over: Partial<Sketch> = {}): Component =>
  component({
    parts: [
      button("trigger"),
      box(
        "backdrop",
        [
          box(
            "dialog",
            [
              { name: "title", tag: "h2", attributes: { id: "t" }, content: ["Title"] },
              { name: "body", tag: "p", content: ["Some words"] },
              button("close"),
            ],
            {
              attributes: { role: "dialog", "aria-modal": "true", "aria-labelledby": "t" },
            },
          ),
        ],
        { covers: "viewport", layer: 1 },
      ),
    ],
    states: ["closed", "open"],
    looks: { trigger: { open: "inert" }, backdrop: { closed: "not displayed", open: "shown" } },
    focus: { open: "→ close; held in dialog", closed: "→ back" },
    reactions: {
      "click trigger": { closed: "open" },
      "click close": { open: "closed" },
      "click backdrop": { open: "closed" },
      "press Escape": { closed: "ignored", open: "closed" },
    },
    ...over,
  });

/** Declarations as a person writes them. */
export const css = (text: string): Record<string, string> =>
  Object.fromEntries(
    text
      .split(";")
      .filter((d) => d.trim())
      .map((d) => d.split(/:(.*)/).map((w) => w.trim())),
  );
