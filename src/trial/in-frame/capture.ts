/** Pointer capture (Pointer Events §10): browsers capture no pointer that is made up, so it is kept here. */

let captor: Element | null = null;

/** @param pressed whether a button is down just now: otherwise nothing is captured */
export function keepCapture(pressed: () => boolean): void {
  Element.prototype.setPointerCapture = function capture(): void {
    if (!pressed() || captor === this) return;
    captor = this;
    this.dispatchEvent(new PointerEvent("gotpointercapture", { bubbles: true, composed: true }));
  };
  Element.prototype.hasPointerCapture = function has(): boolean {
    return captor === this;
  };
  Element.prototype.releasePointerCapture = function release(): void {
    if (captor === this) letGo();
  };
}

/** What gets the pointer's events instead of what lies under it. */
export const captorOf = (): Element | null => (captor?.isConnected ? captor : null);

export function letGo(): void {
  const was = captor;
  captor = null;
  was?.dispatchEvent(new PointerEvent("lostpointercapture", { bubbles: true, composed: true }));
}
