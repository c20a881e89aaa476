import { describe, expect, it } from "vitest";
import { versionProblem } from "./find";
import needed from "./versions.json" with { type: "json" };

describe("the version of a browser", () => {
  it.each([
    ["chromium", `HeadlessChrome/${needed.chromium}.0.8078.114`],
    ["chromium", `Chrome/${needed.chromium + 1}.0.1.2`],
    ["firefox", `firefox/${needed.firefox}.8.0`],
  ] as const)("of %s, %s, is recent enough", (engine, version) => {
    expect(versionProblem(engine, version)).toBeNull();
  });
  it("that is too old is reported with the name, the version found, the version needed and the way out", () => {
    expect(versionProblem("firefox", "firefox/140.12.0")).toBe(
      `Firefox 140.12.0 is too old: Firefox ${needed.firefox} or newer is needed. Update it, or name another: --browser PATH, or LIVELY_FIREFOX.`,
    );
    expect(versionProblem("chromium", "Chrome/109.0.5414.119")).toContain("Chromium 109.0.5414.119 is too old");
  });
  it("that a program does not report is a problem, too", () => {
    expect(versionProblem("chromium", "unknown")).toContain("reports no version");
  });
});
