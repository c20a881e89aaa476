/** A walk through the demo on the screen itself: a note in the corner, a step at a time, put away at any moment. */
import { Button } from "antd";
import { useNavigate, useParams } from "react-router";
import { create } from "zustand";
import { choice, keepChoice } from "../storage/choices";
import { steps } from "./steps";
import "./walk.css";

const SEEN = "walk-seen";

const useWalk = create<{ at: number | null; seen: boolean; go(at: number | null): void; dismiss(): void }>()((set) => ({
  at: null,
  seen: choice(SEEN) !== null,
  go: (at) => set({ at }),
  dismiss() {
    keepChoice(SEEN, "1");
    set({ seen: true });
  },
}));

/**
 * One line for who has not been here before.
 * @param find the id of the component that the walk goes through, WALKED
 */
export function FirstVisit({ find }: { find: () => Promise<string> }) {
  const { seen, at, go, dismiss } = useWalk();
  const navigate = useNavigate();
  if (seen || at !== null) return null;
  const start = async (): Promise<void> => {
    const id = await find();
    dismiss();
    go(0);
    navigate(`/component/${id}/${steps[0].view}`);
  };
  return (
    <p className="first-visit">
      Open a component to see its states and click it, or bring your own <b>From HTML</b>.
      <Button size="small" type="primary" onClick={start}>
        Show me around
      </Button>
      <Button size="small" type="text" onClick={dismiss}>
        Not now
      </Button>
    </p>
  );
}

/** The note of the step one is at. */
export function Walk() {
  const { at, go } = useWalk();
  const { id } = useParams();
  const navigate = useNavigate();
  if (at === null || !id) return null;
  const step = steps[at];
  const to = (next: number): void => {
    go(next);
    if (steps[next].view !== step.view) navigate(`/component/${id}/${steps[next].view}`);
  };
  return (
    <aside className="walk" aria-label="A walk through the demo" aria-live="polite">
      <p className="walk-head">
        <span className="muted">
          {at + 1} of {steps.length}
        </span>
        <b>{step.title}</b>
        <button type="button" className="plain" aria-label="End the walk" onClick={() => go(null)}>
          ×
        </button>
      </p>
      <p>{told(step.does)}</p>
      <p className="walk-keys">
        <Button size="small" disabled={at === 0} onClick={() => to(at - 1)}>
          Back
        </Button>
        {at < steps.length - 1 ? (
          <Button size="small" type="primary" onClick={() => to(at + 1)}>
            Next
          </Button>
        ) : (
          <Button size="small" type="primary" onClick={() => go(null)}>
            Done
          </Button>
        )}
      </p>
    </aside>
  );
}

/** *Words* of the screen in bold, `text to type` in the other face. */
const told = (text: string) =>
  text.split(/(\*[^*]+\*|`[^`]+`)/).map((piece) =>
    piece.startsWith("*") ? (
      <b key={piece}>{piece.slice(1, -1)}</b>
    ) : piece.startsWith("`") ? (
      <code key={piece} className="mono">
        {piece.slice(1, -1)}
      </code>
    ) : (
      piece
    ),
  );
