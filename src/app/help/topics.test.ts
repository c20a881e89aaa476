import { describe, expect, it } from "vitest";
import {
  type Names,
  parseClaim,
  parseEvent,
  parseExpected,
  parseFocusRule,
  parseLook,
  parseReaction,
  parseStep,
} from "../../core/expression";
import { type Reads, topicsOf, type View } from "./topics";

const names: Names = {
  parts: ["opener", "panel", "inner"],
  states: ["closed", "open"],
  data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
  tokens: [],
  requests: [],
};
const readers: Record<Reads, (text: string) => { ok: boolean; message?: string }> = {
  event: (t) => parseEvent(t, names),
  reaction: (t) => parseReaction(t, names),
  look: (t) => parseLook(t, names),
  focus: (t) => parseFocusRule(t, names),
  step: (t) => parseStep(t, names),
  expectation: (t) => parseExpected(t, names),
  claim: (t) => parseClaim(t, names),
};
const views: View[] = ["shelf", "sheet", "parts", "motion", "compare", "proof", "deliver", "trial"];

describe("the help", () => {
  it.each(views)("of %s has examples that are read as they stand", (view) => {
    for (const { forms = [] } of topicsOf(view))
      for (const { example, reads } of forms) {
        const read = readers[reads](example);
        expect(read.ok ? "read" : `${example}: ${read.message}`).toBe("read");
      }
  });
});
