/** One of the two transitions that stand side by side: its bars, and what is wrong with it. */
import { Select } from "antd";
import { spanText } from "../../core/measure";
import { applyMend } from "../../core/proof";
import type { Transition } from "../../core/run";
import { useDocument } from "../store/document";
import { useProof } from "../store/proof";
import { Bars } from "./Bars";
import { rowsOf } from "./rows";
import { type MotionShown, nameOf } from "./use-motion";

/** @param chosen the row of it that is edited below */
export function Half({
  motion,
  which,
  chosen,
}: {
  motion: MotionShown;
  which: "forth" | "home";
  chosen: string | null;
}) {
  const { doc, program, all, forth, side, pieces, scale, t, choose, chooseRow, setSide, setDraft, done } = motion;
  const transition = motion[which];
  if (!transition) return <div className="muted motion-none">Nothing moves on a way back.</div>;
  const isShown = side === which;
  const length = pieces[which === "home" ? 1 : 0]?.length;
  return (
    <section className={`motion-half ${isShown ? "now" : ""}`} aria-label={nameOf(transition)}>
      <header>
        <button type="button" className="plain" aria-pressed={isShown} onClick={() => setSide(which)}>
          <b>{nameOf(transition)}</b>
        </button>
        <span className="muted">{length ? spanText(length) : "at once"}</span>
        {which === "home" && (
          <Select
            size="small"
            aria-label="What stands beside it"
            value={nameOf(transition)}
            onChange={(v) => choose("beside", v)}
            options={all.filter((o) => o !== forth).map((o) => ({ value: nameOf(o), label: nameOf(o) }))}
            popupMatchSelectWidth={false}
            variant="borderless"
            labelRender={() => "beside it ▾"}
            suffixIcon={null}
          />
        )}
      </header>
      <Bars
        doc={doc}
        rows={rowsOf(program, transition)}
        scale={scale}
        chosen={isShown ? chosen : null}
        now={isShown ? t : null}
        onChoose={(id) => chooseRow(which, id)}
        onDraft={setDraft}
        onDone={done}
      />
      <Faults transition={transition} />
    </section>
  );
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
