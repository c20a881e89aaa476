/** One specification acted out by the core and by its delivered page; what each says after every act. */
import { isCheckable, takesKeys } from "../../src/core/cascade";
import { type Component, type FactName, factNames, factWords, type Part, type PartFacts } from "../../src/core/model";
import {
  compile,
  DOCUMENT,
  doingAsked,
  looksAt,
  type Program,
  pageExpressions,
  partName,
} from "../../src/core/program";
import { advance, type RunState, type Stimulus, start, stimulate, tracksPointer } from "../../src/core/run";
import { attributeOf, factsOf, isInView, isSameName, layoutOf, scrollAt } from "../../src/core/surface";
import type { Deed } from "../../src/core/testing/specifications";
import { goesBackIntoGroup } from "../../src/core/trial";
import type {} from "../../src/probe/page";
import type { PageFacts } from "../../src/probe/probe";
import type { BuiltTarget } from "./built";
import { type EngineName, type Held, show } from "./engine";
import { unlikeTree } from "./tree";

/** In words that can be compared, part by part. */
type Said = Record<string, string>;

/** Attributes that the component itself says something about. */
function attributesOf(program: Program): string[] {
  const out = new Set<string>();
  for (const p of program.parts) for (const [name] of p.attributes) out.add(name);
  for (const row of program.doc.looks)
    for (const look of Object.values(row.in))
      for (const l of [look, ...(look.and ?? [])]) for (const name of Object.keys(l.attributes ?? {})) out.add(name);
  for (const own of ["hidden", "inert", "disabled"]) out.delete(own);
  return [...out];
}

const round = (n: number): string => String(Math.round(n * 1000) / 1000);

/**
 * What lies inside a placed part counts as lying all over it; only the browser knows where exactly. Whether a scrolled
 * page shows it is not compared.
 */
const isInPlaced = (program: Program, part: number): boolean =>
  program.doc.page.blocks !== undefined &&
  program.parts[part].path.slice(1).some((p) => program.parts[p].part.area !== undefined);
/** What is moved out is one pixel, wherever what stands before it leaves it. */
const isMovedOut = (program: Program, state: RunState, part: number): boolean => {
  const { as } = layoutOf(program, state);
  return program.parts[part].path.some((p) => as[p] === "moved out");
};

const sizing =
  /height|width|padding|margin|block|inline|position|float|font|line|gap|grid|flex|border|inset|top|bottom/;
function hasOtherSizes(program: Program, before: RunState, after: RunState): boolean {
  const [was, is] = [before, after].map(({ pose }) =>
    looksAt(program, pose).map(({ css }) => Object.entries(css).filter(([p]) => sizing.test(p))),
  );
  return before.pose !== after.pose && JSON.stringify(was) !== JSON.stringify(is);
}

/** Rules by which parts are of another size than their blocks have them. */
const leavesNoRoom = /(height|width): 0|scale\(0/;

/** What one of the two says of a part, fact by fact. */
function saidOf(f: PartFacts, attributes: Said): Said {
  const out: Said = { present: factWords(f.present) };
  if (!f.present) return out;
  for (const fact of factNames) out[fact] = fact === "text" ? f.text.replace(/\s/g, "") : factWords(f[fact]);
  // Nobody is told the role or the name of what is not in the accessibility tree.
  if (!f.exposed) for (const fact of ["role", "name"]) delete out[fact];
  // Naming what has no role is prohibited (WAI-ARIA 1.2 §5.2.8.6, generic).
  if (!f.role) delete out.name;
  return { ...out, ...attributes };
}

/** Whether the other begins with the one, or all words of it are words of the other, in their order. */
function saysLess(one: string, other: string): boolean {
  if (other.startsWith(one)) return true;
  const words = other.split(" ");
  return one.split(" ").every((w) => {
    const at = words.indexOf(w);
    if (at >= 0) words.splice(0, at + 1);
    return at >= 0;
  });
}

/** Both, part by part, without what only the browser knows. */
function pairs(
  program: Program,
  state: RunState,
  facts: PageFacts,
  attributes: readonly string[],
  skipped: readonly FactName[],
): [Said, Said] {
  const core: Said = {
    state: program.configurations
      .at(state.config)
      .states.slice(1)
      .map((s) => program.states[s].name)
      .join(" "),
    focus: state.focus === DOCUMENT ? "" : partName(program, state.focus),
    announced: state.said?.text ?? "",
    scroll: round(scrollAt(state.page, state.now)),
  };
  const page: Said = {
    state: facts.state.join(" "),
    focus: facts.focus ?? "",
    announced: facts.announced,
    scroll: round(facts.scroll),
  };
  // In the midst of a glide browsers stop at whole pixels of the screen.
  // Nor does the core know how long a page without blocks is, and so whether it is scrolled to what gets the focus.
  if (Math.abs(Number(core.scroll) - facts.scroll) < 1 || !program.doc.page.blocks) page.scroll = core.scroll;
  for (const { index, name } of program.parts) {
    const probed = facts.parts[name];
    const own = (value: (attribute: string) => string | null | undefined): Said =>
      Object.fromEntries(attributes.map((a) => [a, value(a) ?? "none"]));
    const mine = saidOf(
      factsOf(program, state, index),
      own((a) => attributeOf(program, state, index, a)),
    );
    const its = saidOf(
      probed,
      own((a) => probed.attributes[a]),
    );
    // How long a page without blocks is that has many parts, only the page knows.
    const isSketched = program.doc.page.blocks === undefined || leavesNoRoom.test(program.doc.page.css ?? "");
    const below = isSketched && mine["in view"] === "yes" && its["in view"] === "no";
    const isSomewhere = isInPlaced(program, index) || isMovedOut(program, state, index) || below;
    const skip = new Set<string>(isSomewhere ? [...skipped, "visible", "in view"] : skipped);
    // Whether there is room left between what lies inside, to hit the part itself, is a matter of its layout.
    if (mine["takes pointer"] === "yes") skip.add("takes pointer");
    // Of names that ARIA prohibits, of hidden ones within and of empty fields, Chromium's tree is the judge; the library says less.
    const heard = its.name ?? "";
    if (mine.name !== undefined && (saysLess(heard, mine.name) || isSameName(heard, mine.name))) skip.add("name");
    // Firefox gives a progress bar a border, which stays when there is no room for more.
    if (leavesNoRoom.test(program.doc.page.css ?? "") && program.parts[index].part.tag === "progress")
      skip.add("visible");
    // Chromium gives a box that can be checked no width where it is laid out as a grid; Firefox does, as it does elsewhere.
    if (isGridOfNoWidth(program, state, index)) for (const f of ["visible", "in view"]) skip.add(f);
    // Chromium draws a disabled select paler, and has its options disabled with it; HTML §4.10.10.2 does not.
    const select = program.parts[index].path.find((p) => program.parts[p].part.tag === "select");
    if (select !== undefined && layoutOf(program, state).disabled[select])
      for (const f of ["opacity", "disabled"]) skip.add(f);
    for (const fact of new Set([...Object.keys(mine), ...Object.keys(its)])) {
      if (skip.has(fact)) continue;
      core[`${name}: ${fact}`] = mine[fact] ?? "nothing";
      // Browsers reckon opacities in single precision: at the edge of a thousandth they round to the other side.
      const isAsGood = fact === "opacity" && Math.abs(Number(mine.opacity) - Number(its.opacity)) < 0.0011;
      page[`${name}: ${fact}`] = (isAsGood ? mine : its)[fact] ?? "nothing";
    }
  }
  return [core, page];
}

const isGridOfNoWidth = (program: Program, state: RunState, part: number): boolean =>
  isCheckable(program.parts[part].part.tag, program.parts[part].part.attributes) &&
  /grid|ruby/.test(looksAt(program, state.pose)[part].css.display ?? "");

/**
 * Whether something in a part can be edited that is laid out otherwise than in blocks: Chromium puts the caret of a press
 * beside it into it, by how near it is, and the focus with it. No standard says so, and Firefox does not.
 */
function holdsEditable(program: Program, state: RunState, part: number): boolean {
  const looks = looksAt(program, state.pose);
  return program.parts.some(
    ({ index, path, part: { attributes } }) =>
      index !== part &&
      path.includes(part) &&
      attributes?.contenteditable !== undefined &&
      path.slice(0, path.indexOf(part) + 1).some((p) => !/^(block|flow-root)?$/.test(looks[p].css.display ?? "")),
  );
}

/** In the page: a point at which the browser hits the element itself; null where there is none. */
const pointOf = (name: string): { x: number; y: number } | null => {
  const element = document.querySelector(`[data-name="${name}"]`);
  return element && window.ownPoint(element);
};

const keys = [
  "Tab",
  "Enter",
  "x",
  "Shift+Tab",
  "Space",
  "Escape",
  "ArrowDown",
  "Ctrl+k",
  "ArrowUp",
  "ArrowRight",
  "Home",
  "A",
  "ArrowLeft",
];

/** Types of fields that open something when they are pressed. */
const opens = /^(color|date|datetime-local|file|month|time|week)$/;
const isPlayer = ({ tag }: Part): boolean => tag === "audio" || tag === "video";
/** The Tab key goes through day, month and year, and through the buttons of a player. */
const hasStopsInside = (part: Part): boolean =>
  isPlayer(part) || /^(date|datetime-local|month|time|week)$/.test(part.attributes?.type ?? "");
/** Words of its own take the caret of a click, from where Firefox goes on with Tab (HTML §6.6.3 leaves it to the browser). */
const takesCaret = (program: Program, state: RunState, part: number): boolean =>
  program.parts[part].content.some((c) => typeof c !== "number") && !layoutOf(program, state).disabled[part];

/**
 * Whether what is pressed or let go of is displayed no more once those who listen for that have heard of it: it hears of
 * neither in Firefox, and where it was taken out what is around it is clicked.
 */
function vanishes(program: Program, state: RunState, kind: Deed["kind"], name: string, part: number): boolean {
  const stays = (s: Stimulus): boolean => factsOf(program, stimulate(program, state, s).state, part).displayed;
  if (kind !== "up" && !stays({ down: name })) return true;
  return kind !== "down" && program.pointer["pointer up"].any && !stays(kind === "up" ? { up: name } : { click: name });
}

/** What a deed is, given what the core says is there; null where it is not for a page to do. */
function stimulusOf(
  program: Program,
  state: RunState,
  { kind, at }: Deed,
  engine: EngineName,
): Stimulus | { wait: number } | null {
  const layout = layoutOf(program, state);
  const clickable = program.parts.filter(
    (p) => layout.landing[p.index] === p.index && layout.inSight[p.index] && isInView(program, state, p.index),
  );
  const scrolls = program.doc.page.blocks !== undefined;
  // A pointer that is pressed and moves selects, and how far that scrolls the page is the browser's own affair.
  if (scrolls && state.pressed !== null && (kind === "move" || kind === "up" || kind === "scroll")) return null;
  const info = clickable[at % Math.max(1, clickable.length)];
  const { name: part, part: aimed } = info ?? {};
  switch (kind) {
    case "wait":
      return { wait: [50, 100, 150, 200, 400, 1000][at % 6] };
    case "scroll":
      return scrolls ? { scroll: (at * 37) % 1500 } : null;
    case "resize":
      return { resize: at % 2 ? { width: 640, height: 600 } : { width: 800, height: 600 } };
    case "blur":
      return { blur: true };
    case "calm":
      return engine === "chromium" ? { reducedMotion: at % 2 === 0 } : null;
    case "key":
    case "keyDown":
    case "keyUp": {
      const key = keys[at % keys.length];
      // How far a browser scrolls by a key, and where it goes from the last stop, is its own affair.
      if (scrolls && /Space|Arrow|Home|Tab/.test(key)) return null;
      // What is typed into is scrolled to, and an editable part's text becomes another.
      const field = state.focus === DOCUMENT ? null : program.parts[state.focus].part;
      const editable = field?.attributes?.contenteditable !== undefined;
      if (
        (editable || (scrolls && field && takesKeys(field.tag, field.attributes ?? {}))) &&
        /^(x|A|Enter|Space)$/.test(key)
      )
        return null;
      // What opens by a key, and where Tab goes inside, is the browser's own.
      if (field && /^(Enter|Space)$/.test(key) && (field.tag === "select" || opens.test(field.attributes?.type ?? "")))
        return null;
      // Whether the pointer still presses something when a key clicks or leads on, each engine has its own mind.
      const asksPressed = doingAsked(program).has("active") && state.pressed !== null;
      if (asksPressed && /Enter|Space|Tab/.test(key)) return null;
      if (field && (key.endsWith("Tab") ? hasStopsInside(field) : isPlayer(field))) return null;
      // The space bar on a radio button that is checked is a click in one browser only.
      const isChecked = state.checked.includes(state.focus) && field?.attributes?.type === "radio";
      if (engine === "firefox" && isChecked && /^Space$/.test(key)) return null;
      // So is what gets the focus as the key goes down.
      if (scrolls && /^(x|A)$/.test(key)) {
        const { focus } = stimulate(program, state, { press: key }).state;
        if (focus !== DOCUMENT && /^(input|textarea)$/.test(program.parts[focus].part.tag)) return null;
      }
      if (kind !== "key")
        return key.includes("+") || key === "Tab" ? null : kind === "keyDown" ? { keyDown: key } : { keyUp: key };
      // Whether one clicked on words or beside them decides where Tab goes among numbered stops, in each engine otherwise.
      const numbered = program.parts.some((p) => Number(attributeOf(program, state, p.index, "tabindex") ?? 0) > 0);
      if (key.endsWith("Tab") && state.focus === DOCUMENT && state.tabFrom !== DOCUMENT && numbered) return null;
      const caretless = state.tabFrom !== DOCUMENT && !takesCaret(program, state, state.tabFrom);
      if (key.endsWith("Tab") && state.focus === DOCUMENT && caretless && engine === "firefox") return null;
      // Firefox goes on from where a drag has brought the end of the selection, which no standard says.
      const drags = engine === "firefox" && state.pressed !== null;
      if (key.endsWith("Tab") && state.focus === DOCUMENT && drags) return null;
      const after = key.endsWith("Tab") ? stimulate(program, state, { press: key }).state.focus : null;
      if (engine === "firefox" && after !== null && goesBackIntoGroup(program, state, { press: key })) return null;
      return after === DOCUMENT ? null : { press: key };
    }
    default: {
      // What a select opens, and what closes that again, is the browser's own; the click that does so may reach nobody.
      if (aimed && (aimed.tag === "select" || isPlayer(aimed) || opens.test(aimed.attributes?.type ?? ""))) return null;
      // A selection that is drawn into what is edited brings the caret there, and the focus with it, in one browser only.
      const isTypedInto = aimed && takesKeys(aimed.tag, aimed.attributes ?? {});
      if (/^(up|move)$/.test(kind) && state.pressed !== null && state.pressed !== info.index && isTypedInto)
        return null;
      const isPress = /^(down|click)$/.test(kind);
      if (engine === "chromium" && info && isPress && holdsEditable(program, state, info.index)) return null;
      // A label gives the focus to its field, and the browser scrolls to that: where it lies only the browser knows.
      if (scrolls && part === "label" && state.page.scroll > 0) return null;
      const there = part === undefined ? state : stimulate(program, state, { move: part }).state;
      // What goes from under the pointer because it is there comes back when it is gone: it flickers, each browser in its way.
      if (info && tracksPointer(program) && there.over !== info.index) return null;
      // What the pointer brings about on its way may move the page under it: a person would aim again.
      if (part !== undefined && kind !== "move") {
        if (scrolls && (there.page.glide || there.page.scroll !== state.page.scroll)) return null;
        // So it does where something comes or goes, or has another size: what lies there then is a matter of layout.
        const { displayed } = layoutOf(program, there);
        if (displayed.some((is, p) => is !== layout.displayed[p]) || hasOtherSizes(program, state, there)) return null;
        // Nor does the button come up where it went down, where that moves what is pressed.
        const isPressed = kind !== "up" && state.pressed === null;
        const pressed = isPressed ? stimulate(program, there, { down: part }).state : there;
        if (hasOtherSizes(program, there, pressed)) return null;
        if (engine === "firefox" && vanishes(program, there, kind, part, info.index)) return null;
        if (engine === "firefox" && kind === "up" && state.pressed === null) return null;
      }
      return part === undefined
        ? null
        : kind === "click"
          ? { click: part }
          : kind === "down"
            ? { down: part }
            : kind === "up"
              ? { up: part }
              : { move: part };
    }
  }
}

export interface Difference {
  done: string[];
  differs: string[];
}

/**
 * A rule that fades everything fades `html` and `body` as well, each once more. In a form for a project it means what is in
 * the component alone (docs/deliver.md).
 */
const fadesThePage = (doc: Component): boolean =>
  /(^|\n|[{},]\s*):not\([^)]*\) \{[^}]*opacity/.test(doc.page.css ?? "");

/** When the focus is to be seen, and how long what is pressed is so, Firefox has its own mind (docs/html-in.md). */
const asksChromium = (doc: Component): boolean => /:focus-visible|:active/.test(doc.page.css ?? "");

/** Acts the deeds out on both. @returns the first difference, or null */
export async function difference(
  browser: Held,
  doc: Component,
  deeds: readonly Deed[],
  engine: EngineName,
  target: "page" | BuiltTarget = "page",
): Promise<Difference | null> {
  const program = compile(doc);
  const names = program.parts.map((p) => p.name);
  // React writes the empty keyword as the one that means the same (HTML §6.8.1).
  const attributes = attributesOf(program).filter((a) => target !== "react" || a !== "contenteditable");
  if (engine === "firefox" && asksChromium(doc)) return null;
  if (start(program).step.loop || (target !== "page" && fadesThePage(doc))) return null;
  const { system, page, errors, done: giveBack } = await show(browser, doc, target);
  const done: string[] = [];
  const held = new Set<string>();
  let pressed = false;
  try {
    const first = start(program);
    let { state } = first;
    // What never comes to an end is cut, each host where it likes; the rules find it (F21).
    let endless = first.step.loop;
    if (endless) return null;
    const coreGoesOn = (ms: number): void => {
      state = advance(program, state, state.now + ms, ({ step }) => {
        endless ||= step.loop;
      });
    };
    const pass = async (ms: number): Promise<void> => {
      await system.pass(ms);
      coreGoesOn(ms);
    };
    let lost = false;
    const asksScroll = pageExpressions(program).some((e) => e.includes("page.scroll"));
    const compare = async (): Promise<string[]> => {
      const facts = await page.evaluate((n) => window.livelyProbe(n, "data-name"), names);
      // How long a page without blocks is the core does not know, nor so how far the focus has scrolled it.
      lost ||= !doc.page.blocks && facts.scroll > 0 && asksScroll;
      const [core, browserSays] = pairs(
        program,
        state,
        facts,
        attributes,
        engine === "chromium" ? ["role", "name"] : [],
      );
      const lines = Object.keys(core)
        .filter((k) => core[k] !== browserSays[k])
        .map((k) => `${k}: the core says “${core[k]}”, the page “${browserSays[k]}”`);
      // Chromium's own tree is the better judge of roles and names.
      if (engine === "chromium") lines.push(...(await unlikeTree(page, program, state)));
      return [...lines, ...errors.map((e) => `the page threw ${e}`)];
    };
    await pass(0);
    let differs = await compare();
    // What lies under a pointer at rest once the page has moved, only the browser knows.
    const slidesAway = ({ page, over, now }: RunState): boolean =>
      tracksPointer(program) &&
      over !== DOCUMENT &&
      (scrollAt(page, now) !== scrollAt(state.page, state.now) || page.width !== state.page.width);
    for (const deed of deeds) {
      if (differs.length) break;
      const before = state;
      const stimulus = stimulusOf(program, state, deed, engine);
      if (!stimulus) continue;
      if ("wait" in stimulus) {
        done.push(`wait ${stimulus.wait}`);
        await pass(stimulus.wait);
      } else {
        // A button or a key that is down already, or up, is not pressed or let go again.
        if (("down" in stimulus || "click" in stimulus || "blur" in stimulus) && pressed) continue;
        if ("up" in stimulus && !pressed) continue;
        if ("keyDown" in stimulus && held.has(stimulus.keyDown)) continue;
        if ("press" in stimulus && held.size) continue;
        if ("keyUp" in stimulus && !held.has(stimulus.keyUp)) continue;
        const aimed = Object.values(stimulus)[0];
        if (/^(click|down|up|move)$/.test(Object.keys(stimulus)[0]) && !(await page.evaluate(pointOf, aimed))) continue;
        if (!(await system.act(stimulus)).done) continue;
        if ("down" in stimulus || "up" in stimulus) pressed = "down" in stimulus;
        if ("keyDown" in stimulus) held.add(stimulus.keyDown);
        if ("keyUp" in stimulus) held.delete(stimulus.keyUp);
        done.push(JSON.stringify(stimulus));
        const result = stimulate(program, state, stimulus);
        state = result.state;
        endless ||= result.step.loop;
      }
      if (endless || slidesAway(before)) return null;
      differs = await compare();
      if (lost) return null;
    }
    return differs.length ? { done, differs } : null;
  } finally {
    await giveBack();
  }
}
