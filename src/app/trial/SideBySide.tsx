/** The instant in which a page differs: the specification as it is then, beside the picture of the page. */
import { useMemo } from "react";
import { drawnParts, drawnSheet } from "../../core/surface";
import { expectedAt, type Shown } from "../../core/trial";
import { PageFrame } from "../live-page/PageFrame";
import { useDoc } from "../store/program";

/** px; both are drawn no larger than fits beside the other. */
const WIDEST = 252;
const TALLEST = 240;

export function SideBySide({ shown, picture }: { shown: Shown; picture: string }) {
  const { doc, program } = useDoc();
  const parts = useMemo(() => drawnParts(program, expectedAt(program, shown)), [program, shown]);
  const css = useMemo(() => drawnSheet(program), [program]);
  const { width, height } = { ...doc.page, ...shown.scenario.page };
  const scale = Math.min(WIDEST / width, TALLEST / height);
  const size = { width: width * scale, height: height * scale };
  return (
    <div className="trial-beside">
      <figure>
        <figcaption className="caps">Expected</figcaption>
        <div className="trial-expected" style={size}>
          <PageFrame
            title="The specification in that instant"
            width={width}
            height={height}
            scale={scale}
            css={css}
            lang={doc.page.lang}
            parts={parts}
          />
        </div>
      </figure>
      <figure>
        <figcaption className="caps trial-found">Found</figcaption>
        <img className="trial-picture" src={picture} alt="The page in that instant" style={size} />
      </figure>
    </div>
  );
}
