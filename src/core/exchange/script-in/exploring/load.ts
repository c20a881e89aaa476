/** Scripts as they stand in the markup, put together and gone through once, as the page is loaded. */
import type * as acorn from "acorn";
import { parse, Reading, type ScriptPage, shift, TOO_DEEP, withoutUnread } from "../reading";

import { literals, modified } from "./keys";

/** A script, or the text of an `onclick`, as it stands in the markup. */
export interface Script {
  text: string;
  line: number;
  /** For an attribute: the part that has it, and the event. */
  at?: { part: string; type: string };
  /** For what a `template` holds, as markup, and for a script that is data: its attributes. */
  template?: Record<string, string>;
  isData?: boolean;
  /** It runs before there is anything of the page's body. */
  inHead?: boolean;
}

/** What came out when the script was gone through before: it is gone through again, and taken so. */
export interface Known {
  /** Places of timers and requests that count in what they keep. */
  counting: Set<number>;
  /** Variables that keep where the page was scrolled, or how wide the window was, by their keys in the store. */
  positions: Set<string>;
  /** What grows without an end, by the beginning of its keys in the store. */
  growing: Set<string>;
  /** Places of timers that ask what time it is. */
  clocked: Set<number>;
  /** How often that came to be known when time had passed already for others. */
  late: number;
  /** It draws frame by frame. */
  framed: boolean;
}

/** A modal dialog and a popover close on Escape whoever listens, whether a script opens them or a button's own attributes. */
const closesOnEscape = ({ elements }: ScriptPage, source: string): boolean =>
  /\bshowModal\b|\bshow-modal\b|\bpopover\b/i.test(source) ||
  elements.some(({ attributes }) => "popover" in attributes || /^show-modal$/i.test(attributes.command ?? ""));

export function load(
  page: ScriptPage,
  scripts: readonly Script[],
  { counting, framed, positions, growing }: Known,
): { reading: Reading; keys: Set<string> } {
  // What was moved while it was loaded before is where it was.
  if (page.isRearranged()) page.forgetMade();
  const keys = new Set<string>();
  const reading = new Reading(page, "", counting, framed, positions, growing);
  const top = reading.scope(null);
  reading.handlers.top = top;
  const note = (error: unknown, line: number): void => {
    const text = error instanceof RangeError ? TOO_DEEP : (error as Error).message.replace(/\s*\(\d+:\d+\)$/, "");
    reading.notUnderstood.set(`${line} ${text}`, { line, text });
  };
  /** At its line, so that what is said of it is said of the markup; places in it come behind those of all before. */
  const parsed = (text: string, line: number): acorn.Program | null => {
    const padded = "\n".repeat(Math.max(0, line - 1)) + text;
    const code = parse(padded);
    if ("error" in code) {
      note(code.error, (code.error as { loc?: { line: number } }).loc?.line ?? line);
      return null;
    }
    try {
      shift(code.program, reading.source.length);
      literals(code.program, keys);
    } catch (error) {
      note(error, line);
      return null;
    }
    reading.source += padded;
    return code.program;
  };
  page.templates.length = 0;
  for (const s of scripts)
    if (s.template) page.templates.push({ attributes: s.template, markup: s.text, isData: s.isData === true });
  // One that cannot be read leaves the others as they are, as in a browser.
  const programs = scripts.flatMap((s) => {
    const program = s.at || s.template ? null : parsed(s.text, s.line);
    return program ? [{ program, inHead: s.inHead === true }] : [];
  });
  // What stands in the markup is heard before what scripts put up.
  for (const { at, text, line } of scripts) {
    const e = at && page.named(at.part);
    if (!at || !e) continue;
    try {
      literals(reading.handlers.hear(e, at.type, text, line), keys);
    } catch (error) {
      note(error, line);
    }
  }
  if (closesOnEscape(page, reading.source)) keys.add("Escape");
  const byCode = /\b(keyCode|which)\b/.test(reading.source);
  for (const key of [...keys])
    if (key.startsWith("code ")) {
      keys.delete(key);
      if (byCode) keys.add(key.slice(5));
    }
  for (const key of modified(keys, reading.source)) keys.add(key);
  // Who asks for Tab and not for the shift key is told of both.
  if (keys.has("Tab")) keys.add("Shift+Tab");
  withoutUnread(
    programs.map((p) => p.program),
    scripts.flatMap((s) => (s.at ? [s.text] : [])).join("\n"),
  );
  reading.load(programs, top);
  return { reading, keys };
}
