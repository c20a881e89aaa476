/** A custom element: attributes and properties for its data, events for what it does, in the light or in a shadow tree. */

import { text } from "../page/code";
import type { Target } from "../shared/files";
import { type Property, typeOfDatum } from "../shared/names";
import { wrappingOf } from "../shared/wrapping";
import { elementMembers } from "./members";

/** What elements have, what this one has, and what its own events and lifecycle are called (HTML §4.13.3). */
const taken = [
  ..."adoptedCallback attributeChangedCallback connectedCallback connectedMoveCallback content data disconnectedCallback mount mounted requests send state unmount".split(
    " ",
  ),
  ...elementMembers,
];

const attributeOf = ({ name }: Property): string => name.replace(/[A-Z]/g, (l) => `-${l.toLowerCase()}`);

export const elementTarget: Target = (doc, proof) => {
  const made = wrappingOf(doc, proof, { taken });
  if (!made.ok) return made;
  const { names, files, slots, properties, notes } = made.wrapping;
  if (names.element !== names.kebab)
    notes.push(`The element is called <${names.element}>: the name of a custom element has a hyphen.`);
  const js = `import { mount } from "./${names.kebab}.js";

/** Attributes, the data they stand for, and how they are read. */
const attributes = {${properties.map((p) => `\n  ${text(attributeOf(p))}: [${text(p.datum.name)}, ${reader(p)}],`).join("")}
};

/** Its content is its markup; without any it has its own. With the attribute \`shadow\` it lives in a shadow tree. */
export class ${names.pascal}Element extends HTMLElement {
  static observedAttributes = Object.keys(attributes);
  #mounted = null;
  #given = {};

  /** What asks in place of \`fetch\`, by the name of the request. */
  requests = {};

  connectedCallback() {
    // While the page is still being read, what is inside may not be there yet.
    if (document.readyState !== "loading") this.#start();
    else document.addEventListener("DOMContentLoaded", () => this.isConnected && this.#start(), { once: true });
  }

  #start() {
    this.#mounted?.unmount();
    for (const name of Object.keys(attributes)) this.#upgrade(name);
    this.#mounted = mount(this.#root(), {
      data: this.#given,
      requests: this.requests,
      onState: (state) => this.dispatchEvent(new CustomEvent("state", { detail: state })),
      onData: (data) => this.dispatchEvent(new CustomEvent("data", { detail: data })),
    });
  }

  disconnectedCallback() {
    this.#mounted?.unmount();
    this.#mounted = null;
  }

  attributeChangedCallback(name, _before, value) {
    if (value === null) return;
    const [datum, read] = attributes[name];
    this.#set(datum, read(value));
  }

  /** The names of the active states, outer before inner. */
  get state() {
    return this.#mounted?.state ?? [];
  }

  /** Sends an event of the component's own. */
  send(event) {
    this.#mounted?.send(event);
  }
${properties
  .map(
    (p) => `
  get ${p.name}() {
    return (this.#mounted?.data ?? this.#given)[${text(p.datum.name)}];
  }
  set ${p.name}(value) {
    this.#set(${text(p.datum.name)}, value);
  }
`,
  )
  .join("")}
  #set(datum, value) {
    this.#given[datum] = value;
    this.#mounted?.set(datum, value);
  }

  /** A property that was set before the element was known would hide the one of the class. */
  #upgrade(attribute) {
    const name = attribute.replace(/-(.)/g, (_all, letter) => letter.toUpperCase());
    if (!Object.hasOwn(this, name)) return;
    const value = this[name];
    delete this[name];
    this[name] = value;
  }

  #root() {
    if (!this.hasAttribute("shadow")) return this;
    if (this.shadowRoot) return this.shadowRoot.querySelector("div");
    const style = document.createElement("link");
    style.rel = "stylesheet";
    style.href = new URL("./${names.kebab}.css", import.meta.url).href;
    const root = document.createElement("div");
    this.attachShadow({ mode: "open" }).append(style, root);
    return root;
  }
}

if (!customElements.get(${text(names.element)})) customElements.define(${text(names.element)}, ${names.pascal}Element);
`;
  const types = `import type { Data, Requests, State } from "./${names.kebab}.js";

export class ${names.pascal}Element extends HTMLElement {
  requests: Requests;
  readonly state: readonly State[];
${properties.map((p) => `  ${p.name}: ${typeOfDatum(p.datum)};\n`).join("")}  send(event: string): void;
  addEventListener(type: "state", listener: (event: CustomEvent<readonly State[]>) => void, options?: boolean | AddEventListenerOptions): void;
  addEventListener(type: "data", listener: (event: CustomEvent<Readonly<Data>>) => void, options?: boolean | AddEventListenerOptions): void;
  addEventListener(type: string, listener: EventListenerOrEventListenerObject, options?: boolean | AddEventListenerOptions): void;
}

declare global {
  interface HTMLElementTagNameMap {
    ${text(names.element)}: ${names.pascal}Element;
  }
}
`;
  if (slots.size)
    notes.push(
      "In a shadow tree its slots are <slot> elements; in the light its user's content stands in the parts themselves.",
    );
  const own = [
    { path: `${names.kebab}-element.js`, text: js },
    { path: `${names.kebab}-element.d.ts`, text: types },
  ];
  return { ok: true, files: [...own, ...files], notes };
};

function reader({ datum }: Property): string {
  if (datum.type === "integer" || datum.type === "number") return "Number";
  return datum.type === "boolean" ? '(value) => value !== "false"' : "String";
}
