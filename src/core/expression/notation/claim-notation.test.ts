import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Claim, type Condition, type Expectation, type Expected, partFacts } from "../../model";
import { stimulusText } from "../../run";
import { box, button, component } from "../../testing";
import { tried } from "../../testing/tried";
import {
  type Names,
  parseClaim,
  parseExpected,
  parseFact,
  parseReaction,
  parseStep,
  printClaim,
  printExpected,
  printFact,
} from "..";

const doc = component({
  parts: [button("send"), box("panel")],
  states: ["closed", "open"],
  data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
});
const names: Names = { parts: ["send", "panel"], states: ["closed", "open"], data: doc.data };

const claims = [
  "always panel is visible or not (send is focused and state is open)",
  "never [n > 5]",
  "whenever state is open, panel is focused at once",
  "whenever panel is not displayed, send is in the Tab order within 200ms",
  'after click send, send has aria-busy="true" for at least 1s',
  "panel is not visible until state is open",
  "from everywhere, state is closed can be reached again",
  "always (panel is visible or panel is focused) and send has text “to, or until”",
  "never “Sent” was announced",
  "always send has no title",
];

describe("claims", () => {
  it.each(claims)("%s: read, and printed as it stands", (text) => {
    const read = parseClaim(text, names);
    expect(read).toMatchObject({ ok: true });
    expect(read.ok && printClaim(read.value)).toBe(text);
  });
  it.each([
    ["always", "say what holds here, such as panel is visible", ""],
    ["always panl is visible", '"panl" is not a part; parts: send, panel', "panl"],
    ["whenever state is open, panel is focused", "end with: at once, or within and a time", "panel is focused"],
    ["whenever state is open panel is focused at once", "put a comma between the two: whenever …, … at once", null],
    ["never [n > m]", '"m" is not known; data: n', "m"],
    ["after klick send, panel is visible for 1s", "an event is one of", "klick send"],
    ["after click send, panel is visible for ages", "give a time with its unit, such as 200ms or var(--fade)", "ages"],
    ["send is visible", "a claim is one of: always …", "send is visible"],
    ["from everywhere, state is closed", "end with: can be reached again", null],
    ["always state is shut", '"shut" is not a state; states: closed, open', "state is shut"],
  ])("%s: refused, with the place", (text, message, place) => {
    const read = parseClaim(text, names);
    if (read.ok) throw new Error(`${text} was read`);
    expect(read.message).toContain(message);
    if (place !== null) expect(text.slice(read.from, read.to)).toBe(place);
  });
});

describe("expectations", () => {
  it.each([
    "panel is not in the Tab order",
    "send takes the pointer",
    "send does not take the pointer",
    "panel has name “Fares”",
    "“Sent” was announced",
    "panel is visible within 200 ms",
    "panel is focused for 1000 ms",
    "panel is visible until state is closed",
  ])("%s: read, and printed as it stands", (text) => {
    const read = parseExpected(text, names);
    expect(read.ok && printExpected(read.value)).toBe(text);
  });
  it("are read with straight quotes too, and seconds become milliseconds", () => {
    const fact = parseFact('send has text "Send"', names);
    expect(fact.ok && printFact(fact.value)).toBe("send has text “Send”");
    expect(parseExpected("panel is visible for 2 s", names)).toMatchObject({
      ok: true,
      value: { over: { for: 2000 } },
    });
    expect(parseExpected("panel is shiny", names)).toMatchObject({ ok: false, from: 9, to: 14 });
    expect(parseExpected("panel is visible until later", names)).toMatchObject({ ok: false });
  });
});

describe("what is printed", () => {
  const words = fc
    .array(
      fc.constantFrom(
        "“",
        "”",
        '"',
        "'",
        "\\",
        "\n",
        " until ",
        " for 1s",
        ", ",
        " or ",
        " and ",
        "(",
        ")",
        "[",
        "]",
        "x",
        " within 2s",
        " was announced",
        " is visible",
        " at once",
        " can be reached again",
      ),
      { maxLength: 6 },
    )
    .map((list) => list.join(""));
  const fact: fc.Arbitrary<Expectation> = fc.oneof(
    fc.record({ fact: fc.constantFrom("text" as const, "name" as const), part: fc.constant("send"), is: words }),
    fc.record({
      fact: fc.constant("attribute" as const),
      part: fc.constant("send"),
      attribute: fc.constant("title"),
      is: fc.option(words),
    }),
    fc.record({ fact: fc.constant("announced" as const), is: words }),
    fc.record({ fact: fc.constantFrom(...partFacts), part: fc.constant("panel"), is: fc.boolean() }),
    fc.constant({ fact: "state" as const, is: "open" }),
    fc.record({
      fact: fc.constant("style" as const),
      part: fc.constant("send"),
      property: fc.constantFrom("color", "--x"),
      is: words,
    }),
    fc
      .tuple(fc.integer({ min: 0, max: 100 }), fc.constantFrom(undefined, 0.01))
      .map(([n, within]) => ({ fact: "opacity" as const, part: "send", is: n / 100, ...(within ? { within } : {}) })),
    fc
      .tuple(fc.nat(900), fc.constantFrom(undefined, 2))
      .map(([is, within]) => ({ fact: "scroll" as const, is, ...(within ? { within } : {}) })),
  );
  const condition: fc.Arbitrary<Condition> = fc.letrec<{ c: Condition }>((tie) => ({
    c: fc.oneof(
      { depthSize: "small" },
      fact,
      fc.constantFrom("n > 1", "in('open')", 'in("closed") && n < 2').map((when) => ({ when })),
      tie("c").map((not) => ({ not })),
      fc.array(tie("c"), { minLength: 2, maxLength: 3 }).map((all) => ({ all })),
      fc.array(tie("c"), { minLength: 2, maxLength: 3 }).map((any) => ({ any })),
    ),
  })).c;
  const claim: fc.Arbitrary<Claim> = fc.oneof(
    fc.record({ claim: fc.constantFrom("always" as const, "never" as const, "again" as const), that: condition }),
    fc.record({ claim: fc.constant("until" as const), that: condition, until: condition }),
    fc
      .tuple(condition, condition, fc.option(fc.constant("200ms")))
      .map(([when, that, within]) => ({ claim: "whenever" as const, when, that, ...(within ? { within } : {}) })),
    condition.map((that) => ({
      claim: "after" as const,
      event: { on: "click" as const, part: "send", scope: "inside" as const },
      that,
      for: "1s",
    })),
  );
  it("is read as the claim that it was, whatever its texts say", ({ task }) => {
    fc.assert(
      fc.property(claim, (c) => {
        expect(parseClaim(printClaim(c), names)).toEqual({ ok: true, value: c });
      }),
      { numRuns: 2000 },
    );
    tried(task, 2000);
  });
  it("is read as the expectation that it was", ({ task }) => {
    const expected: fc.Arbitrary<Expected> = fc.oneof(
      fact,
      fc.record({
        that: fact,
        over: fc.oneof(fc.record({ within: fc.nat(9) }), fc.record({ for: fc.nat(9) }), fc.record({ until: fact })),
      }),
    );
    fc.assert(
      fc.property(expected, (e) => {
        expect(parseExpected(printExpected(e), names)).toEqual({ ok: true, value: e });
      }),
      { numRuns: 2000 },
    );
    tried(task, 2000);
  });
  it("is read as the step that it was, whatever text it sets", ({ task }) => {
    fc.assert(
      fc.property(
        fc.oneof(words, fc.boolean(), fc.integer(), fc.constantFrom("", "true", "1", " a", '""', '"', "a\nb")),
        (to) => {
          expect(parseStep(stimulusText({ set: "n", to }), names)).toEqual({ ok: true, value: { set: "n", to } });
        },
      ),
      { numRuns: 1000 },
    );
    tried(task, 1000);
  });
  it.each(["toString", "constructor", "__proto__", "valueOf"])("%s is no step, action, fact or claim", (word) => {
    expect(parseStep(word, names).ok).toBe(false);
    expect(parseFact(`panel is ${word}`, names).ok).toBe(false);
    expect(parseClaim(word, names).ok).toBe(false);
    expect(parseReaction(`open / ${word}`, names).ok).toBe(false);
  });
});
