/** Names, and the texts that are checked only where they are compiled. */
import { z } from "zod";
import { normalKey } from "../keys";

// Zod would otherwise try to compile its checks with `Function`, which the app's content security policy forbids.
z.config({ jitless: true });

/** `__proto__` is no key like others in the language that all this is written in. */
const namePattern = /^(?!__proto__$)[A-Za-z_][\w-]*$/;
export const nameRule = "a letter or _, then letters, digits, _ or -";
export const name = z.string().regex(namePattern, `a name: ${nameRule}`).max(80);
export const isName = (text: string): boolean => text.length <= 80 && namePattern.test(text);

/** States are named as XML names are (NCName), so that every SCXML chart can be read. */
const statePattern = /^(?!__proto__$)[\p{L}_][\p{L}\p{N}_.-]*$/u;
export const stateNameRule = "a letter or _, then letters, digits, _, - or .";
export const stateName = z.string().regex(statePattern, `a state's name: ${stateNameRule}`).max(80);
export const isStateName = (text: string): boolean => text.length <= 80 && statePattern.test(text);

/** A class, one token of the attribute (HTML §3.2.6.1); marks that cells are divided by cannot stand in it. */
const classPattern = /^(?!__proto__$)[^\s;·"'`<>\\]+$/u;
export const className = z.string().regex(classPattern, "a class without spaces, quotes, ; or <").max(120);
export const isClassName = (text: string): boolean => text.length <= 120 && classPattern.test(text);

/** An event's name: tokens with dots between them (SCXML §3.12.1). */
const eventPattern = /^[\p{L}\p{N}_:-]+(\.[\p{L}\p{N}_:-]+)*$/u;
export const eventNameRule = "words of letters, digits, _ and -, with dots between them";
export const eventName = z.string().regex(eventPattern, `an event's name: ${eventNameRule}`).max(200);
export const isEventName = (text: string): boolean => text.length <= 200 && eventPattern.test(text);

/** What a row listens for: event names, each standing for what begins with it too, or `*` (SCXML §3.12.1). */
const descriptorPattern =
  /^(\*|[\p{L}\p{N}_:-]+(\.[\p{L}\p{N}_:-]+)*(\.\*?)?)(\s+(\*|[\p{L}\p{N}_:-]+(\.[\p{L}\p{N}_:-]+)*(\.\*?)?))*$/u;
export const eventDescriptor = z
  .string()
  .regex(descriptorPattern, `event names, such as saved or saved.* or *`)
  .max(400);
export const isEventDescriptor = (text: string): boolean => text.length <= 400 && descriptorPattern.test(text);

/** A key as `normalKey` gives it, whichever way it is written; what stands for one in a scenario over several values stays. */
export const keyName = z
  .string()
  .min(1)
  .max(60)
  .overwrite((key) => normalKey(key) ?? key);

/** A CSS <time>: a number with its unit. */
export const durationPattern = /^(\d+\.?\d*|\.\d+)(ms|s)$/;
/** A plain number with a unit, or CSS math and tokens; measure/ computes those and says what is wrong with them. */
const measure = (plain: RegExp, what: string) =>
  z
    .string()
    .max(400)
    .refine((t) => plain.test(t) || t.includes("("), what);
export const time = measure(durationPattern, "a time with its unit, such as 240ms or var(--fade)");
export const length = measure(
  /^[+-]?(\d+\.?\d*|\.\d+)([a-z]+|%)$|^0$/i,
  "a length with its unit, such as 600px, 50vh or var(--header)",
);
