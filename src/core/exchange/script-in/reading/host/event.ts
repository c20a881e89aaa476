/** What a listener is told (UI Events §5). */
import { keysOf } from "../../../../../kernel";
import type { Context, Event, Listener } from "../context";
import {
  elementOf,
  isA,
  type Js,
  type JsObject,
  list,
  MEASURED,
  NotUnderstood,
  native,
  object,
  textOf,
} from "../values";
import { MEDIA, mediaHolds } from "./view";

/** Codes that scripts of old know keys by. */
const codes: Record<string, number> = {
  Backspace: 8,
  Tab: 9,
  Enter: 13,
  Escape: 27,
  " ": 32,
  PageUp: 33,
  PageDown: 34,
  End: 35,
  Home: 36,
  ArrowLeft: 37,
  ArrowUp: 38,
  ArrowRight: 39,
  ArrowDown: 40,
  Delete: 46,
};

export const keyOfCode = (code: number): string | undefined => Object.keys(codes).find((k) => codes[k] === code);

/** A key and the modifiers that are held with it. @param text as it is written on a sheet */
export function pressed(text: string): Pick<Event, "key" | "held"> {
  const held = keysOf(text);
  return { key: held.pop()!, held: new Set(held) };
}

/** The first line that did something about it. */
export const firstLine = (event: Event | null): number => Math.min(...(event?.did.size ? event.did : [1]));

/** Stands in an event, behind what it always knows of itself. */
const LIVE = "<event>";
export const isEvent = (o: JsObject): boolean => o.of.has(LIVE);

/** An event as its listeners get it: what it is stays with it, the rest is asked while it is on its way. */
export function eventOf({ type, target, key, held, detail, moved }: Event, clock: number): JsObject {
  const turned = moved === "open" ? "closed" : "open";
  const code = key === " " ? "Space" : key.length === 1 ? `Key${key.toUpperCase()}` : key;
  const number = key ? (codes[key] ?? key.toUpperCase().charCodeAt(0)) : 0;
  return object({
    [LIVE]: true,
    type,
    target: elementOf(target),
    srcElement: elementOf(target),
    key,
    code,
    keyCode: number,
    which: number || 1,
    // Where the focus or the pointer goes is outside of what is left: within it nobody leaves.
    ...(/^(focus|blur|mouse|pointer)/.test(type) ? { relatedTarget: null } : {}),
    detail: detail ?? (type === "click" ? 1 : 0),
    timeStamp: { is: "time", ms: clock },
    // The main button, alone (Pointer Events §10.1).
    button: 0,
    buttons: /down$/.test(type) ? 1 : 0,
    pointerType: "mouse",
    pointerId: 1,
    // Where it is, only the browser knows.
    ...(/^(mouse|pointer|click)/.test(type)
      ? Object.fromEntries(
          ["clientX", "clientY", "pageX", "pageY", "screenX", "screenY", "offsetX", "offsetY"].map((n) => [
            n,
            MEASURED,
          ]),
        )
      : {}),
    // Of what moves, and not in a pseudo-element (CSS Transitions 1 §4, CSS Animations 1 §4).
    ...(/^(transition|animation)/.test(type)
      ? { [type.startsWith("t") ? "propertyName" : "animationName"]: moved, pseudoElement: "" }
      : {}),
    ...(/toggle$/.test(type) ? { newState: moved, oldState: turned } : {}),
    ...(type === "command" ? { command: moved, source: detail } : {}),
    isPrimary: true,
    isTrusted: true,
    cancelable: true,
    shiftKey: held.has("Shift"),
    ctrlKey: held.has("Ctrl"),
    altKey: held.has("Alt"),
    metaKey: held.has("Meta"),
    getModifierState: native("getModifierState", ([name]) => held.has(textOf(name).replace("Control", "Ctrl"))),
    repeat: false,
    isComposing: false,
  });
}

export function eventGet(r: Context, name: string): Js {
  const { event } = r;
  switch (name) {
    case "matches":
    case "media":
      if (event?.type.startsWith(MEDIA)) {
        const query = event.type.slice(MEDIA.length);
        return name === "media" ? query : mediaHolds(r, query, r.width.at);
      }
      break;
    case "currentTarget":
      if (!event) return null;
      return typeof event.current === "object" ? elementOf(event.current) : native(event.current);
    case "eventPhase":
      return event ? (event.current === event.target ? 2 : event.capturing ? 1 : 3) : 0;
    case "defaultPrevented":
      return event?.prevented ?? false;
    case "preventDefault":
      return native(name, () => {
        if (event) event.prevented = true;
        return undefined;
      });
    case "stopPropagation":
    case "stopImmediatePropagation":
      return native(name, () => {
        if (event) {
          event.stopped = true;
          event.stoppedNow ||= name !== "stopPropagation";
        }
        return undefined;
      });
    case "composedPath":
      return native(name, () => {
        const path: Js[] = [];
        for (let e = event?.target ?? null; e; e = e.parent) path.push(elementOf(e));
        return list([...path, native("document"), native("window")]);
      });
  }
  throw new NotUnderstood(null, `event.${name}`);
}

/** `target.dispatchEvent(event)` (DOM §2.9). */
function raised(r: Context, on: Parameters<Context["dispatch"]>[1], made: Js): boolean {
  const type = isA(made, "object") ? made.of.get("type") : undefined;
  if (!isA(made, "object") || typeof type !== "string") throw new NotUnderstood(null, "what is raised");
  return r.dispatch(type, on, "", { detail: made.of.get("detail"), bubbles: made.of.get("bubbles") === true });
}

/** What elements, the document and the window have as targets of events (DOM §2.7). */
export const targetMethods: Record<string, (r: Context, on: Listener["on"], args: Js[]) => Js> = {
  addEventListener: (r, on, [type, fn, options]) => r.listen(on, textOf(type), fn, options),
  removeEventListener: (r, on, [type, fn, options]) => r.unlisten(on, textOf(type), fn, options),
  dispatchEvent: (r, on, [event]) => raised(r, on, event),
};
