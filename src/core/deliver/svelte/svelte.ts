/** A Svelte component: Svelte has the elements, the kernel what states make of them. */

import { baseOf } from "../module/module";
import { text } from "../page/code";
import { firstOf, rootAttributes } from "../page/deliver";
import { initialParts, markedParts } from "../page/markup";
import type { Target } from "../shared/files";
import { type Property, propertiesOf, typeOfDatum } from "../shared/names";
import { slotProblems, slotsOf } from "../shared/slots";
import { type Language, template } from "../shared/template";

/** A brace begins an expression, in texts and in attributes. */
const braces = (html: string): string => html.replace(/[{}]/g, (b) => (b === "{" ? "&#123;" : "&#125;"));

const taken = ["children", "class", "mount", "mounted", "onMount", "onstate", "requests", "root", "state", "untrack"];

export const svelteTarget: Target = (doc, proof) => {
  const made = baseOf(doc, proof);
  if (!made.ok) return made;
  const { program, names, files } = made.base;
  const problems = slotProblems(program);
  if (problems.length) return { ok: false, problems };
  const notes: string[] = [];
  const slots = new Map(
    slotsOf(doc).map((s) => [s, s === "" ? "children" : s.replace(/-(.)/g, (_a, l: string) => l.toUpperCase())]),
  );
  const properties = propertiesOf(doc, [...taken, ...slots.values()], notes);
  const asks = (doc.requests ?? []).length > 0;
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
  const svelte = `<script lang="ts">
  import { onMount${slots.size ? ", type Snippet" : ""} } from "svelte";
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
${properties.length ? `      data: { ${properties.map((p) => `${key(p)}: ${p.name}`).join(", ")} },\n` : ""}${asks ? "      requests,\n" : ""}      onState: (now) => onstate?.(now),
${properties.length ? `      onData: (data) => {\n${properties.map((p) => `        ${p.name} = data${/^[A-Za-z_$][\w$]*$/.test(p.datum.name) ? `.${p.datum.name}` : `[${text(p.datum.name)}]`};`).join("\n")}\n      },\n` : ""}    });
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
</script>

<div bind:this={root} class="${names.kebab}"${braces(rootAttributes(firstOf(program)))}>
${template(initialParts(program, markedParts(doc)), language, "  ")}
</div>
`;
  return { ok: true, files: [{ path: `${names.pascal}.svelte`, text: svelte }, ...files], notes };
};

const key = ({ datum }: Property): string => (/^[A-Za-z_$][\w$]*$/.test(datum.name) ? datum.name : text(datum.name));
