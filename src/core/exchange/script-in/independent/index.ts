/** What of a page goes its own way, whatever the rest of it does. */
export { aspectOf, boundKeys, type Done, doneOf, numbered, type Parted, parted } from "./parted";
export { type Next, worthGoingOn } from "./worth";
