/** A component as the plain data that the kernel runs on a page: what does not stand in the markup and the style. */
import { compute, measureEnv } from "../../measure";
import {
  type Action,
  type Branch,
  type Component,
  type EventSpec,
  isTimed,
  type StateNode,
  targetsOf,
} from "../../model";
import { answerEvent, type Program, timerEvent } from "../../program";
import { expressionCode, list, object, templateCode, text } from "./code";
import { type Managed, partLooks } from "./looks-table";
import { livingValues } from "./style";

/** The component's tables. @param parts whose elements are needed @param conditions that the style sheet asks about @param stands whether requests go to the stand-in */
export function componentCode(
  program: Program,
  parts: readonly string[],
  looks: readonly Managed[],
  conditions: readonly string[],
  stands: boolean,
): string {
  const { doc } = program;
  const writer = new Writer(program, stands);
  const data = doc.data.map(
    (d) => [d.name, typeof d.initial === "string" ? text(d.initial) : String(d.initial)] as const,
  );
  const initial = doc.initial === undefined ? undefined : list([doc.initial].flat().map(text));
  return object([
    ["states", list(doc.states.map((s) => writer.state(s)))],
    ["initial", initial],
    ["data", object(data)],
    ["ranges", object(doc.data.map((d) => [d.name, rangeCode(d)] as const))],
    ["parts", list(parts.map(text))],
    ["reactions", list(doc.reactions.flatMap((row) => writer.row(row)))],
    ["focus", object(Object.entries(doc.focus).map(([s, f]) => [s, focusCode(f)] as const))],
    ["looks", object(looks.map((m) => [m.part.name, partLooks(m)] as const))],
    ["conditions", conditions.length ? list(conditions.map(expressionCode)) : undefined],
    ["values", someOf(livingValues(doc).map((v) => [v.name, templateCode(v.template)] as const))],
    ["requests", someOf((doc.requests ?? []).map((r, i) => [r.name, writer.request(r, i)] as const))],
  ]);
}

type Focus = Component["focus"][string];
const targetCode = (target: object): string =>
  object(Object.entries(target).map(([kind, part]) => [kind, JSON.stringify(part)] as const));
const focusCode = ({ to, within }: Focus): string =>
  object([
    ["to", to && targetCode(to)],
    ["within", within === undefined ? undefined : text(within)],
  ]);

const someOf = (entries: readonly (readonly [string, string])[]): string | undefined =>
  entries.length ? object(entries) : undefined;

const rangeCode = (d: Component["data"][number]): string =>
  object([
    ["type", text(d.type)],
    ["min", d.type === "integer" ? String(d.min) : undefined],
    ["max", d.type === "integer" ? String(d.max) : undefined],
    ["values", d.type === "one of" ? list(d.values.map(text)) : undefined],
  ]);

/** Whether a time depends on a custom property. */
export const isTied = (time: string): boolean => /var\(/i.test(time);

class Writer {
  constructor(
    private readonly program: Program,
    private readonly stands: boolean,
  ) {}

  /** A time with a token stays one, for the page to compute. The document is in order, so that others can be computed. */
  private time(value: string): string {
    if (isTied(value)) return text(value);
    const found = compute(value, measureEnv(this.program.doc), "time");
    return String(found.ok ? Math.max(0, found.value.n) : 0);
  }

  state(s: StateNode): string {
    const actions = (a: StateNode["entry"]): string | undefined => (a?.length ? this.actions(a) : undefined);
    return object([
      ["name", text(s.name)],
      ["kind", s.kind && text(s.kind)],
      ["initial", s.initial === undefined ? undefined : list([s.initial].flat().map(text))],
      ["initialActions", actions(s.initialActions)],
      ["entry", actions(s.entry)],
      ["exit", actions(s.exit)],
      ["states", s.states?.length ? list(s.states.map((i) => this.state(i))) : undefined],
    ]);
  }

  row({ event, in: cells }: Component["reactions"][number]): string[] {
    const said = Object.entries(cells);
    if (!said.length) return [];
    const ways = said.map(([s, c]) => [s, c === "ignored" ? "[]" : this.ways(c.branches)] as const);
    const after = isTimed(event)
      ? object(said.map(([s, c]) => [s, c === "ignored" ? "0" : this.time(c.after ?? "0ms")] as const))
      : undefined;
    const rest = this.event(event);
    return [object([...rest, ["after", after], ["in", object(ways)]])];
  }

  private event(e: EventSpec): (readonly [string, string | undefined])[] {
    const at = e as { part?: string; scope?: string; within?: string; key?: string; ratio?: number };
    const plain = [
      ["on", text(e.on === "reduced motion" ? `reduced motion ${e.preferred ? "on" : "off"}` : e.on)],
    ] as const;
    const events =
      e.on === "own"
        ? e.event.split(/\s+/)
        : e.on === "timer"
          ? [timerEvent(e.timer)]
          : e.on === "request ok" || e.on === "request failed"
            ? [answerEvent(e.request, e.on === "request ok")]
            : undefined;
    const distance =
      e.on === "scroll past" || e.on === "scroll back" ? e.distance : "width" in e ? (e.width as string) : undefined;
    return [
      ...plain,
      ["part", (at.part ?? at.within) === undefined ? undefined : text((at.part ?? at.within)!)],
      ["scope", at.scope && at.scope !== "inside" ? text(at.scope) : undefined],
      ["key", at.key && text(at.key)],
      ["up", e.on === "key" && e.up ? "true" : undefined],
      ["events", events && list(events.map(text))],
      ["distance", distance && text(distance)],
      ["ratio", at.ratio === undefined ? undefined : String(at.ratio)],
      ["when", e.on === "becomes" ? expressionCode(e.when) : undefined],
    ];
  }

  /** Where it only leads somewhere, that alone. */
  private ways(branches: readonly Branch[]): string {
    const [only] = branches;
    const isPlain = branches.length === 1 && !only.when && !only.internal && !only.actions?.length;
    const to = isPlain ? targetsOf(only) : [];
    return to.length === 1 ? text(to[0]) : list(branches.map((b) => this.way(b)));
  }

  private way(b: Branch): string {
    const to = targetsOf(b);
    return object([
      ["when", b.when === undefined ? undefined : expressionCode(b.when)],
      ["to", to.length ? list(to.map(text)) : undefined],
      ["internal", b.internal && "true"],
      ["actions", b.actions?.length ? this.actions(b.actions) : undefined],
    ]);
  }

  private actions(actions: readonly Action[]): string {
    return list(actions.map((a) => this.action(a)));
  }

  private action(a: Action): string {
    const of = (...entries: (readonly [string, string | undefined])[]): string =>
      object([["do", text(a.do)], ...entries]);
    switch (a.do) {
      case "assign":
        return of(["data", text(a.data)], ["value", expressionCode(a.value)]);
      case "raise":
        return of(["event", text(a.event)]);
      case "send":
        return of(
          ["event", text(a.event)],
          ["delay", a.delay === undefined ? "0" : this.time(a.delay)],
          ["id", a.id === undefined ? undefined : text(a.id)],
        );
      case "start":
        return object([
          ["do", text("send")],
          ["event", text(timerEvent(a.timer))],
          ["delay", this.time(a.after)],
          ["id", text(a.timer)],
          ["restart", "true"],
        ]);
      case "cancel":
        return of(["id", text(a.timer)]);
      case "focus":
        return of(["target", targetCode(a.target)]);
      case "scroll":
        return of(["to", targetCode(a.to)], ["smooth", String(a.smooth ?? false)]);
      case "announce":
        return of(["text", templateCode(a.text)]);
      case "request":
        return of(["request", text(a.request)]);
      case "log":
        return of(
          ["label", a.label === undefined ? undefined : text(a.label)],
          ["value", a.value === undefined ? undefined : expressionCode(a.value)],
        );
      case "fail":
        return of(["why", text(a.why)]);
      case "block":
        return of(["actions", this.actions(a.actions)]);
      case "if": {
        const branches = a.branches.map((b) =>
          object([
            ["when", b.when === undefined ? undefined : expressionCode(b.when)],
            ["actions", this.actions(b.actions)],
          ]),
        );
        return of(["branches", list(branches)]);
      }
      default:
        return of();
    }
  }

  /** The address is the service's own, or that of the app's stand-in. */
  request({ method, path }: NonNullable<Component["requests"]>[number], index: number): string {
    const { latency, ok } = this.program.requests[index];
    const standIn = `/stand-in${path}?latency=${latency}ms&outcome=${ok ? "ok" : "fails"}`;
    return object([
      ["method", text(method)],
      ["path", text(this.stands ? standIn : path)],
    ]);
  }
}
