/** Finding, ordering, and what can be done with several at once. */
import { Button, Input, Select } from "antd";
import { useState } from "react";
import { download } from "../deliver/download";
import { FolderLine, useInFolder } from "../folder/Folder";
import { enterFolder, useFolder } from "../folder/store";
import { writeBundle } from "../storage/bundle";
import { readStored } from "../storage/stored";
import { type OnShelf, type Order, orders, tagsOf } from "./on-shelf";
import { proveAgain, setTags } from "./stock";

interface Props {
  words: string;
  order: Order;
  chosen: readonly OnShelf[];
  /** Every one that is in sight is chosen. */
  all: boolean;
  onWords(words: string): void;
  onOrder(order: Order): void;
  onChoose(all: boolean): void;
  onRemove(items: readonly OnShelf[]): void;
}

export function Tools({ words, order, chosen, all, onWords, onOrder, onChoose, onRemove }: Props) {
  return (
    <div className="shelf-tools">
      <input
        type="checkbox"
        aria-label="Choose all"
        title="Choose all"
        checked={all}
        ref={(box) => {
          if (box) box.indeterminate = !all && chosen.length > 0;
        }}
        onChange={(e) => onChoose(e.target.checked)}
      />
      {chosen.length ? (
        <>
          <b>{chosen.length} chosen</b>
          <Button size="small" onClick={() => proveAgain(chosen)}>
            Prove
          </Button>
          <Button size="small" onClick={() => takeOut(chosen)}>
            Save as one file
          </Button>
          <Tagging key={chosen.map((c) => c.id).join()} items={chosen} />
          <IntoFolder items={chosen} />
          <Button size="small" danger onClick={() => onRemove(chosen)}>
            Remove
          </Button>
        </>
      ) : (
        <>
          <Input
            size="small"
            allowClear
            placeholder="Name or tag …"
            aria-label="Find by name or tag"
            value={words}
            onChange={(e) => onWords(e.target.value)}
            onKeyDown={(e) => e.key === "Escape" && onWords("")}
          />
          <span className="muted" id="shelf-order">
            by
          </span>
          <Select
            size="small"
            aria-labelledby="shelf-order"
            value={order}
            onChange={onOrder}
            options={orders.map((o) => ({ value: o, label: o }))}
            popupMatchSelectWidth={false}
          />
        </>
      )}
      <span className="shelf-folder">
        <FolderLine />
      </span>
    </div>
  );
}

/** Where one works in a folder: those that have no file there yet get one. */
function IntoFolder({ items }: { items: readonly OnShelf[] }) {
  const works = useFolder((s) => s.standing === "works");
  const inside = useInFolder();
  const outside = items.filter((i) => !inside.has(i.id));
  if (!works || !outside.length) return null;
  return (
    <Button
      size="small"
      onClick={() =>
        enterFolder(
          outside.flatMap(({ id, doc }) => {
            const read = readStored(doc);
            return read.ok ? { id, doc: read.doc } : [];
          }),
        )
      }
    >
      Put into the folder
    </Button>
  );
}

function takeOut(items: readonly OnShelf[]): void {
  const zip = writeBundle(items.map((i) => i.doc));
  download("components.zip", new Blob([zip as BlobPart], { type: "application/zip" }));
}

/** Tags that all the chosen have are given and taken together. */
export function Tagging({ items }: { items: readonly OnShelf[] }) {
  const common = tagsOf(items[0]).filter((t) => items.every((i) => tagsOf(i).includes(t)));
  const [tags, change] = useState<string[]>([...common]);
  return (
    <Select
      size="small"
      mode="tags"
      className="tagging"
      aria-label="Tags"
      placeholder="Tags …"
      value={tags}
      tokenSeparators={[","]}
      notFoundContent={null}
      onChange={(next: string[]) => {
        const clean = [...new Set(next.map((t) => t.trim().slice(0, 40)).filter(Boolean))];
        for (const item of items)
          setTags(item.id, [...tagsOf(item).filter((t) => clean.includes(t) || !tags.includes(t)), ...clean]);
        change(clean);
      }}
    />
  );
}
