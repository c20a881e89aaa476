/** The open component: its document, undo and redo, and cell texts that are not in force. */
import { create } from "zustand";
import type { Component } from "../../core/model";

interface Past {
  doc: Component;
  label: string;
}
export type History = Pick<DocumentState, "past" | "future">;
export interface DocumentState {
  id: string | null;
  doc: Component | null;
  past: Past[];
  future: Past[];
  drafts: Record<string, string>;
  /** False while another tab edits this component. */
  writable: boolean;
  /** @param history what could be undone and redone when it was last open in this tab */
  open(id: string, doc: Component, drafts: Record<string, string>, history?: History): void;
  close(): void;
  /** Changes the document; `label` says what undo would take back. */
  edit(label: string, change: (doc: Component) => Component): void;
  /** Takes down what was found out about the document, such as its drawn length: nothing that a person would undo. */
  note(change: (doc: Component) => Component): void;
  undo(): void;
  redo(): void;
  setDraft(key: string, text: string | null): void;
}

/** Documents share what an edit did not touch: a day of edits costs little. */
const MAX_PAST = 20_000;
const closed = { id: null, doc: null, past: [], future: [], drafts: {}, writable: true };

export const useDocument = create<DocumentState>()((set, get) => {
  return {
    ...closed,
    open: (id, doc, drafts, history) => set({ ...closed, ...history, id, doc, drafts }),
    close: () => set(closed),
    edit(label, change) {
      const { doc, past, writable } = get();
      if (!doc || !writable) return;
      const next = change(doc);
      if (next !== doc) set({ doc: next, past: [...past.slice(-MAX_PAST + 1), { doc, label }], future: [] });
    },
    note(change) {
      const { doc, writable } = get();
      if (!doc || !writable) return;
      const next = change(doc);
      if (next !== doc) set({ doc: next });
    },
    undo() {
      const { doc, past, future, writable } = get();
      const last = past[past.length - 1];
      if (doc && last && writable)
        set({ doc: last.doc, past: past.slice(0, -1), future: [{ doc, label: last.label }, ...future] });
    },
    redo() {
      const { doc, past, future, writable } = get();
      const [next, ...rest] = future;
      if (doc && next && writable) set({ doc: next.doc, past: [...past, { doc, label: next.label }], future: rest });
    },
    setDraft(key, text) {
      const { [key]: old, ...rest } = get().drafts;
      if (text === null ? old !== undefined : old !== text)
        set({ drafts: text === null ? rest : { ...rest, [key]: text } });
    },
  };
});
