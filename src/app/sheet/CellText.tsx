/** How a cell reads when it is not being edited: the same notation, set so that the eye finds what matters. */
import { printFocusRule, printFocusTarget, printLook, printReaction } from "../../core/expression";
import type { FocusRule, Look, Reaction } from "../../core/model";

export function LookText({ look }: { look: Look }) {
  const { as, motion, ...rest } = look;
  const moves = motion && Object.keys(motion).length > 0;
  const others = printLook(rest);
  return (
    <>
      {as && <span className={`presence ${as === "shown" ? "" : "away"}`}>{as}</span>}
      {as && others && <span className="muted"> · </span>}
      {others}
      {moves && (
        <span className="moves">
          {Object.entries(motion).map(([property, m]) => (
            <span key={property}>
              {" "}
              ↝ {property} {m.duration} <span className="muted">{m.easing}</span>
              {m.delay && <span className="muted"> after {m.delay}</span>}
            </span>
          ))}
        </span>
      )}
    </>
  );
}

export function ReactionText({ cell }: { cell: Reaction }) {
  if (cell === "ignored") return <span className="muted">ignored</span>;
  return (
    <>
      {cell.after && <span>{cell.after} </span>}
      {cell.branches.map((b, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: branches have no other identity
        <span key={i} className="branch">
          {b.when !== undefined && <span className="guard">[{b.when}] </span>}
          {b.to !== undefined && (
            <span className="target">
              <i className="dot" /> {b.to}
            </span>
          )}
          {b.actions?.length ? (
            <span className="muted"> {printReaction({ branches: [{ actions: b.actions }] })}</span>
          ) : null}
        </span>
      ))}
    </>
  );
}

export function FocusText({ rule }: { rule: FocusRule }) {
  return (
    <span className="focus-text" title={printFocusRule(rule)}>
      {rule.to && <>→ {"back" in rule.to ? "back" : printFocusTarget(rule.to)}</>}
      {rule.to && rule.within && " · "}
      {rule.within && <>held in {rule.within}</>}
    </span>
  );
}
