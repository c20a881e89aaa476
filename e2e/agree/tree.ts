/** Roles and names as Chromium's own accessibility tree has them, against what the core says. */
import type { Page } from "puppeteer-core";
import { DOCUMENT, type Program } from "../../src/core/program";
import type { RunState } from "../../src/core/run";
import { factsOf, isNone, isSameName, layoutOf } from "../../src/core/surface";
import type {} from "../../src/probe/page";

/** Names of Chromium's own for what has no role in WAI-ARIA, or for a synonym. */
const own: Record<string, string> = {
  image: "img",
  generic: "",
  none: "",
  LabelText: "",
  Legend: "",
  Figcaption: "",
  DescriptionList: "",
  Abbr: "",
  Canvas: "",
  Audio: "",
  Video: "",
  ColorWell: "",
  Date: "",
  DateTime: "",
  InputTime: "",
  DisclosureTriangle: "",
  LineBreak: "",
  Ruby: "",
  sectionheader: "",
  sectionfooter: "",
};
/** Named by the browser in its own words or by its own means. */
const itsOwn = new Set(["Audio", "Video", "Abbr", "DisclosureTriangle"]);

interface AxNode {
  ignored: boolean;
  backendDOMNodeId?: number;
  role?: { value: string };
  name?: { value: string };
}
interface DomNode {
  backendNodeId: number;
  attributes?: string[];
  children?: DomNode[];
}
interface Client {
  send(method: "Accessibility.getFullAXTree"): Promise<{ nodes: AxNode[] }>;
  send(method: "DOM.getDocument", params: { depth: number }): Promise<{ root: DomNode }>;
}

/** The tree's node of each part, by name. */
async function nodesOf(page: Page): Promise<Map<string, AxNode>> {
  const client = (page as unknown as { _client(): Client })._client();
  const [{ root }, { nodes }] = await Promise.all([
    client.send("DOM.getDocument", { depth: -1 }),
    client.send("Accessibility.getFullAXTree"),
  ]);
  const byNode = new Map(nodes.map((n) => [n.backendDOMNodeId, n]));
  const out = new Map<string, AxNode>();
  const walk = ({ attributes = [], backendNodeId, children = [] }: DomNode): void => {
    const at = attributes.indexOf("data-name");
    const node = byNode.get(backendNodeId);
    if (at >= 0 && at % 2 === 0 && node) out.set(attributes[at + 1], node);
    for (const c of children) walk(c);
  };
  walk(root);
  return out;
}

const nameless = new Set(
  "caption code definition deletion emphasis insertion mark paragraph strong subscript superscript time".split(" "),
);

const namedByAuthor = new Set("banner contentinfo group list listitem".split(" "));

/**
 * A line for each part whose role or name is another in Chromium than in the core.
 * @param spaced whether words are to be set apart alike, which accname 1.2 leaves open between what stands in one line
 */
export async function unlikeTree(page: Page, program: Program, state: RunState, spaced = true): Promise<string[]> {
  const nodes = await nodesOf(page);
  const wrong: string[] = [];
  // Chromium takes `aria-hidden` back from what has the focus in it (it lets nobody be where nothing is told), and
  // keeps it so afterwards.
  const unhidden = state.focus !== DOCUMENT && !factsOf(program, state, state.focus).exposed;
  // Accname 1.2 has no word on what is inert; Chromium leaves it out of some names and not of others.
  const { focusable, inert } = layoutOf(program, state);
  const anyInert = inert.includes(true);
  const canHold = (p: number): boolean => focusable.slice(p, program.parts[p].end).includes(true);
  // It may have been so before the focus went on; all that is hidden with what can hold it comes with it.
  const comesAlong = (p: number): boolean =>
    program.parts[p].path.some((around) => canHold(around) && !factsOf(program, state, around).exposed);
  /** Something in it may be told all the same, and so have its say in a name. */
  const mayTellMore = (p: number): boolean =>
    program.parts.slice(p, program.parts[p].end).some(({ index }) => index !== p && comesAlong(index));
  const isSame = (a: string, b: string): boolean => (spaced ? a === b : isSameName(a, b));
  for (const { index, name, part } of program.parts) {
    const { exposed, role: told, name: mine } = factsOf(program, state, index);
    const said = told === "none" || told === "presentation" ? "" : told;
    const node = nodes.get(name);
    const at = `${name} <${part.tag}>`;
    // What stands in a closed menu Chromium tells whatever style says of some of it, and of some not.
    if (part.tag === "option" && !exposed) continue;
    if (!exposed && node && !node.ignored && !unhidden && !comesAlong(index) && !itsOwn.has(node.role?.value ?? ""))
      wrong.push(`${at}: not exposed, in Chromium “${node.role?.value}”`);
    if (!exposed || !node) continue;
    const role = node.role?.value ?? "";
    const found = node.ignored ? "" : (own[role] ?? role);
    // Rows are in a group by HTML-AAM §3.4; Chromium leaves out a group that is the only one of its kind.
    if (said === "rowgroup" && found === "") continue;
    const its = (node.name?.value ?? "").replace(/\s+/g, " ").trim();
    // HTML-AAM has it a paragraph however it, or what is in it, is laid out; Chromium only where all is in lines.
    if (said === "paragraph" && found === "") continue;
    // HTML-AAM §3.5.1: without an address it is generic; Chromium calls it a link where it listens for clicks.
    if (part.tag === "a" && said === "" && role === "link") continue;
    // HTML-AAM §3.4: a table is a table; Chromium takes one that shows no cells for a means of layout.
    if (role.startsWith("LayoutTable")) continue;
    // ARIA 1.2 §5.4 has it named by its author alone; Chromium reads out what is in it.
    if (said === "math" && mine === "") continue;
    // ARIA 1.2 §5.2.8.6 gives these no name; Chromium reads out what is in one that can hold the focus.
    if (nameless.has(said) && focusable[index]) continue;
    // Nor does it let these be named by what is in them (§5.2.8.4); Chromium does where they can hold the focus.
    if (namedByAuthor.has(said) && mine === "" && focusable[index]) continue;
    // HTML-AAM §4.1.1 names a button for files as it names a field; Chromium in the words that stand on it.
    if (part.tag === "input" && part.attributes?.type === "file" && mine === "") continue;
    if (found !== said) wrong.push(`${at}: role “${said}”, in Chromium “${role}”`);
    else if (said && !itsOwn.has(role) && !node.ignored && !anyInert && !isSame(mine, its) && !mayTellMore(index))
      wrong.push(`${at}: name “${mine}”, in Chromium “${its}”`);
  }
  return wrong;
}

/** A line for each part whose role or name the probe reads otherwise than the core tells it. */
export async function unlikeProbe(page: Page, program: Program, state: RunState): Promise<string[]> {
  const names = program.parts.map((p) => p.name);
  const seen = await page.evaluate((all) => window.livelyProbe(all, "data-name"), names);
  return program.parts.flatMap(({ index, name, part }) => {
    const [mine, its] = [factsOf(program, state, index), seen.parts[name]];
    if (!mine.exposed || !its.exposed) return [];
    const isSame = mine.role === its.role && (!mine.role || isNone(mine.role) || isSameName(mine.name, its.name));
    return isSame ? [] : [`${name} <${part.tag}>: ${mine.role} “${mine.name}”, on the page ${its.role} “${its.name}”`];
  });
}
