/** One tab at a time edits a component; another is told and can take over (Web Locks API). */

export interface TabLock {
  release(): void;
}

/**
 * @param lost is called when another tab takes over
 * @returns the lock, or null when another tab has it
 */
export function lockComponent(id: string, steal: boolean, lost: () => void): Promise<TabLock | null> {
  if (!navigator.locks) return Promise.resolve({ release() {} });
  return new Promise((resolve) => {
    let release = (): void => {};
    const held = new Promise<void>((done) => {
      release = done;
    });
    const options = steal ? { steal: true } : { ifAvailable: true };
    navigator.locks
      .request(`component ${id}`, options, (lock) => {
        if (!lock) {
          resolve(null);
          return undefined;
        }
        resolve({ release });
        return held;
      })
      .catch(lost);
  });
}
