/** A component in one of its states, live and small: a picture that follows every edit. */
import { memo, useMemo } from "react";
import type { Program } from "../../core/program";
import { baseSheet, render } from "../../core/surface";
import { PageFrame } from "../live-page/PageFrame";
import { frozenMoment } from "../store/run";
import "./miniature.css";

const HEIGHT = 80;

/** A state as it looks at rest. Cropped to its upper part, where most of a page happens. */
export const Miniature = memo(function Miniature({
  program,
  state,
  width,
}: {
  program: Program;
  state: string;
  width: number;
}) {
  const { doc } = program;
  const css = useMemo(() => baseSheet(doc), [doc]);
  const parts = useMemo(() => render(program, frozenMoment(program, state)), [program, state]);
  const scale = width / doc.page.width;
  const overflow = Math.max(0, doc.page.height * scale - HEIGHT);
  return (
    <div className="miniature" style={{ width, height: Math.min(HEIGHT, doc.page.height * scale) }}>
      <div style={{ marginTop: -overflow * 0.32 }}>
        <PageFrame
          title={`${state}, in small`}
          width={doc.page.width}
          height={doc.page.height}
          scale={scale}
          css={css}
          lang={doc.page.lang}
          parts={parts}
        />
      </div>
    </div>
  );
});
