/** An `await` or a `yield` in the middle of an expression, taken out of it: what waits stands in a statement of its own before it. */
import type * as acorn from "acorn";
import { NotUnderstood } from "../../values";
import { isNode, waits } from "./awaits";

const done = new WeakMap<acorn.Node, acorn.Statement[] | null>();
/** @returns statements that do the same, each with one `await` at most; null where that is not told */
export function lifted(node: acorn.Statement): acorn.Statement[] | null {
  let found = done.get(node);
  if (found === undefined) {
    try {
      found = new Lift().statement(node);
    } catch (error) {
      if (!(error instanceof NotUnderstood)) throw error;
      found = null;
    }
    done.set(node, found);
  }
  return found;
}

/** A name that no script can write: of a function that gives what goes through a value one by one. */
export const ITERATOR_OF = "<iterator of>";

type At = Pick<acorn.Node, "start" | "end" | "loc">;
const at = ({ start, end, loc }: acorn.Node): At => ({ start, end, loc });
const nameAt = (n: acorn.Node, name: string): acorn.Identifier => ({ ...at(n), type: "Identifier", name });

const literal = (n: acorn.Node, value: true | null): acorn.Literal => ({
  ...at(n),
  type: "Literal",
  value,
  raw: String(value),
});
const unary = (operator: "!" | "void", argument: acorn.Expression, n: acorn.Node): acorn.UnaryExpression => ({
  ...at(n),
  type: "UnaryExpression",
  operator,
  prefix: true,
  argument,
});
const binary = (
  left: acorn.Expression,
  operator: acorn.BinaryOperator,
  right: acorn.Expression,
  n: acorn.Node,
): acorn.BinaryExpression => ({ ...at(n), type: "BinaryExpression", operator, left, right });
/** left = right; */
const given = (left: acorn.Pattern, right: acorn.Expression, n: acorn.Node): acorn.ExpressionStatement => ({
  ...at(n),
  type: "ExpressionStatement",
  expression: { ...at(n), type: "AssignmentExpression", operator: "=", left, right },
});
const declared = (id: acorn.Pattern, init: acorn.Expression | null): acorn.VariableDeclaration => {
  const declarator: acorn.VariableDeclarator = { ...at(id), type: "VariableDeclarator", id, init };
  return { ...at(id), type: "VariableDeclaration", kind: "let", declarations: [declarator] };
};
const endless = (node: acorn.Node, body: acorn.Statement[]): acorn.WhileStatement => {
  return {
    ...at(node),
    type: "WhileStatement",
    test: literal(node, true),
    body: { ...at(node), type: "BlockStatement", body },
  };
};

class Lift {
  private before: acorn.Statement[] = [];

  statement(node: acorn.Statement): acorn.Statement[] | null {
    let last: acorn.Statement[] | null = null;
    if (node.type === "ExpressionStatement") last = [{ ...node, expression: this.expression(node.expression) }];
    else if (node.type === "ReturnStatement" || node.type === "ThrowStatement")
      last = [{ ...node, argument: node.argument && this.expression(node.argument) } as acorn.Statement];
    else if (node.type === "IfStatement") last = [{ ...node, test: this.expression(node.test) }];
    else if (node.type === "SwitchStatement") last = [{ ...node, discriminant: this.expression(node.discriminant) }];
    else if (node.type === "ForOfStatement" && node.await) last = this.oneByOne(node);
    else if (node.type === "ForOfStatement" || node.type === "ForInStatement")
      last = [{ ...node, right: this.expression(node.right) }];
    else if (node.type === "VariableDeclaration") last = this.declarations(node);
    else if (node.type === "WhileStatement") {
      // while (await a) b → while (true) { if (!await a) break; b }
      const leave: acorn.BreakStatement = { ...at(node), type: "BreakStatement" };
      const test = unary("!", node.test, node);
      const out: acorn.IfStatement = { ...at(node), type: "IfStatement", test, consequent: leave };
      last = [endless(node, [out, node.body])];
    }
    return last && [...this.before, ...last];
  }

  /** for await (a of b) c → let it = iterator of b; while (true) { let one = await it.next(); if (one.done) break; a = await one.value; c } */
  private oneByOne(node: acorn.ForOfStatement): acorn.Statement[] {
    const name = (word: string): acorn.Identifier => nameAt(node, `<${word} ${node.start}>`);
    const of = (object: acorn.Expression, property: string): acorn.MemberExpression => {
      const key = nameAt(node, property);
      return { ...at(node), type: "MemberExpression", object, property: key, computed: false, optional: false };
    };
    const call = (callee: acorn.Expression, args: acorn.Expression[]): acorn.CallExpression => {
      return { ...at(node), type: "CallExpression", callee, arguments: args, optional: false };
    };
    const waited = (argument: acorn.Expression): acorn.AwaitExpression => {
      return { ...at(node), type: "AwaitExpression", argument };
    };
    const [one, value] = [name("one"), name("value")];
    const { left } = node;
    const out: acorn.BreakStatement = { ...at(node), type: "BreakStatement" };
    this.declare(name("each"), call(nameAt(node, ITERATOR_OF), [this.expression(node.right)]));
    const body: acorn.Statement[] = [
      declared(one, waited(call(of(name("each"), "next"), []))),
      { ...at(node), type: "IfStatement", test: of(one, "done"), consequent: out },
      declared(value, waited(of(one, "value"))),
      left.type === "VariableDeclaration" ? declared(left.declarations[0].id, value) : given(left, value, node),
      node.body,
    ];
    return [endless(node, body)];
  }

  /** One after the other: what waits in a later one sees the names before it. */
  private declarations(node: acorn.VariableDeclaration): acorn.Statement[] {
    const { before } = this;
    const out: acorn.Statement[] = [];
    for (const d of node.declarations) {
      this.before = [];
      const init = d.init ? this.expression(d.init, true) : d.init;
      out.push(...this.before, { ...node, declarations: [{ ...d, init }] });
    }
    this.before = before;
    return out;
  }

  /** @param whole an `await` may stand there, for it is all that is given to a name */
  private expression<T extends acorn.Node>(node: T, whole = false): T {
    return (waits(node) ? this.taken(node as unknown as acorn.Expression, whole) : node) as T;
  }
  private taken(node: acorn.Expression | acorn.SpreadElement | acorn.Property, whole: boolean): acorn.Node {
    switch (node.type) {
      case "Property": {
        const [value, key] = this.inOrder(node.computed ? [node.key, node.value] : [node.value]).reverse();
        return { ...node, key: key ?? node.key, value } as acorn.Property;
      }
      case "AwaitExpression":
      case "YieldExpression": {
        const bare = { ...node, argument: node.argument && this.expression(node.argument) };
        return whole ? bare : this.named(bare);
      }
      case "LogicalExpression":
        return this.either(node);
      case "ConditionalExpression":
        return this.choice(node);
      case "SequenceExpression":
        for (const e of node.expressions.slice(0, -1))
          this.before.push({ ...at(e), type: "ExpressionStatement", expression: this.expression(e) });
        return this.expression(node.expressions.at(-1)!, whole);
      case "AssignmentExpression":
        return this.assignment(node);
      case "CallExpression":
      case "NewExpression": {
        const callee = this.called(node.callee, node.arguments.some(waits));
        return { ...node, callee, arguments: this.inOrder(node.arguments) } as acorn.Expression;
      }
      case "MemberExpression":
        return this.member(node);
      case "ChainExpression":
        return this.chain(node);
    }
    const copy = { ...node } as Record<string, unknown>;
    const keys = Object.keys(node).filter((key) => key !== "loc");
    const nodes = keys.flatMap((key) => [copy[key]].flat()).filter(isNode);
    const done = new Map(this.inOrder(nodes).map((n, i) => [nodes[i], n]));
    const other = (v: unknown): unknown => (isNode(v) ? done.get(v) : v);
    for (const key of keys) copy[key] = Array.isArray(copy[key]) ? copy[key].map(other) : other(copy[key]);
    return copy as unknown as acorn.Expression;
  }

  /** One after the other: what comes before something that waits is worked out before it (ECMA-262 §13, evaluation order). */
  private inOrder(nodes: readonly acorn.Node[]): acorn.Node[] {
    const last = nodes.findLastIndex(waits);
    return nodes.map((n, i) => (i > last ? n : i === last ? this.expression(n) : this.fixed(n)));
  }
  /** It has its value from here on. */
  private fixed(node: acorn.Node): acorn.Node {
    const e = node as acorn.Expression | acorn.SpreadElement | acorn.Property | acorn.Super;
    switch (e.type) {
      case "Literal":
      case "ThisExpression":
      case "Super":
      case "FunctionExpression":
      case "ArrowFunctionExpression":
        return e;
      case "SpreadElement":
        return { ...e, argument: this.fixed(e.argument) } as acorn.SpreadElement;
      case "Property":
        return { ...e, key: e.computed ? this.fixed(e.key) : e.key, value: this.fixed(e.value) } as acorn.Property;
    }
    if (node.type === "TemplateElement" || node.type === "PrivateIdentifier") return node;
    return this.named(this.expression(e), "before");
  }
  private called(callee: acorn.Node, isBefore: boolean): acorn.Node {
    if (callee.type === "MemberExpression") return this.member(callee as acorn.MemberExpression);
    if (callee.type === "Identifier" || callee.type === "Super" || !isBefore) return this.expression(callee);
    return this.fixed(callee);
  }
  /** What it is asked of is worked out before; nobody gives another thing that name meanwhile. */
  private member(node: acorn.MemberExpression): acorn.Node {
    const object = node.object.type === "Identifier" ? node.object : this.fixed(node.object);
    const property = node.computed ? this.expression(node.property) : node.property;
    return { ...node, object, property } as acorn.MemberExpression;
  }
  /** What comes after the first `?.` is waited for only where there is something before it. */
  private chain(node: acorn.ChainExpression): acorn.Node {
    const above: (acorn.MemberExpression | acorn.CallExpression)[] = [];
    let e = node.expression as acorn.Node;
    while (e.type === "MemberExpression" || e.type === "CallExpression") {
      const link = e as acorn.MemberExpression | acorn.CallExpression;
      above.unshift(link);
      e = link.type === "MemberExpression" ? link.object : link.callee;
    }
    const first = above.findIndex((link) => link.optional);
    const [link, ...rest] = above.slice(first);
    const base = link.type === "MemberExpression" ? link.object : link.callee;
    // Called so, it would have to keep what it was found at.
    if (link.type === "CallExpression" && base.type === "MemberExpression")
      throw new NotUnderstood(null, "how this waits");
    const there = this.fixed(base) as acorn.Identifier;
    const onto = (of: acorn.Node, l: (typeof above)[number], optional: boolean): acorn.Node =>
      l.type === "MemberExpression"
        ? ({ ...l, object: of, optional } as acorn.MemberExpression)
        : ({ ...l, callee: of, optional } as acorn.CallExpression);
    let whole = onto(there, link, false);
    for (const l of rest) whole = onto(whole, l, l.optional);
    if (rest.some((l) => l.optional)) whole = { ...node, expression: whole } as acorn.ChainExpression;
    const nothing = literal(node, null);
    const choice: acorn.ConditionalExpression = {
      ...at(node),
      type: "ConditionalExpression",
      test: binary(there, "!=", nothing, node),
      consequent: whole as acorn.Expression,
      alternate: unary("void", nothing, node),
    };
    return waits(whole) ? this.choice(choice) : choice;
  }

  private assignment(node: acorn.AssignmentExpression): acorn.Node {
    const { operator } = node;
    if (node.left.type !== "Identifier" && node.left.type !== "MemberExpression") {
      if (waits(node.left)) throw new NotUnderstood(null, "how this waits");
      return { ...node, right: this.expression(node.right) } as acorn.Expression;
    }
    const left = node.left.type === "MemberExpression" ? (this.member(node.left) as acorn.MemberExpression) : node.left;
    if (operator === "=") return { ...node, left, right: this.expression(node.right) } as acorn.Expression;
    const give = (right: acorn.Expression): acorn.AssignmentExpression => ({ ...node, operator: "=", left, right });
    const by = operator.slice(0, -1);
    if (/^(\|\||&&|\?\?)$/.test(by))
      return this.either({
        ...at(node),
        type: "LogicalExpression",
        operator: by as acorn.LogicalOperator,
        left,
        right: give(node.right),
      });
    const before = this.named({ ...left }, "before") as acorn.Expression;
    const right = this.expression(node.right);
    return give(binary(before, by as acorn.BinaryOperator, right, node));
  }

  private named(value: acorn.Node, as = "await"): acorn.Node {
    const id = nameAt(value, `<${as} ${value.start} ${value.end}>`);
    this.declare(id, value as acorn.Expression);
    return id;
  }
  private declare(id: acorn.Identifier, init: acorn.Expression | null): void {
    this.before.push(declared(id, init));
  }

  /** What stands there only under a condition waits only then. */
  private under(
    test: acorn.Expression,
    id: acorn.Identifier,
    yes: acorn.Expression,
    no: acorn.Expression | null,
  ): void {
    const block = (value: acorn.Expression): acorn.BlockStatement => {
      const lift = new Lift();
      const last = given(id, lift.expression(value), id);
      return { ...at(id), type: "BlockStatement", body: [...lift.before, last] };
    };
    this.before.push({
      ...at(id),
      type: "IfStatement",
      test,
      consequent: block(yes),
      ...(no ? { alternate: block(no) } : {}),
    });
  }
  private either(node: acorn.LogicalExpression): acorn.Identifier {
    const id = nameAt(node, `<either ${node.start}>`);
    this.declare(id, this.expression(node.left, true));
    const not = unary("!", id, node);
    const none = binary(id, "==", literal(node, null), node);
    this.under(node.operator === "&&" ? id : node.operator === "||" ? not : none, id, node.right, null);
    return id;
  }
  private choice(node: acorn.ConditionalExpression): acorn.Identifier {
    const id = nameAt(node, `<choice ${node.start}>`);
    const test = this.expression(node.test);
    this.declare(id, null);
    this.under(test, id, node.consequent, node.alternate);
    return id;
  }
}
