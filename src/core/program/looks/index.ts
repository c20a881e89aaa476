/** How parts look: poses, and what the page's rules make of them. */
export { withFlags } from "./flags";
export * from "./poses";
export { classesWith, sheetOf } from "./styled";
