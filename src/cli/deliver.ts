/** `lively deliver`: component files turned into the code of a project, as often as they change. */
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, watch, writeFileSync } from "node:fs";
import { basename, dirname, join } from "node:path";
import { deliverTo, type File, formatted, laidOut, type TargetKey } from "../core/deliver";
import { defaultBounds, type Proof, proveNow } from "../core/proof";
import type { Output } from "./check";
import { readDocument } from "./files";

export interface DeliverWishes {
  to: TargetKey;
  out: string;
  /** Overwrites what was changed by hand, or was never written by it. */
  force?: boolean;
  /** Whether each component is proved first, so that its files can say what was shown. */
  proof?: boolean;
}

/** What was written into a folder, by path, with the hash of what it was. */
const RECORD = ".lively-delivered.json";
type Record_ = Record<string, string>;

const hash = (text: string): string => createHash("sha256").update(text).digest("hex");

function recordIn(out: string): Record_ {
  try {
    const said: unknown = JSON.parse(readFileSync(join(out, RECORD), "utf8"));
    return said && typeof said === "object" ? Object.assign(Object.create(null), said) : Object.create(null);
  } catch {
    return Object.create(null);
  }
}

/**
 * Writes the files of each component into one folder.
 * @returns the exit code: 0; 1 where something cannot be delivered or would be lost; 2 where a file cannot be read
 */
export async function deliver(files: readonly string[], wishes: DeliverWishes, output: Output): Promise<0 | 1 | 2> {
  let code: 0 | 1 | 2 = 0;
  const made = new Map<string, { text: string; from: string }>();
  for (const file of files) {
    const read = readDocument(file);
    if (!read.ok) {
      for (const p of read.problems) output.err(`${file}: ${p.path}: ${p.message}`);
      code = 2;
      continue;
    }
    const proof: Proof | null =
      wishes.proof === false ? null : proveNow(read.doc, { situations: defaultBounds.situations });
    const result = deliverTo(wishes.to, read.doc, proof);
    if (!result.ok) {
      for (const p of result.problems) output.err(`${file}: ${p.path}: ${p.message}`);
      code = code === 2 ? 2 : 1;
      continue;
    }
    for (const note of result.notes) output.out(`${file}: ${note}`);
    const laid = await formatted(result.files, laidOut);
    const clash = laid.find((f) => made.has(f.path) && made.get(f.path)!.text !== f.text);
    if (clash) {
      output.err(
        `${file}: ${clash.path} is written for ${made.get(clash.path)!.from} already; give one of them another name`,
      );
      code = code === 2 ? 2 : 1;
      continue;
    }
    for (const f of laid) made.set(f.path, { text: f.text, from: file });
  }
  const kept = write(
    [...made].map(([path, { text }]) => ({ path, text })),
    wishes,
    output,
  );
  return code === 0 && kept ? 1 : code;
}

/** @returns true where something was left as it is, because it would have been lost */
function write(files: readonly File[], { out, force }: DeliverWishes, output: Output): boolean {
  const record = recordIn(out);
  let kept = false;
  for (const { path, text } of files) {
    const at = join(out, path);
    const before = existsSync(at) ? readFileSync(at, "utf8") : null;
    if (before === text) {
      record[path] = hash(text);
      continue;
    }
    if (before !== null && !force && record[path] !== hash(before)) {
      const why = record[path] ? "was changed by hand" : "was not written by this command";
      output.err(`${at}: ${why}, and is left as it is; --force overwrites it`);
      kept = true;
      continue;
    }
    mkdirSync(dirname(at), { recursive: true });
    writeFileSync(at, text);
    record[path] = hash(text);
    output.out(`wrote ${at}`);
  }
  if (files.length) {
    mkdirSync(out, { recursive: true });
    writeFileSync(join(out, RECORD), `${JSON.stringify(record, null, 2)}\n`);
  }
  return kept;
}

/** Delivers anew whenever one of the files changes, until `signal` ends it. */
export function watchFiles(files: readonly string[], signal: AbortSignal, changed: (file: string) => void): void {
  for (const file of files) {
    // Editors put a new file in place of the old one: the folder is told of both.
    let waiting: NodeJS.Timeout | undefined;
    watch(dirname(file), { signal }, (_event, name) => {
      if (name !== basename(file)) return;
      clearTimeout(waiting);
      waiting = setTimeout(() => changed(file), 50);
    });
  }
}
