/**
 * The focus after a change: what was asked for, what is held, and whether what has it can still have it (HTML §6.6).
 * @template P what can have the focus: a part of the core, an element of a page
 */
export interface Focusing<P> {
  /** Null where nothing has it. */
  readonly focused: P | null;
  /** Where it was before something began to hold it; undefined while nothing holds it. */
  back: P | null | undefined;
  /** What holds the focus in the active states; null for nothing. */
  holder(): P | null;
  canFocus(target: P): boolean;
  contains(outer: P, inner: P): boolean;
  /** Tab stops in their order, inside a part or everywhere. */
  stops(within: P | null): readonly P[];
  /** Everything inside that can have the focus, a Tab stop or not, in tree order. */
  among(within: P): readonly P[];
  move(to: P | null, cause: "action" | "hold" | "lost"): void;
  refused(wanted: P | null): void;
}
export type FocusTarget<P> =
  | {
      kind: "part" | "first" | "last";
      part: P;
    }
  | {
      kind: "next" | "previous";
      part: P | null;
    }
  | {
      kind: "back";
    };
export declare const firstIn: <P>(f: Focusing<P>, part: P) => P | null;
/** @param targets what was asked for since the focus was settled last, in that order */
export declare function settleFocus<P>(f: Focusing<P>, targets: readonly FocusTarget<P>[]): void;
