/** Style that shows, hides, cuts, moves and turns: what there is of it on pages, each with what it is said of. */
import type { Component } from "../model";
import { box, button, component, css } from "./index";
import type { Deed } from "./specifications";

/** A line each. */
export const declarations: readonly string[] = `
  visibility: hidden
  visibility: collapse
  display: none
  display: contents
  display: inline
  display: inline-block
  display: flex
  display: grid
  display: table
  display: flow-root
  pointer-events: none
  pointer-events: auto
  opacity: 0
  opacity: 0.005
  opacity: 0.5
  opacity: 50%
  content-visibility: auto
  clip: rect(0, 0, 0, 0)
  position: absolute; clip: rect(0 0 0 0)
  position: absolute; clip: rect(0, 0, 0, 0); width: 1px; height: 1px; overflow: hidden
  position: absolute; clip: rect(1px, 1px, 1px, 1px)
  position: absolute; clip: auto
  clip-path: inset(50%)
  clip-path: inset(100%)
  clip-path: circle(0)
  clip-path: circle(0%)
  clip-path: circle(40px)
  clip-path: inset(0 0 100% 0)
  clip-path: inset(0 100% 0 0 round 4px)
  clip-path: inset(20px)
  clip-path: ellipse(0 50%)
  clip-path: polygon(0 0, 0 0, 0 0)
  clip-path: polygon(0 0, 100% 0, 100% 0, 0 0)
  clip-path: polygon(0 0, 100% 0, 100% 100%)
  clip-path: none
  transform: scale(0)
  transform: scaleX(0)
  transform: scale(0.5)
  transform: rotate(90deg)
  transform: rotateX(90deg)
  transform: rotateX(0.25turn)
  transform: rotateY(90deg)
  transform: rotateY(45deg)
  transform: translateX(-9999px)
  transform: translateX(-100vw)
  translate: -9999px 0
  translate: 0 -100vh
  scale: 0
  scale: 0 1
  rotate: 90deg
  rotate: y 90deg
  rotate: x 90deg
  rotate: 1 0 0 90deg
  rotate: 90deg 1 1 0
  rotate: 1 1 1 90deg
  transform: rotate3d(0, 1, 0, 0.25turn)
  transform: rotate3d(0, 0, 1, 90deg)
  transform: matrix(0, 0, 0, 0, 0, 0)
  transform: matrix(1, 0, 0, 0, 0, 0)
  transform: matrix(1, 0, 0, 1, 0, 0)
  transform: perspective(100px) translateZ(-1px)
  filter: opacity(0)
  filter: opacity(50%)
  filter: blur(4px)
  backdrop-filter: blur(2px)
  width: 0
  height: 0
  width: 0; overflow: hidden
  height: 0; overflow: hidden
  max-height: 0; overflow: hidden
  max-height: 0; overflow: clip
  max-width: 0; overflow: hidden
  width: 0; height: 0; overflow: hidden
  min-height: 30px
  position: fixed
  position: fixed; top: -100px
  position: fixed; left: -200px
  position: fixed; top: 100%
  position: fixed; bottom: 0
  position: absolute
  position: absolute; left: -9999px
  position: absolute; top: -9999px
  position: absolute; right: 100%
  position: relative; left: -9999px
  position: relative; top: 10px
  position: sticky; top: 0
  float: left
  float: right
  left: -9999px
  margin-left: -9999px
  text-indent: -9999px
  font-size: 0
  color: transparent
  line-height: 0
  z-index: -1; position: relative
  z-index: -1
  z-index: 2; position: relative
  overflow: hidden
  overflow: auto
  overflow: scroll
  overflow: clip
  user-select: none
  cursor: not-allowed
  isolation: isolate
  mix-blend-mode: multiply
  will-change: transform
  contain: size
  contain: paint
  contain: layout
  mask-image: none
  appearance: none
  all: unset
  all: initial
  all: revert
  zoom: 0.5
  order: 2
  writing-mode: vertical-rl
  direction: rtl
  white-space: nowrap
  outline: none
  border: 0
  padding: 0
  box-sizing: border-box
  transform-style: preserve-3d
  backface-visibility: hidden
  columns: 2
  aspect-ratio: 1
  resize: both
  visibility: inherit
  visibility: visible
  display: inherit
  opacity: inherit
  display: revert
  display: table-cell
  display: inline-flex
  display: inline-grid
  text-overflow: ellipsis
  background: none
  font: inherit
  caret-color: transparent
`
  .split("\n")
  .map((line) => line.trim())
  .filter(Boolean);

/** In the part's own style, in a rule, or in what a state says. */
export type Said = "part" | "rule" | "look";

/** A box with a button and words in it, and a button with words, that have the declaration; between two buttons. */
export function styledBy(declaration: string, said: Said): Component {
  // A page of the tests gives everything a padding of its own.
  const whole = declaration.includes("overflow") ? `${declaration}; padding: 0 !important` : declaration;
  const more = { ...(said === "part" ? { css: css(whole) } : {}), attributes: { class: "told" } };
  return component({
    parts: [
      button("a"),
      box("x", [button("in"), { name: "words", tag: "p", content: ["words"] }], more),
      button("y", { content: ["words"], ...more }),
      button("z"),
    ],
    states: ["s", "t"],
    data: [{ name: "n", type: "integer", initial: 0, min: 0, max: 9 }],
    looks: said === "look" ? { x: { t: whole }, y: { t: whole } } : {},
    reactions: { "click a": { s: "t", t: "s" }, "click x": { s: "/ n = n + 1" } },
    page: { width: 800, height: 600, ...(said === "rule" ? { css: `.told { ${whole} }` } : {}) },
  });
}

const key = (at: number): Deed => ({ kind: "key", at });
const click = (at: number): Deed => ({ kind: "click", at });
export const roundOfStyle: readonly Deed[] = [click(0), key(0), key(0), click(1)];
