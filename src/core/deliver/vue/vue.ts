/** A single-file component: Vue has the elements, the kernel what states make of them. */

import { key, member, scriptInHtml, text } from "../page/code";
import { firstOf, rootAttributes } from "../page/deliver";
import { initialParts, markedParts } from "../page/markup";
import type { Target } from "../shared/files";
import { typeOfDatum } from "../shared/names";
import { type Language, template } from "../shared/template";
import { wrappingOf } from "../shared/wrapping";

/** Two braces begin an expression, in texts only. */
const language: Language = {
  text: (html) => html.replaceAll("{{", "{{ '{{' }}"),
  attribute: (html) => html,
  slot: (name, usual) => `<slot${name && ` name="${name}"`}>${usual}</slot>`,
};

/** What its script declares, also inside its functions, and what a parent cannot give by name. */
const taken = [
  "data",
  "emit",
  "event",
  "is",
  "key",
  "mount",
  "mounted",
  "onBeforeUnmount",
  "onMounted",
  "props",
  "ref",
  "requests",
  "root",
  "send",
  "slot",
  "state",
  "style",
  "useTemplateRef",
  "value",
  "watch",
];

export const vueTarget: Target = (doc, proof) => {
  const made = wrappingOf(doc, proof, { taken });
  if (!made.ok) return made;
  const { program, names, files, properties, asks, notes } = made.wrapping;
  const vue = ["onBeforeUnmount", "onMounted", "useTemplateRef", ...(properties.length ? ["watch"] : [])];
  const script = `import { ${vue.join(", ")} } from "vue";
import { type Mounted, mount, ${asks ? "type Requests, " : ""}type State } from "./${names.kebab}.js";
import "./${names.kebab}.css";

${asks ? "const props = defineProps<{ requests?: Requests }>();\n" : ""}${properties.map((p) => `const ${p.name} = defineModel<${typeOfDatum(p.datum)}>(${text(p.name)});\n`).join("")}/** The active states, outer before inner, after each change. */
const emit = defineEmits<{ state: [state: readonly State[]] }>();

const root = useTemplateRef<HTMLElement>("root");
let mounted: Mounted | undefined;
onMounted(() => {
  mounted = mount(root.value!, {
${properties.length ? `    data: { ${properties.map((p) => `${key(p.datum.name)}: ${p.name}.value`).join(", ")} },\n` : ""}${asks ? "    requests: props.requests,\n" : ""}    onState: (state) => emit("state", state),
${properties.length ? `    onData: (data) => {\n${properties.map((p) => `      ${p.name}.value = ${member("data", p.datum.name)};`).join("\n")}\n    },\n` : ""}  });
});
${properties
  .map(
    (p) => `watch(${p.name}, (value) => {
  if (value !== undefined) mounted?.set(${text(p.datum.name)}, value);
});
`,
  )
  .join("")}onBeforeUnmount(() => mounted?.unmount());

defineExpose({ send: (event: string) => mounted?.send(event) });
`;
  const sfc = `<script setup lang="ts">
${scriptInHtml(script)}</script>

<template>
  <div ref="root" class="${names.kebab}"${rootAttributes(firstOf(program))}>
${template(initialParts(program, markedParts(doc)), language, "    ")}
  </div>
</template>
`;
  return { ok: true, files: [{ path: `${names.pascal}.vue`, text: sfc }, ...files], notes };
};
