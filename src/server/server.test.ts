import { mkdirSync, mkdtempSync, readdirSync, readFileSync, symlinkSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, relative } from "node:path";
import { describe, expect, it } from "vitest";
import { START_HEADER } from "../core/trial/told";
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

describe("a folder that the server works in", () => {
  const works = mkdtempSync(join(tmpdir(), "lively-folder-"));
  writeFileSync(join(works, "a.lively.json"), "{}");
  writeFileSync(join(works, "secret.txt"), "no");
  symlinkSync("/etc/hostname", join(works, "link.lively.json"));
  const served = createApp(relative(process.cwd(), folder), () => [host], works);
  const origin = `http://${host}`;
  const ask = (path: string, method = "GET", headers: Record<string, string> = {}, body?: string) =>
    served.request(`http://${host}${path}`, {
      method,
      headers: { host, ...headers },
      ...(body === undefined ? {} : { body }),
    });
  const word = async (): Promise<string> => ((await (await ask("/trial/start")).json()) as { word: string }).word;
  const known = async (): Promise<Record<string, string>> => ({ [START_HEADER]: await word(), origin });

  it("lists, reads, writes and removes component files", async () => {
    const headers = await known();
    const list = async () => (await (await ask("/folder", "GET", headers)).json()) as { files: { name: string }[] };
    expect((await list()).files.map((f) => f.name)).toEqual(["a.lively.json"]);
    expect(await (await ask("/folder/a.lively.json", "GET", headers)).text()).toBe("{}");
    const written = (await (await ask("/folder/b.lively.json", "PUT", headers, '{"b":1}')).json()) as { stamp: string };
    expect(written.stamp).toMatch(/:7$/);
    expect(readFileSync(join(works, "b.lively.json"), "utf8")).toBe('{"b":1}');
    await ask("/folder/b.lively.json", "DELETE", headers);
    expect((await list()).files).toHaveLength(1);
    expect(readdirSync(works).filter((n) => n.startsWith("."))).toEqual([]);
  });
  it("keeps what is delivered in one folder inside, and no other kind of file", async () => {
    const headers = await known();
    const put = async (path: string) => (await ask(`/folder/delivered/${path}`, "PUT", headers, "text")).status;
    expect(await (await ask("/folder/delivered/a.tsx", "GET", headers)).status).toBe(404);
    expect(await put("a.tsx")).toBe(200);
    expect(readFileSync(join(works, "delivered", "a.tsx"), "utf8")).toBe("text");
    expect(await (await ask("/folder/delivered/a.tsx", "GET", headers)).text()).toBe("text");
    for (const path of ["run.sh", ".env", "..%2Fa.js", "a%2Fb.js", "x.exe"]) expect(await put(path), path).toBe(400);
    expect((await ask("/folder/delivered/a.tsx", "DELETE", headers)).status).toBeGreaterThanOrEqual(400);
    expect((await ask("/folder/delivered/a.tsx")).status).toBe(403);
  });
  it("serves nobody who does not know the word of this start, and nothing else", async () => {
    const headers = await known();
    for (const [path, method, sent] of [
      ["/folder", "GET", {}],
      ["/folder", "GET", { [START_HEADER]: "guessed" }],
      ["/folder/a.lively.json", "PUT", { [START_HEADER]: headers[START_HEADER] }],
      ["/folder/a.lively.json", "PUT", { ...headers, origin: "http://evil.example" }],
      ["/folder/secret.txt", "GET", headers],
      ["/folder/..%2Fx.lively.json", "PUT", headers],
      ["/folder/.hidden.lively.json", "PUT", headers],
      ["/folder/link.lively.json", "GET", headers],
      ["/folder/link.lively.json", "PUT", headers],
    ] as const)
      expect(
        (await ask(path, method, sent, method === "PUT" ? "x" : undefined)).status,
        `${method} ${path}`,
      ).toBeGreaterThanOrEqual(400);
    expect(readFileSync(join(works, "a.lively.json"), "utf8")).toBe("{}");
    expect(((await (await get("/folder")).json()) as { name: null }).name).toBeNull();
  });
});
