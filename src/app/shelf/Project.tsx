/** How the whole project stands, in one line; what does not hold comes first. */
import { Link } from "react-router";
import type { Stored, Summary } from "../storage/database";
import { storedName } from "../storage/stored";
import { summaryOf as standing } from "./on-shelf";

const inOrder = (s: Summary): boolean =>
  !s.failing && !s.findings && !s.undecided && !s.claims?.failing && s.complete !== false;

export function Project({ items }: { items: readonly Stored[] }) {
  if (items.length < 2) return null;
  const proved = items.flatMap((item) => {
    const s = standing(item);
    return s ? [{ item, s }] : [];
  });
  const wrong = proved.filter(({ s }) => !inOrder(s));
  const sum = (of: (s: Summary) => number): number => proved.reduce((n, { s }) => n + of(s), 0);
  const scenarios = sum((s) => s.holding);
  const claims = sum((s) => s.claims?.holding ?? 0);
  const reactions = sum((s) => s.covered?.of ?? 0);
  const taken = sum((s) => s.covered?.n ?? 0);
  const waiting = items.length - proved.length;
  return (
    <section className="project" aria-label="How the project stands" aria-live="polite">
      <p className={wrong.length ? "" : "holds"}>
        <b>
          {proved.length - wrong.length} of {items.length}
        </b>{" "}
        components hold
      </p>
      {wrong.length > 0 && (
        <p className="wrong">
          {wrong.slice(0, 4).map(({ item }, i) => (
            <span key={item.id}>
              {i > 0 && ", "}
              <Link to={`/component/${item.id}/proof`}>{storedName(item.doc)}</Link>
            </span>
          ))}
          {wrong.length > 4 && ` and ${wrong.length - 4} more`} {wrong.length === 1 ? "does" : "do"} not
        </p>
      )}
      {/* One or the other: a line more or less while proofs come in would move the rows under the pointer. */}
      {waiting > 0 ? (
        <p className="muted">{waiting} being proved …</p>
      ) : (
        <p className="muted">
          {scenarios} scenarios{claims > 0 && ` and ${claims} claims`} hold
          {reactions > 0 && ` · ${taken === reactions ? "all" : `${taken} of`} ${reactions} reactions taken`}
        </p>
      )}
    </section>
  );
}
