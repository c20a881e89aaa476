/** Forms that are not sent: what is not in order, what is done about it, and what is told of it. */
import { describe, expect, it } from "vitest";
import { fields } from "../../../../../testing/fields";
import { behaviour, leaves, rows } from "../../../../../testing/read";

const form = (inside: string, script = "", attributes = ""): string =>
  `<form ${attributes}>${inside}<button id="go">Go</button></form><p id="p">not sent</p><script>
const f = document.querySelector("form");
f.addEventListener("submit", (e) => { e.preventDefault(); p.textContent = "sent"; });
${script}</script>`;
const isSent = (html: string): boolean => JSON.stringify(behaviour(html).doc.looks).includes('"sent"');

describe("a form", () => {
  // What can be checked is checked by a click, and the form is sent then.
  it.each(fields.filter(([markup, sent]) => sent || !/checkbox|radio/.test(markup)))(
    "with %s is sent: %s",
    (markup, sent) => {
      expect(isSent(form(markup, "f.onclick = () => f.classList.toggle('clicked');"))).toBe(sent);
    },
  );
  it("that says so is sent whatever is in it", () => {
    expect(isSent(form("<input required>", "", "novalidate"))).toBe(true);
  });
  it("whose field is empty gives it the focus, and it is told what was left out", () => {
    const { doc, notUnderstood } = behaviour(
      form('<input id="name" required><input id="more" required>', "f.onclick = () => f.classList.toggle('clicked');"),
    );
    const [state] = leaves(doc);
    expect(rows(doc)["click go"][state]).toContain("focus name");
    expect(notUnderstood).toMatchObject([{ line: 3, text: "what is done once name, more are filled in, by typing" }]);
  });
  it.each([
    ["p.textContent = f.querySelectorAll(':invalid').length", "2"],
    ["p.textContent = f.querySelector(':invalid + input').id", "box"],
    ["p.textContent = field.validity.valid + ' ' + field.validity.patternMismatch", "false true"],
    ["p.textContent = ok.matches(':valid') + ' ' + f.matches(':valid')", "true false"],
  ])("tells whoever asks what is not in order: %s", (asks, said) => {
    const { doc } = behaviour(
      `<form id="f"><input id="field" pattern="[a-z]+" value="2"><input id="box" type="checkbox" required><input id="ok" value="x"></form><p id="p"></p><button id="go">Go</button><script>
go.onclick = () => { ${asks.replace("length", "length - 0")} };</script>`,
    );
    expect(JSON.stringify(doc.looks)).toContain(`"text":"${said}"`);
  });
  it("is sent once its box is checked", () => {
    const { doc, notUnderstood } = behaviour(form('<input id="ok" type="checkbox" required>'));
    const [first, checked] = leaves(doc);
    expect(notUnderstood).toEqual([]);
    expect(rows(doc)["click go"]).toMatchObject({
      [first]: "/ focus ok",
      [checked]: expect.stringContaining("prevent"),
    });
  });
  it("tells its fields, whose scripts say it themselves", () => {
    const says = "n.addEventListener('invalid', (e) => { e.preventDefault(); p.textContent = 'Your name, please'; });";
    const { doc } = behaviour(form('<input id="n" required>', says));
    const [first] = leaves(doc);
    expect(rows(doc)["click go"][first]).not.toContain("focus");
    expect(JSON.stringify(doc.looks)).toContain("Your name, please");
  });
  it("is as in its markup again once it is reset", () => {
    const boxes =
      '<input id="a" type="checkbox"><input id="c" type="checkbox" checked><button id="anew" type="reset">Anew</button>';
    const says =
      "f.addEventListener('change', () => { p.textContent = `${a.checked} ${c.checked}`; }); f.onreset = () => { p.textContent = 'as it was'; };";
    const { doc, notUnderstood } = behaviour(form(boxes, says));
    expect(notUnderstood).toEqual([]);
    const to = new Set(Object.values(rows(doc)["click anew"]).map((cell) => cell.split(" /")[0]));
    to.delete("ignored");
    const [state] = to;
    expect(to.size).toBe(1);
    const said = (part: string): object | undefined => doc.looks.find((l) => l.part === part)?.in[state];
    expect([said("a"), said("c"), said("p")]).toMatchObject([undefined, undefined, { text: "as it was" }]);
  });
  it("is asked by scripts", () => {
    const { doc } = behaviour(
      form('<input id="n" required>', "f.onclick = () => { p.textContent = f.checkValidity() ? 'good' : 'bad'; };"),
    );
    expect(JSON.stringify(doc.looks)).toContain('"bad"');
  });
  it("has its controls by their names", () => {
    const says = "f.onclick = () => { p.textContent = f.berth.value + f.elements.berth.name + (f.nothing ?? '!'); };";
    const { doc, notUnderstood } = behaviour(form('<input name="berth" value="B4">', says));
    expect(notUnderstood).toEqual([]);
    expect(JSON.stringify(doc.looks)).toContain('"B4berth!"');
  });
});
