/** Reads what is in a file off the page's own thread: a file of megabytes takes seconds. */
import { expose } from "comlink";
import { readBytes } from "./read-file";

const api = { read: readBytes };
export type FilesWorker = typeof api;

expose(api);
