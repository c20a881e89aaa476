import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  type Action,
  type Branch,
  type EventSpec,
  type FocusRule,
  type FocusTarget,
  type Look,
  pointerEvents,
  type Reaction,
} from "../model";
import { complete } from "./completion/complete";
import type { Names } from "./names";
import { parseEvent, printEvent } from "./notation/event-notation";
import { parseFocusRule, parseLook, printFocusRule, printLook } from "./notation/look-notation";
import { parseReaction, printReaction } from "./notation/reaction-notation";

const names: Names = {
  requests: ["pass"],
  parts: ["trigger", "dialog", "close", "back-layer"],
  states: ["closed", "open", "half-open"],
  data: [
    { name: "n", type: "integer", initial: 0, min: 0, max: 5 },
    { name: "label", type: "text", initial: "" },
    { name: "on", type: "boolean", initial: false },
  ],
};

const part = fc.constantFrom(...names.parts);
const state = fc.constantFrom(...names.states);
const target: fc.Arbitrary<FocusTarget> = fc.oneof(
  part.map((p) => ({ part: p })),
  part.map((p) => ({ first: p })),
  part.map((p) => ({ last: p })),
  fc.option(part).map((p) => ({ next: p })),
  fc.option(part).map((p) => ({ previous: p })),
  fc.constant({ back: true as const }),
);
const plainAction: fc.Arbitrary<Action> = fc.oneof(
  fc.constantFrom("n + 1", "Math.max(n, 2)", "n % 2").map((value) => ({ do: "assign" as const, data: "n", value })),
  fc.constantFrom("'a; b, c'", '"]"', "`x${n}`").map((value) => ({ do: "assign" as const, data: "label", value })),
  target.map((t) => ({ do: "focus" as const, target: t })),
  fc.constant({ do: "stop" as const }),
  fc.constantFrom("saved", "x-1", "a.b").map((event) => ({ do: "raise" as const, event })),
  fc.record(
    {
      do: fc.constant("send" as const),
      event: fc.constantFrom("late", "a.b"),
      delay: fc.constantFrom("3s", "var(--wait)"),
      id: fc.constant("w1"),
    },
    { requiredKeys: ["do", "event"] },
  ),
  fc.constantFrom("2s", "calc(2 * var(--fade))").map((after) => ({ do: "start" as const, timer: "nap", after })),
  fc.constantFrom("nap", "w1").map((timer) => ({ do: "cancel" as const, timer })),
  fc
    .tuple(
      fc.oneof(
        part.map((p) => ({ part: p })),
        fc.constantFrom("0px", "50vh").map((distance) => ({ distance })),
      ),
      fc.boolean(),
    )
    .map(([to, smooth]) => ({ do: "scroll" as const, to, ...(smooth ? { smooth } : {}) })),
  fc.constant({ do: "prevent" as const }),
  fc.constantFrom("Saved", 'say "it", (n)', "${n} left").map((text) => ({ do: "announce" as const, text })),
  fc.constant({ do: "request" as const, request: "pass" }),
  fc.constantFrom<Action>(
    { do: "log", label: "n", value: "n + 1" },
    { do: "log", value: "label" },
    { do: "log", label: "a, b" },
  ),
  fc.constant<Action>({ do: "fail", why: "no, no" }),
);
const some = fc.array(plainAction, { minLength: 1, maxLength: 2 });
const action: fc.Arbitrary<Action> = fc.oneof(
  { weight: 6, arbitrary: plainAction },
  { weight: 1, arbitrary: some.map((actions) => ({ do: "block" as const, actions })) },
  {
    weight: 1,
    arbitrary: fc.tuple(some, some).map(([a, b]) => ({
      do: "if" as const,
      branches: [{ when: "n > 1 && on", actions: a }, { when: 'in("open")', actions: [] }, { actions: b }],
    })),
  },
);
const branch: fc.Arbitrary<Branch> = fc
  .record({
    when: fc.option(fc.constantFrom("n > 1", "on", 'label == "]"', 'in("open") && n / 2 > 1'), { nil: undefined }),
    to: fc.option(fc.oneof(state, fc.constant<string | string[]>(["open", "closed"])), { nil: undefined }),
    actions: fc.option(fc.array(action, { minLength: 1, maxLength: 3 }), { nil: undefined }),
  })
  .filter((b) => b.when !== undefined || b.to !== undefined || b.actions !== undefined);
const reaction: fc.Arbitrary<Reaction> = fc.oneof(
  fc.constant("ignored" as const),
  fc.array(branch, { minLength: 1, maxLength: 3 }).map((branches) => ({ branches })),
);
const flag = fc.option(fc.boolean(), { nil: undefined });
const text = fc.string({ maxLength: 12 }).filter((t) => !t.includes("${"));
const look: fc.Arbitrary<Look> = fc.record(
  {
    as: fc.constantFrom("shown", "transparent", "hidden", "not displayed", "absent", "moved out"),
    pointer: flag,
    inert: flag,
    disabled: flag,
    exposed: flag,
    text,
    attributes: fc.dictionary(fc.constantFrom("aria-label", "aria-expanded", "title"), fc.option(text, { nil: null }), {
      minKeys: 1,
    }),
    css: fc.dictionary(
      fc.constantFrom("opacity", "transform", "color", "--gap"),
      fc.constantFrom("0.5", "translate(1px, 2px)", "rgb(1 2 3)", "calc(1px + 2%)"),
      { minKeys: 1 },
    ),
    motion: fc.dictionary(
      fc.constantFrom("opacity", "transform", "color"),
      fc.record({
        duration: fc.constantFrom("240ms", "0.3s"),
        easing: fc.constantFrom("ease", "linear", "cubic-bezier(0.2, 0, 0, 1)", "steps(3, jump-end)"),
        reduced: fc.constantFrom(undefined, "none" as const, { duration: "var(--calm)", easing: "linear" }),
      }),
      { minKeys: 1 },
    ),
  },
  { requiredKeys: [] },
);
/** A property must give nothing back; an assertion gives itself. */
const same = (a: unknown, b: unknown): void => {
  expect(a).toEqual(b);
};
const clean = <T>(value: T): T => JSON.parse(JSON.stringify(value));

describe("print and parse go round", () => {
  it("for reactions", () => {
    fc.assert(
      fc.property(reaction, (cell) =>
        same(parseReaction(printReaction(cell), names), { ok: true, value: clean(cell) }),
      ),
    );
  });
  it("for delays", () => {
    fc.assert(
      fc.property(branch, fc.constantFrom("240ms", "0.3s", ".5s"), (b, after) =>
        same(parseReaction(printReaction({ after, branches: [b] }), names, "timed"), {
          ok: true,
          value: clean({ after, branches: [b] }),
        }),
      ),
    );
  });
  it("for looks", () => {
    fc.assert(
      fc.property(look, (l) => {
        const printed = printLook(l);
        const under = {
          ...l,
          and: [
            { when: "n > 1", ...l },
            { when: "on", inert: true },
          ],
        };
        if (printed) expect(parseLook(printLook(under), names)).toEqual({ ok: true, value: clean(under) });
        expect(parseLook(printed, names)).toEqual({ ok: true, value: printed ? clean(l) : undefined });
      }),
    );
  });
  it("for focus rules", () => {
    const rule: fc.Arbitrary<FocusRule> = fc
      .record({ to: target, within: part }, { requiredKeys: [] })
      .filter((r) => Boolean(r.to || r.within));
    fc.assert(fc.property(rule, (r) => same(parseFocusRule(printFocusRule(r), names), { ok: true, value: clean(r) })));
  });
  it.each([
    "→ first in dialog; held in dialog",
    "-> first in dialog; held in dialog",
    "first in dialog; held in dialog",
  ])("a focus cell is typed with an arrow, one of two signs, or without: %s", (text) => {
    const value = { to: { first: "dialog" }, within: "dialog" };
    expect(parseFocusRule(text, names)).toEqual({ ok: true, value });
  });
  it("for events", () => {
    const scope = fc.constantFrom("inside" as const, "exactly" as const, "outside" as const);
    const pointer = fc.constantFrom(...pointerEvents);
    const length = fc.constantFrom("600px", "50vh", "var(--far)", "calc(10vh + 2rem)");
    const event: fc.Arbitrary<EventSpec> = fc.oneof(
      fc.record({ on: pointer, part, scope }),
      pointer.map((on) => ({ on, scope: "anywhere" as const })),
      fc.record({
        on: fc.constant("key" as const),
        key: fc.constantFrom("Escape", "Ctrl+Shift+K", "Alt+Ж", "a", "?", "+", "Ctrl++", "Space"),
        within: fc.option(part, { nil: undefined }),
        up: fc.option(fc.constant(true as const), { nil: undefined }),
      }),
      fc.record({ on: fc.constantFrom("focus enters" as const, "focus leaves" as const), part }),
      fc.record({ on: fc.constantFrom("motion ended" as const, "motion interrupted" as const), part }),
      fc.record({ on: fc.constantFrom("scroll past" as const, "scroll back" as const), distance: length }),
      fc.record({ on: fc.constantFrom("width above" as const, "width below" as const), width: length }),
      fc.record({
        on: fc.constantFrom("in view" as const, "out of view" as const),
        part,
        ratio: fc.option(fc.constantFrom(0.5, 1, 0.333), { nil: undefined }),
      }),
      fc
        .constantFrom("after", "every", "mounted", "unmounted", "window blur", "automatic")
        .map((on) => ({ on }) as EventSpec),
      fc.constant({ on: "timer" as const, timer: "nap" }),
      fc.record({
        on: fc.constantFrom("request ok" as const, "request failed" as const),
        request: fc.constant("pass"),
      }),
      fc.record({ on: fc.constant("reduced motion" as const), preferred: fc.boolean() }),
      fc.record({ on: fc.constant("own" as const), event: fc.constantFrom("saved", "a-b", "a.b.*", "*", "x y.z") }),
      fc.record({ on: fc.constant("becomes" as const), when: fc.constantFrom("n > 1", 'in("open")') }),
    );
    fc.assert(fc.property(event, (e) => same(parseEvent(printEvent(e), names), { ok: true, value: clean(e) })));
  });
});

describe("what is typed by hand", () => {
  it("leads to no state twice", () => {
    const read = parseReaction("→ open, closed ,open", names);
    expect(read).toMatchObject({ ok: false, message: "open is here twice" });
  });
  it("reads arrows, line noise and empty cells", () => {
    const automatic = (text: string) => parseReaction(text, names, "automatic");
    expect([automatic("open").ok, automatic("[n > 2] open; / raise e").ok, automatic("ignored").ok]).toEqual([
      true,
      true,
      true,
    ]);
    for (const text of ["[n > 2]", "open; [n > 2]"]) expect(automatic(text).ok, text).toBe(false);
    expect(parseReaction("  ", names)).toEqual({ ok: true, value: undefined });
    expect(parseReaction("-> open", names)).toEqual({ ok: true, value: { branches: [{ to: "open" }] } });
    expect(parseReaction("240 MS open", names, "timed")).toEqual({
      ok: true,
      value: { after: "240ms", branches: [{ to: "open" }] },
    });
    expect(parseLook("shown · inert", names)).toEqual({ ok: true, value: { as: "shown", inert: true } });
  });

  it.each([
    ["opn", 0, 3, "states: closed, open"],
    ["[n] open", 1, 2, "boolean is needed"],
    ["[n > 1 open", 0, 11, "no ]"],
    ["open / focus nobody", 13, 19, "parts: trigger"],
    ["open / m = 1", 7, 8, "not known"],
    ["open / n = 'a'", 11, 14, "number is needed"],
    ["open / jump", 7, 11, "an action is one of"],
    ["[on]; ", 5, 5, "say a state"],
  ])("reaction %s: error at %i to %i", (cell, from, to, message) => {
    const parsed = parseReaction(cell, names);
    if (parsed.ok) throw new Error("was taken");
    expect(parsed.message).toContain(message);
    expect([parsed.from, parsed.to]).toEqual([from, to]);
  });

  it.each([
    ["shwn", 0, 4, "not a word for a look"],
    ["shown; hidden", 7, 13, "twice"],
    ['shown; "open', 7, 12, "no closing quote"],
    ["shown; opacity:", 15, 15, "a value is missing"],
    ["transition: opacity", 12, 19, "how long"],
    ["transition: float 1s", 12, 20, "cannot move yet"],
    ['onclick="x()"', 0, 8, "would run a script"],
    ["display: none", 0, 13, "not displayed"],
    ["colour: red", 0, 6, "no such CSS property"],
  ])("look %s: error at %i to %i", (cell, from, to, message) => {
    const parsed = parseLook(cell, names, (property) => property !== "colour");
    if (parsed.ok) throw new Error("was taken");
    expect(parsed.message).toContain(message);
    expect([parsed.from, parsed.to]).toEqual([from, to]);
  });

  it("says which events there are", () => {
    expect(parseEvent("hover trigger", names)).toMatchObject({ ok: false, from: 0 });
    expect(parseEvent("click", names)).toMatchObject({ ok: false, message: expect.stringContaining("say which part") });
    expect(parseEvent("press", names)).toMatchObject({ ok: false, message: expect.stringContaining("one key") });
  });
});

describe("measures in cells", () => {
  const tokens: Record<string, string> = { "--fade": "180ms", "--gap": "8px" };
  const known: Names = { ...names, measures: { width: 400, height: 600, token: (n) => tokens[n] } };
  const place = (p: { ok: boolean } & Partial<{ message: string; from: number; to: number }>) =>
    p.ok ? "taken" : `${p.from}–${p.to} ${p.message}`;
  it("a mismatch of units is an error at its place, as one types", () => {
    expect(place(parseReaction("var(--gap) → open", known, "timed"))).toBe("0–10 this is a length; a time is needed");
    expect(place(parseReaction("calc(var(--fade) + 1px) → open", known, "timed"))).toBe(
      "19–22 a time and a length cannot be added",
    );
    expect(place(parseReaction("calc(var(--fade) * 2) → open", known, "timed"))).toBe("taken");
    expect(place(parseReaction("open / start nap after var(--none)", known))).toBe("27–33 there is no token --none");
    expect(place(parseReaction("open / scroll to var(--fade) smoothly", known))).toContain("17–28 this is a time");
    expect(place(parseEvent("scroll past 3s", known))).toBe("12–14 this is a time; a length is needed");
    expect(place(parseEvent("scroll past 50%", known))).toBe("taken");
    expect(place(parseLook("opacity: 1; transition: opacity var(--gap) ease", known))).toBe(
      "32–42 this is a length; a time is needed",
    );
  });
});

describe("completion of tokens", () => {
  it("comes in every cell after var(", () => {
    const offered = complete("look", "opacity: var(--f", 16, { ...names, tokens: ["--fade", "--gap"] });
    expect(offered).toEqual({
      from: 13,
      options: [
        { label: "--fade", detail: "token" },
        { label: "--gap", detail: "token" },
      ],
    });
  });
});

describe("completion", () => {
  const labels = (...args: Parameters<typeof complete>): string[] => complete(...args).options.map((o) => o.label);
  it("offers what fits at the place", () => {
    expect(labels("reaction", "", 0, names)).toEqual([...names.states, "ignored"]);
    expect(labels("reaction", "[", 1, names)).toContain("on");
    expect(labels("reaction", "open / fo", 9, names)).toContain("focus");
    expect(labels("reaction", "open / focus tr", 15, names)).toContain("trigger");
    expect(labels("event", "click ", 6, names)).toEqual([...names.parts, "exactly", "outside", "anywhere"]);
    expect(labels("event", "press ", 6, names)).toContain("Escape");
    expect(labels("look", "not", 3, names)).toContain("not displayed");
    expect(labels("focus", "held in ", 8, names)).toContain("dialog");
  });
  it("starts at the word that is being typed", () => {
    expect(complete("reaction", "open / focus tr", 15, names).from).toBe(13);
    expect(complete("look", "shown; not dis", 14, names).from).toBe(7);
  });
});
