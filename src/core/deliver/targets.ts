/** Every form in which a component goes out, and what each is for. */
import { writeScxml } from "../exchange";
import { type Component, writeComponent } from "../model";
import type { Proof } from "../proof";
import { angularTarget } from "./angular/angular";
import { documentTarget } from "./document/document";
import { elementTarget } from "./element/element";
import type { TargetKey } from "./keys";
import { moduleTarget } from "./module/module";
import { deliverHtml } from "./page/deliver";
import { reactTarget } from "./react/react";
import type { Files, Target } from "./shared/files";
import { namesOf } from "./shared/names";
import { suiteTarget } from "./suite/suite";
import { svelteTarget } from "./svelte/svelte";
import { vueTarget } from "./vue/vue";

export interface TargetInfo {
  key: TargetKey;
  label: string;
  /** What it is for, in a line. */
  note: string;
  make: Target;
}

/** A target of one file whose name is the component's. */
const single =
  (extension: string, write: (doc: Component) => string): Target =>
  (doc) => ({ ok: true, files: [{ path: `${namesOf(doc).kebab}.${extension}`, text: write(doc) }], notes: [] });

const page: Target = (doc, proof) => {
  const made = deliverHtml(doc, proof);
  return made.ok ? { ok: true, files: [{ path: `${namesOf(doc).kebab}.html`, text: made.html }], notes: [] } : made;
};

export const targets: readonly TargetInfo[] = [
  { key: "page", label: "Page", note: "One HTML file, to try", make: page },
  {
    key: "module",
    label: "Module",
    note: "mount(root), its style, its types",
    make: moduleTarget,
  },
  {
    key: "element",
    label: "Custom element",
    note: "A tag with data and events",
    make: elementTarget,
  },
  { key: "react", label: "React", note: "A function component, typed", make: reactTarget },
  { key: "vue", label: "Vue", note: "Single file, v-model", make: vueTarget },
  { key: "angular", label: "Angular", note: "Standalone, signals", make: angularTarget },
  { key: "svelte", label: "Svelte", note: "Bindable props and snippets", make: svelteTarget },
  { key: "suite", label: "Tests", note: "node --test, a real browser", make: suiteTarget },
  { key: "document", label: "Document", note: "To read, print, try; Markdown", make: documentTarget },
  {
    key: "chart",
    label: "Chart",
    note: "SCXML, for readers of charts",
    make: single("scxml", writeScxml),
  },
  {
    key: "component",
    label: "Component file",
    note: "The specification, to keep",
    make: single("lively.json", writeComponent),
  },
];

/** The files of a component in one form. */
export const deliverTo = (key: TargetKey, doc: Component, proof: Proof | null): Files =>
  targets.find((t) => t.key === key)!.make(doc, proof);
