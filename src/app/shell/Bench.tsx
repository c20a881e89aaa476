/** The live page beside the view: shared out by hand, each put away, the live page in a window of its own if wanted. */
import type { ReactNode } from "react";
import { OwnWindow } from "../panes/OwnWindow";
import { usePanes } from "../panes/panes";
import { PutAway, Splitter } from "../panes/Splitter";
import { useDocument } from "../store/document";
import { useTelling } from "./telling";

export function Bench({ live, view }: { live: ReactNode; view: ReactNode }) {
  const width = usePanes((s) => s.live);
  const away = usePanes((s) => s.away);
  const outside = usePanes((s) => s.outside);
  const name = useDocument((s) => s.doc?.name);
  const { message } = useTelling();
  const { setOutside } = usePanes.getState();
  const liveAway = away.includes("live");
  const viewAway = away.includes("view");
  if (outside) {
    return (
      <div className="bench" style={{ gridTemplateColumns: "auto minmax(0, 1fr)" }}>
        <button type="button" className="put-away upright" onClick={() => setOutside(false)}>
          Live page is in its own window: bring it back
        </button>
        <main className="view">{view}</main>
        <OwnWindow
          title={`${name}: live page`}
          width={640}
          height={720}
          onClose={() => setOutside(false)}
          onRefused={() => {
            setOutside(false);
            message.error("The browser lets no window open here. Allow pop-up windows for this address.");
          }}
        >
          {live}
        </OwnWindow>
      </div>
    );
  }
  const columns = liveAway
    ? "auto minmax(0, 1fr)"
    : viewAway
      ? "minmax(0, 1fr) auto"
      : `min(${width}px, 100vw - 420px) auto minmax(0, 1fr)`;
  return (
    <div className="bench" style={{ gridTemplateColumns: columns }}>
      {liveAway ? <PutAway pane="live" name="Live page" upright /> : live}
      {!liveAway && !viewAway && (
        <Splitter share="live" label="Width of the live page" sizeAt={(x) => x} across small="live" large="view" />
      )}
      {viewAway ? <PutAway pane="view" name="The view" upright /> : <main className="view">{view}</main>}
    </div>
  );
}
