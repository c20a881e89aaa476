/** A component in a project: several on one page, with data and answers from outside, and taken away without a trace. */
import type { Value } from "../behaviour";
import { fitted } from "../data";
import type { Component } from "./component";
import { type Feature, Page } from "./page";
import { ownIds, remember } from "./restore";

export interface Options {
  /** The data to begin with, where they are not those of the specification. */
  data?: Record<string, Value>;
  /** What asks in place of `fetch`; it has failed where its promise does, or where what it gives is false or not ok. */
  requests?: Component["requests"];
  /** Told after each change, with the names of the active states. */
  onState?(state: readonly string[]): void;
  onData?(data: Readonly<Record<string, Value>>, before: Readonly<Record<string, Value>>): void;
}

export interface Mounted {
  /** The names of the active states, outer before inner. */
  readonly state: readonly string[];
  readonly data: Readonly<Record<string, Value>>;
  /** Sends an event of the component's own. */
  send(event: string): void;
  /** Sets a datum. @throws TypeError where there is no such datum, or it cannot have that value */
  set(name: string, value: Value): void;
  /** Ends it: nothing listens any more, nothing comes, and the markup is as it was. */
  unmount(): void;
}

/** Markup to put into a root that has none of it, and the class that its style is written for. */
export interface Frame {
  className: string;
  markup: string;
}

/** @throws Error where the root lacks an element that the component needs */
export function embed(
  root: HTMLElement,
  component: Component,
  features: readonly Feature[],
  { className, markup }: Frame,
  options: Options = {},
): Mounted {
  if (!root.isConnected) throw new Error("mount needs a root that is in the document.");
  const filled = !root.querySelector("[data-part]");
  if (filled) root.innerHTML = markup;
  const classed = !root.classList.contains(className);
  root.classList.add(className);
  const missing = component.parts.filter((p) => !root.querySelector(`[data-part="${p}"]`));
  if (missing.length)
    throw new Error(`No element with data-part="${missing.join('", "')}" in what was given to mount.`);

  const ids = ownIds(root, component);
  const given = { ...component.data };
  for (const [name, value] of Object.entries(options.data ?? {}))
    if (value !== undefined) given[name] = valueFor(component, name, value);
  const whole = {
    ...component,
    data: given,
    looks: ids.looks,
    requests: { ...component.requests, ...options.requests },
  };
  const restore = remember(root, whole);
  const page = new Page(root, whole, [...features, telling(options)]);
  return {
    get state() {
      return statesOf(root);
    },
    get data() {
      return { ...page.data };
    },
    send: (event) => page.arrive(event),
    set(name, value) {
      const next = valueFor(component, name, value);
      if (Object.is(page.data[name], next)) return;
      page.data[name] = next;
      page.refresh();
    },
    unmount() {
      if (page.listening.signal.aborted) return;
      page.unmount();
      restore(page);
      ids.giveBack();
      if (classed) root.classList.remove(className);
      if (filled) root.replaceChildren();
    },
  };
}

const statesOf = (root: HTMLElement): string[] => (root.dataset.states ?? "").split(" ").filter(Boolean);

function valueFor({ ranges }: Component, name: string, value: Value): Value {
  if (!Object.hasOwn(ranges, name)) throw new TypeError(`There is no datum ${name}.`);
  const { type } = ranges[name];
  const kind = type === "integer" || type === "number" ? "number" : type === "boolean" ? "boolean" : "string";
  const fits = typeof value === kind && !Number.isNaN(value) ? fitted(ranges[name], value) : undefined;
  if (fits === undefined) throw new TypeError(`${name} cannot be ${JSON.stringify(value)}.`);
  return fits;
}

/** Tells those outside, once what happens is over: they may act on it. */
function telling({ onState, onData }: Options): Feature {
  let state: string | undefined;
  let data: Record<string, Value> = {};
  return {
    begin(page) {
      data = { ...page.data };
    },
    settle(page) {
      const was = { state, data };
      state = page.root.dataset.states ?? "";
      if (was.state !== undefined && state !== was.state) queueMicrotask(() => onState?.(statesOf(page.root)));
      if (Object.keys(data).every((name) => Object.is(data[name], page.data[name]))) return;
      data = { ...page.data };
      const now = data;
      queueMicrotask(() => onData?.(now, was.data));
    },
  };
}
