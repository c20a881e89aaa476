/** A proof as text for a terminal, as XML for continuous integration, as a page to read. */
export * from "./junit";
export * from "./markdown";
export { allHolds, mutationText, reportText } from "./text";
