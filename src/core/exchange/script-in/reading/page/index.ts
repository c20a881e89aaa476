/** The page that a script is read against: elements by part, and what it changes of them. */
export { type Cell, isElement, type Known, keyOfStore, type PageElement, type Store, spaced } from "./elements";
export { ScriptPage } from "./ruled";
