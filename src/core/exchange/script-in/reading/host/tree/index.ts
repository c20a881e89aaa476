/** The tree of elements as scripts change it. */
export { detach, sweep } from "./attach";
export { cloned, created } from "./copies";
export { replaceInside } from "./drawn";
export { fragment, template } from "./fragments";
export { nodeOf } from "./texts";
export { treeMethods } from "./tree";
