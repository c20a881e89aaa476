/** Code in the colours of the app. */
import { HighlightStyle, syntaxHighlighting } from "@codemirror/language";
import { tags } from "@lezer/highlight";

/** In the colours of the app, so that both themes have them. */
export const codeColours = syntaxHighlighting(
  HighlightStyle.define([
    { tag: [tags.comment], color: "var(--ink-3)", fontStyle: "italic" },
    { tag: [tags.string, tags.attributeValue], color: "var(--holds)" },
    { tag: [tags.keyword, tags.tagName, tags.atom, tags.bool], color: "var(--focus)" },
    { tag: [tags.number, tags.unit, tags.color], color: "var(--now-ink)" },
    { tag: [tags.propertyName, tags.attributeName], color: "var(--ink)" },
    { tag: [tags.typeName, tags.className, tags.labelName], color: "var(--now-ink)" },
  ]),
);
