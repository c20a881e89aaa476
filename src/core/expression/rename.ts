/** Renaming a part, a state, a datum or a request everywhere in a document, expressions included. */
import { type Component, mapNames, mapPartsInRules, partNames, stateNames } from "../model";
import { renameInExpression, renameInTemplate } from "./template";

export type Renamable = "part" | "state" | "data" | "request";

/** @returns the document with `from` named `to` wherever it is declared or mentioned. The caller checks that `to` is free. */
export function rename(doc: Component, kind: Renamable, from: string, to: string): Component {
  const expression = (text: string): string => (kind === "request" ? text : renameInExpression(text, kind, from, to));
  const renamed = mapNames(doc, {
    name: (k, name) => (k === kind && name === from ? to : name),
    expression,
    template: (text) => renameInTemplate(text, expression),
  });
  const { css } = renamed.page;
  if (kind !== "part" || !css) return renamed;
  return { ...renamed, page: { ...renamed.page, css: mapPartsInRules(css, (name) => (name === from ? to : name)) } };
}

/** Names of a kind that are taken already. */
export const taken = (doc: Component, kind: Renamable): string[] =>
  kind === "part"
    ? partNames(doc)
    : kind === "state"
      ? stateNames(doc)
      : (kind === "request" ? (doc.requests ?? []) : doc.data).map((d) => d.name);
