/** Scenarios: what a person does, and what must be found. */
import { z } from "zod";
import { partFacts, textFacts } from "./facts";
import { eventName, keyName, name, stateName } from "./names";

export const expectationSchema = z.discriminatedUnion("fact", [
  z.strictObject({ fact: z.enum(partFacts), part: name, is: z.boolean() }),
  z.strictObject({ fact: z.enum(textFacts), part: name, is: z.string() }),
  z.strictObject({ fact: z.literal("attribute"), part: name, attribute: z.string(), is: z.string().nullable() }),
  z.strictObject({ fact: z.literal("state"), is: stateName }),
  z.strictObject({ fact: z.literal("announced"), is: z.string() }),
  /** With that of everything around it, 0 to 1; `within` is how far off it may be. */
  z.strictObject({
    fact: z.literal("opacity"),
    part: name,
    is: z.number().min(0).max(1),
    within: z.number().min(0).optional(),
  }),
  /** A value of the part's style as it is at the instant, on the way where it moves. */
  z.strictObject({ fact: z.literal("style"), part: name, property: z.string().min(1).max(200), is: z.string() }),
  /** How far the page is scrolled, px. */
  z.strictObject({
    fact: z.literal("scroll"),
    is: z.number().min(0).max(1_000_000),
    within: z.number().min(0).optional(),
  }),
]);
export type Expectation = z.infer<typeof expectationSchema>;

/** Over which span a fact is expected after a step; without one right after it. Times in ms. */
export const spanSchema = z.union([
  /** It comes to hold within that time. */
  z.strictObject({ within: z.number().min(0).max(86_400_000) }),
  /** It holds all that time. */
  z.strictObject({ for: z.number().min(0).max(86_400_000) }),
  /** It holds until the other does, and to the end where that does not happen. */
  z.strictObject({ until: expectationSchema }),
]);
export type Span = z.infer<typeof spanSchema>;
/** What is expected after a step. */
export const expectedSchema = z.union([
  expectationSchema,
  z.strictObject({ that: expectationSchema, over: spanSchema }),
]);
export type Expected = z.infer<typeof expectedSchema>;

const place = name.nullable();
/** What a person or the surroundings do; null is the bare page. */
export const stimulusSchema = z.union([
  z.strictObject({ click: place }),
  z.strictObject({ press: keyName }),
  /** The pointer goes down, up, or moves onto a part. */
  z.strictObject({ down: place }),
  z.strictObject({ up: place }),
  z.strictObject({ move: place }),
  /** A key goes down and stays down, until it is let go. */
  z.strictObject({ keyDown: keyName }),
  z.strictObject({ keyUp: keyName }),
  /** The page is scrolled to a distance from its top, px. */
  z.strictObject({ scroll: z.number().min(0).max(1_000_000) }),
  z.strictObject({ resize: z.strictObject({ width: z.int().min(200).max(4000), height: z.int().min(200).max(4000) }) }),
  z.strictObject({ blur: z.literal(true) }),
  z.strictObject({ reducedMotion: z.boolean() }),
  /** A request under way answers now. */
  z.strictObject({ answer: name, ok: z.boolean() }),
  z.strictObject({ send: eventName }),
  z.strictObject({ set: name, to: z.union([z.boolean(), z.number(), z.string()]) }),
  z.strictObject({ unmount: z.literal(true) }),
]);
export type Stimulus = z.infer<typeof stimulusSchema>;

export const stepSchema = z.strictObject({
  /** Something done, or a wait in ms. */
  do: z.union([...stimulusSchema.options, z.strictObject({ wait: z.number().min(0).max(86_400_000) })]),
  expect: z.array(expectedSchema).optional(),
});
export type Step = z.infer<typeof stepSchema>;

export const scenarioSchema = z.strictObject({
  name: z.string().min(1).max(200),
  data: z.record(z.string(), z.union([z.boolean(), z.number(), z.string()])).optional(),
  /** How the page is when it opens. */
  page: z
    .strictObject({
      width: z.int().min(200).max(4000).optional(),
      height: z.int().min(200).max(4000).optional(),
      /** px from the top */
      scroll: z.number().min(0).optional(),
      reducedMotion: z.boolean().optional(),
    })
    .optional(),
  /** What must hold before the first step. */
  expect: z.array(expectedSchema).optional(),
  steps: z.array(stepSchema),
  /** Words to choose scenarios by. */
  tags: z.array(z.string().min(1).max(40)).optional(),
  /** Where any scenario has it, only those run. */
  only: z.literal(true).optional(),
  /** It is kept, but not run. */
  skip: z.literal(true).optional(),
  /**
   * The scenario is run once for each: values of data by their name, and of other names, which stand as `{name}` in texts,
   * keys and values.
   */
  cases: z.array(z.record(z.string(), z.union([z.boolean(), z.number(), z.string()]))).optional(),
});
export type Scenario = z.infer<typeof scenarioSchema>;
