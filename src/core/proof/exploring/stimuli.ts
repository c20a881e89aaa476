/** Stimuli beyond clicks and key presses, tried only where a row could answer to them. */
import type { DoingName } from "../../cascade";
import { DOCUMENT, doingAsked, mayAnswer, type Program, pageExpressions, tracksPage } from "../../program";
import { beforeMount, type RunState, type Stimulus, tracksPointer } from "../../run";
import { pixels, placeOf, scrollAt, scrollRange } from "../../surface";

type Act = { kind: "click" | "key" | "page"; stimulus: Stimulus };

export class MoreStimuli {
  /** Scrolling to each side of every distance, resizing to each side of every width, and what the window does. */
  readonly page: readonly Stimulus[];
  /** True when where the page is scrolled to decides what can be clicked. */
  readonly viewMatters: boolean;
  /** True when anything here is tried: then pointer and page are part of a situation. */
  readonly any: boolean;
  private readonly presses: boolean;
  /** Rules ask what is pressed, which they then do of some parts alone. */
  private readonly activates: boolean;
  private readonly hovers: boolean;
  private readonly holdsKeys: boolean;
  private readonly heldKeys: readonly string[];
  private readonly overKeys = new Map<number, string>();
  private readonly byRequest = new Map<number, readonly Act[]>();

  constructor(private readonly program: Program) {
    const { pointer } = program;
    const listens = (...on: (keyof typeof pointer)[]): boolean => on.some((o) => pointer[o].any);
    this.presses = listens("pointer down", "pointer up");
    this.activates = doingAsked(program).has("active");
    this.hovers = tracksPointer(program);
    this.heldKeys = [...new Set(program.keyRows.filter((k) => k.up).map((k) => k.key))];
    this.holdsKeys = this.heldKeys.length > 0;
    this.page = [...this.distances(), ...this.widths(), ...this.window()];
    this.viewMatters = scrollRange(program, program.doc.page) > 0;
    this.any =
      this.presses || this.activates || this.hovers || this.holdsKeys || this.page.length > 0 || tracksPage(program);
  }

  pointer(targets: readonly (string | null)[]): Stimulus[] {
    const out: Stimulus[] = [];
    if (this.presses) for (const t of targets) out.push({ down: t }, { up: t });
    else if (this.activates) {
      const pressed = targets.filter(
        (t) => t !== null && this.answering(this.program.partIndex.get(t)!, "active").length > 0,
      );
      for (const t of pressed) out.push({ down: t }, { up: t });
      if (pressed.length) out.push({ up: null });
    }
    if (this.hovers) for (const t of [...new Set([...targets, null])]) out.push({ move: t });
    return out;
  }

  keys(focused: boolean): Stimulus[] {
    if (!this.holdsKeys) return [];
    const keys = focused ? [...new Set([...this.heldKeys, "Space"])] : this.heldKeys;
    return keys.flatMap((k) => [{ keyDown: k }, { keyUp: k }]);
  }

  /** What around a part, itself included, rules may ask about; a label is asked about with its control. */
  answering(part: number, name: DoingName): readonly number[] {
    const may = mayAnswer(this.program, name);
    return this.program.parts[part].path.filter((p) => may[p] || this.program.parts[p].part.tag === "label");
  }

  /** Where the pointer is matters by who listens there. */
  overKey(over: number): string {
    let key = this.overKeys.get(over);
    if (key === undefined) {
      const { parts, pointer } = this.program;
      const listening = (p: number): boolean =>
        [pointer["pointer enter"], pointer["pointer leave"]].some(
          (on) => on.at[p].some((r) => r.scope === "inside" || p === over) || on.outside.some((o) => o.part === p),
        );
      const may = doingAsked(this.program).has("hover") && over !== DOCUMENT ? this.answering(over, "hover") : [];
      key = over === DOCUMENT ? "" : parts[over].path.filter((p) => may.includes(p) || listening(p)).join(".");
      this.overKeys.set(over, key);
    }
    return key;
  }

  /** Requests under way may answer either way, at any time. */
  answers(state: RunState): readonly Act[] {
    let out: readonly Act[] = [];
    for (const t of state.timers) {
      if (t.kind !== "event" || t.request < 0) continue;
      let acts = this.byRequest.get(t.request);
      if (!acts) {
        const { name } = this.program.requests[t.request];
        acts = [true, false].map((ok) => ({ kind: "page", stimulus: { answer: name, ok } }));
        this.byRequest.set(t.request, acts);
      }
      out = [...out, ...acts];
    }
    return out;
  }

  /** What of the page decides how things go on; distances count by the side one is on. */
  pageKey(state: RunState): string {
    const { program } = this;
    const { page, now, pose } = state;
    const at = scrollAt(page, now);
    const range = scrollRange(program, page);
    let key = `${page.width}x${page.height}${page.reducedMotion ? "r" : ""}${page.glide ? `g${page.glide.to}` : ""}`;
    for (const r of program.scrollRows) key += at > pixels(program, r.distance, page, range) ? "1" : "0";
    for (const r of program.viewRows) {
      const place = placeOf(program, r.part, pose, page, now);
      key += place && (place.top >= at + page.height || place.top + place.height <= at) ? "0" : "1";
    }
    if (this.viewMatters) key += at === 0 ? "t" : at === range ? "b" : "m";
    return key;
  }

  private distances(): Stimulus[] {
    const { program } = this;
    const asked = this.asked("scroll");
    if (!program.scrollRows.length && !program.viewRows.length && !asked.length) return [];
    const { page } = program.doc;
    const range = scrollRange(program, page);
    const at = new Set<number>([0, range, ...asked.flatMap((d) => [d - 1, d, d + 1])]);
    for (const r of program.scrollRows) {
      const d = pixels(program, r.distance, page, range);
      for (const side of [d, d + 1]) at.add(side);
    }
    const opened = { ...page, scroll: 0, glide: null, reducedMotion: false };
    for (const { part, ratio } of program.viewRows) {
      const place = part === DOCUMENT ? null : placeOf(program, part, beforeMount(program).pose, opened, 0);
      if (!place) continue;
      const share = ratio * place.height;
      for (const d of [place.top + share - page.height, place.top + place.height - share]) {
        // What only touches the window is in view for some browsers' observers and not for others: nobody stops there.
        for (const side of ratio ? [d - 1, d, d + 1] : [d - 1, d + 1]) at.add(side);
      }
    }
    const inside = [...at].filter((d) => d >= 0 && d <= range).sort((a, b) => a - b);
    return inside.map((scroll) => ({ scroll }));
  }

  private widths(): Stimulus[] {
    const { page } = this.program.doc;
    const sizes = this.program.widthRows.flatMap((r) => {
      const w = pixels(this.program, r.width, page, page.width);
      return [Math.floor(w), Math.floor(w) + 1];
    });
    const around = (numbers: readonly number[]): number[] => numbers.flatMap((n) => [n - 1, n, n + 1]);
    const allowed = (list: readonly number[]): number[] =>
      [...new Set(list.map(Math.round))].filter((w) => w >= 200 && w <= 4000);
    const heights = allowed([page.height, ...around(this.asked("height"))]);
    const widths = allowed([...sizes, ...around(this.asked("width"))]);
    const resized = [
      ...widths.map((width) => ({ width, height: page.height })),
      ...heights.slice(1).map((height) => ({ width: page.width, height })),
    ];
    // Back to how it began, too.
    if (resized.length) resized.push({ width: page.width, height: page.height });
    return resized.map((resize) => ({ resize }));
  }

  /** The numbers that conditions hold against a measure of the page: on each side of one they may differ. */
  private asked(measure: "width" | "height" | "scroll"): number[] {
    const out: number[] = [];
    for (const text of pageExpressions(this.program))
      if (text.includes(`page.${measure}`)) for (const n of text.match(/\d+(?:\.\d+)?/g) ?? []) out.push(Number(n));
    return out;
  }

  private window(): Stimulus[] {
    const { plainRows } = this.program;
    const out: Stimulus[] = [];
    if (plainRows.has("window blur")) out.push({ blur: true });
    const asks = pageExpressions(this.program).some((text) => text.includes("page.reducedMotion"));
    if (plainRows.has("reduced motion on") || plainRows.has("reduced motion off") || asks) {
      out.push({ reducedMotion: true }, { reducedMotion: false });
    }
    if (plainRows.has("unmounted")) out.push({ unmount: true });
    // A chart without parts lives on events from outside: those that nothing inside brings about.
    if (!this.program.parts.length) {
      const names = this.program.eventRows
        .flatMap((r) => r.descriptors)
        .filter((d) => d !== "*" && !/^(done|error|timer|request)\b/.test(d));
      for (const send of new Set(names.map((d) => d.replace(/\.\*?$/, "")))) out.push({ send });
    }
    return out;
  }
}
