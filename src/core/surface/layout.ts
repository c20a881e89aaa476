/**
 * What is there and who gets the pointer and the focus, without a browser: a child lies over its parent; a part may
 * cover others; of parts at one place the higher layer, then the later in the tree, is on top.
 */
import { type Controls, isDisabled } from "../cascade";
import type { Part, Presence } from "../model";
import {
  DOCUMENT,
  isPassedOver,
  looksAt,
  type PartIndex,
  type PartInfo,
  type PartLook,
  type Program,
} from "../program";
import { implicitRole } from "./accessibility/implicit-role";
import { isPlace, type Lingering, type Moment } from "./moment";

const isTransformed = ({ css, inLine }: PartLook): boolean =>
  !inLine && ["transform", "scale", "translate", "rotate"].some((p) => (css[p] ?? "none") !== "none");
const isPositioned = (look: PartLook): boolean =>
  /^(relative|absolute|fixed|sticky)$/.test(look.css.position ?? "") || isTransformed(look);

/** What cuts a part off where it shows nothing of what is inside: what is placed is cut by what it is placed in alone. */
function frameOf({ index, parent, path }: PartInfo, looks: readonly PartLook[]): PartIndex {
  const { position } = looks[index].css;
  if (position === "fixed") return path.slice(1).find((q) => isTransformed(looks[q])) ?? DOCUMENT;
  if (position !== "absolute") return parent;
  return path.slice(1).find((q) => isPositioned(looks[q])) ?? DOCUMENT;
}

/** By part index. Valid for a pose and the parts that linger; time does not matter to it. */
export interface Layout {
  as: readonly Presence[];
  present: readonly boolean[];
  displayed: readonly boolean[];
  /** Displayed, and neither hidden, nor moved out of view, nor cut to nothing; opacity is another matter. */
  inSight: readonly boolean[];
  /** The computed value of `visibility` is not `visible`. */
  hidden: readonly boolean[];
  /** Itself or what is around it stands where nobody sees it. */
  movedOut: readonly boolean[];
  inert: readonly boolean[];
  disabled: readonly boolean[];
  /** Would take the pointer if nothing lay over it. */
  catches: readonly boolean[];
  /** Who gets a click aimed at the part's own area; DOCUMENT when nobody does. */
  landing: readonly PartIndex[];
  focusable: readonly boolean[];
  /**
   * Parts in the order of the Tab key (HTML, sequential focus navigation); of radio buttons all, whichever is checked: see
   * tabStops.
   */
  tabOrder: readonly PartIndex[];
  /** Neither hidden nor `aria-hidden`: it has its say in names. Accname 1.2 has no word on what is inert. */
  named: readonly boolean[];
  exposed: readonly boolean[];
  /** Options in a closed menu that their own style hides: where it is told as a menu they are told all the same. */
  hiddenInMenu: readonly boolean[];
}

export function layoutOf(program: Program, moment: Pick<Moment, "pose" | "lingering">): Layout {
  if (!moment.lingering.length) {
    const resting = restingLayouts(program);
    resting[moment.pose] ??= compute(program, moment);
    return resting[moment.pose];
  }
  // While something lingers, its list stays the same value: found by that, a key need not be built again and again.
  let byPose = lingeringLayouts.get(moment.lingering);
  if (!byPose) {
    byPose = [];
    lingeringLayouts.set(moment.lingering, byPose);
  }
  byPose[moment.pose] ??= lingeringLayout(program, moment);
  return byPose[moment.pose];
}
const lingeringLayouts = new WeakMap<readonly Lingering[], Layout[]>();

function lingeringLayout(program: Program, moment: Pick<Moment, "pose" | "lingering">): Layout {
  let key = `layout ${moment.pose}`;
  for (const l of moment.lingering) key += ` ${l.part}=${l.as}${l.of ?? ""}`;
  let found = program.cache.get(key) as Layout | undefined;
  if (!found) {
    found = compute(program, moment);
    program.cache.set(key, found);
  }
  return found;
}

/** Most moments have nothing that lingers; theirs are found without building a key. */
const byProgram = new WeakMap<Program, Layout[]>();
function restingLayouts(program: Program): Layout[] {
  let list = byProgram.get(program);
  if (!list) {
    list = [];
    byProgram.set(program, list);
  }
  return list;
}

function compute(program: Program, moment: Pick<Moment, "pose" | "lingering">): Layout {
  const { parts } = program;
  const looks = looksAt(program, moment.pose);
  const as: Presence[] = looks.map((l) => l.as);
  const moving = new Map<PartIndex, boolean>();
  /** Taken out by a rule, and not gone yet. */
  const going = new Set<PartIndex>();
  const away = looks.map((l) => l.away);
  const shut = looks.map((l) => l.shut);
  for (const l of moment.lingering)
    if (!l.of) as[l.part] = l.as;
    else if (isPlace(l.of)) {
      away[l.part] = l.as === "moved out";
      shut[l.part] = l.as === "hidden";
    } else if (l.of === "display") going.add(l.part);
    else moving.set(l.part, l.as === "hidden");
  const n = parts.length;
  const present = new Array<boolean>(n);
  const displayed = new Array<boolean>(n);
  const inSight = new Array<boolean>(n);
  const inert = new Array<boolean>(n);
  const disabled = new Array<boolean>(n);
  const named = new Array<boolean>(n);
  const told = new Array<boolean>(n);
  const exposed = new Array<boolean>(n);
  const hiddenInMenu = new Array<boolean>(n);
  const pointer = new Array<boolean>(n);
  const hidden = new Array<boolean>(n);
  const clipped = new Array<boolean>(n);
  const contents = new Array<boolean>(n);
  const out = new Array<boolean>(n);
  const inShut = new Array<boolean>(n);
  const movedOut = new Array<boolean>(n);
  const controls: Controls<PartIndex> = {
    tag: (p) => parts[p].part.tag,
    parent: (p) => (parts[p].parent === DOCUMENT ? null : parts[p].parent),
    // Those before the one that is asked about are known: it is in one of them.
    children: (p) => parts[p].content.filter((c) => typeof c === "number" && present[c]) as PartIndex[],
    isSaid: (p) => looks[p].disabled,
  };
  for (let p = 0; p < n; p++) {
    const up = parts[p].parent;
    const look = looks[p];
    const root = up === DOCUMENT;
    // A text that a look says stands in place of what is inside.
    present[p] = as[p] !== "absent" && (root || (present[up] && looks[up].text === null));
    displayed[p] =
      present[p] &&
      as[p] !== "not displayed" &&
      (look.rendered || going.has(p)) &&
      (root || (displayed[up] && contents[up]));
    // CSS Containment 2 §4.1: it skips what is in it.
    contents[p] =
      !isMenu(parts[p].part) && !showsNothing.test(parts[p].part.tag) && look.css["content-visibility"] !== "hidden";
    // Visibility is inherited, and what says that it is visible is (CSS Display 3 §4).
    hidden[p] =
      moving.get(p) ??
      (as[p] === "hidden" || (look.visibility === null ? !root && hidden[up] : look.visibility === "hidden"));
    clipped[p] = as[p] === "moved out" || (shut[p] && look.clips) || (!root && clipped[up]);
    const frame = frameOf(parts[p], looks);
    inShut[p] = frame !== DOCUMENT && (shut[frame] || inShut[frame]);
    movedOut[p] = away[p] || (!root && movedOut[up]);
    out[p] = movedOut[p] || clipped[p] || shut[p] || inShut[p];
    inSight[p] = displayed[p] && !hidden[p] && !out[p];
    // So browsers have it: on its way out by its display nobody gets hold of it.
    inert[p] = look.inert || going.has(p) || (!root && inert[up]);
    disabled[p] = isDisabled(p, controls);
    told[p] = look.exposed && (root || told[up]);
    // What is visible in something hidden is there for everybody; what is in `aria-hidden` is not.
    const inMenu = !root && isMenu(parts[up].part) && named[up] && present[p];
    named[p] = inMenu || (displayed[p] && !hidden[p] && told[p]);
    exposed[p] = inMenu ? exposed[up] : named[p] && !inert[p];
    hiddenInMenu[p] = inMenu && (as[p] === "not displayed" || !look.rendered || hidden[p] || inert[p]);
    pointer[p] = look.pointer ?? (root || pointer[up]);
  }
  const catches = parts.map((_, p) => inSight[p] && pointer[p] && !inert[p]);
  const focusable = parts.map(
    (_part, p) => displayed[p] && !hidden[p] && !inert[p] && !disabled[p] && tabIndex(program, p, looks[p]) !== null,
  );
  return {
    as,
    present,
    displayed,
    inSight,
    hidden,
    movedOut,
    inert,
    disabled,
    named,
    exposed,
    hiddenInMenu,
    catches,
    landing: parts.map((_, p) => (displayed[p] ? landing(parts, looks, catches, p) : DOCUMENT)),
    focusable,
    tabOrder: tabOrder(program, looks, focusable),
  };
}

/** What is in them is for browsers that do not know them (HTML §4.8, §4.10.13, §4.10.14). */
const showsNothing = /^(audio|iframe|meter|object|progress|video)$/;
/** A select that drops down: its options have no boxes, whatever is said of them. */
const isMenu = (part: Part): boolean => part.tag === "select" && implicitRole(part) === "combobox";

/** True when `a` lies over `b` where both are. */
function isOver(parts: readonly PartInfo[], looks: readonly PartLook[], a: PartIndex, b: PartIndex): boolean {
  if (a >= b && a < parts[b].end) return true;
  if (b >= a && b < parts[a].end) return false;
  const [mine, its] = [contexts(parts, looks, a), contexts(parts, looks, b)];
  const at = mine.findIndex((c, i) => c.part !== its[i]?.part);
  // In the flow of the same box.
  if (at < 0) return a > b;
  const [x, y] = [mine[at], its[at]];
  return x.layer !== y.layer ? x.layer > y.layer : x.part > y.part;
}

/** Below what is positioned, above what is put behind. */
const IN_FLOW = -0.5;
/**
 * The stacking contexts that a part lies in, outer first, and what it is drawn with: itself, or the box out of the flow in
 * whose flow it stands. Layers are compared within one (CSS 2 §E.2).
 */
function contexts(
  parts: readonly PartInfo[],
  looks: readonly PartLook[],
  part: PartIndex,
): { part: PartIndex; layer: number }[] {
  const { path } = parts[part];
  const around = path.slice(1).filter((p) => looks[p].layer !== null);
  const within = path.slice(0, around.length ? path.indexOf(around[0]) : path.length);
  const drawnWith = within.find((p) => looks[p].lifted || parts[p].covers);
  const own = drawnWith === undefined ? IN_FLOW : 0;
  return [drawnWith ?? part, ...around].reverse().map((p) => ({ part: p, layer: looks[p].layer ?? own }));
}

function landing(
  parts: readonly PartInfo[],
  looks: readonly PartLook[],
  catches: readonly boolean[],
  aimed: PartIndex,
): PartIndex {
  let top: PartIndex = DOCUMENT;
  for (const p of parts[aimed].path) {
    if (catches[p]) {
      top = p;
      break;
    }
  }
  for (let c = 0; c < parts.length; c++) {
    if (!catches[c] || !parts[c].covers?.[aimed]) continue;
    if (top === DOCUMENT || isOver(parts, looks, c, top)) top = c;
  }
  return top;
}

/** The part's tabindex in force; null when it cannot be focused at all (HTML §6.6). */
function tabIndex({ parts, ownTabIndex }: Program, p: PartIndex, { marks, css }: PartLook): number | null {
  // What has no box of its own cannot be there, whatever it says.
  if (css.display === "contents") return null;
  // Parsed as HTML parses integers (§2.3.4.1): what follows the digits does not matter.
  const said = /^\s*([+-]?\d+)/.exec(marks.get("tabindex") ?? "");
  if (said) return Number(said[1]);
  const { tag } = parts[p].part;
  if ((tag === "a" || tag === "area") && marks.has("href")) return 0;
  if ((tag === "audio" || tag === "video") && marks.has("controls")) return 0;
  const editable = marks.get("contenteditable")?.toLowerCase();
  return editable !== undefined && editable !== "false" ? 0 : ownTabIndex[p];
}

function tabOrder(program: Program, looks: readonly PartLook[], focusable: readonly boolean[]): PartIndex[] {
  const order = program.parts
    .filter((p) => focusable[p.index])
    .map(({ index: p }) => ({ p, at: tabIndex(program, p, looks[p])! }))
    .filter((t) => t.at >= 0);
  const first = order.filter((t) => t.at > 0).sort((a, b) => a.at - b.at);
  return [...first, ...order.filter((t) => t.at === 0)].map((t) => t.p);
}

/** Where Tab stops at the moment, in its order. */
export function tabStops(
  program: Program,
  moment: Pick<Moment, "pose" | "lingering" | "checked">,
  layout: Layout = layoutOf(program, moment),
): readonly PartIndex[] {
  const { checkable } = program;
  if (!checkable.groups.size) return layout.tabOrder;
  return layout.tabOrder.filter((p) => !isPassedOver(checkable, moment.checked, p, layout.present));
}

const activatable = new Set(["button", "link", "menuitem", "tab", "switch", "checkbox", "radio", "option", "combobox"]);
const fields = new Set(["textbox", "searchbox", "slider", "spinbutton", "listbox"]);

/** A part that a person expects to operate. */
export function isControl(program: Program, part: PartIndex): boolean {
  const { part: p } = program.parts[part];
  const role = p.attributes?.role ?? implicitRole(p);
  return (role !== null && (activatable.has(role) || fields.has(role))) || p.tag === "summary";
}
