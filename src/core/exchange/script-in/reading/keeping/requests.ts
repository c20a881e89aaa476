/** Requests that scripts make. Each is one by its place, its address and its method; what waits for the answer may differ. */
import type * as acorn from "acorn";
import { answered, promised, settle } from "../builtins";
import type { Asked, Working } from "../context";
import { BROWSER } from "../heap";
import type { Store } from "../page";
import { isA, type Js, type JsObject, type JsPromise, NotUnderstood, native, object } from "../values";

/** So many ways in which one request can be waited for are told apart. */
const MOST = 8;
const keyOf = (name: string): string => `${BROWSER}request ${name}`;
const GIVEN_UP = "<given up>";

export class Requests {
  /** Each as it was made at first. */
  readonly list = new Map<string, Asked>();
  private made: Asked[] = [];
  /** What waits for an answer keeps what was so when it was asked for: variables of the function that goes on then. */
  private readonly ways = new Map<string, { sign: string; asked: Asked }[]>();

  constructor(
    private readonly r: Working,
    /** Places of those whose answer changes what others keep that are under way. */
    private readonly places: ReadonlySet<number>,
  ) {}
  /** What waits for those is part of how the page is. */
  private readonly running = object();

  make(method: string, path: string, node: acorn.Node, signal: Js): JsPromise {
    if (isA(signal, "object") && signal.of.get("aborted") === true) return promised("broken", signal.of.get("reason"));
    const line = this.r.line(node);
    const known = [...this.list.values()].find((q) => q.line === line && q.path === path && q.method === method);
    const stem = path.split("/").findLast((piece) => /^[A-Za-z][\w-]*$/.test(piece)) ?? "request";
    let name = known?.name ?? stem;
    for (let n = 2; !known && this.list.has(name); n++) name = `${stem}-${n}`;
    const promise = promised();
    const asked: Asked = { name, method, path, line, at: node.start, promise, world: new Map() };
    if (!known) this.list.set(name, asked);
    this.made.push(asked);
    if (this.places.has(asked.at)) {
      this.r.heap.touch(this.running);
      this.running.of.set(name, promise);
    }
    this.r.effect({ do: "request", request: name });
    if (isA(signal, "object")) this.untilAborted(name, promise, signal);
    return promise;
  }

  /** Whoever waits for the answer is told that it was given up (Fetch §5.6); it does not come any more. */
  private untilAborted(name: string, promise: JsPromise, signal: JsObject): void {
    const key = `#${name}`;
    const isHeard = signal.of.has(key);
    this.r.heap.touch(signal);
    // However often it is made, the last one is meant.
    signal.of.set(key, promise);
    if (isHeard) return;
    const give = (): undefined => {
      const last = signal.of.get(key);
      if (!isA(last, "promise") || last.state !== "waiting") return;
      settle(this.r, last, "broken", signal.of.get("reason"));
      this.r.write(keyOf(name), GIVEN_UP);
      this.r.effect({ do: "give up", request: name });
    };
    this.r.call(this.r.member(signal, "addEventListener"), ["abort", native("abort", give, [signal])], signal);
  }

  /** The act is over: what waits for the answers is known now. */
  settle(): void {
    const made = this.made;
    this.made = [];
    for (const asked of made) {
      const { name, promise } = asked;
      asked.world = this.r.heap.worldOf([promise]);
      if (this.places.has(asked.at)) continue;
      const sign = this.r.heap.signOf(promise);
      const ways = this.ways.get(name) ?? [];
      this.ways.set(name, ways);
      let way = ways.findIndex((w) => w.sign === sign);
      if (way < 0) way = ways.length;
      if (way === MOST) throw new NotUnderstood(asked.line, "what is kept until the answer, which differs each time");
      ways[way] = { sign, asked };
      if (way > 0) this.r.write(keyOf(name), `<${way}>`);
      else this.r.erase(keyOf(name));
    }
  }

  /** One that is under way, as it was made. */
  underWay(name: string, store: Store): Asked {
    const way = /^<(\d+)>$/.exec(String(store.get(keyOf(name))))?.[1] ?? 0;
    return this.ways.get(name)?.[Number(way)]?.asked ?? this.list.get(name)!;
  }

  comes(name: string, ok: boolean, store: Store): void {
    const now = this.running.of.get(name);
    const isGivenUp = store.get(keyOf(name)) === GIVEN_UP;
    const { promise } = this.underWay(name, store);
    this.r.erase(keyOf(name));
    this.r.heap.touch(this.running);
    this.running.of.delete(name);
    if (!isGivenUp) answered(this.r, isA(now, "promise") ? now : promise, ok);
  }

  /** What the browser keeps of the script's by them. */
  kept(): Js[] {
    return [this.running];
  }
}
