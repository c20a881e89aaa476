/** Skerry Line, the demo: a made-up ferry line between made-up islands. */
import { type Component } from "../core/model";
/** In the order in which the shelf shows them. */
export declare const demoComponents: readonly {
  name: string;
  load(): Component;
}[];
