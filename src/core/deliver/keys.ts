/** The forms in which a component goes out, by name; apart from what makes them, so that asking costs nothing. */
export const targetKeys = [
  "page",
  "module",
  "element",
  "react",
  "vue",
  "svelte",
  "document",
  "chart",
  "component",
] as const;
export type TargetKey = (typeof targetKeys)[number];
