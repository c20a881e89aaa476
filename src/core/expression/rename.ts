/** Renaming a part, a state or a datum everywhere in a document, expressions included. */
import { type Component, mapNames, partNames, stateNames } from "../model";
import { renameInExpression, renameInTemplate } from "./template";

export type Renamable = "part" | "state" | "data";

/** @returns the document with `from` named `to` wherever it is declared or mentioned. The caller checks that `to` is free. */
export function rename(doc: Component, kind: Renamable, from: string, to: string): Component {
  const expression = (text: string): string => (kind === "part" ? text : renameInExpression(text, kind, from, to));
  const renamed = mapNames(doc, {
    name: (k, name) => (k === kind && name === from ? to : name),
    expression,
    template: (text) => renameInTemplate(text, expression),
  });
  const { css } = renamed.page;
  return kind === "part" && css ? { ...renamed, page: { ...renamed.page, css: inRules(css, from, to) } } : renamed;
}

/** Rules may find parts by the attribute that marks them. */
const inRules = (css: string, from: string, to: string): string =>
  css.replace(/(\[data-part=)(["']?)([\w-]+)\2(?=\s*[\]is])/g, (whole, start: string, mark: string, name: string) =>
    name === from ? `${start}${mark}${to}${mark}` : whole,
  );

/** Names of a kind that are taken already. */
export const taken = (doc: Component, kind: Renamable): string[] =>
  kind === "part" ? partNames(doc) : kind === "state" ? stateNames(doc) : doc.data.map((d) => d.name);
