/** Random pages of the components that every page has, in the words of people with different habits. */
import fc from "fast-check";
import { type Kind, kinds, widgetOf } from "./widgets";
import { wrapped } from "./wrapping";
import { CSS, type Habits, habits, Words } from "./writing";

interface Piece {
  kind: Kind;
  how: Habits;
  /** What the kind itself leaves open. */
  with: number;
}
const piece: fc.Arbitrary<Piece> = fc.record({ kind: fc.constantFrom(...kinds), how: habits, with: fc.nat(63) });

function pageOf(pieces: readonly Piece[]): string {
  const made = pieces.map(({ kind, how, with: bits }, n) => {
    const widget = widgetOf(kind, new Words(how, n), bits);
    const tag = how.wrap === "element" ? `x-widget${n}` : "section";
    return {
      html: `<${tag} id="w${n}" class="root">${widget.html}</${tag}>`,
      css: widget.css ?? "",
      script: wrapped(widget, how, n),
    };
  });
  return `<!doctype html><html lang="en"><head><title>Quay</title><style>${CSS}
x-widget0, x-widget1 { display: block } ${[...new Set(made.map((m) => m.css))].join("\n")}</style></head><body>
${made.map((m) => m.html).join("\n")}
<script>
${made.map((m) => m.script).join("\n")}
</script></body></html>`;
}

/** What is told of such pages: a fault of who wrote it, or what a sheet does otherwise. */
export const tellable =
  /^(a timer that can be set again|a click beside a modal dialog|the focus, which is lost where this is drawn anew)/;

/** Pages of one or two components, with their kinds and the habits of who wrote them. */
export const idioms: fc.Arbitrary<{ html: string; about: string }> = fc
  .array(piece, { minLength: 1, maxLength: 2 })
  // What makes the page long stands last: nobody has to scroll to the rest.
  .map((all) => [...all].sort((a, b) => Number(a.kind === "top") - Number(b.kind === "top")))
  .map((pieces) => ({
    html: pageOf(pieces),
    about: pieces.map((p) => `${p.kind} ${p.with} (${Object.values(p.how).join(" ")})`).join(" + "),
  }));
