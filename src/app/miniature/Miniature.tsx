/** A component in one of its states, live and small: a picture that follows every edit. */
import { memo, useMemo } from "react";
import type { Program } from "../../core/program";
import { atRest } from "../../core/run";
import { drawnParts, drawnSheet, restingLooks } from "../../core/surface";
import { PageFrame } from "../live-page/PageFrame";
import "./miniature.css";

const HEIGHT = 84;

/** How much of the page's height a picture shows, from the top; all of it where something keeps to the bottom. */
const SHOWN = 0.8;
const shownOf = (program: Program): number =>
  restingLooks(program, 1).some(({ css }) => css.position === "fixed" && css.bottom !== undefined) ? 1 : SHOWN;

/** A state as it looks at rest. @param room the width there is, px */
export const Miniature = memo(function Miniature({ program, state, room, height: most = HEIGHT }: MiniatureProps) {
  const { doc } = program;
  const css = useMemo(() => drawnSheet(program), [program]);
  const parts = useMemo(() => drawnParts(program, atRest(program, state)), [program, state]);
  const { width, height } = doc.page;
  const shown = useMemo(() => shownOf(program), [program]);
  const scale = Math.min(room / width, most / (height * shown));
  return (
    <div className="miniature" style={{ width: width * scale, height: height * shown * scale }}>
      <PageFrame
        title={`${state}, in small`}
        width={width}
        height={height}
        scale={scale}
        css={css}
        lang={doc.page.lang}
        parts={parts}
      />
    </div>
  );
});

interface MiniatureProps {
  program: Program;
  state: string;
  room: number;
  /** px, at most */
  height?: number;
}
