/** Requests of a page on trial: answered as specified, or sent to their server, whose answer comes in when specified. */
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { afterAll, beforeAll, expect, it } from "vitest";
import { box, button, component } from "../../src/core/testing";
import { runsOf, type Trial } from "../../src/core/trial";
import { putOnTrial, type Started, startBrowser } from "../../src/trial";
import { told } from "./told";

const doc = {
  ...component({
    parts: [button("order", { content: ["Order"] }), box("said", ["Ready."], { attributes: { role: "status" } })],
    states: ["ready", "sending", "sent", "failed"],
    looks: { said: { ready: '"Ready."', sending: '"Sending."', sent: '"Sent."', failed: '"Not sent."' } },
    requests: [{ name: "order", method: "POST", path: "/orders", latency: "400ms", outcome: "ok" }],
    reactions: {
      "click order": { ready: "sending / request order" },
      "request ok order": { sending: "sent" },
      "request failed order": { sending: "failed" },
    },
  }),
};
const page = `<!doctype html><html lang="en"><title>Orders</title><button id="order">Order</button><p id="said" role="status">Ready.</p><script>
const order = document.getElementById("order"), said = document.getElementById("said");
order.onclick = async () => {
  if (said.textContent !== "Ready.") return;
  said.textContent = "Sending.";
  const answer = await fetch("/orders", { method: "POST" }).catch(() => ({ ok: false }));
  said.textContent = answer.ok ? "Sent." : "Not sent.";
};</script></html>`;

let browser: Started;
let server: Server;
let asked = 0;
let status = 200;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium" });
  server = createServer((request, answer) => {
    if (request.url !== "/orders") return answer.setHeader("Content-Type", "text/html").end(page);
    asked++;
    answer.statusCode = status;
    // Longer than the specification has it: the page's clock waits for it.
    setTimeout(() => answer.end("{}"), 700);
  });
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
});
afterAll(async () => {
  server.close();
  await browser?.end();
});

const run = {
  name: "ordered",
  scenario: { name: "ordered", steps: [{ do: { click: "order" } }, { do: { wait: 600 } }] },
};
const tried = async (realRequests: boolean): Promise<Trial> => {
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;
  const { trial } = await putOnTrial(browser, doc, [run], { source: { address }, realRequests, shorten: false });
  return trial;
};

it("answered as specified, the server hears nothing of them", async () => {
  expect(runsOf(doc, "reactions").runs.length).toBeGreaterThan(0);
  expect(told(await tried(false))).toEqual([]);
  expect(asked).toBe(0);
});
it("sent to their server: it says the same, when the specification has it", async () => {
  expect(told(await tried(true))).toEqual([]);
  expect(asked).toBe(1);
});
it("sent to a server that says otherwise: that is told", async () => {
  status = 503;
  expect(told(await tried(true)).join()).toContain("said: text: expected Sent., found Not sent.");
});
it("and who wants to answer in its stead is told that it cannot be done here", async () => {
  const address = `http://127.0.0.1:${(server.address() as AddressInfo).port}/`;
  const steps = [{ do: { click: "order" } }, { do: { answer: "order", ok: false } }];
  const runs = [{ name: "answered", scenario: { name: "answered", steps } }];
  const { trial } = await putOnTrial(browser, doc, runs, { source: { address }, realRequests: true });
  expect(trial.results.map((r) => r.why).join()).toContain("goes to its server");
});
