/** Why a part is as it is at an instant: for each thing about it, the cell, the state and the motion that made it so. */

import { spanText } from "../../measure";
import { own } from "../../model";
import {
  DOCUMENT,
  looksAt,
  type PartIndex,
  type PartLook,
  type Program,
  partName,
  type Saying,
  sayingsOf,
} from "../../program";
import {
  attributeOf,
  currentValue,
  effectiveOpacity,
  envOf,
  isInView,
  layoutOf,
  type Track,
  tabStops,
  trackEnd,
  UNSEEN,
} from "../../surface";
import type { RunState } from "../state/state";
import type { Phrase } from "./phrase";

export interface Reason {
  /** What is asked about: `seen`, `pointer`, `focus`, or a property, an attribute, `text`. */
  about: string;
  value: string;
  because: Phrase[];
  /** The look cell that decides it; null where the markup does, or something around the part. */
  cell: { part: string; state: string } | null;
}

const plain = (text: string): Phrase => ({ text, kind: "plain" });
const partPhrase = (program: Program, p: PartIndex): Phrase => ({
  text: partName(program, p),
  kind: p === DOCUMENT ? "plain" : "part",
});

/** The last that says something, of those who have a say. */
const sayer = (sayings: readonly Saying[], says: (look: Saying["look"]) => boolean): Saying | undefined =>
  sayings.findLast((s) => says(s.look));

export function whyPart(program: Program, state: RunState, part: PartIndex): Reason[] {
  const layout = layoutOf(program, state);
  const env = envOf(program, state);
  const sayings = (p: PartIndex): Saying[] => sayingsOf(program, state.config, p, env);
  const lines = sayings(part);
  const by = (p: PartIndex, s: Saying | undefined): Pick<Reason, "cell"> & { who: Phrase[] } => {
    if (!s) return { cell: null, who: [plain("the markup says so")] };
    const name = program.states[s.state].name;
    const under = s.condition === null ? [] : [plain(` while ${(s.look as { when: string }).when}`)];
    return {
      cell: { part: program.parts[p].name, state: name },
      who: [{ text: name === "always" ? "every state" : name, kind: "state" }, plain(" says so"), ...under],
    };
  };
  const saysAs = (look: Saying["look"]): boolean =>
    look.as !== undefined || look.css?.display !== undefined || look.css?.visibility !== undefined;
  const out: Reason[] = [];

  // How it is there
  const looks = looksAt(program, state.pose);
  const gone = program.parts[part].path.find(
    (p) => layout.as[p] === "not displayed" || layout.as[p] === "absent" || !looks[p].rendered,
  );
  const lingers = state.lingering.find((l) => l.part === part && !l.of);
  const cause = gone ?? part;
  const ruled = ruledAs(looks[cause]);
  const { cell, who } = ruled ? { cell: null, who: ruled.who } : by(cause, sayer(sayings(cause), saysAs));
  const is = ruled?.value ?? layout.as[cause];
  const around = cause === part ? [] : [partPhrase(program, cause), plain(` around it is ${is}: `)];
  const ends = Math.max(0, ...state.tracks.filter((t) => t.part === part).map(trackEnd));
  const stays = lingers ? [plain(`; it goes when its motion has ended, at ${spanText(ends)}`)] : [];
  out.push({
    about: "is",
    value: is,
    because: lingers ? [plain("it is leaving"), ...stays] : [...around, ...who],
    cell,
  });
  if (layout.displayed[part]) out.push(...seenReasons(program, state, part, by, sayings));
  out.push(...reachReasons(program, state, part, by, sayings));

  // Text, attributes, properties
  const text = sayer(lines, (l) => l.text !== undefined);
  if (text)
    out.push({ about: "text", value: text.look.text ?? "", because: by(part, text).who, cell: by(part, text).cell });
  const attributes = new Set(lines.flatMap((s) => Object.keys(s.look.attributes ?? {})));
  for (const about of attributes) {
    const from = by(
      part,
      sayer(lines, (l) => own(l.attributes, about) !== undefined),
    );
    out.push({ about, value: attributeOf(program, state, part, about) ?? "none", because: from.who, cell: from.cell });
  }
  const properties = new Set(lines.flatMap((s) => Object.keys(s.look.css ?? {})));
  for (const t of state.tracks) if (t.part === part) properties.add(t.property);
  for (const about of properties) {
    if (about === "display" || about === "visibility" || about === "pointer-events") continue;
    const track = state.tracks.find((t) => t.part === part && t.property === about);
    const from = by(
      part,
      sayer(lines, (l) => own(l.css, about) !== undefined),
    );
    const value = currentValue(program, state, part, about) ?? "";
    out.push({ about, value, because: track ? moving(from.who, track, state.now) : from.who, cell: from.cell });
  }
  return out;
}

/** The rule of the page that takes a part out of the page or hides it; null where none does. */
function ruledAs(look: PartLook): { value: string; who: Phrase[] } | null {
  if (look.as !== "shown") return null;
  const value = !look.rendered ? "not displayed" : look.visibility === "hidden" ? "hidden" : null;
  const who = rulePhrases(look, look.rendered ? "visibility" : "display");
  return value && who ? { value, who } : null;
}

/** A rule by its selector and its line, and what it beat. */
function rulePhrases(look: PartLook, property: string): Phrase[] | null {
  const winner = look.rules?.get(property);
  if (!winner) return null;
  const { rule, value, beat } = winner;
  const beaten = beat.length ? `, before ${beat.map((r) => r.text).join(" and ")}` : "";
  return [plain(`the rule ${rule.text} (line ${rule.line}) says ${property}: ${value}${beaten}`)];
}

function moving(who: Phrase[], track: Track, now: number): Phrase[] {
  const begun = now >= track.start + track.delay;
  const way = begun
    ? `on its way from ${track.from} to ${track.to}`
    : `waits until ${spanText(track.start + track.delay)} before it moves to ${track.to}`;
  const turned = track.shortening < 1 ? ", turned back, so shorter" : "";
  return [
    ...who,
    plain(`; ${way} since ${spanText(track.start)}, for ${spanText(track.duration)} ${track.easing}${turned}`),
  ];
}

type By = (p: PartIndex, s: Saying | undefined) => Pick<Reason, "cell"> & { who: Phrase[] };
type Sayings = (p: PartIndex) => Saying[];

/** What a person sees of a part that is displayed. */
function seenReasons(program: Program, state: RunState, part: PartIndex, by: By, sayings: Sayings): Reason[] {
  const layout = layoutOf(program, state);
  const seen = effectiveOpacity(program, state, part);
  const value = `${Math.round(seen * 1000) / 10} %`;
  const about = "seen";
  if (!layout.inSight[part])
    return [
      {
        about,
        value: "0 %",
        because: [plain(`it is ${layout.as[part] === "shown" ? "hidden" : layout.as[part]}`)],
        cell: null,
      },
    ];
  const faint = program.parts[part].path.find((p) => Number(currentValue(program, state, p, "opacity") ?? "1") < 1);
  if (seen < 1 && faint !== undefined) {
    const from = by(
      faint,
      sayer(sayings(faint), (l) => l.css?.opacity !== undefined || l.as === "transparent"),
    );
    const opacity = currentValue(program, state, faint, "opacity") ?? "1";
    const rule = from.cell ? null : rulePhrases(looksAt(program, state.pose)[faint], "opacity");
    const because = [
      plain("opacity of "),
      partPhrase(program, faint),
      plain(` is ${Number(Number(opacity).toFixed(3))}: `),
      ...(rule ?? from.who),
      ...(seen <= UNSEEN ? [plain("; nobody sees it")] : []),
    ];
    return [{ about, value, because, cell: from.cell }];
  }
  if (!isInView(program, state, part))
    return [{ about, value: "0 %", because: [plain("the page is scrolled away from it")], cell: null }];
  return [{ about, value, because: [plain("nothing makes it fainter")], cell: null }];
}

/** Whether the pointer and the Tab key reach it, and what stands in the way. */
function reachReasons(program: Program, state: RunState, part: PartIndex, by: By, sayings: Sayings): Reason[] {
  const layout = layoutOf(program, state);
  const onto = layout.landing[part];
  const inertBy = program.parts[part].path.find((p) => sayer(sayings(p), (l) => l.inert !== undefined)?.look.inert);
  const off = program.parts[part].path.find(
    (p) => sayer(sayings(p), (l) => l.pointer !== undefined)?.look.pointer === false,
  );
  const inert = layout.inert[part] && inertBy !== undefined;
  const inertReason = inert
    ? by(
        inertBy,
        sayer(sayings(inertBy), (l) => l.inert !== undefined),
      )
    : null;
  const say = (about: string, value: string, because: Phrase[], cell: Reason["cell"] = null): Reason => ({
    about,
    value,
    because,
    cell,
  });
  const inertSaid = inertReason
    ? [...(inertBy === part ? [] : [partPhrase(program, inertBy!), plain(" around it is inert: ")]), ...inertReason.who]
    : [];
  const out: Reason[] = [];
  if (!layout.displayed[part]) out.push(say("pointer", "nothing to hit", [plain("it is not displayed")]));
  else if (onto === part) out.push(say("pointer", "gets clicks", [plain("nothing that takes clicks lies over it")]));
  else if (inertReason) out.push(say("pointer", "no clicks", [plain("inert: "), ...inertSaid], inertReason.cell));
  else if (off !== undefined) {
    const from = by(
      off,
      sayer(sayings(off), (l) => l.pointer !== undefined),
    );
    out.push(say("pointer", "no clicks", [plain("no pointer: "), ...from.who], from.cell));
  } else out.push(say("pointer", "no clicks", [plain("they go to "), partPhrase(program, onto)]));

  if (tabStops(program, state, layout).includes(part))
    out.push(say("Tab key", "reaches it", [plain("it can be focused")]));
  else if (layout.focusable[part]) out.push(say("Tab key", "passes it", [plain("its tabindex is below 0")]));
  else if (layout.disabled[part]) out.push(say("Tab key", "passes it", [plain("it is disabled")]));
  else if (inertReason) out.push(say("Tab key", "passes it", [plain("inert: "), ...inertSaid], inertReason.cell));
  return out;
}
