/** One tab at a time edits a component; another is told and can take over (Web Locks API). */

export interface TabLock {
  release(): void;
}

/** A tab that holds a component is asked for it, so that it can store what waits before it lets go. */
const asking = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel("lively-state components");
interface Held {
  /** Stores what waits. */
  letGo(): Promise<void>;
  release(): void;
}
const held = new Map<string, Held>();
asking?.addEventListener("message", (event: MessageEvent<{ ask: string }>) => {
  const mine = held.get(event.data.ask);
  if (mine) mine.letGo().finally(mine.release);
});

/** A tab that does not answer in this time is taken from, ms. */
const PATIENCE = 3000;

/**
 * @param take asks another tab that has it to let go
 * @param letGo stores what waits; called when another tab asks
 * @param lost is called when another tab has it from now on
 * @returns the lock, or null when another tab has it
 */
export async function lockComponent(
  id: string,
  take: boolean,
  letGo: () => Promise<void>,
  lost: () => void,
): Promise<TabLock | null> {
  if (!navigator.locks) return { release() {} };
  const got = await request(
    id,
    take ? { signal: AbortSignal.timeout(PATIENCE) } : { ifAvailable: true },
    letGo,
    lost,
    take,
  );
  return got || !take ? got : request(id, { steal: true }, letGo, lost, false);
}

function request(
  id: string,
  options: LockOptions,
  letGo: () => Promise<void>,
  lost: () => void,
  ask: boolean,
): Promise<TabLock | null> {
  return new Promise((resolve) => {
    let granted = false;
    navigator.locks
      .request(`component ${id}`, options, (lock) => {
        if (!lock) {
          resolve(null);
          return undefined;
        }
        granted = true;
        return new Promise<void>((done) => {
          const mine: Held = {
            letGo: async () => {
              lost();
              await letGo();
            },
            release() {
              if (held.get(id) === mine) held.delete(id);
              done();
            },
          };
          held.set(id, mine);
          resolve(mine);
        });
      })
      // Waiting too long, or taken away by a tab that did.
      .catch(() => {
        if (granted) {
          held.delete(id);
          lost();
        } else resolve(null);
      });
    if (ask) asking?.postMessage({ ask: id });
  });
}
