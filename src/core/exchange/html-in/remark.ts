/** Something odd in pasted markup, or something that was left out of it. */
export interface Remark {
  /** 1-based line of the pasted text, where it is known. */
  line: number | null;
  text: string;
}
