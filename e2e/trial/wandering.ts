/** Runs that nobody made from a sheet: whatever a person could do next, at random, those acts too that the sheet knows nothing of. */
import fc from "fast-check";
import { type Component, keyParts, type Step } from "../../src/core/model";
import { compile, DOCUMENT } from "../../src/core/program";
import { advance, type RunState, type Stimulus, start, stimulate } from "../../src/core/run";
import { type Deed, deeds } from "../../src/core/testing/specifications";
import type { TrialRun } from "../../src/core/trial";
import { stimulusOf } from "../agree/deeds";

/** What opens or shuts the page itself, or is scrolled by what only the browser measures, is left to others. */
const KINDS = /^(click|key|wait|move|down|up|keyDown|keyUp)$/;
/** ms, in whole frames: in time something is still under way as often as not. */
const WAITS = [16, 96, 256, 608, 1104, 2112, 5200];

/** What is held down: nobody can press it again before it is let go of. */
class Held {
  private readonly keys = new Set<string>();
  private pointer = false;

  /** Whether it can be done; it counts as done then. */
  takes(act: Stimulus): boolean {
    if ("click" in act) return !this.pointer;
    if ("down" in act || "up" in act) {
      if (this.pointer !== "up" in act) return false;
      this.pointer = "down" in act;
    }
    if ("press" in act) return !this.keys.has(act.press);
    if ("keyDown" in act) return !this.keys.has(act.keyDown) && !!this.keys.add(act.keyDown);
    return !("keyUp" in act) || this.keys.delete(act.keyUp);
  }
}

/**
 * Where Tab goes from where one clicked depends on which of the words there were hit; how far a key scrolls is the
 * browser's own affair.
 */
const leadsAnywhere = (doc: Component, { focus, tabFrom }: RunState, act: object): boolean =>
  focus === DOCUMENT && "press" in act && /Tab$/.test(String(act.press))
    ? tabFrom !== DOCUMENT
    : asksForScrolling(doc) && /Space|Arrow|Home|End/.test(JSON.stringify(act));
const asksForScrolling = ({ page, reactions }: Component): boolean =>
  page.measured !== undefined || reactions.some(({ event }) => /^scroll|view$/.test(event.on));

/** Who looks at no modifier hears a key with any; a sheet that was read of it says the key alone. */
function isHeardAlone(doc: Component, act: object): boolean {
  const [name] = Object.values(act);
  if (!("press" in act || "keyDown" in act || "keyUp" in act) || !keyParts(name).modifiers) return false;
  const keys = doc.reactions.flatMap(({ event }) => (event.on === "key" ? [event.key] : []));
  const bare = (key: string): string => keyParts(key).key.toLowerCase();
  return !keys.includes(name) && keys.some((key) => bare(key) === bare(name));
}

function walk(doc: Component, drawn: readonly Deed[]): Step[] {
  const program = compile(doc);
  let { state } = start(program);
  const held = new Held();
  const steps: Step[] = [];
  for (const deed of drawn) {
    const act =
      deed.kind === "wait" ? { wait: WAITS[deed.at % WAITS.length] } : stimulusOf(program, state, deed, "chromium");
    if (!act || leadsAnywhere(doc, state, act) || isHeardAlone(doc, act)) continue;
    if ("wait" in act) state = advance(program, state, state.now + act.wait);
    else {
      const { state: then, step } = stimulate(program, state, act);
      if (step.missed || !held.takes(act)) continue;
      state = then;
    }
    steps.push({ do: act });
  }
  return [...steps, { do: { wait: 1500 } }];
}

/** @returns so many runs of a component, the same for the same seed */
export function wanderings(doc: Component, count: number, seed: number): TrialRun[] {
  const drawn = fc.sample(fc.tuple(deeds, deeds, deeds), { seed, numRuns: count });
  return drawn.map((parts, i) => {
    const steps = walk(
      doc,
      parts.flat().filter(({ kind }) => KINDS.test(kind)),
    );
    return { name: `walk ${i}`, scenario: { name: `walk ${i}`, steps } };
  });
}
