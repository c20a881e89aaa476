/**
 * WAI-ARIA patterns: what a part's role promises to those who cannot see it or use a pointer. A component declares a
 * pattern by its roles and attributes; each rule names where it comes from. What F6, F7, F8 and F16 see already is left to
 * them: a label's truth, the focus, a modal dialog's manners, and what no key can do.
 */
import { DOCUMENT, isInside, type PartIndex, type Program, partName } from "../../program";
import { type RunState, stimulate } from "../../run";
import {
  activeNames,
  attributeOf,
  isNone,
  isPainted,
  layoutOf,
  nameOf,
  partById,
  roleOf,
  saidRolesOf,
  stateText,
  tabStops,
} from "../../surface";
import type { Visitor } from "../exploring/explore";
import type { Collector } from "../findings/collector";
import type { RuleId } from "../findings/finding";
import { goes, isFading } from "./seen";

/** A state in which the part is there for good: it is seen, and no fade of it is under way. */
interface Asked {
  program: Program;
  state: RunState;
  part: PartIndex;
}
interface Rule {
  rule: RuleId;
  source: string;
  /** Roles of the parts that it is about. */
  roles: readonly string[];
  /** What is wrong, with `$` for the part's name; null where nothing is. */
  wrong(asked: Asked): string | null;
}

const attribute = ({ program, state, part }: Asked, name: string): string | null =>
  attributeOf(program, state, part, name);
const role = ({ program, state }: Asked, part: PartIndex): string | null => roleOf(program, state, part);
/** Without a name it is none yet. */
const isMeantAsRegion = (a: Asked, part: PartIndex): boolean =>
  role(a, part) === "region" || attributeOf(a.program, a.state, part, "role") === "region";
const inside = (a: Asked, wanted: string): PartIndex[] =>
  a.program.parts.flatMap(({ index: p }) =>
    p !== a.part && isInside(a.program, p, a.part) && role(a, p) === wanted ? p : [],
  );
const around = (a: Asked, wanted: string): PartIndex =>
  a.program.parts[a.part].path.find((p) => p !== a.part && role(a, p) === wanted) ?? DOCUMENT;
const seen = ({ program, state }: Asked, part: PartIndex): boolean =>
  isPainted(program, state, part) && !isFading(program, state, part) && !goes(program, state, part);
const target = (a: Asked, name: string): PartIndex => {
  const id = attribute(a, name);
  return id ? partById(a.program, a.state, id) : DOCUMENT;
};
/** True when a key changes anything at all: where the focus is, a state, a datum, what is said of the part. */
function answers({ program, state }: Asked, ...keys: string[]): boolean {
  return keys.some((press) => {
    const after = stimulate(program, state, { press }).state;
    return after.focus !== state.focus || after.pose !== state.pose || after.data !== state.data;
  });
}
const focused = ({ state, part }: Asked): boolean => state.focus === part;
const usable = ({ program, state, part }: Asked): boolean => !layoutOf(program, state).disabled[part];

const dialog = "WAI-ARIA 1.2, dialog; Authoring Practices, Dialog (Modal)";
const disclosure = "WAI-ARIA 1.2, aria-expanded; Authoring Practices, Disclosure";
const accordion = "Authoring Practices, Accordion";
const menu = "WAI-ARIA 1.2, menu and menuitem; Authoring Practices, Menu Button";
const listbox = "WAI-ARIA 1.2, listbox and option; Authoring Practices, Listbox";
const toggle = "WAI-ARIA 1.2, switch (aria-checked is required); Authoring Practices, Switch";
const tabs = "WAI-ARIA 1.2, tab, tablist and tabpanel; Authoring Practices, Tabs";
const tooltip = "WAI-ARIA 1.2, tooltip; Authoring Practices, Tooltip; WCAG 2.2, 1.4.13";
const alert = "WAI-ARIA 1.2, alert; Authoring Practices, Alert";

/** Roles that support aria-expanded (WAI-ARIA 1.2, §6.6). */
const expandable = "application button checkbox combobox gridcell link listbox menuitem row rowheader tab treeitem";
const truth = (value: string | null): boolean => value === "true" || value === "false";

const rules: readonly Rule[] = [
  {
    rule: "P1",
    source: dialog,
    roles: ["dialog", "alertdialog"],
    wrong: (a) =>
      a.program.parts[a.part].part.tag !== "dialog" && attribute(a, "aria-modal") === null && holdsFocus(a)
        ? '$ holds the focus, but does not say so: give it aria-modal="true"'
        : null,
  },
  {
    rule: "P2",
    source: disclosure,
    roles: ["*"],
    wrong: (a) => {
      const value = attribute(a, "aria-expanded");
      if (value === null) return null;
      if (!truth(value)) return `aria-expanded of $ is “${value}”; it is true or false`;
      if (expandable.split(" ").includes(role(a, a.part) ?? "")) return null;
      return `$ has aria-expanded, which says nothing on ${role(a, a.part) ?? "an element without a role"}: make it a button`;
    },
  },
  {
    rule: "P2",
    source: disclosure,
    roles: ["button"],
    wrong: (a) =>
      truth(attribute(a, "aria-expanded")) && focused(a) && usable(a) && !answers(a, "Enter", "Space")
        ? "neither Enter nor Space does anything on $, which opens and closes"
        : null,
  },
  {
    rule: "P3",
    source: accordion,
    roles: ["button"],
    wrong: (a) => {
      const panel = target(a, "aria-controls");
      if (panel === DOCUMENT || !isMeantAsRegion(a, panel) || attribute(a, "aria-expanded") === null) return null;
      if (around(a, "heading") === DOCUMENT) return "$ opens a region, but is in no heading: put it in one";
      const labels = (attributeOf(a.program, a.state, panel, "aria-labelledby") ?? "").split(/\s+/);
      return labels.some((id) => partById(a.program, a.state, id) === a.part)
        ? null
        : `${partName(a.program, panel)} is a region, but not named by $: give it aria-labelledby`;
    },
  },
  {
    rule: "P4",
    source: menu,
    roles: ["button"],
    wrong: (a) => {
      const popup = attribute(a, "aria-haspopup");
      if (popup !== "menu" && popup !== "true") return null;
      if (attribute(a, "aria-expanded") === null) return "$ opens a menu, but does not say whether it is open";
      const controlled = target(a, "aria-controls");
      if (controlled === DOCUMENT || role(a, controlled) === "menu") return null;
      return `$ says that it opens a menu, but ${partName(a.program, controlled)} is none`;
    },
  },
  {
    rule: "P4",
    source: menu,
    roles: ["menu"],
    wrong: (a) => {
      const items = ["menuitem", "menuitemcheckbox", "menuitemradio"].flatMap((r) => inside(a, r));
      if (!items.length) return "$ is a menu without a menuitem";
      const { focus } = a.state;
      // Whoever goes back to its button has not left it.
      const onButton = focus !== DOCUMENT && target({ ...a, part: focus }, "aria-controls") === a.part;
      const there = focus !== DOCUMENT && isInside(a.program, focus, a.part);
      if (!there && !onButton)
        return attribute(a, "aria-activedescendant") === null ? "$ is open, but the focus is not in it" : null;
      if (there && items.length > 1 && !answers(a, "ArrowDown", "ArrowUp")) return "the arrow keys do nothing in $";
      return closes(a) ? null : "Escape does not close $";
    },
  },
  {
    rule: "P5",
    source: listbox,
    roles: ["listbox"],
    wrong: (a) => {
      const options = inside(a, "option");
      if (!options.length) return "$ is a listbox without an option";
      if (!nameOf(a.program, a.state, a.part)) return "$ has no name: give it aria-label or aria-labelledby";
      const unsaid = options.find((o) => attributeOf(a.program, a.state, o, "aria-selected") === null);
      if (unsaid !== undefined) return `${partName(a.program, unsaid)} in $ does not say whether it is selected`;
      const { focus } = a.state;
      const points = (p: PartIndex): boolean => target({ ...a, part: p }, "aria-activedescendant") !== DOCUMENT;
      const held = focus !== DOCUMENT && (isInside(a.program, focus, a.part) || points(focus));
      return held && options.length > 1 && !answers(a, "ArrowDown", "ArrowUp")
        ? "the arrow keys do nothing in $"
        : null;
    },
  },
  {
    rule: "P5",
    source: listbox,
    roles: ["option"],
    wrong: (a) => (around(a, "listbox") === DOCUMENT ? "$ is an option, but in no listbox" : null),
  },
  {
    rule: "P6",
    source: toggle,
    roles: ["switch"],
    wrong: (a) => {
      const native = a.program.parts[a.part].part.tag === "input";
      if (!native && !truth(attribute(a, "aria-checked"))) return "$ is a switch that does not say whether it is on";
      if (!nameOf(a.program, a.state, a.part)) return "$ has no name";
      return focused(a) && usable(a) && !answers(a, "Space", "Enter") ? "Space does nothing on $" : null;
    },
  },
  {
    rule: "P7",
    source: tabs,
    roles: ["tablist"],
    wrong: (a) => {
      const all = inside(a, "tab");
      if (!all.length) return "$ is a tablist without a tab";
      const chosen = all.filter((t) => attributeOf(a.program, a.state, t, "aria-selected") === "true");
      return chosen.length === 1 ? null : `of the tabs in $ ${chosen.length || "none"} are selected; one is`;
    },
  },
  {
    rule: "P7",
    source: tabs,
    roles: ["tab"],
    wrong: (a) => {
      if (around(a, "tablist") === DOCUMENT) return "$ is a tab, but in no tablist";
      const panel = target(a, "aria-controls");
      const chosen = attribute(a, "aria-selected") === "true";
      if (panel !== DOCUMENT) {
        const name = partName(a.program, panel);
        if (role(a, panel) !== "tabpanel") return `$ is a tab, but ${name} is no tabpanel`;
        if (chosen !== seen(a, panel) && !isFading(a.program, a.state, panel))
          return `$ is ${chosen ? "" : "not "}selected, but ${name} is ${chosen ? "not " : ""}seen`;
      } else if (chosen) return "$ controls no panel: give it aria-controls";
      const others = inside({ ...a, part: around(a, "tablist") }, "tab").length;
      return focused(a) && others > 1 && !answers(a, "ArrowRight", "ArrowLeft", "ArrowDown", "ArrowUp")
        ? "the arrow keys do nothing on $"
        : null;
    },
  },
  {
    rule: "P8",
    source: tooltip,
    roles: ["tooltip"],
    wrong: (a) => {
      const { program, state } = a;
      const described = program.parts.some((p) =>
        (attributeOf(program, state, p.index, "aria-describedby") ?? "")
          .split(/\s+/)
          .some((id) => partById(program, state, id) === a.part),
      );
      if (!described) return "$ is a tooltip that describes nothing: refer to it by aria-describedby";
      if (tabStops(program, state).some((p) => isInside(program, p, a.part)))
        return "the Tab key stops in $, and a tooltip is never focused";
      return closes(a) ? null : "Escape does not take $ away";
    },
  },
  {
    rule: "P9",
    source: alert,
    roles: ["alert"],
    wrong: (a) => (isSentTo(a) ? "the focus is sent into $, and an alert leaves it where it was" : null),
  },
];

/** Escape takes the part away, at once or fading. */
function closes({ program, state, part }: Asked): boolean {
  const after = stimulate(program, state, { press: "Escape" }).state;
  return goes(program, after, part);
}
const holdsFocus = ({ program, state, part }: Asked): boolean =>
  program.configurations.at(state.config).states.some((s) => program.focus[s]?.within === part);
/** Whether entering one of the active states moves the focus into the part. */
const isSentTo = ({ program, state, part }: Asked): boolean =>
  program.configurations.at(state.config).states.some((s) => {
    const to = program.focus[s]?.to;
    return to && to.kind !== "back" && to.part !== null && isInside(program, to.part, part);
  });

export function patternRules(program: Program, collector: Collector): Visitor {
  /** What was asked already: all that decides an answer. */
  const known = new Set<string>();
  return {
    situation(situation, explorer) {
      const { state } = situation;
      const key = `${state.pose} ${state.focus} ${state.data} ${state.tracks.map((t) => t.goal)}`;
      if (known.has(key)) return;
      known.add(key);
      for (const { index: part, name } of program.parts) {
        // What stands where it cannot be what its author says has no such role, and that is what has to be told of it.
        const said = saidRolesOf(program, state, part)[0];
        const its = said && !isNone(said) ? said : roleOf(program, state, part);
        const asked = { program, state, part };
        if (!its && attributeOf(program, state, part, "aria-expanded") === null) continue;
        if (!seen(asked, part)) continue;
        for (const { rule, source, roles, wrong } of rules) {
          if (!roles.includes("*") && !roles.includes(its ?? "")) continue;
          const found = wrong(asked)?.replaceAll("$", name);
          if (!found) continue;
          const text = `${found[0].toUpperCase()}${found.slice(1)} (in ${stateText(program, state)})`;
          const at = { part: name, state: activeNames(program, state)[0] };
          collector.add({ rule, severity: "warning", text, source, ...at }, explorer, situation);
        }
      }
    },
  };
}
