/** In and out: HTML read, code and reports written. */

export * from "./html-in/read";
export { type Delivered, deliverHtml, verified } from "./html-out/deliver";
export * from "./reports";
export * from "./scxml";
export * from "./stand-in";
