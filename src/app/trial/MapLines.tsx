/** Which element is which part: what was guessed, with its reason; what the person says instead. */
import { Input } from "antd";
import { allParts } from "../../core/model";
import type { Guess } from "../../core/trial/told";
import { useDoc, useDocument } from "../store/document";

interface Props {
  guessed: Record<string, Guess>;
  unmapped: readonly string[];
  /** A trial has looked for them. */
  known: boolean;
}

export function MapLines({ guessed, unmapped, known }: Props) {
  const { doc } = useDoc();
  const edit = useDocument((s) => s.edit);
  const writable = useDocument((s) => s.writable);
  const map = doc.trial?.map ?? {};
  const say = (part: string, selector: string): void => {
    if (selector === (map[part] ?? "")) return;
    edit("say which element is which part", (d) => {
      const { [part]: _old, ...rest } = d.trial?.map ?? {};
      return { ...d, trial: { ...d.trial, map: selector ? { ...rest, [part]: selector } : rest } };
    });
  };
  const parts = allParts(doc);
  if (!parts.length) return null;
  return (
    <details className="trial-map" open={unmapped.length > 0 || Object.keys(map).length > 0}>
      <summary>
        <span className="caps">Elements</span>{" "}
        <span className={unmapped.length ? "wrong-text" : "muted"}>
          {unmapped.length ? `${unmapped.length} not found` : known ? "all found" : "are looked for"}
        </span>
      </summary>
      <ul>
        {parts.map(({ part: { name }, depth }) => {
          const lost = unmapped.includes(name);
          const guess = guessed[name];
          return (
            <li key={`${name} ${map[name] ?? ""}`}>
              <span className="mono trial-part" style={{ paddingLeft: depth * 10 }}>
                {name}
              </span>
              <Input
                size="small"
                className="mono"
                aria-label={`Selector of ${name}`}
                disabled={!writable}
                defaultValue={map[name] ?? ""}
                placeholder={guess?.selector ?? (lost ? "not found: type a selector" : "")}
                status={lost ? "error" : ""}
                title={guess ? `${guess.selector}: ${guess.why}` : undefined}
                maxLength={2000}
                onBlur={(e) => say(name, e.target.value.trim())}
                onPressEnter={(e) => say(name, e.currentTarget.value.trim())}
              />
            </li>
          );
        })}
      </ul>
    </details>
  );
}
