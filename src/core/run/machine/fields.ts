/** The fields of a run's state while a step works on them, and the state that they make in the end. */
import type { PageEnv } from "../../expression";
import type { Value } from "../../model";
import type { ConfigurationIndex, PartIndex, PoseIndex } from "../../program";
import { type Lingering, type PageState, scrollAt, type Track } from "../../surface";
import type { RunState, Timer } from "../state/state";

export abstract class Fields {
  now: number;
  config: ConfigurationIndex;
  pose: PoseIndex;
  data: readonly Value[];
  focus: PartIndex;
  tracks: readonly Track[];
  lingering: readonly Lingering[];
  timers: readonly Timer[];
  history: RunState["history"];
  back: PartIndex | null;
  tabFrom: PartIndex;
  since: number;
  pageState: PageState;
  over: PartIndex;
  pressed: PartIndex | null;
  letGo: boolean;
  spaceAt: PartIndex | null;
  byPointer: boolean;
  keyed: boolean;
  target: PartIndex;
  checked: readonly PartIndex[];
  holds: readonly boolean[];
  said: RunState["said"];
  done: boolean;

  constructor(private readonly initial: RunState) {
    const state = initial;
    this.now = state.now;
    this.config = state.config;
    this.pose = state.pose;
    this.data = state.data;
    this.focus = state.focus;
    this.tracks = state.tracks;
    this.lingering = state.lingering;
    this.timers = state.timers;
    this.history = state.history;
    this.back = state.back;
    this.tabFrom = state.tabFrom;
    this.since = state.since;
    this.pageState = state.page;
    this.over = state.over;
    this.pressed = state.pressed;
    this.letGo = state.letGo;
    this.spaceAt = state.spaceAt;
    this.byPointer = state.byPointer;
    this.keyed = state.keyed;
    this.target = state.target;
    this.checked = state.checked;
    this.holds = state.holds;
    this.said = state.said;
    this.done = state.done;
  }

  /** Where the pointer's button is down from now on; null where it is up. */
  hold(target: PartIndex | null): void {
    this.pressed = target;
    this.letGo = false;
  }

  /** What expressions can ask about the page. */
  get page(): PageEnv & PageState {
    // Asked for with every pose; most pages stay where they are.
    const { pageState } = this;
    return pageState.glide ? { ...pageState, scroll: scrollAt(pageState, this.now) } : pageState;
  }

  /** The state now; the very one it started from where nothing has changed. */
  result(): RunState {
    const { now, config, pose, data, focus, tracks, lingering, timers, history, back, tabFrom, since } = this;
    const {
      pageState: page,
      over,
      pressed,
      letGo,
      spaceAt,
      byPointer,
      keyed,
      target,
      checked,
      holds,
      said,
      done,
    } = this;
    const old = this.initial;
    const same =
      config === old.config &&
      pose === old.pose &&
      focus === old.focus &&
      data === old.data &&
      tracks === old.tracks &&
      timers === old.timers &&
      now === old.now &&
      since === old.since &&
      back === old.back &&
      tabFrom === old.tabFrom &&
      lingering === old.lingering &&
      history === old.history &&
      page === old.page &&
      over === old.over &&
      pressed === old.pressed &&
      letGo === old.letGo &&
      spaceAt === old.spaceAt &&
      byPointer === old.byPointer &&
      keyed === old.keyed &&
      target === old.target &&
      checked === old.checked &&
      holds === old.holds &&
      said === old.said &&
      done === old.done;
    if (same) return old;
    return {
      now,
      config,
      pose,
      data,
      focus,
      tracks,
      lingering,
      timers,
      history,
      back,
      tabFrom,
      since,
      page,
      over,
      pressed,
      letGo,
      spaceAt,
      byPointer,
      keyed,
      target,
      checked,
      holds,
      said,
      done,
    };
  }
}
