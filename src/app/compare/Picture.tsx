/** A component at an instant, at real size or smaller, with a heading. */
import { type ReactNode, useMemo } from "react";
import type { Instant } from "../../core/run";
import { drawnParts, drawnSheet, scrollAt } from "../../core/surface";
import "./compare.css";
import { PageFrame } from "../live-page/PageFrame";
import type { Mark } from "../live-page/protocol";

interface Props {
  title: string;
  head?: ReactNode;
  instant: Instant;
  scale: number;
  marks?: readonly Mark[];
  /** 0 to 1 */
  opacity?: number;
}

export function Picture({ title, head, instant, scale, marks, opacity = 1 }: Props) {
  const { program, state } = instant;
  const css = useMemo(() => drawnSheet(program), [program]);
  const parts = useMemo(() => drawnParts(program, state), [program, state]);
  const { width, height } = state.page;
  return (
    <figure className="picture" style={{ width: width * scale, opacity }}>
      {head && <figcaption>{head}</figcaption>}
      <PageFrame
        title={title}
        width={width}
        height={height}
        scale={scale}
        css={css}
        lang={program.doc.page.lang}
        parts={parts}
        scroll={Math.round(scrollAt(state.page, state.now))}
        marks={marks}
      />
    </figure>
  );
}
