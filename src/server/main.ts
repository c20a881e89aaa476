import { existsSync } from "node:fs";
import type { AddressInfo } from "node:net";
import { serve } from "@hono/node-server";
import { createApp } from "./app";

const root = "dist/app";
const wanted = Number(process.env.PORT ?? 4173);

if (!Number.isInteger(wanted) || wanted < 0 || wanted > 65535) {
  console.error(`PORT is ${process.env.PORT}; it must be a number from 0 to 65535.`);
  process.exit(2);
}
if (!existsSync(`${root}/index.html`)) {
  console.error("The app is not built yet. Run npm start, which builds it first.");
  process.exit(2);
}

let hosts: string[] = [];
const server = serve(
  { fetch: createApp(root, () => hosts).fetch, port: wanted, hostname: "127.0.0.1" },
  (info: AddressInfo) => {
    hosts = [`127.0.0.1:${info.port}`, `localhost:${info.port}`];
    console.log(`Lively State is at http://127.0.0.1:${info.port}/  (Ctrl+C ends it)`);
  },
);
server.on("error", (error: NodeJS.ErrnoException) => {
  if (error.code !== "EADDRINUSE") throw error;
  console.error(`Port ${wanted} is in use. End what uses it, or choose another: PORT=4174 npm start`);
  process.exit(1);
});
