/** The live page, the plain facts under it, and why the last thing happened. */
import { useEffect, useMemo, useRef, useState } from "react";
import { DOCUMENT } from "../../core/program";
import { type Frame, type Session, type Trail, trail } from "../../core/run";
import { drawnParts, drawnSheet, scrollAt } from "../../core/surface";
import { usePanes } from "../panes/panes";
import { Splitter } from "../panes/Splitter";
import { useDoc } from "../store/program";
import { momentOf, useRun } from "../store/run";
import { Explanation } from "./Explanation";
import { Facts } from "./Facts";
import { OwnEvents } from "./OwnEvents";
import "./live-page.css";
import { heard } from "./hearing/heard";
import { hearsOf } from "./hearing/hears";
import { LiveHead } from "./LiveHead";
import { Disagreements, type Places } from "./measured/Disagreements";
import { PageFrame } from "./PageFrame";
import type { Mark } from "./protocol";
import { useClock } from "./use-clock";
import { useRoom } from "./use-room";
import { useAsked, Why } from "./Why";

export function LivePane() {
  const { doc, program } = useDoc();
  const { session, instant, frozen, act, seek } = useRun();
  const moment = useMemo(() => momentOf({ session, instant, frozen }), [session, instant, frozen]);
  const [places, setPlaces] = useState<Places>({ onTop: {}, targets: {} });
  const [measured, setMeasured] = useState(0);
  const pane = useRef<HTMLDivElement>(null);
  const room = useRoom(pane);
  const css = useMemo(() => drawnSheet(program), [program]);
  const parts = useMemo(() => (moment ? drawnParts(program, moment) : []), [program, moment]);
  const hears = useMemo(() => hearsOf(program), [program]);
  const [whole, setWhole] = useState(false);
  const words = usePanes((s) => s.words);
  const asked = useAsked((s) => s.part);
  const told = useMemo(() => tellable(session, instant), [session, instant]);
  const first = told[0];
  const way = useMemo(
    () => (whole && first && !frozen ? trail(program, first.before, first.frame) : null),
    [whole, first, frozen, program],
  );
  const marks = useMemo(() => marksOf(way, asked), [way, asked]);
  useClock();

  const pose = moment?.pose;
  // biome-ignore lint/correctness/useExhaustiveDependencies: boxes are measured anew when what lies where may change
  useEffect(() => {
    const timer = setTimeout(() => setMeasured((n) => n + 1), 120);
    return () => clearTimeout(timer);
  }, [pose, program, moment?.lingering.length, moment?.page.width]);

  if (!moment) return <aside className="live-pane" aria-label="Live page" />;
  const { width, height } = moment.page;
  const scale = Math.min(1, room.width / width, room.height / height);
  /** The page as it was then, with the way drawn on it. */
  const showWay = (at: number): void => {
    setWhole(!whole);
    if (!whole && at < (instant ?? Number.POSITIVE_INFINITY)) seek(at);
  };
  const focusName = moment.focus === DOCUMENT ? null : program.parts[moment.focus].name;
  return (
    <aside className="live-pane" aria-label="Live page">
      <LiveHead moment={moment} scale={scale} />
      <div className="live-room" ref={pane}>
        <div className={`live-page ${frozen ? "frozen" : ""}`}>
          <PageFrame
            title={`Live page of ${doc.name}`}
            width={width}
            height={height}
            scale={scale}
            css={css}
            lang={doc.page.lang}
            parts={parts}
            focus={focusName}
            focusVisible
            scroll={Math.round(scrollAt(moment.page, moment.now))}
            hears={hears}
            onEvent={(event) => heard(event, { pane: pane.current, setPlaces })}
            measure={measured}
            marks={marks}
          />
        </div>
      </div>
      <Splitter
        share="words"
        label="Height of the words"
        sizeAt={(_, y) => (pane.current?.parentElement?.getBoundingClientRect().bottom ?? 0) - y - BELOW}
        against
      />
      <div
        className="live-words"
        style={{ height: whole || asked ? Math.max(words, ROOMY) : words }}
        id="after-live-page"
        tabIndex={-1}
      >
        <OwnEvents program={program} onSend={(send) => act({ send })} />
        <Facts program={program} moment={moment} frozen={frozen} />
        <Disagreements places={places} moment={moment} />
        {frozen ? (
          <p className="explanation">The page is frozen in {frozen} and does not react. Unfreeze it to go on.</p>
        ) : (
          told.map(({ frame }, i) => (
            <Explanation
              key={frame.step.at + frame.step.cause.kind}
              program={program}
              frame={frame}
              later={i > 0}
              way={i > 0 ? null : way}
              onWay={i > 0 ? undefined : () => showWay(frame.step.at)}
            />
          ))
        )}
        <Why program={program} moment={moment} />
      </div>
    </aside>
  );
}

/** px: below the words, and what they are given where a way is told whole. */
const BELOW = 10;
const ROOMY = 300;

/** The way of the event, numbered, and the part that is asked about. */
function marksOf(way: Trail | null, asked: string | null): Mark[] {
  const passed = (way?.path ?? []).map(
    (p, i): Mark => ({ part: p.name, label: `${i + 1} ${p.name}`, tone: p.listens ? "now" : "passed" }),
  );
  // Inner ones last, so that their words stay on top.
  return [...passed.toReversed(), ...(asked ? [{ part: asked, label: asked, tone: "differs" as const }] : [])];
}

/** What the person did last, and what came of itself after it, each with the frame before it. */
function tellable(session: Session | null, instant: number | null): Told[] {
  if (!session) return [];
  const { frames } = session;
  const last = frames.indexAt(instant ?? session.end);
  const told = (index: number): Told => ({ frame: frames.at(index)!, before: index ? frames.at(index - 1)! : null });
  let done = last;
  // Far back in a long run nobody asks any more what was done by hand.
  while (done > 0 && !frames.at(done)!.stimulus && last - done < MOST_BACK) done--;
  let later = last;
  while (later > done && frames.at(later)!.step.cause.kind === "motion") later--;
  return later > done ? [told(done), told(later)] : [told(done)];
}
const MOST_BACK = 500;
interface Told {
  frame: Frame;
  before: Frame | null;
}
