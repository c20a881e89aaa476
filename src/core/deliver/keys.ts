/** The forms in which a component goes out, by name; apart from what makes them, so that asking costs nothing. */
export const targetKeys = [
  "page",
  "module",
  "element",
  "react",
  "vue",
  "angular",
  "svelte",
  "suite",
  "document",
  "chart",
  "component",
] as const;
/** What a component keeps on its root: the active states, the conditions that hold, and that it is only just there. */
export const rootAttributes: readonly string[] = ["data-states", "data-when", "data-starting"];
/** The folder inside a project that deliveries go to. */
export const DELIVERED = "delivered";
export type TargetKey = (typeof targetKeys)[number];
