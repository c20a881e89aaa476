import { deliverHtml } from "../deliver";
import type { Component } from "../model";

/** The delivered page. @throws where the component cannot be delivered: a test must not pass on an empty page */
export function deliveredPage(doc: Component, proof: Parameters<typeof deliverHtml>[1] = null): string {
  const delivered = deliverHtml(doc, proof);
  if (!delivered.ok) throw new Error(delivered.problems.map((p) => `${p.path} ${p.message}`).join("; "));
  return delivered.html;
}
