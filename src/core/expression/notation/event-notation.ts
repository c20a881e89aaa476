/** Event rows as text: `click trigger`, `pointer up anywhere`, `press Escape in dialog`, `scroll past 600px`, `on saved`. */
import {
  type ClickScope,
  type EventSpec,
  eventSchema,
  isEventDescriptor,
  isName,
  nameRule,
  normalKey,
  notAKey,
  type PointerEventName,
} from "../../model";
import { compileExpression } from "../expression";
import { measureFault } from "../measured";
import type { Names } from "../names";
import { fault, faultAt, listed, noRequest, type Parsed, storable } from "../parsed";
import { type Piece, trimmed } from "../scan";

const verbs: Record<PointerEventName, string> = {
  click: "click",
  "pointer down": "pointer down",
  "pointer up": "pointer up",
  "pointer enter": "pointer enters",
  "pointer leave": "pointer leaves",
};

export function printEvent(event: EventSpec): string {
  switch (event.on) {
    case "click":
    case "pointer down":
    case "pointer up":
    case "pointer enter":
    case "pointer leave":
      return [
        verbs[event.on],
        ...(event.scope === "inside" ? [] : [event.scope]),
        ...(event.part ? [event.part] : []),
      ].join(" ");
    case "key":
      return `${event.up ? "release" : "press"} ${event.key}${event.within ? ` in ${event.within}` : ""}`;
    case "focus enters":
    case "focus leaves":
    case "motion ended":
    case "motion interrupted":
      return `${event.on} ${event.part}`;
    case "scroll past":
      return `scroll past ${event.distance}`;
    case "scroll back":
      return `scroll back above ${event.distance}`;
    case "in view":
    case "out of view":
      return `${event.on} ${event.part}${event.ratio ? ` at ${Number((event.ratio * 100).toFixed(2))}%` : ""}`;
    case "timer":
      return `timer ${event.timer}`;
    case "request ok":
    case "request failed":
      return `${event.on} ${event.request}`;
    case "width above":
    case "width below":
      return `${event.on} ${event.width}`;
    case "reduced motion":
      return `reduced motion ${event.preferred ? "on" : "off"}`;
    case "own":
      return `on ${event.event}`;
    case "becomes":
      return `becomes [${event.when}]`;
    default:
      return event.on;
  }
}

/** The forms of an event row, each with what it is for; completion and errors list them. */
export const eventForms: readonly string[] = [
  "click part",
  "click exactly part",
  "click outside part",
  "click anywhere",
  "pointer down part",
  "pointer up anywhere",
  "pointer enters part",
  "pointer leaves part",
  "press Key",
  "press Key in part",
  "release Key",
  "focus enters part",
  "focus leaves part",
  "scroll past 600px",
  "scroll back above 400px",
  "in view part",
  "out of view part",
  "after",
  "every",
  "timer name",
  "motion ended part",
  "motion interrupted part",
  "request ok name",
  "request failed name",
  "mounted",
  "unmounted",
  "window blur",
  "width above 600px",
  "width below 600px",
  "reduced motion on",
  "on name",
  "becomes [condition]",
  "automatic",
];

interface Reading {
  text: string;
  names: Names;
  /** What stands after the verb. */
  rest: Piece;
}
type Form = [verb: RegExp, read: (r: Reading) => Parsed<EventSpec>];

const ok = (value: EventSpec): Parsed<EventSpec> => ({ ok: true, value });

function partIn(r: Reading, name: string): Parsed<string> {
  if (r.names.parts.includes(name)) return { ok: true, value: name };
  const message = name
    ? `"${name}" is not a part; parts: ${listed(r.names.parts)}`
    : `say which part: ${listed(r.names.parts)}`;
  const place = { from: r.rest.to - name.length, to: r.rest.to };
  return fault(message, place, name ? { kind: "part", name } : undefined);
}

const pointer =
  (on: PointerEventName) =>
  (r: Reading): Parsed<EventSpec> => {
    if (r.rest.text === "anywhere") return ok({ on, scope: "anywhere" });
    const scoped = /^(exactly|outside|inside)\s+(.*)$/.exec(r.rest.text);
    const part = partIn(r, scoped ? scoped[2] : r.rest.text);
    return part.ok ? ok({ on, part: part.value, scope: (scoped?.[1] ?? "inside") as ClickScope }) : part;
  };
const ofPart =
  (on: "focus enters" | "focus leaves" | "motion ended" | "motion interrupted") =>
  (r: Reading): Parsed<EventSpec> => {
    const part = partIn(r, r.rest.text);
    return part.ok ? ok({ on, part: part.value }) : part;
  };
const key =
  (up: boolean) =>
  (r: Reading): Parsed<EventSpec> => {
    const within = /^(\S+)\s+in\s+(.*)$/.exec(r.rest.text);
    const pressed = normalKey(within ? within[1] : r.rest.text);
    if (!pressed) return fault(notAKey(within ? within[1] : r.rest.text), r.rest);
    const event: EventSpec = { on: "key", key: pressed, ...(up ? { up: true as const } : {}) };
    if (!within) return ok(event);
    const part = partIn(r, within[2]);
    return part.ok ? ok({ on: "key", key: pressed, within: part.value, ...(up ? { up: true as const } : {}) }) : part;
  };
const measure = (r: Reading, make: (text: string) => EventSpec): Parsed<EventSpec> =>
  /^[-+.\d]|\(/.test(r.rest.text)
    ? (measureFault(r.rest.text, "length", r.names, r.rest) ?? ok(make(r.rest.text)))
    : fault("give a distance with its unit, such as 600px, 50vh or var(--header)", r.rest);
const inView =
  (on: "in view" | "out of view") =>
  (r: Reading): Parsed<EventSpec> => {
    const at = /^(.*?)\s+at\s+(\d+(?:\.\d+)?)\s*%$/.exec(r.rest.text);
    const name = at ? at[1] : r.rest.text;
    if (!r.names.parts.includes(name)) return partIn(r, name) as Parsed<EventSpec>;
    const ratio = at ? Number((Number(at[2]) / 100).toFixed(6)) : 0;
    if (ratio > 1) return fault("at most 100% of a part can be in view", r.rest);
    return ok({ on, part: name, ...(ratio ? { ratio } : {}) });
  };
const request =
  (on: "request ok" | "request failed") =>
  (r: Reading): Parsed<EventSpec> =>
    r.names.requests?.includes(r.rest.text) ? ok({ on, request: r.rest.text }) : noRequest(r.rest, r.names);
const alone =
  (on: "after" | "every" | "mounted" | "unmounted" | "window blur" | "automatic") =>
  (r: Reading): Parsed<EventSpec> =>
    r.rest.text ? fault(`nothing follows ${on}`, r.rest) : ok({ on });

const forms: readonly Form[] = [
  [/^click(?=\s|$)/, pointer("click")],
  [/^pointer\s+down(?=\s|$)/, pointer("pointer down")],
  [/^pointer\s+up(?=\s|$)/, pointer("pointer up")],
  [/^pointer\s+enters?(?=\s|$)/, pointer("pointer enter")],
  [/^pointer\s+leaves?(?=\s|$)/, pointer("pointer leave")],
  [/^press(?=\s|$)/, key(false)],
  [/^release(?=\s|$)/, key(true)],
  [/^focus\s+enters(?=\s|$)/, ofPart("focus enters")],
  [/^focus\s+leaves(?=\s|$)/, ofPart("focus leaves")],
  [/^scroll\s+past(?=\s|$)/, (r) => measure(r, (distance) => ({ on: "scroll past", distance }))],
  [/^scroll\s+back(\s+above)?(?=\s|$)/, (r) => measure(r, (distance) => ({ on: "scroll back", distance }))],
  [/^in\s+view(?=\s|$)/, inView("in view")],
  [/^out\s+of\s+view(?=\s|$)/, inView("out of view")],
  [/^after(?=\s|$)/, alone("after")],
  [/^every(?=\s|$)/, alone("every")],
  [
    /^timer(?=\s|$)/,
    (r) =>
      isName(r.rest.text) ? ok({ on: "timer", timer: r.rest.text }) : fault(`name the timer: ${nameRule}`, r.rest),
  ],
  [/^motion\s+ended(?=\s|$)/, ofPart("motion ended")],
  [/^motion\s+interrupted(?=\s|$)/, ofPart("motion interrupted")],
  [/^request\s+ok(?=\s|$)/, request("request ok")],
  [/^request\s+failed(?=\s|$)/, request("request failed")],
  [/^mounted(?=\s|$)/, alone("mounted")],
  [/^unmounted(?=\s|$)/, alone("unmounted")],
  [/^window\s+blur(?=\s|$)/, alone("window blur")],
  [/^automatic(?=\s|$)/, alone("automatic")],
  [/^width\s+above(?=\s|$)/, (r) => measure(r, (width) => ({ on: "width above", width }))],
  [/^width\s+below(?=\s|$)/, (r) => measure(r, (width) => ({ on: "width below", width }))],
  [
    /^reduced\s+motion(?=\s|$)/,
    (r) =>
      r.rest.text === "on" || r.rest.text === "off"
        ? ok({ on: "reduced motion", preferred: r.rest.text === "on" })
        : fault("say on or off", r.rest),
  ],
  [
    /^on(?=\s|$)/,
    (r) =>
      isEventDescriptor(r.rest.text)
        ? ok({ on: "own", event: r.rest.text.replace(/\s+/g, " ") })
        : fault("name the event, such as saved, saved.* or *", r.rest),
  ],
  [
    /^becomes(?=\s|\[|$)/,
    (r) => {
      const inner = /^\[(.*)\]$/s.exec(r.rest.text);
      if (!inner) return fault("put the condition in square brackets: becomes [n > 2]", r.rest);
      const when = trimmed(r.text, r.rest.from + 1, r.rest.to - 1);
      const compiled = compileExpression(when.text, r.names, "boolean");
      return compiled.ok ? ok({ on: "becomes", when: when.text }) : faultAt(compiled, when.from);
    },
  ],
];

export const parseEvent = (text: string, names: Names): Parsed<EventSpec> =>
  storable(eventSchema, readEvent(text, names), text);

function readEvent(text: string, names: Names): Parsed<EventSpec> {
  const whole = trimmed(text, 0, text.length);
  for (const [verb, read] of forms) {
    const found = verb.exec(whole.text);
    if (found) return read({ text, names, rest: trimmed(text, whole.from + found[0].length, whole.to) });
  }
  return fault(`an event is one of: ${eventForms.join(", ")}`, whole);
}
