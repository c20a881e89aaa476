import { mkdirSync, mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, relative } from "node:path";
import { describe, expect, it } from "vitest";
import { createApp } from "./app";

const folder = mkdtempSync(join(tmpdir(), "lively-app-"));
writeFileSync(join(folder, "index.html"), "<p>app</p>");
writeFileSync(join(folder, "frame.html"), "<p>frame</p>");
writeFileSync(join(folder, "frame.js"), "1");
mkdirSync(join(folder, "assets"));
writeFileSync(join(folder, "assets", "a.js"), "1");
const host = "127.0.0.1:4173";
const app = createApp(relative(process.cwd(), folder), () => [host]);
const get = (path: string, headers: Record<string, string> = {}, method = "GET") =>
  app.request(`http://${host}${path}`, { method, headers: { host, ...headers } });

describe("the server", () => {
  it("hands out the app, also at the addresses inside it", async () => {
    for (const path of ["/", "/component/x/sheet"]) expect(await (await get(path)).text()).toBe("<p>app</p>");
    expect((await get("/assets/none.js")).status).toBe(404);
    expect((await get("/assets/a.js")).headers.get("cache-control")).toContain("immutable");
  });
  it("answers only to its own name, and to no other site", async () => {
    expect((await get("/", { host: "evil.example" })).status).toBe(403);
    expect((await get("/", { origin: "http://evil.example" })).status).toBe(403);
    expect((await get("/", { origin: `http://${host}` })).status).toBe(200);
    expect((await get("/", {}, "POST")).status).toBe(405);
  });
  it("keeps the page under work without an origin and without a network", async () => {
    const policy = (await get("/frame.html")).headers.get("content-security-policy") ?? "";
    expect(policy).toMatch(/sandbox allow-scripts; default-src 'none'/);
    expect(policy).not.toContain("allow-same-origin");
    expect((await get("/frame.js", { origin: "null" })).status).toBe(200);
    const own = (await get("/")).headers.get("content-security-policy") ?? "";
    expect(own).not.toContain("unsafe-eval");
    expect(own).not.toMatch(/script-src[^;]*unsafe-inline/);
  });
  it("stands in for a service: as late and as well as it is asked to, for pages on this machine", async () => {
    const asked = performance.now();
    const ok = await get("/stand-in/passes?latency=120ms&outcome=ok", { origin: "null" }, "POST");
    expect([ok.status, await ok.json()]).toEqual([200, { ok: true, path: "/passes" }]);
    expect(performance.now() - asked).toBeGreaterThanOrEqual(119);
    expect(ok.headers.get("access-control-allow-origin")).toBe("null");
    const fails = await get("/stand-in/passes?outcome=fails", { origin: "http://localhost:5000" });
    expect([fails.status, (await fails.json()).ok]).toEqual([503, false]);
    expect((await get("/stand-in/x?latency=soon")).status).toBe(400);
    expect((await get("/stand-in/x?latency=90s")).status).toBe(400);
    expect((await get("/stand-in/x", { origin: "http://evil.example" })).status).toBe(403);
    expect((await get("/stand-in/x", { host: "evil.example" })).status).toBe(403);
  });
  it("gives nothing from outside its folder", async () => {
    for (const path of ["/../package.json", "/..%2fpackage.json", "/%2e%2e/package.json"]) {
      const answer = await get(path);
      expect(await answer.text()).not.toContain("lively-state");
    }
  });
});
