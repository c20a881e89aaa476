/** Resolution of looks: base, then outer states before inner; a later one wins property by property. */
import type { Template } from "../expression";
import { milliseconds } from "../measure";
import type { Component, Look, Presence } from "../model";
import type { CompiledMotion, CompileText, PartInfo, PartLook, StateInfo } from "./program";

interface Draft {
  as: Presence;
  pointer: boolean | null;
  inert: boolean;
  disabled: boolean;
  exposed: boolean;
  text: Template | null;
  attributes: Map<string, Template | null>;
  css: Record<string, string>;
  motion: Record<string, CompiledMotion>;
}

export function resolveLooks(
  doc: Component,
  parts: readonly PartInfo[],
  states: readonly StateInfo[],
  texts: CompileText,
): (PartLook[] | null)[] {
  const rows = new Map(doc.looks.map((row) => [row.part, row.in]));
  const compiled = new Map<Look, { text: Template | null; attributes: [string, Template | null][] }>();
  for (const row of doc.looks) {
    for (const [state, look] of Object.entries(row.in)) {
      const path = `looks.${row.part}.in.${state}`;
      compiled.set(look, {
        text: look.text === undefined ? null : texts(look.text, `${path}.text`),
        attributes: Object.entries(look.attributes ?? {}).map(([name, value]) => [
          name,
          value === null ? null : texts(value, `${path}.attributes.${name}`),
        ]),
      });
    }
  }
  return states.map((state) => {
    if (!state.atomic) return null;
    return parts.map((info) => {
      const draft = baseLook(info);
      const cells = rows.get(info.name);
      if (!cells) return draft;
      for (const outer of state.path.toReversed()) {
        const look = cells[states[outer].name];
        if (look) apply(draft, look, compiled.get(look)!);
      }
      return draft;
    });
  });
}

/** What the markup itself says. `hidden`, `inert` and `disabled` mean what they mean in HTML. */
function baseLook(info: PartInfo): Draft {
  const attributes = info.part.attributes ?? {};
  const draft: Draft = {
    as: "hidden" in attributes ? "not displayed" : "shown",
    pointer: null,
    inert: "inert" in attributes,
    disabled: "disabled" in attributes,
    exposed: attributes["aria-hidden"] !== "true",
    text: null,
    attributes: new Map(),
    css: {},
    motion: {},
  };
  applyCss(draft, info.part.css ?? {});
  return draft;
}

function apply(draft: Draft, look: Look, compiled: { text: Template | null; attributes: [string, Template | null][] }) {
  applyCss(draft, look.css ?? {});
  if (look.as) draft.as = look.as;
  if (look.pointer !== undefined) draft.pointer = look.pointer;
  if (look.inert !== undefined) draft.inert = look.inert;
  if (look.disabled !== undefined) draft.disabled = look.disabled;
  if (look.exposed !== undefined) draft.exposed = look.exposed;
  if (compiled.text) draft.text = compiled.text;
  for (const [name, value] of compiled.attributes) draft.attributes.set(name, value);
  for (const [property, m] of Object.entries(look.motion ?? {})) {
    draft.motion[property] = {
      duration: milliseconds(m.duration)!,
      delay: m.delay === undefined ? 0 : milliseconds(m.delay)!,
      easing: m.easing,
    };
  }
}

/** Declarations that say how a part is there count as that, whichever way they are written. */
function applyCss(draft: Draft, css: Readonly<Record<string, string>>): void {
  for (const [property, value] of Object.entries(css)) {
    if (property === "display") {
      if (value === "none") {
        draft.as = "not displayed";
        continue;
      }
      if (draft.as === "not displayed") draft.as = "shown";
    } else if (property === "visibility") {
      // What is not displayed is hidden already, whatever its visibility.
      if (value === "visible") draft.as = draft.as === "hidden" ? "shown" : draft.as;
      else if (draft.as !== "not displayed") draft.as = "hidden";
      continue;
    } else if (property === "pointer-events") {
      draft.pointer = value !== "none";
      continue;
    }
    draft.css[property] = value;
  }
}
