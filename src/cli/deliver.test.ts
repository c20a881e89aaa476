import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { targetKeys } from "../core/deliver";
import { type DeliverWishes, deliver } from "./deliver";

const demo = "src/demo/passenger-stepper.lively.json";
const run = async (files: string[], wishes: Omit<DeliverWishes, "proof">) => {
  const out: string[] = [];
  const err: string[] = [];
  const code = await deliver(files, { ...wishes, proof: false }, { out: (t) => out.push(t), err: (t) => err.push(t) });
  return { code, out: out.join("\n"), err: err.join("\n") };
};
const folder = (): string => mkdtempSync(join(tmpdir(), "lively-deliver-"));

describe("lively deliver", () => {
  it("writes each target's files into the folder, and names them", async () => {
    for (const to of targetKeys) {
      const out = folder();
      const { code, out: said } = await run([demo], { to, out });
      expect(code, to).toBe(0);
      for (const name of readdirSync(out).filter((n) => !n.startsWith("."))) expect(said).toContain(join(out, name));
    }
  });
  it("writes again what is its own, and leaves what a person changed", async () => {
    const out = folder();
    await run([demo], { to: "react", out });
    expect(await run([demo], { to: "react", out })).toEqual({ code: 0, out: "", err: "" });
    const tsx = join(out, "PassengerStepper.tsx");
    const made = readFileSync(tsx, "utf8");
    writeFileSync(tsx, `${made}// mine\n`);
    const refused = await run([demo], { to: "react", out });
    expect(refused).toMatchObject({ code: 1, err: expect.stringContaining("changed by hand") });
    expect(readFileSync(tsx, "utf8")).toContain("// mine");
    expect((await run([demo], { to: "react", out, force: true })).code).toBe(0);
    expect(readFileSync(tsx, "utf8")).toBe(made);
  });
  it("never writes over a stranger's file unless told", async () => {
    const out = folder();
    writeFileSync(join(out, "passenger-stepper.css"), "mine");
    const { code, err } = await run([demo], { to: "module", out });
    expect(code).toBe(1);
    expect(err).toContain("not written by this command");
    expect(readFileSync(join(out, "passenger-stepper.css"), "utf8")).toBe("mine");
  });
  it("gives 2 for what cannot be read, and delivers the others", async () => {
    const out = folder();
    const { code, err } = await run([join(out, "none.lively.json"), demo], { to: "vue", out });
    expect(code).toBe(2);
    expect(err).toContain("no such file");
    expect(readdirSync(out)).toContain("PassengerStepper.vue");
  });
  it("shares one kernel among several components", async () => {
    const out = folder();
    const { code } = await run([demo, "src/demo/notice.lively.json"], { to: "module", out });
    expect(code).toBe(0);
    expect(readdirSync(out).filter((n) => n.includes("kernel"))).toEqual(["lively-kernel.js"]);
  });
});
