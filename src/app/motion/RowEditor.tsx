/** One motion or timer in words: how long, after what, on which curve, and what runs where reduced motion is preferred. */
import { AutoComplete, Button, Input } from "antd";
import { useEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { easing, easingNames, spanText } from "../../core/measure";
import { type Component, freeName, type Motion, setAfter } from "../../core/model";
import type { Transition } from "../../core/run";
import { type AnimationRow, type MotionRow, spanOf, type TimedRow, tied, tieOf, withFade, withMotion } from "./rows";

interface Props {
  doc: Component;
  transition: Pick<Transition, "from" | "to">;
  row: TimedRow;
  /** All rows of the transition, to tie those that last equally long. */
  rows: readonly TimedRow[];
  onEdit(label: string, next: Component): void;
}

const curves = [...easingNames, "cubic-bezier(0.2, 0.8, 0.2, 1)", "cubic-bezier(0.34, 1.4, 0.64, 1)", "steps(4)"];
const timeOf = (r: TimedRow): string | undefined => (r.kind === "timer" ? r.text : r.said?.duration);

export function RowEditor({ doc, transition, row, rows, onEdit }: Props) {
  const text = timeOf(row);
  const tie = tieOf(doc, text);
  const alike = rows.filter((r) => r.duration === row.duration && r.duration > 0 && !tieOf(doc, timeOf(r)));
  const label = `change the motion of ${row.label}`;
  return (
    <section className="row-editor" aria-label={`Motion of ${row.label}`}>
      <b className="row-name">{row.label}</b>
      {row.kind === "motion" && !row.fades && (
        <span className="muted row-values">
          {row.from} → {row.to}, said in {row.place.state}
        </span>
      )}
      {row.kind === "timer" ? (
        <Field
          label="lasts"
          value={row.text}
          check={(v) => (spanOf(doc, v) === null ? "a time, such as 240ms or var(--in)" : null)}
          onChange={(v) => onEdit(label, withText(doc, row, v))}
        />
      ) : row.fades ? (
        <Button size="small" onClick={() => onEdit(`let ${row.place.part} fade`, withFade(doc, row, transition))}>
          Let it fade both ways, for 200 ms
        </Button>
      ) : row.said ? (
        <MotionFields doc={doc} row={row} said={row.said} onEdit={(next) => onEdit(label, next)} />
      ) : (
        <Button
          size="small"
          onClick={() => onEdit(`let ${row.label} move`, withMotion(doc, row, { duration: "200ms", easing: "ease" }))}
        >
          Let it move, for 200 ms
        </Button>
      )}
      {tie && (
        <span className="tie">
          tied to <b>{tie.token}</b>
          {tie.uses.length > 1 && `, with ${tie.uses.length - 1} more: ${tie.uses.slice(0, 4).join(", ")}`}
          {tie.plain === null && "; computed from others, so it is changed in Parts"}{" "}
          <button
            type="button"
            className="plain to-cell"
            onClick={() => onEdit(`untie ${row.label}`, withText(doc, row, `${Math.round(row.duration)}ms`))}
          >
            Untie
          </button>
        </span>
      )}
      {!tie && alike.length > 1 && (
        <span className="tie">
          {alike.length} last {spanText(row.duration)} each, not tied.{" "}
          <button
            type="button"
            className="plain to-cell"
            onClick={() => {
              const name = freeName(
                `--${row.kind === "motion" ? row.place.state : row.state}-time`,
                (doc.tokens ?? []).map((t) => t.name),
              );
              onEdit(`tie what lasts ${spanText(row.duration)}`, tied(doc, alike, name, row.duration));
            }}
          >
            Tie them
          </button>
        </span>
      )}
    </section>
  );
}

/** An animation in words; its times are said where its rule is. */
export function AnimationTold({ row, id }: { row: AnimationRow; id: string }) {
  const { iterations, direction, duration, delay } = row.animation;
  return (
    <section className="row-editor" aria-label={`Animation ${row.label}`}>
      <b className="row-name">{row.label}</b>
      <span className="muted row-values">
        {row.properties.join(", ")}: {spanText(Math.round(duration))}
        {iterations !== 1 && ` × ${Number(iterations.toFixed(2))}`}
        {direction !== "normal" && `, ${direction}`}
        {delay !== 0 && `, ${delay > 0 ? `after ${spanText(delay)}` : `${spanText(-delay)} of it over`}`}
      </span>
      <Link to={`/component/${id}/parts`} className="to-cell">
        Its rules are in Parts
      </Link>
    </section>
  );
}

/** The row with its time as written, tied or not. */
function withText(doc: Component, row: TimedRow, text: string): Component {
  if (row.kind === "timer") return setAfter(doc, row.row, row.state, text);
  return row.said ? withMotion(doc, row, { ...row.said, duration: text }) : doc;
}

function MotionFields({
  doc,
  row,
  said,
  onEdit,
}: {
  doc: Component;
  row: MotionRow;
  said: Motion;
  onEdit(next: Component): void;
}) {
  const put = (next: Motion | undefined): void => onEdit(withMotion(doc, row, next));
  const time = (v: string): string | null => (spanOf(doc, v) === null ? "a time, such as 240ms or var(--in)" : null);
  const { reduced } = said;
  return (
    <>
      <Field label="lasts" value={said.duration} check={time} onChange={(duration) => put({ ...said, duration })} />
      <Field
        label="after"
        value={said.delay ?? "0ms"}
        check={time}
        onChange={(delay) => put(spanOf(doc, delay) === 0 ? without(said) : { ...said, delay })}
      />
      <Field
        label="curve"
        value={said.easing}
        options={curves}
        wide
        check={(v) => (easing(v) ? null : "an easing, such as ease-out or cubic-bezier(…)")}
        onChange={(v) => put({ ...said, easing: v })}
      />
      <Field
        label="reduced motion"
        value={
          reduced === undefined ? "the same" : reduced === "none" ? "none" : `${reduced.duration} ${reduced.easing}`
        }
        options={["none", "100ms linear", "the same"]}
        check={(v) => (reducedOf(doc, said, v) === null ? "none, the same, or such as 100ms linear" : null)}
        onChange={(v) => put(reducedOf(doc, said, v) ?? said)}
      />
      <button type="button" className="plain to-cell" onClick={() => put(undefined)}>
        Let it jump
      </button>
    </>
  );
}

function without({ delay: _delay, ...rest }: Motion): Motion {
  return rest;
}

function reducedOf(doc: Component, said: Motion, text: string): Motion | null {
  const { reduced: _old, ...rest } = said;
  if (text === "the same") return rest;
  if (text === "none") return { ...rest, reduced: "none" };
  const [duration, ...curve] = text.trim().split(/\s+/);
  if (spanOf(doc, duration) === null || (curve.length && !easing(curve.join(" ")))) return null;
  return { ...rest, reduced: { duration, easing: curve.join(" ") || said.easing } };
}

interface FieldProps {
  label: string;
  value: string;
  options?: readonly string[];
  wide?: boolean;
  /** @returns what it should be, where it is not */
  check(value: string): string | null;
  onChange(value: string): void;
}
function Field({ label, value, options, wide, check, onChange }: FieldProps) {
  const [text, setText] = useState(value);
  /** What was last handed over: Enter, choosing and leaving the field may all come for one change. */
  const given = useRef(value);
  useEffect(() => {
    setText(value);
    given.current = value;
  }, [value]);
  const wrong = text === value ? null : check(text.trim());
  /** One of the options is gone to by arrow: Enter takes that one, not what is typed. */
  const onOption = useRef(false);
  const take = (v = text): void => {
    const next = v.trim();
    if (check(next)) return setText(value);
    if (next === given.current) return;
    given.current = next;
    onChange(next);
  };
  const common = {
    size: "small" as const,
    "aria-label": label,
    value: text,
    status: wrong ? ("error" as const) : undefined,
  };
  return (
    <div className={`field ${wide ? "wide" : ""}`}>
      <span className="muted">{label}</span>
      {options ? (
        <AutoComplete
          {...common}
          options={options.map((o) => ({ value: o }))}
          defaultActiveFirstOption={false}
          onChange={(v) => {
            onOption.current = false;
            setText(v);
          }}
          onSelect={(v: string) => take(v)}
          onBlur={() => take()}
          onKeyDown={(e) => {
            if (e.key === "ArrowDown" || e.key === "ArrowUp") onOption.current = true;
            else if (e.key === "Enter" && !onOption.current) take();
          }}
        />
      ) : (
        <Input
          {...common}
          onChange={(e) => setText(e.target.value)}
          onBlur={() => take()}
          onPressEnter={() => take()}
        />
      )}
      {wrong && <span className="wrong-text">{wrong}</span>}
    </div>
  );
}
