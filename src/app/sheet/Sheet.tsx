/** The sheet: a column a state, a row a part or an event, a cell what is so or what happens there. */

import { type CSSProperties, useEffect, useMemo, useRef, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { allParts, type Component, own } from "../../core/model";
import { useAddress } from "../shell/address";
import { useActive } from "../store/active";
import { loadEditor, SheetCell } from "./cell/SheetCell";
import { bandsOf, type Column, type Row } from "./grid/grid";
import { idFrom, idText, useSelection } from "./selection";
import "./sheet.css";
import { Arcs, type ColumnBox } from "./Arcs";
import { Bands, SectionTitle, SheetTools } from "./SheetFrame";
import { useSheet } from "./use-sheet";
import { isDrawn, useVisible, type Visible } from "./use-visible";

const NAMES = 146;
const OUTER = 34;
const EVERY = 58;
const OUTER_SAID = 168;
const OUTER_LEAST = 124;
const ADD = 54;
const LEAST = 136;

export function Sheet() {
  const sheet = useSheet();
  const { doc, grid, at } = sheet;
  const host = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(900);
  useSelectionInAddress();
  const bands = useMemo(() => bandsOf(grid), [grid]);
  const boxes = useMemo(() => columnBoxes(grid.columns, doc, room), [grid.columns, doc, room]);

  useEffect(() => {
    const box = host.current;
    if (!box) return;
    const watch = new ResizeObserver(() => setRoom(box.clientWidth));
    watch.observe(box);
    // The editor is there before the first key is typed into a cell.
    loadEditor();
    box.querySelector<HTMLElement>(".grid")?.focus({ preventScroll: true });
    return () => watch.disconnect();
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the selection moved
  useEffect(() => {
    const box = host.current;
    const chosen = boxes[at.column];
    // A column that is not drawn is brought near first; then the cell itself can be asked for.
    if (box && chosen && !box.querySelector(".cell.selected")) box.scrollLeft = chosen.x - box.clientWidth / 2;
    const selected = box?.querySelector(".cell.selected");
    if (!box || !selected) return;
    // What stays in sight while one scrolls is no room for the selected cell.
    const bandsAbove = box.querySelector<HTMLElement>(".bands")?.offsetHeight ?? 0;
    const head = bandsAbove + (box.querySelector<HTMLElement>(".row.state .cell")?.offsetHeight ?? 0);
    box.style.scrollPadding = selected.matches(".row.state *") ? "0" : `${head}px 8px 8px ${NAMES - 10}px`;
    selected.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [at.row, at.column]);
  useEffect(() => {
    if (!sheet.editing && !sheet.popover)
      host.current?.querySelector<HTMLElement>(".grid")?.focus({ preventScroll: true });
  }, [sheet.editing, sheet.popover]);

  const visible = useVisible(host, boxes);

  const chosen = grid.columns[at.column]?.id ?? "";

  if (!doc.parts.length && !doc.reactions.length && doc.states.length < 2) {
    return (
      <div className="sheet-empty" ref={host}>
        <h2>Nothing to show yet</h2>
        <p>
          A component has parts: the button that is pressed, the panel that appears. Add them, or start again from HTML
          on the shelf.
        </p>
        <Link to="../parts">Add parts</Link>
      </div>
    );
  }
  return (
    <div
      className="sheet"
      ref={host}
      style={{ "--lines": bands.length } as CSSProperties}
      onCopy={(e) => {
        if (sheet.editing) return;
        e.clipboardData.setData("text/plain", sheet.copy());
        e.preventDefault();
      }}
      onCut={(e) => {
        if (sheet.editing) return;
        e.clipboardData.setData("text/plain", sheet.copy());
        sheet.clear();
        e.preventDefault();
      }}
      onPaste={(e) => {
        if (sheet.editing) return;
        sheet.paste(e.clipboardData.getData("text/plain"));
        e.preventDefault();
      }}
    >
      <SheetTools />
      <ArcsNow doc={doc} boxes={boxes} chosen={chosen} visible={visible} />
      <Bands lines={bands} boxes={boxes} />
      <div
        className="grid"
        role="grid"
        tabIndex={0}
        aria-label={`Specification of ${doc.name}`}
        aria-activedescendant={`cell-${at.row}-${at.column}`}
        aria-rowcount={grid.rows.length}
        aria-colcount={grid.columns.length}
        style={{ gridTemplateColumns: boxes.map((b) => `${b.width}px`).join(" ") }}
        onKeyDown={sheet.onKeyDown}
      >
        {grid.rows.map((row, r) => (
          <SheetRow key={row.id} sheet={sheet} row={row} r={r} boxes={boxes} visible={visible} />
        ))}
      </div>
      <p className="sheet-help">
        {doc.reactions.length || !doc.parts.length
          ? "Type to edit · Enter takes it · Delete leaves it undecided · Alt+↓ opens a cell's controls · Alt+arrows move a state or a row"
          : `Go on at “+ event”: type what a person does, such as click ${operated(doc)} or press Escape. Then say in each state what happens.`}
      </p>
    </div>
  );
}

/** What a person would click first: a button, a link; else whatever there is. */
function operated(doc: Component): string {
  const parts = allParts(doc).map((p) => p.part);
  return (parts.find((p) => ["button", "a", "summary", "input"].includes(p.tag)) ?? parts[0]).name;
}

/** Columns for every state are narrow where nothing is said in them; state columns share what is left. */
function columnBoxes(columns: readonly Column[], doc: Component, room: number): ColumnBox[] {
  const lists: Record<string, unknown>[] = [
    doc.focus,
    ...doc.looks.map((r) => r.in),
    ...doc.reactions.map((r) => r.in),
  ];
  const said = (name: string): boolean => lists.some((cells) => own(cells, name) !== undefined);
  const outerSaid = room < 640 ? OUTER_LEAST : OUTER_SAID;
  const fixed = (c: Column): number =>
    c.kind === "names"
      ? NAMES
      : c.kind === "add"
        ? ADD
        : c.kind === "outer"
          ? said(c.name)
            ? outerSaid
            : c.depth || c.id !== "always"
              ? OUTER
              : EVERY
          : 0;
  const states = columns.filter((c) => c.kind === "state").length;
  const left = room - columns.reduce((sum, c) => sum + fixed(c), 0) - 28;
  const share = Math.min(260, Math.max(LEAST, Math.floor(left / Math.max(1, states))));
  let x = 0;
  return columns.map((column) => {
    const width = fixed(column) || share;
    x += width;
    return { column, x: x - width, width };
  });
}

/** The section that a row stands in; entry and exit are among the reactions. */
function sectionOf(row: Row): "look" | "event" | null {
  if (row.section === "look" || row.section === "add-look") return "look";
  return row.section === "state" || row.section === "focus" ? null : "event";
}

function SheetRow({
  sheet,
  row,
  r,
  boxes,
  visible,
}: {
  sheet: ReturnType<typeof useSheet>;
  row: Row;
  r: number;
  boxes: ColumnBox[];
  visible: Visible;
}) {
  const { grid } = sheet;
  const before = grid.rows[r - 1];
  const section = sectionOf(row);
  const opens = section !== null && before && sectionOf(before) !== section;
  return (
    <>
      {opens && <SectionTitle section={section as "look" | "event"} />}
      {/* biome-ignore lint/a11y/useFocusableInteractive: focus stays on the grid; aria-activedescendant names the cell */}
      <div role="row" className={`row ${row.section}`} aria-rowindex={r + 1}>
        {grid.columns.map(
          (column, c) =>
            isDrawn(visible, c, sheet.at.column) && (
              <SheetCell
                key={column.id}
                at={visible ? c + 1 : undefined}
                sheet={sheet}
                row={row}
                column={column}
                r={r}
                c={c}
                width={boxes[c].width}
              />
            ),
        )}
      </div>
    </>
  );
}

/** The arcs, with the transition that was taken last; only they are drawn anew with it. */
function ArcsNow({
  chosen,
  ...rest
}: { chosen: string } & Pick<Parameters<typeof Arcs>[0], "doc" | "boxes" | "visible">) {
  const active = useActive((s) => s.names);
  const lit = useActive((s) => s.arc);
  const near = useMemo(() => new Set([...active, chosen]), [active, chosen]);
  return <Arcs {...rest} lit={lit} near={near} />;
}

/** The selected cell stands in the address too. */
function useSelectionInAddress(): void {
  const [params] = useSearchParams();
  const address = useAddress();
  const cell = useSelection((s) => s.cell);
  const [restored, setRestored] = useState(false);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only once
  useEffect(() => {
    const said = params.get("cell");
    const id = said ? idFrom(said) : null;
    if (id && cell.column === "") useSelection.getState().selectCell(id);
    setRestored(true);
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the address follows the selection
  useEffect(() => {
    if (restored) address((params) => params.set("cell", idText(cell)));
  }, [cell, restored]);
}
