/** Brings a component to life on the elements that are there. */
import type { Component } from "./component";
import { type Feature, Page } from "./page";

/** @returns what takes it away again: nothing listens and nothing comes any more */
export function mount(root: HTMLElement, component: Component, features: readonly Feature[]): () => void {
  return new Page(root, component, features).unmount;
}
