/** What markup made, as it begins to be. */
import type { Context } from "../../context";
import { insideMade, keyOfPlace } from "../../made";
import type { PageElement } from "../../page";

/** It is there with all that is in it, and hears by what stands in its attributes. */
export function begun(r: Context, e: PageElement): void {
  for (const inner of insideMade(e)) r.write(keyOfPlace(inner), true);
  for (const one of [e, ...insideMade(e)])
    for (const [type, code] of Object.entries(one.handlers ?? {})) r.listenBy(one, type, code);
}
