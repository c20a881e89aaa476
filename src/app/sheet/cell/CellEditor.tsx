/** The text editor of a cell: completion as one types, the error at its character, Enter commits, Escape leaves. */
import {
  acceptCompletion,
  autocompletion,
  type CompletionContext,
  completionKeymap,
  completionStatus,
  moveCompletionSelection,
  selectedCompletionIndex,
} from "@codemirror/autocomplete";
import { EditorState, Prec, StateEffect, StateField } from "@codemirror/state";
import { Decoration, type DecorationSet, EditorView, keymap } from "@codemirror/view";
import { useEffect, useRef, useState } from "react";
import { complete, type Located } from "../../../core/expression";
import type { Component } from "../../../core/model";
import { partNames } from "../../../core/model";
import { type EditorKind, namesOf } from "../grid/cells";

export interface CellEditorProps {
  doc: Component;
  kind: EditorKind;
  initial: string;
  label: string;
  /** Says what is wrong with a text; null when nothing is. */
  check(text: string): Located | null;
  /** What a text mentions and nobody has declared, where making that is all it lacks; else null. */
  makes(text: string): string | null;
  onChange(text: string): void;
  /**
   * @param make what it mentions and nobody has declared is made along with it
   * @returns false when the text cannot be taken
   */
  onCommit(text: string, then: Then, make?: boolean): boolean;
  /** @param keep keeps the text beside the one in force, to go on with later */
  onLeave(keep: boolean): void;
}

type Then = "down" | "right" | "left" | "stay";

const setError = StateEffect.define<Located | null>();
const errorField = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(marks, transaction) {
    let next = marks.map(transaction.changes);
    for (const effect of transaction.effects) {
      if (!effect.is(setError)) continue;
      const size = transaction.state.doc.length;
      const e = effect.value;
      const from = Math.min(e?.from ?? 0, Math.max(0, size - 1));
      const to = Math.min(Math.max(e?.to ?? 0, from + 1), size);
      next =
        e && to > from ? Decoration.set([Decoration.mark({ class: "cm-wrong" }).range(from, to)]) : Decoration.none;
    }
    return next;
  },
  provide: (field) => EditorView.decorations.from(field),
});

export function CellEditor(props: CellEditorProps) {
  const host = useRef<HTMLDivElement>(null);
  const latest = useRef(props);
  latest.current = props;
  const [error, setErrorText] = useState<string | null>(null);
  const [makes, setMakes] = useState<string | null>(null);
  const commitNow = useRef<(then: Then, make: boolean) => void>(() => {});

  useEffect(() => {
    const { doc, kind, initial, label } = latest.current;
    const names = namesOf(doc);
    // Committing and leaving take the focus away, and losing it must not commit a second time.
    let over = false;
    const tell = (view: EditorView, text: string): void => {
      const wrong = latest.current.check(text);
      setErrorText(wrong?.message ?? null);
      setMakes(wrong ? latest.current.makes(text) : null);
      view.dispatch({ effects: setError.of(wrong) });
    };
    const commit =
      (then: Then, make = false) =>
      (view: EditorView) => {
        const text = view.state.doc.toString();
        over = true;
        if (!latest.current.onCommit(text, then, make)) {
          over = false;
          tell(view, text);
        }
        return true;
      };
    const keys = Prec.highest(
      keymap.of([
        {
          key: "Enter",
          run: (view) => {
            if (completionStatus(view.state) === "active" && selectedCompletionIndex(view.state) !== null) {
              return acceptCompletion(view);
            }
            return commit("down")(view);
          },
        },
        {
          key: "Tab",
          run: (view) => {
            if (completionStatus(view.state) === "active") {
              if (selectedCompletionIndex(view.state) === null) moveCompletionSelection(true)(view);
              if (acceptCompletion(view)) return true;
            }
            return commit("right")(view);
          },
        },
        { key: "Mod-Enter", run: commit("down", true) },
        { key: "Shift-Tab", run: commit("left") },
        {
          key: "Escape",
          run: () => {
            over = true;
            latest.current.onLeave(false);
            return true;
          },
        },
      ]),
    );
    const source = (context: CompletionContext) => {
      if (kind === "name" || kind === "new state") return null;
      const text = context.state.doc.toString();
      if (kind === "part") return { from: 0, options: partNames(doc).map((p) => ({ label: p, type: "part" })) };
      const found = complete(kind, text, context.pos, names);
      const typing = context.pos > found.from || context.explicit || text === "";
      if (!typing) return null;
      return { from: found.from, options: found.options.map((o) => ({ label: o.label, detail: o.detail })) };
    };
    const view = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: initial,
        selection: { anchor: initial.length },
        extensions: [
          keys,
          keymap.of(completionKeymap),
          autocompletion({ override: [source], selectOnOpen: false, icons: false, interactionDelay: 0 }),
          errorField,
          EditorState.transactionFilter.of((t) => (t.newDoc.lines > 1 ? [] : t)),
          EditorView.contentAttributes.of({ "aria-label": label, spellcheck: "false", autocapitalize: "off" }),
          EditorView.updateListener.of((update) => {
            if (!update.docChanged) return;
            const text = update.state.doc.toString();
            latest.current.onChange(text);
            // While one types, only what can no longer become right is worth a word; the rest waits for Enter.
            setErrorText(null);
            update.view.dispatch({ effects: setError.of(latest.current.check(text)) });
          }),
          EditorView.domEventHandlers({
            blur: (_event, blurred) => {
              if (over) return;
              over = true;
              const text = blurred.state.doc.toString();
              if (!latest.current.onCommit(text, "stay")) latest.current.onLeave(true);
            },
          }),
        ],
      }),
    });
    // A first letter is no error worth a word yet; a text that was left half done is.
    if (initial.length > 1 && latest.current.check(initial)) tell(view, initial);
    commitNow.current = (then, make) => commit(then, make)(view);
    const editor = host.current!.parentElement!;
    keepInside(editor);
    const letGo = follow(editor);
    // Last: marks that come after the focus would move the caret to the start.
    view.focus();
    return () => {
      letGo();
      view.destroy();
    };
  }, []);

  return (
    <div className="cell-editor">
      <div ref={host} />
      {error ? (
        <div className="cell-error" role="alert">
          {error}
          {makes && (
            <button
              type="button"
              className="making"
              // The editor keeps the focus: what leaves it takes the text as it is.
              onMouseDown={(e) => e.preventDefault()}
              onClick={() => commitNow.current("down", true)}
            >
              Make {makes} <kbd>Ctrl+Enter</kbd>
            </button>
          )}
        </div>
      ) : (
        <p className="cell-hint">{hints[props.kind]}</p>
      )}
    </div>
  );
}

/** At the right edge of what is in sight the editor grows to the left. */
function keepInside(editor: HTMLElement): void {
  const edge = editor.closest(".sheet")?.getBoundingClientRect().right ?? innerWidth;
  const { left, right } = editor.getBoundingClientRect();
  if (right > edge) editor.classList.add("leftwards");
  else editor.style.maxWidth = `${Math.min(520, edge - left - 8)}px`;
}

/** At the head of a row it stands over all columns: with its cell wherever the sheet is scrolled, and whole. */
function follow(editor: HTMLElement): () => void {
  const cell = editor.closest(".cell.names");
  const sheet = editor.closest(".sheet");
  if (!cell || !sheet) return () => {};
  const place = (): void => {
    const { top, left } = cell.getBoundingClientRect();
    const lowest = sheet.getBoundingClientRect().bottom - editor.offsetHeight - 4;
    editor.style.translate = "none";
    const from = editor.getBoundingClientRect();
    editor.style.translate = `${left - from.left}px ${Math.min(top, lowest) - from.top}px`;
  };
  place();
  const sizes = new ResizeObserver(place);
  sizes.observe(editor);
  sheet.addEventListener("scroll", place, { passive: true });
  return () => {
    sizes.disconnect();
    sheet.removeEventListener("scroll", place);
  };
}

const hints: Record<EditorKind, string> = {
  reaction: "[condition] state / actions — or ignored",
  after: "240ms -> state",
  actions: 'name = value, start timer after 3s, announce "text"',
  look: 'shown; inert; "text"; property: value',
  focus: "part; held in part",
  event: "click part · press Key · pointer down part · scroll past 600px · after …",
  name: "a name",
  "new state": "a name, or: name in outer-state",
  part: "the name of a part",
};
