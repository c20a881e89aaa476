/** What scripts make with `new`. */
import type * as acorn from "acorn";
import type { Context } from "./context";
import { errorOf } from "./host";
import { type Js, NotUnderstood, native, textOf } from "./values";

/** What watches whether elements are in view is known; nothing else is made anew. */
export function madeAnew(r: Context, node: acorn.NewExpression, args: readonly Js[]): Js {
  if (node.callee.type === "Identifier" && /^(\w*Error)$/.test(node.callee.name)) {
    const [message] = args;
    return errorOf(message === undefined ? "" : textOf(message));
  }
  if (node.callee.type !== "Identifier" || node.callee.name !== "IntersectionObserver")
    throw new NotUnderstood(r.line(node), r.source.slice(node.start, node.end).replace(/\s+/g, " ").slice(0, 80));
  const [fn, options] = args;
  const said = typeof options === "object" && options?.is === "object" ? options.of.get("threshold") : undefined;
  const first = typeof said === "object" && said?.is === "list" ? said.items[0] : said;
  const ratio = typeof first === "number" ? first : 0;
  const methods: Record<string, (args: Js[]) => Js> = {
    observe: ([e]) => {
      if (typeof e !== "object" || e?.is !== "element") throw new NotUnderstood(r.line(node), "what is observed");
      return r.listen(e.element, "in view", fn, { is: "object", of: new Map([["ratio", ratio]]) });
    },
    // What is seen once and then let be is seen again without a difference.
    unobserve: () => undefined,
    disconnect: () => undefined,
  };
  return { is: "object", of: new Map(Object.entries(methods).map(([name, call]) => [name, native(name, call)])) };
}
