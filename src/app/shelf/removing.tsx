/** Components are taken out, and can be put back for a while. */
import { useCallback } from "react";
import { useTelling } from "../shell/telling";
import type { Whole } from "../storage/database";
import { storedName } from "../storage/stored";
import { storeProblem } from "../store/saving";
import type { OnShelf } from "./on-shelf";
import { putBack, removeComponent } from "./stock";

/** @param onTaken is told which, by id */
export function useRemoving(onProblem: (text: string) => void, onTaken: (ids: readonly string[]) => void) {
  const { message } = useTelling();
  return useCallback(
    async (items: readonly OnShelf[]): Promise<void> => {
      const taken: Whole[] = [];
      for (const item of items) {
        const whole = await removeComponent(item).catch((error: unknown) => void onProblem(storeProblem(error)));
        if (whole) taken.push(whole);
      }
      if (!taken.length) return;
      onTaken(taken.map((w) => w.item.id));
      const what = taken.length === 1 ? `${storedName(taken[0].item.doc)} was` : `${taken.length} components were`;
      const key = `removed ${taken[0].item.id}`;
      message.open({
        key,
        content: (
          <span>
            {what} removed.{" "}
            <button
              type="button"
              className="plain undo-link"
              onClick={() => {
                taken.forEach(putBack);
                message.destroy(key);
              }}
            >
              {taken.length === 1 ? "Put it back" : "Put them back"}
            </button>
          </span>
        ),
        duration: 8,
      });
    },
    [message, onProblem, onTaken],
  );
}
