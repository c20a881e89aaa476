/** One of every element, told, focused, clicked and pressed in browsers as the core says. */
import { afterAll, beforeAll, describe, expect } from "vitest";
import { oneIn } from "../../src/core/testing/depth";
import { everyElement, roundOf } from "../../src/core/testing/elements";
import { type Held, open } from "./engine";
import { difference } from "./hold";
import { engines, several } from "./several";

const EACH = 8;
/** Firefox makes a dialog and a film stops of the Tab key by themselves, which HTML §6.6.2 leaves to it. */
const itsOwn = /^(dialog|video)\b/;

describe.each(engines)("every element, in %s", (engine) => {
  let browser: Held;
  beforeAll(async () => {
    browser = await open(engine);
  });
  afterAll(() => browser?.end());
  const all = everyElement(EACH, (tag) => engine === "chromium" || !itsOwn.test(tag));
  const pages = engine === "chromium" ? all : all.filter((_page, i) => i % 3 === 0);
  several(engine).each(oneIn(2, pages))("$what", async ({ doc }) => {
    expect(await difference(browser, doc, roundOf(EACH), engine)).toBeNull();
  });
});
