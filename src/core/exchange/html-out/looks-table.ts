/** What the style sheet alone cannot say about looks: presence, inert, disabled, attributes, texts. */
import type { Component, Look } from "../../model";
import { own } from "../../model";
import type { PartInfo, Program } from "../../program";
import { restingLooks } from "../../surface";
import { isPlainChart, presenceOf } from "./chart/tables";
import { indented, key, table, templateCode, text } from "./code";

export interface Managed {
  part: PartInfo;
  /** What the script sets on it, the same list in every state. */
  fields: ("there" | "inert" | "disabled" | "hiddenFromAll" | "text")[];
  attributes: string[];
  /** Children that are text with data in it, by index. */
  texts: { child: number; template: string }[];
}

export function managed(doc: Component, program: Program): Managed[] {
  return program.parts.flatMap((part) => {
    const row = doc.looks.find((r) => r.part === part.name)?.in ?? {};
    const cells = Object.values(row).flatMap((l) => [l, ...(l.and ?? [])]);
    const leaves = program.states.filter((s) => s.atomic).map((s) => restingLooks(program, s.index)[part.index]);
    // Looks under conditions and in regions come together in more ways than there are states: there every mention counts.
    const always = !isPlainChart(doc, program);
    const varies = (
      f: (l: (typeof leaves)[number]) => unknown,
      said: (l: (typeof cells)[number]) => boolean,
    ): boolean => (always ? cells.some(said) : new Set(leaves.map(f)).size > 1);
    const fields: Managed["fields"] = [];
    const gone = (as: string | undefined): boolean => as === "not displayed" || as === "absent";
    if (leaves.some((l) => gone(l.as)) || (always && cells.some((l) => gone(presenceOf(l))))) fields.push("there");
    if (
      varies(
        (l) => l.inert,
        (l) => l.inert !== undefined,
      )
    )
      fields.push("inert");
    if (
      varies(
        (l) => l.disabled,
        (l) => l.disabled !== undefined,
      )
    )
      fields.push("disabled");
    if (
      varies(
        (l) => l.exposed,
        (l) => l.exposed !== undefined,
      )
    )
      fields.push("hiddenFromAll");
    if (leaves.some((l) => l.text !== null) || cells.some((l) => l.text !== undefined)) fields.push("text");
    const living = part.attributes.filter(([, t]) => !t.constant).map(([name]) => name);
    const attributes = [...new Set([...living, ...cells.flatMap((l) => Object.keys(l.attributes ?? {}))])];
    const texts = fields.includes("text")
      ? []
      : (part.part.content ?? []).flatMap((c, child) =>
          typeof c === "string" && part.content[child] && isLiving(part, child) ? [{ child, template: c }] : [],
        );
    const any = fields.length || attributes.length || texts.length;
    return any ? [{ part, fields, attributes, texts }] : [];
  });

  function isLiving(part: PartInfo, child: number): boolean {
    const c = part.content[child];
    return typeof c !== "number" && !c.constant;
  }
}

export function looksTable(doc: Component, program: Program, list: readonly Managed[]): string {
  const leaves = program.states.filter((s) => s.atomic);
  const codes = list.map((m) => leaves.map((leaf) => lookCode(doc, program, m, leaf.index)));
  const same = codes.map((c) => c.every((code) => code === c[0]));
  const line = (m: Managed, code: string): string => indented(`${key(m.part.name)}: ${code},`);
  const always = list.flatMap((m, i) => (same[i] ? [line(m, codes[i][0])] : []));
  const entries = leaves.map((leaf, l) => {
    const lines = list.flatMap((m, i) => (same[i] ? [] : [line(m, codes[i][l])]));
    return lines.length ? `${key(leaf.name)}: () => ({\n${lines.join("\n")}\n})` : `${key(leaf.name)}: () => ({})`;
  });
  return [
    "// What the style sheet cannot say: how each part is, in every state and state by state.",
    always.length ? `const alwaysLooks = () => ({\n${always.join("\n")}\n});` : "const alwaysLooks = () => ({});",
    table("looks", entries),
    "const looksNow = () => ({ ...alwaysLooks(), ...looks[state]() });",
  ].join("\n");
}

function lookCode(doc: Component, program: Program, m: Managed, leaf: number): string {
  const look = restingLooks(program, leaf)[m.part.index];
  const said = saidIn(doc, program, m.part.name, leaf);
  const out: string[] = [];
  if (m.fields.includes("there")) {
    out.push(`there: ${look.as === "not displayed" || look.as === "absent" ? text(look.as) : "true"}`);
  }
  if (m.fields.includes("inert")) out.push(`inert: ${look.inert}`);
  if (m.fields.includes("disabled")) out.push(`disabled: ${look.disabled}`);
  const attributes = m.attributes.map((name) => `${key(name)}: ${attributeCode(m.part, said, name)}`);
  if (m.fields.includes("hiddenFromAll")) attributes.push(`"aria-hidden": ${look.exposed ? "null" : '"true"'}`);
  if (attributes.length) out.push(`attributes: { ${attributes.join(", ")} }`);
  if (m.fields.includes("text")) {
    const own = m.part.part.content?.find((c) => typeof c === "string") ?? "";
    out.push(`text: ${templateCode(said.text ?? own)}`);
  }
  if (m.texts.length)
    out.push(`texts: { ${m.texts.map((t) => `${t.child}: ${templateCode(t.template)}`).join(", ")} }`);
  return `{ ${out.join(", ")} }`;
}

/** Everything said about a part in an atomic state, outer states first. */
function saidIn(doc: Component, program: Program, part: string, leaf: number): Look {
  const cells = doc.looks.find((row) => row.part === part)?.in ?? {};
  const out: Look = {};
  for (const s of program.states[leaf].path.toReversed()) {
    const look = own(cells, program.states[s].name);
    if (!look) continue;
    if (look.text !== undefined) out.text = look.text;
    out.attributes = { ...out.attributes, ...look.attributes };
  }
  return out;
}

function attributeCode(part: PartInfo, said: Look, name: string): string {
  const value =
    said.attributes && Object.hasOwn(said.attributes, name)
      ? said.attributes[name]
      : (own(part.part.attributes, name) ?? null);
  return value === null ? "null" : templateCode(value);
}
