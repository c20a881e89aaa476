/** Small components that between them use the whole vocabulary, to hold the core against a real browser. */
import type { Component } from "../model";
import { box, bubblingDialog, button, component } from ".";

const link = (name: string) => ({ name, tag: "a", attributes: { href: "#nowhere" }, content: [name] });

export const components: Record<string, Component> = {
  "a dialog that an inside click dismisses": bubblingDialog(),

  "a disclosure": component({
    parts: [
      button("toggle", { attributes: { "aria-expanded": "false", type: "button" } }),
      box("panel", ["Change until one hour before sailing.", link("more")]),
      button("next"),
    ],
    states: ["closed", "open"],
    looks: {
      toggle: { closed: 'aria-expanded="false"; "Show the rules"', open: 'aria-expanded="true"; "Hide the rules"' },
      panel: { closed: "not displayed" },
    },
    reactions: {
      "click toggle": { closed: "open", open: "closed" },
      "press Escape in panel": { open: "closed / focus toggle" },
    },
  }),

  "a stepper with limits": component({
    parts: [
      button("less", { content: ["−"] }),
      box("count", ["${n} of 3"]),
      button("more", { content: ["+"] }),
      box("full", ["No more seats"], { attributes: { title: "at ${n}" } }),
    ],
    states: ["some", "limit"],
    data: [{ name: "n", type: "integer", initial: 1, min: 0, max: 3 }],
    looks: { more: { limit: "disabled" }, full: { some: "hidden", limit: 'shown; title="${n} is all"' } },
    reactions: {
      "click more": { some: "[n + 1 >= 3] limit / n = n + 1; / n = n + 1" },
      "click less": { always: "[n > 0] some / n = n - 1" },
    },
  }),

  "a menu that closes on clicks outside": component({
    parts: [
      button("open"),
      box("menu", [button("first"), button("second"), box("rule", ["—"])], { attributes: { role: "menu" } }),
      box("elsewhere", ["other words"]),
      button("last"),
    ],
    states: ["shut", "shown"],
    looks: { menu: { shut: "absent" } },
    focus: { shown: "→ first in menu" },
    reactions: {
      "click open": { shut: "shown / stop", shown: "shut / stop" },
      "click outside menu": { shown: "shut" },
      "click first": { shown: "shut / focus open" },
      "press ArrowDown in menu": { shown: "/ focus second" },
      "press Escape": { shown: "shut / focus open" },
    },
  }),

  "nested states with raised events": component({
    parts: [button("go"), box("light", ["${in('on') ? 'on' : 'off'}"]), button("reset"), box("note", ["quiet"])],
    states: [{ name: "off" }, { name: "on", initial: "high", states: [{ name: "low" }, { name: "high" }] }],
    data: [{ name: "turns", type: "number", initial: 0 }],
    looks: {
      light: { on: "inert", low: "transparent" },
      note: { always: '"${turns} turns"', low: "moved out" },
      reset: { off: "no pointer" },
    },
    reactions: {
      "click go": { off: "on / turns = turns + 1", low: "high", high: "low / raise dimmed" },
      "click reset": { on: "off" },
      "on dimmed": { on: "/ turns = turns + 10" },
      "press x": { on: "off", low: "ignored" },
    },
  }),

  "layers that cover each other": component({
    parts: [
      button("below", { css: { position: "fixed", top: "20px", left: "20px" } }),
      box("veil", [button("inside", { css: { position: "fixed", top: "90px", left: "20px" } })], {
        covers: "viewport",
        layer: 1,
        css: { position: "fixed", inset: "0" },
      }),
      box("curtain", ["curtain"], { covers: "viewport", layer: 2, css: { position: "fixed", inset: "0" } }),
    ],
    states: ["none", "veiled", "both", "through"],
    looks: {
      veil: { none: "not displayed", veiled: "shown", both: "shown", through: "shown; no pointer" },
      curtain: { none: "not displayed", veiled: "not displayed", both: "transparent", through: "shown; inert" },
      inside: { through: "pointer" },
    },
    reactions: {
      "click below": { none: "veiled", through: "none" },
      "click inside": { veiled: "both / stop", through: "both" },
      "click exactly curtain": { both: "through" },
      "click exactly veil": { veiled: "none" },
    },
  }),

  "a field with its label": component({
    parts: [
      { name: "label", tag: "label", attributes: { for: "port" }, content: ["Port"] },
      { name: "port", tag: "input", attributes: { id: "port" } },
      box("hint", ["Holm or Vardey"]),
      button("clear"),
    ],
    states: ["idle", "asked"],
    looks: { hint: { idle: "not displayed" } },
    reactions: {
      "click port": { idle: "asked" },
      "press Escape in port": { asked: "idle" },
      "click clear": { asked: "idle / focus port" },
    },
  }),

  "two regions, a history and looks under conditions": component({
    parts: [
      button("power"),
      button("next"),
      button("mute"),
      box("lamp", ["${n} of 3"]),
      box("sound", ["la"]),
      box("both", ["both"]),
      box("aside", ["aside"]),
    ],
    states: [
      { name: "off" },
      {
        name: "on",
        kind: "parallel",
        entry: [{ do: "assign", data: "n", value: "0" }],
        states: [
          {
            name: "light",
            states: [{ name: "low" }, { name: "high" }, { name: "kept", kind: "history" }],
          },
          { name: "tone", initial: "quiet", states: [{ name: "loud" }, { name: "quiet" }] },
        ],
      },
    ],
    data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 3 }],
    looks: {
      lamp: {
        always: "transparent",
        low: "shown; opacity: 0.5",
        high: 'shown; [n > 1] "many"; opacity: 0.8; [n > 2] inert',
      },
      sound: { always: "absent", loud: "shown; [in('high')] hidden" },
      both: { always: "not displayed", on: "[in('high') && in('loud')] shown" },
      next: { always: "disabled", on: "enabled" },
      aside: { on: "moved out", loud: "shown; opacity: 0.5" },
    },
    reactions: {
      "click power": { off: "kept, quiet", on: "off" },
      "click next": { low: "high / n = n + 1", high: "low / n = n + 1" },
      "click mute": { loud: "quiet", quiet: "loud", off: "ignored" },
      "press n": { on: "/ n = n + 1" },
      "press r in mute": { on: "on" },
    },
  }),

  "pointer, keys and focus in detail": component({
    parts: [
      button("hold"),
      box("count", ["${n}"]),
      box("card", [button("a"), "words"]),
      box("tip", ["tip"]),
      box("list", [
        box("one", ["one"], { attributes: { tabindex: "-1" } }),
        box("two", ["two"], { attributes: { tabindex: "-1" } }),
      ]),
      box("status", ["${last}"]),
    ],
    states: ["idle", "held", "done"],
    data: [
      { name: "n", type: "integer", initial: 0, min: 0, max: 3 },
      { name: "last", type: "text", initial: "-" },
    ],
    looks: { tip: { always: "not displayed", held: "shown" } },
    reactions: {
      "pointer down hold": { idle: "held / n = n + 1" },
      "pointer up anywhere": { held: "done" },
      "pointer enters card": { always: "/ last = 'in'" },
      "pointer leaves card": { always: "/ last = 'out'" },
      "focus enters card": { always: "/ n = n + 1" },
      "focus leaves card": { always: "/ last = 'left'" },
      "press ArrowDown": { always: "/ focus next in list" },
      "press ArrowUp": { always: "/ focus previous in list, prevent" },
      "release x": { done: "idle", held: "idle" },
      "click outside card": { done: "idle / raise closed.by.click" },
      "on closed": { idle: "/ last = _event.name" },
      "becomes [n > 1]": { always: "/ last = 'more than one'" },
      automatic: { done: "[n > 2] idle / n = 0" },
    },
  }),

  "requests, timers and entries": component({
    parts: [button("send"), button("stop"), box("state", ["${tries}"]), box("note", ["${said}"])],
    states: [
      { name: "idle", entry: [{ do: "cancel", timer: "patience" }] },
      { name: "work", initial: "sending", states: [{ name: "sending" }, { name: "finished", kind: "final" }] },
      { name: "after", exit: [{ do: "assign", data: "said", value: "'bye'" }] },
    ],
    data: [
      { name: "tries", type: "integer", initial: 0, min: 0, max: 5 },
      { name: "said", type: "text", initial: "" },
    ],
    looks: { stop: { idle: "disabled", after: "disabled" } },
    reactions: {
      "click send": { idle: 'work / tries = tries + 1, start patience after 20s, announce "Sending"', after: "idle" },
      "click stop": { sending: "finished" },
      "on done.state.work": { work: "after / if [tries > 1] (said = 'again') else (said = 'once')" },
      "timer patience": { work: "idle" },
    },
  }),

  "a page that scrolls": component({
    parts: [
      box("head", ["head"], { area: { block: "top", height: "100px" } }),
      box("side", ["side"], { css: { position: "sticky", top: "20px" }, area: { block: "middle", height: "50px" } }),
      box("foot", ["foot"], { area: { block: "bottom", top: "40vh", height: "60px" } }),
      button("up", { css: { position: "fixed", bottom: "20px", right: "20px" } }),
      box("log", ["${log}"], { css: { position: "fixed", top: "60px" } }),
    ],
    states: ["top", "down"],
    data: [{ name: "log", type: "text", initial: "" }],
    tokens: { "--far": "calc(50vh + 60px)" },
    page: {
      height: 480,
      blocks: [
        { name: "top", height: "300px" },
        { name: "middle", height: "100vh" },
        { name: "bottom", height: "calc(100vh - 80px)" },
      ],
    },
    looks: { up: { top: "absent", down: "shown" } },
    reactions: {
      "scroll past var(--far)": { top: "down / log = 'p'" },
      "scroll back above 100px": { down: "top / log = 'b'" },
      "in view head at 50%": { always: "/ log = 'H'" },
      "out of view head at 50%": { always: "/ log = 'h'" },
      "in view foot": { always: "/ log = 'F'" },
      "out of view side": { always: "/ log = 's'" },
      "click up": { down: "/ scroll to 0px" },
      "press m": { always: "/ scroll to foot" },
      "width above 500px": { always: "/ log = 'w'" },
    },
  }),
};
