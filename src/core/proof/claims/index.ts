export * from "./check";
