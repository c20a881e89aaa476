/** What a person could do to a page, of the deeds that are drawn at random: what only the browser knows the outcome of is left out. */
import { takesKeys } from "../../src/core/cascade";
import { keyParts, type Part } from "../../src/core/model";
import { DOCUMENT, doingAsked, looksAt, type Program } from "../../src/core/program";
import { type RunState, type Stimulus, stimulate, tracksPointer } from "../../src/core/run";
import { attributeOf, factsOf, isInView, layoutOf, partById } from "../../src/core/surface";
import type { Deed } from "../../src/core/testing/specifications";
import { goesBackIntoGroup, movesToLink } from "../../src/core/trial";
import type { EngineName } from "./engine";
import { leaveOut } from "./left-out";

const sizing =
  /height|width|padding|margin|block|inline|position|float|font|line|gap|grid|flex|border|inset|top|bottom/;
function hasOtherSizes(program: Program, before: RunState, after: RunState): boolean {
  const [was, is] = [before, after].map(({ pose }) =>
    looksAt(program, pose).map(({ css }) => Object.entries(css).filter(([p]) => sizing.test(p))),
  );
  return before.pose !== after.pose && JSON.stringify(was) !== JSON.stringify(is);
}

/**
 * Whether it is, or stands in, a link to a place of the page. The browser brings that into view, and so something else under
 * the pointer: what, is a matter of layout.
 */
const leadsElsewhere = (program: Program, state: RunState, part: number): boolean =>
  tracksPointer(program) &&
  program.parts[part].path.some((p) => {
    const [, id] = /^#(.+)$/.exec(attributeOf(program, state, p, "href") ?? "") ?? [];
    return id !== undefined && partById(program, state, id) !== DOCUMENT;
  });

/** Whether each part has its place among the others: what is moved out is positioned, and leaves none behind. */
const takesRoom = (program: Program, state: RunState): boolean[] => {
  const { displayed, movedOut } = layoutOf(program, state);
  return displayed.map((is, p) => is && !movedOut[p]);
};

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
  "Shift+Enter",
  "Shift+Space",
  "Ctrl+Space",
  "Ctrl+Enter",
  "Shift+ArrowRight",
  "Ctrl+ArrowDown",
  "Alt+x",
  "End",
  "Ctrl+Shift+K",
  "?",
  "+",
];

/** Types of fields that open something when they are pressed. */
const opens = /^(color|date|datetime-local|file|month|time|week)$/;
const isPlayer = ({ tag }: Part): boolean => tag === "audio" || tag === "video";
/** The Tab key goes through day, month and year, and through the buttons of a player. */
const hasStopsInside = (part: Part): boolean =>
  isPlayer(part) || /^(date|datetime-local|month|time|week)$/.test(part.attributes?.type ?? "");
/** Firefox stops with Tab at a dialog itself wherever one is displayed; HTML §6.6.3 leaves it to the browser. */
const stopsAtDialog = (program: Program, state: RunState): boolean =>
  program.parts.some(({ index, part }) => part.tag === "dialog" && layoutOf(program, state).displayed[index]);

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
export function stimulusOf(
  program: Program,
  state: RunState,
  { kind, at, key: said }: Deed,
  engine: EngineName,
): Stimulus | { wait: number } | null {
  const layout = layoutOf(program, state);
  const clickable = program.parts.filter(
    (p) => layout.landing[p.index] === p.index && layout.inSight[p.index] && isInView(program, state, p.index),
  );
  const scrolls = program.doc.page.blocks !== undefined;
  // A pointer that is pressed and moves selects, and how far that scrolls the page is the browser's own affair.
  if (scrolls && state.pressed !== null && (kind === "move" || kind === "up" || kind === "scroll"))
    return leaveOut("dragged");
  const info = clickable[at % Math.max(1, clickable.length)];
  const { name: part, part: aimed } = info ?? {};
  switch (kind) {
    case "wait":
      return { wait: [50, 100, 150, 200, 400, 1000][at % 6] };
    case "scroll":
      return scrolls ? { scroll: (at * 37) % 1500 } : leaveOut("unscrollable");
    case "resize":
      return { resize: at % 2 ? { width: 640, height: 600 } : { width: 800, height: 600 } };
    case "blur":
      return { blur: true };
    case "calm":
      return engine === "chromium" ? { reducedMotion: at % 2 === 0 } : leaveOut("unaskable");
    case "key":
    case "keyDown":
    case "keyUp": {
      const key = said ?? keys[at % keys.length];
      const plain = keyParts(key).key;
      // How far a browser scrolls by a key, and where it goes from the last stop, is its own affair.
      if (scrolls && /Space|Arrow|Home|End|Tab/.test(key)) return leaveOut("scrollingKey");
      // What is typed into is scrolled to, and an editable part's text becomes another.
      const field = state.focus === DOCUMENT ? null : program.parts[state.focus].part;
      const editable = field?.attributes?.contenteditable !== undefined;
      if (
        (editable || (scrolls && field && takesKeys(field.tag, field.attributes ?? {}))) &&
        /^(x|A|[?+]|Enter|Space)$/.test(plain)
      )
        return leaveOut("typing");
      // What opens by a key, and where Tab goes inside, is the browser's own.
      if (
        field &&
        /^(Enter|Space)$/.test(plain) &&
        (field.tag === "select" || opens.test(field.attributes?.type ?? ""))
      )
        return leaveOut("opening");
      // Whether the pointer still presses something when a key clicks or leads on, each engine has its own mind.
      const asksPressed = doingAsked(program).has("active") && state.pressed !== null;
      if (asksPressed && /Enter|Space|Tab/.test(key)) return leaveOut("pressedWhileKeyed");
      if (field && (key.endsWith("Tab") ? hasStopsInside(field) : isPlayer(field))) return leaveOut("insideControl");
      if (plain === "Enter" && state.focus !== DOCUMENT && leadsElsewhere(program, state, state.focus))
        return leaveOut("linkedPlace");
      // With a modifier a link leads to another window, and Enter uses a button in one browser only.
      if (plain === "Enter" && key !== plain && (field?.tag === "a" || (engine === "firefox" && key !== "Shift+Enter")))
        return leaveOut("modifiedEnter");
      if (engine === "firefox" && movesToLink(program, state, { keyDown: key })) return leaveOut("movedToLink");
      // The space bar on a radio button that is checked is a click in one browser only.
      const isChecked = state.checked.includes(state.focus) && field?.attributes?.type === "radio";
      if (engine === "firefox" && isChecked && plain === "Space") return leaveOut("checkedRadio");
      // So is what gets the focus as the key goes down.
      if (scrolls && /^(x|A)$/.test(plain)) {
        const { focus } = stimulate(program, state, { press: key }).state;
        if (focus !== DOCUMENT && /^(input|textarea)$/.test(program.parts[focus].part.tag))
          return leaveOut("focusedField");
      }
      if (kind !== "key")
        return key.includes("+") || key === "Tab"
          ? leaveOut("heldTab")
          : kind === "keyDown"
            ? { keyDown: key }
            : { keyUp: key };
      // Whether one clicked on words or beside them decides where Tab goes among numbered stops, in each engine otherwise.
      const numbered = program.parts.some((p) => Number(attributeOf(program, state, p.index, "tabindex") ?? 0) > 0);
      if (key.endsWith("Tab") && state.focus === DOCUMENT && state.tabFrom !== DOCUMENT && numbered)
        return leaveOut("numberedStops");
      const caretless = state.tabFrom !== DOCUMENT && !takesCaret(program, state, state.tabFrom);
      if (key.endsWith("Tab") && state.focus === DOCUMENT && caretless && engine === "firefox")
        return leaveOut("caretless");
      // Firefox goes on from where a drag has brought the end of the selection, which no standard says.
      const drags = engine === "firefox" && state.pressed !== null;
      if (key.endsWith("Tab") && state.focus === DOCUMENT && drags) return leaveOut("draggedTab");
      const after = key.endsWith("Tab") ? stimulate(program, state, { press: key }).state.focus : null;
      if (engine === "firefox" && after !== null && stopsAtDialog(program, state)) return leaveOut("dialogStop");
      if (engine === "firefox" && after !== null && goesBackIntoGroup(program, state, { press: key }))
        return leaveOut("radioGroup");
      return after === DOCUMENT ? leaveOut("outOfPage") : { press: key };
    }
    default: {
      // What a select opens, and what closes that again, is the browser's own; the click that does so may reach nobody.
      if (aimed && (aimed.tag === "select" || isPlayer(aimed) || opens.test(aimed.attributes?.type ?? "")))
        return leaveOut("opener");
      // A selection that is drawn into what is edited brings the caret there, and the focus with it, in one browser only.
      const isTypedInto = aimed && takesKeys(aimed.tag, aimed.attributes ?? {});
      if (/^(up|move)$/.test(kind) && state.pressed !== null && state.pressed !== info.index && isTypedInto)
        return leaveOut("selectedInto");
      const isPress = /^(down|click)$/.test(kind);
      if (info && /^(up|click)$/.test(kind) && leadsElsewhere(program, state, info.index))
        return leaveOut("linkedPlace");
      if (engine === "chromium" && info && isPress && holdsEditable(program, state, info.index))
        return leaveOut("nearCaret");
      // A label gives the focus to its field, and the browser scrolls to that: where it lies only the browser knows.
      if (scrolls && part === "label" && state.page.scroll > 0) return leaveOut("labelScroll");
      const there = part === undefined ? state : stimulate(program, state, { move: part }).state;
      // What goes from under the pointer because it is there comes back when it is gone: it flickers, each browser in its way.
      if (info && tracksPointer(program) && there.over !== info.index) return leaveOut("flicker");
      // What the pointer brings about on its way may move the page under it: a person would aim again.
      if (part !== undefined && kind !== "move") {
        if (scrolls && (there.page.glide || there.page.scroll !== state.page.scroll)) return leaveOut("movedPage");
        // So it does where something comes or goes, or has another size: what lies there then is a matter of layout.
        if (String(takesRoom(program, state)) !== String(takesRoom(program, there))) return leaveOut("resized");
        if (hasOtherSizes(program, state, there)) return leaveOut("resized");
        // Nor does the button come up where it went down, where that moves what is pressed.
        const isPressed = kind !== "up" && state.pressed === null;
        const pressed = isPressed ? stimulate(program, there, { down: part }).state : there;
        if (hasOtherSizes(program, there, pressed)) return leaveOut("resized");
        if (engine === "firefox" && vanishes(program, there, kind, part, info.index)) return leaveOut("vanishing");
        if (engine === "firefox" && kind === "up" && state.pressed === null) return leaveOut("strayUp");
      }
      return part === undefined
        ? leaveOut("nothingToHit")
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
