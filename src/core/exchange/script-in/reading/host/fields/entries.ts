/** What is entered in a form (XMLHttpRequest, FormData), as its markup and its script say: what is typed is a person's own. */
import { ITERATOR, iteratorOf } from "../../builtins";
import type { Context } from "../../context";
import type { PageElement } from "../../page";
import { isA, type Js, type JsObject, list, methodsOf, textOf } from "../../values";
import { isCheckable } from "../native";
import { fieldValue } from "./values";

/** Fields whose entries are none, whatever they say (HTML §4.10.22.4). */
const silent = /^(submit|button|reset|image|file)$/i;

function entriesOf(r: Context, form: PageElement): [string, string][] {
  const { page, store } = r;
  const said = (e: PageElement, name: string): string | null => page.attribute(e, name, store);
  const isOff = (e: PageElement): boolean =>
    said(e, "disabled") !== null || page.closest("fieldset[disabled]", e, store) !== null;
  return page.all("input[name], select[name], textarea[name]", form, store).flatMap((e): [string, string][] => {
    const name = said(e, "name") ?? "";
    if (!name || isOff(e) || silent.test(said(e, "type") ?? "")) return [];
    return isCheckable(e) && said(e, "checked") === null ? [] : [[name, fieldValue(r, e)]];
  });
}

/** As many entries of a name as there are, in their order. */
export function entered(r: Context, form: Js): JsObject {
  const of = isA(form, "element") ? entriesOf(r, form.element) : [];
  const entries = list(of.map((pair) => list(pair)));
  const pairs = (): [Js, Js][] => entries.items.map((e) => r.items(e) as [Js, Js]);
  const named = (name: Js): Js[] => pairs().flatMap(([n, value]) => (n === textOf(name) ? [value] : []));
  const put = (items: Js[]): undefined => {
    r.heap.touch(entries);
    entries.items = items;
  };
  const add = ([name, value]: Js[]): undefined => put([...entries.items, list([textOf(name), textOf(value)])]);
  const drop = ([name]: Js[]): undefined => put(entries.items.filter((e) => r.items(e)[0] !== textOf(name)));
  const through = (items: () => Js[]) => (): Js => iteratorOf(r, list(items()));
  const all = through(() => pairs().map((pair) => list(pair)));
  const set = (args: Js[]): undefined => {
    const at = pairs().findIndex(([n]) => n === textOf(args[0]));
    const made = list([textOf(args[0]), textOf(args[1])]);
    drop(args);
    put(at < 0 ? [...entries.items, made] : entries.items.toSpliced(at, 0, made));
  };
  return methodsOf(
    {
      [ITERATOR]: all,
      get: ([name]) => named(name)[0] ?? null,
      getAll: ([name]) => list(named(name)),
      has: ([name]) => named(name).length > 0,
      set,
      append: add,
      delete: drop,
      entries: all,
      keys: through(() => pairs().map(([name]) => name)),
      values: through(() => pairs().map(([, value]) => value)),
      forEach: ([each]) => {
        for (const [name, value] of pairs()) r.call(each, [value, name], undefined);
        return undefined;
      },
      toString: () => "",
    },
    [entries],
  );
}
