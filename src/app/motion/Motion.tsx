/** The choreography of each transition: bars to drag, curves, the way back beside it, played in a loop meanwhile. */
import { Button, Checkbox, Select, Slider } from "antd";
import { useEffect, useMemo, useRef, useState } from "react";
import { useParams, useSearchParams } from "react-router";
import { spanText } from "../../core/measure";
import type { Component } from "../../core/model";
import { compile, type Program } from "../../core/program";
import { applyMend } from "../../core/proof";
import { choreographyOf, endsOf, type Transition } from "../../core/run";
import { momentAt } from "../../core/surface";
import { Picture } from "../compare/Picture";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { useProof } from "../store/proof";
import { Bars } from "./Bars";
import { Curves } from "./Curves";
import "./motion.css";
import { AnimationTold, RowEditor } from "./RowEditor";
import { companionOf, rowsOf, shownTransitions, waysOut } from "./rows";
import { useLoop } from "./use-loop";

const key = (t: Transition): string => `${t.from} → ${t.to}`;
/** Room for what is being dragged longer, as a share of the longest. */
const SPARE = 1.25;

export function Motion() {
  const { doc, program: said } = useDoc();
  const edit = useDocument((s) => s.edit);
  const [draft, setDraft] = useState<Component | null>(null);
  const program = useMemo(() => (draft ? compile(draft) : said), [draft, said]);
  const { id = "" } = useParams();
  const [params, setParams] = useSearchParams();
  const all = useMemo(() => shownTransitions(said), [said]);
  const forth = all.find((t) => key(t) === params.get("transition")) ?? all[0];
  const guess = useMemo(() => (forth ? companionOf(said, forth, all) : null), [said, forth, all]);
  const home = all.find((t) => key(t) === params.get("beside")) ?? guess;
  const [side, setSide] = useState<"forth" | "home">("forth");
  const [chosen, setChosen] = useState<string | null>(null);
  const [cutAt, setCutAt] = useState<number | null>(null);
  const [cutTo, setCutTo] = useState<string | null>(null);
  const [calm, setCalm] = useState(false);
  const [playing, setPlaying] = useState(true);
  const choose = (name: string, value: string): void => {
    const next = new URLSearchParams(location.search);
    next.set(name, value);
    if (name === "transition") next.delete("beside");
    setParams(next, { replace: true });
    setCutAt(null);
    setChosen(null);
  };
  const shown = side === "home" && home ? home : forth;
  const pieces = useMemo(
    () => (forth ? [forth, ...(home ? [home] : [])].map((t) => choreographyOf(program, t)) : []),
    [program, forth, home],
  );
  const outs = useMemo(
    () => (shown ? waysOut(shown, shown === forth ? home : forth, all) : []),
    [shown, forth, home, all],
  );
  const out = cutTo !== null && outs.includes(cutTo) ? cutTo : outs[0];
  const cut = useMemo(() => (cutAt === null ? null : { at: cutAt, to: out }), [cutAt, out]);
  const piece = useMemo(() => (shown ? choreographyOf(program, shown, { cut }) : null), [program, shown, cut]);
  const calmer = useMemo(
    () => (shown && calm ? choreographyOf(program, shown, { cut, reduced: true }) : null),
    [program, shown, cut, calm],
  );
  const timers = [forth, home].flatMap((t) => (t ? rowsOf(program, t).filter((r) => r.kind === "timer") : []));
  const longest = Math.max(160, ...pieces.map((p) => p.length));
  // Timers far longer than any motion would leave the bars no room.
  const scale = SPARE * Math.max(longest, ...timers.map((r) => r.duration).filter((d) => d <= longest * 2));
  const [t, setT] = useLoop(Math.max(piece?.length ?? 0, 60), playing);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was being dragged is over when the document changes
  useEffect(() => setDraft(null), [said]);

  if (!forth || !shown || !piece) {
    return (
      <div className="motion-empty">
        <p>Nothing moves yet: no reaction leads to a state in which a part looks otherwise.</p>
        <p className="muted">Give a part another look in another state, and a reaction that leads there.</p>
      </div>
    );
  }
  const done = (label: string, next: Component | null): void => {
    setDraft(null);
    if (next && next !== doc) edit(label, () => next);
  };
  const whole = pieces[side === "home" ? 1 : 0]?.length ?? 0;
  const rows = rowsOf(program, shown);
  const row = rows.find((r) => r.id === chosen) ?? rows[0];
  const timed = rows.filter((r) => r.kind !== "animation");
  const moving = rows.filter((r) => r.kind !== "timer").filter((r) => r.duration > 0);
  return (
    <div className="motion">
      <nav className="motion-list" aria-label="Transitions">
        <ul>
          {all.map((x) => (
            <li key={key(x)}>
              <button
                type="button"
                className="plain motion-name"
                aria-current={x === forth}
                onClick={() => choose("transition", key(x))}
              >
                <b>{key(x)}</b>
                <span className="muted">{x.causes.join(", ")}</span>
              </button>
            </li>
          ))}
        </ul>
        <Preview {...{ program, transition: shown, t, cut, calm }} />
        <div className="motion-clock">
          <Button size="small" onClick={() => setPlaying(!playing)} aria-pressed={playing}>
            {playing ? "Stop the loop" : "Loop"}
          </Button>
          <span className="mono muted">{spanText(Math.round(t))}</span>
        </div>
        <Slider
          min={0}
          max={Math.max(1, Math.round(piece.length))}
          value={Math.round(t)}
          ariaLabelForHandle="Instant of the transition"
          tooltip={{ open: false }}
          onChange={(v) => {
            setPlaying(false);
            setT(v);
          }}
        />
      </nav>
      <div className="motion-main">
        <div className="motion-halves">
          {([forth, home] as const).map((x, i) => {
            const which = i ? "home" : "forth";
            if (!x)
              return (
                <div key="none" className="muted motion-none">
                  Nothing moves on a way back.
                </div>
              );
            return (
              <section key={which} className={`motion-half ${side === which ? "now" : ""}`} aria-label={key(x)}>
                <header>
                  <button type="button" className="plain" aria-pressed={side === which} onClick={() => setSide(which)}>
                    <b>{key(x)}</b>
                  </button>
                  <span className="muted">{pieces[i]?.length ? spanText(pieces[i].length) : "at once"}</span>
                  {i === 1 && (
                    <Select
                      size="small"
                      aria-label="What stands beside it"
                      value={key(x)}
                      onChange={(v) => choose("beside", v)}
                      options={all.filter((o) => o !== forth).map((o) => ({ value: key(o), label: key(o) }))}
                      popupMatchSelectWidth={false}
                      variant="borderless"
                      labelRender={() => "beside it ▾"}
                      suffixIcon={null}
                    />
                  )}
                </header>
                <Bars
                  doc={doc}
                  rows={rowsOf(program, x)}
                  scale={scale}
                  chosen={side === which ? (row?.id ?? null) : null}
                  now={side === which ? t : null}
                  onChoose={(id) => {
                    setSide(which);
                    setChosen(id);
                  }}
                  onDraft={setDraft}
                  onDone={done}
                />
                <Faults transition={x} />
              </section>
            );
          })}
        </div>
        {row?.kind === "animation" && <AnimationTold row={row} id={id} />}
        {row && row.kind !== "animation" && (
          <RowEditor
            key={`${key(shown)} ${row.id}`}
            transition={shown}
            doc={doc}
            row={row}
            rows={timed}
            onEdit={done}
          />
        )}
        <div className="motion-curves">
          <div className="motion-options">
            <Checkbox
              checked={cutAt !== null}
              onChange={(e) => setCutAt(e.target.checked ? Math.round(whole / 2) : null)}
            >
              interrupt it
            </Checkbox>
            {cutAt !== null && (
              <>
                <Slider
                  min={0}
                  max={Math.max(1, Math.round(whole))}
                  value={cutAt}
                  onChange={setCutAt}
                  ariaLabelForHandle="When it is interrupted, ms"
                  tooltip={{ open: false }}
                />
                <span className="muted">at {spanText(cutAt)}, to</span>
                <Select
                  size="small"
                  aria-label="Where it goes instead"
                  value={out}
                  onChange={setCutTo}
                  options={outs.map((o) => ({ value: o, label: o }))}
                  popupMatchSelectWidth={false}
                />
                <span className="muted">
                  {piece.length - cutAt < 0.5 ? "at once" : `there ${spanText(Math.round(piece.length - cutAt))} later`}
                </span>
              </>
            )}
            <Checkbox checked={calm} onChange={(e) => setCalm(e.target.checked)}>
              reduced motion (dotted)
            </Checkbox>
          </div>
          {moving.length ? (
            <CurvesInRoom>
              {(width) => (
                <Curves {...{ program, piece, scale, width }} rows={moving} calm={calmer} now={playing ? null : t} />
              )}
            </CurvesInRoom>
          ) : (
            <p className="muted">Nothing moves here: every change is at once.</p>
          )}
        </div>
      </div>
    </div>
  );
}

function CurvesInRoom({ children }: { children(width: number): React.ReactNode }) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    if (!box.current) return;
    const watch = new ResizeObserver(([e]) => setWidth(Math.floor(e.contentRect.width)));
    watch.observe(box.current);
    return () => watch.disconnect();
  }, []);
  return <div ref={box}>{width > 50 && children(width)}</div>;
}

/** The page in the middle of it. */
function Preview({
  program,
  transition,
  t,
  cut,
  calm,
}: {
  program: Program;
  transition: Transition;
  t: number;
  cut: { at: number; to: string } | null;
  calm: boolean;
}) {
  const piece = useMemo(
    () => choreographyOf(program, transition, { cut, reduced: calm }),
    [program, transition, cut, calm],
  );
  const rest = useMemo(() => endsOf(program, transition).from, [program, transition]);
  const state = { ...rest, ...momentAt(piece, t) };
  const { width, height } = state.page;
  const scale = Math.min(232 / width, 250 / height);
  return <Picture title={`${key(transition)}, in a loop`} instant={{ program, state }} scale={scale} />;
}

const motionRules = new Set(["F11", "F12", "F20", "F24"]);

/** What is wrong with a transition's motion, where it is. */
function Faults({ transition }: { transition: Transition }) {
  const findings = useProof((s) => s.proof?.findings);
  const edit = useDocument((s) => s.edit);
  const here = (findings ?? []).filter((f) => motionRules.has(f.rule) && f.state === transition.to);
  return here.map((f) => (
    <p key={f.text} className="motion-fault">
      <span className="rule-mark">{f.rule}</span> {f.text}.{" "}
      {f.mend?.edit && (
        <button
          type="button"
          className="plain to-cell"
          onClick={() => edit(f.mend!.text, (d) => applyMend(d, f.mend!))}
        >
          {f.mend.text}
        </button>
      )}
    </p>
  ));
}
