/** Reading documents and writing component files. Bad input is a value (problems), never an exception. */
import type { ZodType } from "zod";
import { boundsProblem } from "./bounds";
import { checkNames } from "./check";
import { type Component, componentSchema, FORMAT, type Problem, VERSION } from "./schema";
import { fromVersion1 } from "./upgrade";

export type Loaded = { ok: true; doc: Component } | { ok: false; problems: Problem[] };

/** Files above this many characters, or bytes where they lie on a disk, are refused before they are parsed. */
export const MAX_FILE = 20_000_000;
/** Files above this many characters are written without white space, so that what was read can be read again. */
const ROOMY = 4_000_000;

export const fail = (path: string, message: string): Loaded => ({ ok: false, problems: [{ path, message }] });

/** Reads a document that is parsed already. @returns it, or problems whose `path` names the place */
export function readComponentValue(json: unknown): Loaded {
  if (typeof json !== "object" || json === null || Array.isArray(json)) {
    return fail("the file", "must be one JSON object");
  }
  const { format, version } = json as { format?: unknown; version?: unknown };
  if (format !== FORMAT) return fail("format", `must be "${FORMAT}"; found ${show(format)}`);
  if (version !== VERSION && version !== 1) {
    const newer = typeof version === "number" && version > VERSION;
    return fail(
      "version",
      `is ${show(version)}; this program reads 1 to ${VERSION}${newer ? ". Use a newer Lively State" : ""}`,
    );
  }
  const outside = boundsProblem(json);
  if (outside) return { ok: false, problems: [outside] };
  try {
    const parsed = componentSchema.safeParse(version === 1 ? fromVersion1(json as Record<string, unknown>) : json);
    if (!parsed.success) {
      return { ok: false, problems: parsed.error.issues.slice(0, 20).flatMap((issue) => flatten(issue as Issue, [])) };
    }
    const problems = checkNames(parsed.data);
    return problems.length ? { ok: false, problems } : { ok: true, doc: parsed.data };
  } catch (error) {
    if (error instanceof RangeError) return fail("the file", "is nested too deeply to be read");
    throw error;
  }
}

/** What is wrong with the shape of a piece of a document; null where nothing is. */
export function shapeProblem(schema: ZodType, value: unknown): string | null {
  const parsed = schema.safeParse(value);
  return parsed.success ? null : flatten(parsed.error.issues[0] as Issue, [])[0].message;
}

/** JSON with two spaces, one thing a line; on one line where it would be very large. */
export function jsonText(value: unknown): string {
  const text = JSON.stringify(value, null, 2) ?? "null";
  return `${text.length > ROOMY ? JSON.stringify(value) : text}\n`;
}

/** Writes a component file: stable key order, that of the schema. @throws for what is no component */
export const writeComponent = (doc: Component): string => jsonText(componentSchema.parse(doc));

interface Issue {
  code: string;
  path: PropertyKey[];
  message: string;
  errors?: Issue[][];
  keys?: string[];
}

/** A union's issue says only "invalid"; the branch that got furthest says what is wrong. */
function flatten(issue: Issue, base: PropertyKey[]): Problem[] {
  const path = [...base, ...issue.path];
  if (issue.errors?.length) {
    const deepest = (list: Issue[]): number => Math.max(0, ...list.map((i) => i.path.length));
    const best = [...issue.errors].sort((a, b) => deepest(b) - deepest(a) || a.length - b.length)[0];
    if (best.length) return best.flatMap((inner) => flatten(inner, path));
  }
  if (issue.code === "unrecognized_keys" && issue.keys) {
    return issue.keys.map((key) => ({ path: printPath([...path, key]), message: "is not a known name here" }));
  }
  return [{ path: printPath(path) || "the file", message: issue.message }];
}

export function printPath(path: PropertyKey[]): string {
  let out = "";
  for (const step of path) {
    if (typeof step === "number") out += `[${step}]`;
    else if (/^\w+$/.test(String(step))) out += out ? `.${String(step)}` : String(step);
    else out += `["${String(step)}"]`;
  }
  return out;
}

function show(value: unknown): string {
  return value === undefined ? "nothing" : (JSON.stringify(value) ?? String(value)).slice(0, 40);
}
