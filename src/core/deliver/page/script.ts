/** The behaviour as a script that a reviewer can read: what it needs of the kernel, then the component's tables. */
import { partsReferredTo } from "../../expression";
import type { Program } from "../../program";
import { askedBy, featuresFor, wordsFor } from "./asked";
import { indented } from "./code";
import { type KernelWord, kernelCode } from "./kernel";
import { managed } from "./looks-table";
import { conditionsOnStyle } from "./style";
import { componentCode } from "./tables";

/** What a component needs of the kernel, and its own tables as code. */
export interface Needs {
  features: readonly string[];
  /** What it has of what only some components have. */
  has: ReadonlySet<KernelWord>;
  component: string;
}

/** @param stands whether requests go to the stand-in service that the app has, or where they say */
export function needsOf(program: Program, stands: boolean): Needs {
  const { doc } = program;
  const looks = managed(program);
  const conditions = conditionsOnStyle(doc);
  const asked = askedBy(program, looks);
  const parts = new Set([...looks.map((m) => m.part.name), ...partsReferredTo(doc)]);
  const names = program.parts.map((p) => p.name).filter((n) => parts.has(n));
  return {
    features: featuresFor(asked),
    has: wordsFor(asked),
    component: componentCode(program, names, looks, conditions, stands),
  };
}

export const KERNEL_LINE = "Lively State kernel 1, MIT: what states, events and looks mean.";

export function script(program: Program): string {
  const { features, has, component } = needsOf(program, true);
  const body = [
    `// ${KERNEL_LINE} The component itself stands at the end.`,
    kernelCode(["Page", ...features], has),
    "// The component.",
    `const component = ${component};`,
    `new Page(document.body, component, [${features.join(", ")}]);`,
  ];
  return `(() => {\n${indented(body.join("\n\n"))}\n})();`;
}
