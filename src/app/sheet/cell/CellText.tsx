/** How a cell reads when it is not being edited: the same notation, set so that the eye finds what matters. */
import type { ReactNode } from "react";
import { printFocusRule, printFocusTarget, printLook, printReaction } from "../../../core/expression";
import type { FocusRule, Look, Motion, Reaction } from "../../../core/model";
import { own } from "../../../core/model";

export function LookText({ look }: { look: Look }) {
  const { as, motion, css, and, ...rest } = look;
  const words = printLook(rest);
  const moving = { ...motion };
  const pieces: ReactNode[] = [];
  if (as) pieces.push(<span className={`presence ${as === "shown" ? "" : "away"}`}>{as}</span>);
  if (words) pieces.push(words.replaceAll("; ", " · "));
  for (const [property, value] of Object.entries(css ?? {})) {
    const m = own(moving, property);
    delete moving[property];
    pieces.push(
      <>
        <span className={property.length + value.length < 20 ? "whole" : ""}>
          <span className="muted">{property}</span> {value}
        </span>
        {m && <Moves motion={m} />}
      </>,
    );
  }
  for (const [property, m] of Object.entries(moving)) {
    pieces.push(
      <>
        <span className="muted">{property}</span>
        <Moves motion={m} />
      </>,
    );
  }
  return (
    <>
      {pieces.map((piece, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: pieces have no other identity
        <span key={i}>
          {i > 0 && <span className="muted"> · </span>}
          {piece}
        </span>
      ))}
      {(and ?? []).map(({ when, ...more }, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: as above
        <span key={`and ${i}`} className="further">
          <span className="guard">[{when}] </span>
          <LookText look={more} />
        </span>
      ))}
    </>
  );
}

const Moves = ({ motion }: { motion: Motion }) => (
  <span
    className="moves"
    title={`in ${motion.duration}, ${motion.easing}${motion.delay ? `, after ${motion.delay}` : ""}`}
  >
    {" "}
    ↝ {motion.duration}
  </span>
);

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
