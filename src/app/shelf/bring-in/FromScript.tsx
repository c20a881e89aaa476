/** What the script of a pasted page does, read as text: each thing taken or left, and what was not understood. */
import { Checkbox } from "antd";
import { useMemo } from "react";
import type { ScriptRead } from "../../../core/exchange";
import { printEvent } from "../../../core/expression";
import { allStates, type Component, type StateNode } from "../../../core/model";
import { compile } from "../../../core/program";
import { Miniature } from "../../miniature/Miniature";
import { Boundary } from "../../shell/Boundary";
import { counted } from "../../shell/counted";
import { picturedStates } from "../on-shelf";

interface Props {
  behaviour: ScriptRead;
  /** Lines that are left. */
  left: ReadonlySet<number>;
  onLeft(left: ReadonlySet<number>): void;
}

export function FromScript({ behaviour, left, onLeft }: Props) {
  const { doc, proposals, notUnderstood, unlike } = behaviour;
  const unread = notUnderstood.filter((n) => !n.otherwise);
  const otherwise = notUnderstood.filter((n) => n.otherwise);
  const lines = [...new Set(proposals.map((p) => p.line))];
  const taken = lines.filter((line) => !left.has(line)).length;
  const states = allStates(doc).filter((s) => !s.state.states?.length);
  const [whole] = doc.states;
  const regions = whole?.kind === "parallel" ? (whole.states ?? []) : [];
  const toggle = (line: number): void => {
    const next = new Set(left);
    if (!next.delete(line)) next.add(line);
    onLeft(next);
  };
  return (
    <section className="from-script" aria-label="What it does">
      <div className="from-script-head">
        <span className="caps">What it does</span>
        {lines.length > 1 && (
          <Checkbox
            checked={taken === lines.length}
            indeterminate={taken > 0 && taken < lines.length}
            onChange={(e) => onLeft(new Set(e.target.checked ? [] : lines))}
          >
            All
          </Checkbox>
        )}
      </div>
      <ul className="proposals">
        {proposals.map((p) => (
          <li key={p.line}>
            <Checkbox checked={!left.has(p.line)} onChange={() => toggle(p.line)}>
              <span className="mono muted">line {p.line}</span> {p.text}
            </Checkbox>
          </li>
        ))}
      </ul>
      {(taken > 0 || !lines.length) && doc.reactions.length > 0 && (
        <>
          <p className="becomes">
            <b>{counted(states.length, "state")}</b>{" "}
            {regions.length < 2
              ? states.map((s) => s.state.name).join(", ")
              : `in ${counted(regions.length, "region")} that go their own ways`}
            <br />
            {regions.length > 1 &&
              regions.map(({ name, states: own }) => (
                <span key={name} className="region">
                  <b>{name}</b> {leavesOf(own ?? []).join(", ")}
                </span>
              ))}
            <b>{counted(doc.reactions.length, "reaction")}</b>{" "}
            {doc.reactions.map((r) => printEvent(r.event)).join(", ")}
          </p>
          <Boundary of="Its pictures" about={doc}>
            <Pictures doc={doc} />
          </Boundary>
        </>
      )}
      <Lines of={unread} title="Not understood" isCode />
      <Lines of={otherwise} title="Otherwise than the page" />
      {unlike.length > 0 && (
        <ul className="remarks">
          {unlike.map((text) => (
            <li key={text} className="wrong-text">
              {text}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

const leavesOf = (states: readonly StateNode[]): string[] =>
  states.flatMap((s) => (s.states?.length ? leavesOf(s.states) : [s.name]));

/** Lines of the markup, each with what is told of it. */
function Lines({
  of,
  title,
  isCode = false,
}: {
  of: Props["behaviour"]["notUnderstood"];
  title: string;
  isCode?: boolean;
}) {
  if (!of.length) return null;
  return (
    <>
      <span className="caps wrong-text">{title}</span>
      <ul className="remarks">
        {of.map(({ line, text }) => (
          <li key={`${line} ${text}`}>
            <span className="mono muted">line {line} </span>
            {isCode ? <code>{text}</code> : text}
          </li>
        ))}
      </ul>
    </>
  );
}

/** More would push away what is to be decided. */
const MOST = 4;
const SIZE = 92;

/** How the page would look in each state. */
function Pictures({ doc }: { doc: Component }) {
  const program = useMemo(() => compile(doc), [doc]);
  const states = picturedStates(program);
  return (
    <ul className="from-script-states" aria-label="States, as they look">
      {states.slice(0, MOST).map((state) => (
        <li key={state}>
          <Miniature program={program} state={state} room={SIZE} height={SIZE} />
          <span className="muted" title={state}>
            {state}
          </span>
        </li>
      ))}
      {states.length > MOST && <li className="muted">+{states.length - MOST}</li>}
    </ul>
  );
}
