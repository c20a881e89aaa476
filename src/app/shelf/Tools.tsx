/** Finding, ordering, and what can be done with several at once. */
import { Button, Dropdown, Input } from "antd";
import { Suspense } from "react";
import { download } from "../deliver/download";
import { FolderLine, useInFolder } from "../folder/Folder";
import { enterFolder, useFolder } from "../folder/store";
import { lazily } from "../shell/lazily";
import { readStored } from "../storage/stored";
import { type OnShelf, type Order, orders } from "./on-shelf";
import { proveAgain } from "./stock";

const Tagging = lazily(() => import("./Tagging"), "Tagging");

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
          <Suspense>
            <Tagging key={chosen.map((c) => c.id).join()} items={chosen} />
          </Suspense>
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
          <Dropdown
            trigger={["click"]}
            autoFocus
            menu={{
              selectable: true,
              selectedKeys: [order],
              items: orders.map((o) => ({ key: o, label: o })),
              onClick: ({ key }) => onOrder(key as Order),
            }}
          >
            <Button size="small" id="shelf-order-now" aria-labelledby="shelf-order shelf-order-now">
              {order}
            </Button>
          </Dropdown>
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

async function takeOut(items: readonly OnShelf[]): Promise<void> {
  const { writeBundle } = await import("../storage/bundle");
  const zip = writeBundle(items.map((i) => i.doc));
  download("components.zip", new Blob([zip as BlobPart], { type: "application/zip" }));
}
