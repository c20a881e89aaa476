/** Names in what is delivered: each file is read by its language, and every name is found in it again, each once. */

import { parse as parseCss } from "css-tree";
import fc from "fast-check";
import { compile as compileSvelte } from "svelte/compiler";
import { describe, expect, it } from "vitest";
import { babelParse, compileScript, parse as parseVue } from "vue/compiler-sfc";
import { readScxml } from "../exchange";
import { type Component, isName, isStateName, readComponent, readComponentValue } from "../model";
import { box, button, component } from "../testing";
import { atMost } from "../testing/depth";
import { awkwardNames, languageNames } from "../testing/hostile";
import { tried } from "../testing/tried";
import { deliverTo, targetKeys } from ".";
import type { File } from "./shared/files";

const named = (valid: (text: string) => boolean, drawn: RegExp): fc.Arbitrary<string> =>
  fc
    .oneof(
      { weight: 3, arbitrary: fc.constantFrom(...awkwardNames, ...languageNames) },
      { weight: 1, arbitrary: fc.stringMatching(drawn) },
    )
    .filter(valid);
const some = (one: fc.Arbitrary<string>, minLength = 0): fc.Arbitrary<string[]> =>
  fc.uniqueArray(one, { minLength, maxLength: 5 });
const plain = named(isName, /^[A-Za-z_][\w-]{0,6}$/);
const state = named(isStateName, /^[\p{L}_][\p{L}\p{N}_.-]{0,5}$/u);
const title = fc.oneof(
  fc.string({ unit: "binary", minLength: 1, maxLength: 12 }),
  fc.constantFrom(
    ...awkwardNames,
    "42",
    "Seat map",
    "seat-map",
    "…",
    "font-face",
    "missing glyph",
    "Ünïcode Näme",
    "東京",
    "State",
    "component",
    "Ref",
    "Map",
    "react node",
    "Requests",
    "Element",
  ),
);
const kinds = ["integer", "boolean", "text", "one of"] as const;
const documents: fc.Arbitrary<Component> = fc
  .record({
    name: title,
    parts: some(
      plain.filter((p) => /^[A-Za-z]/.test(p)),
      1,
    ),
    states: some(state, 1),
    data: some(plain),
    requests: some(plain),
    scenarios: some(title),
  })
  .map(({ name, parts, states, data, requests, scenarios }) => {
    const doc = component({
      // Of those that can be filled, the name of the part is the slot's too.
      parts: parts.map((p, i) => (i % 2 ? box(p, [p], { attributes: { "data-slot": p } }) : button(p))),
      states,
      reactions: { [`click ${parts[0]}`]: { [states[0]]: states[states.length - 1] } },
      data: data.map((d, i) => {
        const type = kinds[i % kinds.length];
        if (type === "integer") return { name: d, type, initial: i, min: 0, max: 9 };
        if (type === "boolean") return { name: d, type, initial: false };
        if (type === "text") return { name: d, type, initial: d };
        return { name: d, type, values: [d, "other"], initial: "other" };
      }),
      requests: requests.map((r) => ({ name: r, method: "POST", path: `/${r}`, latency: "1ms", outcome: "ok" })),
    });
    return {
      ...doc,
      name,
      scenarios: scenarios.map((s) => ({ name: s, steps: [{ do: { click: parts[0] } }] })),
    };
  })
  .map((doc) => readComponentValue(doc))
  .filter((read) => read.ok)
  .map((read) => read.doc);

// biome-ignore lint/suspicious/noExplicitAny: the parser's nodes, of which each is asked for its own fields
type Node = any;
/** @throws where the language has something against it */
const read = (text: string, path: string): Node =>
  babelParse(text, {
    sourceType: "module",
    plugins: [
      ["typescript", { dts: path.endsWith(".d.ts") }],
      "decorators",
      ...(path.endsWith("x") ? ["jsx" as const] : []),
    ],
  }).program;
function walk(node: Node, visit: (node: Node) => void): void {
  if (typeof node !== "object" || node === null) return;
  if (typeof node.type === "string") visit(node);
  for (const [key, value] of Object.entries(node)) if (key !== "loc") walk(value, visit);
}

/** What a language has against a file. */
function faults({ path, text }: File): string[] {
  if (/\.(js|mjs|ts|tsx)$/.test(path)) {
    read(text, path);
    return [];
  }
  if (path.endsWith(".vue")) {
    const { descriptor, errors } = parseVue(text, { filename: path });
    if (!errors.length) compileScript(descriptor, { id: path, inlineTemplate: true });
    return errors.map(String);
  }
  if (path.endsWith(".svelte"))
    return compileSvelte(text, { filename: path, generate: "client" }).warnings.map((w) => w.message);
  if (path.endsWith(".css")) {
    const found: string[] = [];
    parseCss(text, { onParseError: (e) => found.push(e.message) });
    return found;
  }
  return [];
}

/** The members of an interface, and the texts of a union, as TypeScript reads them. */
function typed(text: string, name: string): string[] {
  const found: string[] = [];
  walk(read(text, "it.d.ts"), (node) => {
    if (node.type === "TSInterfaceDeclaration" && node.id.name === name)
      for (const { key } of node.body.body) found.push(key.name ?? key.value);
    if (node.type === "TSTypeAliasDeclaration" && node.id.name === name)
      walk(node.typeAnnotation, (n) => n.type === "StringLiteral" && found.push(n.value));
  });
  return found;
}
/** The first arguments of calls of a function, in order. */
function called(text: string, name: string): string[] {
  const found: string[] = [];
  walk(read(text, "it.ts"), (node) => {
    if (node.type !== "CallExpression" || node.callee.name !== name) return;
    const [first] = node.arguments;
    if (first?.type === "StringLiteral") found.push(first.value);
    if (first?.type === "TemplateLiteral") found.push(first.quasis[0].value.cooked);
  });
  return found;
}
const ending = (files: readonly File[], end: string): string => files.find((f) => f.path.endsWith(end))!.text;
const each = (names: readonly string[], many: number): void => {
  expect(new Set(names).size).toBe(names.length);
  expect(names).toHaveLength(many);
};

/** The names that a target shows, held to those of the document. */
const shown: Partial<Record<(typeof targetKeys)[number], (files: readonly File[], doc: Component) => void>> = {
  module(files, doc) {
    const types = ending(files, ".d.ts");
    expect(typed(types, "State")).toEqual(doc.states.map((s) => s.name));
    expect(typed(types, "Data")).toEqual(doc.data.map((d) => d.name));
    expect(typed(types, "Requests")).toEqual((doc.requests ?? []).map((r) => r.name));
  },
  react(files, doc) {
    const props = /export interface (\w+Props) {.*?\n}/s.exec(ending(files, ".tsx"))!;
    const names = typed(props[0], props[1]);
    expect(new Set(names).size).toBe(names.length);
    // Each datum followed, begun with, and told of.
    expect(names.filter((n) => /^on[A-Z]/.test(n) && n !== "onState").length).toBeGreaterThanOrEqual(doc.data.length);
  },
  vue(files, doc) {
    each(called(parseVue(ending(files, ".vue")).descriptor.scriptSetup!.content, "defineModel"), doc.data.length);
  },
  suite(files, doc) {
    const own = called(ending(files, ".test.mjs"), "it");
    for (const { name } of doc.scenarios) expect(own).toContain(name);
  },
  chart(files, doc) {
    const read = readScxml(files[0].text);
    expect(read.ok && read.doc).toEqual(doc);
  },
  component(files, doc) {
    const read = readComponent(files[0].text);
    expect(read.ok && read.doc).toEqual(doc);
  },
};

describe("names", () => {
  const numRuns = atMost(12, 60);
  it("are read by the language of each file, and found in it again, each once", ({ task }) => {
    fc.assert(
      fc.property(documents, (doc) => {
        for (const target of targetKeys) {
          const made = deliverTo(target, doc, null);
          if (!made.ok) throw new Error(`${target}: ${made.problems[0].path} ${made.problems[0].message}`);
          expect(new Set(made.files.map((f) => f.path.toLowerCase())).size).toBe(made.files.length);
          for (const file of made.files) {
            expect(file.path).toMatch(/^[A-Za-z0-9][A-Za-z0-9.-]*$/);
            // The kernel is the same for all.
            if (!file.path.startsWith("lively-kernel")) expect(faults(file), file.path).toEqual([]);
          }
          shown[target]?.(made.files, doc);
        }
      }),
      { numRuns },
    );
    tried(task, numRuns);
  });
});
