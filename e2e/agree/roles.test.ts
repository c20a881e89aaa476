/** Roles and names: what the core says of every element, against Chromium's own accessibility tree. */
import type { Browser, Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { readHtml } from "../../src/core/exchange/html-in/read";
import { type Component, emptyComponent } from "../../src/core/model";
import { compile } from "../../src/core/program";
import { start } from "../../src/core/run";
import { factsOf, nameOf, roleOf } from "../../src/core/surface";
import { demoComponents } from "../../src/demo";
import { open, show } from "./engine";

let browser: Browser;
beforeAll(async () => {
  browser = await open("chromium");
});
afterAll(() => browser?.close());

/** Names of Chromium's own for what has no role in WAI-ARIA, or for a synonym. */
const own: Record<string, string> = {
  image: "img",
  generic: "",
  none: "",
  LabelText: "",
  Legend: "",
  Figcaption: "",
  DescriptionList: "",
  Abbr: "",
  Canvas: "",
  Audio: "",
  Video: "",
  ColorWell: "",
  Date: "",
  DateTime: "",
  InputTime: "",
  DisclosureTriangle: "",
  sectionheader: "",
  sectionfooter: "",
};
/** Named by the browser in its own words or by its own means. */
const itsOwn = new Set(["Audio", "Video", "Abbr", "DisclosureTriangle"]);

interface Client {
  send(
    method: string,
    params: object,
  ): Promise<{ nodes: { ignored: boolean; role?: { value: string }; name?: { value: string } }[] }>;
}

async function compare(page: Page, doc: Component): Promise<string[]> {
  const program = compile(doc);
  const { state } = start(program);
  const client = (page as unknown as { _client(): Client })._client();
  const wrong: string[] = [];
  for (const { index, name } of program.parts) {
    const facts = factsOf(program, state, index);
    const handle = await page.$(`[data-name="${name}"]`);
    if (!handle || !facts.exposed) continue;
    const { nodes } = await client.send("Accessibility.getPartialAXTree", {
      backendNodeId: await handle.backendNodeId(),
      fetchRelatives: false,
    });
    const [node] = nodes;
    const role = node.role?.value ?? "";
    const found = node.ignored ? "" : (own[role] ?? role);
    const said = roleOf(program, state, index) ?? "";
    // Rows are in a group by HTML-AAM §3.4; Chromium leaves out a group that is the only one of its kind.
    if (said === "rowgroup" && found === "") continue;
    if (found !== said) wrong.push(`${name} <${program.parts[index].part.tag}>: role “${said}”, in Chromium “${role}”`);
    else if (said && !itsOwn.has(role) && !node.ignored) {
      const mine = nameOf(program, state, index);
      const its = (node.name?.value ?? "").replace(/\s+/g, " ").trim();
      if (mine !== its) wrong.push(`${name} <${program.parts[index].part.tag}>: name “${mine}”, in Chromium “${its}”`);
    }
  }
  return wrong;
}

const elements = `<main><a href="/x">link</a><a>no link</a><abbr title="x">a</abbr><address>a</address><blockquote>q</blockquote>
  <button>b <span aria-hidden="true">h</span> <img alt="i" src="data:,"></button><label for="lb">l</label><button id="lb">own</button>
  <cite>c</cite><code>c</code><dl><dt>t</dt><dd>d</dd></dl><del>d</del><ins>i</ins><dfn>t</dfn><em>e</em><strong>s</strong><sub>s</sub><sup>s</sup>
  <fieldset><legend>named</legend>f</fieldset><figure>f<figcaption>c</figcaption></figure><form>f</form><form aria-label="n">f</form>
  <h2>heading</h2><hgroup><h3>t</h3></hgroup><hr><img alt="n" src="data:,"><img alt="" src="data:,"><mark>m</mark><menu><li>m</li></menu>
  <meter value=".5"></meter><progress value=".5"></progress><output>o</output><p>p</p><pre>p</pre><s>s</s><search>s</search><time>t</time>
  <section>plain</section><section aria-label="n">region</section><aside>a</aside><header>h</header><footer>f</footer>
  <select><option>o</option></select><select multiple><option>o</option></select><select size="3"><optgroup label="g"><option>o</option></optgroup></select>
  <table><caption>c</caption><thead><tr><th>h</th><th>i</th></tr></thead><tbody><tr><th scope="row">r</th><td>d</td></tr></tbody></table>
  <textarea></textarea><ul><li>l</li></ul><ol><li>l</li></ol><svg width="9" height="9"><title>n</title><circle r="3"></circle></svg></main>
  <header>top</header><footer>bottom</footer><nav>n</nav><aside>side</aside><article>a<aside>in</aside><aside aria-label="n">in</aside><header>h</header></article>
  ${[
    "text",
    "search",
    "email",
    "tel",
    "url",
    "number",
    "range",
    "checkbox",
    "radio",
    "button",
    "submit",
    "reset",
    "color",
    "date",
    "time",
    "password",
  ]
    .map((t) => `<input type="${t}" title="${t}">`)
    .join(
      "",
    )}<input placeholder="ph"><label>wraps <input></label><span id="lab">a <input value="v"> b</span><button aria-labelledby="lab">x</button>`;

describe("roles and names", () => {
  it("of every element are those of Chromium", async () => {
    const read = readHtml(elements, "Elements");
    if (!read.ok) throw new Error(read.message);
    const doc = { ...emptyComponent("Elements"), parts: read.doc.parts };
    const { page } = await show(browser, doc);
    expect(await compare(page, doc)).toEqual([]);
  });
  it.each(demoComponents.map((d) => [d.name, d.load()] as const))("of %s are those of Chromium", async (_name, doc) => {
    const { page } = await show(browser, doc);
    expect(await compare(page, doc)).toEqual([]);
  });
});
