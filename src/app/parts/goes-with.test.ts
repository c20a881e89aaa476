import { expect, it } from "vitest";
import { rename } from "../../core/expression";
import { checkNames } from "../../core/model";
import { bubblingDialog } from "../../core/testing";
import { demoComponents } from "../../demo";
import { goesWith } from "./goes-with";

it("tells what a part takes along, and nothing of a part that nobody mentions", () => {
  expect(goesWith(bubblingDialog(), "backdrop")).toMatch(/^\d parts inside, .*row of looks.*focus rule/);
  const doc = bubblingDialog();
  expect(goesWith({ ...doc, parts: [...doc.parts, { name: "alone", tag: "p" }] }, "alone")).toBe("");
});

it("a request is renamed wherever it is asked for and answered", () => {
  const doc = demoComponents.map((d) => d.load()).find((d) => d.requests?.length)!;
  const [{ name }] = doc.requests!;
  const renamed = rename(doc, "request", name, "other-name");
  expect(checkNames(renamed)).toEqual([]);
  expect(JSON.stringify(renamed.reactions)).not.toContain(`"request":"${name}"`);
  expect(JSON.stringify(renamed.scenarios)).not.toContain(`"answer":"${name}"`);
  expect(rename(renamed, "request", "other-name", name)).toEqual(doc);
});
