/** A file as it is delivered: coloured, to be read, searched and selected, not to be changed. */
import { css } from "@codemirror/lang-css";
import { html } from "@codemirror/lang-html";
import { javascript } from "@codemirror/lang-javascript";
import { json } from "@codemirror/lang-json";
import { vue } from "@codemirror/lang-vue";
import { xml } from "@codemirror/lang-xml";
import { EditorState, type Extension } from "@codemirror/state";
import { EditorView, keymap, lineNumbers } from "@codemirror/view";
import { useEffect, useRef } from "react";
import { codeColours } from "../theme/code-colours";

const languages: readonly [RegExp, () => Extension][] = [
  [/\.tsx$/, () => javascript({ jsx: true, typescript: true })],
  [/\.d\.ts$|\.ts$/, () => javascript({ typescript: true })],
  [/\.m?js$/, () => javascript()],
  [/\.css$/, () => css()],
  [/\.vue$/, () => vue()],
  [/\.(html|svelte)$/, () => html()],
  [/\.json$/, () => json()],
  [/\.scxml$/, () => xml()],
];

export function CodeView({ path, text }: { path: string; text: string }) {
  const host = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const language = languages.find(([pattern]) => pattern.test(path))?.[1];
    const view = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: text,
        extensions: [
          lineNumbers(),
          EditorState.readOnly.of(true),
          EditorView.contentAttributes.of({ "aria-label": path, "aria-readonly": "true", tabindex: "0" }),
          // Tab leaves it: nothing is written here.
          keymap.of([]),
          codeColours,
          ...(language ? [language()] : []),
        ],
      }),
    });
    return () => view.destroy();
  }, [path, text]);
  return <div className="code mono" ref={host} />;
}
