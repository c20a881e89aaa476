/** Every form in which a component is delivered, built with the tools of its community and acted out in Chromium. */

import { spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { build } from "esbuild";
import fc from "fast-check";
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { formatted, KERNEL_FILE, namesOf } from "../../src/core/deliver";
import { elementMembers } from "../../src/core/deliver/element/members";
import { type Component, isName } from "../../src/core/model";
import { compile } from "../../src/core/program";
import { box, button, component } from "../../src/core/testing";
import { atMost, oneIn } from "../../src/core/testing/depth";
import { awkwardNames } from "../../src/core/testing/hostile";
import { deeds, specifications } from "../../src/core/testing/specifications";
import { demoComponents } from "../../src/demo";
import { startingPoints } from "../../src/demo/starting-points";
import { builtPage, builtTargets, deliveredFiles, filesOf } from "./built";
import { type Held, open } from "./engine";
import { difference } from "./hold";

let browser: Held;
let whole: Held;
beforeAll(async () => {
  [browser, whole] = await Promise.all([open("chromium"), open("chromium", true)]);
});
afterAll(() => Promise.all([browser?.end(), whole?.end()]));

const demos: Component[] = [...demoComponents, ...startingPoints].map((d) => d.load());

const named = (name: string, sketch: Parameters<typeof component>[0]): Component => ({ ...component(sketch), name });

describe.concurrent.each(oneIn(3, builtTargets))("as %s", (target) => {
  it("random specifications do what the core says", async () => {
    await fc.assert(
      fc.asyncProperty(specifications, deeds, async (doc, acts) => {
        expect(await difference(browser, doc, acts, "chromium", target)).toBeNull();
      }),
      // Other ones for each form.
      { numRuns: atMost(3, 5), seed: 1000 * (1 + builtTargets.indexOf(target)) },
    );
  }, 600_000);

  it("some of the components of the demo and of the starting points do, too", async () => {
    // Each in one form; all of them in all forms by `npm run agree:components`.
    for (const doc of demos.filter((_d, i) => i % builtTargets.length === builtTargets.indexOf(target))) {
      const acts = fc.sample(deeds, { seed: 7, numRuns: 1 })[0];
      const found = await difference(browser, doc, acts, "chromium", target);
      expect(found, doc.name).toBeNull();
    }
  }, 600_000);
});

/** Listeners, timers and observers that are left, counted from before the page's own scripts. */
const counting = `
  window.left = { listeners: 0, timers: new Set(), observers: new Set() };
  const add = EventTarget.prototype.addEventListener;
  EventTarget.prototype.addEventListener = function (type, run, options) {
    const signal = options && options.signal;
    if (signal) { left.listeners++; add.call(signal, "abort", () => left.listeners--, { once: true }); }
    else if (this === window || this === document || this instanceof MediaQueryList) left.listeners++;
    return add.call(this, type, run, options);
  };
  const start = setTimeout, stop = clearTimeout;
  window.setTimeout = (run, ms, ...rest) => { const id = start(() => { left.timers.delete(id); run(...rest); }, ms); left.timers.add(id); return id; };
  window.clearTimeout = (id) => { left.timers.delete(id); stop(id); };
  for (const name of ["IntersectionObserver", "ResizeObserver", "MutationObserver"]) {
    const Own = window[name];
    window[name] = class extends Own {
      observe(...a) { left.observers.add(this); super.observe(...a); }
      disconnect() { left.observers.delete(this); super.disconnect(); }
    };
  }`;

/** A page that has a component in it, with everything counted. */
async function pageOf(target: "module" | "react", doc: Component, entry: string): Promise<Page> {
  const page = await whole.browser.newPage();
  page.on("pageerror", (e) => {
    throw e;
  });
  await page.setContent(`<!doctype html><body><div id="one"></div><div id="two"></div></body>`);
  await page.evaluate(counting);
  const files = await formatted(filesOf(target, doc).files, [KERNEL_FILE]);
  const made = await build({
    stdin: { contents: entry, resolveDir: process.cwd(), loader: "tsx" },
    bundle: true,
    write: false,
    outdir: "out",
    format: "iife",
    jsx: "automatic",
    define: { "process.env.NODE_ENV": '"production"' },
    plugins: [deliveredFiles(new Map(files.map((f) => [f.path, f.text])))],
    logLevel: "silent",
  });
  await page.addScriptTag({ content: made.outputFiles.find((f) => f.path.endsWith(".js"))!.text });
  return page;
}
const left = (page: Page): Promise<{ listeners: number; timers: number; observers: number }> =>
  page.evaluate(() => {
    const { listeners, timers, observers } = (
      window as unknown as { left: { listeners: number; timers: Set<number>; observers: Set<object> } }
    ).left;
    return { listeners, timers: timers.size, observers: observers.size };
  });

describe("what is mounted", () => {
  it("goes a hundred times without a trace: no listener, no timer, no observer, the markup as it was", async () => {
    for (const doc of demos) {
      const { kebab } = namesOf(doc);
      const page = await pageOf(
        "module",
        doc,
        `import { mount } from "./${kebab}.js";
         const root = document.getElementById("one");
         const first = mount(root); const markup = root.innerHTML; first.unmount();
         root.innerHTML = markup;
         // Attributes have no order that anybody sees.
         window.inOrder = (e) => JSON.stringify([e.tagName, [...e.attributes].map((a) => a.name + "=" + a.value).sort(),
           [...e.childNodes].map((c) => c.nodeType === 1 ? inOrder(c) : c.data)]);
         window.round = () => { for (let n = 0; n < 100; n++) { const it = mount(root); for (const e of root.querySelectorAll("button")) e.click(); it.unmount(); } };`,
      );
      const before = await left(page);
      await page.evaluate("whole = inOrder(document.getElementById('one')); round()");
      expect(await left(page), doc.name).toEqual(before);
      expect(await page.evaluate("inOrder(document.getElementById('one'))"), doc.name).toBe(
        await page.evaluate("whole"),
      );
      await page.close();
    }
  });

  it("is there several times on one page, each with ids and data of its own", async () => {
    const stepper = named("Deck count", {
      parts: [
        { name: "label", tag: "label", attributes: { for: "count" }, content: ["Decks"] },
        { name: "count", tag: "output", attributes: { id: "count" }, content: ["${n}"] },
        button("more", { attributes: { "aria-controls": "count" } }),
      ],
      data: [{ name: "n", type: "integer", initial: 1, min: 0, max: 9 }],
      states: ["there"],
      looks: { more: { there: 'aria-describedby="count"' } },
      reactions: { "click more": { there: "/ n = n + 1" }, "on reset": { there: "/ n = 0" } },
    });
    const page = await pageOf(
      "module",
      stepper,
      `import { mount } from "./deck-count.js";
       const told = window.told = [];
       window.a = mount(document.getElementById("one"), { onData: (data, before) => told.push([before.n, data.n]) });
       window.b = mount(document.getElementById("two"), { data: { n: 5 } });`,
    );
    const said = await page.evaluate(async () => {
      const w = window as unknown as Record<
        string,
        { data: { n: number }; send(e: string): void; set(n: string, v: unknown): void }
      >;
      const roots = ["one", "two"].map((id) => document.getElementById(id)!);
      roots[1].querySelector("button")!.click();
      w.a.set("n", 7);
      w.b.send("reset");
      await 0;
      const refused = (() => {
        try {
          w.a.set("m", 1);
        } catch (e) {
          return (e as Error).message;
        }
      })();
      return {
        texts: roots.map((r) => r.querySelector("output")!.textContent),
        ids: [...document.querySelectorAll("output")].map((e) => e.id),
        refs: roots.flatMap((r) => [
          r.querySelector("label")!.htmlFor,
          ...["aria-controls", "aria-describedby"].map((a) => r.querySelector("button")!.getAttribute(a)),
        ]),
        told: (w as unknown as { told: unknown }).told,
        refused,
      };
    });
    expect(said).toEqual({
      texts: ["7", "0"],
      ids: ["count", "count-2"],
      refs: ["count", "count", "count", "count-2", "count-2", "count-2"],
      told: [[1, 7]],
      refused: "There is no datum m.",
    });
    await page.close();
  });

  it("works inside a shadow tree", async () => {
    const doc = demos.find((d) => d.name.startsWith("Change"))!;
    const { kebab } = namesOf(doc);
    const page = await pageOf(
      "module",
      doc,
      `import { mount } from "./${kebab}.js";
       const root = document.createElement("div");
       document.getElementById("one").attachShadow({ mode: "open" }).append(root);
       window.it = mount(root);`,
    );
    const focusIn = (): Promise<string | undefined> =>
      page.evaluate(
        () => (document.getElementById("one")!.shadowRoot!.activeElement as HTMLElement | null)?.dataset.part,
      );
    await page.evaluate(() =>
      document.getElementById("one")!.shadowRoot!.querySelector<HTMLElement>('[data-part="trigger"]')!.click(),
    );
    expect(await focusIn()).toBe("close");
    await page.keyboard.press("Tab");
    expect(await focusIn()).toBe("take");
    await page.keyboard.down("Shift");
    await page.keyboard.press("Tab");
    await page.keyboard.press("Tab");
    await page.keyboard.up("Shift");
    expect(await focusIn()).toBe("cancel");
    await page.keyboard.press("Escape");
    await page.waitForFunction("it.state[0] === 'closed'");
    await page.close();
  });
});

describe("what is delivered for TypeScript", () => {
  it("is typed without an error, strictly", async () => {
    const folder = mkdtempSync(join("dist", "types-"));
    try {
      for (const doc of demos)
        for (const target of ["react", "element"] as const)
          for (const f of await formatted(filesOf(target, doc).files, [KERNEL_FILE]))
            writeFileSync(join(folder, f.path), f.text);
      const compilerOptions = {
        strict: true,
        noEmit: true,
        jsx: "react-jsx",
        module: "esnext",
        moduleResolution: "bundler",
        target: "es2022",
        lib: ["es2023", "dom", "dom.iterable"],
        noUnusedLocals: true,
        noUnusedParameters: true,
        noUncheckedSideEffectImports: false,
        types: [],
      };
      writeFileSync(join(folder, "tsconfig.json"), JSON.stringify({ compilerOptions, include: ["*.ts", "*.tsx"] }));
      expect(readdirSync(folder).length).toBeGreaterThan(60);
      expect(spawnSync("node_modules/.bin/tsc", ["-p", folder], { encoding: "utf8" }).stdout).toBe("");
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  });
});

describe("data", () => {
  const names = awkwardNames.filter((n) => {
    if (!isName(n) || /^(true|false)$/.test(n)) return false;
    const doc = named("Names", {
      parts: [box("p", [`\${${n}}`])],
      states: ["one"],
      data: [{ name: n, type: "integer", initial: 0, min: 0, max: 9 }],
    });
    return compile(doc).problems.length === 0;
  });
  it.each(oneIn(3, builtTargets))("mean the same whatever they are called as %s", async (target) => {
    expect(names.length).toBeGreaterThan(60);
    const doc = named("Names", {
      parts: [button("go"), ...names.map((n, i) => box(`p${i}`, [`\${${n}}`]))],
      states: ["one"],
      data: names.map((name) => ({ name, type: "integer", initial: 0, min: 0, max: 9 })),
      reactions: { "click go": { one: `/ ${names.map((n, i) => `${n} = ${n} + ${1 + (i % 9)}`).join(", ")}` } },
    });
    const page = await whole.browser.newPage();
    const errors: string[] = [];
    page.on("pageerror", (e) => errors.push(String(e)));
    await page.setContent(await builtPage(target, doc, ""));
    await page.waitForSelector("[data-states]");
    const texts = (): Promise<string[]> =>
      page.$$eval('[data-part^="p"]', (all) => all.map((e) => e.textContent!.trim()));
    expect(await texts()).toEqual(names.map(() => "0"));
    await page.click('[data-part="go"]');
    // Where a framework hears of it, it may say so to the component again.
    await new Promise((r) => setTimeout(r, 100));
    expect(await texts()).toEqual(names.map((_n, i) => String(1 + (i % 9))));
    expect(errors).toEqual([]);
    await page.close();
  });
});

it("properties of a custom element take nothing away that elements have", async () => {
  const page = await whole.browser.newPage();
  const names = await page.evaluate(() => {
    const found = new Set<string>();
    for (let p: object | null = HTMLElement.prototype; p; p = Object.getPrototypeOf(p))
      for (const name of Object.getOwnPropertyNames(p)) found.add(name);
    // No datum is called in capitals alone, or begins with two underlines, once it is written as a property.
    return [...found].filter((n) => !/^(__|[A-Z_]+$)/.test(n));
  });
  await page.close();
  const known = new Set(elementMembers);
  expect(names.filter((n) => !known.has(n))).toEqual([]);
});

describe("hostile words", () => {
  const words = [
    "`${alert(1)}`",
    "</script><script>window.ran = 1</script>",
    "{{ constructor.constructor('window.ran = 1')() }}",
    "{window.ran = 1}",
    "*/ window.ran = 1 /*",
    '" onclick="window.ran = 1',
    "<img src=x onerror='window.ran = 1'>",
    "\\u2028\u2028window.ran = 1",
    "#{window.ran = 1} @html {@html '<img src=x onerror=ran=1>'}",
    "<!-- <slot> -->",
  ];
  it.each(oneIn(3, builtTargets))("stay words as %s", async (target) => {
    for (const word of words) {
      // As a person writes it where data can stand in it.
      const quoted = word.replaceAll("${", "\\${");
      const doc = named(word, {
        parts: [box("p", [quoted, "${t}"], { attributes: { title: quoted, "data-x": quoted } }), button("b")],
        data: [
          { name: "t", type: "text", initial: word },
          { name: "k", type: "one of", values: [word, "other"], initial: "other" },
        ],
        states: ["one", "two"],
        looks: { p: { two: '"words"; title="words"' } },
        reactions: { "click b": { one: "two" } },
      });
      doc.looks[0].in.two = { text: quoted, attributes: { title: quoted } };
      const page = await whole.browser.newPage();
      const errors: string[] = [];
      page.on("pageerror", (e) => errors.push(String(e)));
      await page.setContent(await builtPage(target, doc, ""));
      await page.waitForSelector("[data-states]");
      const first = await page.$eval('[data-part="p"]', (e) => [e.textContent, e.getAttribute("title")]);
      expect([first[0]?.replace(/\s+/g, " "), first[1]], word).toEqual([`${word}${word}`.replace(/\s+/g, " "), word]);
      await page.click("button");
      expect(await page.$eval('[data-part="p"]', (e) => e.textContent), word).toBe(word);
      expect(await page.evaluate("window.ran"), word).toBeUndefined();
      expect(errors, word).toEqual([]);
      await page.close();
    }
  });
});
