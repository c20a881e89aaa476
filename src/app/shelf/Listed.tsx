/** The components, those of them that are looked for, and what is done with several at once. */
import { useCallback, useMemo, useState } from "react";
import type { Component } from "../../core/model";
import { useInFolder } from "../folder/Folder";
import { useFolder } from "../folder/store";
import { Boundary } from "../shell/Boundary";
import { readStored, storedName } from "../storage/stored";
import { chosenRows, type OnShelf, type Order } from "./on-shelf";
import { useRemoving } from "./removing";
import { ShelfItem } from "./ShelfItem";
import { Tools } from "./Tools";

interface Props {
  items: readonly OnShelf[];
  onAdd(doc: Component): void;
  onProblem(text: string): void;
}

export function Listed({ items: all, onAdd, onProblem }: Props) {
  const [words, setWords] = useState("");
  const [order, setOrder] = useState<Order>("changed last");
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const letGo = useCallback(
    (ids: readonly string[]): void => setChosen((now) => new Set([...now].filter((id) => !ids.includes(id)))),
    [],
  );
  const remove = useRemoving(onProblem, letGo);
  const removeOne = useCallback((item: OnShelf) => remove([item]), [remove]);
  const choose = useCallback((id: string, on: boolean): void => {
    setChosen((now) => {
      const next = new Set(now);
      if (on) next.add(id);
      else next.delete(id);
      return next;
    });
  }, []);
  const copy = useCallback(
    (item: OnShelf): void => {
      const read = readStored(item.doc);
      if (read.ok) onAdd({ ...read.doc, name: `${read.doc.name.slice(0, 110)}, copy` });
    },
    [onAdd],
  );
  const folder = useFolder((s) => s.standing !== "none");
  const inFolder = useInFolder();
  const shown = useMemo(() => chosenRows(all, words, order), [all, words, order]);
  return (
    <>
      {(all.length > 1 || folder) && (
        <Tools
          words={words}
          order={order}
          chosen={shown.filter((i) => chosen.has(i.id))}
          all={shown.length > 0 && shown.every((i) => chosen.has(i.id))}
          onWords={setWords}
          onOrder={setOrder}
          onChoose={(on) => setChosen(new Set(on ? shown.map((i) => i.id) : []))}
          onRemove={remove}
        />
      )}
      {all.length > 0 && !shown.length && (
        <p className="shelf-empty">
          Nothing here is called “{words}”.{" "}
          <button type="button" className="plain undo-link" onClick={() => setWords("")}>
            Show all {all.length}
          </button>
        </p>
      )}
      <ul className="shelf-list">
        {shown.map((item) => (
          <Boundary key={String(item.id)} of={storedName(item.doc)} about={item.doc}>
            <ShelfItem
              item={item}
              inFolder={inFolder.has(item.id)}
              chosen={chosen.has(item.id)}
              onChoose={choose}
              onRemove={removeOne}
              onCopy={copy}
            />
          </Boundary>
        ))}
      </ul>
    </>
  );
}
