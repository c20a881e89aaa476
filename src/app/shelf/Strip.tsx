/** A component's states side by side, live and small. */
import { memo, useMemo } from "react";
import type { Component } from "../../core/model";
import { Miniature } from "../miniature/Miniature";
import { programOf } from "../store/program";
import { picturedStates } from "./on-shelf";

/** More would say less. */
const MOST = 6;
const HEIGHT = 32;

export const Strip = memo(function Strip({ doc }: { doc: Component }) {
  const program = useMemo(() => programOf(doc), [doc]);
  const states = picturedStates(program);
  const more = states.length - MOST;
  return (
    <span className="strip">
      {states.slice(0, more === 1 ? MOST + 1 : MOST).map((state) => (
        <span key={state} className="strip-state" title={state}>
          <Miniature program={program} state={state} room={HEIGHT * 1.9} height={HEIGHT} />
        </span>
      ))}
      {more > 1 && (
        <span className="muted" title={states.slice(MOST).join(", ")}>
          +{more}
        </span>
      )}
    </span>
  );
});
