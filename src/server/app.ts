/** The server: hands out the built app on the loopback address, and checks who asks. */
import { randomUUID } from "node:crypto";
import { serveStatic } from "@hono/node-server/serve-static";
import { Hono } from "hono";
import { standIn } from "../core/exchange/stand-in";
import { folderRoutes } from "./folder";
import { trialRoutes } from "./trial";

/** Origins on this very machine. */
const loopback = /^http:\/\/(127\.0\.0\.1|localhost|\[::1\])(:\d+)?$/;

const appPolicy = [
  "default-src 'self'",
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  "font-src 'self' data:",
  "object-src 'none'",
  "base-uri 'none'",
  "form-action 'none'",
  "frame-ancestors 'none'",
];

/** The page under work: no origin of its own, no network, only our one script. */
const framePolicy = [
  "sandbox allow-scripts",
  "default-src 'none'",
  "script-src 'self'",
  "style-src 'unsafe-inline'",
  "img-src data:",
  "frame-ancestors 'self'",
];

/** A pasted page with its own scripts, on trial: no origin and no network either. */
const trialFramePolicy = [
  "sandbox allow-scripts allow-forms",
  "default-src 'none'",
  "script-src 'self' 'unsafe-inline' 'unsafe-eval'",
  "style-src 'unsafe-inline'",
  "img-src data:",
  "font-src data:",
  "form-action 'none'",
  "base-uri 'none'",
];
/**
 * By page, for the addresses that are ours. On trial a page stands under another of them than the app: to the browser that is
 * another site, which has a process of its own, so that what never ends in it does not hold up the app.
 */
const framePolicies: Readonly<Record<string, (ours: readonly string[]) => readonly string[]>> = {
  "/frame.html": () => framePolicy,
  "/trial-frame.html": (ours) => [...trialFramePolicy, `frame-ancestors ${ours.join(" ")}`],
};
const frameScripts: readonly string[] = ["/frame.js", "/trial-frame.js"];

/**
 * @param root folder of the built app
 * @param hosts the Host headers that are ours, such as `127.0.0.1:4173`
 * @param folder of component files that the app works in; null for none
 */
export function createApp(root: string, hosts: () => readonly string[], folder: string | null = null): Hono {
  const app = new Hono();
  const word = randomUUID();
  app.use(async (c, next) => {
    // A page elsewhere can point a name of its own at this address; its Host header gives it away.
    if (!hosts().includes(c.req.header("host") ?? ""))
      return c.text("This server answers to its own address only.", 403);
    // The sandboxed frame has no origin of its own and says so when it asks for its script.
    const origin = frameScripts.includes(c.req.path) ? undefined : c.req.header("origin");
    const standIn = c.req.path.startsWith("/stand-in/");
    // Delivered pages that ask the stand-in lie in files or on another port of this machine.
    const near = standIn && origin !== undefined && (origin === "null" || loopback.test(origin));
    if (origin && !near && !hosts().some((h) => origin === `http://${h}`)) return c.text("Not for other sites.", 403);
    if (near) c.header("Access-Control-Allow-Origin", origin);
    if (standIn) return next();
    const writes = c.req.path === "/trial/run" || (folder !== null && c.req.path.startsWith("/folder/"));
    // Browsers say where a request that changes something comes from; who does not is no browser.
    if (writes && !/^(GET|HEAD)$/.test(c.req.method) && !origin) return c.text("Not for other programs.", 403);
    if (c.req.method !== "GET" && c.req.method !== "HEAD" && !writes)
      return c.text("Only reading is possible here.", 405);
    await next();
    const { path } = c.req;
    const isFrame = Object.hasOwn(framePolicies, path);
    const ours = hosts().map((h) => `http://${h}`);
    const policy = isFrame ? framePolicies[path](ours) : [...appPolicy, `frame-src 'self' ${ours.join(" ")}`];
    c.header("Content-Security-Policy", policy.join("; "));
    c.header("X-Content-Type-Options", "nosniff");
    c.header("Referrer-Policy", "no-referrer");
    c.header("Cache-Control", path.startsWith("/assets/") ? "max-age=31536000, immutable" : "no-cache");
    if (!isFrame && !frameScripts.includes(path)) c.header("Cross-Origin-Resource-Policy", "same-origin");
  });
  app.options("/stand-in/*", (c) => {
    c.header("Access-Control-Allow-Methods", "GET, POST, PUT, PATCH, DELETE");
    return c.body(null, 204);
  });
  app.all("/stand-in/*", async (c) => {
    const path = c.req.path.slice("/stand-in".length);
    const answer = standIn(path, c.req.query("latency") ?? "0ms", c.req.query("outcome") ?? "ok");
    if (typeof answer === "string") return c.json({ ok: false, path, message: answer }, 400);
    await new Promise((done) => setTimeout(done, answer.after));
    return c.json(answer.body, answer.status as 200);
  });
  app.route("/trial", trialRoutes(word));
  if (folder !== null) app.route("/folder", folderRoutes(folder, word));
  else app.get("/folder", (c) => c.json({ name: null }));
  app.use(serveStatic({ root }));
  // Addresses inside the app are the app's own business.
  const index = serveStatic({ root, path: "index.html" });
  app.get("*", async (c, next) =>
    /\.\w+$/.test(c.req.path) ? c.notFound() : ((await index(c, next)) ?? c.notFound()),
  );
  return app;
}
