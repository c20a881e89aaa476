/** Tags for several components at once. */
import { Select } from "antd";
import { useState } from "react";
import { type OnShelf, tagsOf } from "./on-shelf";
import { setTags } from "./stock";

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
