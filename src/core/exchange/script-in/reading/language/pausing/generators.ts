/** Functions with a star: left at each `yield`, and entered again when the next value is asked for (ECMA-262 §27.5, §27.6). */
import type * as acorn from "acorn";
import { answer, closing, iterator, iteratorOf, promised, settle, waiting } from "../../builtins";
import type { Context } from "../../context";
import {
  isA,
  isTrue,
  type Js,
  type JsObject,
  NotUnderstood,
  native,
  object,
  type Scope,
  Thrown,
  type Waiting,
} from "../../values";
import { type One, Run } from "./async";

/** Where it was left, kept as by a promise that only its caller waits for; and whom it answers, while it waits itself. */
const [LEFT, ASKED] = ["#<left>", "#<asked>"];
type How = "kept" | "broken" | "left";

interface Body {
  statements: readonly acorn.Statement[];
  scope: Scope;
  /** Does a statement that waits for nothing. */
  one: One;
  /** It may wait besides: whoever asks is given promises. */
  isAsync: boolean;
}

export const generatorOf = (r: Context, body: Body): JsObject => new Generator(r, body).made;

class Generator {
  readonly made: JsObject;
  private readonly left = promised();
  /** Of one that does not wait: what it came to while it was asked. */
  private out: JsObject | Thrown | null = null;
  private readonly queue: (() => void)[] = [];

  constructor(
    private readonly r: Context,
    private readonly body: Body,
  ) {
    const by = (how: How): Js => native(how, ([v]) => this.asked(how, v));
    const kin = iterator((_self, v) => this.asked("kept", v), { return: by("left"), throw: by("broken") });
    this.made = object({ [LEFT]: this.left }, kin);
    const run = new Run(r, body.one, {
      holds: [this.made],
      soon: (does) => void (body.isAsync ? r.soon(does) : this.queue.push(does)),
      yields: (value, w, whole) => (whole ? this.eachOf(iteratorOf(r, value), w) : this.give(value, w)),
    });
    const begin = (): void =>
      run.statements(body.statements, 0, body.scope, {
        next: () => this.end(undefined),
        ret: (v) => this.end(v),
        fail: (e) => this.fail(e),
        leave: () => {},
      });
    this.left.waiting.push({
      kept: begin,
      broken: (v) => this.fail(new Thrown(v)),
      left: (v) => this.end(v),
      at: body.statements[0]?.start ?? 0,
      scope: body.scope,
      holds: [],
    });
  }

  private asked(how: How, v: Js): Js {
    return this.body.isAsync ? this.askedLater(how, v) : this.askedNow(how, v);
  }
  /** What it was left with, which nobody can enter a second time. */
  private enter(): Waiting | undefined {
    const [w] = this.left.waiting;
    if (!w) return undefined;
    this.r.heap.touch(this.left);
    this.left.waiting = [];
    return w;
  }

  private askedNow(how: How, v: Js): Js {
    const w = this.enter();
    if (!w) {
      if (how === "broken") throw new Thrown(v);
      return answer(how === "left" ? v : undefined, true);
    }
    this.out = null;
    w[how]?.(v);
    for (let does = this.queue.shift(); does; does = this.queue.shift()) does();
    const out = this.out as JsObject | Thrown | null;
    if (out instanceof Thrown) throw out;
    return out ?? answer(undefined, true);
  }
  private askedLater(how: How, v: Js): Js {
    const { r, made } = this;
    if (isA(made.of.get(ASKED), "promise"))
      throw new NotUnderstood(null, "what is asked once more before it has answered");
    const asked = promised();
    const w = this.enter();
    if (w) {
      r.heap.touch(made);
      made.of.set(ASKED, asked);
      w[how]?.(v);
    } else if (how === "broken") settle(r, asked, "broken", v);
    else settle(r, asked, "kept", answer(how === "left" ? v : undefined, true));
    return asked;
  }

  private say(state: "kept" | "broken", value: Js): void {
    const { r, made } = this;
    const asked = made.of.get(ASKED);
    r.heap.touch(made);
    made.of.delete(ASKED);
    if (isA(asked, "promise")) settle(r, asked, state, value);
  }
  private end(v: Js): void {
    if (this.body.isAsync) this.say("kept", answer(v, true));
    else this.out = answer(v, true);
  }
  private fail(thrown: Thrown): void {
    if (this.body.isAsync) this.say("broken", thrown.value);
    else this.out = thrown;
  }

  /** Gives a value out, and is left. @param w how it goes on once it is asked again */
  private give(value: Js, w: Waiting): void {
    const { r, left } = this;
    const out = (v: Js): void => {
      r.heap.touch(left);
      left.waiting = [w];
      if (this.body.isAsync) this.say("kept", answer(v, false));
      else this.out = answer(v, false);
    };
    if (this.body.isAsync) waiting(r, value, { ...w, kept: out });
    else out(value);
  }
  /** Gives out what another has, one after the other; then it goes on itself. */
  private eachOf(through: Js, w: Waiting): void {
    const { r } = this;
    const holds = [...w.holds, through];
    const left = (v: Js): void => w.left?.(v);
    const after = { ...w, holds, broken: closing(r, through, w.broken), left: closing(r, through, left) };
    const took = (said: Js): void => {
      if (isTrue(r.member(said, "done"))) w.kept(r.member(said, "value"));
      else this.give(r.member(said, "value"), { ...after, kept: next });
    };
    const next = (): void => {
      const said = r.call(r.member(through, "next"), [], through);
      if (this.body.isAsync) waiting(r, said, { ...after, kept: took });
      else took(said);
    };
    next();
  }
}
