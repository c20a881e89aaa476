/** Claims: what must hold in every run; and waivers, findings that are accepted with a reason. */
import { z } from "zod";
import { name, stateName, time } from "./names";
import { eventSchema } from "./reaction";
import { type Expectation, expectationSchema } from "./scenario";

/** A fact, a condition on data, or several of them together. */
export type Condition =
  | Expectation
  | { when: string }
  | { not: Condition }
  | { all: Condition[] }
  | { any: Condition[] };
export const conditionSchema: z.ZodType<Condition> = z.union([
  expectationSchema,
  /** An expression over data and states. */
  z.strictObject({ when: z.string().min(1) }),
  z.strictObject({
    get not() {
      return conditionSchema;
    },
  }),
  z.strictObject({
    get all() {
      return z.array(conditionSchema).min(2);
    },
  }),
  z.strictObject({
    get any() {
      return z.array(conditionSchema).min(2);
    },
  }),
]);

export const claimSchema = z.discriminatedUnion("claim", [
  z.strictObject({ claim: z.literal("always"), that: conditionSchema }),
  z.strictObject({ claim: z.literal("never"), that: conditionSchema }),
  /** Whenever the one holds, the other does at once, or within a time. */
  z.strictObject({
    claim: z.literal("whenever"),
    when: conditionSchema,
    that: conditionSchema,
    within: time.optional(),
  }),
  /** After an event something holds for at least a time. */
  z.strictObject({ claim: z.literal("after"), event: eventSchema, that: conditionSchema, for: time }),
  /** From the start the one holds until the other does, if that ever happens. */
  z.strictObject({ claim: z.literal("until"), that: conditionSchema, until: conditionSchema }),
  /** From everywhere it can be reached again. */
  z.strictObject({ claim: z.literal("again"), that: conditionSchema }),
]);
export type Claim = z.infer<typeof claimSchema>;

/** A rule that is not asked of a part, in a state, or of both; the reason stays visible. */
export const waiverSchema = z.strictObject({
  /** F1 to F28, or the name of a pattern's rule */
  rule: z.string().min(1).max(40),
  part: name.optional(),
  state: stateName.optional(),
  reason: z.string().min(1).max(500),
});
export type Waiver = z.infer<typeof waiverSchema>;
