/** A line of text that is read as it is typed: a claim, an expectation, a step. Completed, and refused with the place. */
import { AutoComplete } from "antd";
import { useMemo, useRef, useState } from "react";
import { completeSaid, type Names, type Parsed, type SaidKind } from "../../../core/expression";
import { namesOf } from "../../sheet/grid/cells";
import { useDocument } from "../../store/document";
import { useDoc } from "../../store/program";

interface Props<T> {
  kind: SaidKind;
  label: string;
  placeholder: string;
  initial?: string;
  read(text: string, names: Names): Parsed<T>;
  onSaid(value: T): void;
  /** Escape, Enter in an empty field, or leaving it without a change. @param byKey the focus is still here */
  onLeave?(byKey: boolean): void;
  autoFocus?: boolean;
}

export function SaidInput<T>({ kind, label, placeholder, initial = "", read, onSaid, onLeave, autoFocus }: Props<T>) {
  const { doc } = useDoc();
  const names = useMemo(() => namesOf(doc), [doc]);
  const writable = useDocument((s) => s.writable);
  const [text, setText] = useState(initial);
  const [wrong, setWrong] = useState<{ message: string; from: number; to: number } | null>(null);
  const [open, setOpen] = useState(false);
  /** Moving through the list with the arrows means Enter takes from it; else Enter says what is typed. */
  const moved = useRef(false);
  const options = useMemo(
    () => completeSaid(kind, text, names).map((value) => ({ value, label: value.slice(text.length - lastWord(text)) })),
    [kind, text, names],
  );
  const take = (value: T): void => {
    setWrong(null);
    setText("");
    setOpen(false);
    onSaid(value);
  };
  const say = (): void => {
    if (!text.trim()) return onLeave?.(true);
    const said = read(text, names);
    if (said.ok) take(said.value);
    else setWrong(said);
  };
  return (
    <div className="said-input">
      <AutoComplete
        size="small"
        autoFocus={autoFocus}
        disabled={!writable}
        aria-label={label}
        placeholder={placeholder}
        value={text}
        open={open && options.length > 0}
        defaultActiveFirstOption={false}
        options={options}
        classNames={{ popup: { root: "said-options" } }}
        onSelect={(value: string) => {
          moved.current = false;
          // A step that is whole with the completion is said with it; a fact may have a span behind it.
          const said = kind === "step" ? read(value, names) : null;
          if (said?.ok) return take(said.value);
          setText(value);
          setOpen(true);
        }}
        onChange={(value: string) => {
          setText(value);
          setWrong(null);
          setOpen(true);
        }}
        onFocus={() => setOpen(text === "")}
        onBlur={() => {
          setOpen(false);
          if (text === initial) onLeave?.(false);
        }}
        onInputKeyDown={(e) => {
          if (e.key === "ArrowDown" || e.key === "ArrowUp") moved.current = true;
          else if (e.key === "Escape") {
            if (open) setOpen(false);
            else onLeave?.(true);
            e.stopPropagation();
          } else if (e.key === "Enter") {
            if (!moved.current || !open) say();
            moved.current = false;
          } else moved.current = false;
        }}
        className="mono"
      />
      {wrong && (
        <p className="cell-error" role="alert">
          {wrong.to > wrong.from && !wrong.message.includes(text.slice(wrong.from, wrong.to)) && (
            <b className="mono">{text.slice(wrong.from, wrong.to)}</b>
          )}{" "}
          {wrong.message}
        </p>
      )}
    </div>
  );
}

const lastWord = (text: string): number => /\S*$/.exec(text)![0].length;
