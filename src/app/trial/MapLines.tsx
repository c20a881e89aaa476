/** Which element is which part: what was guessed, with its reason; what the person says instead. */
import { Button, Input } from "antd";
import { allParts, type Component } from "../../core/model";
import type { Guess } from "../../core/trial/told";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";

export const SAY = "say which element is which part";
/** @param selector empty: it is guessed again */
export function mapped(doc: Component, part: string, selector: string): Component {
  const { [part]: _old, ...rest } = doc.trial?.map ?? {};
  return { ...doc, trial: { ...doc.trial, map: selector ? { ...rest, [part]: selector } : rest } };
}

const foundOf = (unseen: number): string => (unseen ? `found, but for ${unseen} in no run` : "all found");

interface Props {
  guessed: Record<string, Guess>;
  unmapped: readonly string[];
  /** Parts that no run has in the document. */
  unseen: readonly string[];
  /** A trial has looked for them. */
  known: boolean;
  /** There is a picture of the page. */
  pictured: boolean;
  /** The part that is pointed out just now; null for none. */
  pointing: string | null;
  onPoint(part: string | null): void;
}

export function MapLines({ guessed, unmapped, unseen, known, pictured, pointing, onPoint }: Props) {
  const { doc } = useDoc();
  const edit = useDocument((s) => s.edit);
  const writable = useDocument((s) => s.writable);
  const map = doc.trial?.map ?? {};
  const say = (part: string, selector: string): void => {
    if (selector !== (map[part] ?? "")) edit(SAY, (d) => mapped(d, part, selector));
  };
  const parts = allParts(doc);
  if (!parts.length) return null;
  return (
    <details className="trial-map" open={unmapped.length > 0 || Object.keys(map).length > 0}>
      <summary>
        <span className="caps">Elements</span>{" "}
        <span className={unmapped.length ? "wrong-text" : "muted"}>
          {unmapped.length ? `${unmapped.length} not found` : !known ? "are looked for" : foundOf(unseen.length)}
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
                placeholder={
                  guess?.selector ?? (lost ? "not found: type a selector" : unseen.includes(name) ? "in no run" : "")
                }
                status={lost ? "error" : ""}
                title={guess ? `${guess.selector}: ${guess.why}` : undefined}
                maxLength={2000}
                onBlur={(e) => say(name, e.target.value.trim())}
                onPressEnter={(e) => say(name, e.currentTarget.value.trim())}
              />
              {pictured && (
                <Button
                  size="small"
                  type="text"
                  className="trial-point"
                  disabled={!writable}
                  aria-pressed={pointing === name}
                  aria-label={`Point at ${name} on the page`}
                  title="Point at it on the picture of the page"
                  onClick={() => onPoint(pointing === name ? null : name)}
                >
                  <svg viewBox="0 0 14 14" width="14" height="14" fill="none" stroke="currentColor" aria-hidden="true">
                    <circle cx="7" cy="7" r="4" />
                    <path d="M7 0v5M7 9v5M0 7h5M9 7h5" />
                  </svg>
                </Button>
              )}
            </li>
          );
        })}
      </ul>
    </details>
  );
}
