/** Whether a page says what was meant: it is parsed as a browser parses it, and compared with what was written. */
import { parse as parseScript } from "acorn";
import { type Element, isTag, isText, type ParentNode } from "domhandler";
import { parse, parseFragment } from "parse5";
import { adapter } from "parse5-htmlparser2-tree-adapter";
import type { Problem } from "../../model";
import type { RenderedPart } from "../../surface";
import { markup } from "./markup";

const elementsIn = (node: ParentNode): Element[] => node.children.filter(isTag);
const plain = (text: string): string => text.replace(/\s+/g, " ").trim();
const textIn = (node: ParentNode): string => node.children.map((c) => (isText(c) ? c.data : "")).join("");

/** @returns what a browser would take for something else; empty where the page reads back as it was written */
export function readBackProblems(html: string, parts: readonly RenderedPart[], title: string): Problem[] {
  const tree = parse(html, { treeAdapter: adapter });
  const root = elementsIn(tree)[0];
  const [head, body] = root ? elementsIn(root) : [];
  const inHead = head ? elementsIn(head) : [];
  const inBody = body ? elementsIn(body) : [];
  const script = inBody.at(-1);
  const framed =
    inHead.map((e) => e.name).join(" ") === "meta meta title style" &&
    plain(textIn(inHead[2])) === plain(title) &&
    script?.name === "script";
  if (!framed) return [{ path: "the page", message: "does not read back as it is written; a text in it breaks out" }];
  const problem = different(parts, inBody.slice(0, -1));
  if (problem) return [problem];
  try {
    parseScript(textIn(script), { ecmaVersion: 2023 });
  } catch (error) {
    return [{ path: "the script", message: `is not ECMAScript: ${(error as Error).message}` }];
  }
  return [];
}

/** The same for parts alone, as they are put into a root. */
export function readBackParts(parts: readonly RenderedPart[]): Problem[] {
  const tree = parseFragment(markup(parts, ""), { treeAdapter: adapter });
  const problem = different(parts, elementsIn(tree));
  return problem ? [problem] : [];
}

/** The first part that a browser puts elsewhere or makes into something else. */
function different(parts: readonly (string | RenderedPart)[], found: readonly Element[]): Problem | null {
  const wanted = parts.filter((p): p is RenderedPart => typeof p !== "string");
  // A row straight in a table is given the <tbody> that the standard implies (HTML §13.2.6.4.9).
  const list = found.flatMap((e) =>
    e.name === "tbody" && !wanted.some((w) => w.tag.toLowerCase() === "tbody") ? elementsIn(e) : [e],
  );
  for (const [i, part] of wanted.entries()) {
    const is = list[i];
    const at = (message: string): Problem => ({ path: `parts.${part.name}`, message });
    if (!is || is.name.toLowerCase() !== part.tag.toLowerCase())
      return at(`a browser does not leave <${part.tag}> where it stands; it cannot be inside what is around it`);
    for (const [name, value] of Object.entries(part.attributes))
      if (is.attribs[name] !== value && is.attribs[name.toLowerCase()] !== value)
        return at(`a browser reads the attribute ${name} differently`);
    const text = part.content.filter((c) => typeof c === "string").join("");
    if (plain(textIn(is)) !== plain(text)) return at(`a browser reads the text in <${part.tag}> differently`);
    const inside = different(part.content, elementsIn(is));
    if (inside) return inside;
  }
  if (list.length > wanted.length)
    return { path: "parts", message: `a browser makes a <${list[wanted.length].name}> that is no part` };
  return null;
}
