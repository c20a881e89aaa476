/** Where the page is scrolled and how wide the window is, as scripts ask it; what they hold it against tells what to try. */
export class Measure {
  private asked = false;
  /** px; set by the act. */
  at: number;
  /** What it was held against, px. */
  readonly against = new Set<number>();

  constructor(private readonly usual: number) {
    this.at = usual;
  }
  /** For a new act. */
  reset(): void {
    this.asked = false;
    this.at = this.usual;
  }
  ask(): number {
    this.asked = true;
    return this.at;
  }
  /** Some numbers were compared after it was asked. */
  compared(...numbers: readonly unknown[]): void {
    if (!this.asked) return;
    for (const n of numbers)
      if (typeof n === "number" && Number.isFinite(n) && n >= 0 && n < 1e6 && n !== this.at) this.against.add(n);
  }
}
