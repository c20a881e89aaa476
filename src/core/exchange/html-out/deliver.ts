/** A component as one self-contained HTML file: markup, style, a small script; nothing is loaded. */
import type { Component } from "../../model";
import { compile } from "../../program";
import type { Proof } from "../../proof";
import { configurationOn } from "../../run";
import { indented } from "./code";
import { escapeHtml, markedParts, markup } from "./markup";
import { script } from "./script";
import { styleSheet } from "./style";

/** @param proof what was shown about this very document; null writes that nothing was */
export function deliverHtml(doc: Component, proof: Proof | null): string {
  const program = compile(doc);
  const initial = configurationOn(program, 0)
    .states.slice(1)
    .map((s) => program.states[s].name);
  return `<!doctype html>
<!--
${indented(verified(doc, proof).join("\n"))}
-->
<html lang="${doc.page.lang ?? "en"}">
  <head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>${escapeHtml(doc.name)}</title>
    <style>
${indented(styleSheet(doc), "      ")}
    </style>
  </head>
  <body data-state="${initial.join(" ")}">
${markup(doc, markedParts(doc), "    ")}
    <script>
${indented(script(doc), "      ").replaceAll("</script", "<\\/script")}
    </script>
  </body>
</html>
`;
}

/** What was verified, in lines. */
export function verified(doc: Component, proof: Proof | null): string[] {
  const title = doc.name.replaceAll("--", "- -");
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
