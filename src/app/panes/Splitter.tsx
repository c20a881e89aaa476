/**
 * The edge between two panes: dragged, moved by arrows, and past its end it puts a pane away (WAI-ARIA's window
 * splitter). What is put away leaves a strip with its name, which brings it back.
 */
import "./panes.css";
import { limits, type Pane, type Share, usePanes } from "./panes";

interface Props {
  share: Share;
  label: string;
  /** px of the share when the pointer is there. */
  sizeAt: (x: number, y: number) => number;
  /** Moves along x, not y. */
  across?: boolean;
  /** The share grows against the axis. */
  against?: boolean;
  /** What goes when the share gets too small, and too large. */
  small?: Pane;
  large?: Pane;
}

const STEP = 16;
/** px that the other side is asked for beyond its least before it goes. */
const BEYOND = 120;

export function Splitter({ share, label, sizeAt, across, against, small, large }: Props) {
  const size = usePanes((s) => s[share]);
  const { set, reset, put } = usePanes.getState();
  const { least, most, away } = limits[share];
  const to = (px: number): void => {
    if (small && away !== undefined && px < away) put(small, true);
    else if (large && px > most() + BEYOND) put(large, true);
    else set(share, px);
  };
  const [back, on] = across ? ["ArrowLeft", "ArrowRight"] : ["ArrowUp", "ArrowDown"];
  const keys: Record<string, () => void> = {
    [back]: () => set(share, size + (against ? STEP : -STEP)),
    [on]: () => set(share, size + (against ? -STEP : STEP)),
    Home: () => set(share, least),
    End: () => set(share, most()),
    Enter: () => (small ? put(small, true) : reset(share)),
  };
  return (
    <div
      className={`splitter ${across ? "across" : ""}`}
      role="separator"
      aria-orientation={across ? "vertical" : "horizontal"}
      aria-label={label}
      aria-valuemin={least}
      aria-valuemax={most()}
      aria-valuenow={size}
      title={small ? "Drag to resize; Enter or a drag to its end puts away" : "Drag to resize"}
      tabIndex={0}
      onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
      onPointerMove={(e) => e.buttons === 1 && to(sizeAt(e.clientX, e.clientY))}
      onDoubleClick={() => reset(share)}
      onKeyDown={(e) => {
        const does = keys[e.key];
        if (!does || e.ctrlKey || e.altKey || e.metaKey) return;
        e.preventDefault();
        does();
      }}
    />
  );
}

/** Stands where a pane was put away. */
export function PutAway({ pane, name, upright }: { pane: Pane; name: string; upright?: boolean }) {
  return (
    <button
      type="button"
      className={`put-away ${upright ? "upright" : ""}`}
      title={`Bring the ${name.toLowerCase()} back`}
      onClick={() => usePanes.getState().put(pane, false)}
    >
      {name}
    </button>
  );
}
