/** The blocks of the page from top to bottom: they give it its height, and parts their places. */
import { Button, Input } from "antd";
import { compute, measureEnv } from "../../core/measure";
import { allParts, type Component, freeName } from "../../core/model";
import { useDocument } from "../store/document";

const withBlocks = (doc: Component, blocks: Component["page"]["blocks"]): Component => {
  const { blocks: _old, ...page } = doc.page;
  return { ...doc, page: blocks?.length ? { ...page, blocks } : page };
};

export function Blocks({ doc }: { doc: Component }) {
  const edit = useDocument((s) => s.edit);
  const blocks = doc.page.blocks ?? [];
  const used = new Set(allParts(doc).flatMap(({ part }) => (part.area ? [part.area.block] : [])));
  const put = (at: number, height: string): void =>
    edit("block height", (d) =>
      withBlocks(
        d,
        (d.page.blocks ?? []).map((b, i) => (i === at ? { ...b, height } : b)),
      ),
    );
  const px = (height: string): string => {
    const found = compute(height, { ...measureEnv(doc), percentOf: doc.page.height }, "length");
    return found.ok ? `${Math.round(found.value.n)} px` : found.message;
  };
  return (
    <div className="blocks">
      {!blocks.length && <Drawn doc={doc} />}
      <span className="muted">
        Blocks stand one under the other, for pages that are only sketched; a page longer than its window scrolls
      </span>
      {blocks.map((b, i) => (
        <div key={b.name} className="block-line">
          <b>{b.name}</b>
          <Input
            size="small"
            className="mono"
            aria-label={`Height of ${b.name}`}
            key={b.height}
            defaultValue={b.height}
            onPressEnter={(e) => e.currentTarget.blur()}
            onBlur={(e) => {
              const text = e.target.value.trim();
              if (text !== b.height && compute(text, { ...measureEnv(doc), percentOf: 1 }, "length").ok) put(i, text);
              else e.target.value = b.height;
            }}
          />
          <span className="muted">{px(b.height)}</span>
          <Button
            size="small"
            type="text"
            disabled={used.has(b.name)}
            aria-label={`Remove ${b.name}`}
            title={used.has(b.name) ? "Parts lie in it" : `Remove ${b.name}`}
            onClick={() =>
              edit(`remove ${b.name}`, (d) =>
                withBlocks(
                  d,
                  (d.page.blocks ?? []).filter((o) => o.name !== b.name),
                ),
              )
            }
          >
            ×
          </Button>
        </div>
      ))}
      <Button
        size="small"
        onClick={() => {
          const name = freeName(
            "block",
            blocks.map((b) => b.name),
          );
          edit(`add ${name}`, (d) => withBlocks(d, [...(d.page.blocks ?? []), { name, height: "100vh" }]));
        }}
      >
        Add a block
      </Button>
    </div>
  );
}

/** What was measured where the page is drawn. */
function Drawn({ doc }: { doc: Component }) {
  const { measured = [], height } = doc.page;
  if (!measured.length) return <p className="muted">Drawn, the page fits into its {height} px: it does not scroll.</p>;
  return (
    <p>
      Drawn, it is {measured.map((m) => `${m.length.toLocaleString("en")} px long at a width of ${m.width}`).join(", ")}
      : it scrolls by itself.
    </p>
  );
}
