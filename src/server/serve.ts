/** Starts the server on the loopback address; nobody else can reach it. */
import { existsSync, statSync } from "node:fs";
import type { AddressInfo } from "node:net";
import { join } from "node:path";
import { serve } from "@hono/node-server";
import { createApp } from "./app";

export interface Starting {
  /** Folder of the built app. */
  root: string;
  /** 0 for any that is free. */
  port: number;
  out(text: string): void;
  err(text: string): void;
  /** Component files that the app works in. */
  folder?: string;
  /** What to say where the port is in use. */
  otherPort: string;
}

/** @returns the exit code where it cannot start; null while it runs */
export function startServer({ root, port, out, err, folder, otherPort }: Starting): Promise<number | null> {
  if (!existsSync(join(root, "index.html"))) {
    err("The app is not built yet. Run npm start, which builds it first.");
    return Promise.resolve(2);
  }
  if (folder !== undefined && !statSync(folder, { throwIfNoEntry: false })?.isDirectory()) {
    err(`${folder} is no folder. Make it first, or name another.`);
    return Promise.resolve(2);
  }
  let hosts: string[] = [];
  return new Promise((resolve, reject) => {
    const server = serve(
      { fetch: createApp(root, () => hosts, folder ?? null).fetch, port, hostname: "127.0.0.1" },
      (info: AddressInfo) => {
        hosts = [`127.0.0.1:${info.port}`, `localhost:${info.port}`];
        const works = folder === undefined ? "" : ` and works in ${folder}`;
        out(`Lively State is at http://127.0.0.1:${info.port}/${works}  (Ctrl+C ends it)`);
        resolve(null);
      },
    );
    server.on("error", (error: NodeJS.ErrnoException) => {
      if (error.code !== "EADDRINUSE") return reject(error);
      err(`Port ${port} is in use. End what uses it, or choose another: ${otherPort}`);
      resolve(1);
    });
  });
}
