/** Everyday pages as files, written as different people would; each is one component with a script. */
import { readdirSync, readFileSync } from "node:fs";
import type { Component } from "../model";

const folder = new URL("./strangers/", import.meta.url);
export const strangers: Readonly<Record<string, string>> = Object.fromEntries(
  readdirSync(folder)
    .sort()
    .map((file) => [file.replace(/\.html$/, "").replaceAll("-", " "), readFileSync(new URL(file, folder), "utf8")]),
);

const ASKED = "a request that can be made again before it is answered: here only the last one is answered";
const TWICE = "a timer that can be set again while it is under way, and not be cleared: here it starts anew";
const LOST = "the focus, which is lost where this is drawn anew: the sheet keeps it";
const BESIDE = "a click beside a modal dialog, on its backdrop: here it is heard on the dialog itself alone";
const ANY = "what is done at any key";
/** What is told of them besides their sheet, since they have a fault or do what no sheet says. */
export const remarks: Readonly<Record<string, readonly string[]>> = {
  "a dialog that answers": [BESIDE],
  "a dialog with a return value": [BESIDE],
  "alerts by two boxes": [BESIDE],
  "an answer of a dialog": [BESIDE],
  "stopped or done": [TWICE],
  "still there": [ANY],
  "held by frames or keys": [ANY],
  "saved again and again": ["more and more <div>: the sheet has 4, the first made anew", TWICE],
  "a stack of dialogs": [
    "the focus, which goes to what is then taken out: in the sheet it stays where it was",
    "what is done to something that is on its way out of sight: here it is gone at once",
  ],
  "a port picked from a list": ["what listens for “mousemove”"],
  "soup and tea by components": [LOST],
  "notices in line": ["“queue” grows and grows: the sheet has 2 of it"],
  "a manifest sent by chance": ["chance (Math.random): here it is always the middle"],
  "an egg timer": ["remaining goes on below nought: from there on nothing is told"],
  "a listbox with arrows": ["what listens for “mousemove”"],
  "drawn anew each time": [LOST],
  "a booking as a class": [LOST],
  "a dialog in a portal": [LOST],
  "lamps by their markup": [LOST],
  // Its buttons are called as functions of the window are, which it finds in their place.
  "a gate and its names": [
    "open: the window’s own, and not the element of that name",
    "close: the window’s own, and not the element of that name",
  ],
  "crates by a helper": [LOST],
  "doors that are drawn": [LOST],
  "stores by a tagged template": [LOST],
  "a notice made anew": ["more and more <div>: the sheet has 4, the first made anew", TWICE],
  // The pointer on the notice, and a key pressed.
  "a favourite to undo": [TWICE],
  // The pointer on the bar beside its entries, and gone again.
  "a menu that is pointed at": [TWICE],
  "a box of light by display and opacity": [TWICE],
  "a notice by a promise": [TWICE],
  "a tip with two timers": [TWICE, TWICE],
  // Whatever key is let go, it is let go.
  "hold to delete": [TWICE, ANY],
  "hold to turn the heap": [ANY],
  "a header out of the way": ["“last” keeps where the page was scrolled before; the sheet takes it as it is at first"],
  "a word to be shown": ["what is done once p is filled in, by typing"],
  // Asked again while the timer of the first time runs, which decides nothing any more.
  "a pilot who is late": [TWICE, ASKED],
  "a request with a pause": [TWICE],
  "a toast to dismiss": [
    "a <div> in place of the one before: here it is the same one, with its motions and timers",
    TWICE,
  ],
};

/** Of pages with a fault: the run that finds it, and what it is about. */
export const faults: Readonly<Record<string, RegExp>> = {
  "an egg timer": /click Start .*display: text: expected 00:00, found -1:-1/,
  // Released beside it, it goes on; pressed again, two of them are drawn and one is stopped.
  "a hold by frames": /click bell in counting.*said: text: expected , found Ding/,
  // Pressed by a key while it is held, two of them run and one is stopped.
  "hold to delete": /msg: text: expected , found Deleted/,
  // Opened by the Enter key once more while it is open, it has its class twice and loses one of them.
  "rules in old words": /ov: visible: expected no, found yes/,
  // What was clicked is another element afterwards.
  "drawn anew each time": /the page: focus: expected toggle, found nothing/,
  "lamps by their markup": /the page: focus: expected port, found nothing/,
  "a booking as a class": /the page: focus: expected b-2, found nothing/,
  "soup and tea by components": /the page: focus: expected n, found nothing/,
  "crates by a helper": /the page: focus: expected node-2, found nothing/,
  "stores by a tagged template": /the page: focus: expected lamp, found nothing/,
  // The handle of a timer is lost when another is set over it: it comes although the pointer has gone.
  "a tip with two timers": /tip: visible: expected no, found yes/,
};

/** How long those are that scroll, px, as in `everyday`. */
export const strangerLengths: Readonly<Record<string, Component["page"]["measured"]>> = {
  "a header out of the way": [{ width: 1024, length: 3546, parts: {} }],
  "back to the top": [{ width: 1024, length: 2193, parts: {} }],
  "a header that docks": [{ width: 1024, length: 2075, parts: { sentinel: { top: 8, height: 1 } } }],
};
