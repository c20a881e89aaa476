/** Markup of random specifications, as widgets of the trade have it: landmarks, tabs, accordions, lists in lists, dialogs. */
import type { Part } from "../model";
import { box, button } from "./index";

const part = (name: string, tag: string, content: Part["content"] = [], attributes: Record<string, string> = {}) =>
  ({ name, tag, attributes, content }) as Part;
const tab = (name: string, chosen: boolean): Part =>
  button(name, { attributes: { role: "tab", "aria-selected": String(chosen), tabindex: chosen ? "0" : "-1" } });

export const widgets: Record<string, () => Part[]> = {
  landmarks: () => [
    part("header", "header", [part("title", "h1", ["Harbour ${n}"])]),
    part(
      "nav",
      "nav",
      [
        part("ways", "ol", [
          part("way1", "li", [part("home", "a", ["home"], { href: "#nowhere" })]),
          part("way2", "li", [part("here", "a", ["here"], { href: "#there", "aria-current": "page" })]),
        ]),
      ],
      { "aria-label": "ways" },
    ),
    part("main", "main", [
      part("story", "article", [
        part("byline", "header", [part("at", "time", ["noon"])]),
        part("lead", "p", ["lead ", part("strong", "strong", ["${word}"]), " on"]),
        part("foot", "footer", [button("share")]),
      ]),
      part("aside", "aside", ["aside"], { "aria-label": "aside" }),
    ]),
    part("bottom", "footer", ["bottom"]),
  ],
  tabs: () => [
    part("tablist", "div", [tab("tabA", true), tab("tabB", false), tab("tabC", false)], { role: "tablist" }),
    part("sheetA", "div", ["A ${n}"], { role: "tabpanel", "aria-labelledby": "ta", tabindex: "0" }),
    part("sheetB", "div", [button("inB")], { role: "tabpanel", hidden: "" }),
  ],
  accordion: () => [
    part("head1", "h3", [button("open1", { attributes: { "aria-expanded": "false", "aria-controls": "b1" } })]),
    part("body1", "div", ["one ", part("more1", "a", ["more"], { href: "#nowhere" })], { id: "b1", hidden: "" }),
    part("head2", "h3", [button("open2", { attributes: { "aria-expanded": "true" } })]),
    part("body2", "div", [part("two", "p", ["two"]), button("inTwo")]),
  ],
  submenu: () => [
    part("bar1", "ul", [
      part("top1", "li", [
        button("fleet", { attributes: { "aria-haspopup": "true", "aria-expanded": "false" } }),
        part("sub", "ul", [
          part("sub1", "li", [part("ship1", "a", ["ship"], { href: "#nowhere" })]),
          part("sub2", "li", [part("ship2", "a", ["boat"], { href: "#nowhere", tabindex: "-1" })]),
        ]),
      ]),
      part("top2", "li", ["crew"]),
    ]),
  ],
  sheet: () => [
    {
      ...part("modal", "dialog", [part("ask", "h2", ["Sure?"]), button("yea"), button("nay")], {
        "aria-labelledby": "askId",
      }),
      // Where it would lie over others only the page knows.
      css: { position: "static", margin: "0" },
    } as Part,
    part("pop", "div", ["pop ", button("inPop")], { open: "" }),
  ],
  switches: () => [
    button("switch", { attributes: { role: "switch", "aria-checked": "false" } }),
    part("toggle", "button", ["mute ", part("led", "span", ["on"], { "aria-hidden": "true" })], {
      type: "button",
      "aria-pressed": "false",
    }),
    part("accept", "label", [
      { name: "agree", tag: "input", attributes: { type: "checkbox" } } as Part,
      part("terms", "span", ["I agree to ${word}"]),
    ]),
    part("lone", "label", ["for a button"], { for: "aimed" }),
    button("aimed", { attributes: { id: "aimed", "aria-describedby": "hint" } }),
    part("hint", "small", ["hint"], { id: "hint" }),
  ],
  off: () => [
    part(
      "closed",
      "fieldset",
      [
        part("key", "legend", [button("inLegend")]),
        button("inClosed"),
        part("nested", "fieldset", [part("second", "legend", ["second"]), button("deeper")]),
      ],
      { disabled: "" },
    ),
    part("still", "div", [button("asleep"), part("dream", "a", ["dream"], { href: "#nowhere" })], { inert: "" }),
  ],
  cards: () => [
    part(
      "cards",
      "ul",
      [
        part("card1", "li", [
          part("card", "article", [part("name1", "h4", ["Skiff"]), button("book1")], { tabindex: "0" }),
        ]),
        part("card2", "li", [
          part("figure", "figure", [part("drawn", "div", [], { role: "img", "aria-label": "drawn" })]),
          button("book2"),
        ]),
      ],
      { role: "list" },
    ),
    part("facts", "dl", [part("term", "dt", ["beam"]), part("value", "dd", ["${x} m"])]),
    part("rule", "hr"),
    part("quote", "blockquote", [part("words1", "p", ["hove to"])]),
    part("pre", "pre", [part("code", "code", ["n = ${n}"])]),
  ],
  live: () => [
    part("status", "div", ["${n} left"], { role: "status" }),
    part("alert", "p", [], { role: "alert", "aria-live": "assertive" }),
    part("gauge", "div", [part("fill", "div")], {
      role: "progressbar",
      "aria-valuenow": "${n}",
      "aria-label": "gauge",
    }),
    { name: "meter", tag: "meter", attributes: { min: "0", max: "3", value: "${n}", "aria-label": "meter" } } as Part,
  ],
  veil: () => [
    box("frame", [button("under"), box("veil", [button("lift")], { css: { background: "rgb(0 0 0 / 10%)" } })]),
    box("toast", ["saved ", button("undo")], {
      attributes: { role: "status" },
      css: { position: "fixed", bottom: "0", left: "0", transition: "opacity 150ms linear" },
      layer: 3,
    }),
  ],
};
