/** The few functions of a delivered script. Each is written out only when the component needs it. */

export interface Needs {
  nested: boolean;
  after: boolean;
  focus: boolean;
  hold: boolean;
  raise: boolean;
  there: boolean;
  absent: boolean;
  /** Looks have conditions; those that hold are named on the root. */
  when: boolean;
}

export const clamp = `const clamp = (value, min, max) => Math.min(max, Math.max(min, Math.trunc(value) || 0));`;

export const react = (
  needs: Needs,
): string => `// The innermost active state with something to say decides; then the page is brought up to date.
function react(event, ...names) {
  decide(event, names);${
    needs.raise ? "\n  for (let n = 0; raised.length && n < 1000; n++) decide(event, [raised.shift()]);" : ""
  }
  show();
}

function decide(event, names) {
  for (const s of [...active().toReversed(), "always"]) {
    for (const name of names) {
      const reaction = reactions[name]?.[s];
      if (reaction && reaction(event) !== false) return;
    }
  }
}`;

export const go = (needs: Needs): string => {
  const outer = needs.nested ? `next, kept = 0` : "next";
  const leave = needs.nested ? "active().slice(kept)" : "active()";
  const lines = [`function go(${outer}) {`];
  if (needs.after) {
    lines.push(`  const left = ${leave};`);
    lines.push("  for (const timer of timers) if (left.includes(timer.state)) clearTimeout(timer.id);");
    lines.push("  timers = timers.filter((timer) => !left.includes(timer.state));");
  }
  lines.push("  state = next;");
  lines.push(`  enter(${leave});`, "}", "");
  lines.push("function enter(states) {");
  if (!needs.after && !needs.focus) lines.push("  void states;");
  if (needs.after || needs.focus) lines.push("  for (const s of states) {");
  if (needs.focus) lines.push("    if (focusOn[s]) wanted.push(focusOn[s]);");
  if (needs.after) {
    lines.push("    for (const [delay, reaction] of after[s] ?? []) {");
    lines.push("      const timer = { state: s };");
    lines.push("      timer.id = setTimeout(() => {");
    lines.push("        timers = timers.filter((other) => other !== timer);");
    lines.push("        reaction();");
    if (needs.raise)
      lines.push("        for (let n = 0; raised.length && n < 1000; n++) decide(null, [raised.shift()]);");
    lines.push("        show();");
    lines.push("      }, delay);");
    lines.push("      timers.push(timer);");
    lines.push("    }");
  }
  if (needs.after || needs.focus) lines.push("  }");
  lines.push("}");
  return lines.join("\n");
};

export const show = (needs: Needs): string => {
  const lines = [
    "// Puts the state on the page. What comes is displayed before it moves; what goes stays until it has moved.",
  ];
  lines.push("function show() {", "  const now = Object.entries(looksNow());");
  if (needs.hold) lines.push("  noteFocus();");
  if (needs.there) {
    lines.push("  for (const [name, look] of now) if (look.there === true) put(parts[name]);");
    lines.push("  root.getBoundingClientRect();");
  }
  if (needs.when) {
    lines.push('  root.dataset.when = conditions.flatMap((holds, i) => (holds() ? [`c${i}`] : [])).join(" ");');
  }
  lines.push('  root.dataset.state = active().join(" ");');
  lines.push("  for (const [name, look] of now) {");
  lines.push("    const element = parts[name];");
  lines.push('    if ("inert" in look) element.inert = look.inert;');
  lines.push('    if ("disabled" in look) element.disabled = look.disabled;');
  lines.push("    for (const [attribute, value] of Object.entries(look.attributes ?? {})) {");
  lines.push("      if (value === null) element.removeAttribute(attribute);");
  lines.push("      else element.setAttribute(attribute, value);");
  lines.push("    }");
  lines.push('    if ("text" in look && element.textContent !== look.text) element.textContent = look.text;');
  lines.push(
    "    for (const [child, text] of Object.entries(look.texts ?? {})) element.childNodes[child].data = text;",
  );
  if (needs.there) lines.push('    if ("there" in look && look.there !== true) take(element, name);');
  lines.push("  }");
  if (needs.focus) lines.push("  settleFocus();");
  lines.push("}");
  if (needs.there) lines.push("", needs.absent ? placesWithAbsent : places);
  return lines.join("\n");
};

const whenStill = `// Runs once the element's own motions are over, unless the state wants it there again by then.
async function take(element, name) {
  await Promise.allSettled(element.getAnimations().map((motion) => motion.finished));
  const { there } = looksNow()[name];
  if (there === true) return;`;

const places = `function put(element) {
  element.hidden = false;
}

${whenStill.replace("const { there } = looksNow()[name];\n  if (there === true) return;", "if (looksNow()[name].there !== true) element.hidden = true;")}
}`;

const placesWithAbsent = `// An absent element leaves a comment behind, to come back to its place.
const marks = new Map();

function put(element) {
  element.hidden = false;
  marks.get(element)?.replaceWith(element);
  marks.delete(element);
}

${whenStill}
  element.hidden = there === "not displayed";
  if (there === "absent" && !marks.has(element)) {
    marks.set(element, document.createComment(name));
    element.replaceWith(marks.get(element));
  }
}`;

export const focus = (needs: Needs): string => `${needs.hold ? holdNotes : ""}function settleFocus() {
  for (const find of wanted.splice(0)) find()?.focus();${
    needs.hold
      ? `
  const holder = holding();
  if (!holder) [held, back] = [false, null];
  else if (!holder.contains(document.activeElement)) firstIn(holder)?.focus();`
      : ""
  }
}

// The Tab stops inside an element, in their order.
function stopsIn(element) {
  const all = element.querySelectorAll("a[href], button, input, select, textarea, summary, [tabindex]");
  return [...all].filter((e) => e.tabIndex >= 0 && !e.disabled && !e.closest("[inert]") && e.checkVisibility({ visibilityProperty: true }));
}

function firstIn(element) {
  return stopsIn(element)[0] ?? element;
}`;

const holdNotes = `const holding = () => active().map((s) => focusWithin[s]).findLast(Boolean);

// Remembers where the focus was when something begins to hold it.
function noteFocus() {
  if (!held && holding()) [held, back] = [true, document.activeElement];
}

`;

export const holdListeners = `// While something holds the focus, Tab goes round in it and the pointer cannot take the focus elsewhere.
document.addEventListener("keydown", (event) => {
  const holder = holding();
  if (event.key !== "Tab" || !holder) return;
  event.preventDefault();
  const stops = stopsIn(holder);
  const at = stops.indexOf(document.activeElement);
  const next = event.shiftKey ? (at > 0 ? at - 1 : stops.length - 1) : (at + 1) % stops.length;
  stops[next]?.focus();
}, { signal });
document.addEventListener("mousedown", (event) => {
  const holder = holding();
  if (holder && !stopsIn(holder).some((stop) => stop.contains(event.target))) event.preventDefault();
}, { signal });`;

export const keyOf = `// The key as the specification names it: modifiers first, the space bar as Space.
function keyOf(event) {
  const name = event.key === " " ? "Space" : event.key;
  const shift = event.shiftKey && name.length > 1;
  return [event.ctrlKey && "Ctrl", event.altKey && "Alt", shift && "Shift", event.metaKey && "Meta", name].filter(Boolean).join("+");
}`;
