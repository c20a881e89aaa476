/** Executable content (SCXML §4): the children of onentry, onexit and transition as actions. */
import { type Names, parseActions, trimmed } from "../../expression";
import { milliseconds } from "../../measure";
import { type Action, durationPattern, isEventName, own } from "../../model";
import { type ExpressionReader, literalText, type Say } from "./expressions-in";
import { type Element, LIVELY, SCXML } from "./xml";

const outside: Record<string, string> = {
  script: "scripts are not run here",
  foreach: "foreach is not available: there are no lists here",
  invoke: "invoke starts another service, and there are none here",
};
const eventProcessors = new Set([
  "",
  "scxml",
  "http://www.w3.org/TR/scxml/#SCXMLEventProcessor",
  "http://www.w3.org/TR/scxml/",
]);

export class ContentReader {
  constructor(
    private readonly expressions: ExpressionReader,
    private readonly names: () => Names,
    private readonly say: Say,
  ) {}

  /** The actions of one block. */
  block(element: Element): Action[] {
    return element.children.filter((c) => c.own.generated === undefined).flatMap((c) => this.one(c));
  }

  /** Several blocks, each of which fails for itself (§3.8). */
  blocks(list: readonly Element[]): Action[] {
    const blocks = list.map((e) => this.block(e)).filter((b) => b.length);
    return blocks.length > 1 || (blocks.length && list.some((e) => e.own.block !== undefined))
      ? blocks.map((actions) => ({ do: "block", actions }))
      : (blocks[0] ?? []);
  }

  private one(e: Element): Action[] {
    if (e.ns === LIVELY && e.name === "do") return this.own(e);
    if (e.ns !== SCXML && e.ns !== "") {
      this.say(e, `<${e.name}> belongs to another program's language (${e.ns})`);
      return [];
    }
    if (Object.hasOwn(outside, e.name)) {
      this.say(e, `<${e.name}>: ${own(outside, e.name)}`);
      return [];
    }
    switch (e.name) {
      case "raise": {
        const event = this.event(e, e.attributes.event);
        return event === null ? [] : [{ do: "raise", event }];
      }
      case "send":
        return this.send(e);
      case "cancel": {
        const id =
          e.attributes.sendid ?? (e.attributes.sendidexpr === undefined ? null : literalText(e.attributes.sendidexpr));
        if (id === null || !isEventName(id)) {
          this.say(e, "<cancel> needs sendid with the id of a <send>");
          return [];
        }
        return [{ do: "cancel", timer: id }];
      }
      case "log": {
        const { label, expr } = e.attributes;
        const value = e.own.value ?? (expr === undefined ? undefined : this.expressions.any(expr, e));
        if (label === undefined && value === undefined) return [{ do: "log", label: "" }];
        return [
          {
            do: "log",
            ...(label === undefined || label === "" ? {} : { label }),
            ...(value === undefined ? {} : { value }),
          },
        ];
      }
      case "assign":
        return this.assign(e);
      case "if":
        return [this.condition(e)];
      default:
        this.say(e, `<${e.name}> is not executable content of SCXML`);
        return [];
    }
  }

  private event(e: Element, name: string | undefined): string | null {
    if (name !== undefined && isEventName(name)) return name;
    this.say(
      e,
      name === undefined ? `<${e.name}> needs the name of an event` : `“${name}” is not the name of an event`,
    );
    return null;
  }

  private send(e: Element): Action[] {
    const { attributes: a } = e;
    const literal = (key: string): string | undefined => {
      const text = own(a, `${key}expr`);
      if (text === undefined) return own(a, key);
      const value = literalText(text);
      if (value === null) this.say(e, `${key}expr="${text}": only a text in quotes is read here`);
      return value ?? undefined;
    };
    for (const key of ["namelist", "idlocation"])
      if (own(a, key) !== undefined) this.say(e, `<send ${key}>: events carry no data here`);
    for (const c of e.children)
      if (c.name === "param" || c.name === "content") this.say(c, `<${c.name}>: events carry no data here`);
    const type = literal("type") ?? "";
    const target = literal("target") ?? "";
    if (!eventProcessors.has(type)) this.say(e, `type="${type}": only this chart's own events can be sent`);
    if (target !== "" && target !== "#_internal")
      this.say(e, `target="${target}": only this chart itself can be reached`);
    const event = this.event(e, literal("event"));
    if (event === null) return [];
    const delay = literal("delay");
    const id = a.id;
    if (delay !== undefined && milliseconds(delay) === null) {
      this.say(e, `delay="${delay}" is not a time such as 300ms or 1.5s`);
      return [];
    }
    if (id !== undefined && !isEventName(id)) this.say(e, `id="${id}" is not a name`);
    if (target === "#_internal") {
      if (delay !== undefined && milliseconds(delay)! > 0) this.say(e, "an internal event cannot be delayed");
      return [{ do: "raise", event }];
    }
    const wait = e.own.after ?? delay;
    if (e.own.timer !== undefined && wait !== undefined) return [{ do: "start", timer: e.own.timer, after: wait }];
    const late = wait !== undefined && (!durationPattern.test(wait) || milliseconds(wait)! > 0);
    return [{ do: "send", event, ...(late ? { delay: wait } : {}), ...(id === undefined ? {} : { id }) }];
  }

  private assign(e: Element): Action[] {
    const { location, expr } = e.attributes;
    const datum = this.expressions.data.find((d) => d.name === location?.trim());
    if (location === undefined) {
      this.say(e, "<assign> needs a location");
      return [];
    }
    if (!datum) {
      // Nothing by that name: an error when its turn comes, not when the chart is read (§5.4).
      if (/^[A-Za-z_$][\w$]*$/.test(location.trim()))
        return [{ do: "fail", why: `there is no datum ${location.trim()}` }];
      this.say(e, `location="${location}": only the name of a datum can stand here`);
      return [];
    }
    const text = e.own.value ?? expr ?? e.text;
    if (!text.trim()) {
      this.say(e, "<assign> needs expr with the new value");
      return [];
    }
    const type =
      datum.type === "boolean" ? "boolean" : datum.type === "text" || datum.type === "one of" ? "text" : "number";
    const value = this.expressions.any(text, e, type);
    return [{ do: "assign", data: datum.name, value: e.own.value ?? value }];
  }

  private condition(e: Element): Action {
    const branches: { when?: string; actions: Action[] }[] = [];
    let inner: Element = { ...e, children: [] };
    const begin = (at: Element, cond: string | undefined): void => {
      if (at.name !== "else" && cond === undefined) this.say(at, `<${at.name}> needs cond`);
      if (branches.length && branches[branches.length - 1].when === undefined)
        this.say(at, `nothing can follow <else>`);
      inner = { ...e, children: [] };
      const none = cond === undefined || at.own.anyhow !== undefined;
      branches.push({ ...(none ? {} : { when: at.own.when ?? this.expressions.condition(cond, at) }), actions: [] });
    };
    const finish = (): void => {
      branches[branches.length - 1].actions = this.block(inner);
    };
    begin(e, e.attributes.cond);
    for (const c of e.children) {
      if (c.name === "elseif" || c.name === "else") {
        finish();
        begin(c, c.name === "else" ? undefined : c.attributes.cond);
      } else inner.children.push(c);
    }
    finish();
    return { do: "if", branches };
  }

  /** An action that SCXML has no element for, in our notation. */
  private own(e: Element): Action[] {
    const actions = parseActions(e.text, trimmed(e.text, 0, e.text.length), this.names());
    if (actions.ok) return actions.value;
    this.say(e, actions.message);
    return [];
  }
}
