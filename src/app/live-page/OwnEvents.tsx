/** Events that come from outside the component: for charts, which have no page to be clicked. */
import { useMemo } from "react";
import { everyAction } from "../../core/model";
import type { Program } from "../../core/program";

export function OwnEvents({ program, onSend }: { program: Program; onSend(event: string): void }) {
  const events = useMemo(() => fromOutside(program), [program]);
  if (!events.length) return null;
  return (
    <div className="own-events">
      <span className="muted">send</span>
      {events.map((e) => (
        <button key={e} type="button" className="plain own-event mono" onClick={() => onSend(e)}>
          {e}
        </button>
      ))}
    </div>
  );
}

/** Names that rows listen for and nothing inside raises. */
function fromOutside(program: Program): string[] {
  const inside = new Set(
    everyAction(program.doc).flatMap((a) => (a.do === "raise" || a.do === "send" ? [a.event] : [])),
  );
  const names = program.rows.flatMap(({ event: e }) => (e.on === "own" ? e.event.split(/\s+/) : []));
  const plain = names.map((n) => n.replace(/\.\*?$/, "")).filter((n) => n !== "*" && !/^(done|error)(\.|$)/.test(n));
  return [...new Set(plain)].filter((n) => ![...inside].some((i) => i === n || i.startsWith(`${n}.`)));
}
