/** Fields and forms, as scripts ask for them. */
export { invalidIn, report, reset, validityOf } from "./checks";
export { entered } from "./entries";
export { fieldValue, optionGet } from "./values";
