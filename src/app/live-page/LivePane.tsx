/** The live page, the plain facts under it, and why the last thing happened. */
import { Button } from "antd";
import { useEffect, useMemo, useRef, useState } from "react";
import { DOCUMENT } from "../../core/program";
import { type Frame, type Session, type Stimulus, type Trail, trail } from "../../core/run";
import { drawnParts, drawnSheet, scrollAt } from "../../core/surface";
import { usePanes } from "../panes/panes";
import { Splitter } from "../panes/Splitter";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { momentOf, useRun } from "../store/run";
import { Explanation } from "./Explanation";
import { Facts } from "./Facts";
import { withDrawn } from "./measured/drawn";
import { OwnEvents } from "./OwnEvents";
import "./live-page.css";
import { hearsOf } from "./hears";
import { Disagreements, type Places } from "./measured/Disagreements";
import { PageFrame } from "./PageFrame";
import { PageSize } from "./PageSize";
import type { FromFrame, Mark } from "./protocol";
import { useClock } from "./use-clock";
import { useAsked, Why } from "./Why";

export function LivePane() {
  const { doc, program } = useDoc();
  const { session, instant, frozen, act, freeze, showing, seek } = useRun();
  const moment = useMemo(() => momentOf({ session, instant, frozen }), [session, instant, frozen]);
  const [places, setPlaces] = useState<Places>({ onTop: {}, targets: {} });
  const [measured, setMeasured] = useState(0);
  const pane = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState({ width: 330, height: 380 });
  const css = useMemo(() => drawnSheet(program), [program]);
  const parts = useMemo(() => (moment ? drawnParts(program, moment) : []), [program, moment]);
  const hears = useMemo(() => hearsOf(program), [program]);
  const [whole, setWhole] = useState(false);
  const words = usePanes((s) => s.words);
  const outside = usePanes((s) => s.outside);
  const asked = useAsked((s) => s.part);
  const told = useMemo(() => tellable(session, instant), [session, instant]);
  const first = told[0];
  const way = useMemo(
    () => (whole && first && !frozen ? trail(program, first.before, first.frame) : null),
    [whole, first, frozen, program],
  );
  const marks = useMemo(() => marksOf(way, asked), [way, asked]);
  useClock();

  useEffect(() => {
    const box = pane.current;
    if (!box) return;
    const watch = new ResizeObserver(() => setRoom({ width: box.clientWidth, height: box.clientHeight }));
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
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
  const hear = (event: FromFrame): void => {
    if (event.type === "click") act({ click: event.part });
    else if (event.type === "pointer") act({ [event.did]: event.part } as Stimulus);
    else if (event.type === "scrolled") act({ scroll: event.top });
    else if (event.type === "key") {
      act(
        event.did === "press"
          ? { press: event.key }
          : event.did === "down"
            ? { keyDown: event.key }
            : { keyUp: event.key },
      );
      const { session: after } = useRun.getState();
      const focus = after?.frames.last.state.focus;
      if ((event.key === "Tab" || event.key === "Shift+Tab") && focus === DOCUMENT)
        leavePage(pane.current, event.key === "Tab");
    } else if (event.type === "leave") leavePage(pane.current, true);
    else if (event.type === "measured") {
      setPlaces({ onTop: event.onTop, targets: event.targets });
      const { session: now, instant: at, frozen: held } = useRun.getState();
      const untouched = now?.frames.length === 1 && at === null && !held && !now.frames.last.state.tracks.length;
      if (untouched) useDocument.getState().note((d) => withDrawn(d, event.drawn));
    }
  };
  const focusName = moment.focus === DOCUMENT ? null : program.parts[moment.focus].name;
  return (
    <aside className="live-pane" aria-label="Live page">
      <div className="live-head">
        <span className="caps">{showing ? "Replay" : "Live page"}</span>
        <span className="muted live-showing" title={showing ?? ""}>
          {showing ?? (scale < 1 ? `at ${Math.round(scale * 100)} %` : "")}
        </span>
        {!showing && !frozen && <PageSize page={moment.page} own={doc.page} />}
        {frozen ? (
          <Button size="small" onClick={() => freeze(null)}>
            Unfreeze {frozen}
          </Button>
        ) : (
          <Button size="small" type="text" onClick={() => useRun.getState().restart()}>
            Start again
          </Button>
        )}
        <Button
          size="small"
          type="text"
          title={outside ? "Back beside the sheet" : "The live page in a window of its own"}
          onClick={() => usePanes.getState().setOutside(!outside)}
        >
          {outside ? "Back" : "Own window"}
        </Button>
      </div>
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
            onEvent={hear}
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

/** Out of the sandboxed page, to what comes after or before it. */
function leavePage(pane: Element | null, forward: boolean): void {
  const { ownerDocument } = pane ?? document.body;
  if (forward) ownerDocument.getElementById("after-live-page")?.focus();
  else ownerDocument.querySelector<HTMLElement>(".live-head button")?.focus();
}
