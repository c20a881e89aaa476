/** What a script finds around it: elements, the browser's objects, and what browsers do by themselves. */
export * from "./built";
export * from "./elements";
export * from "./event";
export * from "./fields";
export * from "./native";
export { isHandler, isOfBrowser } from "./properties";
export * from "./said";
export { sweep } from "./tree";
export * from "./view";
export * from "./window";
