/** What asks a dialog to close, and who may keep it open (HTML §4.11.4). */
import { describe, expect, it } from "vitest";
import { behaviour, rows } from "../../../../testing/read";

const page = (script: string, attributes = ""): string =>
  `<button id="b">b</button><dialog id="d" ${attributes}><button id="no">no</button></dialog><script>b.onclick = () => d.showModal(); ${script}</script>`;
const asked = (script: string, attributes = ""): string => {
  const { doc, notUnderstood } = behaviour(page(script, attributes));
  expect(notUnderstood).toEqual([]);
  const all = rows(doc);
  return [all["press Escape"], all["click no"]].map((row) => row?.open?.split(" ")[0] ?? "").join(" ");
};

describe("a dialog that is asked to close", () => {
  const no = "no.onclick = () => d.requestClose();";
  it("closes by Escape and by its script", () => expect(asked(no)).toBe("closed closed"));
  it("stays where whoever hears of it keeps it open, however it is asked", () =>
    expect(asked(`${no} d.oncancel = (e) => e.preventDefault();`)).not.toContain("closed"));
  it("does not hear Escape where it says so", () => expect(asked(no, 'closedby="none"')).toBe(" closed"));
});
