/** Everyday faults planted into the demo's components, wherever they can be planted: each is found. */

import { describe, expect, it } from "vitest";
import { demoComponents } from "../../../demo";
import type { Component, Reaction } from "../../model";
import { setFocusRule, setReaction } from "../../model";
import { compile } from "../../program";
import { initialValue, stateText } from "../../surface";
import { atMost, oneIn } from "../../testing/depth";
import { listens, type Planted, planting, without } from "../../testing/planting";
import { type Finding, playScenario, proveNow, type RuleId } from "..";

const demo = demoComponents.map((d) => d.load());
const { cells, looks, parts, one, flashing, racing, oldEndings, noWayBack, looping, askedTwice } = planting(demo);

/** Proved once, asked twice. */
const known = new WeakMap<Component, readonly Finding[]>();
function findingsOf(doc: Component): readonly Finding[] {
  const found = known.get(doc) ?? proveNow(doc, { situations: 1500 }).findings;
  known.set(doc, found);
  return found;
}

/** Controls without which keys do the same: Escape closes, arrows switch, one scrolls to the top. */
const otherwise = new Set([
  "Change-crossing dialog: close",
  "Change-crossing dialog: cancel",
  "Deck photos: close",
  "Outbound / return: switch",
  "Back to timetable top: up",
]);

const planted: [rule: RuleId, what: string, list: Planted[], least: number][] = [
  [
    "F1",
    "an unseen part that takes clicks or the Tab key",
    looks((l) =>
      l.as === "not displayed" || l.as === "hidden" || l.as === "absent"
        ? without(without({ ...l, as: "transparent" as const }, "inert"), "pointer")
        : null,
    ),
    20,
  ],
  [
    "F2",
    "a control takes no pointer",
    looks((l, part, d) =>
      l.as === undefined && listens(d, part) && !l.inert && !l.disabled ? { ...l, pointer: false } : null,
    ),
    5,
  ],
  [
    "F3",
    "a backdrop listens to what is inside",
    one("Change-crossing dialog", (d) => ({
      ...d,
      reactions: d.reactions.map((r) =>
        r.event.on === "click" && r.event.scope === "exactly"
          ? { ...r, event: { ...r.event, scope: "inside" as const } }
          : r,
      ),
    })),
    1,
  ],
  [
    "F4",
    "a release that is not heard",
    [1, 2, 3].flatMap((row) => one("Hold to give up a seat", (d) => setReaction(d, row, "holding", "ignored"))),
    3,
  ],
  ["F5", "no way back", noWayBack(), 23],
  [
    "F6",
    "aria-expanded in one state only",
    looks((l) =>
      l.attributes?.["aria-expanded"] === "true" ? { ...l, attributes: without(l.attributes, "aria-expanded") } : null,
    ),
    2,
  ],
  [
    "F7",
    "a focus that nobody moves",
    demo.flatMap((d) =>
      Object.keys(d.focus).map((s): Planted => [`${d.name}: ${s}`, { ...d, focus: without(d.focus, s) }]),
    ),
    7,
  ],
  [
    "F8",
    "a dialog without a name",
    parts((p) =>
      p.attributes?.["aria-labelledby"] && p.attributes.role === "dialog"
        ? { ...p, attributes: without(p.attributes, "aria-labelledby") }
        : null,
    ),
    1,
  ],
  [
    "F8",
    "a dialog that does not hold the focus",
    ["opening", "open"].flatMap((s) =>
      one("Change-crossing dialog", (d) => setFocusRule(d, s, without(d.focus[s], "within"))),
    ),
    2,
  ],
  [
    "F9",
    "a reference to nothing",
    parts((p) =>
      p.attributes?.["aria-controls"] ? { ...p, attributes: { ...p.attributes, "aria-controls": "nowhere" } } : null,
    ),
    5,
  ],
  [
    "F10",
    "a tick past the end",
    [
      ...one("Boarding countdown", (d) =>
        setReaction(d, 0, "waiting", {
          after: "1s",
          branches: [{ actions: [{ do: "assign", data: "left", value: "left - 1" }] }],
        }),
      ),
    ],
    1,
  ],
  [
    "F11",
    "a delay that is not its motion's",
    ["opening", "closing"].flatMap((s) =>
      one("Change-crossing dialog", (d) =>
        setReaction(d, 6, s, { after: "200ms", branches: [{ to: s === "opening" ? "open" : "closed" }] }),
      ),
    ),
    2,
  ],
  [
    "F12",
    "a motion with no value to start from",
    looks((l) => {
      const still = Object.keys(l.motion ?? {}).find((p) => l.css?.[p] !== undefined && initialValue(p) === undefined);
      return still ? { ...l, css: without(l.css!, still) } : null;
    }),
    6,
  ],
  [
    "F12",
    "a motion in one direction only",
    looks((l, _part, d) => {
      // Where two parts take turns, only what comes has to move.
      const [moves] = d.name === "Outbound / return" ? [] : Object.keys(l.motion ?? {});
      return moves ? { ...l, motion: without(l.motion!, moves) } : null;
    }),
    38,
  ],
  [
    "F13",
    "one distance for both ways",
    one("Back to timetable top", (d) => ({
      ...d,
      tokens: d.tokens!.map((t) => (t.name === "--vanish" ? { ...t, value: "var(--appear)" } : t)),
    })),
    1,
  ],
  ["F15", "a flash at the start", flashing(), 13],
  [
    "F16",
    "a control that is no button",
    parts((p, d) =>
      p.tag === "button" && listens(d, p.name) && !otherwise.has(`${d.name}: ${p.name}`) ? { ...p, tag: "div" } : null,
    ),
    12,
  ],
  [
    "F17",
    "a state that nobody reaches",
    demo.map((d): Planted => [d.name, { ...d, states: [...d.states, { name: "nowhere" }] }]),
    16,
  ],
  [
    "F18",
    "a cell that nobody decided",
    cells((cell, on) => (cell !== "ignored" && (on === "click" || on === "request ok") ? undefined : null)),
    40,
  ],
  ["F19", "two delays of one length", racing(), 17],
  ["F20", "an ending that outlives its state", oldEndings(), 5],
  ["F21", "a loop", looping(), 14],
  [
    "F22",
    "a text that is not announced",
    parts((p) =>
      p.attributes?.["aria-live"] === "polite" && p.tag !== "output"
        ? { ...p, attributes: without(p.attributes, "aria-live") }
        : null,
    ),
    3,
  ],
  ["F23", "asked twice", askedTwice(), 4],
  [
    "F24",
    "nothing calmer",
    looks((l) => {
      const moves = Object.entries(l.motion ?? {}).find(([p, m]) => p === "transform" && m.reduced !== undefined);
      return moves ? { ...l, motion: { ...l.motion, transform: without(moves[1], "reduced") } } : null;
    }),
    4,
  ],
  [
    "F25",
    "a counter without its limits",
    [0, 1].flatMap((row) =>
      one("Passenger stepper", (d) =>
        setReaction(d, row, "always", {
          branches: [without((d.reactions[row].in.always as Exclude<Reaction, "ignored">).branches[0], "when")],
        }),
      ),
    ),
    2,
  ],
  [
    "F26",
    "a button without its words",
    parts((p, d) =>
      p.tag === "button" &&
      p.attributes?.role !== "switch" &&
      // What has a label besides keeps a name.
      !/"(for|aria-labelledby)":/.test(JSON.stringify(d.parts)) &&
      !p.content?.some((c) => typeof c === "object") &&
      !JSON.stringify(d.looks.find((l) => l.part === p.name) ?? "").includes('"text"')
        ? { ...p, content: [], attributes: without(p.attributes ?? {}, "aria-label") }
        : null,
    ),
    8,
  ],
  [
    "F27",
    "a button called otherwise",
    parts((p) =>
      p.tag === "button" && p.content?.some((c) => typeof c === "string" && /^\w{3,}/.test(c))
        ? { ...p, attributes: { ...p.attributes, "aria-label": "Something else" } }
        : null,
    ),
    10,
  ],
  [
    "F28",
    "a focus sent to what is none",
    demo.flatMap((d): Planted[] => {
      const plain = d.parts.find((p) => typeof p === "object" && p.tag === "div" && !p.attributes?.tabindex);
      const [first] = d.states;
      return plain && !first.states && first.kind === undefined
        ? [[`${d.name}: ${plain.name}`, setFocusRule(d, first.name, { to: { part: plain.name } })]]
        : [];
    }),
    3,
  ],
];

describe("a fault that is planted", () => {
  it.each(planted)("%s, %s: is found wherever it is", (rule, _what, list, least) => {
    expect(list.length).toBeGreaterThanOrEqual(least);
    const missed = oneIn(12, list).filter(([, doc]) => !findingsOf(doc).some((f) => f.rule === rule));
    expect(missed.map(([where]) => where)).toEqual([]);
  });

  it.each(planted)("%s, %s: the run of what is found can be played", (rule, _what, list) => {
    for (const [where, doc] of oneIn(12, list).slice(0, atMost(1, 4))) {
      const program = compile(doc);
      for (const f of findingsOf(doc)) {
        if (f.rule !== rule || !f.run) continue;
        const { session, stuck } = playScenario(program, f.run);
        expect(stuck, `${where}: ${f.text}`).toBeNull();
        expect(stateText(program, session.frames.last.state)).not.toBe("");
      }
    }
  });
});
