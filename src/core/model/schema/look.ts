/** How a part is in a state, and where the focus goes. */
import { z } from "zod";
import { className, name, time } from "./names";

/** The six ways a part can be, from fully there to not in the document. */
export const presences = ["shown", "transparent", "hidden", "not displayed", "absent", "moved out"] as const;
export const presenceSchema = z.enum(presences);
export type Presence = z.infer<typeof presenceSchema>;

const motionBase = z.strictObject({ duration: time, easing: z.string().default("ease"), delay: time.optional() });
export const motionSchema = motionBase.extend({
  /** What runs instead where the person prefers reduced motion; `none` jumps. */
  reduced: z.union([z.literal("none"), motionBase]).optional(),
});
export type Motion = z.infer<typeof motionSchema>;

const lookBase = z.strictObject({
  as: presenceSchema.optional(),
  pointer: z.boolean().optional(),
  inert: z.boolean().optional(),
  disabled: z.boolean().optional(),
  exposed: z.boolean().optional(),
  text: z.string().optional(),
  /** null takes the attribute away. */
  attributes: z.record(z.string(), z.string().nullable()).optional(),
  /** Class → whether the part has it; rules of the page may wait for it. */
  classes: z.record(className, z.boolean()).optional(),
  css: z.record(z.string(), z.string()).optional(),
  /** Property → how it moves when this look takes over (CSS Transitions: the after-change style rules). */
  motion: z.record(z.string(), motionSchema).optional(),
});
/** A look that holds only while its condition does; it comes over the plain one. */
export const conditionalLookSchema = lookBase.extend({ when: z.string() });
export type ConditionalLook = z.infer<typeof conditionalLookSchema>;
export const lookSchema = lookBase.extend({
  /** Further looks, each under a condition on data; a later one wins. */
  and: z.array(conditionalLookSchema).optional(),
});
export type Look = z.infer<typeof lookSchema>;

/** `next`, `previous` and `last` look among what can be focused inside a part (or in the Tab order) and go round. */
export const focusTargetSchema = z.union([
  z.strictObject({ part: name }),
  z.strictObject({ first: name }),
  z.strictObject({ last: name }),
  z.strictObject({ next: name.nullable() }),
  z.strictObject({ previous: name.nullable() }),
  z.strictObject({ back: z.literal(true) }),
]);
export type FocusTarget = z.infer<typeof focusTargetSchema>;

export const focusRuleSchema = z.strictObject({ to: focusTargetSchema.optional(), within: name.optional() });
export type FocusRule = z.infer<typeof focusRuleSchema>;

export const lookRowSchema = z.strictObject({ part: name, in: z.record(z.string(), lookSchema) });
export type LookRow = z.infer<typeof lookRowSchema>;
