/** What may stand in a page, by language: tags, attributes and addresses, style. */
export * from "./attributes";
export * from "./check";
export { cssInHtml, isPropertyName, sheetProblem, valueProblem } from "./css";
export { boundedPattern } from "./pattern";
export { isAllowedTag } from "./tags";
