/** What of a page goes its own way, whatever the rest of it does. */
export { aspectOf, type Done, doneOf, loosely, numbered, type Parted, parted } from "./parted";
export { type Next, worthGoingOn } from "./worth";
