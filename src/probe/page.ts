/** The probe as a script for a page: it stands there under these names. */
import { ownPoint, probePage } from "./probe";

declare global {
  interface Window {
    livelyProbe: typeof probePage;
    ownPoint: typeof ownPoint;
  }
}
window.livelyProbe = probePage;
window.ownPoint = ownPoint;
