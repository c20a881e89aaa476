/** Something in a script that is not understood here. */
export class NotUnderstood extends Error {
  constructor(
    readonly line: number | null,
    readonly what: string,
  ) {
    super(what);
  }
}
