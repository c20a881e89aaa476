/** Something in a script that is not understood here. */
export class NotUnderstood extends Error {
  constructor(
    readonly line: number | null,
    readonly what: string,
    /** It is understood, and the sheet does it otherwise than the page. */
    readonly otherwise = false,
    /** It is said so, and not by what stands there in the script. */
    readonly whole = false,
  ) {
    super(what);
  }
}

/** What of a script is not in its sheet, or is otherwise there; by its line in the markup. */
export interface Told {
  line: number;
  text: string;
  otherwise?: boolean;
}
