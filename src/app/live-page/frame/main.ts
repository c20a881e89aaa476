/**
 * The script inside the sandboxed frame. It shows the elements that the app sends and reports what a person does; it
 * decides nothing. Pasted scripts cannot run beside it: elements are made one by one, and handlers are never set.
 */

import { takesKeys } from "../../../core/cascade/selectors/controls";
import { keyOf, splitKey } from "../../../kernel";
import type { Target } from "../measured/targets";
import type { Drawn, FromFrame, Hears, ToFrame } from "../protocol";
import { active, blur, body, boxOf, closest, focus, getAttribute, sheet } from "./dom";
import { drawMarks, setMarks } from "./marks";
import { elementOf, patch } from "./patch";

const say = (message: FromFrame): void => parent.postMessage(message, "*");
let interactive = false;
let hears: Hears = { presses: false, hovers: false, heldKeys: [], scrolls: false };
/** Where the app has scrolled the page to; only what differs is a person's doing. */
let scrolledTo = 0;

const partAt = (target: EventTarget | null): string | null => {
  const element = target instanceof Element ? closest(target, "[data-part]") : null;
  return element && getAttribute(element, "data-part");
};

/** The focus that the app has drawn last. */
let drawnFocus: { name: string | null; visible: boolean } = { name: null, visible: true };
function setFocus(name: string | null, visible: boolean): void {
  drawnFocus = { name, visible };
  const focused = active();
  if (name === null) {
    if (focused instanceof HTMLElement && focused !== body) blur(focused);
    return;
  }
  const element = elementOf(name);
  if (!element || element === focused || !document.hasFocus()) return;
  focus(element, { preventScroll: true, focusVisible: visible } as FocusOptions);
}

/** What is around it shows no more of it than it is large: a panel of no height shows nothing. */
function isCut(element: Element, x: number, y: number): boolean {
  for (let e = element.parentElement; e && e !== body; e = e.parentElement) {
    if (getComputedStyle(e).overflow === "visible") continue;
    const box = boxOf(e);
    if (x < box.left || x >= box.right || y < box.top || y >= box.bottom) return true;
  }
  return false;
}

/** Its size is not the author's to say: it stands among the words of a sentence, or is as the browser draws it. */
function isExcepted(element: Element): boolean {
  const style = getComputedStyle(element);
  const { parentElement: around } = element;
  const isAmongWords = [...(around?.childNodes ?? [])].some((n) => n instanceof Text && n.data.trim() !== "");
  const isMark = element instanceof HTMLInputElement && /^(checkbox|radio)$/.test(element.type);
  return (style.display === "inline" && isAmongWords) || (isMark && style.appearance !== "none");
}

/** What the browser hits in the middle of a part that is on the screen, and how large the part is. */
function measure(): Pick<Extract<FromFrame, { type: "measured" }>, "onTop" | "targets"> {
  const onTop: Record<string, string | null> = {};
  const targets: Record<string, Target> = {};
  for (const element of document.querySelectorAll("[data-part]")) {
    const box = boxOf(element);
    const x = box.left + box.width / 2;
    const y = box.top + box.height / 2;
    if (!box.width || !box.height || x < 0 || y < 0 || x >= innerWidth || y >= innerHeight) continue;
    if (isCut(element, x, y)) continue;
    const name = getAttribute(element, "data-part")!;
    onTop[name] = partAt(document.elementFromPoint(x, y));
    targets[name] = { x: box.x, y: box.y, width: box.width, height: box.height, isExcepted: isExcepted(element) };
  }
  return { onTop, targets };
}

/** More parts than that have their places told by what is around them. */
const MOST_PLACES = 500;

function drawn(): Drawn {
  const parts: Drawn["parts"] = {};
  let n = 0;
  for (const element of document.querySelectorAll("[data-part]")) {
    const box = boxOf(element);
    if (!box.height || ++n > MOST_PLACES) continue;
    parts[getAttribute(element, "data-part")!] = { top: Math.round(box.top + scrollY), height: Math.round(box.height) };
  }
  return { width: innerWidth, length: document.documentElement.scrollHeight, parts };
}

addEventListener("message", (event: MessageEvent<ToFrame>) => {
  // The app may draw this page in a window of its own: then the one who speaks is not the one around it.
  if (event.origin !== location.origin) return;
  const message = event.data;
  if (message.type === "mode") {
    ({ interactive, hears } = message);
    document.documentElement.style.overflow = hears.scrolls ? "" : "hidden";
  } else if (message.type === "scroll") {
    scrolledTo = message.top;
    if (Math.abs(scrollY - message.top) >= 1) scrollTo({ top: message.top, behavior: "instant" });
  } else if (message.type === "render") {
    if (message.sheet) {
      document.documentElement.lang = message.sheet.lang;
      // What moves is drawn at the clock's time; the page's own rules would move it once more.
      sheet.textContent = `${message.sheet.css}\n*, ::before, ::after { transition: none !important }`;
    }
    patch(body, message.parts);
    if (interactive) setFocus(message.focus, message.focusVisible);
    drawMarks();
    requestAnimationFrame(() => say({ type: "painted" }));
  } else if (message.type === "marks") setMarks(message.marks, message.scale);
  else if (message.type === "measure") say({ type: "measured", id: message.id, ...measure(), drawn: drawn() });
});

// A frame without the focus of its window cannot draw it, and gets it later.
addEventListener("focus", () => interactive && setFocus(drawnFocus.name, drawnFocus.visible));

// The app's core decides where the focus goes and what a click does; the browser's own answers are held back.
addEventListener("mousedown", (event) => {
  if (interactive) window.focus();
  event.preventDefault();
});
addEventListener(
  "click",
  (event) => {
    event.preventDefault();
    if (interactive && !hears.presses) say({ type: "click", part: partAt(event.target) });
  },
  true,
);
// The middle button opens a link in a tab of its own, and a link can be dragged out: neither is for a page that is tried.
addEventListener("auxclick", (event) => event.preventDefault(), true);
addEventListener("dragstart", (event) => event.preventDefault(), true);
const pointer = (did: "down" | "up" | "move", target: EventTarget | null): void => {
  if (interactive) say({ type: "pointer", did, part: partAt(target) });
};
addEventListener("pointerdown", (event) => {
  if (!hears.presses || event.button !== 0) return;
  // Released outside the page, it is released all the same.
  document.documentElement.setPointerCapture(event.pointerId);
  pointer("down", event.target);
});
addEventListener("pointerup", (event) => {
  if (!hears.presses || event.button !== 0) return;
  pointer("up", document.elementFromPoint(event.clientX, event.clientY));
});
let over: string | null = null;
addEventListener("pointermove", (event) => {
  if (!hears.hovers) return;
  const part = partAt(document.elementFromPoint(event.clientX, event.clientY));
  if (part === over) return;
  over = part;
  pointer("move", document.elementFromPoint(event.clientX, event.clientY));
});
document.documentElement.addEventListener("pointerleave", () => {
  if (!hears.hovers || over === null) return;
  over = null;
  pointer("move", null);
});
let told = false;
addEventListener(
  "scroll",
  () => {
    if (!interactive || told || Math.abs(scrollY - scrolledTo) < 1) return;
    told = true;
    // One report every few frames is as much as anybody can see.
    setTimeout(() => {
      told = false;
      scrolledTo = Math.round(scrollY);
      say({ type: "scrolled", top: scrolledTo });
    }, 50);
  },
  { passive: true },
);
addEventListener("scroll", drawMarks, { passive: true });
addEventListener("resize", drawMarks);
addEventListener("submit", (event) => event.preventDefault(), true);
const isTypedInto = (target: EventTarget | null): boolean =>
  target instanceof HTMLTextAreaElement ||
  (target instanceof HTMLInputElement && takesKeys("input", { type: target.type }));
/** The space bar activates a control as it comes up, so the component always gets both ends of it. */
const isHeld = (key: string): boolean => hears.heldKeys.includes(key) || splitKey(key).at(-1) === "Space";
addEventListener("keydown", (event) => {
  if (!interactive) return;
  const key = keyOf(event);
  if (!key) return;
  if (key === "F6") {
    event.preventDefault();
    say({ type: "leave" });
    return;
  }
  if (!isTypedInto(event.target) || !/^.$|^Space$|^Backspace$/.test(key)) event.preventDefault();
  const holds = isHeld(key);
  if (holds && event.repeat) return;
  say({ type: "key", key, did: holds ? "down" : "press" });
});
addEventListener("keyup", (event) => {
  const key = keyOf(event);
  if (interactive && key && isHeld(key)) say({ type: "key", key, did: "up" });
});

say({ type: "ready" });
