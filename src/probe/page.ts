/** The probe as a script for a page: it stands there as `livelyProbe`. */
import { probePage } from "./probe";

declare global {
  interface Window {
    livelyProbe: typeof probePage;
  }
}
window.livelyProbe = probePage;
