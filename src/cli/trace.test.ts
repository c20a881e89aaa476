/** `lively trace`: what is refused, and the command itself. The cases of the recommendation are in scxml-cases/. */
import { describe, expect, it } from "vitest";
import { run } from "./commands";
import { traced, whole } from "./scxml-cases/case";

describe("what is outside is named with its line", () => {
  it.each([
    [`<state id="a">\n<invoke type="x"/></state>`, "line 2, column 1", "<invoke>"],
    [`<script>x = 1</script><state id="a"/>`, "line 1", "<script>"],
    [`<state id="a"><onentry>\n  <foreach item="x" array="y"/></onentry></state>`, "line 2, column 3", "<foreach>"],
    [
      `<state id="a"><onentry><send event="e" target="http://localhost/"/></onentry></state>`,
      "line 1",
      "only this chart itself",
    ],
    [
      `<state id="a"><onentry><send event="e"><param name="x" expr="1"/></send></onentry></state>`,
      "line 1",
      "carry no data",
    ],
    [`<state id="a"><transition event="e" target="nowhere"/></state>`, "line 1", "no such state"],
    [`<state id="a"/>\n\n<state id="a"/>`, "line 3, column 1", 'two states are named "a"'],
    [`<state id="a"><transition event="e" cond="1 +"/></state>`, "line 1", "not an expression"],
    [`<state id="a"><transition event="e" cond="window.close()" target="a"/></state>`, "line 1", "can be called"],
    [`<datamodel><data id="d" expr="[1, 2]"/></datamodel><state id="a"/>`, "line 1", "not available"],
    [`<datamodel><data id="d"/></datamodel><state id="a"/>`, "line 1", "no value to begin with"],
    [`<datamodel><data id="d" src="x.json"/></datamodel><state id="a"/>`, "line 1", "nothing is loaded"],
    [`<state id="a"><onentry>\n<log expr="'a' &lt;"/></onentry></state>`, "line 2", "not an expression"],
    [`<state id="a"><sate id="b"/></state>`, "line 1", "<sate> is not an element"],
    [`<state id="a"><transition/></state>`, "line 1", "at least one of"],
    [`<state id="a"><onentry><send event="e" delay="soon"/></onentry></state>`, "line 1", "not a time"],
    [`<state id="a" initial="b"><state id="a1"/></state><state id="b"/>`, "line 1", "not known here"],
    [`<final id="f"><transition event="e" target="f"/></final>`, "line 1", "no transitions"],
    [
      `<datamodel><data id="n" expr="1"/></datamodel><state id="a"><onentry><assign location="n" expr="'x'"/></onentry></state>`,
      "line 1",
      "a number is needed",
    ],
  ])("%s", (chart, place, message) => {
    const { code, err, lines } = traced(whole({ chart }));
    expect(code).toBe(2);
    expect(err).toContain(message);
    expect(err).toMatch(new RegExp(`^${place}`));
    expect(lines).toEqual([]);
  });
  it.each([
    ["<scxml", "not well-formed"],
    ["<html/>", "this is <html>"],
    [`<scxml xmlns="http://www.w3.org/2005/07/scxml"><state id="a"></scxml>`, "not well-formed"],
    [`<!DOCTYPE s [<!ENTITY x "y">]><scxml xmlns="http://www.w3.org/2005/07/scxml"/>`, "no entities are expanded"],
    [`<!DOCTYPE s SYSTEM "file:///etc/passwd"><scxml xmlns="http://www.w3.org/2005/07/scxml"/>`, "external part"],
    [`<scxml xmlns="http://www.w3.org/2005/07/scxml" datamodel="xpath"><state id="a"/></scxml>`, "datamodel"],
    [`<scxml xmlns="http://www.w3.org/2005/07/scxml">&lol;</scxml>`, "not well-formed"],
  ])("%s", (text, message) => {
    const { code, err } = traced(text);
    expect([code, err]).toEqual([2, expect.stringContaining(message)]);
  });
  it("a file made to be huge or deep is refused, and soon", () => {
    const deep = `<scxml xmlns="http://www.w3.org/2005/07/scxml">${"<state>".repeat(5000)}${"</state>".repeat(5000)}</scxml>`;
    expect(traced(deep).err).toContain("deep");
    const wide = `<scxml xmlns="http://www.w3.org/2005/07/scxml">${"<state/>".repeat(60_000)}</scxml>`;
    expect(traced(wide).err).toContain("too large");
    expect(traced(`<scxml>${" ".repeat(6_000_000)}</scxml>`).err).toContain("MB");
    const many = Array.from(
      { length: 9000 },
      (_, i) => `<state id="s${i}"><transition event="e${i}" target="s0"/></state>`,
    );
    expect(traced(whole({ chart: many.join("") })).err).toContain("too large");
  });
  it("an endless loop of automatic transitions ends, and says where", () => {
    const { code, lines } = traced(
      whole({ chart: `<state id="a"><transition target="b"/></state><state id="b"><transition target="a"/></state>` }),
    );
    expect(code).toBe(0);
    expect(lines).toHaveLength(1);
  });
});

describe("the command", () => {
  it("takes component files too, and refuses what is no step", async () => {
    const lively = async (...args: string[]) => {
      const out: string[] = [];
      const err: string[] = [];
      const code = await run(args, { out: (t) => out.push(t), err: (t) => err.push(t) });
      return { code, out, err: err.join("\n") };
    };
    const demo = "src/demo/change-crossing.lively.json";
    const { code, out } = await lively("trace", demo, "wait:10");
    expect(code).toBe(0);
    expect(JSON.parse(out[1])).toMatchObject({ step: 1, did: "wait:10", configuration: ["closed"] });
    expect(await lively("trace", demo, "jump:1")).toMatchObject({ code: 2, err: expect.stringContaining("send:NAME") });
    expect((await lively("trace", demo, "wait:-1")).code).toBe(2);
    expect(await lively("trace", "none.scxml")).toMatchObject({
      code: 2,
      err: expect.stringContaining("no such file"),
    });
  });
});
