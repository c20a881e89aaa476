/** The tree of elements as scripts change it. */
export { detach, sweep } from "./attach";
export { cloned, created } from "./copies";
export { replaceInside, setText } from "./drawn";
export { fragment, template } from "./fragments";
export { markupIn, markupOf } from "./markup";
export { tableGet } from "./tables";
export { nodeOf } from "./texts";
export { replaceBy, treeMethods } from "./tree";
