/** What was found in a script, said as a specification. */
export { looseRegionsOf, type Region, regionsOf } from "./regions";
export { rowsOf } from "./rows";
export { type Whole, type Written, writeBehaviour } from "./write";
