/** Functions that are left and entered again. */
export { runAsync } from "./async";
export { inner } from "./awaits";
export { generatorOf } from "./generators";
export { ITERATOR_OF } from "./lifted";
