/** What a part is: tag, text, attributes, base style, layer and what it covers. Each field commits when it is left. */
import { Input, InputNumber, Select } from "antd";
import { useState } from "react";
import { type Component, type Part, partNames, references, setPart } from "../../core/model";
import { useDocument } from "../store/document";
import { PartRules } from "./PartRules";
import { attributesText, contentText, parseAttributes, parseContent, parseDeclarations, styleText } from "./part-text";

export function PartForm({ part, doc }: { part: Part; doc: Component }) {
  const edit = useDocument((s) => s.edit);
  const writable = useDocument((s) => s.writable);
  const put = (what: string, next: Partial<Part>): void => {
    const { name, ...rest } = { ...part, ...next };
    const clean = Object.fromEntries(Object.entries(rest).filter(([, v]) => v !== undefined)) as Omit<Part, "name">;
    edit(`${what} of ${name}`, (d) => setPart(d, name, clean));
  };
  const inner = (part.content ?? []).flatMap((c) => (typeof c === "string" ? [] : c.name));
  const refs = references(doc).filter((r) => r.from.name === part.name);
  const referredBy = references(doc).filter((r) => r.to?.name === part.name);
  const covers = Array.isArray(part.covers) ? part.covers : part.covers ? [`the ${part.covers}`] : [];
  return (
    <fieldset disabled={!writable} className="part-form">
      <Text
        label="Tag"
        value={part.tag}
        check={(t) => (/^[A-Za-z][A-Za-z0-9-]*$/.test(t) ? null : "an HTML or SVG tag")}
        onDone={(tag) => put("tag", { tag })}
      />
      <Text
        label="Text"
        value={contentText(part)}
        hint="${name} shows data"
        check={(t) => problem(parseContent(t, part))}
        note={
          inner.length
            ? `${inner.map((p) => `<${p}>`).join(", ")} ${inner.length === 1 ? "is a part" : "are parts"} inside`
            : undefined
        }
        onDone={(text) => {
          const said = parseContent(text, part);
          if (said.ok) put("text", { content: said.value });
        }}
      />
      <Text
        label="Attributes"
        rows={4}
        value={attributesText(part)}
        hint={'id="panel"'}
        check={(t) => problem(parseAttributes(t, part.tag))}
        onDone={(t) => put("attributes", { attributes: nonEmpty(parseAttributes(t, part.tag)) })}
      />
      <Text
        label="Own style"
        rows={4}
        value={styleText(part)}
        hint="property: value;"
        check={(t) => problem(parseDeclarations(t))}
        onDone={(t) => put("style", { css: nonEmpty(parseDeclarations(t)) })}
      />
      <PartRules part={part.name} />
      <div className="form-line">
        <span>Layer</span>
        <InputNumber
          size="small"
          aria-label="Layer"
          value={part.layer ?? null}
          placeholder="as around it"
          precision={0}
          onChange={(v) => put("layer", { layer: v ?? undefined })}
        />
      </div>
      <div className="form-line">
        <span>Covers</span>
        <Select
          size="small"
          mode="multiple"
          aria-label="Covers"
          placeholder="nothing"
          value={covers}
          options={["the viewport", "the parent", ...partNames(doc).filter((n) => n !== part.name)].map((v) => ({
            value: v,
            label: v,
          }))}
          onChange={(list: string[]) => {
            const last = list[list.length - 1];
            if (!last) put("cover", { covers: undefined });
            else if (last === "the viewport" || last === "the parent")
              put("cover", { covers: last.slice(4) as "viewport" });
            else put("cover", { covers: list.filter((v) => !v.startsWith("the ")) });
          }}
        />
      </div>
      {(doc.page.blocks?.length ?? 0) > 0 && doc.parts.some((p) => p.name === part.name) && (
        <div className="form-line">
          <span>Lies in</span>
          <Select
            size="small"
            aria-label="Block that it lies in"
            value={part.area?.block ?? ""}
            options={[
              { value: "", label: "no block: it goes with the window" },
              ...(doc.page.blocks ?? []).map((b) => ({ value: b.name, label: `block ${b.name}` })),
            ]}
            onChange={(block) => put("block", { area: block ? { ...part.area, block } : undefined })}
          />
        </div>
      )}
      {(refs.length > 0 || referredBy.length > 0) && (
        <div className="form-line">
          <span>References</span>
          <ul>
            {refs.map((r) => (
              <li key={r.attribute + r.id} className={r.to ? "" : "wrong-text"}>
                {r.attribute} → {r.to ? r.to.name : `“${r.id}”, which no part has as its id`}
              </li>
            ))}
            {referredBy.map((r) => (
              <li key={r.from.name + r.attribute} className="muted">
                {r.attribute} of {r.from.name}
              </li>
            ))}
          </ul>
        </div>
      )}
    </fieldset>
  );
}

type Parsed = ReturnType<typeof parseAttributes>;
const problem = (parsed: { ok: true } | { ok: false; message: string }): string | null =>
  parsed.ok ? null : parsed.message;
const nonEmpty = (parsed: Parsed): Record<string, string> | undefined =>
  parsed.ok && Object.keys(parsed.value).length ? parsed.value : undefined;

interface TextProps {
  label: string;
  value: string;
  rows?: number;
  hint?: string;
  note?: string;
  check?(text: string): string | null;
  onDone(text: string): void;
}

function Text({ label, value, rows, hint, note, check, onDone }: TextProps) {
  const [wrong, setWrong] = useState<string | null>(null);
  const done = (text: string): void => {
    const error = check?.(text) ?? null;
    setWrong(error);
    if (!error && text !== value) onDone(text);
  };
  const common = {
    defaultValue: value,
    placeholder: hint,
    spellCheck: false,
    status: wrong ? ("error" as const) : undefined,
  };
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the control is inside
    <label className="form-line">
      <span>{label}</span>
      <div>
        {rows ? (
          <Input.TextArea
            key={value}
            {...common}
            className="mono"
            autoSize={{ minRows: 2, maxRows: rows }}
            onBlur={(e) => done(e.target.value)}
          />
        ) : (
          <Input
            key={value}
            {...common}
            onBlur={(e) => done(e.target.value)}
            onPressEnter={(e) => done(e.currentTarget.value)}
          />
        )}
        {note && <p className="muted">{note}</p>}
        {wrong && <p className="cell-error">{wrong}</p>}
      </div>
    </label>
  );
}
