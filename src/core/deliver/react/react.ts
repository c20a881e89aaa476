/** A function component: React has the elements, the kernel what states make of them. */

import { baseOf } from "../module/module";
import { text } from "../page/code";
import { firstOf } from "../page/deliver";
import { initialParts, markedParts } from "../page/markup";
import type { Target } from "../shared/files";
import { capital, type Property, propertiesOf, typeOfDatum } from "../shared/names";
import { slotProblems, slotsOf } from "../shared/slots";
import { jsx } from "./jsx";

const taken = [
  "children",
  "className",
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
];

export const reactTarget: Target = (doc, proof) => {
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
  const first = firstOf(program);
  const rootStyle = first.values.length
    ? ` style={{ ${first.values.map(([n, v]) => `${JSON.stringify(n)}: ${JSON.stringify(v)}`).join(", ")} } as CSSProperties}`
    : "";
  const root = [
    `className=${text(names.kebab)}`,
    `data-state=${text(first.states.join(" "))}`,
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
  const given = ["onState", ...(doc.requests?.length ? ["requests"] : []), "ref"];
  const all = [...slots.values(), ...properties.flatMap((p) => [p.name, initial(p), told(p)]), ...given];
  const tsx = `import { ${react.join(", ")} } from "react";
import { type Mounted, mount, ${doc.requests?.length ? "type Requests, " : ""}type State } from "./${names.kebab}.js";
import "./${names.kebab}.css";

export interface ${names.pascal}Props {
${[...slots].map(([slot, prop]) => `  /** What stands in ${slot === "" ? "its slot" : `the slot ${slot}`}. */\n  ${prop}?: ReactNode;`).join("\n")}
${properties.map(propLines).join("\n")}
  /** Told after each change, with the active states, outer before inner. */
  onState?: (state: readonly State[]) => void;
${doc.requests?.length ? "  requests?: Requests;\n" : ""}  /** Sends events, reads state and data. */
  ref?: Ref<Mounted | null>;
}

export function ${names.pascal}({ ${all.join(", ")} }: ${names.pascal}Props) {
  const root = useRef<HTMLDivElement>(null);
  const mounted = useRef<Mounted>(null);
  // What is called, or begun with, is what was given last.
  const given = useRef({ ${["onState", ...(doc.requests?.length ? ["requests"] : []), ...properties.flatMap((p) => [p.name, initial(p), told(p)])].join(", ")} });
  useEffect(() => {
    given.current = { ${["onState", ...(doc.requests?.length ? ["requests"] : []), ...properties.flatMap((p) => [p.name, initial(p), told(p)])].join(", ")} };
  });
  useLayoutEffect(() => {
    const it = mount(root.current!, {
${properties.length ? `      data: { ${properties.map((p) => `${keyed(p)}: given.current.${p.name} ?? given.current.${initial(p)}`).join(", ")} },\n` : ""}${doc.requests?.length ? "      requests: given.current.requests,\n" : ""}      onState: (state) => given.current.onState?.(state),
${properties.length ? `      onData: (data, before) => {\n${properties.map((p) => `        if (${member(p)} !== ${member(p, "before")}) given.current.${told(p)}?.(${member(p)});`).join("\n")}\n      },\n` : ""}    });
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

const initial = (p: Property): string => `initial${capital(p.name)}`;
const told = (p: Property): string => `on${capital(p.name)}`;
const keyed = (p: Property): string => (/^[A-Za-z_$][\w$]*$/.test(p.datum.name) ? p.datum.name : text(p.datum.name));
const member = (p: Property, of = "data"): string =>
  /^[A-Za-z_$][\w$]*$/.test(p.datum.name) ? `${of}.${p.datum.name}` : `${of}[${text(p.datum.name)}]`;

function propLines(p: Property): string {
  const type = typeOfDatum(p.datum);
  return `  /** ${p.datum.name}: followed where it is given. */
  ${p.name}?: ${type};
  /** What ${p.datum.name} begins with, where it is left to the component. */
  ${initial(p)}?: ${type};
  ${told(p)}?: (value: ${type}) => void;`;
}
