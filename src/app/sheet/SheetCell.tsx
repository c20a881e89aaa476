/** One cell: what it says, how it stands, and its editors while it is being changed. */
import { Popover } from "antd";
import { type ComponentType, type HTMLAttributes, type ReactNode, useEffect, useMemo, useState } from "react";
import { printActions, printEvent } from "../../core/expression";
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
} from "../../core/model";
import { configurationOn } from "../../core/run";
import { Miniature } from "../miniature/Miniature";
import { LongName } from "../shell/LongName";
import { useActive } from "../store/active";
import { useComparing } from "../store/comparing";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { useProof } from "../store/proof";
import { useRun } from "../store/run";
import type { CellEditorProps } from "./CellEditor";
import { CellPopover, type CellPopoverValue } from "./CellPopover";
import { FocusText, LookText, ReactionText } from "./CellText";
import { cellText, draftKey, kindOf, typed } from "./cells";
import { type Column, cellValue, isCell, type Row } from "./grid";
import { making } from "./making";
import { type Standing, standingOf, timesOf } from "./standing";
import { supports, type useSheet } from "./use-sheet";
import { useView } from "./view";

type Editor = ComponentType<CellEditorProps>;
let loaded: Editor | null = null;
export const loadEditor = (): Promise<Editor> =>
  import("./CellEditor").then((m) => {
    loaded = m.CellEditor;
    return loaded;
  });

/** The editor comes at its first use; from then on it is there at once, so that no key is lost to waiting. */
function LoadedEditor(props: CellEditorProps) {
  const [CellEditor, setEditor] = useState<Editor | null>(() => loaded);
  useEffect(() => {
    if (!CellEditor) loadEditor().then((editor) => setEditor(() => editor));
  }, [CellEditor]);
  return CellEditor && <CellEditor {...props} />;
}

interface CellProps {
  sheet: ReturnType<typeof useSheet>;
  row: Row;
  column: Column;
  r: number;
  c: number;
  width: number;
  /** The column line it starts at, where not every column is drawn. */
  at?: number;
}

export function SheetCell({ sheet, row, column, r, c, width, at: line }: CellProps) {
  const { doc, grid, at, corner, editing, popover } = sheet;
  const { program } = useDoc();
  const proof = useProof((s) => s.proof);
  const of = useProof((s) => s.of);
  const standing = useMemo(
    () => standingOf(doc, program, proof, of === doc, row, column),
    [doc, program, proof, of, row, column],
  );
  const draft = useDocument((s) => s.drafts[draftKey(row, column)]);
  const place = { row: r, column: c };
  const selectable = isCell(grid, place);
  const selected = selectable && at.row === r && at.column === c;
  const inRange =
    r >= Math.min(at.row, corner.row) &&
    r <= Math.max(at.row, corner.row) &&
    c >= Math.min(at.column, corner.column) &&
    c <= Math.max(at.column, corner.column);
  const isEditing = editing?.row === r && editing.column === c;
  const kind = kindOf(doc, row, column);
  const text = cellText(doc, row, column);
  const header = row.section === "state" || column.kind === "names";
  const canPop = selected && !header && kind !== "actions" && column.kind !== "add" && !isEditing && sheet.writable;
  const classes = ["cell", column.kind, header ? "head" : ""];
  if (selected) classes.push("selected");
  if (inRange && selectable && (at.row !== corner.row || at.column !== corner.column)) classes.push("in-range");
  if (!header) classes.push(standing.kind.replace(" ", "-"));
  if (standing.differs) classes.push("differs");
  if (standing.findings.length) classes.push("at-fault");
  if (draft !== undefined && !isEditing) classes.push("draft");
  if (!selectable && column.kind === "state" && row.section !== "state") classes.push("closed");

  return (
    <LitCell
      column={row.section === "add-look" || row.section === "add-event" ? null : column}
      id={`cell-${r}-${c}`}
      role={row.section === "state" ? "columnheader" : column.kind === "names" ? "rowheader" : "gridcell"}
      aria-colindex={c + 1}
      aria-selected={selected}
      className={classes.join(" ")}
      style={line ? { gridColumn: String(line) } : undefined}
      onClick={(e) => selectable && !isEditing && sheet.select(place, e.shiftKey)}
      onDoubleClick={() => selectable && sheet.begin(place)}
    >
      <CellContent row={row} column={column} width={width} draft={isEditing ? undefined : draft} standing={standing} />
      <Times row={row} column={column} />
      <There row={row} column={column} />
      {canPop && (
        <Popover
          open={popover}
          onOpenChange={sheet.setPopover}
          trigger="click"
          placement="bottomRight"
          destroyOnHidden
          content={
            <CellPopover
              doc={doc}
              kind={kind}
              value={cellValue(doc, row, column) as CellPopoverValue}
              onSet={(next) => (sheet.commit(place, next, "stay") ? null : typedError(doc, row, column, next))}
              onClose={() => sheet.setPopover(false)}
            />
          }
        >
          <button
            type="button"
            className="cell-more"
            tabIndex={-1}
            aria-label="Open the cell's controls"
            onClick={(e) => e.stopPropagation()}
          >
            ⋯
          </button>
        </Popover>
      )}
      {isEditing && (
        <LoadedEditor
          doc={doc}
          kind={kind}
          initial={editing.initial}
          label={`${text || "cell"}: ${row.section === "event" ? row.label : row.section === "look" ? row.part : row.section}`}
          check={(next) => {
            const change = typed(doc, row, column, next, supports);
            return change.ok ? null : change;
          }}
          onChange={(next) => useDocument.getState().setDraft(draftKey(row, column), next)}
          makes={(next) => making(doc, row, column, next, supports)?.makes ?? null}
          onCommit={(next, then, make) => sheet.commit(place, next, then, make)}
          onLeave={(keep) => sheet.leave(place, keep)}
        />
      )}
    </LitCell>
  );
}

/** How often the scenarios exercise it, where that is asked for. */
/** What a cell says in what the component is compared with, where that is something else. */
function There({ row, column }: { row: Row; column: Column }) {
  const shown = useView((v) => v.against);
  const { doc } = useDoc();
  const said = useComparing((s) => {
    if (!shown || column.kind === "names" || column.kind === "add") return undefined;
    const label = row.section === "look" ? row.part : row.section === "event" ? eventLabel(doc, row.index) : "focus";
    const found = s.cells.find((c) => c.section === row.section && c.row === label && c.state === column.name);
    return found ? (found.a ?? "") : undefined;
  });
  if (said === undefined) return null;
  return (
    <span className="there" title="What it says in the other">
      {said || "nothing said"}
    </span>
  );
}
const eventLabel = (doc: Component, index: number): string =>
  doc.reactions[index] ? printEvent(doc.reactions[index].event) : "";

function Times({ row, column }: { row: Row; column: Column }) {
  const shown = useView((v) => v.coverage);
  const times = useProof((s) => (shown && s.proof ? timesOf(s.proof.coverage, row, column) : undefined));
  if (times === undefined) return null;
  return times ? <span className="times">{times}×</span> : <span className="times never">never</span>;
}

/** The cell's box, lit while its column's state is active: then it alone is drawn anew, not what is in it. */
function LitCell({ column, className, ...rest }: { column: Column | null } & HTMLAttributes<HTMLDivElement>) {
  const state = column && column.kind !== "names" && column.kind !== "add" ? column.id : null;
  const lit = useActive((s) => state !== null && s.names.has(state));
  return <div className={lit ? `${className} lit` : className} {...rest} />;
}

function typedError(doc: ReturnType<typeof useSheet>["doc"], row: Row, column: Column, text: string): string | null {
  useDocument.getState().setDraft(draftKey(row, column), null);
  const change = typed(doc, row, column, text, supports);
  return change.ok ? null : change.message;
}

interface ContentProps {
  row: Row;
  column: Column;
  width: number;
  draft: string | undefined;
  standing: Standing;
}

function CellContent({ row, column, width, draft, standing }: ContentProps) {
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
