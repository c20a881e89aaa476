/** A Svelte component: Svelte has the elements, the kernel what states make of them. */

import { key, member, scriptInHtml, text } from "../page/code";
import { firstOf, rootAttributes } from "../page/deliver";
import { initialParts, markedParts } from "../page/markup";
import type { Target } from "../shared/files";
import { typeOfDatum } from "../shared/names";
import { type Language, template } from "../shared/template";
import { wrappingOf } from "../shared/wrapping";

/** A brace begins an expression, in texts and in attributes. */
const braces = (html: string): string => html.replace(/[{}]/g, (b) => (b === "{" ? "&#123;" : "&#125;"));

/** What its script declares, also inside its functions, what a parent cannot give by name, and what runes are called. */
const taken = [
  "bindable",
  "children",
  "class",
  "data",
  "derived",
  "effect",
  "event",
  "host",
  "inspect",
  "it",
  "mount",
  "mounted",
  "now",
  "onMount",
  "onstate",
  "props",
  "requests",
  "root",
  "send",
  "slot",
  "state",
];

export const svelteTarget: Target = (doc, proof) => {
  const made = wrappingOf(doc, proof, { taken, slotsToo: true });
  if (!made.ok) return made;
  const { program, names, files, slots, properties, asks, notes } = made.wrapping;
  const language: Language = {
    text: braces,
    attribute: braces,
    slot: (name, usual) => {
      const prop = slots.get(name);
      return usual ? `{#if ${prop}}{@render ${prop}()}{:else}${usual}{/if}` : `{@render ${prop}?.()}`;
    },
  };
  const props = [
    ...[...slots.values()].map((s) => [`${s}?: Snippet`, s] as const),
    ...properties.map((p) => [`${p.name}?: ${typeOfDatum(p.datum)}`, `${p.name} = $bindable()`] as const),
    ...(asks ? [["requests?: Requests", "requests"] as const] : []),
    ["onstate?: (state: readonly State[]) => void", "onstate"] as const,
  ];
  const script = `  import { onMount${slots.size ? ", type Snippet" : ""} } from "svelte";
  import { type Mounted, mount, ${asks ? "type Requests, " : ""}type State } from "./${names.kebab}.js";
  import "./${names.kebab}.css";

  interface Props {
${props.map(([type]) => `    ${type};`).join("\n")}
  }
  let { ${props.map(([, name]) => name).join(", ")} }: Props = $props();

  let root: HTMLElement;
  let mounted = $state.raw<Mounted>();

  onMount(() => {
    const it = mount(root, {
${properties.length ? `      data: { ${properties.map((p) => `${key(p.datum.name)}: ${p.name}`).join(", ")} },\n` : ""}${asks ? "      requests,\n" : ""}      onState: (now) => onstate?.(now),
${properties.length ? `      onData: (data) => {\n${properties.map((p) => `        ${p.name} = ${member("data", p.datum.name)};`).join("\n")}\n      },\n` : ""}    });
    mounted = it;
    return () => it.unmount();
  });
${properties
  .map(
    (p) => `  $effect(() => {
    if (${p.name} !== undefined) mounted?.set(${text(p.datum.name)}, ${p.name});
  });
`,
  )
  .join("")}
  /** Sends an event of the component's own. */
  export function send(event: string) {
    mounted?.send(event);
  }
`;
  const svelte = `<script lang="ts">
${scriptInHtml(script)}</script>

<div bind:this={root} class="${names.kebab}"${braces(rootAttributes(firstOf(program)))}>
${template(initialParts(program, markedParts(doc)), language, "  ")}
</div>
`;
  return { ok: true, files: [{ path: `${names.pascal}.svelte`, text: svelte }, ...files], notes };
};
