/** A page that goes elsewhere: browsers take their time for it, and what is done meanwhile is done with a page that has gone. */

/** Of real time: by then the page has gone, or has not gone at all, as with an address that opens another program. */
const TAKES = 5_000;
const inRealTime = setTimeout;

let isLeaving = false;
let begin: () => void;

/** Answered as the page begins to leave for the first time. */
export const leaving = new Promise<void>((done) => {
  begin = done;
});

/**
 * Before the page's own scripts: none of them can keep it from being heard. Nothing listens for the end itself (`pagehide`):
 * to tell of it, a browser would keep a frame that hangs.
 */
export function watchLeaving(): void {
  addEventListener(
    "beforeunload",
    ({ isTrusted }) => {
      if (!isTrusted) return;
      isLeaving = true;
      begin();
    },
    true,
  );
}

/** If the page has begun to leave: not before it had the time to, which mostly ends this document; else at once. */
export async function gone(): Promise<void> {
  if (!isLeaving) return;
  await new Promise((done) => inRealTime(done, TAKES));
  isLeaving = false;
}
