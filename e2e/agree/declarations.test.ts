/** Whatever style shows, hides, cuts, moves or turns, browsers and the core say the same of it. */
import { afterAll, beforeAll, describe, expect } from "vitest";
import { declarations, roundOfStyle, type Said, styledBy } from "../../src/core/testing/declarations";
import { oneIn } from "../../src/core/testing/depth";
import { type EngineName, type Held, open } from "./engine";
import { difference } from "./hold";
import { several } from "./several";

const engines: [EngineName, Said][] = [
  ["chromium", "rule"],
  ...(process.env.LIVELY_FIREFOX === "" ? [] : [["firefox", "part"] as [EngineName, Said]]),
];
describe.each(engines)("style, in %s, said by a %s", (engine, said) => {
  let browser: Held;
  beforeAll(async () => {
    browser = await open(engine);
  });
  afterAll(() => browser?.end());
  // What scrolls is a stop of the Tab key in Firefox, which HTML §6.6.2 leaves to it.
  const all =
    engine === "chromium" ? declarations : declarations.filter((d, i) => i % 3 === 0 && d !== "overflow: scroll");
  several(engine).each(oneIn(3, all))("%s", async (declaration) => {
    expect(await difference(browser, styledBy(declaration, said), roundOfStyle, engine)).toBeNull();
  });
});
