/** What a script finds around it: elements, the browser's objects, and what browsers do by themselves. */
export * from "./built";
export * from "./elements";
export * from "./event";
export * from "./forms";
export * from "./globals";
export * from "./native";
export * from "./said";
export { sweep } from "./tree";
export * from "./view";
