/** A function component: React has the elements, the kernel what states make of them. */

import { key, member, text } from "../page/code";
import { firstOf } from "../page/deliver";
import { initialParts, markedParts } from "../page/markup";
import type { Target } from "../shared/files";
import { capital, type Property, typeOfDatum } from "../shared/names";
import { wrappingOf } from "../shared/wrapping";
import { jsx } from "./jsx";

/** What its function declares or calls, and what React keeps for itself. */
const taken = [
  "children",
  "className",
  "given",
  "key",
  "mount",
  "mounted",
  "onData",
  "onState",
  "options",
  "props",
  "ref",
  "requests",
  "root",
  "style",
  "useEffect",
  "useImperativeHandle",
  "useLayoutEffect",
  "useRef",
];

export const reactTarget: Target = (doc, proof) => {
  const made = wrappingOf(doc, proof, { taken, along: (name) => [initialOf(name), toldOf(name)], slotsToo: true });
  if (!made.ok) return made;
  const { program, names, files, slots, properties, asks, notes } = made.wrapping;
  const first = firstOf(program);
  const rootStyle = first.values.length
    ? ` style={{ ${first.values.map(([n, v]) => `${JSON.stringify(n)}: ${JSON.stringify(v)}`).join(", ")} } as CSSProperties}`
    : "";
  const root = [
    `className=${text(names.kebab)}`,
    `data-states=${text(first.states.join(" "))}`,
    ...(first.when ? [`data-when=${text(first.when)}`] : []),
  ].join(" ");
  const react = [
    ...(first.values.length ? ["type CSSProperties"] : []),
    ...(slots.size ? ["type ReactNode"] : []),
    "type Ref",
    "useEffect",
    "useImperativeHandle",
    "useLayoutEffect",
    "useRef",
  ];
  const data = properties.flatMap((p) => [p.name, initial(p), told(p)]);
  const calls = ["onState", ...(asks ? ["requests"] : [])];
  const all = [...slots.values(), ...data, ...calls, "ref"];
  const given = [...calls, ...data].join(", ");
  const tsx = `import { ${react.join(", ")} } from "react";
import { type Mounted, mount, ${asks ? "type Requests, " : ""}type State } from "./${names.kebab}.js";
import "./${names.kebab}.css";

export interface ${names.pascal}Props {
${[...slots].map(([slot, prop]) => `  /** What stands in ${slot === "" ? "its slot" : `the slot ${slot}`}. */\n  ${prop}?: ReactNode;`).join("\n")}
${properties.map(propLines).join("\n")}
  /** Told after each change, with the active states, outer before inner. */
  onState?: (state: readonly State[]) => void;
${asks ? "  requests?: Requests;\n" : ""}  /** Sends events, reads state and data. */
  ref?: Ref<Mounted | null>;
}

export function ${names.pascal}({ ${all.join(", ")} }: ${names.pascal}Props) {
  const root = useRef<HTMLDivElement>(null);
  const mounted = useRef<Mounted>(null);
  // What is called, or begun with, is what was given last.
  const given = useRef({ ${given} });
  useEffect(() => {
    given.current = { ${given} };
  });
  useLayoutEffect(() => {
    const it = mount(root.current!, {
${properties.length ? `      data: { ${properties.map((p) => `${key(p.datum.name)}: given.current.${p.name} ?? given.current.${initial(p)}`).join(", ")} },\n` : ""}${asks ? "      requests: given.current.requests,\n" : ""}      onState: (state) => given.current.onState?.(state),
${properties.length ? `      onData: (data, before) => {\n${properties.map((p) => `        if (${member("data", p.datum.name)} !== ${member("before", p.datum.name)}) given.current.${told(p)}?.(${member("data", p.datum.name)});`).join("\n")}\n      },\n` : ""}    });
    mounted.current = it;
    return () => {
      mounted.current = null;
      it.unmount();
    };
  }, []);
${properties
  .map(
    (p) => `  useEffect(() => {
    if (${p.name} !== undefined) mounted.current?.set(${text(p.datum.name)}, ${p.name});
  }, [${p.name}]);
`,
  )
  .join("")}  useImperativeHandle(ref, () => mounted.current!, []);
  return (
    <div ref={root} ${root}${rootStyle}>
${jsx(initialParts(program, markedParts(doc)), slots, "      ")}
    </div>
  );
}
`;
  return { ok: true, files: [{ path: `${names.pascal}.tsx`, text: tsx.replace(/\n{3,}/g, "\n\n") }, ...files], notes };
};

const initialOf = (name: string): string => `initial${capital(name)}`;
const toldOf = (name: string): string => `on${capital(name)}`;
const initial = (p: Property): string => initialOf(p.name);
const told = (p: Property): string => toldOf(p.name);
function propLines(p: Property): string {
  const type = typeOfDatum(p.datum);
  return `  /** ${p.datum.name}: followed where it is given. */
  ${p.name}?: ${type};
  /** What ${p.datum.name} begins with, where it is left to the component. */
  ${initial(p)}?: ${type};
  ${told(p)}?: (value: ${type}) => void;`;
}
