/** The kernel as delivered pages carry it. Made by `npm run kernel` from src/kernel; not to be edited. */
export interface KernelModule {
  /** What it says of itself. */
  about: string;
  pieces: readonly KernelPiece[];
}
/** A declaration. */
export interface KernelPiece {
  name: string;
  /** The declarations that it uses. */
  needs: readonly string[];
  /** It stands right under the one before. */
  joined: boolean;
  text: string;
}
/** In the order in which they stand in a file. */
export const kernelSource: readonly KernelModule[] = [
  {
    about:
      "/**\n * What the kernel asks of a run: the states that are active, what waits, and the few things that only a host can do. The\n * core's machine is one, on a clock of its own; a page is the other.\n */",
    pieces: [
      {
        name: "Fault",
        needs: [],
        joined: false,
        text: "/** An expression or an action that cannot be done: it raises error.execution (SCXML §3.12.2). */\nclass Fault extends Error {}",
      },
    ],
  },
  {
    about: "/** Executable content: what reactions, entries and exits do (SCXML §4). */",
    pieces: [
      {
        name: "runActions",
        needs: ["Fault", "runAction"],
        joined: false,
        text: "/** Runs a block of actions; when one fails, the rest of the block is left out (SCXML §4). */\nfunction runActions(run, actions) {\n  if (!actions.length) return;\n  try {\n    for (const action of actions) runAction(run, action);\n  } catch (error) {\n    if (!(error instanceof Fault)) throw error;\n    run.failed(error.message);\n  }\n}",
      },
      {
        name: "runAction",
        needs: ["Fault", "runActions"],
        joined: false,
        text: '/** @throws Fault */\nfunction runAction(run, action) {\n  switch (action.do) {\n    case "raise":\n      run.internal.push(action.event);\n      break;\n    case "stop":\n      run.stopping = true;\n      break;\n    case "block":\n      runActions(run, action.actions);\n      break;\n    case "if": {\n      // A condition that cannot be evaluated is false, and an error; the block goes on (SCXML §5.9.1).\n      const branch = action.branches.find((b) => b.when === null || run.attempt(b.when) === true);\n      for (const inner of branch?.actions ?? []) runAction(run, inner);\n      break;\n    }\n    case "fail":\n      throw new Fault(action.why);\n    default:\n      run.act(action);\n  }\n}',
      },
    ],
  },
  {
    about: "/** The tree of states, flattened in document order (SCXML §3.3 to §3.11). */",
    pieces: [
      {
        name: "flatten",
        needs: ["isHistory"],
        joined: false,
        text: '/**\n * @param root the name of the state around all\n * @param actions what stands in a node as actions of the kernel; asked once all states are known\n */\nfunction flatten(root, actions) {\n  const states = [];\n  const nodes = [];\n  const add = (node, up) => {\n    const index = states.length;\n    const inner = node.states ?? [];\n    const kind = node.kind ?? (inner.length || !up.length ? "compound" : "atomic");\n    const state = {\n      index,\n      name: node.name,\n      kind,\n      parent: up[0] ?? -1,\n      path: [index, ...up],\n      end: 0,\n      atomic: kind === "atomic" || kind === "final",\n      children: [],\n      histories: [],\n      initial: [],\n      initialActions: [],\n      entry: [],\n      exit: [],\n    };\n    states.push(state);\n    nodes.push(node);\n    const indices = inner.map((n) => add(n, state.path));\n    state.children = indices.filter((i) => !isHistory(states[i]));\n    state.histories = indices.filter((i) => isHistory(states[i]));\n    state.end = states.length;\n    return index;\n  };\n  add(root, []);\n  const byName = new Map(states.map((s) => [s.name, s.index]));\n  for (const s of states) {\n    const named = [nodes[s.index].initial ?? []].flat().map((n) => byName.get(n));\n    s.initial = named.length || s.kind !== "compound" ? named : s.children.slice(0, 1);\n  }\n  // A history that says no default leads where its surroundings would start.\n  for (const s of states) {\n    if (!isHistory(s) || s.initial.length) continue;\n    const around = states[s.parent];\n    const own = around.initial.filter((i) => i !== s.index);\n    s.initial = around.kind === "parallel" ? around.children : own.length ? own : around.children.slice(0, 1);\n  }\n  const withActions = () => {\n    for (const s of states.slice(1)) {\n      const { initialActions, entry, exit } = nodes[s.index];\n      s.initialActions = actions(initialActions, `states.${s.name}.initialActions`);\n      s.entry = actions(entry, `states.${s.name}.entry`);\n      s.exit = actions(exit, `states.${s.name}.exit`);\n    }\n  };\n  return { states, withActions };\n}',
      },
      {
        name: "isHistory",
        needs: [],
        joined: false,
        text: 'const isHistory = (s) => s.kind === "history" || s.kind === "deep history";',
      },
    ],
  },
  {
    about: "/** Which states a transition leaves and enters: the procedures of SCXML, appendix D. Pure. */",
    pieces: [
      {
        name: "isCompoundOrRoot",
        needs: [],
        joined: false,
        text: 'const isCompoundOrRoot = (s) => s.kind === "compound" || s.index === 0;',
      },
      {
        name: "isDescendant",
        needs: [],
        joined: true,
        text: "const isDescendant = (states, s, outer) => s > outer && s < states[outer].end;",
      },
      {
        name: "effectiveTargets",
        needs: ["isHistory"],
        joined: false,
        text: "/** getEffectiveTargetStates: histories replaced by what they remember, or by their default. */\nfunction effectiveTargets(states, targets, history, depth = 0) {\n  return targets.flatMap((t) => {\n    if (!isHistory(states[t])) return [t];\n    const kept = history.get(t);\n    if (kept) return kept;\n    return depth > states.length ? [] : effectiveTargets(states, states[t].initial, history, depth + 1);\n  });\n}",
      },
      {
        name: "transitionDomain",
        needs: ["effectiveTargets", "isCompoundOrRoot", "isDescendant"],
        joined: false,
        text: "/** getTransitionDomain: the innermost compound state around source and targets, which is not left; -1 without targets. */\nfunction transitionDomain(states, t, history = new Map()) {\n  if (!t.targets.length) return -1;\n  if (t.source === 0) return 0;\n  const targets = effectiveTargets(states, t.targets, history);\n  const around = (s) => targets.every((x) => isDescendant(states, x, s));\n  if (t.internal && isCompoundOrRoot(states[t.source]) && around(t.source)) return t.source;\n  return states[t.source].path.find((a) => a !== t.source && isCompoundOrRoot(states[a]) && around(a)) ?? 0;\n}",
      },
      {
        name: "exitSet",
        needs: ["isDescendant"],
        joined: false,
        text: "/** computeExitSet, in exit order: inner before outer, later before earlier. */\nfunction exitSet(states, active, domains) {\n  const out = [];\n  for (const s of active) if (domains.some((d) => d >= 0 && isDescendant(states, s, d))) out.push(s);\n  return out.sort((a, b) => b - a);\n}",
      },
      {
        name: "entrySet",
        needs: ["effectiveTargets", "isDescendant", "isHistory", "transitionDomain"],
        joined: false,
        text: '/** computeEntrySet */\nfunction entrySet(states, transitions, history) {\n  const enter = new Set();\n  const byDefault = new Set();\n  const historyActions = new Map();\n  let depth = 0;\n  const descend = (s) => {\n    // Histories may lead round in a circle.\n    if (depth > 2 * states.length) return;\n    depth++;\n    const { kind, parent, initial, initialActions } = states[s];\n    const reach = (targets, around) => {\n      for (const t of targets) descend(t);\n      for (const t of targets) ascend(t, around);\n    };\n    if (isHistory(states[s])) {\n      const kept = history.get(s);\n      if (!kept) historyActions.set(parent, initialActions);\n      reach(kept ?? initial, parent);\n    } else {\n      enter.add(s);\n      if (kind === "compound") {\n        byDefault.add(s);\n        reach(initial, s);\n      } else if (kind === "parallel") regions(s);\n    }\n    depth--;\n  };\n  const regions = (s) => {\n    for (const child of states[s].children) {\n      if (![...enter].some((e) => isDescendant(states, e, child))) descend(child);\n    }\n  };\n  const ascend = (s, around) => {\n    for (const a of states[s].path) {\n      if (a === s) continue;\n      if (a === around) return;\n      enter.add(a);\n      if (states[a].kind === "parallel") regions(a);\n    }\n  };\n  for (const t of transitions) {\n    const domain = transitionDomain(states, t, history);\n    if (domain < 0) continue;\n    for (const target of t.targets) descend(target);\n    for (const target of effectiveTargets(states, t.targets, history)) ascend(target, domain);\n  }\n  return { enter: [...enter].filter((s) => s !== 0).sort((a, b) => a - b), byDefault, historyActions };\n}',
      },
      {
        name: "remembered",
        needs: ["isDescendant"],
        joined: false,
        text: '/** What a history of a state that is left remembers (exitStates). */\nfunction remembered(states, h, active) {\n  const { parent, kind } = states[h];\n  const keep = (s) =>\n    kind === "deep history" ? states[s].atomic && isDescendant(states, s, parent) : states[s].parent === parent;\n  return [...active].filter(keep).sort((a, b) => a - b);\n}',
      },
      {
        name: "isFinished",
        needs: [],
        joined: false,
        text: '/** isInFinalState */\nfunction isFinished(states, s, active) {\n  const { kind, children } = states[s];\n  if (kind === "compound") return children.some((c) => states[c].kind === "final" && active.has(c));\n  return kind === "parallel" && children.every((c) => isFinished(states, c, active));\n}',
      },
    ],
  },
  {
    about:
      "/** Which transitions an event enables (SCXML, appendix D: selectTransitions, removeConflictingTransitions). */",
    pieces: [
      {
        name: "select",
        needs: ["withoutConflicts"],
        joined: false,
        text: '/**\n * For each atomic state the innermost active state with something to say decides.\n * @param only for a delay: the one state whose cell is meant\n */\nfunction select(run, rows, only) {\n  const enabled = [];\n  const decided = [];\n  for (const leaf of only === undefined ? run.leaves() : [only]) {\n    next: for (const state of only === undefined ? run.states[leaf].path : [only]) {\n      // What one region has decided for the states around it, another need not ask again.\n      if (decided.includes(state)) break;\n      for (const row of rows) {\n        const cell = row.cells[state];\n        if (!cell) continue;\n        const at = cell.branches.findIndex((b) => b.guard === null || run.attempt(b.guard) === true);\n        run.heard?.(row, state, cell.ignored ? "ignored" : at < 0 ? "guard" : "taken", at);\n        if (!cell.ignored && at < 0) continue;\n        if (at >= 0) enabled.push({ row, branch: cell.branches[at], source: state });\n        decided.push(state);\n        break next;\n      }\n    }\n  }\n  return enabled.length > 1 ? withoutConflicts(run, enabled) : enabled;\n}',
      },
      {
        name: "domainOf",
        needs: ["transitionDomain"],
        joined: false,
        text: "const domainOf = (run, { branch, source }) =>\n  transitionDomain(run.states, { source, targets: branch.targets, internal: branch.internal }, run.history);",
      },
      {
        name: "withoutConflicts",
        needs: ["domainOf", "exitSet"],
        joined: false,
        text: "/** What is inside goes before what is around it, and earlier before later. */\nfunction withoutConflicts(run, enabled) {\n  const active = [...run.current()];\n  const exits = new Map(enabled.map((e) => [e, exitSet(run.states, active, [domainOf(run, e)])]));\n  let kept = [];\n  for (const e of enabled) {\n    const rivals = kept.filter((k) => exits.get(e).some((s) => exits.get(k).includes(s)));\n    const isInside = (k) => e.source !== k.source && run.states[e.source].path.includes(k.source);\n    if (!rivals.every(isInside)) {\n      run.preempted?.(e);\n      continue;\n    }\n    for (const k of rivals) run.preempted?.(k);\n    kept = [...kept.filter((k) => !rivals.includes(k)), e];\n  }\n  return kept;\n}",
      },
    ],
  },
  {
    about:
      "/** Taking transitions: leaving, acting, entering (SCXML, appendix D: microstep, exitStates, enterStates). */",
    pieces: [
      {
        name: "take",
        needs: ["commit", "domainOf", "enter", "exitSet", "leave", "runActions"],
        joined: false,
        text: "/** SCXML microstep. */\nfunction take(run, enabled) {\n  if (run.shortcut?.(enabled)) return;\n  if (enabled.every((e) => !e.branch.targets.length)) {\n    for (const e of enabled) runActions(run, e.branch.actions);\n    return;\n  }\n  run.active = new Set(run.current());\n  const domains = enabled.map((e) => domainOf(run, e));\n  leave(run, run.active, exitSet(run.states, run.active, domains));\n  for (const e of enabled) runActions(run, e.branch.actions);\n  const transitions = enabled.map(({ source, branch: { targets, internal } }) => ({ source, targets, internal }));\n  enter(run, run.active, transitions, []);\n  commit(run);\n}",
      },
      {
        name: "startChart",
        needs: ["commit", "enter"],
        joined: false,
        text: "/** Enters what the root starts with. */\nfunction startChart(run) {\n  const [root] = run.states;\n  run.active = new Set([0]);\n  enter(run, run.active, [{ source: 0, targets: root.initial, internal: false }], root.initialActions);\n  commit(run);\n}",
      },
      {
        name: "leave",
        needs: ["remembered", "runActions"],
        joined: false,
        text: "function leave(run, active, exits) {\n  for (const s of exits) {\n    for (const h of run.states[s].histories) {\n      run.history = new Map(run.history).set(h, remembered(run.states, h, active));\n    }\n  }\n  for (const s of exits) {\n    runActions(run, run.states[s].exit);\n    run.leave(s);\n    active.delete(s);\n  }\n}",
      },
      {
        name: "enter",
        needs: ["entrySet", "finish", "runActions"],
        joined: false,
        text: 'function enter(run, active, transitions, first) {\n  const { enter, byDefault, historyActions } = entrySet(run.states, transitions, run.history);\n  runActions(run, first);\n  for (const s of enter) {\n    if (active.has(s)) continue;\n    const { entry, initialActions, kind } = run.states[s];\n    active.add(s);\n    run.enter(s);\n    runActions(run, entry);\n    if (byDefault.has(s)) runActions(run, initialActions);\n    runActions(run, historyActions.get(s) ?? []);\n    if (kind === "final") finish(run, s, active);\n  }\n  runActions(run, historyActions.get(0) ?? []);\n}',
      },
      {
        name: "finish",
        needs: ["isFinished"],
        joined: false,
        text: 'function finish(run, final, active) {\n  const { states } = run;\n  const { parent } = states[final];\n  if (parent === 0) {\n    run.done = true;\n    return;\n  }\n  run.internal.push(`done.state.${states[parent].name}`);\n  const around = states[parent].parent;\n  if (around >= 0 && states[around].kind === "parallel" && isFinished(states, around, active)) {\n    run.internal.push(`done.state.${states[around].name}`);\n  }\n}',
      },
      {
        name: "commit",
        needs: [],
        joined: false,
        text: "/** The states that are active by now become the configuration. */\nfunction commit(run) {\n  run.commit(run.active);\n  run.active = null;\n}",
      },
    ],
  },
  {
    about:
      "/** Run to completion (SCXML, appendix D: mainEventLoop): automatic reactions, then what was raised, until nothing is left. */",
    pieces: [
      {
        name: "complete",
        needs: ["automatic", "endChart", "react"],
        joined: false,
        text: 'function complete(run) {\n  while (!run.done && run.goesOn()) {\n    if (automatic(run)) continue;\n    const event = run.internal.shift();\n    if (event !== undefined) {\n      run.event = event;\n      react(run, "event", run.rowsFor(event), event);\n      continue;\n    }\n    const rows = run.risen();\n    if (!rows.length) break;\n    react(run, "becomes", rows, "");\n  }\n  if (run.done) endChart(run);\n}',
      },
      {
        name: "react",
        needs: ["select", "take"],
        joined: false,
        text: "function react(run, kind, rows, event) {\n  run.begins?.(kind, rows, event);\n  take(run, select(run, rows));\n}",
      },
      {
        name: "automatic",
        needs: ["select", "take"],
        joined: false,
        text: 'function automatic(run) {\n  if (!run.automaticRows.length) return false;\n  run.begins?.("automatic", run.automaticRows, "");\n  const enabled = select(run, run.automaticRows);\n  if (enabled.length) take(run, enabled);\n  return enabled.length > 0;\n}',
      },
      {
        name: "endChart",
        needs: ["runActions"],
        joined: false,
        text: "/** SCXML exitInterpreter: exit actions run; what is still on its way never comes. */\nfunction endChart(run) {\n  for (const s of [...run.current()].sort((a, b) => b - a)) runActions(run, run.states[s].exit);\n  run.internal.length = 0;\n  run.external.length = 0;\n  run.end();\n}",
      },
    ],
  },
  {
    about: "/** What a datum can hold. */",
    pieces: [
      {
        name: "MOST_TEXT",
        needs: [],
        joined: false,
        text: "/** A text has at most so many characters; one that doubles itself would end the program otherwise. */\nconst MOST_TEXT = 10_000;",
      },
      {
        name: "fitted",
        needs: ["Fault", "MOST_TEXT"],
        joined: false,
        text: '/**\n * A value as the datum can hold it: a whole number is held at the end of its range.\n * @returns undefined for what is none of its values: the datum stays as it is\n * @throws Fault for a text that is too long\n */\nfunction fitted(datum, given) {\n  if (datum.type === "integer") return Math.min(datum.max, Math.max(datum.min, Math.trunc(Number(given)) || 0));\n  if (datum.type === "one of") return datum.values.includes(String(given)) ? given : undefined;\n  if (datum.type !== "text") return given;\n  const text = String(given);\n  if (text.length > MOST_TEXT) throw new Fault(`a text of more than ${MOST_TEXT} characters`);\n  return text;\n}',
      },
    ],
  },
  {
    about: "/** Names of events. */",
    pieces: [
      {
        name: "matches",
        needs: [],
        joined: false,
        text: '/** SCXML §3.12.1: a descriptor matches an event whose name begins with its tokens. */\nfunction matches(descriptor, event) {\n  if (descriptor === "*") return true;\n  const stem = descriptor.replace(/\\.\\*?$/, "");\n  return event === stem || event.startsWith(`${stem}.`);\n}',
      },
    ],
  },
  {
    about: "",
    pieces: [
      {
        name: "firstIn",
        needs: [],
        joined: false,
        text: "const firstIn = (f, part) => f.stops(part)[0] ?? (f.canFocus(part) ? part : null);",
      },
      {
        name: "wantedBy",
        needs: ["firstIn"],
        joined: false,
        text: 'function wantedBy(f, target) {\n  if (target.kind === "back") return f.back ?? null;\n  if (target.kind === "part") return target.part;\n  if (target.kind === "first") return firstIn(f, target.part);\n  if (target.kind === "last") return f.among(target.part).at(-1) ?? null;\n  const list = target.part === null ? f.stops(null) : f.among(target.part);\n  const at = f.focused === null ? -1 : list.indexOf(f.focused);\n  const by = target.kind === "next" ? 1 : -1;\n  // From outside: next is the first, previous the last.\n  return at < 0 ? (list.at(by > 0 ? 0 : -1) ?? null) : list[(at + by + list.length) % list.length];\n}',
      },
      {
        name: "settleFocus",
        needs: ["firstIn", "wantedBy"],
        joined: false,
        text: '/** @param targets what was asked for since the focus was settled last, in that order */\nfunction settleFocus(f, targets) {\n  const held = f.holder();\n  if (held !== null && f.back === undefined) f.back = f.focused;\n  if (f.unheld && targets.some((t) => t.kind !== "back")) f.back = f.focused;\n  for (const target of targets) {\n    const to = wantedBy(f, target);\n    if (to !== null && f.canFocus(to)) f.move(to, "action");\n    else f.refused(target.kind === "back" ? (f.back ?? null) : target.part);\n  }\n  if (f.focused !== null && !f.canFocus(f.focused)) f.move(null, "lost");\n  if (held === null) {\n    if (!f.unheld || targets.at(-1)?.kind === "back") f.back = undefined;\n  } else if (f.focused === null || !f.contains(held, f.focused)) {\n    const to = firstIn(f, held);\n    if (to !== null) f.move(to, "hold");\n  }\n}',
      },
    ],
  },
  {
    about: "/** Keys as the specification names them. */",
    pieces: [
      {
        name: "modifiers",
        needs: [],
        joined: false,
        text: 'const modifiers = new Set(["Shift", "Control", "Alt", "Meta", "AltGraph", "CapsLock"]);',
      },
      {
        name: "keyOf",
        needs: ["modifiers"],
        joined: false,
        text: '/** Modifiers in a fixed order, then the key, the space bar as Space; null for a bare modifier. */\nfunction keyOf(event) {\n  if (modifiers.has(event.key)) return null;\n  const name = event.key === " " ? "Space" : event.key;\n  const out = [];\n  if (event.ctrlKey) out.push("Ctrl");\n  if (event.altKey) out.push("Alt");\n  // Shift is in the character already where the key is one.\n  if (event.shiftKey && name.length > 1) out.push("Shift");\n  if (event.metaKey) out.push("Meta");\n  return [...out, name].join("+");\n}',
      },
    ],
  },
  {
    about: "/** How looks come together: the base, then what active states say, outer before inner; later wins. */",
    pieces: [
      {
        name: "styleWords",
        needs: [],
        joined: false,
        text: '/** What the style sheet of a page is told of a part, as words in `data-as`; empty for nothing. */\nconst styleWords = (as, pointer) =>\n  [\n    as === "hidden" || as === "transparent" || as === "moved out" ? as.replace(" ", "-") : "",\n    pointer === undefined || pointer === null ? "" : pointer ? "pointer" : "no-pointer",\n  ]\n    .filter(Boolean)\n    .join(" ");',
      },
      {
        name: "presenceAfter",
        needs: [],
        joined: false,
        text: '/** Declarations that say how a part is there count as that, whichever way they are written. */\nfunction presenceAfter(as, property, value) {\n  if (property === "display") return value === "none" ? "not displayed" : as === "not displayed" ? "shown" : as;\n  if (property !== "visibility" || as === "not displayed") return as;\n  // What is not displayed is hidden already, whatever its visibility.\n  if (value === "hidden" || value === "collapse") return "hidden";\n  return as === "hidden" ? "shown" : as;\n}',
      },
    ],
  },
  {
    about: "/** How wide the page is, how far it is scrolled, and what of it is in view. */",
    pieces: [
      {
        name: "pixels",
        needs: [],
        joined: false,
        text: '/** A length of the specification in pixels, as the browser computes it. @param whole what 100 % is, px */\nfunction pixels(page, length, whole) {\n  const box = document.createElement("div");\n  box.style.cssText = `position: absolute; visibility: hidden; height: ${whole}px;`;\n  const ruler = document.createElement("div");\n  ruler.style.cssText = `position: absolute; visibility: hidden; width: 0; height: ${length};`;\n  box.append(ruler);\n  page.root.append(box);\n  const { height } = ruler.getBoundingClientRect();\n  box.remove();\n  return height;\n}',
      },
      {
        name: "times",
        needs: [],
        joined: true,
        text: '/** A time of the specification in ms, as the browser computes it where the component is. */\nconst times = {\n  time({ root }, text) {\n    const ruler = document.createElement("div");\n    // Whatever a page says about motion, so that it cannot change what is measured.\n    ruler.style.setProperty("animation-duration", text, "important");\n    root.append(ruler);\n    const seconds = Number.parseFloat(getComputedStyle(ruler).animationDuration);\n    ruler.remove();\n    return Math.round(seconds * 1e6) / 1e3;\n  },\n};',
      },
      {
        name: "range",
        needs: [],
        joined: false,
        text: "const range = () => Math.max(0, document.documentElement.scrollHeight - innerHeight);",
      },
      {
        name: "notice",
        needs: [],
        joined: false,
        text: "/**\n * Tells a row when the answer to its question changes to what it waits for; at the start, too.\n * @param yes the kind of event that waits for true @param no the kind that waits for false\n */\nfunction notice(page, yes, no, ask) {\n  const rows = page.rows.filter((r) => r.at.on === yes || r.at.on === no);\n  const known = new Map();\n  const tell = () => {\n    const changed = rows.filter((r) => {\n      const is = ask(r);\n      const was = known.get(r);\n      known.set(r, is);\n      return is !== was && is === (r.at.on === yes);\n    });\n    for (const r of changed) page.react([r]);\n  };\n  page.starts.push(tell);\n  return { rows, tell };\n}",
      },
      {
        name: "widths",
        needs: ["notice", "pixels"],
        joined: false,
        text: 'const widths = {\n  begin(page) {\n    const is = (r) => innerWidth > pixels(page, r.at.distance, innerWidth);\n    const { tell } = notice(page, "width above", "width below", is);\n    window.addEventListener("resize", tell, { signal: page.listening.signal });\n  },\n};',
      },
      {
        name: "distances",
        needs: ["notice", "pixels", "range"],
        joined: false,
        text: 'const distances = {\n  begin(page) {\n    const is = (r) => scrollY > pixels(page, r.at.distance, range());\n    const { tell } = notice(page, "scroll past", "scroll back", is);\n    const { signal } = page.listening;\n    window.addEventListener("scroll", tell, { signal, passive: true });\n    window.addEventListener("resize", tell, { signal });\n  },\n};',
      },
      {
        name: "shareOf",
        needs: [],
        joined: false,
        text: "/** The share of an element's height that lies in the viewport. */\nfunction shareOf(element) {\n  if (!element.getClientRects().length) return 0;\n  const { top, bottom, height } = element.getBoundingClientRect();\n  const overlap = Math.min(bottom, innerHeight) - Math.max(top, 0);\n  return height ? overlap / height : Number(overlap >= 0);\n}",
      },
      {
        name: "views",
        needs: ["notice", "shareOf"],
        joined: false,
        text: 'const views = {\n  begin(page) {\n    const { rows, tell } = notice(page, "in view", "out of view", ({ at }) => {\n      const share = shareOf(page.parts[at.part]);\n      return at.ratio ? share >= at.ratio - 0.0005 : share > 0;\n    });\n    // One observer for all, so that what one scroll brings about comes in the order of the rows.\n    const threshold = [...new Set([0, 0.001, 1, ...rows.map((r) => r.at.ratio ?? 0)])].sort((a, b) => a - b);\n    const observer = new IntersectionObserver(tell, { threshold });\n    for (const r of rows) observer.observe(page.parts[r.at.part]);\n    page.listening.signal.addEventListener("abort", () => observer.disconnect());\n  },\n};',
      },
    ],
  },
  {
    about: "/** What some components do beside: scroll, announce, ask, write to the console. */",
    pieces: [
      {
        name: "asked",
        needs: [],
        joined: false,
        text: "/** Where each page is to be scrolled once its parts are as they are to be; the last that was asked. */\nconst asked = new WeakMap();",
      },
      {
        name: "scrolling",
        needs: ["asked", "pixels"],
        joined: false,
        text: 'const scrolling = {\n  acts: {\n    scroll(page, act) {\n      asked.set(page, act);\n    },\n  },\n  settle(page) {\n    const act = asked.get(page);\n    if (!act) return;\n    asked.delete(page);\n    const { to, smooth } = act;\n    const part = "part" in to ? page.parts[to.part] : null;\n    if (part && !part.getClientRects().length) return;\n    const range = Math.max(0, document.documentElement.scrollHeight - innerHeight);\n    const top = part ? part.getBoundingClientRect().top + scrollY : pixels(page, to.distance, range);\n    scrollTo({ top, behavior: smooth && !page.page.reducedMotion ? "smooth" : "instant" });\n  },\n};',
      },
      {
        name: "announcing",
        needs: [],
        joined: false,
        text: '/** What is said to assistive technology. */\nconst announcing = {\n  begin({ root }) {\n    const region = document.createElement("div");\n    region.setAttribute("data-announcements", "");\n    region.setAttribute("role", "status");\n    region.style.cssText =\n      "position: absolute; top: 0; left: 0; width: 1px; height: 1px; overflow: hidden; clip-path: inset(50%); white-space: nowrap;";\n    root.append(region);\n  },\n  acts: {\n    announce(page, { text }) {\n      page.root.querySelector("[data-announcements]").textContent = text(page);\n    },\n  },\n};',
      },
      {
        name: "requesting",
        needs: [],
        joined: false,
        text: '/** A request answers ok where the status says so; anything else, and no answer at all, has failed. */\nconst requesting = {\n  acts: {\n    async request(page, { request }) {\n      const ask = page.component.requests[request];\n      const { signal } = page.listening;\n      let ok = false;\n      try {\n        const answer = await (typeof ask === "function"\n          ? ask({ signal })\n          : fetch(ask.path, { method: ask.method, signal }));\n        ok = answer !== false && answer?.ok !== false;\n      } catch {}\n      if (signal.aborted) return;\n      page.arrive(`request.${request}.${ok ? "ok" : "failed"}`);\n    },\n  },\n};',
      },
      {
        name: "logging",
        needs: [],
        joined: false,
        text: "const logging = {\n  acts: {\n    log(page, { label, value }) {\n      console.log(...[label, value?.(page)].filter((v) => v !== undefined));\n    },\n  },\n};",
      },
    ],
  },
  {
    about: "/** A component on a page: the kernel's run, with the browser as its host. */",
    pieces: [
      {
        name: "MAX_STEPS",
        needs: [],
        joined: false,
        text: "/** Automatic steps at one instant after which a run is cut. */\nconst MAX_STEPS = 1000;",
      },
      {
        name: "Page",
        needs: [
          "Fault",
          "MAX_STEPS",
          "action",
          "complete",
          "endChart",
          "fitted",
          "flatten",
          "matches",
          "select",
          "startChart",
          "take",
        ],
        joined: false,
        text: 'class Page {\n  states;\n  rows;\n  automaticRows;\n  parts = Object.create(null);\n  data;\n  internal = [];\n  external = [];\n  listening = new AbortController();\n  /** Done once the component is there, in the order in which it was asked for. */\n  starts = [];\n  /** What was asked of the focus since it was settled last. */\n  wanted = [];\n  active = null;\n  history = new Map();\n  event = "";\n  done = false;\n  stopping = false;\n  /** The page is being changed: nobody is told of what is so only on the way. */\n  settling = false;\n  /** The browser\'s event that is handled. */\n  dom = null;\n  now = new Set([0]);\n  timers = [];\n  steps = 0;\n  holds = [];\n  begun = false;\n  /** One thing brings about another while it is handled. */\n  depth = 0;\n  index;\n\n  root;\n  component;\n  features;\n\n  constructor(root, component, features) {\n    this.root = root;\n    this.component = component;\n    this.features = features;\n    const { states, withActions } = flatten(\n      { name: "always", initial: component.initial, states: component.states },\n      (list) => (list ?? []).map(action),\n    );\n    this.states = states;\n    this.index = new Map(states.map((s) => [s.name, s.index]));\n    withActions();\n    for (const name of component.parts) this.parts[name] = root.querySelector(`[data-part="${name}"]`);\n    this.data = { ...component.data };\n    this.rows = component.reactions.map((at) => ({ at, cells: states.map((s) => this.cell(at.in, s.name)) }));\n    this.automaticRows = this.on("automatic");\n    for (const f of features) f.begin?.(this);\n    startChart(this);\n    complete(this);\n    this.settle();\n    this.holds = this.on("becomes").map((r) => this.attempt(r.at.when) === true);\n    this.begun = true;\n    this.react(this.on("mounted"));\n    for (const run of this.starts) run();\n    for (const f of features) f.begun?.(this);\n  }\n\n  /** The rows that listen for one kind of event. */\n  on(kind) {\n    return this.rows.filter((r) => r.at.on === kind);\n  }\n\n  cell(cells, state) {\n    if (!Object.hasOwn(cells, state)) return null;\n    const branches = cells[state].map((w) => ({\n      guard: w.when ?? null,\n      targets: (w.to ?? []).map((t) => this.index.get(t)),\n      internal: w.internal ?? false,\n      actions: (w.actions ?? []).map(action),\n    }));\n    return { ignored: !branches.length, branches };\n  }\n\n  /**\n   * Gives an event to rows, runs what they say to completion, and brings the page up to date.\n   * @param only for a delay: the one state whose cell is meant\n   * @returns true when a reaction stopped the event\n   */\n  react(rows, dom = null, only, event = "") {\n    if (this.done || (!rows.length && !event)) return false;\n    let stopped = false;\n    this.handle(() => {\n      const outer = { dom: this.dom, stopping: this.stopping };\n      this.dom = dom;\n      this.stopping = false;\n      this.event = event;\n      take(this, select(this, rows, only));\n      stopped = this.stopping;\n      complete(this);\n      this.settle();\n      this.dom = outer.dom;\n      this.stopping = outer.stopping;\n    });\n    if (stopped) dom?.stopPropagation();\n    return stopped;\n  }\n\n  /** An own event that comes by itself: a timer\'s, an answer\'s, one that was sent. */\n  arrive(event) {\n    this.react(this.rowsFor(event), null, undefined, event);\n  }\n\n  /** The page itself has changed: conditions may hold that did not. */\n  refresh() {\n    if (this.done) return;\n    this.handle(() => {\n      complete(this);\n      this.settle();\n    });\n  }\n\n  /** One thing within another is counted: what goes round without an end is cut. */\n  handle(what) {\n    if (this.depth === 0) this.steps = 0;\n    else if (!this.goesOn()) return;\n    this.depth++;\n    try {\n      what();\n    } finally {\n      this.depth--;\n    }\n  }\n\n  settle() {\n    this.settling = true;\n    for (const f of this.features) f.before?.(this);\n    this.root.dataset.states = this.states\n      .filter((s) => s.index > 0 && this.now.has(s.index))\n      .map((s) => s.name)\n      .join(" ");\n    for (const f of this.features) f.settle?.(this);\n    this.settling = false;\n    for (const f of this.features) f.told?.(this);\n    for (const event of this.external.splice(0)) this.later(event, 0);\n  }\n\n  later(event, delay, id) {\n    const timer = { id, state: -1, handle: 0 };\n    timer.handle = setTimeout(() => {\n      this.timers = this.timers.filter((t) => t !== timer);\n      this.arrive(event);\n    }, delay);\n    this.timers.push(timer);\n  }\n  cancel(which) {\n    for (const t of this.timers) if (which(t)) clearTimeout(t.handle);\n    this.timers = this.timers.filter((t) => !which(t));\n  }\n\n  /** The component is taken away: its rows for that are asked, then everything ends. */\n  unmount = () => {\n    this.react(this.on("unmounted"));\n    if (!this.done) {\n      this.done = true;\n      endChart(this);\n    }\n    this.listening.abort();\n  };\n\n  // What the kernel asks of its host, and expressions of the run.\n\n  isIn = (name) => {\n    const state = this.index.get(name);\n    return state !== undefined && (this.active ?? this.now).has(state);\n  };\n  /** Told by the feature that looks after it. */\n  focusWithin = (_part) => false;\n  hovered = (_part) => false;\n  page = {\n    get width() {\n      return document.documentElement.clientWidth;\n    },\n    get height() {\n      return innerHeight;\n    },\n    get scroll() {\n      return scrollY;\n    },\n    get reducedMotion() {\n      return matchMedia("(prefers-reduced-motion: reduce)").matches;\n    },\n  };\n  leaves() {\n    return [...this.now].filter((s) => this.states[s].atomic).sort((a, b) => a - b);\n  }\n  current() {\n    return this.now;\n  }\n  isActive(state) {\n    return this.now.has(state);\n  }\n  commit(active) {\n    this.now = new Set(active);\n  }\n  rowsFor(event) {\n    return this.rows.filter((r) => r.at.events?.some((d) => matches(d, event)));\n  }\n  attempt(evaluate) {\n    try {\n      return evaluate(this);\n    } catch (error) {\n      if (!(error instanceof Fault)) throw error;\n      this.failed();\n      return undefined;\n    }\n  }\n  failed() {\n    this.internal.push("error.execution");\n  }\n  act(a) {\n    const act = a;\n    if (act.do === "assign") {\n      const value = fitted(this.component.ranges[act.data], act.value(this));\n      if (value !== undefined) this.data[act.data] = value;\n    } else if (act.do === "prevent") this.dom?.preventDefault();\n    else if (act.do === "focus") this.wanted.push(act.target);\n    else if (act.do === "cancel") this.cancel((t) => t.id === act.id);\n    else if (act.do === "send") {\n      const delay = this.time(act.delay);\n      if (act.restart) this.cancel((t) => t.id === act.id);\n      if (delay <= 0 && !act.restart) this.external.push(act.event);\n      else this.later(act.event, delay, act.id);\n    } else for (const f of this.features) f.acts?.[act.do]?.(this, act);\n  }\n  time(time) {\n    return typeof time === "number" ? time : this.features.find((f) => f.time).time(this, time);\n  }\n  leave(state) {\n    this.cancel((t) => t.state === state);\n  }\n  enter(state) {\n    const { name } = this.states[state];\n    for (const row of this.rows) {\n      const after = row.at.after?.[name];\n      if (after === undefined || !row.cells[state]) continue;\n      const delay = this.time(after);\n      const timer = { id: undefined, state, handle: 0 };\n      const run = () => {\n        if (row.at.on === "every") timer.handle = setTimeout(run, delay);\n        else this.timers = this.timers.filter((t) => t !== timer);\n        this.react([row], null, state);\n      };\n      timer.handle = setTimeout(run, delay);\n      this.timers.push(timer);\n    }\n    const to = this.component.focus[name]?.to;\n    if (to) this.wanted.push(to);\n  }\n  risen() {\n    if (!this.begun) return [];\n    const before = this.holds;\n    const rows = this.on("becomes");\n    this.holds = rows.map((r) => this.attempt(r.at.when) === true);\n    return rows.filter((_r, i) => this.holds[i] && !before[i]);\n  }\n  goesOn() {\n    if (++this.steps <= MAX_STEPS) return true;\n    // What it has sent by then would only begin it anew.\n    this.internal.length = 0;\n    this.external.length = 0;\n    return false;\n  }\n  end() {\n    this.cancel(() => true);\n  }\n}',
      },
      {
        name: "action",
        needs: [],
        joined: false,
        text: '/** An action as the kernel knows it: conditions that are not there are null. */\nfunction action(act) {\n  if (act.do === "block") return { do: "block", actions: act.actions.map(action) };\n  if (act.do !== "if") return act;\n  return { do: "if", branches: act.branches.map((b) => ({ when: b.when ?? null, actions: b.actions.map(action) })) };\n}',
      },
    ],
  },
  {
    about:
      "/** How the parts are, put on the page: what comes is displayed before it moves, what goes stays until it has moved. */",
    pieces: [
      {
        name: "inside",
        needs: [],
        joined: false,
        text: "/** What is inside an element by itself, while a look's text stands there instead; parts come and go in it as in the page. */\nconst inside = new WeakMap();",
      },
      {
        name: "marks",
        needs: [],
        joined: true,
        text: "/** An absent element leaves a comment behind, to come back to its place. */\nconst marks = new WeakMap();",
      },
      {
        name: "holds",
        needs: [],
        joined: false,
        text: "const holds = (page, when) => {\n  try {\n    return !when || when(page) === true;\n  } catch {\n    return false;\n  }\n};",
      },
      {
        name: "valueNow",
        needs: [],
        joined: false,
        text: '/** A value that cannot be computed is none. */\nconst valueNow = (page, value) => {\n  try {\n    return value(page);\n  } catch {\n    return "";\n  }\n};',
      },
      {
        name: "lookOf",
        needs: ["holds", "presenceAfter"],
        joined: false,
        text: '/** The base, then what active states say, outer before inner; later wins. */\nfunction lookOf(page, looks) {\n  const look = { ...looks.base, attributes: { ...looks.base.attributes } };\n  for (const [state, said, when] of looks.cells) {\n    if (!page.isIn(state) || !holds(page, when)) continue;\n    for (const property of ["display", "visibility"]) {\n      const value = said[property];\n      if (value !== undefined) look.as = presenceAfter(look.as ?? "shown", property, value);\n    }\n    const { display: _display, visibility: _visibility, ...more } = said;\n    const attributes = { ...look.attributes, ...said.attributes };\n    Object.assign(look, more, { attributes, classes: { ...look.classes, ...said.classes } });\n  }\n  return look;\n}',
      },
      {
        name: "isGone",
        needs: [],
        joined: false,
        text: 'const isGone = ({ as }) => as === "not displayed" || as === "absent";',
      },
      {
        name: "come",
        needs: ["putBack"],
        joined: false,
        text: "function come(element) {\n  element.hidden = false;\n  putBack(element);\n}",
      },
      {
        name: "putBack",
        needs: ["marks"],
        joined: true,
        text: "function putBack(element) {\n  marks.get(element)?.replaceWith(element);\n  marks.delete(element);\n}",
      },
      {
        name: "letGo",
        needs: [],
        joined: false,
        text: "/** The focus leaves it in good order. @returns whether it was there */\nfunction letGo(element) {\n  const { activeElement: active } = element.getRootNode();\n  if (!(active instanceof HTMLElement) || !element.contains(active)) return false;\n  active.blur();\n  return true;\n}",
      },
      {
        name: "movesUnseen",
        needs: [],
        joined: false,
        text: '/** The options of a closed list move in some browsers, where nobody sees it. */\nconst movesUnseen = (element) => element.matches("select *") && !element.checkVisibility();',
      },
      {
        name: "go",
        needs: ["dress", "isGone", "letGo", "lookOf", "marks", "movesUnseen", "putBack"],
        joined: false,
        text: '/** Once its own motions are over, unless it is wanted there again by then. */\nfunction go(page, name, element) {\n  const away = () => {\n    const look = lookOf(page, page.component.looks[name]);\n    if (!isGone(look) || page.listening.signal.aborted) return;\n    element.hidden = look.as === "not displayed";\n    dress(element, look.as, look.pointer);\n    // In the document, though nobody sees it.\n    if (look.as !== "absent") putBack(element);\n    if (look.as !== "absent" || marks.has(element)) return;\n    // Some browsers tell of the loss while they take it out: whoever wants it back then would find it half gone.\n    if (letGo(element) && !isGone(lookOf(page, page.component.looks[name]))) return;\n    if (marks.has(element)) return;\n    const mark = document.createComment(name);\n    marks.set(element, mark);\n    element.replaceWith(mark);\n  };\n  // What was never drawn goes at once, and one without an end is waited for by nobody.\n  const isDrawn = element.isConnected && page.root.dataset.starting === undefined && !movesUnseen(element);\n  const motions = (isDrawn ? element.getAnimations() : []).filter(\n    (m) => m.effect?.getComputedTiming().endTime !== Number.POSITIVE_INFINITY,\n  );\n  if (!motions.length) away();\n  else\n    Promise.allSettled(motions.map((m) => m.finished)).then(() => {\n      away();\n      page.refresh();\n    });\n}',
      },
      {
        name: "check",
        needs: [],
        joined: false,
        text: "const check = (element, on) => {\n  if (element instanceof HTMLInputElement) element.checked = on;\n};",
      },
      {
        name: "write",
        needs: ["check", "dress", "inside", "isGone", "putText", "styleWords", "unseen"],
        joined: false,
        text: 'function write(element, look, texts, env) {\n  if (look.inert !== undefined && element.inert !== look.inert) element.inert = look.inert;\n  if (look.disabled !== undefined) element.toggleAttribute("disabled", look.disabled);\n  for (const [name, value] of Object.entries(look.attributes ?? {})) {\n    const text = value === null ? null : value(env);\n    if (text === null) element.removeAttribute(name);\n    else if (element.getAttribute(name) !== text) element.setAttribute(name, text);\n    // Once a person has checked it, the attribute says nothing any more (HTML §4.10.5.4).\n    if (name === "checked") check(element, text !== null);\n  }\n  for (const [name, on] of Object.entries(look.classes ?? {}))\n    if (element.classList.contains(name) !== on) element.classList.toggle(name, on);\n  if (look.classes && element.classList.length === 0) element.removeAttribute("class");\n  const own = inside.get(element);\n  for (const [at, text] of texts) (own ?? element).childNodes[at].textContent = text(env);\n  if (look.text) putText(element, look.text(env));\n  else if (own && inside.delete(element)) element.replaceChildren(own);\n  const stays = isGone(look) && unseen.find((as) => element.dataset.as?.split(" ").includes(styleWords(as, null)));\n  dress(element, stays || look.as, look.pointer);\n}',
      },
      {
        name: "putText",
        needs: ["inside"],
        joined: false,
        text: "/** A look's text in place of what is inside. */\nfunction putText(element, text) {\n  const only = element.childNodes.length === 1 ? element.firstChild : null;\n  if (only?.nodeType === Node.TEXT_NODE && only.nodeValue === text) return;\n  if (!inside.has(element)) {\n    const own = document.createDocumentFragment();\n    own.append(...element.childNodes);\n    inside.set(element, own);\n  }\n  element.textContent = text;\n}",
      },
      {
        name: "unseen",
        needs: [],
        joined: false,
        text: '/** What leaves in one of these ways stays so until its motion has ended. */\nconst unseen = ["hidden", "moved out"];',
      },
      {
        name: "dress",
        needs: ["styleWords"],
        joined: true,
        text: "function dress(element, as, pointer) {\n  const words = styleWords(as, pointer);\n  if (words) element.dataset.as = words;\n  else delete element.dataset.as;\n}",
      },
      {
        name: "looks",
        needs: ["check", "come", "go", "holds", "isGone", "looksNow", "marks", "saidNow", "valueNow", "write"],
        joined: false,
        text: 'const looks = {\n  begin(page) {\n    const { component, parts, root } = page;\n    // Whoever clicks on it, it is checked as the looks say.\n    const settle = () => {\n      for (const name of Object.keys(component.looks)) {\n        const on = saidNow(page, name, "checked");\n        if (on !== undefined) check(parts[name], on);\n      }\n    };\n    root.addEventListener("change", settle, { signal: page.listening.signal });\n    // What was never drawn has nothing to move from, however often the start looks at the page.\n    root.dataset.starting = "";\n    // A text that begins empty is no node of what was parsed.\n    for (const [name, { texts = [] }] of Object.entries(component.looks))\n      for (const [at, , empty] of texts)\n        if (empty) parts[name].insertBefore(document.createTextNode(""), parts[name].childNodes[at] ?? null);\n  },\n  before(page) {\n    const { parts, root } = page;\n    const coming = looksNow(page).filter(\n      ([name, look]) => look.as !== undefined && !isGone(look) && (parts[name].hidden || marks.has(parts[name])),\n    );\n    for (const [name] of coming) come(parts[name]);\n    // It moves from how it was before the new state.\n    if (coming.length) root.getBoundingClientRect();\n  },\n  settle(page) {\n    const { component, parts, root } = page;\n    const now = looksNow(page);\n    if (component.conditions.length)\n      root.dataset.when = component.conditions.flatMap((c, i) => (holds(page, c) ? [`c${i}`] : [])).join(" ");\n    for (const [name, value] of Object.entries(component.values)) root.style.setProperty(name, valueNow(page, value));\n    for (const [name, look] of now) write(parts[name], look, component.looks[name].texts ?? [], page);\n    for (const [name, look] of now) if (isGone(look)) go(page, name, parts[name]);\n  },\n  begun({ root }) {\n    root.getBoundingClientRect();\n    delete root.dataset.starting;\n  },\n};',
      },
      {
        name: "looksNow",
        needs: ["lookOf"],
        joined: false,
        text: "const looksNow = (page) =>\n  Object.keys(page.component.looks).map((name) => [name, lookOf(page, page.component.looks[name])]);",
      },
      {
        name: "saidNow",
        needs: ["lookOf"],
        joined: false,
        text: "/** Whether looks have the attribute there now; undefined where they have no say. */\nfunction saidNow(page, name, attribute) {\n  const looks = page.component.looks[name];\n  const value = looks && lookOf(page, looks).attributes?.[attribute];\n  return value === undefined ? undefined : value !== null;\n}",
      },
    ],
  },
  {
    about: "/** What a component changes in markup that is not its own, noted before and put back at the end. */",
    pieces: [
      {
        name: "referring",
        needs: [],
        joined: false,
        text: '/** Attributes that name elements by their id (HTML, WAI-ARIA 1.2). */\nconst referring = new Set(\n  "for form list headers popovertarget commandfor aria-activedescendant aria-controls aria-describedby aria-details aria-errormessage aria-flowto aria-labelledby aria-owns".split(\n    " ",\n  ),\n);',
      },
      {
        name: "ownIds",
        needs: ["referring"],
        joined: false,
        text: '/** Gives ids that the document has already a number, and all that refers to them with it. */\nfunction ownIds(root, component) {\n  const tree = root.getRootNode();\n  const renamed = new Map();\n  const changed = [];\n  const write = (element, attribute, value) => {\n    changed.push([element, attribute, element.getAttribute(attribute)]);\n    element.setAttribute(attribute, value);\n  };\n  for (const element of root.querySelectorAll("[id]")) {\n    if (tree.getElementById(element.id) === element) continue;\n    let n = 2;\n    while (tree.getElementById(`${element.id}-${n}`)) n++;\n    renamed.set(element.id, `${element.id}-${n}`);\n    write(element, "id", `${element.id}-${n}`);\n  }\n  const meant = (attribute, value) => {\n    if (attribute === "href")\n      return value.startsWith("#") ? `#${renamed.get(value.slice(1)) ?? value.slice(1)}` : value;\n    if (!referring.has(attribute)) return value;\n    return value\n      .split(/\\s+/)\n      .map((id) => renamed.get(id) ?? id)\n      .join(" ");\n  };\n  const giveBack = () => {\n    for (const [element, attribute, before] of changed.reverse()) element.setAttribute(attribute, before);\n  };\n  if (!renamed.size) return { looks: component.looks, giveBack };\n  for (const element of root.querySelectorAll("*"))\n    for (const { name, value } of [...element.attributes])\n      if (meant(name, value) !== value) write(element, name, meant(name, value));\n  const look = (l) => ({\n    ...l,\n    attributes: Object.fromEntries(\n      Object.entries(l.attributes ?? {}).map(([name, value]) => [name, value && ((env) => meant(name, value(env)))]),\n    ),\n  });\n  const looks = Object.fromEntries(\n    Object.entries(component.looks).map(([part, { base, cells, ...more }]) => [\n      part,\n      {\n        ...more,\n        base: look(base),\n        cells: cells.map(([state, said, when]) => [state, look(said), when]),\n      },\n    ]),\n  );\n  return { looks, giveBack };\n}',
      },
      {
        name: "remember",
        needs: ["inside", "marks", "put"],
        joined: false,
        text: '/** @returns what puts back all that looks change, on the root and on the parts */\nfunction remember(root, component) {\n  const names = ["data-states", "data-when", "data-starting"];\n  const onRoot = names.map((name) => [name, root.getAttribute(name)]);\n  const values = Object.keys(component.values).map((name) => [name, root.style.getPropertyValue(name)]);\n  const parts = Object.entries(component.looks).map(([name, looks]) => {\n    const element = root.querySelector(`[data-part="${name}"]`);\n    const said = ["hidden", "inert", "disabled", "data-as"];\n    for (const l of [looks.base, ...looks.cells.map(([, l]) => l)])\n      said.push(...Object.keys(l.attributes ?? {}), ...(l.classes ? ["class"] : []));\n    const attributes = [...new Set(said)].map((a) => [a, element.getAttribute(a)]);\n    const nodes = [...element.childNodes];\n    let gap = 0;\n    // A text that begins empty has no node yet, and those behind it are one place further on once it has.\n    const texts = (looks.texts ?? []).map(([at, , empty]) => {\n      const node = empty ? undefined : nodes[at - gap];\n      if (empty) gap++;\n      return { at, node, before: node?.textContent ?? "" };\n    });\n    return { element, attributes, texts };\n  });\n  return ({ root }) => {\n    for (const { element, attributes, texts } of parts) {\n      marks.get(element)?.replaceWith(element);\n      marks.delete(element);\n      const own = inside.get(element);\n      if (own && inside.delete(element)) element.replaceChildren(own);\n      const nodes = [...element.childNodes];\n      for (const { at, node, before } of texts) {\n        if (node) node.textContent = before;\n        else nodes[at]?.remove();\n      }\n      for (const [name, value] of attributes) put(element, name, value);\n    }\n    root.querySelector(":scope > [data-announcements]")?.remove();\n    for (const [name, value] of values) root.style.setProperty(name, value);\n    if (!root.getAttribute("style")) root.removeAttribute("style");\n    for (const [name, value] of onRoot) put(root, name, value);\n  };\n}',
      },
      {
        name: "put",
        needs: [],
        joined: false,
        text: "function put(element, name, value) {\n  if (value === null) element.removeAttribute(name);\n  else if (element.getAttribute(name) !== value) element.setAttribute(name, value);\n}",
      },
    ],
  },
  {
    about:
      "/** A component in a project: several on one page, with data and answers from outside, and taken away without a trace. */",
    pieces: [
      {
        name: "embed",
        needs: ["Page", "ownIds", "remember", "statesOf", "telling", "valueFor"],
        joined: false,
        text: '/** @throws Error where the root lacks an element that the component needs */\nfunction embed(root, component, features, { className, markup }, options = {}) {\n  if (!root.isConnected) throw new Error("mount needs a root that is in the document.");\n  const filled = !root.querySelector("[data-part]");\n  if (filled) root.innerHTML = markup;\n  const classed = !root.classList.contains(className);\n  root.classList.add(className);\n  const missing = component.parts.filter((p) => !root.querySelector(`[data-part="${p}"]`));\n  if (missing.length)\n    throw new Error(`No element with data-part="${missing.join(\'", "\')}" in what was given to mount.`);\n\n  const ids = ownIds(root, component);\n  const given = { ...component.data };\n  for (const [name, value] of Object.entries(options.data ?? {}))\n    if (value !== undefined) given[name] = valueFor(component, name, value);\n  const whole = {\n    ...component,\n    data: given,\n    looks: ids.looks,\n    requests: { ...component.requests, ...options.requests },\n  };\n  const restore = remember(root, whole);\n  const page = new Page(root, whole, [...features, telling(options)]);\n  return {\n    get state() {\n      return statesOf(root);\n    },\n    get data() {\n      return { ...page.data };\n    },\n    send: (event) => page.arrive(event),\n    set(name, value) {\n      const next = valueFor(component, name, value);\n      if (Object.is(page.data[name], next)) return;\n      page.data[name] = next;\n      page.refresh();\n    },\n    unmount() {\n      if (page.listening.signal.aborted) return;\n      page.unmount();\n      restore(page);\n      ids.giveBack();\n      if (classed) root.classList.remove(className);\n      if (filled) root.replaceChildren();\n    },\n  };\n}',
      },
      {
        name: "statesOf",
        needs: [],
        joined: false,
        text: 'const statesOf = (root) => (root.dataset.states ?? "").split(" ").filter(Boolean);',
      },
      {
        name: "valueFor",
        needs: ["fitted"],
        joined: false,
        text: 'function valueFor({ ranges }, name, value) {\n  if (!Object.hasOwn(ranges, name)) throw new TypeError(`There is no datum ${name}.`);\n  const { type } = ranges[name];\n  const kind = type === "integer" || type === "number" ? "number" : type === "boolean" ? "boolean" : "string";\n  const fits = typeof value === kind && !Number.isNaN(value) ? fitted(ranges[name], value) : undefined;\n  if (fits === undefined) throw new TypeError(`${name} cannot be ${JSON.stringify(value)}.`);\n  return fits;\n}',
      },
      {
        name: "telling",
        needs: ["statesOf"],
        joined: false,
        text: '/** Tells those outside, once what happens is over: they may act on it. */\nfunction telling({ onState, onData }) {\n  let state;\n  let data = {};\n  return {\n    begin(page) {\n      data = { ...page.data };\n    },\n    settle(page) {\n      const was = { state, data };\n      state = page.root.dataset.states ?? "";\n      if (was.state !== undefined && state !== was.state) queueMicrotask(() => onState?.(statesOf(page.root)));\n      if (Object.keys(data).every((name) => Object.is(data[name], page.data[name]))) return;\n      data = { ...page.data };\n      const now = data;\n      queueMicrotask(() => onData?.(now, was.data));\n    },\n  };\n}',
      },
    ],
  },
  {
    about: "/** Where the focus goes on a page, and what holds it there. */",
    pieces: [
      {
        name: "candidates",
        needs: [],
        joined: false,
        text: 'const candidates =\n  "a[href], area[href], button, input:not([type=hidden]), select, textarea, summary, iframe, dialog, audio[controls], video[controls], [tabindex], [contenteditable]:not([contenteditable=false])";',
      },
      {
        name: "canFocus",
        needs: ["candidates"],
        joined: false,
        text: 'const canFocus = (element) =>\n  element.matches(candidates) &&\n  !element.matches(":disabled, [inert], [inert] *") &&\n  element.checkVisibility({ visibilityProperty: true });',
      },
      {
        name: "among",
        needs: ["canFocus", "candidates"],
        joined: false,
        text: "const among = (within) => [...within.querySelectorAll(candidates)].filter(canFocus);",
      },
      {
        name: "tabIndexOf",
        needs: [],
        joined: false,
        text: '/** An editing host without a tabindex is a stop, though `tabIndex` says -1 of it; a dialog is none, whatever it says. */\nconst tabIndexOf = (e) => {\n  if (e.hasAttribute("tabindex")) return e.tabIndex;\n  return e.localName === "dialog" ? -1 : e.isContentEditable ? 0 : e.tabIndex;\n};',
      },
      {
        name: "groupOf",
        needs: [],
        joined: false,
        text: '/** The radio buttons of its name and form; none for what is no radio button. */\nconst groupOf = (e) =>\n  e instanceof HTMLInputElement && e.type === "radio" && e.name\n    ? [...e.getRootNode().querySelectorAll("input[type=radio]")].filter((r) => r.name === e.name && r.form === e.form)\n    : [];',
      },
      {
        name: "isPassedOver",
        needs: ["groupOf"],
        joined: true,
        text: "/** Of radio buttons of which one is checked, that one alone is a stop. */\nconst isPassedOver = (e) => groupOf(e).some((r) => r.checked && r !== e);",
      },
      {
        name: "stops",
        needs: ["among", "canFocus", "isPassedOver", "tabIndexOf"],
        joined: false,
        text: "/** Tab stops in their order: those with a number of their own first (HTML §6.6.3). */\nfunction stops(within) {\n  const all = [within, ...among(within)].filter(\n    (e, i) => tabIndexOf(e) >= 0 && (i > 0 || canFocus(e)) && !isPassedOver(e),\n  );\n  const numbered = all.filter((e) => tabIndexOf(e) > 0).sort((a, b) => tabIndexOf(a) - tabIndexOf(b));\n  return [...numbered, ...all.filter((e) => tabIndexOf(e) === 0)];\n}",
      },
      {
        name: "activeIn",
        needs: [],
        joined: false,
        text: "/** The element with the focus in the same document or shadow tree. */\nconst activeIn = (root) => root.getRootNode().activeElement;",
      },
      {
        name: "stopFrom",
        needs: [],
        joined: false,
        text: "/** The next stop, round and round; from what is no stop itself on to its neighbour in the tree. */\nfunction stopFrom(from, list, held, backwards) {\n  const at = list.indexOf(from);\n  const step = backwards ? -1 : 1;\n  if (at >= 0 || !from || !held.contains(from))\n    return list.at(at < 0 ? (backwards ? -1 : 0) : (at + step) % list.length);\n  const follows = (a, b) => (a.compareDocumentPosition(b) & Node.DOCUMENT_POSITION_FOLLOWING) > 0;\n  const beyond = list.filter((e) => follows(from, e) !== backwards).sort((a, b) => (follows(a, b) ? -1 : 1));\n  return beyond.at(backwards ? -1 : 0) ?? list.at(backwards ? -1 : 0);\n}",
      },
      {
        name: "focused",
        needs: ["activeIn"],
        joined: false,
        text: '/** What has the focus; while it is on its way from one element to another, where it goes to. */\nconst focused = ({ root, dom }) => {\n  const active = activeIn(root);\n  const isMoving = dom?.type === "focusout" && (active === null || active === document.body);\n  const has = isMoving ? dom.relatedTarget : active;\n  return has instanceof HTMLElement && has !== document.body && root.contains(has) ? has : null;\n};',
      },
      {
        name: "holder",
        needs: [],
        joined: false,
        text: "/** The element that holds the focus in the active states; an inner state's goes before an outer one's. */\nfunction holder(page) {\n  const held = page.states.flatMap((s) => {\n    const within = page.isActive(s.index) ? page.component.focus[s.name]?.within : undefined;\n    return within === undefined ? [] : [page.parts[within]];\n  });\n  return held.at(-1) ?? null;\n}",
      },
      { name: "backs", needs: [], joined: false, text: "const backs = new WeakMap();" },
      { name: "befores", needs: [], joined: true, text: "const befores = new WeakMap();" },
      {
        name: "isUnheld",
        needs: [],
        joined: true,
        text: "const isUnheld = (page) => !Object.values(page.component.focus).some((f) => f.within !== undefined);",
      },
      {
        name: "targetOf",
        needs: [],
        joined: false,
        text: 'function targetOf(page, target) {\n  if ("back" in target) return { kind: "back" };\n  const [kind, name] = Object.entries(target)[0];\n  return { kind, part: name === null ? null : page.parts[name] };\n}',
      },
      {
        name: "focus",
        needs: [
          "among",
          "backs",
          "befores",
          "canFocus",
          "focused",
          "holder",
          "isUnheld",
          "settleFocus",
          "stops",
          "targetOf",
        ],
        joined: false,
        text: 'const focus = {\n  before(page) {\n    if (holder(page) && !backs.has(page)) backs.set(page, focused(page));\n    // Asked before looks take it away from what is not displayed any more.\n    else if (isUnheld(page) && page.wanted.some((t) => !("back" in t))) befores.set(page, focused(page));\n  },\n  settle(page) {\n    const was = focused(page);\n    let now = befores.has(page) ? (befores.get(page) ?? null) : was;\n    befores.delete(page);\n    const asked = {\n      get focused() {\n        return now;\n      },\n      get back() {\n        return backs.get(page);\n      },\n      set back(element) {\n        if (element === undefined) backs.delete(page);\n        else backs.set(page, element);\n      },\n      unheld: isUnheld(page),\n      holder: () => holder(page),\n      canFocus,\n      contains: (outer, inner) => outer.contains(inner),\n      stops: (within) => stops(within ?? page.root),\n      among,\n      move: (to) => {\n        now = to;\n      },\n      refused() {},\n    };\n    const targets = page.wanted.map((t) => targetOf(page, t));\n    page.wanted = [];\n    settleFocus(asked, targets);\n    if (now === was) return;\n    // Only where it ends is told to those who listen.\n    if (now) now.focus({ preventScroll: true });\n    else was?.blur();\n  },\n};',
      },
      {
        name: "hold",
        needs: ["activeIn", "canFocus", "groupOf", "holder", "stopFrom", "stops"],
        joined: false,
        text: '/** While something holds the focus, Tab goes round in it and the pointer cannot take the focus elsewhere. */\nconst hold = {\n  begin(page) {\n    const { signal } = page.listening;\n    document.addEventListener(\n      "keydown",\n      (event) => {\n        const held = holder(page);\n        if (event.defaultPrevented || !held) return;\n        const from = activeIn(page.root);\n        const group = groupOf(from);\n        // Arrow keys go round in a group of radio buttons, be it in what holds the focus or not.\n        const isLeft = event.key.startsWith("Arrow") && held.contains(from) && group.some((r) => !held.contains(r));\n        if (isLeft || event.key === "Tab") event.preventDefault();\n        if (event.key !== "Tab") return;\n        // Tab leaves a group of radio buttons of which none is checked.\n        const beside = group.some((r) => r.checked) ? [] : group.filter((r) => r !== from);\n        const list = stops(held).filter((e) => !beside.includes(e));\n        stopFrom(from, list, held, event.shiftKey)?.focus();\n      },\n      { signal },\n    );\n    const keep = (event) => {\n      const held = holder(page);\n      if (!held?.contains(activeIn(page.root))) return;\n      const path = event.composedPath().filter((e) => e instanceof HTMLElement);\n      const to = path.find(canFocus);\n      if (!to || !held.contains(to)) event.preventDefault();\n    };\n    document.addEventListener("mousedown", keep, { signal });\n    // A disabled control keeps the mouse\'s events to itself; the pointer\'s come through, and decide the same.\n    document.addEventListener(\n      "pointerdown",\n      (event) => {\n        if (event.composedPath()[0].closest("button:disabled, input:disabled, select:disabled, textarea:disabled"))\n          keep(event);\n      },\n      { signal },\n    );\n  },\n};',
      },
    ],
  },
  {
    about: "/** Keys, from the focus outwards. */",
    pieces: [
      {
        name: "keys",
        needs: ["keyOf"],
        joined: false,
        text: 'const keys = {\n  begin(page) {\n    const places = new Map();\n    for (const r of page.on("key")) places.set(r.at.part, [...(places.get(r.at.part) ?? []), r]);\n    for (const [part, rows] of places) {\n      const element = part === undefined ? document : page.parts[part];\n      for (const type of ["keydown", "keyup"]) {\n        const listening = rows.filter((r) => (r.at.up === true) === (type === "keyup"));\n        if (!listening.length) continue;\n        const react = (event) => {\n          // A key that is held down has gone down once.\n          if (event.repeat) return;\n          const key = keyOf(event);\n          page.react(\n            listening.filter((r) => r.at.key === key),\n            event,\n          );\n        };\n        element.addEventListener(type, react, { signal: page.listening.signal });\n      }\n    }\n  },\n};',
      },
    ],
  },
  {
    about: "/** Brings a component to life on the elements that are there. */",
    pieces: [
      {
        name: "mount",
        needs: ["Page"],
        joined: false,
        text: "/** @returns what takes it away again: nothing listens and nothing comes any more */\nfunction mount(root, component, features) {\n  return new Page(root, component, features).unmount;\n}",
      },
    ],
  },
  {
    about: "/** What the pointer does. */",
    pieces: [
      {
        name: "names",
        needs: [],
        joined: false,
        text: 'const names = { click: "click", "pointer down": "pointerdown", "pointer up": "pointerup" };',
      },
      {
        name: "pointer",
        needs: ["names"],
        joined: false,
        text: '/** Clicks and the pointer\'s single acts, on their way from the target outwards. */\nconst pointer = {\n  begin(page) {\n    const { signal } = page.listening;\n    for (const [kind, type] of Object.entries(names)) {\n      const rows = page.on(kind);\n      const at = new Map();\n      for (const r of rows) if (/inside|exactly/.test(r.at.scope)) at.set(r.at.part, [...(at.get(r.at.part) ?? []), r]);\n      for (const [part, list] of at) {\n        page.parts[part].addEventListener(\n          type,\n          (event) =>\n            void page.react(\n              list.filter((r) => r.at.scope === "inside" || event.target === page.parts[part]),\n              event,\n            ),\n          { signal },\n        );\n      }\n      const outside = rows.filter((r) => r.at.scope === "outside");\n      const anywhere = rows.filter((r) => r.at.scope === "anywhere");\n      if (!outside.length && !anywhere.length) continue;\n      document.addEventListener(\n        type,\n        (event) => {\n          const path = event.composedPath();\n          for (const r of [...outside.filter((o) => !path.includes(page.parts[o.at.part])), ...anywhere])\n            page.react([r], event);\n        },\n        { signal },\n      );\n    }\n  },\n};',
      },
      {
        name: "hover",
        needs: ["watch"],
        joined: false,
        text: '/** The pointer comes onto parts and leaves them. */\nconst hover = {\n  begin(page) {\n    for (const r of page.on("pointer enter")) watch(page, r, "pointerover", "pointerenter", "pointerleave");\n    for (const r of page.on("pointer leave")) watch(page, r, "pointerout", "pointerleave", "pointerenter");\n  },\n};',
      },
      {
        name: "watch",
        needs: [],
        joined: false,
        text: 'function watch(page, row, exactly, inside, outside) {\n  const { scope, part } = row.at;\n  const element = scope === "anywhere" ? document : page.parts[part];\n  const type = scope === "inside" ? inside : scope === "outside" ? outside : exactly;\n  const react = (event) => {\n    if (scope !== "exactly" || event.target === element) page.react([row], event);\n  };\n  element.addEventListener(type, react, { signal: page.listening.signal });\n}',
      },
    ],
  },
  {
    about:
      "/** What the page around a component tells it: the focus, motions, the window; and what browsers do by themselves, held back. */",
    pieces: [
      {
        name: "focusedIn",
        needs: [],
        joined: false,
        text: "/** The parts that somebody listens at and that have the focus inside. */\nconst focusedIn = new WeakMap();",
      },
      {
        name: "listenedAround",
        needs: [],
        joined: true,
        text: 'function listenedAround(page, has) {\n  const rows = [...page.on("focus leaves"), ...page.on("focus enters")];\n  return rows.map((r) => r.at.part).filter((part) => page.parts[part].contains(has));\n}',
      },
      {
        name: "tellFocus",
        needs: ["focused", "focusedIn", "listenedAround"],
        joined: false,
        text: '/**\n * The focus has come into a part, or left it, since that was told last. What is taken out of the document, or cannot have\n * the focus any more, loses it before another gets it: only where it ends counts, and where it was inside before.\n */\nfunction tellFocus(page, event) {\n  const before = focusedIn.get(page);\n  const now = listenedAround(page, focused(page));\n  focusedIn.set(page, now);\n  const change = (kind, from, to) => {\n    for (const r of page.on(kind)) if (to.includes(r.at.part) && !from.includes(r.at.part)) page.react([r], event);\n  };\n  change("focus leaves", now, before);\n  change("focus enters", before, now);\n}',
      },
      {
        name: "focusEvents",
        needs: ["focused", "focusedIn", "listenedAround", "tellFocus"],
        joined: false,
        text: 'const focusEvents = {\n  begin(page) {\n    focusedIn.set(page, listenedAround(page, focused(page)));\n    const hear = (event) => {\n      // On its way to another part it is told where it arrives.\n      const goesOn = event.type === "focusout" && page.root.contains(event.relatedTarget);\n      if (!page.settling && !goesOn) tellFocus(page, event);\n    };\n    for (const type of ["focusin", "focusout"])\n      page.root.addEventListener(type, hear, { signal: page.listening.signal });\n  },\n  told: (page) => tellFocus(page, null),\n};',
      },
      {
        name: "motions",
        needs: ["movesUnseen"],
        joined: false,
        text: 'const motions = {\n  begin(page) {\n    for (const r of [...page.on("motion ended"), ...page.on("motion interrupted")]) {\n      const part = page.parts[r.at.part];\n      const ended = r.at.on === "motion ended";\n      const react = (event) => {\n        const still = ended && part.getAnimations().some((a) => a.playState !== "finished");\n        if (event.target === part && !still && !movesUnseen(part)) page.react([r], event);\n      };\n      const what = ended ? "end" : "cancel";\n      for (const motion of ["transition", "animation"])\n        part.addEventListener(`${motion}${what}`, react, { signal: page.listening.signal });\n    }\n  },\n};',
      },
      {
        name: "blur",
        needs: [],
        joined: false,
        text: 'const blur = {\n  begin(page) {\n    const rows = page.on("window blur");\n    const react = (event) => void (event.target === window && page.react(rows, event));\n    window.addEventListener("blur", react, { signal: page.listening.signal });\n  },\n};',
      },
      {
        name: "calm",
        needs: [],
        joined: false,
        text: 'const calm = {\n  begin(page) {\n    const query = matchMedia("(prefers-reduced-motion: reduce)");\n    const tell = () => void page.react(page.on(`reduced motion ${query.matches ? "on" : "off"}`));\n    query.addEventListener("change", tell, { signal: page.listening.signal });\n    page.starts.push(() => query.matches && tell());\n  },\n};',
      },
      {
        name: "conditions",
        needs: [],
        joined: false,
        text: '/** Conditions that ask about the page hold or no longer when it changes. */\nconst conditions = {\n  begin(page) {\n    const { signal } = page.listening;\n    const refresh = () => page.refresh();\n    window.addEventListener("resize", refresh, { signal });\n    window.addEventListener("scroll", refresh, { signal, passive: true });\n    matchMedia("(prefers-reduced-motion: reduce)").addEventListener("change", refresh, { signal });\n  },\n};',
      },
      {
        name: "lastFocused",
        needs: [],
        joined: false,
        text: "/** What had the focus when the conditions were asked last. */\nconst lastFocused = new WeakMap();",
      },
      {
        name: "whereabouts",
        needs: ["focused", "lastFocused"],
        joined: false,
        text: '/** Conditions that ask where the focus is, or the pointer. */\nconst whereabouts = {\n  begin(page) {\n    const { signal } = page.listening;\n    const tree = page.root.getRootNode();\n    let over = null;\n    let moved = false;\n    lastFocused.set(page, focused(page));\n    page.focusWithin = (part) => page.parts[part].contains(focused(page));\n    page.hovered = (part) => page.parts[part].contains(over);\n    const focus = () => {\n      if (page.settling) return;\n      lastFocused.set(page, focused(page));\n      page.refresh();\n    };\n    tree.addEventListener("focusin", focus, { signal });\n    const leaves = (event) => !tree.contains(event.relatedTarget);\n    tree.addEventListener("focusout", (event) => leaves(event) && focus(), { signal });\n    const move = (to) => {\n      over = to;\n      moved = true;\n    };\n    // Those who listen for the pointer\'s coming and going are told before.\n    const tell = () => {\n      if (!moved) return;\n      moved = false;\n      page.refresh();\n    };\n    const early = { signal, capture: true };\n    tree.addEventListener("pointerover", (event) => move(event.composedPath()[0]), early);\n    tree.addEventListener("pointerout", (event) => move(event.relatedTarget), early);\n    tree.addEventListener("pointermove", tell, early);\n    tree.addEventListener("mouseover", tell, early);\n    tree.addEventListener("mouseout", (event) => leaves(event) && tell(), early);\n  },\n  // It has gone elsewhere, or was lost without a word with what was taken out of the document.\n  told(page) {\n    const has = focused(page);\n    const isOther = lastFocused.get(page) !== has;\n    lastFocused.set(page, has);\n    if (isOther) page.refresh();\n  },\n};',
      },
      {
        name: "operable",
        needs: [],
        joined: false,
        text: 'const operable = "a[href], button, input, label, select, textarea, [contenteditable]:not([contenteditable=false])";',
      },
      {
        name: "native",
        needs: ["operable", "saidNow"],
        joined: false,
        text: '/** What browsers do by themselves with elements whose states a component says. */\nconst native = {\n  begin(page) {\n    const { root, parts } = page;\n    const { signal } = page.listening;\n    const first = new Map([...root.querySelectorAll("details")].map((e) => [e, e.open]));\n    // A link to a place in closed ones would open them (HTML, ancestor revealing).\n    const settle = ({ target: e }) => {\n      if (!(e instanceof HTMLDetailsElement) || !first.has(e)) return;\n      const name = Object.keys(page.component.looks).find((n) => parts[n] === e);\n      e.open = (name === undefined ? undefined : saidNow(page, name, "open")) ?? first.get(e);\n    };\n    root.addEventListener("toggle", settle, { signal, capture: true });\n    // Whether details are open is for the looks to say; what stands in a summary may be pressed all the same.\n    window.addEventListener(\n      "click",\n      (event) => {\n        const path = event.composedPath().filter((e) => e instanceof HTMLElement && root.contains(e));\n        const pressed = path.find((e) => e.matches(`${operable}, details > summary`));\n        // Details without a summary have one of the browser\'s own, which is pressed on the details themselves.\n        const ownSummary = path[0]?.localName === "details" && !path[0].querySelector(":scope > summary");\n        if (pressed?.localName === "summary" || (ownSummary && !pressed)) event.preventDefault();\n      },\n      // A reaction may stop it on its way.\n      { signal, capture: true },\n    );\n    // A form that leads nowhere would only load the page anew, and everything would begin again.\n    root.addEventListener(\n      "submit",\n      (event) => {\n        const { target: form } = event;\n        if (form instanceof HTMLFormElement && !form.hasAttribute("action") && form.method !== "dialog")\n          event.preventDefault();\n      },\n      { signal },\n    );\n  },\n};',
      },
    ],
  },
];
