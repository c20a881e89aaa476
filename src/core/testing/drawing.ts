/**
 * Random pages whose script draws all of it anew after every change, in the ways in which people write that: by a helper
 * that makes elements, by elements made one by one, by markup, as a class.
 */
import fc from "fast-check";

/** Something that is drawn, by what there is to know: whether it is open, how many there are, which one is chosen. */
type Drawn =
  | { is: "text"; tag: "p" | "span" | "h2"; text: Words }
  | { is: "button"; does: Change; text: Words; off: Condition | null; says: "pressed" | "expanded" | null }
  | { is: "box"; tag: "div" | "section" | "ul"; inner: Drawn[] }
  | { is: "if"; when: Condition; inner: Drawn[]; other: Drawn[] }
  | { is: "each"; tag: "p" | "li"; button: boolean };
type Change = "toggle" | "more" | "fewer" | "next" | "close";
type Condition = "open" | "shut" | "some" | "none" | "most" | "first";
type Words = "fixed" | "count" | "open" | "chosen";

const conditions: Record<Condition, string> = {
  open: "s.open",
  shut: "!s.open",
  some: "s.n > 0",
  none: "s.n === 0",
  most: "s.n >= 2",
  first: "s.at === 0",
};
const changes: Record<Change, string> = {
  toggle: "s.open = !s.open",
  more: "s.n = Math.min(s.n + 1, 2)",
  fewer: "s.n = Math.max(s.n - 1, 0)",
  next: "s.at = (s.at + 1) % 2",
  close: "s.open = false; s.n = 0",
};
const textOf = (words: Words, fixed: string): string =>
  ({
    fixed: JSON.stringify(fixed),
    count: "s.n + ' crates'",
    open: "s.open ? 'On deck' : 'Below'",
    chosen: "['Holm', 'Vardey'][s.at]",
  })[words];

const words = fc.constantFrom<Words>("fixed", "fixed", "count", "open", "chosen");
const condition = fc.constantFrom<Condition>("open", "shut", "some", "none", "most", "first");
const button: fc.Arbitrary<Drawn> = fc.record({
  is: fc.constant("button" as const),
  does: fc.constantFrom<Change>("toggle", "toggle", "more", "fewer", "next", "close"),
  text: words,
  off: fc.option(condition, { nil: null, freq: 4 }),
  says: fc.constantFrom("pressed" as const, "expanded" as const, null, null),
});
const leaf: fc.Arbitrary<Drawn> = fc.oneof(
  { weight: 2, arbitrary: button },
  {
    weight: 2,
    arbitrary: fc.record({
      is: fc.constant("text" as const),
      tag: fc.constantFrom("p" as const, "span" as const, "h2" as const),
      text: words,
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      is: fc.constant("each" as const),
      tag: fc.constantFrom("p" as const, "li" as const),
      button: fc.boolean(),
    }),
  },
);
const inner = (depth: number): fc.Arbitrary<Drawn[]> => fc.array(drawn(depth), { minLength: 1, maxLength: 3 });
const drawn = (depth: number): fc.Arbitrary<Drawn> =>
  depth === 0
    ? leaf
    : fc.oneof(
        { weight: 3, arbitrary: leaf },
        {
          weight: 1,
          arbitrary: fc.record({
            is: fc.constant("box" as const),
            tag: fc.constantFrom("div" as const, "section" as const, "ul" as const),
            inner: inner(depth - 1),
          }),
        },
        {
          weight: 2,
          arbitrary: fc.record({
            is: fc.constant("if" as const),
            when: condition,
            inner: inner(depth - 1),
            other: fc.oneof(fc.constant<Drawn[]>([]), inner(depth - 1)),
          }),
        },
      );

export const writings = ["helper", "one by one", "markup", "class", "tree"] as const;
export type Writing = (typeof writings)[number];
const emptyings = [
  "ROOT.replaceChildren()",
  "ROOT.innerHTML = ''",
  "ROOT.textContent = ''",
  "while (ROOT.firstChild) ROOT.removeChild(ROOT.firstChild)",
  "while (ROOT.lastChild) { ROOT.lastChild.remove(); }",
] as const;

/** Numbers what is drawn, so that fixed words and names differ. */
class Writer {
  private at = 0;
  private readonly places = [
    "Rope",
    "Lamp",
    "Salt",
    "Net",
    "Oil",
    "Wick",
    "Sail",
    "Mast",
    "Keel",
    "Bell",
    "Helm",
    "Tar",
  ];
  private word(): string {
    const n = this.at++;
    return `${this.places[n % this.places.length]}${n >= this.places.length ? ` ${n}` : ""}`;
  }

  /** An expression: a list of elements, by a helper `h`. */
  helped(all: readonly Drawn[]): string {
    const one = (d: Drawn): string => {
      switch (d.is) {
        case "text":
          return `h('${d.tag}', {}, ${textOf(d.text, this.word())})`;
        case "button":
          return `h('button', { type: 'button'${d.says ? `, 'aria-${d.says}': String(s.open)` : ""}${d.off ? `, disabled: ${conditions[d.off]}` : ""}, onclick: () => { ${changes[d.does]}; draw(); } }, ${textOf(d.text, this.word())})`;
        case "box":
          return `h('${d.tag}', {}, ${this.helped(d.inner)})`;
        case "if":
          return `${conditions[d.when]} ? ${this.helped(d.inner)} : ${this.helped(d.other)}`;
        case "each":
          return `crates().map((c, i) => h('${d.tag}', { class: 'crate' }, ${d.button ? "[h('button', { type: 'button', onclick: () => { s.n = i; draw(); } }, c)]" : "c"}))`;
      }
    };
    return `[${all.map(one).join(", ")}]`;
  }

  /** Statements that put elements into what a variable stands for. */
  oneByOne(all: readonly Drawn[], into: string): string {
    const one = (d: Drawn): string => {
      const e = `e${this.at++}`;
      switch (d.is) {
        case "text":
          return `const ${e} = document.createElement('${d.tag}'); ${e}.textContent = ${textOf(d.text, this.word())}; ${into}.appendChild(${e});`;
        case "button":
          return `const ${e} = document.createElement('button'); ${e}.type = 'button'; ${e}.textContent = ${textOf(d.text, this.word())}; ${d.says ? `${e}.setAttribute('aria-${d.says}', s.open ? 'true' : 'false');` : ""} ${d.off ? `${e}.disabled = ${conditions[d.off]};` : ""} ${e}.addEventListener('click', function () { ${changes[d.does]}; draw(); }); ${into}.append(${e});`;
        case "box":
          return `const ${e} = document.createElement('${d.tag}'); ${into}.append(${e}); ${this.oneByOne(d.inner, e)}`;
        case "if":
          return `if (${conditions[d.when]}) { ${this.oneByOne(d.inner, into)} } else { ${this.oneByOne(d.other, into)} }`;
        case "each":
          return `for (let i = 0; i < s.n; i++) { const ${e} = document.createElement('${d.tag}'); ${e}.className = 'crate'; ${
            d.button
              ? `const b = document.createElement('button'); b.type = 'button'; b.textContent = crates()[i]; b.onclick = () => { s.n = i; draw(); }; ${e}.append(b);`
              : `${e}.textContent = crates()[i];`
          } ${into}.append(${e}); }`;
      }
    };
    return all.map(one).join("\n");
  }

  /** A template of markup; what is clicked says by its data what is to be done. */
  marked(all: readonly Drawn[]): string {
    const one = (d: Drawn): string => {
      switch (d.is) {
        case "text":
          return `<${d.tag}>\${${textOf(d.text, this.word())}}</${d.tag}>`;
        case "button":
          return `<button type="button" data-does="${d.does}"${d.says ? ` aria-${d.says}="\${s.open}"` : ""} \${${d.off ? conditions[d.off] : "false"} ? 'disabled' : ''}>\${${textOf(d.text, this.word())}}</button>`;
        case "box":
          return `<${d.tag}>${this.marked(d.inner)}</${d.tag}>`;
        case "if":
          return `\${${conditions[d.when]} ? \`${this.marked(d.inner)}\` : \`${this.marked(d.other)}\`}`;
        case "each":
          return `\${crates().map((c, i) => \`<${d.tag} class="crate">${d.button ? '<button type="button" data-take="${i}">${c}</button>' : "${c}"}</${d.tag}>\`).join('')}`;
      }
    };
    return all.map(one).join("");
  }
}

const H = `function h(tag, props, inner) {
  const e = document.createElement(tag);
  for (const [k, v] of Object.entries(props)) {
    if (k.startsWith('on')) e.addEventListener(k.slice(2), v);
    else if (typeof v === 'boolean') e.toggleAttribute(k, v);
    else e.setAttribute(k, v);
  }
  for (const c of [inner].flat(3)) e.append(c);
  return e;
}`;
/** Element by element, from a tree of plain objects. */
const TREE = `const h = (tag, props, inner) => ({ tag, props, inner: [inner].flat(3) });
function make(v) {
  if (typeof v === 'string') return document.createTextNode(v);
  const e = document.createElement(v.tag);
  Object.keys(v.props).forEach((k) => {
    if (k === 'onclick') e.onclick = v.props[k];
    else if (k === 'disabled') e.disabled = v.props[k];
    else e.setAttribute(k, v.props[k]);
  });
  v.inner.forEach((c) => e.appendChild(make(c)));
  return e;
}`;
const STATE = `const s = { open: false, n: 1, at: 0 };
const crates = () => ['Apples', 'Pears'].slice(0, s.n);`;

function scriptOf(all: readonly Drawn[], writing: Writing, emptying: string): string {
  const w = new Writer();
  const clear = emptying.replaceAll("ROOT", "root");
  switch (writing) {
    case "helper":
      return `${STATE}\n${H}\nconst root = document.getElementById('root');\nfunction draw() { ${clear}; root.append(...${w.helped(all)}.flat(3)); }\ndraw();`;
    case "tree":
      return `${STATE}\n${TREE}\nconst root = document.getElementById('root');\nfunction draw() { ${clear}; ${w.helped(all)}.flat(3).forEach((v) => root.appendChild(make(v))); }\ndraw();`;
    case "one by one":
      return `${STATE}\nconst root = document.querySelector('#root');\nfunction draw() { ${clear};\n${w.oneByOne(all, "root")}\n}\ndraw();`;
    case "markup":
      return `${STATE}\nconst root = document.querySelector('#root');
const does = { ${Object.entries(changes)
        .map(([name, change]) => `${name}() { ${change}; }`)
        .join(", ")} };
const draw = () => { root.innerHTML = \`${w.marked(all)}\`; };
root.addEventListener('click', (e) => {
  const b = e.target.closest('button');
  if (!b) return;
  if (b.dataset.take) s.n = Number(b.dataset.take);
  else does[b.dataset.does]();
  draw();
});
draw();`;
    case "class":
      return `${STATE}\n${H}\nclass View {
  constructor(root) { this.root = root; }
  inside() { const draw = () => this.draw(); return ${w.helped(all)}.flat(3); }
  draw() { this.root.replaceChildren(...this.inside()); }
}
new View(document.getElementById('root')).draw();`;
  }
}

/** A page, and in which way it is written. */
export const drawings: fc.Arbitrary<{ html: string; writing: Writing }> = fc
  .record({
    all: fc.tuple(button, fc.array(drawn(2), { minLength: 1, maxLength: 4 })).map(([b, rest]) => [b, ...rest]),
    writing: fc.constantFrom(...writings),
    emptying: fc.constantFrom(...emptyings),
  })
  .map(({ all, writing, emptying }) => ({
    writing,
    html: `<!doctype html><html lang="en"><head><title>Crates</title></head><body><main id="root"></main>\n<script>\n${scriptOf(all, writing, emptying)}\n</script></body></html>`,
  }));
