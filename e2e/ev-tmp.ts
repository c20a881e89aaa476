import { readHtml } from "../src/core/exchange";
import { printEvent, printLook, printReaction } from "../src/core/expression";
import { everyday } from "../src/core/testing/everyday";

const only = process.argv[2];
for (const [name, html] of Object.entries(everyday)) {
  if (only && !name.includes(only)) continue;
  const read = readHtml(html, name);
  if (!read.ok) {
    console.log(name, read.message);
    continue;
  }
  const b = read.behaviour!;
  console.log(`== ${name}`);
  console.log("  states", JSON.stringify(b.doc.states));
  for (const r of b.doc.looks)
    for (const [s, l] of Object.entries(r.in)) console.log(`  look ${r.part} in ${s}: ${printLook(l)}`);
  for (const r of b.doc.reactions)
    console.log(
      `  ${printEvent(r.event)}: ${Object.entries(r.in)
        .map(([s, c]) => `${s}: ${printReaction(c)}`)
        .join(" | ")}`,
    );
  console.log(
    "  not understood",
    JSON.stringify(b.notUnderstood),
    "unlike",
    JSON.stringify(b.unlike),
    "proposals",
    JSON.stringify(b.proposals),
    JSON.stringify(read.remarks),
  );
}
