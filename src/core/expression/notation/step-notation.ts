/** Steps of scenarios as text: `click close`, `press Escape`, `pointer down on b`, `wait 200 ms`, `passes answers`. */
import { normalKey, notAKey, own, type Step, stepSchema } from "../../model";
import type { Names } from "../names";
import { fault, listed, type Parsed, storable } from "../parsed";
import { trimmed } from "../scan";

/** The forms of a step; errors and completion list them. */
export const stepForms: readonly string[] = [
  "click part",
  "press Key",
  "wait 200 ms",
  "pointer down on part",
  "pointer up over part",
  "move onto part",
  "hold Key",
  "release Key",
  "scroll to 400 px",
  "resize to 600 × 800",
  "leave the window",
  "reduced motion on",
  "request answers",
  "request fails",
  "send event",
  "set datum to value",
  "unmount",
];

type What = Step["do"];
const ok = (value: What): Parsed<What> => ({ ok: true, value });

export const parseStep = (text: string, names: Names): Parsed<What> =>
  storable(stepSchema.shape.do, readStep(text, names), text);

function readStep(text: string, names: Names): Parsed<What> {
  const piece = trimmed(text, 0, text.length);
  const { text: said } = piece;
  const plain: Record<string, What> = {
    "leave the window": { blur: true },
    "reduced motion on": { reducedMotion: true },
    "reduced motion off": { reducedMotion: false },
    unmount: { unmount: true },
  };
  const whole = own(plain, said);
  if (whole) return ok(whole);
  const wait = /^wait\s+(\d+(?:\.\d+)?)\s*(ms|s)?$/.exec(said);
  if (wait) return ok({ wait: Number(wait[1]) * (wait[2] === "s" ? 1000 : 1) });
  const pointer = /^(click|pointer\s+down\s+on|pointer\s+up\s+over|move\s+onto)\s+(.+)$/.exec(said);
  if (pointer) return aimed(pointer[1].replace(/\s+/g, " "), pointer[2], names, piece);
  const key = /^(press|hold|release)\s+(.+)$/.exec(said);
  if (key) {
    // A scenario over several values may leave the key open: {key}.
    const pressed = /^\{\w[\w-]*\}$/.test(key[2]) ? key[2] : normalKey(key[2]);
    if (!pressed) return fault(notAKey(key[2]), piece);
    return ok(key[1] === "press" ? { press: pressed } : key[1] === "hold" ? { keyDown: pressed } : { keyUp: pressed });
  }
  const scroll = /^scroll\s+to\s+(\d+)\s*(px)?$/.exec(said);
  if (scroll) return ok({ scroll: Number(scroll[1]) });
  const size = /^resize\s+to\s+(\d+)\s*[×x]\s*(\d+)$/.exec(said);
  if (size) return ok({ resize: { width: Number(size[1]), height: Number(size[2]) } });
  const send = /^send\s+(\S+)$/.exec(said);
  if (send) return ok({ send: send[1] });
  const set = /^set\s+(\S+)\s+to\s+(.+)$/s.exec(said);
  if (set) {
    if (names.data.some((d) => d.name === set[1])) return ok({ set: set[1], to: meant(set[2]) });
    return fault(`"${set[1]}" is not a datum; data: ${listed(names.data.map((d) => d.name))}`, piece);
  }
  const answer = /^(\S+)\s+(answers|fails)$/.exec(said);
  if (answer) {
    if (names.requests?.includes(answer[1])) return ok({ answer: answer[1], ok: answer[2] === "answers" });
    return fault(`"${answer[1]}" is not a request; requests: ${listed(names.requests ?? []) || "none yet"}`, piece);
  }
  return fault(`a step is one of: ${stepForms.join(", ")}`, piece);
}

/** `true`, `12` and `"12"` as they are meant. */
export function meant(text: string): boolean | number | string {
  if (text === "true" || text === "false") return text === "true";
  if (/^-?\d+(\.\d+)?$/.test(text)) return Number(text);
  return /^".*"$/s.test(text) ? text.slice(1, -1).replaceAll("\\n", "\n") : text;
}

function aimed(verb: string, name: string, names: Names, piece: { from: number; to: number }): Parsed<What> {
  const part = name === "the bare page" ? null : name;
  if (part !== null && !names.parts.includes(part))
    return fault(`"${name}" is not a part; parts: ${listed(names.parts)}, the bare page`, {
      from: piece.to - name.length,
      to: piece.to,
    });
  if (verb === "click") return ok({ click: part });
  return ok(verb === "pointer down on" ? { down: part } : verb === "pointer up over" ? { up: part } : { move: part });
}
