/** SCXML in and out (W3C recommendation, 1 September 2015). */
export { looksLikeXml, readScxml } from "./read";
export { writeScxml } from "./write";
