/** What the style sheet cannot say about looks: presence, the pointer, inert, disabled, attributes, texts. */

import type { Env } from "../../expression";
import { ALWAYS, allStates, type ConditionalLook, classesOf, type Look } from "../../model";
import { type PartInfo, type Program, withFlags } from "../../program";
import { beforeMount } from "../../run";
import { envOf } from "../../surface";
import { expressionCode, list, object, templateCode, text } from "./code";

type Said = Look | ConditionalLook;
export interface Managed {
  part: PartInfo;
  /** State, look, condition: in the order in which they are heard. */
  cells: { state: string; look: Said; when: string | undefined }[];
  /** Texts of its own that change, by the node they are in the markup. */
  texts: { at: number; template: string; empty: boolean }[];
}

/** Parts that the script has something to do with, whatever their events. */
export function managed(program: Program): Managed[] {
  const { doc } = program;
  const env = envOf(program, beforeMount(program));
  const order = [ALWAYS, ...allStates(doc).map((s) => s.state.name)];
  return program.parts.flatMap((part) => {
    const cells = order.flatMap((state) =>
      doc.looks
        .filter((row) => row.part === part.name && Object.hasOwn(row.in, state))
        .flatMap(({ in: said }): Managed["cells"] => {
          const { and = [], ...plain } = said[state];
          return [
            { state, look: withFlags(plain), when: undefined },
            ...and.map(({ when, ...look }) => ({ state, look: withFlags(look as Said), when })),
          ];
        }),
    );
    const worded = cells.filter(({ look }) => Object.keys(wordsOf(look)).length);
    const living = part.attributes.some(([, t]) => !t.constant);
    const texts = textsOf(part, env);
    return worded.length || living || texts.length ? [{ part, cells: worded, texts }] : [];
  });
}

/** The texts with data in them; neighbours are one node, and a text that begins empty is none. */
function textsOf({ part, content }: PartInfo, env: Env): Managed["texts"] {
  const out: Managed["texts"] = [];
  let node = 0;
  let open: { template: string; living: boolean; words: string } | null = null;
  const close = (): void => {
    if (!open) return;
    const empty = open.words === "";
    if (open.living) out.push({ at: node, template: open.template, empty });
    if (!empty || open.living) node++;
    open = null;
  };
  (part.content ?? []).forEach((c, i) => {
    const compiled = content[i];
    if (typeof c !== "string" || typeof compiled === "number") {
      close();
      node++;
      return;
    }
    const words: string = compiled.run(env);
    open = {
      template: (open?.template ?? "") + c,
      living: (open?.living ?? false) || !compiled.constant,
      words: (open?.words ?? "") + words,
    };
  });
  close();
  return out;
}

/** What a look says that is not in the style sheet. */
function wordsOf(look: Said): Record<string, string> {
  const out: Record<string, string> = {};
  const { display, visibility } = look.css ?? {};
  const pointer = look.css?.["pointer-events"];
  if (display !== undefined) out.display = text(display);
  if (visibility !== undefined) out.visibility = text(visibility);
  if (look.as) out.as = text(look.as);
  if (pointer !== undefined) out.pointer = String(pointer !== "none");
  if (look.pointer !== undefined) out.pointer = String(look.pointer);
  if (look.inert !== undefined) out.inert = String(look.inert);
  if (look.disabled !== undefined) out.disabled = String(look.disabled);
  if (look.text !== undefined) out.text = templateCode(look.text);
  const attributes = Object.entries(look.attributes ?? {}).map(
    ([n, v]) => [n, v === null ? "null" : templateCode(v)] as const,
  );
  const exposed = look.exposed === undefined ? [] : [["aria-hidden", look.exposed ? "null" : '() => "true"'] as const];
  if (attributes.length || exposed.length) out.attributes = object([...attributes, ...exposed]);
  const classes = Object.entries(look.classes ?? {}).map(([name, on]) => [name, String(on)] as const);
  if (classes.length) out.classes = object(classes);
  return out;
}

export function partLooks({ part, cells, texts }: Managed): string {
  return object([
    ["base", baseCode(part, cells)],
    [
      "texts",
      texts.length
        ? list(texts.map((t) => list([String(t.at), templateCode(t.template), ...(t.empty ? ["true"] : [])])))
        : undefined,
    ],
    [
      "cells",
      list(
        cells.map(({ state, look, when }) =>
          list([
            text(state),
            object(Object.entries(wordsOf(look))),
            ...(when === undefined ? [] : [expressionCode(when)]),
          ]),
        ),
      ),
    ],
  ]);
}

/** What stands in the element without a look; words alone the markup may have left out for those of the first state. */
const ownText = ({ part, content }: PartInfo): string =>
  content.every((c) => typeof c !== "number" && c.constant) ? templateCode((part.content ?? []).join("")) : "null";

/** The part without any look, as far as some look says something else. */
function baseCode(info: PartInfo, cells: Managed["cells"]): string {
  const { attributes = {}, css = {} } = info.part;
  const said = cells.map((c) => wordsOf(c.look));
  const any = (...words: string[]): boolean => said.some((s) => words.some((w) => Object.hasOwn(s, w)));
  const flag = (name: string): string => String(Object.hasOwn(attributes, name));
  const gone = Object.hasOwn(attributes, "hidden") || css.display === "none";
  const as = gone ? "not displayed" : css.visibility === "hidden" ? "hidden" : "shown";
  const names = new Set([
    ...info.attributes.filter(([, t]) => !t.constant).map(([n]) => n),
    ...cells.flatMap(({ look }) => [
      ...Object.keys(look.attributes ?? {}),
      ...(look.exposed === undefined ? [] : ["aria-hidden"]),
    ]),
  ]);
  const values = [...names].map(
    (n) => [n, Object.hasOwn(attributes, n) ? templateCode(attributes[n]) : "null"] as const,
  );
  const pointer = css["pointer-events"];
  const written = classesOf(info.part);
  const switched = new Set(cells.flatMap(({ look }) => Object.keys(look.classes ?? {})));
  // An attribute that is written anew each time has them as it says.
  const classes = (names.has("class") ? [] : [...switched]).map(
    (name) => [name, String(written.includes(name))] as const,
  );
  return object([
    ["as", any("as", "display", "visibility") ? text(as) : undefined],
    ["pointer", any("pointer") ? (pointer === undefined ? "null" : String(pointer !== "none")) : undefined],
    ["inert", any("inert") ? flag("inert") : undefined],
    ["disabled", any("disabled") ? flag("disabled") : undefined],
    ["text", any("text") ? ownText(info) : undefined],
    ["attributes", values.length ? object(values) : undefined],
    ["classes", classes.length ? object(classes) : undefined],
  ]);
}
