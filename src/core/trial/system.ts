/**
 * What can be acted on and asked: the core itself, a page in a frame, a page in a browser. The clock belongs to whoever
 * holds the system; nothing moves in it until it is told to.
 */
import type { PartFacts, Stimulus } from "../model";

export interface Opening {
  /** px */
  width: number;
  height: number;
  scroll: number;
  reducedMotion: boolean;
}

/** What is seen of one part: the facts of the list in model/schema/facts, and its attributes. */
export interface SeenPart extends Omit<PartFacts, "takes pointer"> {
  /** A click somewhere on it lands on it or on something inside; null where there is no room for one just now. */
  "takes pointer": boolean | null;
  /** Out of view only because the page is not scrolled there; a specification need not know what stands above a part. */
  "scrolled away": boolean;
  /** The part that takes the clicks in its stead; null for none, or for what is no part. */
  "covered by": string | null;
  /** It is being moved into view or out of it: how much of it is seen yet depends on sizes that the page alone knows. */
  "on its way": boolean;
  /** Something moves it without an end: how opaque it is, and where it lies, depends on when one looks. */
  restless: boolean;
  attributes: Readonly<Record<string, string>>;
}

export interface Observation {
  parts: Readonly<Record<string, SeenPart>>;
  /** The part that has the focus; null for none, and what it is where it is no part. */
  focus: {
    part: string | null;
    other: string | null;
    /** Nothing has it while a modal dialog is open: the Tab key has brought it to the browser's own controls. */
    beyond?: boolean;
  };
  /** px from the top */
  scroll: number;
  /** Everything that was announced to assistive technology since the system was observed last. */
  announced: readonly string[];
  /** Exceptions that nobody caught since then. */
  errors: readonly string[];
  /** Elements that were found are gone: which of those that are there now is which part, has to be told anew. */
  astray?: boolean;
  /** ms that the page may lag behind, since it waits for frames or gives the browser a moment. */
  lag: number;
  /** ms since it opened, by the page's own clock, where nobody holds that. */
  now?: number;
}

/** What became of a stimulus. */
export type Done =
  /**
   * Where nobody holds the page's clock: when, by that clock, the page was told of it, ms; and how much later of the last of
   * several things, as of the release of a key. Where it was done at a part inside, since the part itself has no room there: at
   * which.
   */
  | { done: true; at?: number; took?: number; on?: string }
  /** `impossible`: this system can never do such a thing; otherwise the page does not let it happen now. */
  | { done: false; impossible: boolean; why: string };

export interface System {
  /** What happens in the very first instant has happened. */
  open(opening: Opening): Promise<Done>;
  act(stimulus: Stimulus): Promise<Done>;
  /** Lets the clock run, ms. */
  pass(ms: number): Promise<void>;
  /** @param parts those to look at, by name */
  observe(parts: readonly string[]): Promise<Observation>;
  close(): Promise<void>;
}

/** What is done at a place: at a part, or at the bare page. */
export type Pointing = Extract<Stimulus, { click: unknown } | { down: unknown } | { up: unknown } | { move: unknown }>;

/** Why a part has no place to point at just now. */
export type NoPlace = "not found" | "not drawn" | "on its way" | "without room";

/** @param selector of the part on the map; none where it was never found */
export function cannotPoint(part: string, selector: string | undefined, why: NoPlace): Done & { done: false } {
  switch (why) {
    case "not found":
      // What was never on the map cannot be pointed at; what was and is gone makes a difference.
      return selector === undefined
        ? { done: false, impossible: true, why: `no element was found for ${part}` }
        : { done: false, impossible: false, why: `${selector} finds nothing now` };
    // Nobody can hit it yet; where it is then is for no specification to say.
    case "on its way":
      return { done: false, impossible: true, why: `${part} is still on its way to its place` };
    // How much room there is, is for its page to say.
    case "without room":
      return { done: false, impossible: true, why: `${part} has no room to be hit in` };
    case "not drawn":
      return { done: false, impossible: false, why: `${part} is not drawn` };
  }
}

/** @param why the person cannot do it with any such page */
export const never = (why: string): Done & { done: false } => ({ done: false, impossible: true, why });
/** Why no person can do it from outside, whatever the page; null for what can be done. */
export function fromWithin(act: Stimulus): (Done & { done: false }) | null {
  if ("send" in act) return never(`only the page itself can send the event ${act.send}`);
  if ("set" in act) return never(`only the page itself can set ${act.set}`);
  return "unmount" in act ? never("a page on trial is not taken down") : null;
}
/** What becomes of the answer to a request. @param answered whether the page waited for it */
export const answeredTo = (request: string, answered: boolean): Done =>
  answered ? { done: true } : { done: false, impossible: false, why: `the page has not sent the request ${request}` };

/** Told of a page that glides, whatever it stands in. */
export const GLIDED = "the page scrolls smoothly: at the specification's pace, not at the browser's own";
