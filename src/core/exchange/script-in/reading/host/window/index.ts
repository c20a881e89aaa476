/** What a script finds around its elements: the window and the document. */
export { ACTIVE } from "./document";
export { FRAME_TIME, globalOf, hostGet, isIn, knows } from "./globals";
export { keepOf } from "./kept";
