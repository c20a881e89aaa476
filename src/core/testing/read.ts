/** Pages as they are pasted, and what is read of them. */
import { readHtml } from "../exchange";
import { printEvent, printReaction } from "../expression";
import { allStates, type Component } from "../model";

/** What is read of markup. @throws where it is refused */
export const read = (html: string, left: number[] = []) => {
  const result = readHtml(html, "Pasted", left);
  if (!result.ok) throw new Error(result.message);
  return result;
};
/** What is read of its scripts. @throws where nothing is */
export const behaviour = (html: string, left: number[] = []) => {
  const found = read(html, left).behaviour;
  if (!found) throw new Error("nothing was read");
  return found;
};
/** Names of the states that have none inside. */
export const leaves = (doc: Component): string[] =>
  allStates(doc).flatMap(({ state }) => (state.states ? [] : [state.name]));
/** Reactions as they are written on the sheet, by event and state. */
export const rows = (doc: Component): Record<string, Record<string, string>> =>
  Object.fromEntries(
    doc.reactions.map((r) => [
      printEvent(r.event),
      Object.fromEntries(Object.entries(r.in).map(([s, c]) => [s, printReaction(c)])),
    ]),
  );
export const button = '<button id="b" type="button">b</button><p id="p">p</p>';
/** A page with a button and a paragraph, `b` and `p`, and a script. */
export const script = (text: string): string => `${button}<script>${text}</script>`;
