/** `lively trace`: a chart or component run step by step, one JSON object a line. */
import { type Component, isEventName } from "../core/model";
import { compile, type Program } from "../core/program";
import { advance, type Result, type RunState, type Step, start, stimulate } from "../core/run";
import { activeNames } from "../core/surface";
import type { Output } from "./check";
import { readDocument } from "./files";

type Act = { send: string } | { wait: number };

/** @returns the act, or what is wrong with the word */
function readAct(word: string): Act | string {
  const found = /^(send|wait):(.*)$/s.exec(word);
  if (!found) return `“${word}”: a step is send:NAME or wait:MS`;
  const [, kind, value] = found;
  if (kind === "send")
    return isEventName(value) ? { send: value } : `“${word}”: “${value}” is not the name of an event`;
  const ms = Number(value);
  if (!/^\d+(\.\d+)?$/.test(value) || ms > 86_400_000_000)
    return `“${word}”: a wait is a number of milliseconds, such as wait:250`;
  return { wait: ms };
}

/**
 * Runs a file and prints what it is like after the start and after each step.
 * @returns the exit code: 0, or 2 where file or steps could not be read
 */
export function trace(file: string, words: readonly string[], output: Output): 0 | 2 {
  const read = readDocument(file);
  if (!read.ok) {
    for (const p of read.problems) output.err(`${file}: ${p.path}: ${p.message}`);
    return 2;
  }
  const acts = words.map(readAct);
  const wrong = acts.filter((a): a is string => typeof a === "string");
  for (const message of wrong) output.err(message);
  if (wrong.length) return 2;
  const run = new Tracer(read.doc);
  output.out(run.line(0, "start"));
  (acts as Act[]).forEach((act, i) => {
    run.do(act);
    output.out(run.line(i + 1, words[i]));
  });
  return 0;
}

export class Tracer {
  readonly program: Program;
  private state: RunState;
  private log: string[] = [];

  constructor(doc: Component) {
    this.program = compile(doc);
    const { state, step } = start(this.program);
    this.note(step);
    this.state = this.settle(state);
  }

  do(act: Act): void {
    if ("wait" in act) {
      this.state = advance(this.program, this.state, this.state.now + act.wait, (r) => this.note(r.step));
      return;
    }
    const { state, step }: Result = stimulate(this.program, this.state, { send: act.send });
    this.note(step);
    this.state = this.settle(state);
  }

  /** What is due at this very instant. */
  private settle(state: RunState): RunState {
    return advance(this.program, state, state.now, (r) => this.note(r.step));
  }

  private note(step: Step): void {
    this.log.push(...step.log);
  }

  line(step: number, did: string): string {
    const { program, state } = this;
    const data = Object.fromEntries(program.data.map((d, i) => [d.name, state.data[i]]));
    const { log } = this;
    this.log = [];
    return JSON.stringify({ step, did, configuration: activeNames(program, state), data, log, done: state.done });
  }
}
