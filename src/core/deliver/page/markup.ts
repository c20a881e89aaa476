/** The parts in their initial state, as HTML that a person would write. */

import { styleWords } from "../../../kernel";
import { partsReferredTo } from "../../expression";
import {
  allParts,
  type Component,
  type ConditionalLook,
  isBlank,
  type Look,
  type Part,
  partsInRules,
} from "../../model";
import { compile, looksAt, type Program } from "../../program";
import { beforeMount } from "../../run";
import { layoutOf, type RenderedPart, render } from "../../surface";
import { ownRule, presenceIn, styleAttribute } from "./own-style";

export const voidTags: ReadonlySet<string> = new Set(
  "area base br col embed hr img input link meta source track wbr".split(" "),
);
export const inlineTags: ReadonlySet<string> = new Set(
  "a abbr b bdi bdo button cite code data dfn em i img input kbd label mark output q s samp select small span strong sub sup svg time u var".split(
    " ",
  ),
);

export const escapeHtml = (text: string): string =>
  text.replaceAll("&", "&amp;").replaceAll("<", "&lt;").replaceAll(">", "&gt;");
export const escapeAttribute = (text: string): string => escapeHtml(text).replaceAll('"', "&quot;");
/** A comment ends at `-->` and at `--!>` (HTML §13.1.6): no two hyphens stay together, none meets a `>`. */
export const commentText = (text: string): string => text.replace(/-(?=[->])/g, "- ").replace(/-$/, "- ");

export interface WrittenPart extends RenderedPart {
  /** The script finds its texts by their place among what is inside: no white space comes between, also where they begin empty. */
  exact?: boolean;
}

/**
 * The parts as they stand in the page before any script ran.
 * @param marked parts that style or script refer to; they carry `data-part`
 */
export function initialParts(program: Program, marked: ReadonlySet<string>): WrittenPart[] {
  const moment = beforeMount(program);
  const layout = layoutOf(program, moment);
  const looks = looksAt(program, moment.pose);
  const hidden = new Set(program.parts.filter((p) => layout.as[p.index] === "not displayed").map((p) => p.name));
  const absent = new Set(program.parts.filter((p) => layout.as[p.index] === "absent").map((p) => p.name));
  // A part that starts absent is written all the same, and what stands behind a text and is more than words; the script
  // takes it out before the first paint.
  const covered = new Set(
    program.parts.filter((p) => p.content.some((c) => typeof c === "number" || !c.constant)).map((p) => p.name),
  );
  const shown = compile(withAll(program.doc, absent, covered));
  const present = render(shown, beforeMount(shown));
  /** Its `style` attribute says how it is there, and nothing else does. */
  const saysOfItself = (part: Part | undefined): boolean =>
    part?.attributes?.hidden === undefined &&
    Object.keys(part?.css ?? {}).some((p) => /^(display|visibility|pointer-events)$/.test(p)) &&
    !Object.keys(presenceIn(program.doc, part!)).length &&
    !program.doc.looks.some((row) => row.part === part!.name && Object.keys(row.in).length);
  const one = (part: RenderedPart): WrittenPart => {
    const attributes = { ...part.attributes };
    const index = program.partIndex.get(part.name);
    const source = index === undefined ? undefined : program.parts[index].part;
    const style = source ? styleAttribute(program.doc, source) : "";
    if (style) attributes.style = style;
    if (Object.hasOwn(attributes, "data-block"))
      attributes.style = Object.entries(part.style)
        .map(([p, v]) => `${p}: ${v}`)
        .join("; ");
    if (marked.has(part.name)) attributes["data-part"] = part.name;
    // Style is computed with it before any script: what is so from the start does not fade in.
    const { pointer = null, saysPointer = false } = index === undefined ? {} : looks[index];
    const words = index === undefined ? "" : styleWords(layout.as[index], saysPointer ? pointer : null);
    if (words && !saysOfItself(source)) attributes["data-as"] = words;
    if ((hidden.has(part.name) && !saysOfItself(source)) || absent.has(part.name)) attributes.hidden = "";
    const content = part.content.map((c) => (typeof c === "string" ? c : one(c)));
    const exact = index !== undefined && program.parts[index].content.some((c) => typeof c !== "number" && !c.constant);
    return { ...part, attributes, content, exact };
  };
  return present.map(one);
}

export function markup(parts: readonly WrittenPart[], indent: string): string {
  const one = (part: WrittenPart, pad: string): string => {
    const { attributes } = part;
    const open = `<${part.tag}${Object.entries(attributes)
      .map(([name, value]) => (value === "" && isBoolean(name) ? ` ${name}` : ` ${name}="${escapeAttribute(value)}"`))
      .join("")}>`;
    if (voidTags.has(part.tag)) return open;
    const close = `</${part.tag}>`;
    const children = part.content;
    if (!children.length) return open + close;
    if (part.exact || keepsSpace.has(part.tag) || children.some((c) => typeof c === "string" && !isBlank(c))) {
      // The parser drops a line end right after these tags (HTML §13.2.6.4.7).
      const [first] = children;
      const extra = keepsSpace.has(part.tag) && typeof first === "string" && first.startsWith("\n") ? "\n" : "";
      return open + extra + children.map((c) => (typeof c === "string" ? escapeHtml(c) : one(c, pad))).join("") + close;
    }
    const inner = `${pad}  `;
    const lines: string[] = [];
    children.forEach((c, i) => {
      if (typeof c === "string") return;
      // Inline neighbours without white space between them stay on one line: a break would show as a space.
      if (i > 0 && joined(children[i - 1], c)) lines[lines.length - 1] += one(c, inner);
      else lines.push(inner + one(c, inner));
    });
    return [open, ...lines, pad + close].join("\n");
  };
  return parts.map((part) => indent + one(part, indent)).join("\n");
}

export const keepsSpace: ReadonlySet<string> = new Set(["pre", "textarea", "listing"]);

const isBoolean = (name: string): boolean =>
  ["hidden", "inert", "disabled", "checked", "required", "open"].includes(name);

const joined = (a: string | RenderedPart, b: RenderedPart): boolean =>
  typeof a !== "string" && inlineTags.has(a.tag) && inlineTags.has(b.tag);

function withAll(doc: Component, absent: ReadonlySet<string>, covered: ReadonlySet<string>): Component {
  const plain = <L extends Look | ConditionalLook>(part: string, { text, as, ...look }: L) => ({
    ...look,
    ...(text === undefined || covered.has(part) ? {} : { text }),
    ...(as === undefined ? {} : { as: as === "absent" && absent.has(part) ? ("not displayed" as const) : as }),
  });
  const whole = (part: string, { and, ...look }: Look): Look => ({
    ...plain(part, look),
    ...(and ? { and: and.map((l) => ({ ...plain(part, l), when: l.when })) } : {}),
  });
  return {
    ...doc,
    looks: doc.looks.map((row) => ({
      ...row,
      in: Object.fromEntries(Object.entries(row.in).map(([s, look]) => [s, whole(row.part, look)])),
    })),
  };
}

/** Parts that the delivered style and script have to find. */
export function markedParts(doc: Component): Set<string> {
  const out = new Set<string>();
  const asked = partsInRules(doc.page.css ?? "");
  for (const { part } of allParts(doc)) {
    const texts = [...(part.content ?? []), ...Object.values(part.attributes ?? {})];
    if (asked.has(part.name)) out.add(part.name);
    const living = texts.some((t) => typeof t === "string" && t.includes("${"));
    if (living || Object.keys(ownRule(doc, part)).length || part.area) out.add(part.name);
  }
  for (const row of doc.looks) if (Object.keys(row.in).length) out.add(row.part);
  for (const name of partsReferredTo(doc)) out.add(name);
  return out;
}
