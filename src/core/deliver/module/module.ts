/** An ES module with its style and its types: `mount(root, …)`, several on one page, taken away without a trace. */
import type { Component } from "../../model";
import { compile, type Program } from "../../program";
import { everyFeature } from "../page/asked";
import { indented, key, literal, remark, text } from "../page/code";
import { verified } from "../page/deliver";
import { everything, kernelCode } from "../page/kernel";
import { initialParts, markedParts, markup } from "../page/markup";
import { readBackParts } from "../page/read-back";
import { KERNEL_LINE, needsOf } from "../page/script";
import { styleSheet } from "../page/style";
import { notesOnThePage } from "../shared/beyond";
import type { File, Files, Target } from "../shared/files";
import { type Names, namesOf, typeOfDatum } from "../shared/names";
import { scoped } from "../shared/scope";

export const KERNEL_FILE = "lively-kernel.js";

/** What every target that is built on the module starts from. */
export interface Base {
  doc: Component;
  program: Program;
  names: Names;
  /** The module's files. */
  files: readonly File[];
}

/** @returns the module's files, or what has to be put right first */
export function baseOf(
  doc: Component,
  proof: Parameters<Target>[1],
): { ok: true; base: Base } | (Files & { ok: false }) {
  const program = compile(doc);
  if (program.problems.length) return { ok: false, problems: program.problems };
  const problems = readBackParts(initialParts(program, markedParts(doc)));
  if (problems.length) return { ok: false, problems };
  const names = namesOf(doc);
  const head = verified(doc, proof).map((line) => `// ${remark(line)}`);
  const files: File[] = [
    { path: `${names.kebab}.js`, text: `${head.join("\n")}\n${moduleCode(program, names)}` },
    { path: `${names.kebab}.d.ts`, text: types(doc) },
    { path: `${names.kebab}.css`, text: `${styleFor(doc, names)}\n` },
    { path: KERNEL_FILE, text: kernelFile() },
  ];
  return { ok: true, base: { doc, program, names, files } };
}

export const moduleTarget: Target = (doc, proof) => {
  const made = baseOf(doc, proof);
  return made.ok ? { ok: true, files: made.base.files, notes: notesOnThePage(doc) } : made;
};

export const styleFor = (doc: Component, { kebab }: Names): string => scoped(styleSheet(doc), kebab);

function moduleCode(program: Program, { kebab }: Names): string {
  const { features, component } = needsOf(program, false);
  const lines = markup(initialParts(program, markedParts(program.doc)), "  ");
  const imported = ["embed", ...features].toSorted((a, b) => a.localeCompare(b));
  return `import { ${imported.join(", ")} } from "./${KERNEL_FILE}";

const markup = ${literal(`\n${lines}\n`)};

const component = ${component};

const features = [${features.join(", ")}];

/**
 * Brings the component to life in \`root\`: on the markup that is there, or on its own where there is none.
 * @param {HTMLElement} root
 */
export const mount = (root, options) => embed(root, component, features, { className: ${text(kebab)}, markup }, options);
`;
}

/** The whole kernel, which all components of a project share; what a component does not use a bundler leaves out. */
function kernelFile(): string {
  const names = ["embed", ...everyFeature].toSorted((a, b) => a.localeCompare(b));
  return `// ${KERNEL_LINE}\n\n${kernelCode(names, everything)}\n\nexport { ${names.join(", ")} };\n`;
}

/** Names of states, data and requests as types. */
export function types(doc: Component): string {
  const states = compile(doc)
    .states.slice(1)
    .map((s) => text(s.name));
  const data = doc.data.map((d) => `${key(d.name)}: ${typeOfDatum(d)};`);
  const requests = (doc.requests ?? []).map(
    (r) => `${key(r.name)}?: (options: { signal: AbortSignal }) => Promise<unknown>;`,
  );
  const body = (lines: readonly string[]): string => (lines.length ? `{\n${indented(lines.join("\n"))}\n}` : "{}");
  return `/** The names of its states. */
export type State = ${states.join(" | ") || "string"};

export interface Data ${body(data)}

/** What asks in place of \`fetch\`: it has failed where its promise does, or where what it gives is false or not ok. */
export interface Requests ${body(requests)}

export interface Options {
  /** The data to begin with, where they are not those of the specification. */
  data?: Partial<Data>;
  requests?: Requests;
  /** Told after each change, with the active states, outer before inner. */
  onState?: (state: readonly State[]) => void;
  onData?: (data: Readonly<Data>, before: Readonly<Data>) => void;
}

export interface Mounted {
  readonly state: readonly State[];
  readonly data: Readonly<Data>;
  /** Sends an event of the component's own. */
  send(event: string): void;
  set<Name extends keyof Data>(name: Name, value: Data[Name]): void;
  /** Ends it: nothing listens any more, nothing comes, and the markup is as it was. */
  unmount(): void;
}

/** Brings the component to life: on the markup that is in \`root\`, or on its own where there is none. */
export function mount(root: HTMLElement, options?: Options): Mounted;
`;
}
