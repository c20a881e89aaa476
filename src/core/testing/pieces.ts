/** Markup of random specifications, in pieces. */
import type { Part } from "../model";
import { box, button } from "./index";

/** Pieces of markup; a specification has some of them. */
export const pieces: Record<string, () => Part[]> = {
  button: () => [button("a", { content: ["go ${n}"] })],
  panel: () => [
    box("panel", [
      { name: "words", tag: "p", content: ["said ${word} ", { name: "bold", tag: "b", content: ["bold"] }, " end"] },
      button("in1"),
      // A text of its own that begins empty.
      box("inner", [button("deep"), '${flag ? "on" : ""}', { name: "tail", tag: "span", content: ["tail"] }]),
      { name: "link", tag: "a", attributes: { href: "#nowhere" }, content: ["link"] },
    ]),
  ],
  fieldset: () => [
    {
      name: "group",
      tag: "fieldset",
      content: [
        { name: "legend", tag: "legend", content: ["Group"] },
        { name: "field", tag: "input", attributes: { type: "text" } },
        button("fb", { attributes: { type: "button" } }),
      ],
    },
  ],
  check: () => [
    { name: "label", tag: "label", attributes: { for: "check" }, content: ["label"] } as Part,
    { name: "check", tag: "input", attributes: { type: "checkbox", id: "check" } } as Part,
  ],
  stops: () => [
    box("tab0", ["tab0"], { attributes: { tabindex: "0" } }),
    box("tabm", ["tabm"], { attributes: { tabindex: "-1" } }),
    button("tab2", { attributes: { tabindex: "2" } }),
  ],
  overlay: () => [
    box(
      "cover",
      [
        box("dialog", [button("ok"), button("no")], {
          attributes: { role: "dialog", tabindex: "-1" },
          // It is seen, also with nothing in it.
          css: { "min-height": "20px" },
        }),
      ],
      {
        css: { position: "fixed", inset: "0", background: "rgb(0 0 0 / 20%)" },
        covers: "viewport",
        layer: 5,
      },
    ),
  ],
  // At the edge, where no other part has its middle.
  drawer: () => [
    box("drawer", [button("pull", { content: ["pull"] })], {
      css: {
        position: "fixed",
        right: "0",
        top: "40px",
        width: "60px",
        margin: "0",
        padding: "0",
        transition: "transform 200ms linear",
      },
    }),
  ],
  menu: () => [
    {
      name: "menu",
      tag: "ul",
      attributes: { role: "menu" },
      content: [
        { name: "item1", tag: "li", attributes: { role: "menuitem", tabindex: "-1" }, content: ["one"] },
        { name: "item2", tag: "li", attributes: { role: "menuitem", tabindex: "-1" }, content: ["two"] },
      ],
    },
  ],
  marks: () =>
    [
      { name: "heading", tag: "h2", content: ["at ${n}"] },
      { name: "image", tag: "img", attributes: { alt: "a mark", src: "/mark.png", width: "9", height: "9" } },
      {
        name: "region",
        tag: "section",
        attributes: { "aria-labelledby": "topic" },
        content: [
          {
            name: "topic",
            tag: "h3",
            attributes: { id: "topic" },
            content: ["topic ", { name: "em", tag: "em", content: ["${word}"] }],
          },
          { name: "bare", tag: "a", content: ["no link"] },
          { name: "editable", tag: "div", attributes: { contenteditable: "" }, content: ["words"] },
        ],
      },
    ] as Part[],
  wraps: () =>
    [
      {
        name: "wrap",
        tag: "label",
        content: ["wraps ", { name: "within", tag: "input", attributes: { type: "text", value: "v" } }, " it"],
      },
      {
        name: "icon",
        tag: "button",
        attributes: { type: "button", "aria-label": "icon ${n}" },
        content: [
          { name: "glyph", tag: "span", attributes: { "aria-hidden": "true" }, content: ["*"] },
          { name: "count", tag: "span", content: ["${n}"] },
        ],
      },
      {
        name: "mixed",
        tag: "button",
        attributes: { type: "button", title: "tip" },
        content: [
          { name: "shy", tag: "span", attributes: { hidden: "" }, content: ["shy"] },
          "said ",
          { name: "loud", tag: "b", content: ["${word}"] },
        ],
      },
    ] as Part[],
  styled: () => [
    box("faint", [box("flex", [button("fx")], { css: { display: "flex" } })], { css: { opacity: "0.5" } }),
    box("gone", [button("gb")], { attributes: { hidden: "" } }),
  ],
  native: () =>
    [
      {
        name: "more",
        tag: "details",
        content: [
          { name: "sum", tag: "summary", content: ["more"] },
          { name: "told", tag: "p", content: ["told ${n}"] },
        ],
      },
      {
        name: "form",
        tag: "form",
        content: [
          { name: "asked", tag: "input", attributes: { type: "text", "aria-label": "asked" } },
          button("sends", { attributes: { type: "submit" } }),
        ],
      },
    ] as Part[],
  choices: () =>
    [
      {
        name: "list",
        tag: "select",
        attributes: { "aria-label": "list" },
        content: [
          { name: "opt1", tag: "option", content: ["first"] },
          { name: "opt2", tag: "option", content: ["second"] },
        ],
      },
      { name: "area", tag: "textarea", attributes: { "aria-label": "area" } },
    ] as Part[],
  table: () =>
    [
      {
        name: "table",
        tag: "table",
        content: [
          {
            name: "rows",
            tag: "tbody",
            content: [
              {
                name: "row",
                tag: "tr",
                content: [
                  { name: "head", tag: "th", content: ["n"] },
                  { name: "cell", tag: "td", content: ["${n}", button("inCell")] },
                ],
              },
            ],
          },
        ],
      },
      { name: "far", tag: "output", content: ["${x}"] },
      { name: "bar", tag: "progress", attributes: { max: "3", value: "1", "aria-label": "bar" } },
    ] as Part[],
  radios: () =>
    [
      {
        name: "sizes",
        tag: "fieldset",
        content: [
          { name: "small", tag: "input", attributes: { type: "radio", name: "size", "aria-label": "small" } },
          {
            name: "wide",
            tag: "label",
            content: [
              "wide ",
              { name: "large", tag: "input", attributes: { type: "radio", name: "size", checked: "" } },
            ],
          },
          { name: "huge", tag: "input", attributes: { type: "radio", name: "size", "aria-label": "huge" } },
        ],
      },
      { name: "sure", tag: "input", attributes: { type: "checkbox", checked: "", "aria-label": "sure" } },
      { name: "yes", tag: "input", attributes: { type: "radio", name: "sure", "aria-label": "yes" } },
      { name: "nope", tag: "input", attributes: { type: "radio", name: "sure", "aria-label": "nope" } },
    ] as Part[],
  scrim: () => [
    box("scrim", ["scrim"], {
      attributes: { hidden: "" },
      css: { position: "fixed", inset: "0" },
      covers: "viewport",
    }),
    box("after", [button("later")]),
  ],
};
