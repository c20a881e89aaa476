import { readFileSync } from "node:fs";
import { readHtml } from "../src/core/exchange";
import { printEvent, printLook, printReaction } from "../src/core/expression";
import { allParts, allStates } from "../src/core/model";

const read = readHtml(readFileSync(process.argv[2], "utf8"), "x");
if (read.ok && read.behaviour) {
  const { doc } = read.behaviour;
  console.log(
    allParts(doc)
      .map(
        ({ part, depth }) =>
          `${"  ".repeat(depth)}${part.name} <${part.tag}> ${JSON.stringify(part.attributes ?? {})} ${JSON.stringify((part.content ?? []).filter((c) => typeof c === "string"))}`,
      )
      .join("\n"),
  );
  console.log(
    allStates(doc)
      .map(
        (s) =>
          `${"  ".repeat(s.depth)}${s.state.name} ${JSON.stringify({ ...s.state, states: undefined, name: undefined })}`,
      )
      .join("\n"),
  );
  for (const row of doc.looks)
    for (const [s, l] of Object.entries(row.in)) console.log(`look ${row.part} in ${s}: ${printLook(l)}`);
  for (const row of doc.reactions)
    for (const [s, c] of Object.entries(row.in)) console.log(`${printEvent(row.event)} in ${s}: ${printReaction(c)}`);
  console.log(read.behaviour.notUnderstood, read.behaviour.unlike);
}
