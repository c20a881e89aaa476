/** What lies in the store, and whether it could be read. */
import { useLiveQuery } from "dexie-react-hooks";
import { useEffect, useMemo, useState } from "react";
import { database, type Stored } from "../storage/database";
import { recognised } from "../storage/stored";
import { storeProblem } from "../store/saving";
import { onShelf, useUnsaved } from "./on-shelf";
import { proveUnproved, seedDemo, stopProving } from "./stock";

export function useStored() {
  const [problem, setProblem] = useState<string | null>(null);
  // Until the demo has had its chance, an empty shelf says nothing about itself.
  const [seeded, setSeeded] = useState(false);
  useEffect(() => {
    seedDemo()
      .catch((error: unknown) => setProblem(storeProblem(error)))
      .finally(() => setSeeded(true));
  }, []);
  const stored = useLiveQuery(
    () =>
      database.components
        .toArray()
        .then((items) => items.map(recognised))
        .catch((error: unknown) => {
          setProblem(storeProblem(error));
          return [] as Stored[];
        }),
    [],
  );
  useEffect(() => {
    if (stored) proveUnproved(stored);
  }, [stored]);
  useEffect(() => stopProving, []);
  const unsaved = useUnsaved();
  const items = useMemo(() => onShelf(stored ?? [], unsaved), [stored, unsaved]);
  return { items, isEmpty: seeded && stored !== undefined && !items.length, problem, setProblem };
}
