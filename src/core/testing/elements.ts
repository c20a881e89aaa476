/** One of every element, with the attributes that decide who takes the focus, a few to a page between two buttons. */
import type { Component, Part } from "../model";
import { isAllowedTag } from "../safety";
import { button, component } from "./index";
import type { Deed } from "./specifications";

const words = (text: string): string[] => text.trim().split(/\s+/);

const tags =
  words(`a abbr address area article aside audio b bdi bdo blockquote br button canvas cite code data datalist
  del details dfn dialog div em fieldset figure footer form h1 h2 h6 header hgroup hr i img input ins kbd label main map
  mark menu meter nav ol output p picture pre progress q ruby s samp search section select slot small source span strong
  sub sup svg textarea time track u ul var video pine-cone`).filter(isAllowedTag);
const inside: Readonly<Record<string, readonly string[]>> = {
  li: ["ul"],
  dt: ["dl"],
  dd: ["dl"],
  td: ["tr", "tbody", "table"],
  th: ["tr", "tbody", "table"],
  tr: ["tbody", "table"],
  caption: ["table"],
  legend: ["fieldset"],
  summary: ["details"],
  figcaption: ["figure"],
  rt: ["ruby"],
  rp: ["ruby"],
  option: ["select"],
  optgroup: ["select"],
};
const empty =
  /^(area|br|hr|img|input|source|track|textarea|audio|video|canvas|progress|meter|svg|select|table|tr|datalist|picture|map|optgroup)$/;
const types =
  words(`text search email tel url password number range checkbox radio file submit reset button image hidden
  color date`);
const controls = /^(button|input|select|textarea|fieldset)$/;
const edited = /^(div|span|p|li|td|h1|section|pre|code|article|a|label)$/;

type Attributes = Record<string, string>;
const stops: Attributes[] = [{}, { tabindex: "0" }, { tabindex: "-1" }];

function variantsOf(tag: string): Attributes[] {
  if (tag === "input")
    return types.flatMap((type): Attributes[] => [{ type }, { type, disabled: "" }, { type, tabindex: "-1" }]);
  return [
    // Without a summary they have one of the browser's own, which is a stop beside theirs.
    ...(tag === "details" ? [{}] : stops),
    { title: "tip" },
    ...(controls.test(tag) ? [{ disabled: "" }] : []),
    ...(edited.test(tag) ? [{ contenteditable: "" }] : []),
    ...(tag === "a" ? [{ href: "#nowhere" }] : []),
    ...(tag === "dialog" ? stops.map((s) => ({ open: "", ...s })) : []),
    ...(/^(audio|video)$/.test(tag) ? [{ controls: "" }] : []),
    ...(tag === "select" ? [{ multiple: "" }, { size: "3" }] : []),
    ...(/^(div|button|ul)$/.test(tag) ? [{ class: "boxless", tabindex: "0" }] : []),
  ];
}

const partOf = (tag: string, attributes: Attributes, n: number): Part => {
  const self = { name: `x${n}`, tag, attributes, ...(empty.test(tag) ? {} : { content: ["words"] }) } as Part;
  return (inside[tag] ?? []).reduce<Part>(
    (part, around, i) => ({ name: `x${n}in${i}`, tag: around, content: [part] }) as Part,
    self,
  );
};

/** What stands in a group, told: tags with what they say. */
export interface Elements {
  what: string;
  doc: Component;
}

/** @param each how many stand on a page */
export function everyElement(each: number, wanted: (tag: string) => boolean = () => true): Elements[] {
  const all = [...tags, ...Object.keys(inside)]
    .filter(wanted)
    .flatMap((tag) => variantsOf(tag).map((a) => [tag, a] as const));
  const out: Elements[] = [];
  for (let i = 0; i < all.length; i += each) {
    const some = all.slice(i, i + each);
    const told = some.map(([tag, a]) => [tag, ...Object.entries(a).map(([k, v]) => (v ? `${k}=${v}` : k))].join(" "));
    const counted = Object.fromEntries(
      some.flatMap((_, n) => [
        [`click x${n}`, { s: "/ n = n + 1" }],
        [`focus enters x${n}`, { s: "/ n = n + 1" }],
      ]),
    );
    const doc = component({
      parts: [button("a"), ...some.map(([tag, a], n) => partOf(tag, a, n)), button("z")],
      states: ["s"],
      data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 99 }],
      reactions: counted,
      page: { width: 800, height: 600, css: ".boxless { display: contents }" },
    });
    out.push({ what: told.join(", "), doc });
  }
  return out;
}

const times = <T>(n: number, made: (i: number) => T): T[] => Array.from({ length: n }, (_, i) => made(i));
const key = (at: number): Deed => ({ kind: "key", at });

/** Through all of them by Tab and back, then a click on each, with a key after it. @param each as above */
export const roundOf = (each: number): Deed[] => [
  ...times(each + 2, () => key(0)),
  ...times(each, () => key(3)),
  ...times(2 * each, (i): Deed[] => [{ kind: "click", at: i }, key([1, 4, 2, 6][i % 4]), key(0)]).flat(),
];
