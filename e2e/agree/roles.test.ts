/** Roles and names: what the core says of every element, against Chromium's own accessibility tree. */
import fc from "fast-check";
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { readHtml } from "../../src/core/exchange/html-in/read";
import { allStates, type Component, emptyComponent, isHistory } from "../../src/core/model";
import { compile } from "../../src/core/program";
import { start } from "../../src/core/run";
import { factsOf } from "../../src/core/surface";
import { named } from "../../src/core/testing/named";
import { demoComponents } from "../../src/demo";
import { type Held, open, show } from "./engine";
import { unlikeProbe, unlikeTree } from "./tree";

let browser: Held;
beforeAll(async () => {
  browser = await open("chromium");
});
afterAll(() => browser?.end());

async function compare(page: Page, doc: Component): Promise<string[]> {
  const program = compile(doc);
  return unlikeTree(page, program, start(program).state);
}

const elements = `<main><a href="/x">link</a><a>no link</a><abbr title="x">a</abbr><address>a</address><blockquote>q</blockquote>
  <button>b <span aria-hidden="true">h</span> <img alt="i" src="data:,"></button><label for="lb">l</label><button id="lb">own</button>
  <cite>c</cite><code>c</code><dl><dt>t</dt><dd>d</dd></dl><del>d</del><ins>i</ins><dfn>t</dfn><em>e</em><strong>s</strong><sub>s</sub><sup>s</sup>
  <fieldset><legend>named</legend>f</fieldset><figure>f<figcaption>c</figcaption></figure><form>f</form><form aria-label="n">f</form>
  <h2>heading</h2><hgroup><h3>t</h3></hgroup><hr><img alt="n" src="data:,"><img alt="" src="data:,"><mark>m</mark><menu><li>m</li></menu>
  <meter value=".5"></meter><progress value=".5"></progress><output>o</output><p>p</p><pre>p</pre><s>s</s><search>s</search><time>t</time>
  <section>plain</section><section aria-label="n">region</section><aside>a</aside><header>h</header><footer>f</footer>
  <select><option>o</option></select><select multiple><option>o</option></select><select size="3"><optgroup label="g"><option>o</option></optgroup></select>
  <table><tr><th>a</th><td>d</td><th>b</th><th>c</th></tr><tr><th>d</th></tr><tr><th scope="COL">e</th><td>d</td></tr><tr><th scope="odd">f</th><th>g</th></tr></table>
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
  it.concurrent.each(demoComponents.map((d) => [d.name, d.load()] as const))(
    "of %s are those of Chromium, in every state",
    async (_name, doc) => {
      const wrong: string[] = [];
      for (const { state } of allStates(doc)) {
        if (isHistory(state)) continue;
        const there = { ...doc, initial: state.name };
        const { page, done } = await show(browser, there);
        wrong.push(...(await compare(page, there)).map((line) => `${state.name}: ${line}`));
        await done();
      }
      expect(wrong).toEqual([]);
    },
  );
  it("of what stands in anything are those of Chromium", async () => {
    const wrong: string[] = [];
    let told = 0;
    for (const doc of fc.sample(named, { numRuns: 60, seed: 1 })) {
      const program = compile(doc);
      const { state } = start(program);
      const { page, done } = await show(browser, doc);
      told += program.parts.filter((p) => factsOf(program, state, p.index).name !== "").length;
      wrong.push(...(await unlikeTree(page, program, state, false)), ...(await unlikeProbe(page, program, state)));
      await done();
    }
    expect(told).toBeGreaterThan(100);
    expect(wrong).toEqual([]);
  });
});
