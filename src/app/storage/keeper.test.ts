import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Component, emptyComponent } from "../../core/model";
import { tried } from "../../core/testing/tried";
import { Keeper, type Ways } from "./keeper";

class Overtaken extends Error {}
const doc = (n: number): Component => emptyComponent(`v${n}`);
const turn = (ms = 0): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** A store that is slow, refuses when told to, and takes a save only over the revision it has. */
function store() {
  const rows = new Map<string, { doc: Component; revision: number }>();
  const at = { refuses: false, slow: 0 };
  const ways: Ways = {
    settle: 0,
    problem: (error) => ({ why: String(error), overtaken: error instanceof Overtaken }),
    async save(id, saved, base) {
      await turn(at.slow);
      if (at.refuses) throw new Error("full");
      if ((rows.get(id)?.revision ?? 0) !== base) throw new Overtaken();
      rows.set(id, { doc: saved, revision: base + 1 });
      return base + 1;
    },
  };
  return { rows, at, ways };
}

describe("what is edited", () => {
  it("is stored as it was last, whatever the store does in between and whatever is open", async ({ task }) => {
    const act = fc.oneof(
      fc.record({ do: fc.constant("edit" as const), id: fc.constantFrom("a", "b") }),
      fc.record({
        do: fc.constantFrom("flush" as const, "refuse" as const, "take" as const, "slow" as const, "wait" as const),
        id: fc.constantFrom("a", "b"),
      }),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(act, { maxLength: 30 }), async (acts) => {
        const { rows, at, ways } = store();
        const keeper = new Keeper(ways);
        const last: Record<string, Component> = {};
        for (const id of ["a", "b"]) {
          last[id] = doc(0);
          rows.set(id, { doc: last[id], revision: 7 });
          keeper.begin(id, last[id], 7);
        }
        for (const [i, { do: what, id }] of acts.entries()) {
          if (what === "edit") {
            last[id] = doc(i + 1);
            keeper.put(id, last[id]);
          } else if (what === "flush") keeper.flush(id);
          else if (what === "wait") await turn();
          else if (what === "slow") at.slow = 3 - at.slow;
          else at.refuses = what === "refuse";
          // At every instant the last edit is in the store, or known not to be.
          for (const key of ["a", "b"]) {
            const kept = keeper.unsaved().find((k) => k.id === key);
            expect(kept?.doc ?? rows.get(key)!.doc).toBe(last[key]);
          }
        }
        at.refuses = false;
        keeper.retry();
        for (const id of ["a", "b"]) {
          await keeper.settled(id);
          keeper.retry(id);
          await keeper.settled(id);
          expect(rows.get(id)!.doc).toBe(last[id]);
        }
        expect(keeper.unsaved()).toEqual([]);
      }),
      { numRuns: 150 },
    );
    tried(task, 150);
  });
  it("is not written over what another tab stored, and stays here", async () => {
    const { rows, ways } = store();
    const keeper = new Keeper(ways);
    keeper.begin("a", doc(0), 1);
    rows.set("a", { doc: doc(9), revision: 2 });
    const mine = doc(1);
    keeper.put("a", mine);
    await keeper.settled("a");
    expect(keeper.get("a")).toMatchObject({ state: "overtaken", doc: mine });
    expect(rows.get("a")!.doc.name).toBe("v9");
    keeper.put("a", doc(2));
    await keeper.settled("a");
    expect(rows.get("a")!.doc.name).toBe("v9");
  });
  it("that was never stored waits with its reason, and is stored when the store takes it", async () => {
    const { rows, ways } = store();
    const keeper = new Keeper(ways);
    keeper.beginRefused("a", doc(1), new Error("full"));
    expect(keeper.unsaved()).toMatchObject([{ id: "a", state: "failed", why: "Error: full" }]);
    keeper.retry();
    await keeper.settled("a");
    expect(rows.get("a")).toMatchObject({ revision: 1 });
  });
  it("is forgotten once it is gone", async () => {
    const { rows, ways } = store();
    const keeper = new Keeper(ways);
    keeper.begin("a", doc(0), 0);
    keeper.put("a", doc(1));
    keeper.drop("a");
    await turn(2);
    expect(rows.size).toBe(0);
    expect(keeper.unsaved()).toEqual([]);
  });
});
