/** Scenarios: what a person does, and what must be found. */
import { z } from "zod";
import { eventName, name, stateName } from "./names";

export const partFacts = [
  "visible",
  "displayed",
  "present",
  "takes pointer",
  "in tab order",
  "focused",
  "in view",
] as const;
export type PartFact = (typeof partFacts)[number];
export const expectationSchema = z.discriminatedUnion("fact", [
  z.strictObject({ fact: z.enum(partFacts), part: name, is: z.boolean() }),
  z.strictObject({ fact: z.enum(["text", "name"]), part: name, is: z.string() }),
  z.strictObject({ fact: z.literal("attribute"), part: name, attribute: z.string(), is: z.string().nullable() }),
  z.strictObject({ fact: z.literal("state"), is: stateName }),
  z.strictObject({ fact: z.literal("announced"), is: z.string() }),
]);
export type Expectation = z.infer<typeof expectationSchema>;

const place = name.nullable();
/** What a person or the surroundings do; null is the bare page. */
export const stimulusSchema = z.union([
  z.strictObject({ click: place }),
  z.strictObject({ press: z.string().min(1) }),
  /** The pointer goes down, up, or moves onto a part. */
  z.strictObject({ down: place }),
  z.strictObject({ up: place }),
  z.strictObject({ move: place }),
  /** A key goes down and stays down, until it is let go. */
  z.strictObject({ keyDown: z.string().min(1) }),
  z.strictObject({ keyUp: z.string().min(1) }),
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
  expect: z.array(expectationSchema).optional(),
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
  expect: z.array(expectationSchema).optional(),
  steps: z.array(stepSchema),
});
export type Scenario = z.infer<typeof scenarioSchema>;
