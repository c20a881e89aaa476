/** Pages that do what no page on trial should: told, bounded, and the next run unharmed. */
import { type AddressInfo, createServer, type Socket } from "node:net";
import { afterAll, beforeAll, expect, it } from "vitest";
import { runsOf, type Trial } from "../../src/core/trial";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";
import { going } from "./pages";

const { doc, page } = going;

let browser: Started;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
});
afterAll(() => browser?.end());

const { runs } = runsOf(doc, "reactions");
const tried = async (html: string): Promise<Trial> =>
  (await putOnTrial(browser, doc, runs, { source: { html }, shorten: false, patience: 6000 })).trial;
const verdicts = ({ results }: Trial): string[] => results.map((r) => r.verdict);

const held: [what: string, does: string, told: string][] = [
  ["opens a dialog of the browser", `alert("well")`, "was dismissed"],
  ["opens a window", `open("about:blank")`, "was closed"],
  ["asks another host", `fetch("https://elsewhere.example/x").catch(() => {})`, "--allow-host elsewhere.example"],
  ["leaves", `location.href = "http://127.0.0.1:1/away"`, "was held back"],
];
it.each(held)("that %s: told, and the run goes on", async (_what, does, told) => {
  const trial = await tried(page(does));
  expect(verdicts(trial)).toEqual(runs.map(() => "same"));
  expect(trial.results[0].notes.join()).toContain(told);
});
it("that writes a hundred megabytes to the console goes on", async () => {
  const loud = await tried(page(`for (let i = 0; i < 1000; i++) console.log("x".repeat(100_000))`));
  expect(loud.results.every((r) => r.verdict === "same" || r.verdict === "cut")).toBe(true);
});
it.each([
  ["never comes to rest", "for (;;);"],
  ["keeps no time", "const again = () => { Promise.resolve().then(again) }; again()"],
])("that %s is cut, and the next is unharmed", async (_what, does) => {
  expect(verdicts(await tried(page(does)))).toEqual(runs.map(() => "cut"));
  expect(verdicts(await tried(page("")))).toEqual(runs.map(() => "same"));
});
it("that never loads is cut, and the next is unharmed", async () => {
  const open = new Set<Socket>();
  const silent = createServer((socket) => void open.add(socket));
  await new Promise<void>((done) => silent.listen(0, "127.0.0.1", done));
  const address = `http://127.0.0.1:${(silent.address() as AddressInfo).port}/`;
  const { trial } = await putOnTrial(browser, doc, runs, { source: { address }, shorten: false, patience: 2000 });
  expect(verdicts(trial)).toEqual(runs.map(() => "cut"));
  expect(verdicts(await tried(page("")))).toEqual(runs.map(() => "same"));
  for (const socket of open) socket.destroy();
  silent.close();
});

it("and a browser that is killed in the midst of it is told, and another goes on", async () => {
  const doomed = await startBrowser({ browser: "chromium" });
  const many = Array.from({ length: 6 }, () => runs).flat();
  let seen = 0;
  const { trial } = await putOnTrial(doomed, doc, many, {
    source: { html: page("") },
    shorten: false,
    patience: 6000,
    onResult: () => {
      if (++seen === 2) doomed.browser.process()!.kill("SIGKILL");
    },
  });
  const said = verdicts(trial);
  expect(said).toHaveLength(many.length);
  expect(said.at(-1)).toBe("cut");
  expect(said.every((v) => v === "same" || v === "cut")).toBe(true);
  await doomed.end().catch(() => {});
  expect(verdicts(await tried(page("")))).toEqual(runs.map(() => "same"));
});

it("goes on in a browser that runs already, and leaves it running", async () => {
  const own = await startBrowser({ browser: "chromium" });
  const connected = await startBrowser({ browser: "chromium", connect: own.browser.wsEndpoint() });
  const { trial } = await putOnTrial(connected, doc, runs, { source: { html: page("") } });
  expect(verdicts(trial)).toEqual(runs.map(() => "same"));
  await connected.end();
  expect(own.browser.connected).toBe(true);
  await own.end();
});
