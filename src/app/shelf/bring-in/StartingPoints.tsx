/** Small, complete components of each kind to begin from, with what they look like and what they contain. */
import { Modal } from "antd";
import { useEffect, useState } from "react";
import type { Component } from "../../../core/model";
import { compile, type Program } from "../../../core/program";
import { Miniature } from "../../miniature/Miniature";
import { counted } from "../../shell/counted";
import { picturedStates } from "../on-shelf";

interface Props {
  onClose(): void;
  onChosen(doc: Component): void;
}
interface Offered {
  kind: string;
  pattern: string | null;
  doc: Component;
  program: Program;
}

export function StartingPoints({ onClose, onChosen }: Props) {
  const [points, setPoints] = useState<readonly Offered[]>([]);
  useEffect(() => {
    import("../../../demo/starting-points").then(({ startingPoints }) =>
      setPoints(
        startingPoints.map(({ kind, pattern, load }) => {
          const doc = load();
          return { kind, pattern, doc, program: compile(doc) };
        }),
      ),
    );
  }, []);
  return (
    <Modal open title="Begin with" footer={null} width={900} onCancel={onClose} destroyOnHidden>
      {/* biome-ignore lint/a11y/noStaticElementInteractions: the arrows move between the buttons in it */}
      <div className="points" onKeyDown={move}>
        {points.map(({ kind, pattern, doc, program }, i) => (
          <button
            key={kind}
            type="button"
            className="point"
            ref={(button) => {
              if (button && i === 0) requestAnimationFrame(() => button.focus());
            }}
            onClick={() => onChosen(doc)}
          >
            <span className="point-pictures">
              {shownStates(program).map((state) => (
                <Miniature key={state} program={program} state={state} room={88} height={64} />
              ))}
            </span>
            <span className="point-words">
              <b>{kind}</b>
              <span className="muted">{contents(program, pattern)}</span>
            </span>
          </button>
        ))}
      </div>
    </Modal>
  );
}

/** The start, and the state that differs most from it in what is seen: usually the open one. */
function shownStates(program: Program): string[] {
  const all = picturedStates(program);
  return all.length < 2 ? all : [all[0], all[Math.floor(all.length / 2)]];
}

function contents(program: Program, pattern: string | null): string {
  const { doc } = program;
  const has = (on: string): boolean => doc.reactions.some((r) => r.event.on === on);
  return [
    counted(picturedStates(program).length, "state"),
    counted(program.parts.length, "part"),
    ...(has("after") || has("every") ? ["timer"] : []),
    ...(doc.looks.some((l) => Object.values(l.in).some((c) => c.motion)) ? ["motion"] : []),
    ...(Object.values(doc.focus).some((f) => f.within) ? ["holds the focus"] : []),
    ...(doc.requests?.length ? ["request"] : []),
    ...(pattern ? [`${pattern} pattern`] : []),
  ].join(" · ");
}

function move(event: React.KeyboardEvent<HTMLDivElement>): void {
  const buttons = [...event.currentTarget.querySelectorAll<HTMLElement>(".point")];
  const at = buttons.indexOf(document.activeElement as HTMLElement);
  if (at < 0) return;
  const columns = buttons.filter((b) => b.offsetTop === buttons[0].offsetTop).length;
  const by: Record<string, number> = { ArrowRight: 1, ArrowLeft: -1, ArrowDown: columns, ArrowUp: -columns };
  const to =
    event.key === "Home" ? 0 : event.key === "End" ? buttons.length - 1 : event.key in by ? at + by[event.key] : -1;
  if (!buttons[to]) return;
  event.preventDefault();
  buttons[to].focus();
}
