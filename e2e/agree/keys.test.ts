/** Keys, whoever presses them: a page hears of each what the specification calls it. */
import { build } from "esbuild";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import { keyNames, normalKey } from "../../src/core/model";
import { keyOf } from "../../src/kernel";
import { type Started, startBrowser } from "../../src/trial";
import { Input } from "../../src/trial/browser/input";
import { engines } from "./several";

/** What the browser keeps to itself. */
const kept = /F1$|F3|F5|F6|F7|F10|F11|F12|Tab|Meta|Escape$/;
const characters = [..."aZ19?/+-=[{]}\\|'\"<>.,:;`~!@#()_*&^%$éЖжß"];
const names = ["", "Shift+", "Ctrl+", "Alt+", "Ctrl+Shift+", "Ctrl+Alt+Shift+"].flatMap((m) =>
  [...keyNames, ...characters].flatMap((key) => normalKey(`${m}${key}`) ?? []),
);
const asked = [...new Set(names)].filter((name) => !kept.test(name));

const page = `<!doctype html><title>Keys</title><body><p>Press.<script>
window.heard = [];
for (const kind of ["keydown", "keyup"])
  addEventListener(kind, (e) => {
    e.preventDefault();
    heard.push({ kind, key: e.key, ctrlKey: e.ctrlKey, altKey: e.altKey, shiftKey: e.shiftKey, metaKey: e.metaKey });
  });
</script>`;
type Heard = Parameters<typeof keyOf>[0] & { kind: string };
const nameOf = (heard: readonly Heard[]): string => heard.flatMap((h) => keyOf(h) ?? []).join(" ");

describe.each(engines)("in %s", (engine) => {
  let browser: Started;
  beforeAll(async () => {
    browser = await startBrowser({ browser: engine, drawsByItself: true });
  });
  afterAll(() => browser?.end());
  it("each goes down and comes up", async () => {
    const tab = await browser.browser.newPage();
    await tab.setContent(page);
    const input = new Input(tab, engine, {});
    const otherwise: string[] = [];
    for (const name of asked) {
      for (const acts of [[{ press: name }], [{ keyDown: name }, { keyUp: name }]]) {
        for (const act of acts) await input.act(act);
        const heard = (await tab.evaluate("heard.splice(0)")) as Heard[];
        if (nameOf(heard) !== `${name} ${name}`) otherwise.push(`${name}: ${nameOf(heard)}`);
      }
    }
    expect(otherwise).toEqual([]);
    await tab.close();
  }, 120_000);
});

describe("in a frame", () => {
  let browser: Started;
  beforeAll(async () => {
    browser = await startBrowser({ browser: "chromium", drawsByItself: true });
  });
  afterAll(() => browser?.end());
  it("each goes down and comes up", async () => {
    const made = await build({
      stdin: {
        contents: `import userEvent from "@testing-library/user-event";
          import { keyboardOf } from "./src/trial/in-frame/keyboard";
          import { keysOf } from "./src/kernel";
          const keyboard = keyboardOf(userEvent.setup({ document, delay: null }));
          window.press = async (name) => {
            for (const key of keysOf(name)) await keyboard("down", key);
            for (const key of keysOf(name).reverse()) await keyboard("up", key);
          };`,
        resolveDir: process.cwd(),
        loader: "ts",
      },
      bundle: true,
      write: false,
      format: "iife",
      define: { "process.env": "{}" },
    });
    const tab = await browser.browser.newPage();
    await tab.setContent(page);
    await tab.evaluate(made.outputFiles[0].text);
    const otherwise: string[] = [];
    for (const name of asked) {
      await tab.evaluate(`press(${JSON.stringify(name)})`);
      const heard = (await tab.evaluate("heard.splice(0)")) as Heard[];
      if (nameOf(heard) !== `${name} ${name}`) otherwise.push(`${name}: ${nameOf(heard)}`);
    }
    expect(otherwise).toEqual([]);
    await tab.close();
  }, 120_000);
});
