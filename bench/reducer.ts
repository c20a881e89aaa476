/** The demo dialog as a front-end developer would write it by hand: one reducer over a plain state. For comparison only. */

export interface Dialog {
  state: "closed" | "opening" | "open" | "closing";
  sailing: string;
  focus: "trigger" | "close" | "take" | "cancel" | null;
  back: Dialog["focus"];
  /** When the state goes on by itself, ms; null when it does not. */
  due: number | null;
  now: number;
  /** The fade that runs: from a value to another, since when, for how long. */
  fade: { from: number; to: number; start: number; duration: number } | null;
}
export type Event = { type: "click"; target: string } | { type: "key"; key: string } | { type: "time"; to: number };

export const initial: Dialog = {
  state: "closed",
  sailing: "09:40",
  focus: null,
  back: null,
  due: null,
  now: 0,
  fade: null,
};

const stops: Dialog["focus"][] = ["close", "take", "cancel"];

function opacity(d: Dialog): number {
  if (!d.fade) return d.state === "open" || d.state === "opening" ? 1 : 0;
  const p = Math.min(1, (d.now - d.fade.start) / d.fade.duration);
  return d.fade.from + (d.fade.to - d.fade.from) * p;
}

function open(d: Dialog): Dialog {
  const fade = { from: opacity(d), to: 1, start: d.now, duration: 240 };
  return { ...d, state: "opening", back: d.focus, focus: "close", due: d.now + 240, fade };
}
function close(d: Dialog): Dialog {
  const fade = { from: opacity(d), to: 0, start: d.now, duration: 180 };
  return { ...d, state: "closing", focus: d.back, back: null, due: d.now + 180, fade };
}

export function reduce(d: Dialog, event: Event): Dialog {
  const shown = d.state === "open" || d.state === "opening";
  switch (event.type) {
    case "time": {
      if (d.due === null || d.due > event.to) return { ...d, now: event.to };
      const state = d.state === "opening" ? "open" : "closed";
      return { ...d, state, due: null, fade: null, now: event.to };
    }
    case "key":
      if (event.key === "Escape") return shown ? close(d) : d;
      if (event.key === "Tab" && shown) return { ...d, focus: stops[(stops.indexOf(d.focus) + 1) % stops.length] };
      return d;
    case "click":
      if (event.target === "trigger" && !shown) return open({ ...d, focus: "trigger" });
      if (!shown) return d;
      if (event.target === "close" || event.target === "cancel") return close(d);
      if (event.target === "take") return { ...close(d), sailing: "11:10" };
      return event.target === "backdrop" && d.state === "open" ? close(d) : d;
  }
}
