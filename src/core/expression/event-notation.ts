/** Event rows as text: `click trigger`, `click exactly backdrop`, `press Escape in dialog`, `after`, `mounted`, `on saved`. */
import { type EventSpec, isName, nameRule } from "../model";
import { fault, listed, type Names, type Parsed } from "./reaction-notation";
import { trimmed } from "./scan";

export function printEvent(event: EventSpec): string {
  switch (event.on) {
    case "click":
      return event.scope === "inside" ? `click ${event.part}` : `click ${event.scope} ${event.part}`;
    case "key":
      return `press ${event.key}${event.within ? ` in ${event.within}` : ""}`;
    case "own":
      return `on ${event.event}`;
    default:
      return event.on;
  }
}

export const eventForms =
  "click part, click exactly part, click outside part, press Key, press Key in part, after, mounted, on name";

const modifiers = ["Ctrl", "Alt", "Shift", "Meta"];
const namedKeys = new Map(
  "Escape Enter Tab Space ArrowUp ArrowDown ArrowLeft ArrowRight Home End PageUp PageDown Backspace Delete Insert F1 F2 F3 F4 F5 F6 F7 F8 F9 F10 F11 F12"
    .split(" ")
    .map((k) => [k.toLowerCase(), k]),
);
namedKeys.set("esc", "Escape");
export const keyNames: readonly string[] = [...new Set(namedKeys.values())];

/**
 * A key as `KeyboardEvent.key` names it (UI Events), with modifiers in a fixed order: `Ctrl+Shift+K`. The space bar is
 * `Space`. Null when it is none.
 */
export function normalKey(text: string): string | null {
  const parts = text === "+" ? ["+"] : text.endsWith("++") ? [...text.slice(0, -2).split("+"), "+"] : text.split("+");
  const key = parts.pop() ?? "";
  const found = parts.map((p) => modifiers.find((m) => m.toLowerCase() === p.trim().toLowerCase()));
  if (found.includes(undefined)) return null;
  const named = key === " " ? "Space" : (namedKeys.get(key.trim().toLowerCase()) ?? key.trim());
  if ([...named].length !== 1 && !keyNames.includes(named)) return null;
  return [...modifiers.filter((m) => found.includes(m)), named].join("+");
}

export function parseEvent(text: string, names: Names): Parsed<EventSpec> {
  const whole = trimmed(text, 0, text.length);
  const [verb] = whole.text.split(/\s/);
  const rest = trimmed(text, whole.from + verb.length, whole.to);
  const part = (name: string) =>
    names.parts.includes(name)
      ? null
      : fault(
          name ? `"${name}" is not a part; parts: ${listed(names.parts)}` : `say which part: ${listed(names.parts)}`,
          {
            from: rest.to - name.length,
            to: rest.to,
          },
        );
  if (verb === "click") {
    const scoped = /^(exactly|outside|inside)\s+(.*)$/.exec(rest.text);
    const name = scoped ? scoped[2] : rest.text;
    const error = part(name);
    if (error) return error;
    return { ok: true, value: { on: "click", part: name, scope: (scoped?.[1] ?? "inside") as "inside" } };
  }
  if (verb === "press") {
    const within = /^(\S+)\s+in\s+(.*)$/.exec(rest.text);
    const key = normalKey(within ? within[1] : rest.text);
    if (!key) return fault("name one key, such as Escape, ArrowDown, a or Ctrl+K", rest);
    if (!within) return { ok: true, value: { on: "key", key } };
    const error = part(within[2]);
    return error ?? { ok: true, value: { on: "key", key, within: within[2] } };
  }
  if (verb === "on") {
    if (!isName(rest.text)) return fault(`name the event: ${nameRule}`, rest);
    return { ok: true, value: { on: "own", event: rest.text } };
  }
  if ((whole.text === "after" || whole.text === "mounted") && !rest.text)
    return { ok: true, value: { on: whole.text } };
  return fault(`an event is one of: ${eventForms}`, whole);
}
