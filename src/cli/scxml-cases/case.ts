/** Cases of the SCXML recommendation, each run through `lively trace`. */
import { mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { trace } from "../trace";

/** One case: a chart, what is done to it, and what the recommendation says must come of it. */
export interface Case {
  /** Section of the W3C SCXML recommendation of 1 September 2015. */
  section: string;
  says: string;
  /** What stands inside `<scxml>`; or a whole document. */
  chart: string;
  initial?: string;
  steps?: string[];
  /** Active atomic states after the start and after each step. */
  active: string[];
  /** Everything that was logged, in order. */
  log?: string[];
  data?: Record<string, unknown>;
  done?: boolean;
}

export const whole = (c: Pick<Case, "chart" | "initial">): string =>
  c.chart.startsWith("<?xml") || c.chart.startsWith("<scxml")
    ? c.chart
    : `<scxml xmlns="http://www.w3.org/2005/07/scxml" version="1.0" datamodel="ecmascript"${c.initial ? ` initial="${c.initial}"` : ""}>${c.chart}</scxml>`;

/** A state that logs its coming and going. */
export const loud = (id: string, inner = "", attributes = ""): string =>
  `<state id="${id}"${attributes ? ` ${attributes}` : ""}><onentry><log expr="'+${id}'"/></onentry><onexit><log expr="'-${id}'"/></onexit>${inner}</state>`;

const folder = mkdtempSync(join(tmpdir(), "lively-trace-"));
let files = 0;

/** What the command gives for a chart: its exit code, its lines read, and what it says is wrong, without the file's name. */
export function traced(text: string, steps: readonly string[] = []) {
  const path = join(folder, `${files++}.scxml`);
  writeFileSync(path, text);
  const out: string[] = [];
  const err: string[] = [];
  const code = trace(path, steps, { out: (t) => out.push(t), err: (t) => err.push(t) });
  return { code, err: err.join("\n").replaceAll(`${path}: `, ""), lines: out.map((l) => JSON.parse(l)) };
}

export function runCases(what: string, cases: readonly Case[]): void {
  describe.each(cases.map((c) => [`§${c.section} ${c.says}`, c] as const))(`${what}: %s`, (_name, c) => {
    it("holds", () => {
      expect(c.section).toMatch(/^(\d|[A-D](\.|$))/);
      const { code, err, lines } = traced(whole(c), c.steps);
      expect(err).toBe("");
      expect(code).toBe(0);
      expect(lines.map((l) => l.configuration.join(" "))).toEqual(c.active);
      expect(lines.map((l) => [l.step, l.did])).toEqual(["start", ...(c.steps ?? [])].map((did, i) => [i, did]));
      if (c.log) expect(lines.flatMap((l) => l.log)).toEqual(c.log);
      if (c.data) expect(lines.at(-1).data).toEqual(c.data);
      expect(lines.at(-1).done).toBe(c.done ?? false);
    });
  });
}
