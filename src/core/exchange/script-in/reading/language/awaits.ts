/** An `await` in the middle of an expression, taken out of it: what waits stands in a statement of its own before it. */
import type * as acorn from "acorn";

const known = new WeakMap<acorn.Node, boolean>();
/** An `await` stands in it, not in a function inside. */
export function waits(node: acorn.Node): boolean {
  let found = known.get(node);
  if (found === undefined) {
    found = node.type === "AwaitExpression" || (!/Function|Class/.test(node.type) && inner(node).some(waits));
    known.set(node, found);
  }
  return found;
}
/** The nodes that stand directly in one. */
export const inner = (node: acorn.Node): acorn.Node[] =>
  Object.entries(node).flatMap(([key, v]) =>
    key === "loc" ? [] : [v].flat().filter((n): n is acorn.Node => typeof n?.type === "string"),
  );

const done = new WeakMap<acorn.Node, acorn.Statement[] | null>();
/** @returns statements that do the same, each with one `await` at most; null where that is not told */
export function lifted(node: acorn.Statement): acorn.Statement[] | null {
  let found = done.get(node);
  if (found === undefined) {
    found = new Lift().statement(node);
    done.set(node, found);
  }
  return found;
}

type At = Pick<acorn.Node, "start" | "end" | "loc">;
const at = ({ start, end, loc }: acorn.Node): At => ({ start, end, loc });
const nameAt = (n: acorn.Node, name: string): acorn.Identifier => ({ ...at(n), type: "Identifier", name });

class Lift {
  private before: acorn.Statement[] = [];

  statement(node: acorn.Statement): acorn.Statement[] | null {
    let last: acorn.Statement[] | null = null;
    if (node.type === "ExpressionStatement") last = [{ ...node, expression: this.expression(node.expression) }];
    else if (node.type === "ReturnStatement" || node.type === "ThrowStatement")
      last = [{ ...node, argument: node.argument && this.expression(node.argument) } as acorn.Statement];
    else if (node.type === "IfStatement") last = [{ ...node, test: this.expression(node.test) }];
    else if (node.type === "SwitchStatement") last = [{ ...node, discriminant: this.expression(node.discriminant) }];
    else if (node.type === "ForOfStatement") last = [{ ...node, right: this.expression(node.right) }];
    else if (node.type === "VariableDeclaration") last = this.declarations(node);
    else if (node.type === "WhileStatement") {
      // while (await a) b → while (true) { if (!await a) break; b }
      const leave: acorn.BreakStatement = { ...at(node), type: "BreakStatement" };
      const test: acorn.UnaryExpression = {
        ...at(node),
        type: "UnaryExpression",
        operator: "!",
        prefix: true,
        argument: node.test,
      };
      const out: acorn.IfStatement = { ...at(node), type: "IfStatement", test, consequent: leave };
      const yes: acorn.Literal = { ...at(node), type: "Literal", value: true, raw: "true" };
      last = [{ ...node, test: yes, body: { ...at(node), type: "BlockStatement", body: [out, node.body] } }];
    }
    return last && [...this.before, ...last];
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
    if (!waits(node)) return node;
    if (node.type === "AwaitExpression") {
      const e = node as unknown as acorn.AwaitExpression;
      const argument = this.expression(e.argument);
      const bare = { ...e, argument } as unknown as T;
      return whole ? bare : this.named(bare);
    }
    if (node.type === "LogicalExpression")
      return this.either(node as unknown as acorn.LogicalExpression) as unknown as T;
    if (node.type === "ConditionalExpression")
      return this.choice(node as unknown as acorn.ConditionalExpression) as unknown as T;
    const copy = { ...node } as Record<string, unknown>;
    for (const [key, v] of Object.entries(node)) {
      if (key === "loc") continue;
      if (Array.isArray(v)) copy[key] = v.map((n) => (typeof n?.type === "string" ? this.expression(n) : n));
      else if (typeof v?.type === "string") copy[key] = this.expression(v);
    }
    return copy as unknown as T;
  }

  private named<T extends acorn.Node>(value: T): T {
    const id = nameAt(value, `<await ${value.start}>`);
    this.declare(id, value as unknown as acorn.Expression);
    return id as unknown as T;
  }
  private declare(id: acorn.Identifier, init: acorn.Expression | null): void {
    const declarator: acorn.VariableDeclarator = { ...at(id), type: "VariableDeclarator", id, init };
    this.before.push({ ...at(id), type: "VariableDeclaration", kind: "let", declarations: [declarator] });
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
      const right = lift.expression(value);
      const give: acorn.AssignmentExpression = {
        ...at(id),
        type: "AssignmentExpression",
        operator: "=",
        left: id,
        right,
      };
      const last: acorn.ExpressionStatement = { ...at(id), type: "ExpressionStatement", expression: give };
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
    const not: acorn.UnaryExpression = {
      ...at(node),
      type: "UnaryExpression",
      operator: "!",
      prefix: true,
      argument: id,
    };
    const nothing: acorn.Literal = { ...at(node), type: "Literal", value: null, raw: "null" };
    const none: acorn.BinaryExpression = {
      ...at(node),
      type: "BinaryExpression",
      operator: "==",
      left: id,
      right: nothing,
    };
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
