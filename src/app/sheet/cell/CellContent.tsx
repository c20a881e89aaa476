import type { ReactNode } from "react";
import { printActions, printEvent } from "../../../core/expression";
import {
  type Action,
  ALWAYS,
  type Component,
  type FocusRule,
  joinRows,
  type Look,
  type Reaction,
  startIn,
  twinOf,
} from "../../../core/model";
import { configurationOn } from "../../../core/run";
import { Miniature } from "../../miniature/Miniature";
import { LongName } from "../../shell/LongName";
import { useDocument } from "../../store/document";
import { useDoc } from "../../store/program";
import { useRun } from "../../store/run";
import { cellText } from "../grid/cells";
import { type Column, cellValue, type Row } from "../grid/grid";
import type { Standing } from "../grid/standing";
import { FocusText, LookText, ReactionText } from "./CellText";

export const eventLabel = (doc: Component, index: number): string =>
  doc.reactions[index] ? printEvent(doc.reactions[index].event) : "";

interface ContentProps {
  row: Row;
  column: Column;
  width: number;
  draft: string | undefined;
  standing: Standing;
}

export function CellContent({ row, column, width, draft, standing }: ContentProps) {
  const { doc, program } = useDoc();
  const frozen = useRun((s) => s.frozen);
  const freeze = useRun((s) => s.freeze);
  if (row.section === "state") {
    if (column.kind === "names") return <span className="corner">state</span>;
    if (column.kind === "add") return <span className="adding">+ state</span>;
    if (column.kind === "outer") return <OuterHead column={column} />;
    if (column.is === "history") {
      return (
        <span className="state-words">
          <span className="state-name">
            <LongName text={column.name} />
          </span>
          <span className="muted">
            remembers{" "}
            {program.states[program.stateIndex.get(column.name) ?? 0].kind === "history"
              ? "the last one"
              : "all the way in"}
          </span>
        </span>
      );
    }
    return (
      <>
        <Miniature program={program} state={column.name} room={width * (width < 150 ? 0.42 : 0.5)} />
        <span className="state-words">
          <span className="state-name" title={column.name}>
            <LongName text={column.name} />
          </span>
          {column.is === "final" ? <span className="muted">the end</span> : <StartMark state={column.name} />}
          <button
            type="button"
            className={`freeze freeze-toggle plain ${frozen === column.name ? "on" : ""}`}
            tabIndex={-1}
            aria-pressed={frozen === column.name}
            onClick={(e) => {
              e.stopPropagation();
              freeze(frozen === column.name ? null : column.name);
            }}
          >
            {frozen === column.name ? "frozen" : "freeze"}
          </button>
        </span>
      </>
    );
  }
  if (column.kind === "add") return null;
  if (draft !== undefined)
    return <span title="Not in force: this text has an error or was not finished">{draft || "…"}</span>;
  if (column.kind === "names") {
    if (row.section === "add-look") return <span className="adding">+ row for a part</span>;
    if (row.section === "add-event") return <span className="adding">+ event</span>;
    const marks = row.section === "look" ? standing.findings.map((f) => f.text) : [];
    return (
      <span title={[cellText(doc, row, column), ...marks].join("\n")}>
        <LongName text={cellText(doc, row, column)} /> {marks.length > 0 && <span className="rule-mark">F9</span>}
        {row.section === "event" && <JoinTwin index={row.index} />}
      </span>
    );
  }
  if (row.section === "add-look" || row.section === "add-event") return null;
  const fault = standing.findings.length > 0 && (
    <span className="rule-mark" title={standing.findings.map((f) => f.text).join("\n")}>
      {[...new Set(standing.findings.map((f) => f.rule))].join(" ")}
    </span>
  );
  const value = cellValue(doc, row, column);
  if (value === undefined) {
    if (standing.kind === "inherited") return <Inherited standing={standing} narrow={width < NARROW} fault={fault} />;
    const word = emptyText(row, column, standing);
    return (
      <>
        {word} {fault}
      </>
    );
  }
  return (
    <>
      {row.section === "look" && <LookText look={value as Look} />}
      {row.section === "focus" && <FocusText rule={value as FocusRule} />}
      {(row.section === "entry" || row.section === "exit") && printActions(value as Action[])}
      {row.section === "event" && <ReactionText cell={value as Reaction} />} {fault}
    </>
  );
}

/** Two rows for one event are told, and joined at a click. */
function JoinTwin({ index }: { index: number }) {
  const { doc } = useDoc();
  const edit = useDocument((s) => s.edit);
  const first = twinOf(doc, doc.reactions[index].event, index);
  if (first < 0 || first > index) return null;
  return (
    <button
      type="button"
      className="freeze plain"
      tabIndex={-1}
      title="The same event has a row above; what this one says goes there"
      onClick={(e) => {
        e.stopPropagation();
        edit(`join the rows of ${eventLabel(doc, index)}`, (d) => joinRows(d, first, index));
      }}
    >
      join with the row above
    </button>
  );
}

/** The column of what holds in all of an outer state; the band over it has its name. */
function OuterHead({ column }: { column: Column & { kind: "outer" } }) {
  if (column.label === "always") return <span className="outer-name">every state</span>;
  return (
    <span className="outer-name" title={`What holds in all of ${column.label}`}>
      all
    </span>
  );
}

/** Where the component starts; another state is made the start by a click. */
function StartMark({ state }: { state: string }) {
  const { program } = useDoc();
  const edit = useDocument((s) => s.edit);
  const path = configurationOn(program, 0).states.map((s) => program.states[s].name);
  if (path.includes(state)) return <span className="start-mark">start</span>;
  return (
    <button
      type="button"
      className="freeze plain"
      tabIndex={-1}
      title={`Start in ${state}`}
      onClick={(e) => {
        e.stopPropagation();
        edit(`start in ${state}`, (d) => startIn(d, state));
      }}
    >
      start here
    </button>
  );
}

/** Narrower columns only say that something holds there. */
const NARROW = 100;

/** What holds here though it is said elsewhere; typing says something for this place alone. */
function Inherited({ standing, narrow, fault }: { standing: Standing; narrow: boolean; fault: ReactNode }) {
  const { inherited, from } = standing;
  const where = from === ALWAYS ? "in every state" : `in ${from}`;
  return (
    <>
      <span
        className="holds-here"
        title={from && `${inherited} — said ${where}; type to say something for this state alone`}
      >
        {narrow ? "″" : inherited}
      </span>{" "}
      {fault}
    </>
  );
}

/** What an empty cell says for itself. */
function emptyText(row: Row, column: Column, standing: Standing): string {
  if (standing.kind === "undecided" || standing.kind === "cannot reach") return standing.kind;
  return row.section === "event" && column.kind === "state" ? "—" : "";
}
