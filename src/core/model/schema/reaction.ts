/** Events, actions and what an event does in a state. */
import { z } from "zod";
import { focusTargetSchema } from "./look";
import { eventDescriptor, eventName, keyName, length, name, stateName, time } from "./names";

export type ScrollTo = { distance: string } | { part: string };
/** One thing that a reaction does. */
export type Action =
  | { do: "assign"; data: string; value: string }
  | { do: "raise"; event: string }
  | { do: "send"; event: string; delay?: string; id?: string }
  | { do: "start"; timer: string; after: string }
  | { do: "cancel"; timer: string }
  | { do: "focus"; target: z.infer<typeof focusTargetSchema> }
  | { do: "scroll"; to: ScrollTo; smooth?: boolean }
  | { do: "stop" }
  | { do: "prevent" }
  | { do: "announce"; text: string }
  | { do: "request"; request: string }
  | { do: "log"; label?: string; value?: string }
  | { do: "fail"; why: string }
  | { do: "block"; actions: Action[] }
  | { do: "if"; branches: { when?: string; actions: Action[] }[] };

export const actionSchema: z.ZodType<Action> = z.discriminatedUnion("do", [
  z.strictObject({ do: z.literal("assign"), data: name, value: z.string() }),
  /** Queues an own event before everything that comes from outside. */
  z.strictObject({ do: z.literal("raise"), event: eventName }),
  /** Queues an own event behind everything that is under way; after a delay where one is given. */
  z.strictObject({ do: z.literal("send"), event: eventName, delay: time.optional(), id: eventName.optional() }),
  /** Starts a named timer; one that runs already starts anew. */
  z.strictObject({ do: z.literal("start"), timer: name, after: time }),
  /** Ends a named timer, or what was sent with that id and is still on its way. */
  z.strictObject({ do: z.literal("cancel"), timer: eventName }),
  z.strictObject({ do: z.literal("focus"), target: focusTargetSchema }),
  z.strictObject({
    do: z.literal("scroll"),
    to: z.union([z.strictObject({ distance: length }), z.strictObject({ part: name })]),
    smooth: z.boolean().optional(),
  }),
  z.strictObject({ do: z.literal("stop") }),
  z.strictObject({ do: z.literal("prevent") }),
  z.strictObject({ do: z.literal("announce"), text: z.string() }),
  z.strictObject({ do: z.literal("request"), request: name }),
  z.strictObject({ do: z.literal("log"), label: z.string().optional(), value: z.string().optional() }),
  /** Raises error.execution: what an imported chart asks for and nothing could ever do. */
  z.strictObject({ do: z.literal("fail"), why: z.string() }),
  /** Actions of their own: where one of them fails, only the rest of the block is left out (SCXML §3.8). */
  z.strictObject({
    do: z.literal("block"),
    get actions() {
      return z.array(actionSchema);
    },
  }),
  z.strictObject({
    do: z.literal("if"),
    get branches() {
      return z.array(z.strictObject({ when: z.string().optional(), actions: z.array(actionSchema) })).min(1);
    },
  }),
]);

export const branchSchema = z.strictObject({
  when: z.string().optional(),
  /** One state, or one in each of several regions. */
  to: z.union([stateName, z.array(stateName).min(2)]).optional(),
  /** SCXML `type="internal"`: a target inside the state itself does not leave it. */
  internal: z.literal(true).optional(),
  actions: z.array(actionSchema).optional(),
});
export type Branch = z.infer<typeof branchSchema>;
/** The states a branch leads to, as a list. */
export const targetsOf = (branch: Pick<Branch, "to">): readonly string[] =>
  branch.to === undefined ? [] : typeof branch.to === "string" ? [branch.to] : branch.to;

/** What an event does in a state. No cell at all means undecided, which is not the same as ignored. */
export const reactionSchema = z.union([
  z.literal("ignored"),
  z.strictObject({ after: time.optional(), branches: z.array(branchSchema).min(1) }),
]);
export type Reaction = z.infer<typeof reactionSchema>;

export const pointerEvents = ["click", "pointer down", "pointer up", "pointer enter", "pointer leave"] as const;
export type PointerEventName = (typeof pointerEvents)[number];
export const clickScopes = ["inside", "exactly", "outside", "anywhere"] as const;
export type ClickScope = (typeof clickScopes)[number];

export const eventSchema = z.discriminatedUnion("on", [
  /** With a part, but for the scope `anywhere`. */
  z.strictObject({ on: z.enum(pointerEvents), part: name.optional(), scope: z.enum(clickScopes) }),
  z.strictObject({
    on: z.literal("key"),
    key: keyName,
    within: name.optional(),
    up: z.literal(true).optional(),
  }),
  z.strictObject({ on: z.enum(["focus enters", "focus leaves"]), part: name }),
  /** The page passes a distance going down, or comes back above it. */
  z.strictObject({ on: z.enum(["scroll past", "scroll back"]), distance: length }),
  /** A part's share in the viewport rises over, or falls to, the ratio (0: any of it). */
  z.strictObject({ on: z.enum(["in view", "out of view"]), part: name, ratio: z.number().min(0).max(1).optional() }),
  z.strictObject({ on: z.enum(["after", "every"]) }),
  z.strictObject({ on: z.literal("timer"), timer: name }),
  z.strictObject({ on: z.enum(["motion ended", "motion interrupted"]), part: name }),
  z.strictObject({ on: z.enum(["request ok", "request failed"]), request: name }),
  z.strictObject({ on: z.enum(["mounted", "unmounted", "window blur", "automatic"]) }),
  z.strictObject({ on: z.enum(["width above", "width below"]), width: length }),
  z.strictObject({ on: z.literal("reduced motion"), preferred: z.boolean() }),
  z.strictObject({ on: z.literal("own"), event: eventDescriptor }),
  z.strictObject({ on: z.literal("becomes"), when: z.string() }),
]);
export type EventSpec = z.infer<typeof eventSchema>;
/** Rows whose cells start with a time. */
export const isTimed = (event: Pick<EventSpec, "on">): boolean => event.on === "after" || event.on === "every";

export const eventRowSchema = z.strictObject({ event: eventSchema, in: z.record(z.string(), reactionSchema) });
export type EventRow = z.infer<typeof eventRowSchema>;
