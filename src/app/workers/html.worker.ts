/** Reads pasted markup off the main thread. */
import { expose } from "comlink";
import { readHtml } from "../../core/exchange/html-in/read";

const api = { read: readHtml };
export type HtmlWorker = typeof api;

expose(api);
