/** What a script finds around it: elements, the browser's objects, promises, and what browsers do by themselves. */
export * from "./built";
export * from "./elements";
export * from "./event";
export * from "./forms";
export * from "./globals";
export * from "./methods";
export * from "./native";
export * from "./promises";
export * from "./view";
