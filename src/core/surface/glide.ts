/** The pace at which pages scroll smoothly. No standard says one (CSSOM View §4.1); browsers are near this. */

/** How long a way takes, ms. Long ways take longer, but never more than this. */
export const glideTime = (distance: number): number => Math.round(Math.min(750, 200 + Math.abs(distance) * 0.3));
/** @param t share of the time, 0 to 1 @returns share of the way */
export const smooth = (t: number): number => t * t * (3 - 2 * t);
