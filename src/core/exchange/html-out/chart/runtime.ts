/** The functions of a delivered script for components with regions, histories and the rest of the vocabulary. */

export const chart = `const names = Object.keys(states);
const around = (name) => {
  const out = [];
  for (let s = states[name].in; s; s = states[s].in) out.push(s);
  return out;
};
const isInside = (name, outer) => around(name).includes(outer);
const inner = (name) => names.filter((n) => states[n].in === name && !states[n].history);
const now = new Set();
const kept = new Map();
const active = () => names.filter((n) => now.has(n) && n !== "always");
const isIn = (name) => now.has(name);
const raised = [];
let over = false;
let eventName = "";

// In each region the innermost state with something to say decides; where two would leave the same, inner goes first.
function select(rows) {
  const chosen = [];
  for (const leaf of names.filter((n) => now.has(n) && !inner(n).length)) {
    next: for (const s of [leaf, ...around(leaf)]) {
      if (chosen.some((t) => t.from === s)) break;
      for (const row of rows) {
        const branch = reactions[row]?.[s]?.find((b) => !b.when || b.when());
        if (branch) {
          chosen.push({ ...branch, from: s });
          break next;
        }
      }
    }
  }
  let left = [];
  for (const t of chosen) {
    const rivals = left.filter((o) => leaving(t).some((s) => leaving(o).includes(s)));
    if (rivals.some((o) => !isInside(t.from, o.from))) continue;
    left = [...left.filter((o) => !rivals.includes(o)), t];
  }
  return left;
}

const targets = (to) => to.flatMap((t) => (states[t].history ? (kept.get(t) ?? targets(states[t].start)) : [t]));

// The innermost compound state around source and targets: it is not left.
function domain({ from, to = [], internal }) {
  const wanted = targets(to);
  const holds = (s) => wanted.every((t) => isInside(t, s));
  if (from === "always") return "always";
  if (internal && states[from].kind === "compound" && holds(from)) return from;
  return around(from).find((s) => states[s].kind === "compound" && holds(s)) ?? "always";
}
const leaving = (t) => (t.to ? names.filter((n) => now.has(n) && isInside(n, domain(t))) : []);

function transit(chosen, event) {
  const gone = names.filter((n) => chosen.some((t) => leaving(t).includes(n)));
  const entering = new Set();
  const byDefault = new Set();
  const afterHistory = new Map();
  const down = (s) => {
    const { history, kind, start = [], begin } = states[s];
    if (history) {
      const known = kept.get(s);
      if (!known) afterHistory.set(states[s].in, begin);
      reach(known ?? start, states[s].in);
      return;
    }
    entering.add(s);
    if (kind === "compound") {
      byDefault.add(s);
      reach(start, s);
    } else if (kind === "parallel") regions(s);
  };
  const regions = (s) => {
    for (const r of inner(s)) if (![...entering].some((e) => isInside(e, r))) down(r);
  };
  const up = (s, outer) => {
    for (const a of around(s)) {
      if (a === outer) return;
      entering.add(a);
      if (states[a].kind === "parallel") regions(a);
    }
  };
  const reach = (to, outer) => {
    for (const t of to) down(t);
    for (const t of to) up(t, outer);
  };
  for (const h of names.filter((n) => states[n].history && gone.includes(states[n].in))) {
    const { in: outer, history } = states[h];
    kept.set(h, names.filter((n) => now.has(n) && (history === "deep" ? isInside(n, outer) && !inner(n).length : states[n].in === outer)));
  }
  const ways = chosen.map((t) => ({ to: t.to, outer: t.to && domain(t) }));
  for (const s of gone.toReversed()) {
    states[s].exit?.();
    leave(s);
    now.delete(s);
  }
  for (const t of chosen) t.does?.(event);
  for (const { to, outer } of ways) {
    for (const t of to ?? []) down(t);
    for (const t of targets(to ?? [])) up(t, outer);
  }
  for (const s of names.filter((n) => entering.has(n) && !now.has(n))) {
    now.add(s);
    enter(s);
    states[s].entry?.();
    if (byDefault.has(s)) states[s].begin?.();
    afterHistory.get(s)?.();
    if (states[s].kind === "final") finish(states[s].in);
  }
}

const isFinished = (s) =>
  states[s].kind === "parallel" ? inner(s).every(isFinished) : inner(s).some((i) => states[i].kind === "final" && now.has(i));

function finish(outer) {
  if (outer === "always") over = true;
  else {
    raised.push(\`done.state.\${outer}\`);
    const wider = states[outer].in;
    if (states[wider]?.kind === "parallel" && isFinished(wider)) raised.push(\`done.state.\${wider}\`);
  }
}

const listensTo = (descriptors, event) =>
  descriptors.some((d) => d === "*" || event === d || event.startsWith(\`\${d}.\`));
const rowsFor = (event) => Object.keys(own).filter((row) => listensTo(own[row], event));

// Automatic reactions first, then what was raised, until nothing is left to do.
function complete() {
  for (let n = 0; n < 1000 && !over; n++) {
    const own = select(automatic);
    if (own.length) {
      transit(own);
      continue;
    }
    const name = raised.shift();
    if (name === undefined && !notice()) return;
    eventName = name ?? eventName;
    transit(name === undefined ? risen() : select(rowsFor(name)));
  }
}

function react(event, ...rows) {
  if (over || !rows.length) return;
  transit(select(rows), event);
  complete();
  show();
}

// An own event that comes by itself: a timer's, an answer's, one that was sent.
function arrive(name) {
  if (over) return;
  eventName = name;
  transit(select(rowsFor(name)));
  complete();
  show();
}`;

/** Conditions that become true; without such rows nothing is noticed. */
export const noConditions = `const notice = () => false;
const risen = () => [];`;
export const conditions = `let risenRows = [];
function notice() {
  risenRows = [];
  for (const row of becomes) {
    const holds = row.when();
    if (holds && !row.held) risenRows.push(row.row);
    row.held = holds;
  }
  return risenRows.length > 0;
}
const risen = () => select(risenRows);`;

/** Delays and intervals of states, named timers, events on their way. */
export const timers = `let timers = [];
function later(name, delay, id, state) {
  const timer = { id, state };
  timer.handle = setTimeout(() => {
    timers = timers.filter((t) => t !== timer);
    arrive(name);
  }, delay);
  timers.push(timer);
}
function cancel(which) {
  for (const t of timers.filter(which)) clearTimeout(t.handle);
  timers = timers.filter((t) => !which(t));
}
function enter(s) {
  for (const { row, delay, every } of after[s] ?? []) {
    const timer = { state: s };
    const run = () => {
      if (every) timer.handle = setTimeout(run, delay);
      else timers = timers.filter((t) => t !== timer);
      if (over) return;
      transit((reactions[row][s] ?? []).filter((b) => !b.when || b.when()).slice(0, 1).map((b) => ({ ...b, from: s })));
      complete();
      show();
    };
    timer.handle = setTimeout(run, delay);
    timers.push(timer);
  }
  if (focusOn[s]) wanted.push(focusOn[s]);
}
const leave = (s) => cancel((t) => t.state === s);`;

export const requests = `// A request answers ok where the status says so; anything else, and no answer at all, has failed.
async function request(name) {
  const { method, path } = requests[name];
  let ok = false;
  try {
    ({ ok } = await fetch(path, { method, signal }));
  } catch {
    if (signal.aborted) return;
  }
  arrive(\`request.\${name}.\${ok ? "ok" : "failed"}\`);
}`;

export const scrolling = `const page = {
  get width() { return document.documentElement.clientWidth; },
  get height() { return innerHeight; },
  get scroll() { return scrollY; },
  get reducedMotion() { return matchMedia("(prefers-reduced-motion: reduce)").matches; },
};`;

export const measure = `// A length of the specification in pixels, as the browser computes it.
function pixels(length, whole) {
  const ruler = document.createElement("div");
  ruler.style.cssText = \`position: absolute; visibility: hidden; width: 0; height: \${length.replaceAll("%", "% ")};\`;
  const box = document.createElement("div");
  box.style.cssText = \`position: absolute; visibility: hidden; height: \${whole}px;\`;
  box.append(ruler);
  root.append(box);
  const { height } = ruler.getBoundingClientRect();
  box.remove();
  return height;
}
const range = () => Math.max(0, document.documentElement.scrollHeight - innerHeight);`;

export const among = `// What can be focused inside an element, a Tab stop or not.
function among(element) {
  const all = element.querySelectorAll("a[href], button, input, select, textarea, summary, [tabindex]");
  return [...all].filter((e) => !e.disabled && !e.closest("[inert]") && e.checkVisibility({ visibilityProperty: true }));
}

function step(element, by) {
  const list = element === root ? stopsIn(element) : among(element);
  const at = list.indexOf(document.activeElement);
  return at < 0 ? list.at(by > 0 ? 0 : -1) : list[(at + by + list.length) % list.length];
}`;

export const announce = `// What is said to assistive technology.
const announcements = document.createElement("div");
announcements.setAttribute("data-announcements", "");
announcements.setAttribute("role", "status");
announcements.style.cssText = "position: absolute; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap;";
root.append(announcements);
const announce = (text) => { announcements.textContent = text; };`;

export const smoothly = `const glide = () => (matchMedia("(prefers-reduced-motion: reduce)").matches ? "instant" : "smooth");`;
