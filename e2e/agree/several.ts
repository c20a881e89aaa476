/** Tests of which several go on at once, each in a tab of its own: a page waits for its frames most of the time. */
import { it, type TestAPI } from "vitest";
import type { EngineName } from "./engine";

/** Those that the core is held against here; an empty name leaves Firefox out. */
export const engines: readonly EngineName[] = [
  "chromium",
  ...(process.env.LIVELY_FIREFOX === "" ? [] : ["firefox" as const]),
];

/** In Firefox all tabs share one focus. */
export const several = (engine: EngineName): Pick<TestAPI, "each"> => (engine === "firefox" ? it : it.concurrent);
