/**
 * The component document: the one description that everything else is computed from.
 * The Zod schemas of this folder are its only definition; types and the published JSON Schema derive from them.
 */
import { z } from "zod";
import { claimSchema, waiverSchema } from "./claim";
import { focusRuleSchema, lookRowSchema } from "./look";
import { length, name } from "./names";
import { eventRowSchema } from "./reaction";
import { scenarioSchema } from "./scenario";
import { datumSchema, initialSchema, requestSchema, stateSchema, tokenSchema } from "./state";
import { trialSchema } from "./trial";

export const FORMAT = "lively-state/component";
/** Files of version 1 are read on, see upgrade.ts. */
export const VERSION = 2;
/** The name under which cells say what holds in every state. It is the root of the state tree. */
export const ALWAYS = "always";

/** Where a part lies on the page: in a block, from the block's top. What is inside a part lies where the part does. */
export const areaSchema = z.strictObject({ block: name, top: length.optional(), height: length.optional() });
export type Area = z.infer<typeof areaSchema>;

/** An element of the component. */
export interface Part {
  name: string;
  tag: string;
  attributes?: Record<string, string>;
  /** What its `style` attribute declares: it goes before every rule. */
  css?: Record<string, string>;
  /** Stacking: a higher layer lies on top; inherited by what is inside. */
  layer?: number;
  /** What this part lies over wherever it is displayed. */
  covers?: "viewport" | "parent" | string[];
  area?: Area;
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
  area: areaSchema.optional(),
  get content() {
    return z.array(z.union([z.string(), partSchema])).optional();
  },
});

/** Of a viewport as wide as that; told from the drawn page, not said by a person. */
export const measuredSchema = z.strictObject({
  width: z.int().min(200).max(4000),
  length: z.int().min(0).max(10_000_000),
  parts: z.record(z.string(), z.strictObject({ top: z.int(), height: z.int().min(0) })),
});
export type Measured = z.infer<typeof measuredSchema>;

export const pageSchema = z.strictObject({
  width: z.int().min(200).max(4000),
  height: z.int().min(200).max(4000),
  /** The page from top to bottom; together they give it its height and so its scroll range. */
  blocks: z.array(z.strictObject({ name, height: length })).optional(),
  /** How long the page is where it is drawn, and where its parts lie at the start, px; for pages without blocks. */
  measured: z.array(measuredSchema).max(40).optional(),
  /** The style sheet as its author wrote it: rules, in their order. */
  css: z.string().optional(),
  lang: z.string().optional(),
});

export const componentSchema = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  name: z.string().min(1).max(120),
  page: pageSchema,
  tokens: z.array(tokenSchema).optional(),
  parts: z.array(partSchema),
  data: z.array(datumSchema),
  requests: z.array(requestSchema).optional(),
  initial: initialSchema.optional(),
  states: z.array(stateSchema).min(1),
  looks: z.array(lookRowSchema),
  focus: z.record(z.string(), focusRuleSchema),
  reactions: z.array(eventRowSchema),
  scenarios: z.array(scenarioSchema),
  claims: z.array(claimSchema).optional(),
  waivers: z.array(waiverSchema).optional(),
  trial: trialSchema.optional(),
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
