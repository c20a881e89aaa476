/** What is shown of which transition: what was chosen, where it is interrupted, and what follows from that. */
import { useEffect, useMemo, useState } from "react";
import { useSearchParams } from "react-router";
import type { Component } from "../../core/model";
import { compile } from "../../core/program";
import { choreographyOf, type Transition } from "../../core/run";
import { useAddress } from "../shell/address";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { companionOf, rowsOf, shownTransitions, waysOut } from "./rows";
import { useLoop } from "./use-loop";

export const nameOf = (t: Transition): string => `${t.from} → ${t.to}`;
/** Room for what is being dragged longer, as a share of the longest. */
const SPARE = 1.25;

/** The transitions of the component, which one is shown, and which one beside it. */
function useChosen() {
  const { program } = useDoc();
  const [params] = useSearchParams();
  const address = useAddress();
  const all = useMemo(() => shownTransitions(program), [program]);
  const forth = all.find((t) => nameOf(t) === params.get("transition")) ?? all[0];
  const guess = useMemo(() => (forth ? companionOf(program, forth, all) : null), [program, forth, all]);
  const home = all.find((t) => nameOf(t) === params.get("beside")) ?? guess;
  const choose = (name: "transition" | "beside", value: string): void =>
    address((params) => {
      params.set(name, value);
      if (name === "transition") params.delete("beside");
    });
  return { all, forth, home, choose };
}

/** The document, as it is being dragged meanwhile. */
function useDraft() {
  const { doc, program: said } = useDoc();
  const edit = useDocument((s) => s.edit);
  const [draft, setDraft] = useState<Component | null>(null);
  const program = useMemo(() => (draft ? compile(draft) : said), [draft, said]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was being dragged is over when the document changes
  useEffect(() => setDraft(null), [said]);
  const done = (label: string, next: Component | null): void => {
    setDraft(null);
    if (next && next !== doc) edit(label, () => next);
  };
  return { doc, program, setDraft, done };
}

export function useMotion() {
  const drafted = useDraft();
  const { program } = drafted;
  const { all, forth, home, choose } = useChosen();
  const [side, setSide] = useState<"forth" | "home">("forth");
  const [chosen, setChosen] = useState<string | null>(null);
  const [cutAt, setCutAt] = useState<number | null>(null);
  const [cutTo, setCutTo] = useState<string | null>(null);
  const [calm, setCalm] = useState(false);
  const [playing, setPlaying] = useState(true);
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
  return {
    ...drafted,
    all,
    forth,
    home,
    shown,
    piece,
    pieces,
    calmer,
    scale,
    side,
    chosen,
    t,
    playing,
    calm,
    cut,
    cutAt,
    out,
    outs,
    /** How long it takes where nothing interrupts it, ms. */
    whole: pieces[side === "home" ? 1 : 0]?.length ?? 0,
    rows: shown ? rowsOf(program, shown) : [],
    choose(name: "transition" | "beside", value: string): void {
      choose(name, value);
      setCutAt(null);
      setChosen(null);
    },
    chooseRow(which: "forth" | "home", id: string | null): void {
      setSide(which);
      setChosen(id);
    },
    setSide,
    setPlaying,
    setCalm,
    setCutAt,
    setCutTo,
    /** Stands still at an instant, ms. */
    standAt(ms: number): void {
      setPlaying(false);
      setT(ms);
    },
  };
}

export type MotionShown = ReturnType<typeof useMotion>;
