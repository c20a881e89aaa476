/**
 * The document: one HTML file that is read and printed without the app, and needs no script to be read; the component in it
 * can be tried. And Markdown with the same tables.
 */
import type { Component } from "../../model";
import { compile, type Program } from "../../program";
import type { Proof } from "../../proof";
import { deliverHtml, verified } from "../page/deliver";
import { escapeAttribute, escapeHtml } from "../page/markup";
import type { Target } from "../shared/files";
import { namesOf } from "../shared/names";
import { documentMarkdown } from "./markdown";
import { picture } from "./picture";
import { type Section, type StateTold, sectionsOf, statesOf } from "./sections";
import { documentStyle } from "./style";

/** px: how wide a state's picture is */
const WIDTH = 216;

/** In the tried page: tells the document which states are active, whenever that changes. */
const teller = `<script>
(() => {
  const tell = () => {
    const at = document.querySelector("[data-states]");
    if (at) parent.postMessage({ states: at.dataset.states }, "*");
  };
  new MutationObserver(tell).observe(document, { subtree: true, attributeFilter: ["data-states"] });
  tell();
})();
</script>`;

/** In the tried page: requests are answered as the specification says; there is no network. */
const standIn = `<script>
window.fetch = (address) => {
  const asked = new URL(address, "http://localhost").searchParams;
  const answer = { ok: asked.get("outcome") === "ok" };
  return new Promise((done) => setTimeout(() => done(answer), Number.parseFloat(asked.get("latency") ?? "0")));
};
</script>`;

/** In the document: draws them as a ribbon, the latest at the right. */
const ribbon = `
const frame = document.querySelector(".tried iframe");
const ribbon = document.querySelector(".ribbon");
const now = document.querySelector(".tried output");
let began = 0;
let last = null;
addEventListener("message", ({ source, data }) => {
  if (source !== frame.contentWindow || typeof data?.states !== "string" || data.states === last) return;
  const at = performance.now();
  if (ribbon.lastChild) ribbon.lastChild.style.flexGrow = String(Math.max(60, at - began));
  const piece = document.createElement("li");
  piece.textContent = data.states;
  piece.style.flexGrow = "200";
  ribbon.append(piece);
  while (ribbon.children.length > 12) ribbon.firstChild.remove();
  began = at;
  last = data.states;
  now.textContent = data.states;
});
ribbon.hidden = false;
`;

function stateFigure(doc: Component, srcdoc: string, { name, kind, does }: StateTold): string {
  const { width, height } = doc.page;
  const scale = WIDTH / width;
  const shown = Math.min(height * scale, 320);
  const more = [kind, ...does].filter(Boolean).map((d) => `<br><small>${escapeHtml(d)}</small>`);
  return `<figure class="state">
<div class="picture" style="width: ${WIDTH}px; height: ${shown.toFixed(0)}px"><iframe inert sandbox="" tabindex="-1" title="${escapeAttribute(name)}" width="${width}" height="${height}" style="transform: scale(${scale.toFixed(4)})" srcdoc="${escapeAttribute(srcdoc)}"></iframe></div>
<figcaption><b>${escapeHtml(name)}</b>${more.join("")}</figcaption>
</figure>`;
}

function sectionHtml({ title, table, items }: Section): string {
  const out = [`<section><h2>${escapeHtml(title)}</h2>`];
  if (table) {
    const cell = (text: string, i: number): string =>
      `<td>${table.code.includes(i) && text ? `<code>${escapeHtml(text)}</code>` : escapeHtml(text)}</td>`;
    out.push(
      `<table><thead><tr>${table.head.map((h) => `<th scope="col">${escapeHtml(h)}</th>`).join("")}</tr></thead><tbody>`,
      ...table.rows.map((r) => `<tr>${r.map(cell).join("")}</tr>`),
      "</tbody></table>",
    );
  }
  if (items.length)
    out.push(
      "<ul>",
      ...items.map(({ text, lines: more }) => {
        const steps = more.map((m) => `<li>${escapeHtml(m)}</li>`).join("");
        return `<li>${escapeHtml(text)}${steps ? `<ol>${steps}</ol>` : ""}</li>`;
      }),
      "</ul>",
    );
  return `${out.join("\n")}\n</section>`;
}

function html(program: Program, proof: Proof | null, page: string, sections: readonly Section[]): string {
  const { doc } = program;
  const shown = statesOf(doc).filter((s) => s.pictured);
  const { width, height } = doc.page;
  const end = page.lastIndexOf("</body>");
  const asked = doc.requests?.length ? page.replace("<head>", () => `<head>\n${standIn}`) : page;
  const played = `${asked.slice(0, end + asked.length - page.length)}${teller}\n${page.slice(end)}`;
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'; script-src 'unsafe-inline'; img-src data:">
<title>${escapeHtml(doc.name)}: specification</title>
<style>${documentStyle}</style>
</head>
<body>
<header>
<h1>${escapeHtml(doc.name)}</h1>
${verified(doc, proof)
  .slice(1)
  .map((l) => `<p>${escapeHtml(l)}</p>`)
  .join("\n")}
</header>
<section class="tried"><h2>Try it</h2>
<iframe sandbox="allow-scripts" title="${escapeAttribute(doc.name)}" width="${width}" height="${Math.min(height, 640)}" srcdoc="${escapeAttribute(played)}"></iframe>
<p>State: <output>as it begins</output></p>
<ol class="ribbon" aria-label="States so far" hidden></ol>
</section>
<section><h2>States</h2>
<div class="states">
${shown.map((s) => stateFigure(doc, picture(program, s.name), s)).join("\n")}
</div>
</section>
${sections.map(sectionHtml).join("\n")}
<script>${ribbon}</script>
</body>
</html>
`;
}

export const documentTarget: Target = (doc, proof) => {
  const page = deliverHtml(doc, null);
  if (!page.ok) return page;
  const { kebab } = namesOf(doc);
  const program = compile(doc);
  const sections = sectionsOf(program, proof);
  return {
    ok: true,
    files: [
      { path: `${kebab}-specification.html`, text: html(program, proof, page.html, sections) },
      { path: `${kebab}-specification.md`, text: documentMarkdown(doc, proof, sections) },
    ],
    notes: [],
  };
};
