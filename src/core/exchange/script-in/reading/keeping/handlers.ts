/** Listeners that stand in markup, as the text of an attribute (HTML §8.1.8.1). */
import type * as acorn from "acorn";
import type { Working } from "../context";
import { parse, shift } from "../language";
import type { PageElement } from "../page";
import { elementOf, type FunctionNode, functionOf, isA, type Js, native, object, type Scope } from "../values";

export class Handlers {
  /** What is around every script. */
  top: Scope | null = null;
  private readonly functions = new Map<string, FunctionNode>();
  private readonly scopes = new Map<PageElement, Scope>();

  constructor(private readonly r: Working & { source: string }) {}

  /**
   * The element hears an event by it, in place of what it heard it by before.
   * @param line of the markup, or of the script that makes it
   * @throws an error with a place where it is no code
   */
  hear(e: PageElement, type: string, text: string, line: number): FunctionNode {
    const fn = this.functionOf(text, line);
    e.handlers = { ...e.handlers, [type]: text };
    this.r.listen(e, type, functionOf(fn, this.scopeIn(e), { self: elementOf(e) }), object({ property: true }));
    return fn;
  }

  /** A text that a timer is given in place of a function: a script of its own. */
  run(text: string, line: number): Js {
    return functionOf(this.functionOf(text, line), this.top!);
  }

  /** The same code is the same function, whenever it is read. */
  private functionOf(text: string, line: number): FunctionNode {
    const padded = `${"\n".repeat(Math.max(0, line - 1))}(function (event) { ${text}\n})`;
    const known = this.functions.get(padded);
    if (known) return known;
    const code = parse(padded);
    if ("error" in code) throw code.error;
    shift(code.program, this.r.source.length);
    this.r.source += padded;
    const fn = (code.program.body[0] as acorn.ExpressionStatement).expression as acorn.FunctionExpression;
    this.functions.set(padded, fn);
    return fn;
  }

  /** Names are looked for in the element, its form and the document, before all others. */
  private scopeIn(e: PageElement): Scope {
    const known = this.scopes.get(e);
    if (known) return known;
    const form = this.r.page.closest("form", e, this.r.store);
    let scope = this.top;
    for (const within of [native("document"), form && elementOf(form), elementOf(e)])
      if (isA(within, "native") || isA(within, "element")) scope = Object.assign(this.r.scope(scope), { within });
    this.scopes.set(e, scope!);
    return scope!;
  }
}
