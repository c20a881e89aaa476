/** Keyframes of what scripts have animated, by their names. */
import { type Component, freeName } from "../../../../model";

export class Keyframes {
  private readonly said = new Map<string, string>();

  /** @param css of the page, whose words are no names any more */
  constructor(private readonly css: string) {}

  /** The name of those that say so. @param again the other one, by which the same begins anew */
  nameOf(text: string, again = false): string {
    const taken = new Set([...this.said.keys(), ...this.css.split(/[^\w-]+/)]);
    const known = [...this.said].find(([name, said]) => said === text && !name.endsWith("-again"))?.[0];
    const name = known ?? freeName("moves", taken);
    this.said.set(name, text);
    if (again) this.said.set(`${name}-again`, text);
    return again ? `${name}-again` : name;
  }

  /** The component with their rules. */
  in(doc: Component): Component {
    const rules = [...this.said].map(([name, text]) => `@keyframes ${name} { ${text} }`);
    if (!rules.length) return doc;
    return { ...doc, page: { ...doc.page, css: [doc.page.css ?? "", ...rules].join("\n").trim() } };
  }
}
