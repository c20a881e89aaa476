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
};
