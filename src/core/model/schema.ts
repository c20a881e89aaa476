/**
 * The component document: the one description that everything else is computed from.
 * The Zod schemas below are its only definition; types and the published JSON Schema derive from them.
 */
import { z } from "zod";

// Zod would otherwise try to compile its checks with `Function`, which the app's content security policy forbids.
z.config({ jitless: true });

export const FORMAT = "lively-state/component";
export const VERSION = 1;
/** The name under which cells say what holds in every state. It is the root of the state tree. */
export const ALWAYS = "always";

const namePattern = /^[A-Za-z_][\w-]*$/;
export const nameRule = "a letter or _, then letters, digits, _ or -";
const name = z.string().regex(namePattern, `a name: ${nameRule}`).max(80);
export const isName = (text: string): boolean => text.length <= 80 && namePattern.test(text);

/** A CSS <time>: a number with its unit. */
export const durationPattern = /^(\d+\.?\d*|\.\d+)(ms|s)$/;
const duration = z.string().regex(durationPattern, "a time with its unit, such as 240ms or 0.3s");

/** The six ways a part can be, from fully there to not in the document. */
export const presences = ["shown", "transparent", "hidden", "not displayed", "absent", "moved out"] as const;
export const presenceSchema = z.enum(presences);
export type Presence = z.infer<typeof presenceSchema>;

export const motionSchema = z.strictObject({
  duration,
  easing: z.string().default("ease"),
  delay: duration.optional(),
});
export type Motion = z.infer<typeof motionSchema>;

export const lookSchema = z.strictObject({
  as: presenceSchema.optional(),
  pointer: z.boolean().optional(),
  inert: z.boolean().optional(),
  disabled: z.boolean().optional(),
  exposed: z.boolean().optional(),
  text: z.string().optional(),
  /** null takes the attribute away. */
  attributes: z.record(z.string(), z.string().nullable()).optional(),
  css: z.record(z.string(), z.string()).optional(),
  /** Property → how it moves when this look takes over (CSS Transitions: the after-change style rules). */
  motion: z.record(z.string(), motionSchema).optional(),
});
export type Look = z.infer<typeof lookSchema>;

export const focusTargetSchema = z.union([
  z.strictObject({ part: name }),
  z.strictObject({ first: name }),
  z.strictObject({ back: z.literal(true) }),
]);
export type FocusTarget = z.infer<typeof focusTargetSchema>;

export const actionSchema = z.discriminatedUnion("do", [
  z.strictObject({ do: z.literal("assign"), data: name, value: z.string() }),
  z.strictObject({ do: z.literal("focus"), target: focusTargetSchema }),
  z.strictObject({ do: z.literal("stop") }),
  z.strictObject({ do: z.literal("raise"), event: name }),
]);
export type Action = z.infer<typeof actionSchema>;

export const branchSchema = z.strictObject({
  when: z.string().optional(),
  to: name.optional(),
  actions: z.array(actionSchema).optional(),
});
export type Branch = z.infer<typeof branchSchema>;

/** What an event does in a state. No cell at all means undecided, which is not the same as ignored. */
export const reactionSchema = z.union([
  z.literal("ignored"),
  z.strictObject({ after: duration.optional(), branches: z.array(branchSchema).min(1) }),
]);
export type Reaction = z.infer<typeof reactionSchema>;

export const clickScopes = ["inside", "exactly", "outside"] as const;
export type ClickScope = (typeof clickScopes)[number];
export const eventSchema = z.discriminatedUnion("on", [
  z.strictObject({ on: z.literal("click"), part: name, scope: z.enum(clickScopes) }),
  z.strictObject({ on: z.literal("key"), key: z.string().min(1), within: name.optional() }),
  z.strictObject({ on: z.literal("after") }),
  z.strictObject({ on: z.literal("mounted") }),
  z.strictObject({ on: z.literal("own"), event: name }),
]);
export type EventSpec = z.infer<typeof eventSchema>;

/** An element of the component. */
export interface Part {
  name: string;
  tag: string;
  attributes?: Record<string, string>;
  css?: Record<string, string>;
  /** Stacking: a higher layer lies on top; inherited by what is inside. */
  layer?: number;
  /** What this part lies over wherever it is displayed. */
  covers?: "viewport" | "parent" | string[];
  /** Text templates and parts, in document order. */
  content?: (string | Part)[];
}
export const partSchema: z.ZodType<Part> = z.strictObject({
  name,
  tag: z.string().regex(/^[A-Za-z][A-Za-z0-9-]*$/, "an HTML or SVG tag"),
  attributes: z.record(z.string(), z.string()).optional(),
  css: z.record(z.string(), z.string()).optional(),
  layer: z.int().optional(),
  covers: z.union([z.enum(["viewport", "parent"]), z.array(name)]).optional(),
  get content() {
    return z.array(z.union([z.string(), partSchema])).optional();
  },
});

/** A state; with states inside it is a compound one. */
export interface StateNode {
  name: string;
  /** Where a compound state starts; the first one when it is not said. */
  initial?: string;
  states?: StateNode[];
}
export const stateSchema: z.ZodType<StateNode> = z.strictObject({
  name,
  initial: name.optional(),
  get states() {
    return z.array(stateSchema).optional();
  },
});

export const datumSchema = z.discriminatedUnion("type", [
  z.strictObject({ name, type: z.literal("boolean"), initial: z.boolean() }),
  z.strictObject({ name, type: z.literal("integer"), initial: z.int(), min: z.int(), max: z.int() }),
  z.strictObject({ name, type: z.literal("number"), initial: z.number() }),
  z.strictObject({ name, type: z.literal("text"), initial: z.string() }),
  z.strictObject({ name, type: z.literal("one of"), values: z.array(z.string()).min(1), initial: z.string() }),
]);
export type Datum = z.infer<typeof datumSchema>;
export type Value = boolean | number | string;

export const lookRowSchema = z.strictObject({ part: name, in: z.record(z.string(), lookSchema) });
export const eventRowSchema = z.strictObject({ event: eventSchema, in: z.record(z.string(), reactionSchema) });
export type LookRow = z.infer<typeof lookRowSchema>;
export type EventRow = z.infer<typeof eventRowSchema>;

export const focusRuleSchema = z.strictObject({ to: focusTargetSchema.optional(), within: name.optional() });
export type FocusRule = z.infer<typeof focusRuleSchema>;

export const partFacts = ["visible", "displayed", "present", "takes pointer", "in tab order", "focused"] as const;
export type PartFact = (typeof partFacts)[number];
export const expectationSchema = z.discriminatedUnion("fact", [
  z.strictObject({ fact: z.enum(partFacts), part: name, is: z.boolean() }),
  z.strictObject({ fact: z.enum(["text", "name"]), part: name, is: z.string() }),
  z.strictObject({ fact: z.literal("attribute"), part: name, attribute: z.string(), is: z.string().nullable() }),
  z.strictObject({ fact: z.literal("state"), is: name }),
]);
export type Expectation = z.infer<typeof expectationSchema>;

export const stepSchema = z.strictObject({
  /** A click aimed at a part (null: at the bare page), a key, or a wait in ms. */
  do: z.union([
    z.strictObject({ click: name.nullable() }),
    z.strictObject({ press: z.string().min(1) }),
    z.strictObject({ wait: z.number().min(0).max(86_400_000) }),
  ]),
  expect: z.array(expectationSchema).optional(),
});
export type Step = z.infer<typeof stepSchema>;
export const scenarioSchema = z.strictObject({
  name: z.string().min(1).max(200),
  data: z.record(z.string(), z.union([z.boolean(), z.number(), z.string()])).optional(),
  /** What must hold before the first step. */
  expect: z.array(expectationSchema).optional(),
  steps: z.array(stepSchema),
});
export type Scenario = z.infer<typeof scenarioSchema>;

export const pageSchema = z.strictObject({
  width: z.int().min(200).max(4000),
  height: z.int().min(200).max(4000),
  /** Style rules that belong to no single part (body, pseudo-classes, media). */
  css: z.string().optional(),
  lang: z.string().optional(),
});

export const componentSchema = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  name: z.string().min(1).max(120),
  page: pageSchema,
  parts: z.array(partSchema),
  data: z.array(datumSchema),
  initial: name.optional(),
  states: z.array(stateSchema).min(1),
  looks: z.array(lookRowSchema),
  focus: z.record(z.string(), focusRuleSchema),
  reactions: z.array(eventRowSchema),
  scenarios: z.array(scenarioSchema),
});
export type Component = z.infer<typeof componentSchema>;

/** A problem in a document or a notation, at a place a person can find. */
export interface Problem {
  /** Path in the document, such as `reactions[2].in.open`. */
  path: string;
  message: string;
  /** Character range in the text of the cell, where there is one. */
  from?: number;
  to?: number;
}
