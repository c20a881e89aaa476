/** What a script finds around it: elements, the browser's objects, promises, and what browsers do by themselves. */
export * from "./elements";
export * from "./globals";
export * from "./methods";
export * from "./native";
export * from "./requests";
