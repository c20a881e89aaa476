/** Markup → component. Read as a browser reads it; what was odd or left out is listed, and nothing is ever run. */
import { type ChildNode, type Element, isComment, isTag, isText } from "domhandler";
import { type ParserError, parse, parseFragment, serialize } from "parse5";
import { adapter } from "parse5-htmlparser2-tree-adapter";
import { readSheet } from "../../cascade";
import {
  allParts,
  type Component,
  collapse,
  emptyComponent,
  escapeTemplate,
  isBlank,
  type Part,
  readComponentValue,
  trimEnd,
  trimStart,
  withoutUnwritable,
} from "../../model";
import { attributeProblem, isAllowedTag, isLanguage } from "../../safety";
import { implicitRole } from "../../surface";
import { comesByRule, covering } from "../by-rule";
import { CODE, readScripts, type Script, type ScriptRead } from "../script-in";
import { hiddenByClass } from "./hidden";
import { lineOf, placeOf, type Remark } from "./remark";
import { readRoots } from "./roots";
import { inlineStyle, readStyles } from "./styles";
import { proposedControls, stillWaiting } from "./waiting";

export type { Remark };
export type HtmlRead =
  | {
      ok: true;
      /** The parts and the style, without any behaviour. */
      doc: Component;
      remarks: Remark[];
      /** What its scripts, read as text, make of it; null where there are none. */
      behaviour: ScriptRead | null;
    }
  | { ok: false; message: string };

export const MAX_HTML = 2_000_000;
const MAX_PARTS = 2000;
/** A part takes two levels of a component file (`bounds.depth`). */
const MAX_DEPTH = 140;

const SVG = "http://www.w3.org/2000/svg";
const left = new Set(["script", "noscript", "template", "iframe", "object", "embed", "link", "meta", "base", "title"]);
const embedded = new Set(["iframe", "object", "embed", "noscript"]);

/** @param left lines of what is left of its scripts */
export function readHtml(given: string, name: string, left: readonly number[] = []): HtmlRead {
  const text = withoutUnwritable(given);
  if (text.length > MAX_HTML) {
    return {
      ok: false,
      message: `This markup is ${(text.length / 1e6).toFixed(1)} MB; at most ${MAX_HTML / 1e6} MB is read.`,
    };
  }
  const remarks: Remark[] = [];
  const whole = /<(!doctype|html|head|body)\b/i.test(text);
  const options = {
    treeAdapter: adapter,
    sourceCodeLocationInfo: true,
    onParseError: (e: ParserError) => {
      if (whole || e.code !== "missing-doctype") remarks.push({ line: e.startLine, text: oddity(e.code) });
    },
  };
  const tree = whole ? parse(text, options) : parseFragment(text, options);
  const elements: Element[] = [];
  // In a whole page html and body stand around the parts.
  if (!collect(tree.children, elements, whole ? MAX_DEPTH + 2 : MAX_DEPTH)) {
    return { ok: false, message: `This markup is nested more than ${MAX_DEPTH} deep.` };
  }
  if (elements.length > MAX_PARTS + 500) {
    return { ok: false, message: `This markup has ${elements.length} elements; a component has at most ${MAX_PARTS}.` };
  }
  const body = elements.find((e) => e.name === "body");
  const roots = whole ? (body?.children ?? []) : tree.children;
  const html = elements.find((e) => e.name === "html");
  const styles = readStyles(elements, remarks);
  const reader = new Reader(remarks);
  for (const n of elements.find((e) => e.name === "head")?.children ?? [])
    if (isTag(n) && /^(script|template|link)$/.test(n.name)) reader.part(n);
  const parts = roots.flatMap((n) => {
    const part = isTag(n) ? reader.part(n) : isText(n) && !isBlank(n.data) ? reader.wrapped(n.data) : null;
    return part ? [part] : [];
  });
  if (reader.count > MAX_PARTS) {
    return { ok: false, message: `This markup has ${reader.count} elements; a component has at most ${MAX_PARTS}.` };
  }
  const empty = emptyComponent(name);
  const written = reader.inTurn();
  if (!parts.length && !written.length) return { ok: false, message: "There is no element in this markup." };
  const standing = readRoots([html, whole ? body : undefined], styles.page, written);
  const doc: Component = {
    ...empty,
    page: {
      ...empty.page,
      ...(standing.css ? { css: standing.css } : {}),
      ...(html?.attribs.lang && isLanguage(html.attribs.lang) ? { lang: html.attribs.lang } : {}),
    },
    ...(styles.tokens.length ? { tokens: styles.tokens } : {}),
    parts,
    looks: reader.rows.map((part): Component["looks"][number] => ({ part, in: {} })),
  };
  const read = readComponentValue(doc);
  if (!read.ok) return { ok: false, message: read.problems.map((p) => `${p.path} ${p.message}`).join("; ") };
  const made = withCovers(read.doc);
  const scripts = written.length ? written : proposedControls(made, (part) => reader.lines.get(part) ?? 1);
  const behaviour = readScripts(made, scripts, new Set(left), { begins: standing.begins, blanks: reader.blanks });
  if (!(behaviour?.doc ?? made).parts.length)
    return { ok: false, message: "There is no element in this markup, and its scripts make none that could be read." };
  remarks.push(...stillWaiting(made, behaviour?.doc ?? made));
  const byClass = hiddenByClass(made);
  const done = behaviour && { ...behaviour, doc: byClass(behaviour.doc) };
  return { ok: true, doc: byClass(made), remarks: remarks.slice(0, 60), behaviour: done };
}

/** @param depth how many elements may still stand in one another */
function collect(nodes: ChildNode[], out: Element[], depth: number): boolean {
  if (depth < 0) return false;
  for (const node of nodes) {
    if (!isTag(node)) continue;
    out.push(node);
    if (!collect(node.children, out, depth - 1)) return false;
  }
  return true;
}

const oddity = (code: string): string => `${code.replaceAll("-", " ")}: read as a browser reads it`;

class Reader {
  count = 0;
  readonly rows: string[] = [];
  /** White space at the edges of elements, which shows nowhere: `before` or `after`, and the part. */
  readonly blanks = new Set<string>();
  readonly scripts: Script[] = [];
  private readonly modules = new Set<Script>();
  /** Modules come once the page has been read (HTML §4.12.1). */
  inTurn(): Script[] {
    return [...this.scripts.filter((s) => !this.modules.has(s)), ...this.modules];
  }
  /** Where each part stands in the markup. */
  readonly lines = new Map<string, number>();
  /** Names that are taken; those of the page's own elements from the start. */
  private readonly names = new Set(["html", "body"]);

  constructor(private readonly remarks: Remark[]) {}

  private remark(node: ChildNode, text: string): void {
    this.remarks.push({
      line: placeOf(node)?.startLine ?? null,
      text,
    });
  }

  /** Text at the top level gets an element around it: looks belong to elements. */
  wrapped(text: string): Part {
    this.count++;
    return { name: this.name("text"), tag: "span", content: [escapeTemplate(text)] };
  }

  part(node: Element): Part | null {
    const tag = isAllowedTag(node.name) ? node.name : "span";
    if (left.has(node.name) && !(node.name === "title" && node.namespace === SVG)) {
      if (node.name === "script") this.script(node);
      else if (node.name === "template") this.template(node);
      else if (embedded.has(node.name)) this.remark(node, `<${node.name}> was left out`);
      else if (node.name === "link" && node.attribs.rel === "stylesheet") {
        this.remark(node, "a linked style sheet was not loaded: paste its rules in a <style>");
      }
      return null;
    }
    if (node.name === "style") return null;
    if (tag !== node.name) this.remark(node, `<${node.name}> is no element that pages are made of: it became a <span>`);
    this.count++;
    const name = this.name(this.wish(node));
    this.lines.set(name, lineOf(node));
    const attributes = this.attributes(node, tag, name);
    const css = node.attribs.style ? inlineStyle(node.attribs.style, (t) => this.remark(node, t)) : {};
    const part: Part = { name, tag };
    if (Object.keys(attributes).length) part.attributes = attributes;
    if (Object.keys(css).length) part.css = css;
    if (this.deservesRow(node)) this.rows.push(name);
    const content = this.content(node, name);
    if (content.length) part.content = content;
    return part;
  }

  private content(node: Element, name: string): (string | Part)[] {
    const out: (string | Part)[] = [];
    for (const child of node.children) {
      if (isComment(child)) continue;
      if (isTag(child)) {
        const part = this.part(child);
        if (part) out.push(part);
      } else if (isText(child)) {
        const text = node.name === "pre" || node.name === "textarea" ? child.data : collapse(child.data);
        const last = out[out.length - 1];
        if (typeof last === "string") out[out.length - 1] = last + escapeTemplate(text);
        else out.push(escapeTemplate(text));
      }
    }
    const isSpace = (c: string | Part | undefined): boolean => typeof c === "string" && isBlank(c);
    if (isSpace(out[0])) this.blanks.add(`before ${name}`);
    if (out.length > 1 && isSpace(out.at(-1))) this.blanks.add(`after ${name}`);
    // White space between elements only matters between inline ones; at the edges it never shows.
    const trimmed = out.map((c, i) =>
      typeof c !== "string" ? c : i === 0 ? trimStart(c) : i === out.length - 1 ? trimEnd(c) : c,
    );
    return trimmed.filter((c, i) => typeof c !== "string" || (c !== "" && !(c === " " && i === trimmed.length - 1)));
  }

  /** What it holds is for scripts to make elements of. */
  private template(node: Element): void {
    const text = serialize(adapter.getTemplateContent(node), { treeAdapter: adapter });
    this.scripts.push({ text, line: lineOf(node), template: node.attribs });
  }

  /** Kept as a text to be read; it never runs. */
  private script(node: Element): void {
    const { src, type = "", id } = node.attribs;
    const text = node.children.map((c) => (isText(c) ? c.data : "")).join("");
    if (src !== undefined) this.remark(node, "a linked script was not read: paste its text in a <script>");
    else if (/^(|module|(text|application)\/(java|ecma)script)$/i.test(type.trim())) {
      const isModule = /^module$/i.test(type.trim());
      const inHead = node.parent !== null && isTag(node.parent) && node.parent.name === "head" && !isModule;
      const script: Script = { text, line: placeOf(node)?.startTag?.endLine ?? 1, inHead };
      this.scripts.push(script);
      if (isModule) this.modules.add(script);
    } else if (id && /\bjson$/i.test(type.trim()))
      this.scripts.push({ text, line: lineOf(node), template: node.attribs, isData: true });
    else this.remark(node, `a script of the type ${type} was left out`);
  }

  private attributes(node: Element, tag: string, part: string): Record<string, string> {
    const out: Record<string, string> = {};
    for (const [name, value] of Object.entries(node.attribs)) {
      if (name === "style" || name === "data-part") continue;
      if (/^on[a-z]+$/.test(name)) {
        this.scripts.push({ text: value, line: lineOf(node), at: { part, type: name.slice(2) } });
        continue;
      }
      if (name === "closedby" && /^any$/i.test(value)) {
        this.remark(node, "closedby was left out: what closes it by a click beside it is said by a row");
        continue;
      }
      const code = name === "href" && /^(a|area)$/.test(tag) ? codeOf(value) : null;
      if (code !== null) {
        // Where nobody else takes the click it is done instead of going anywhere: the link leads nowhere here.
        this.scripts.push({ text: code, line: lineOf(node), at: { part, type: CODE } });
        out.href = "#";
        continue;
      }
      const problem = attributeProblem(tag, name, escapeTemplate(value));
      if (problem) {
        this.remark(node, `${name} was left out: ${problem}`);
        continue;
      }
      if ((name === "src" || name === "srcset") && /^\s*(https?:)?\/\//i.test(value)) {
        this.remark(node, `${name} points elsewhere: it is kept, but nothing is loaded here`);
      }
      out[name] = escapeTemplate(value);
    }
    return out;
  }

  private wish(node: Element): string {
    const { id, class: classes } = node.attribs;
    if (id) return id;
    const label = node.attribs["aria-label"] ?? (/^(button|a|summary)$/.test(node.name) ? textIn(node) : "");
    if (label && label.length < 30) return label;
    return classes?.trim().split(/\s+/)[0] || roleSaid(node) || node.name;
  }

  private name(wish: string): string {
    const slug = wish
      .normalize("NFKD")
      .replace(/[^\w-]+/g, "-")
      .replace(/^[^A-Za-z_]+|-+$/g, "")
      .slice(0, 40);
    // Names that differ in their case alone are taken for each other.
    let name = slug || "part";
    for (let n = 2; this.names.has(name.toLowerCase()); n++) name = `${slug || "part"}-${n}`;
    this.names.add(name.toLowerCase());
    return name;
  }

  /** Rows to start with: what is operated, referred to, or lies over others. */
  private deservesRow(node: Element): boolean {
    const { attribs } = node;
    if (isOperable(node) || roleSaid(node) || attribs.hidden !== undefined) return true;
    return Boolean(attribs.id) && node.name !== "body" && !attribs.id.endsWith("-title");
  }
}

/** The role that its author gives it; none for what is given none. */
function roleSaid({ attribs }: Element): string {
  const [role = ""] = attribs.role?.trim().split(/\s+/) ?? [];
  return /^(none|presentation)$/.test(role) ? "" : role;
}

/** What stands in a `javascript:` address, decoded (HTML §7.4.2.3.2); null for any other address. */
function codeOf(address: string): string | null {
  // URL §4.4: white space around an address and line breaks in it do not count.
  const [, code] = /^javascript:(.*)$/is.exec(address.trim().replace(/[\t\r\n]/g, "")) ?? [];
  if (code === undefined) return null;
  try {
    return decodeURIComponent(code);
  } catch {
    return code;
  }
}

const operable = new Set(["button", "link", "textbox", "checkbox", "radio", "combobox", "slider", "dialog"]);
const isOperable = (node: Element): boolean => {
  const role = node.attribs.role ?? implicitRole({ name: "x", tag: node.name, attributes: node.attribs });
  return (role !== null && operable.has(role)) || node.name === "summary";
};

const textIn = (node: Element): string =>
  node.children
    .map((c) => (isText(c) ? c.data : isTag(c) ? textIn(c) : ""))
    .join("")
    .replace(/\s+/g, " ")
    .trim();

/** With what parts lie over, and with a row for what comes and goes by its rules. */
function withCovers(doc: Component): Component {
  const sheet = readSheet(doc.page.css ?? "");
  const parts = covering(doc);
  const rows = allParts({ parts }).filter(
    ({ part: p }) => (p.covers || comesByRule(sheet, p)) && !doc.looks.some((l) => l.part === p.name),
  );
  return { ...doc, parts, looks: [...doc.looks, ...rows.map(({ part: p }) => ({ part: p.name, in: {} }))] };
}
