/** What fields say, and a form's entries, as long as nobody types or chooses. */
import { describe, expect, it } from "vitest";
import { behaviour, rows } from "../../../../../testing/read";

const saysOnClick = (markup: string, script: string): string[] => {
  const { doc, notUnderstood } = behaviour(
    `${markup}<button id="go" type="button">Go</button><p id="said">-</p><script>go.onclick = () => { said.textContent = ${script}; };</script>`,
  );
  expect(notUnderstood).toEqual([]);
  return doc.looks.flatMap((row) =>
    row.part === "said" ? Object.values(row.in).flatMap((l) => (l.text === undefined ? [] : [l.text])) : [],
  );
};

describe("a list to choose from", () => {
  const ports = `<select id="port"><option value="holm">Holm</option><option value="vardey" selected> Vardey  quay </option></select>`;
  it.each([
    ["is the option that says so", ports, "port.value", "vardey"],
    [
      "is the first that can be",
      `<select id="port"><option disabled>Choose</option><option>Holm</option></select>`,
      "port.value",
      "Holm",
    ],
    ["has a place", ports, "'at ' + port.selectedIndex", "at 1"],
    ["has words", ports, "port.options[port.selectedIndex].text", "Vardey quay"],
    ["has what is chosen", ports, "port.selectedOptions[0].value", "vardey"],
  ])("%s", (_what, markup, script, said) => {
    expect(saysOnClick(markup, script)).toEqual([said]);
  });
});

describe("the entries of a form", () => {
  const form = `<form id="f"><input name="who" value="Mate"><textarea name="note">Quiet</textarea><input name="off" value="x" disabled><button name="sent" value="x">Send</button><input type="radio" name="deck" value="sun" checked><select name="port"><option>Holm</option></select></form>`;
  it.each([
    [
      "have the words of each field",
      "new FormData(f).get('who') + new FormData(f).get('note') + new FormData(f).get('port')",
      "MateQuietHolm",
    ],
    ["leave out what is disabled, and buttons", "String([...new FormData(f).keys()].join())", "who,note,deck,port"],
  ])("%s", (_what, script, said) => {
    expect(saysOnClick(form, script)).toEqual([said]);
  });

  it("have as many of a name as are checked", () => {
    const { doc, notUnderstood } =
      behaviour(`<form id="f"><input type="checkbox" name="deck" value="sun"><input type="checkbox" name="deck" value="car"></form>
<button id="go" type="button">Go</button><p id="said">-</p>
<script>go.onclick = () => { said.textContent = new FormData(f).getAll("deck").join(" and ") || "none"; };</script>`);
    expect(notUnderstood).toEqual([]);
    const said = doc.looks.find((row) => row.part === "said");
    expect(Object.values(said?.in ?? {}).map((l) => l.text)).toEqual(
      expect.arrayContaining(["none", "sun", "car", "sun and car"]),
    );
  });
});

it("a group of radio buttons is asked by its name for the one that is checked", () => {
  const { doc } =
    behaviour(`<form id="f"><input type="radio" name="size" id="s" value="small" checked><input type="radio" name="size" id="l" value="large"></form>
<button id="go" type="button">Go</button><p id="said">-</p>
<script>go.onclick = () => { said.textContent = f.size.value; };</script>`);
  expect(doc.looks.flatMap((row) => (row.part === "said" ? Object.values(row.in).map((l) => l.text) : []))).toEqual([
    "small",
    "large",
  ]);
});

it.each([
  [
    "a dialog that a button opens by command",
    `<button id="o" commandfor="d" command="show-modal">Log</button><dialog id="d"><p>Log</p></dialog><p id="q">Quay</p>`,
    `d.addEventListener("toggle", () => { q.textContent = "seen"; });`,
  ],
  [
    "a popover beside other keys",
    `<button id="o" popovertarget="d">Log</button><div id="d" popover>Log</div><p id="q">Quay</p>`,
    `document.addEventListener("keydown", (e) => { if (e.key === "k") q.textContent = "key"; });`,
  ],
])("Escape closes %s", (_what, markup, script) => {
  const { doc } = behaviour(`${markup}<script>${script}</script>`);
  expect(Object.keys(rows(doc)).filter((row) => row.startsWith("press Escape"))).not.toEqual([]);
});
