/** What makes each form in which a component goes out. */
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

/** A target of one file whose name is the component's. */
const single =
  (extension: string, write: (doc: Component) => string): Target =>
  (doc) => ({ ok: true, files: [{ path: `${namesOf(doc).kebab}.${extension}`, text: write(doc) }], notes: [] });

const page: Target = (doc, proof) => {
  const made = deliverHtml(doc, proof);
  return made.ok ? { ok: true, files: [{ path: `${namesOf(doc).kebab}.html`, text: made.html }], notes: [] } : made;
};

const targets: Record<TargetKey, Target> = {
  page,
  module: moduleTarget,
  element: elementTarget,
  react: reactTarget,
  vue: vueTarget,
  angular: angularTarget,
  svelte: svelteTarget,
  suite: suiteTarget,
  document: documentTarget,
  chart: single("scxml", writeScxml),
  component: single("lively.json", writeComponent),
};

/** The files of a component in one form. */
export const deliverTo = (key: TargetKey, doc: Component, proof: Proof | null): Files => targets[key](doc, proof);
