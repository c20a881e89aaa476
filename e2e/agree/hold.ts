/** One specification acted out by the core and by its delivered page; what each says after every act. */
import { isCheckable } from "../../src/core/cascade";
import { type Component, type FactName, factNames, factWords, type PartFacts } from "../../src/core/model";
import { compile, DOCUMENT, looksAt, type Program, pageExpressions, partName } from "../../src/core/program";
import { advance, type RunState, type Stimulus, start, stimulate, tracksPointer } from "../../src/core/run";
import { attributeOf, factsOf, isSameName, layoutOf, scrollAt } from "../../src/core/surface";
import type { Deed } from "../../src/core/testing/specifications";
import type {} from "../../src/probe/page";
import type { PageFacts } from "../../src/probe/probe";
import type { BuiltTarget } from "./built";
import { stimulusOf } from "./deeds";
import { type EngineName, type Held, show } from "./engine";
import { leaveOut } from "./left-out";
import { unlikeTree } from "./tree";

/** In words that can be compared, part by part. */
type Said = Record<string, string>;

/** Attributes that the component itself says something about. */
export function attributesOf(program: Program): string[] {
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

/** Rules and looks by which parts are of another size than their blocks have them. */
const leavesNoRoom = ({ page, looks }: Component): boolean =>
  /(height|width): 0|scale\(0/.test(page.css ?? "") || /"scale":"0"|"transform":"scale\(0/.test(JSON.stringify(looks));
const knownRoom = new WeakMap<Component, boolean>();
function roomOf(doc: Component): boolean {
  let none = knownRoom.get(doc);
  if (none === undefined) {
    none = leavesNoRoom(doc);
    knownRoom.set(doc, none);
  }
  return none;
}

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
export function pairs(
  program: Program,
  state: RunState,
  facts: PageFacts,
  attributes: readonly string[],
  skipped: readonly FactName[],
  engine: EngineName,
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
  const noRoom = roomOf(program.doc);
  // How long a page without blocks is that has many parts, only the page knows.
  const isSketched = program.doc.page.blocks === undefined || noRoom;
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
    const below = isSketched && mine["in view"] === "yes" && its["in view"] === "no";
    const isSomewhere = isInPlaced(program, index) || isMovedOut(program, state, index) || below;
    const skip = new Set<string>(isSomewhere ? [...skipped, "visible", "in view"] : skipped);
    // Whether there is room left between what lies inside, to hit the part itself, is a matter of its layout.
    if (mine["takes pointer"] === "yes") skip.add("takes pointer");
    // Chromium draws a meter of pieces that are positioned, and so over what was positioned before it; Firefox does not.
    if (program.parts[index].part.tag === "meter") skip.add("takes pointer");
    // Firefox stops with Tab at a dialog itself.
    if (engine === "firefox" && program.parts[index].part.tag === "dialog") skip.add("in tab order");
    // Of names that ARIA prohibits, of hidden ones within and of empty fields, Chromium's tree is the judge; the library says less.
    const heard = its.name ?? "";
    if (mine.name !== undefined && (saysLess(heard, mine.name) || isSameName(heard, mine.name))) skip.add("name");
    // Firefox gives a progress bar a border, which stays when there is no room for more.
    if (noRoom && program.parts[index].part.tag === "progress") skip.add("visible");
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

/** Which of those that lie over one another in their blocks take the pointer. */
const covering = (program: Program, state: RunState): string =>
  program.parts
    .filter(({ part }) => part.area)
    .map(({ index }) => layoutOf(program, state).catches[index])
    .join();

/** In the page: a point at which the browser hits the element itself; null where there is none. */
const pointOf = (name: string): { x: number; y: number } | null => {
  const element = document.querySelector(`[data-name="${name}"]`);
  return element && window.ownPoint(element);
};

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

/**
 * Whether a fieldset that is disabled has a tabindex: Chromium then focuses it; Firefox does not, nor HTML §6.6.2 (an element
 * that is actually disabled is no focusable area).
 */
const focusesDisabled = (program: Program, state: RunState): boolean =>
  program.parts.some(
    ({ index, part }) =>
      part.tag === "fieldset" &&
      attributeOf(program, state, index, "tabindex") !== null &&
      layoutOf(program, state).disabled[index],
  );

/** When the focus is to be seen, and how long what is pressed is so, Firefox has its own mind (docs/html-in.md). */
const asksChromium = (doc: Component): boolean => /:focus-visible|:active/.test(doc.page.css ?? "");

/** The button and the keys that are down: what is down is not pressed again, and what is up not let go. */
export class HeldDown {
  pressed = false;
  readonly keys = new Set<string>();

  allows(act: Stimulus): boolean {
    if ("down" in act || "click" in act || "blur" in act) return !this.pressed;
    if ("up" in act) return this.pressed;
    if ("keyDown" in act) return !this.keys.has(act.keyDown);
    if ("press" in act) return this.keys.size === 0;
    return !("keyUp" in act) || this.keys.has(act.keyUp);
  }
  note(act: Stimulus): void {
    if ("down" in act || "up" in act) this.pressed = "down" in act;
    if ("keyDown" in act) this.keys.add(act.keyDown);
    if ("keyUp" in act) this.keys.delete(act.keyUp);
  }
}

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
  if (engine === "firefox" && asksChromium(doc)) return leaveOut("engineRules");
  if (start(program).step.loop) return leaveOut("endless");
  if (target !== "page" && fadesThePage(doc)) return leaveOut("fadedPage");
  const { system, page, errors, done: giveBack } = await show(browser, doc, target);
  const done: string[] = [];
  const held = new HeldDown();
  try {
    const first = start(program);
    let { state } = first;
    // What never comes to an end is cut, each host where it likes; the rules find it (F21).
    let endless = first.step.loop;
    if (engine === "chromium" && focusesDisabled(program, state)) return leaveOut("disabledFieldset");
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
    // Chromium's own tree is the better judge of roles and names.
    const skipped: FactName[] = engine === "chromium" ? ["role", "name"] : [];
    const compare = async (): Promise<string[]> => {
      const tree = engine === "chromium" ? unlikeTree(page, program, state) : null;
      const facts = await page.evaluate((n, s) => window.livelyProbe(n, "data-name", s), names, skipped);
      // How long a page without blocks is the core does not know, nor so how far the focus has scrolled it.
      lost ||= !doc.page.blocks && facts.scroll > 0 && asksScroll;
      const [core, browserSays] = pairs(program, state, facts, attributes, skipped, engine);
      const lines = Object.keys(core)
        .filter((k) => core[k] !== browserSays[k])
        .map((k) => `${k}: the core says “${core[k]}”, the page “${browserSays[k]}”`);
      if (tree) lines.push(...(await tree));
      return [...lines, ...errors.map((e) => `the page threw ${e}`)];
    };
    await pass(0);
    let differs = await compare();
    // What lies under a pointer at rest once the page has moved, or what covers it has come or gone, only the browser knows.
    const slidesAway = (was: RunState): boolean =>
      tracksPointer(program) &&
      ((was.over !== DOCUMENT &&
        (scrollAt(was.page, was.now) !== scrollAt(state.page, state.now) || was.page.width !== state.page.width)) ||
        (state.over !== DOCUMENT && covering(program, was) !== covering(program, state)));
    for (const deed of deeds) {
      if (differs.length) break;
      const before = state;
      const stimulus = stimulusOf(program, state, deed, engine);
      if (!stimulus) continue;
      if ("wait" in stimulus) {
        done.push(`wait ${stimulus.wait}`);
        await pass(stimulus.wait);
      } else {
        if (!held.allows(stimulus)) {
          leaveOut("pressedAlready");
          continue;
        }
        const aimed = Object.values(stimulus)[0];
        if (/^(click|down|up|move)$/.test(Object.keys(stimulus)[0]) && !(await page.evaluate(pointOf, aimed))) {
          leaveOut("noPoint");
          continue;
        }
        if (!(await system.act(stimulus)).done) {
          leaveOut("refused");
          continue;
        }
        held.note(stimulus);
        done.push(JSON.stringify(stimulus));
        const result = stimulate(program, state, stimulus);
        state = result.state;
        endless ||= result.step.loop;
      }
      if (endless) return leaveOut("endless");
      if (slidesAway(before)) return leaveOut("slidAway");
      if (engine === "chromium" && focusesDisabled(program, state)) return leaveOut("disabledFieldset");
      differs = await compare();
      if (lost) return leaveOut("unknownLength");
    }
    return differs.length ? { done, differs } : null;
  } finally {
    await giveBack();
  }
}
