/** What a component's trials know: the page that is held to it, which element is which part, what is let be. */
import { z } from "zod";
import { name } from "./names";

export const letBeSchema = z.strictObject({
  /** Left out for the page as a whole. */
  part: name.optional(),
  /** What differs: a fact, or `attribute …`; of the page focus, scroll, announced, error. */
  fact: z.string().min(1).max(120),
  reason: z.string().max(500),
});

export const trialSchema = z.strictObject({
  /** Address, or path of a file. */
  page: z.string().min(1).max(2000).optional(),
  /** Selectors by part; ` >>> ` leads into a shadow root, or a frame of the same origin. */
  map: z.record(z.string(), z.string().min(1).max(2000)).optional(),
  letBe: z.array(letBeSchema).optional(),
});
export type TrialPlan = z.infer<typeof trialSchema>;
