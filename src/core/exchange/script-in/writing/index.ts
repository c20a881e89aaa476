/** What was found in a script, said as a specification. */
export { rowsOf } from "./rows";
export { type Whole, type Written, writeBehaviour } from "./write";
