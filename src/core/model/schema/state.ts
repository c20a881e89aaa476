/** States and data. */
import { z } from "zod";
import { name, stateName } from "./names";
import { type Action, actionSchema } from "./reaction";

export const stateKinds = ["parallel", "final", "history", "deep history"] as const;
export type StateKind = (typeof stateKinds)[number];

/** A state; with states inside it is a compound one, unless its kind says otherwise (SCXML §3.3 to §3.11). */
export interface StateNode {
  name: string;
  kind?: StateKind;
  /** Where a compound state starts (the first one when it is not said); where a history leads when it has none. */
  initial?: string | string[];
  /** What is done on taking that default way. */
  initialActions?: Action[];
  entry?: Action[];
  exit?: Action[];
  states?: StateNode[];
}
const target = z.union([stateName, z.array(stateName).min(2)]);
export const initialSchema = target;
export const stateSchema: z.ZodType<StateNode> = z.strictObject({
  name: stateName,
  kind: z.enum(stateKinds).optional(),
  initial: target.optional(),
  initialActions: z.array(actionSchema).optional(),
  entry: z.array(actionSchema).optional(),
  exit: z.array(actionSchema).optional(),
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

/** A named measure: a CSS custom property. Its value may use CSS math and other tokens. */
export const tokenSchema = z.strictObject({
  name: z
    .string()
    .regex(/^--[A-Za-z_][\w-]*$/, "a CSS custom property, such as --fade")
    .max(80),
  value: z.string().min(1).max(1000),
});
export type Token = z.infer<typeof tokenSchema>;

/** A request as the stand-in service answers it. */
export const requestSchema = z.strictObject({
  name,
  method: z.enum(["GET", "POST", "PUT", "PATCH", "DELETE"]).default("POST"),
  path: z
    .string()
    .regex(/^\/[\w./-]*$/, "a path, such as /passes")
    .max(200),
  /** How long the service takes, a CSS <time>. */
  latency: z.string().min(1).max(200),
  /** It never answers sooner, a CSS <time>; left out, it may answer at any time up to its latency. */
  least: z.string().min(1).max(200).optional(),
  outcome: z.enum(["ok", "fails"]).default("ok"),
});
export type RequestSpec = z.infer<typeof requestSchema>;
