/** A component as one self-contained HTML file: markup, style, a small script; nothing is loaded. */
import type { Component, Problem } from "../../model";
import { compile } from "../../program";
import type { Proof } from "../../proof";
import { configurationOn } from "../../run";
import { cssInHtml } from "../../safety";
import { indented, scriptInHtml } from "./code";
import { commentText, escapeAttribute, escapeHtml, initialParts, markedParts, markup } from "./markup";
import { readBackProblems } from "./read-back";
import { script } from "./script";
import { styleSheet } from "./style";

export type Delivered = { ok: true; html: string } | { ok: false; problems: readonly Problem[] };

/**
 * @param proof what was shown about this very document; null writes that nothing was
 * @returns the page, or what has to be put right before there can be one
 */
export function deliverHtml(doc: Component, proof: Proof | null): Delivered {
  const program = compile(doc);
  if (program.problems.length) return { ok: false, problems: program.problems };
  const parts = initialParts(program, markedParts(doc));
  const initial = configurationOn(program, 0)
    .states.slice(1)
    .map((s) => program.states[s].name);
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
  <body data-state="${initial.join(" ")}">
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
