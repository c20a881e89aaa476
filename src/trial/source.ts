/** Which page a component is held against, and whether it may be. */
import { existsSync } from "node:fs";
import { resolve } from "node:path";
import { pathToFileURL } from "node:url";
import { deliverHtml } from "../core/deliver";
import type { Component } from "../core/model";
import { isThisMachine } from "../core/trial";
import type { Source } from "./put-on-trial";

/**
 * @param page address or file; where none is given, the one that the component names, or the one that would be delivered
 * @returns where the page comes from, or why there is none
 */
export function sourceOf(doc: Component, page: string | undefined, allowed: readonly string[]): Source | string {
  const said = page || doc.trial?.page;
  if (said === undefined || said === "") {
    const delivered = deliverHtml(doc, null);
    return delivered.ok
      ? { html: delivered.html }
      : delivered.problems.map((p) => `${p.path}: ${p.message}`).join("; ");
  }
  if (!/^https?:/.test(said)) {
    const path = resolve(said.replace(/^file:\/\//, ""));
    return existsSync(path) ? { address: pathToFileURL(path).href } : `there is no page ${said}`;
  }
  const { hostname } = new URL(said);
  if (isThisMachine(hostname) || allowed.includes(hostname)) return { address: said };
  return `${hostname} is not this machine, and the page is acted on for real. If that is meant, allow it: --allow-host ${hostname}`;
}
