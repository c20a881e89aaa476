/** The page's style rules: written as a sheet, taken over when the field is left; what a browser drops is said below. */
import { defaultKeymap, history, historyKeymap } from "@codemirror/commands";
import { css } from "@codemirror/lang-css";
import { EditorState } from "@codemirror/state";
import { EditorView, keymap } from "@codemirror/view";
import { useEffect, useRef, useState } from "react";
import { readSheet } from "../../core/cascade";
import { sheetProblem } from "../../core/safety";
import { codeColours } from "../theme/code-colours";

export function RulesEditor({ value, onDone }: { value: string; onDone(text: string): void }) {
  const host = useRef<HTMLDivElement>(null);
  const done = useRef(onDone);
  done.current = onDone;
  const [text, setText] = useState(value);
  useEffect(() => {
    setText(value);
    const view = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: value,
        extensions: [
          history(),
          keymap.of([...historyKeymap, ...defaultKeymap]),
          css(),
          EditorView.lineWrapping,
          codeColours,
          EditorView.contentAttributes.of({ "aria-label": "Style rules" }),
          EditorView.updateListener.of((u) => u.docChanged && setText(u.state.doc.toString())),
          EditorView.domEventHandlers({
            blur: (_event, v) => {
              const now = v.state.doc.toString();
              if (now !== value && !sheetProblem(now)) done.current(now);
            },
          }),
        ],
      }),
    });
    return () => view.destroy();
  }, [value]);
  const problem = sheetProblem(text);
  const remarks = problem ? [] : readSheet(text).remarks.slice(0, 4);
  return (
    <>
      <div className="rules-editor mono" ref={host} />
      {problem && <p className="cell-error">{problem}</p>}
      {remarks.map((r) => (
        <p className="muted" key={`${r.line} ${r.text}`}>
          <span className="mono">line {r.line}</span> {r.text}
        </p>
      ))}
    </>
  );
}
