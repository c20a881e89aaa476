/** One cell: what it says, how it stands, and its editors while it is being changed. */
import { Popover } from "antd";
import { type ComponentType, type HTMLAttributes, useEffect, useMemo, useState } from "react";
import { useActive } from "../../store/active";
import { useComparing } from "../../store/comparing";
import { useDocument } from "../../store/document";
import { useDoc } from "../../store/program";
import { useProof } from "../../store/proof";
import { cellText, draftKey, kindOf, typed } from "../grid/cells";
import { type Column, cellValue, isCell, type Row } from "../grid/grid";
import { making } from "../grid/making";
import { standingOf, timesOf } from "../grid/standing";
import { supports } from "../use-edits";
import type { useSheet } from "../use-sheet";
import { useView } from "../view";
import { CellContent, eventLabel } from "./CellContent";
import type { CellEditorProps } from "./CellEditor";
import { CellPopover, type CellPopoverValue } from "./CellPopover";

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
