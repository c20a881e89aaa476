/** Two ways for one part to be there, in one state: what each means to those who come across it. */
import { AutoComplete, Button, Select } from "antd";
import { useMemo, useState } from "react";
import { parseLook, printLook } from "../../core/expression";
import { addLookRow, type Component, type Look, own, presences, setLook } from "../../core/model";
import { compile } from "../../core/program";
import { atRest, type Instant, wayOf, wayQuestions } from "../../core/run";
import { namesOf } from "../sheet/grid/cells";
import { useDocument } from "../store/document";
import { useDoc } from "../store/program";
import { Picture } from "./Picture";

/** Room for each picture, px: the answers below stay in sight. */
const ROOM = { width: 340, height: 250 };

const ways = [...presences, "transparent; no pointer", "transparent; inert", "shown; inert", "hidden; not exposed"];

/** The look that is there, but the way said instead. */
function withWay(doc: Component, part: string, state: string, way: Look): Component {
  const has = addLookRow(doc, part);
  const {
    as: _as,
    pointer: _pointer,
    inert: _inert,
    exposed: _exposed,
    ...old
  } = own(has.looks.find((r) => r.part === part)?.in, state) ?? {};
  const css = { ...old.css, ...way.css };
  // A look that says how it is there says it alone.
  if (way.css?.opacity === undefined) delete css.opacity;
  return setLook(has, part, state, { ...old, ...way, ...(Object.keys(css).length ? { css } : { css: undefined }) });
}

export function Ways() {
  const { doc, program } = useDoc();
  const edit = useDocument((s) => s.edit);
  const states = program.states.filter((s) => s.atomic).map((s) => s.name);
  const [part, setPart] = useState<string>(
    doc.looks.find((r) => Object.values(r.in).some((l) => l.as && l.as !== "shown"))?.part ??
      program.parts[0]?.name ??
      "",
  );
  const [state, setState] = useState(states[1] ?? states[0]);
  const [texts, setTexts] = useState<readonly [string, string]>(["transparent", "not displayed"]);
  const names = useMemo(() => namesOf(doc), [doc]);
  const sides = useMemo(
    () =>
      texts.map((text) => {
        const parsed = parseLook(text, names);
        if (!parsed.ok) return { error: parsed.message };
        if (!parsed.value) return { error: "say how it is there" };
        const variant = withWay(doc, part, state, parsed.value);
        const own = compile(variant);
        const instant: Instant = { program: own, state: atRest(own, state) };
        return { variant, instant, answers: wayOf(own, instant.state, own.partIndex.get(part)!) };
      }),
    [texts, names, doc, part, state],
  );
  if (!program.partIndex.has(part) || !program.stateIndex.has(state))
    return <p className="compare-empty muted">There is no part to compare yet.</p>;
  const scale = Math.min(1, ROOM.width / doc.page.width, ROOM.height / doc.page.height);
  const put = (i: number, text: string): void => setTexts(i === 0 ? [text, texts[1]] : [texts[0], text]);
  const now = own(doc.looks.find((r) => r.part === part)?.in, state);
  return (
    <>
      <div className="compare-bar">
        <label className="ways-pick">
          <span>part</span>
          <Select
            size="small"
            showSearch
            value={part}
            onChange={setPart}
            options={program.parts.map((p) => ({ value: p.name, label: p.name }))}
            popupMatchSelectWidth={false}
          />
        </label>
        <label className="ways-pick">
          <span>in</span>
          <Select
            size="small"
            value={state}
            onChange={setState}
            options={states.map((s) => ({ value: s, label: s }))}
            popupMatchSelectWidth={false}
          />
        </label>
        <span className="muted">{now ? `now: ${printLook(now)}` : "nothing is said there now"}</span>
      </div>
      <div className="ways">
        <div />
        {sides.map((side, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: there are two sides, first and second
          <div key={i} className="way-side">
            <AutoComplete
              size="small"
              aria-label={`Way ${i + 1}, as in a look cell`}
              value={texts[i]}
              onChange={(text) => put(i, text)}
              options={ways.map((value) => ({ value }))}
              status={side.error ? "error" : undefined}
            />
            {side.error ? (
              <p className="wrong-text">{side.error}</p>
            ) : (
              <Picture
                title={`${part} ${texts[i]}`}
                instant={side.instant!}
                scale={scale}
                marks={[{ part, label: part, tone: "differs" }]}
              />
            )}
          </div>
        ))}
        {wayQuestions.map((q) => {
          const [a, b] = sides.map((s) => s.answers?.[q] ?? "");
          return [
            <div key={q} className="way-question muted">
              {q}
            </div>,
            <div key={`${q} a`}>{a}</div>,
            <div key={`${q} b`} className={a === b ? "" : "differs"}>
              {b}
            </div>,
          ];
        })}
        <div />
        {sides.map((side, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: as above
          <div key={i}>
            <Button
              size="small"
              disabled={!side.variant}
              onClick={() => edit(`make ${part} ${texts[i]} in ${state}`, () => side.variant!)}
            >
              Take this way
            </Button>
          </div>
        ))}
      </div>
    </>
  );
}
