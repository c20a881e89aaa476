/** What reviewers read, as it was approved: a change of what is delivered is seen as a change. */

import { describe, expect, it } from "vitest";
import { demoComponents } from "../../demo";
import { ALL } from "../testing/depth";
import { deliverTo, formatted, laidOut } from ".";

const chosen = ["Change-crossing dialog", "Fare rules", "Send my pass"];
const forms = ["module", "element", "react", "vue", "angular", "svelte", "suite"] as const;

describe.each(chosen)("%s", (name) => {
  const doc = demoComponents.map((d) => d.load()).find((d) => d.name === name)!;
  it.each(forms)("as %s", async (form) => {
    const made = deliverTo(form, doc, null);
    if (!made.ok) throw new Error(made.problems[0].message);
    // The module's own files are the same under every form.
    const own = form === "module" ? made.files.filter((f) => !laidOut.includes(f.path)) : [made.files[0]];
    for (const file of await formatted(own, []))
      await expect(file.text).toMatchFileSnapshot(`approved/${file.path}.txt`);
  });
  // One of the three has every part of the layout in each form.
  it.runIf(ALL || name === "Send my pass")("is laid out as prettier would, the second time as the first", async () => {
    for (const form of forms) {
      const made = deliverTo(form, doc, null);
      if (!made.ok) throw new Error(made.problems[0].message);
      const once = await formatted(made.files, laidOut);
      expect(await formatted(once, laidOut), form).toEqual(once);
    }
  });
});
