/** A component as one self-contained HTML file: markup, style, a small script; nothing is loaded. */
import { compileTemplate } from "../../expression";
import type { Component, Problem } from "../../model";
import { compile, type Program, sayingsOf } from "../../program";
import type { Proof } from "../../proof";
import { beforeMount, configurationOn } from "../../run";
import { cssInHtml } from "../../safety";
import { envOf } from "../../surface";
import { indented, scriptInHtml } from "./code";
import { commentText, escapeAttribute, escapeHtml, initialParts, markedParts, markup } from "./markup";
import { readBackProblems } from "./read-back";
import { script } from "./script";
import { conditionsOnStyle, livingValues, styleSheet } from "./style";

export type Delivered = { ok: true; html: string } | { ok: false; problems: readonly Problem[] };

/**
 * @param proof what was shown about this very document; null writes that nothing was
 * @returns the page, or what has to be put right before there can be one
 */
export function deliverHtml(doc: Component, proof: Proof | null): Delivered {
  const program = compile(doc);
  if (program.problems.length) return { ok: false, problems: program.problems };
  const parts = initialParts(program, markedParts(doc));
  const html = `<!doctype html>
<!--
${indented(commentText(verified(doc, proof).join("\n")))}
-->
<html lang="${escapeAttribute(doc.page.lang ?? "en")}">
  <head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>${escapeHtml(doc.name)}</title>
    <style>
${indented(cssInHtml(styleSheet(doc)), "      ")}
    </style>
  </head>
  <body${rootAttributes(firstOf(program))}>
${markup(parts, "    ")}
    <script>
${scriptInHtml(indented(script(program), "      "))}
    </script>
  </body>
</html>
`;
  const problems = readBackProblems(html, parts, doc.name);
  return problems.length ? { ok: false, problems } : { ok: true, html };
}

/** What the root says at the start: style is computed with it before any script. */
export interface First {
  /** Active states, outer before inner. */
  states: readonly string[];
  /** Conditions that the style sheet asks about. */
  when: string;
  /** Custom properties with data in them. */
  values: readonly (readonly [name: string, value: string])[];
}

export function firstOf(program: Program): First {
  const moment = beforeMount(program);
  const env = envOf(program, moment);
  const held = new Set(
    program.parts.flatMap((p) =>
      sayingsOf(program, moment.config, p.index, env).flatMap(({ look }) => ("when" in look ? [look.when] : [])),
    ),
  );
  const scope = { data: program.data, states: [...program.stateIndex.keys()] };
  return {
    states: configurationOn(program, 0)
      .states.slice(1)
      .map((s) => program.states[s].name),
    when: conditionsOnStyle(program.doc)
      .flatMap((when, i) => (held.has(when) ? [`c${i}`] : []))
      .join(" "),
    values: livingValues(program.doc).flatMap(({ name, template }) => {
      const compiled = compileTemplate(template, scope);
      return compiled.ok ? [[name, compiled.template.run(env)] as const] : [];
    }),
  };
}

/** As attributes of an element. */
export function rootAttributes({ states, when, values }: First): string {
  const style = values.map(([name, value]) => `${name}: ${value}`).join("; ");
  return [
    ` data-states="${states.join(" ")}"`,
    when && ` data-when="${when}"`,
    style && ` style="${escapeAttribute(style)}"`,
  ].join("");
}

/** What was verified, in lines. */
export function verified(doc: Component, proof: Proof | null): string[] {
  const title = doc.name;
  if (!proof) return [title, "Not verified."];
  const held = proof.scenarios.filter((s) => s.ok).length;
  const count = (severity: string): number => proof.findings.filter((f) => f.severity === severity).length;
  const explored = `${proof.situations} situations explored${proof.complete ? ", all that can be reached" : "; the search was cut short"}.`;
  return [
    title,
    `${held} of ${proof.scenarios.length} scenarios hold. ${explored}`,
    `Findings: ${count("fault")} faults, ${count("warning")} warnings, ${count("undecided")} undecided.`,
  ];
}
