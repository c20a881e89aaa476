import fc from "fast-check";
import { expect, it } from "vitest";
import { writeComponent } from "../../core/model";
import { bubblingDialog } from "../../core/testing";
import { tried } from "../../core/testing/tried";
import { readStored, recognised, storedName, storedText } from "./stored";

const doc = bubblingDialog();

it("a record of any shape has a name, a text for a file and a reason, and nothing throws", ({ task }) => {
  const damaged = fc.oneof(
    fc.anything({ withBigInt: true, withDate: true, withMap: true, withNullPrototype: true, withObjectString: true }),
    fc.record({
      ...Object.fromEntries(Object.entries(doc).map(([k, v]) => [k, fc.oneof(fc.constant(v), fc.anything())])),
    }),
  );
  fc.assert(
    fc.property(damaged, (value) => {
      const read = readStored(value);
      if (!read.ok) expect(read.problems.length).toBeGreaterThan(0);
      expect(storedName(value)).not.toBe("");
      expect(typeof storedText(value)).toBe("string");
    }),
    { numRuns: 1000 },
  );
  tried(task, 1000);
});
it("one that holds itself, too", () => {
  const loop: Record<string, unknown> = { name: { toString: "x" } };
  loop.doc = loop;
  expect(readStored(loop).ok).toBe(false);
  expect(storedName(loop)).toBe("Without a name");
  expect(storedText(loop)).toBe('"[object Object]"\n');
});
it("a good one is read once", () => {
  const read = readStored(doc);
  expect(read.ok && writeComponent(read.doc)).toBe(writeComponent(doc));
  expect(readStored(doc)).toBe(read);
});
it("a copy that the store gives is known again, while it says the same", () => {
  const item = { id: "a", doc, revision: 1, savedAt: 1, summary: null };
  const first = recognised(item);
  expect(recognised(structuredClone(item))).toBe(first);
  const proved = recognised({
    ...structuredClone(item),
    summary: { revision: 1, holding: 1, failing: 0, findings: 0, undecided: 0 },
  });
  expect(proved).not.toBe(first);
  expect(proved.summary?.holding).toBe(1);
  expect(proved.doc).toBe(doc);
  // Whoever wrote it past its revisions, what is stored counts.
  const renamed = { ...structuredClone(item), doc: { ...structuredClone(doc), name: "Another" } };
  expect(recognised(renamed).doc.name).toBe("Another");
  const loop: Record<string, unknown> = {};
  loop.doc = loop;
  const damaged = { ...item, doc: loop as never };
  expect(recognised(recognised(damaged))).toBe(damaged);
});
