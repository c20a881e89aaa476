/** A component in one of its states, live and small: a picture that follows every edit. */
import { memo, useMemo } from "react";
import type { Program } from "../../core/program";
import { atRest } from "../../core/run";
import { drawnParts, drawnSheet, restingLooks } from "../../core/surface";
import { PageFrame } from "../live-page/PageFrame";
import { useTurn } from "./turn";
import "./miniature.css";

const HEIGHT = 84;

/** How much of the page's height a picture shows, from the top; all of it where something keeps to the bottom. */
const SHOWN = 0.8;
const shownOf = (program: Program): number =>
  restingLooks(program, 1).some(({ css }) => css.position === "fixed" && css.bottom !== undefined) ? 1 : SHOWN;

/** A state as it looks at rest. @param room the width there is, px */
export const Miniature = memo(function Miniature(props: MiniatureProps) {
  const { program, room, height: most = HEIGHT } = props;
  const [box, drawn] = useTurn();
  const { width, height } = program.doc.page;
  const shown = useMemo(() => shownOf(program), [program]);
  const scale = Math.min(room / width, most / (height * shown));
  return (
    <div ref={box} className="miniature" style={{ width: width * scale, height: height * shown * scale }}>
      {drawn && <Drawn {...props} scale={scale} />}
    </div>
  );
});

function Drawn({ program, state, scale }: MiniatureProps & { scale: number }) {
  const { doc } = program;
  const css = useMemo(() => drawnSheet(program), [program]);
  const parts = useMemo(() => drawnParts(program, atRest(program, state)), [program, state]);
  return (
    <PageFrame
      title={`${state}, in small`}
      width={doc.page.width}
      height={doc.page.height}
      scale={scale}
      css={css}
      lang={doc.page.lang}
      parts={parts}
    />
  );
}

interface MiniatureProps {
  program: Program;
  state: string;
  room: number;
  /** px, at most */
  height?: number;
}
