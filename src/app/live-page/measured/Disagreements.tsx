/** What is drawn and what the specification says of it, where they differ; and what is too small to be hit. */
import { DOCUMENT, type Program } from "../../../core/program";
import type { RunState } from "../../../core/run";
import { isControl, isPainted, layoutOf } from "../../../core/surface";
import { useDoc } from "../../store/program";
import { LEAST, type Target, tooSmall } from "./targets";

/** As the page is drawn now. */
export interface Places {
  /** What the browser hits in the middle of each part. */
  onTop: Readonly<Record<string, string | null>>;
  targets: Readonly<Record<string, Target>>;
}

/** Where the boxes on the page and what the specification says about them differ. */
export function Disagreements({ places, moment }: { places: Places; moment: RunState }) {
  const { onTop, targets } = places;
  const { program } = useDoc();
  if (moment.tracks.length) return null;
  const layout = layoutOf(program, moment);
  // Of interest is only what a person would click.
  const clickable = (name: string): number | null => {
    const part = program.partIndex.get(name);
    return part !== undefined && isPainted(program, moment, part) && isOperated(program, part) ? part : null;
  };
  const differing = Object.entries(onTop).flatMap(([name, hit]) => {
    const part = clickable(name);
    if (part === null) return [];
    const said = layout.landing[part];
    const saidName = said === DOCUMENT ? null : program.parts[said].name;
    // What lies inside the part may well be in its middle; that is no disagreement.
    if (hit === saidName || isInside(program, hit, name) || isInside(program, saidName, name)) return [];
    return [{ name, hit, saidName }];
  });
  const controls = Object.entries(targets).filter(([name]) => {
    const part = clickable(name);
    return part !== null && !layout.disabled[part];
  });
  const small = tooSmall(Object.fromEntries(controls));
  const [first] = differing;
  return (
    <>
      {first && (
        <p className="disagreement">
          On the page, the middle of <b>{first.name}</b> belongs to <b>{first.hit ?? "the page"}</b>; the parts say{" "}
          <b>{first.saidName ?? "the page"}</b>. Set what {first.hit ?? "it"} covers in Parts.
          {differing.length > 1 && ` And ${differing.length - 1} more.`}
        </p>
      )}
      {small.length > 0 && (
        <p className="disagreement">
          <b>{small[0].name}</b> is {size(small[0])} and close to <b>{small[0].near}</b>: a target is{" "}
          {size({ width: LEAST, height: LEAST })} or has that room around it (WCAG 2.2, 2.5.8).
          {small.length > 1 && ` ${small.length - 1} more like it.`}
        </p>
      )}
    </>
  );
}

const size = ({ width, height }: Pick<Target, "width" | "height">): string =>
  `${Math.round(width)}\u00a0×\u00a0${Math.round(height)}\u00a0px`;

const isOperated = (program: Program, part: number): boolean =>
  isControl(program, part) || Object.values(program.pointer).some((on) => on.at[part]?.length > 0);

function isInside(program: ReturnType<typeof useDoc>["program"], name: string | null, outer: string): boolean {
  if (name === null) return false;
  const p = program.partIndex.get(name);
  const o = program.partIndex.get(outer);
  return p !== undefined && o !== undefined && p > o && p < program.parts[o].end;
}
