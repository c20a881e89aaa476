/** What a form of delivery was put through in a browser, as acted-out.json keeps it. */

/** Of `of` random specifications, or of the runs of all components that come with the product. */
interface Outcome {
  of: number;
  agreed: number;
  /** The day, ISO 8601. */
  on: string;
}
export interface Acted {
  target: string;
  engine: string;
  specifications?: Outcome & { seed: number };
  components?: Outcome & { components: number };
}
