/** The forms in which a component goes out, and what each is for; apart from what makes them, so that asking costs nothing. */
export const forms = [
  { key: "page", label: "Page", note: "One HTML file, to try" },
  { key: "module", label: "Module", note: "mount(root), its style, its types" },
  { key: "element", label: "Custom element", note: "A tag with data and events" },
  { key: "react", label: "React", note: "A function component, typed" },
  { key: "vue", label: "Vue", note: "Single file, v-model" },
  { key: "angular", label: "Angular", note: "Standalone, signals" },
  { key: "svelte", label: "Svelte", note: "Bindable props and snippets" },
  { key: "suite", label: "Tests", note: "node --test, a real browser" },
  { key: "document", label: "Document", note: "To read, print, try; Markdown" },
  { key: "chart", label: "Chart", note: "SCXML, for readers of charts" },
  { key: "component", label: "Component file", note: "The specification, to keep" },
] as const;
export type TargetKey = (typeof forms)[number]["key"];
export const targetKeys: readonly TargetKey[] = forms.map((f) => f.key);
/** What a component keeps on its root: the active states, the conditions that hold, and that it is only just there. */
export const rootAttributes: readonly string[] = ["data-states", "data-when", "data-starting"];
/** The folder inside a project that deliveries go to. */
export const DELIVERED = "delivered";
