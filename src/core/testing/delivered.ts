import { deliverHtml } from "../deliver";
import { allParts, type Component } from "../model";

/** The delivered page. @throws where the component cannot be delivered: a test must not pass on an empty page */
export function deliveredPage(doc: Component, proof: Parameters<typeof deliverHtml>[1] = null): string {
  const delivered = deliverHtml(doc, proof);
  if (!delivered.ok) throw new Error(delivered.problems.map((p) => `${p.path} ${p.message}`).join("; "));
  return delivered.html;
}

/** With a mark on every part, also where neither style nor script have to find it: whoever acts a scenario out has to. */
export function marked(doc: Component): Component {
  const marks = allParts(doc).map(({ part }) => `[data-part="${part.name}"] {\n}`);
  return { ...doc, page: { ...doc.page, css: [doc.page.css ?? "", ...marks].join("\n") } };
}
