/** What goes through something one by one: through a list and the like, or as an object itself says (ECMA-262 §27.1). */
import type { Context } from "../context";
import { isA, isTrue, type Js, type JsObject, list, NotUnderstood, native, object, symbol } from "../values";

export const ITERATOR = symbol("iterator");
const ASYNC = symbol("asyncIterator");
/** Of one that goes through a list: the list, and how far it is. */
const [OF, AT] = ["#<of>", "#<at>"];
/** Longer than anything that a component goes through. */
const MOST = 20_000;

/** Whoever can be asked for the next one, and is gone through by being asked. */
export const iterator = (next: (self: JsObject, value: Js) => Js, more: Readonly<Record<string, Js>> = {}): JsObject =>
  object({
    next: native("next", ([v], self) => next(self as JsObject, v)),
    [ITERATOR]: native("itself", (_args, self) => self),
    [ASYNC]: native("itself", (_args, self) => self),
    ...more,
  });
export const answer = (value: Js, done: boolean): JsObject => object({ value, done });

/** Methods of what goes through something that give another of the kind, or what comes of all (§27.1.4). */
const helpers = ["map", "filter", "flatMap", "reduce", "forEach", "some", "every", "find"];

/** @throws NotUnderstood for what cannot be gone through */
export function iteratorOf(r: Context, v: Js): Js {
  if (isA(v, "object")) {
    for (const name of [ITERATOR, ASYNC]) {
      const by = r.member(v, name);
      if (by !== undefined) return r.call(by, [], v);
    }
    throw new NotUnderstood(null, "going through this");
  }
  const through = iterator((self) => {
    const items = r.items(self.of.get(OF));
    const at = Number(self.of.get(AT));
    if (at >= items.length) return answer(undefined, true);
    r.heap.touch(self);
    self.of.set(AT, at + 1);
    return answer(items[at], false);
  });
  const rest = (self: Js): Js => list([...iterate(r, self)]);
  for (const name of helpers)
    through.of.set(
      name,
      native(name, (args, self) => {
        const all = rest(self);
        const said = r.call(r.member(all, name), args, all);
        return isA(said, "list") ? iteratorOf(r, said) : said;
      }),
    );
  through.of.set(
    "toArray",
    native("toArray", (_args, self) => rest(self)),
  );
  through.of.set(
    "take",
    native("take", ([n], self) => iteratorOf(r, list(firstOf(r, self, Number(n))))),
  );
  return object({ [OF]: goesAlong(v) ? v : list(r.items(v)), [AT]: 0 }, through);
}

/** @returns null where there is none any more */
export function nextOf(r: Context, iterator: Js): { value: Js } | null {
  const said = r.call(r.member(iterator, "next"), [], iterator);
  return isTrue(r.member(said, "done")) ? null : { value: r.member(said, "value") };
}

/** It is left before its end (§7.4.11). */
function close(r: Context, iterator: Js): void {
  const left = r.member(iterator, "return");
  if (left !== undefined) r.call(left, [], iterator);
}

/** Goes on once it is left before its end. */
export const closing =
  <V>(r: Context, iterator: Js, go: (v: V) => void) =>
  (v: V): void => {
    close(r, iterator);
    go(v);
  };

/** What is put into it while it is gone through is come to, and what goes from it is not. */
const goesAlong = (v: Js): boolean => isA(v, "list") || (isA(v, "native") && v.host?.items !== undefined);

/** One by one, as far as somebody asks; left before the end it is told so. */
export function* iterate(r: Context, v: Js): Generator<Js> {
  if (!isA(v, "object")) {
    if (!goesAlong(v)) yield* [...r.items(v)];
    else
      for (let at = 0; at < r.items(v).length; at++) {
        if (at > MOST) throw new NotUnderstood(null, "going through this without an end");
        yield r.items(v)[at];
      }
    return;
  }
  const through = iteratorOf(r, v);
  let over = false;
  try {
    for (let n = 0; ; n++) {
      if (n > MOST) throw new NotUnderstood(null, "going through this without an end");
      const next = nextOf(r, through);
      over = next === null;
      if (!next) return;
      yield next.value;
    }
  } finally {
    if (!over) close(r, through);
  }
}

/** The first of them: of what has no end, nobody asks for more. */
export function firstOf(r: Context, v: Js, most: number): Js[] {
  if (!isA(v, "object")) return r.items(v);
  const out: Js[] = [];
  if (most > 0)
    for (const item of iterate(r, v)) {
      out.push(item);
      if (out.length >= most) break;
    }
  return out;
}
