/** The roles that elements have by themselves (HTML-AAM). */
import type { Part } from "../../model";
import { own } from "../../model";

const byTag: Record<string, string> = {
  a: "link",
  article: "article",
  aside: "complementary",
  button: "button",
  dialog: "dialog",
  fieldset: "group",
  footer: "contentinfo",
  form: "form",
  h1: "heading",
  h2: "heading",
  h3: "heading",
  h4: "heading",
  h5: "heading",
  h6: "heading",
  header: "banner",
  hr: "separator",
  img: "img",
  li: "listitem",
  main: "main",
  nav: "navigation",
  ol: "list",
  option: "option",
  output: "status",
  p: "paragraph",
  progress: "progressbar",
  section: "region",
  select: "combobox",
  table: "table",
  textarea: "textbox",
  ul: "list",
};
const inputs: Record<string, string> = {
  button: "button",
  checkbox: "checkbox",
  image: "button",
  number: "spinbutton",
  radio: "radio",
  range: "slider",
  reset: "button",
  search: "searchbox",
  submit: "button",
};

/** The role an element has without a role attribute; null for none. */
export function implicitRole(part: Part): string | null {
  if (part.tag === "input") return own(inputs, part.attributes?.type ?? "text") ?? "textbox";
  if (part.tag === "a" && part.attributes?.href === undefined) return null;
  return own(byTag, part.tag) ?? null;
}
