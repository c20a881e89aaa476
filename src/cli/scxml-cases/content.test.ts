/** Executable content, data, expressions, events (SCXML §4, §5, §6.2, §6.3, appendix B.2). */
import { runCases } from "./case";

const data = `<datamodel><data id="n" expr="1"/><data id="t" expr="'x'"/><data id="f" expr="false"/></datamodel>`;
const entry = (content: string, more = ""): string =>
  `${data}<state id="a"><onentry>${content}</onentry>${more}</state>`;

runCases("executable content, data, expressions, events", [
  {
    section: "4.2",
    says: "raised events are handled in their order",
    chart: entry(
      `<raise event="one"/><raise event="two"/>`,
      `<transition event="*"><log expr="_event.name"/></transition>`,
    ),
    active: ["a"],
    log: ["one", "two"],
  },
  {
    section: "4.3",
    says: "if, where the condition holds",
    chart: entry(
      `<if cond="n == 1"><log expr="'if'"/><elseif cond="n == 1"/><log expr="'elseif'"/><else/><log expr="'else'"/></if>`,
    ),
    active: ["a"],
    log: ["if"],
  },
  {
    section: "4.3",
    says: "the first elseif whose condition holds, and no other",
    chart: entry(
      `<if cond="f"><log expr="'if'"/><elseif cond="n &gt; 5"/><log expr="'1'"/><elseif cond="n &lt; 5"/><log expr="'2'"/><elseif cond="true"/><log expr="'3'"/></if>`,
    ),
    active: ["a"],
    log: ["2"],
  },
  {
    section: "4.5",
    says: "else where nothing holds",
    chart: entry(`<if cond="f"><log expr="'if'"/><else/><log expr="'else'"/><log expr="'too'"/></if>`),
    active: ["a"],
    log: ["else", "too"],
  },
  {
    section: "4.3",
    says: "ifs inside one another",
    chart: entry(`<if cond="n == 1"><if cond="t == 'x'"><log expr="'both'"/></if><log expr="'outer'"/></if>`),
    active: ["a"],
    log: ["both", "outer"],
  },
  {
    section: "4.7",
    says: "log writes label and value",
    chart: entry(`<log label="n" expr="n + 1"/><log expr="t"/><log label="only"/>`),
    active: ["a"],
    log: ["n: 2", "x", "only"],
  },
  {
    section: "4.10",
    says: "an error in a block leaves out the rest of it, and error.execution is raised",
    chart: entry(
      `<log expr="'before'"/><log expr="unknown"/><log expr="'after'"/>`,
      `<transition event="error.execution"><log expr="'error'"/></transition>`,
    ),
    active: ["a"],
    log: ["before", "error"],
  },
  {
    section: "5.3",
    says: "data have their values before the first state is entered",
    chart: entry(`<log expr="n + t"/>`),
    active: ["a"],
    log: ["1x"],
    data: { n: 1, t: "x", f: false },
  },
  {
    section: "5.3",
    says: "inline content is a value too",
    chart: `<datamodel><data id="a1">7</data><data id="b1"> some  words </data></datamodel><state id="a"/>`,
    active: ["a"],
    data: { a1: 7, b1: "some words" },
  },
  {
    section: "5.3",
    says: "with early binding, data of inner states are there from the start",
    chart: `<state id="a"><onentry><log expr="late"/></onentry><transition event="e" target="b"/></state><state id="b"><datamodel><data id="late" expr="3"/></datamodel></state>`,
    active: ["a"],
    log: ["3"],
    data: { late: 3 },
  },
  {
    section: "5.4",
    says: "assign gives a new value, at once",
    chart: entry(`<assign location="n" expr="n * 10"/><assign location="n" expr="n + 5"/><log expr="n"/>`),
    active: ["a"],
    log: ["15"],
    data: { n: 15, t: "x", f: false },
  },
  {
    section: "5.4",
    says: "an unknown location is an error when its turn comes",
    chart:
      entry(`<assign location="nowhere" expr="1"/>`, `<transition event="error.execution" target="b"/>`) +
      `<state id="b"/>`,
    active: ["b"],
  },
  {
    section: "5.9.1",
    says: "a condition that cannot be evaluated is false, and an error",
    chart: `${data}<state id="a"><transition event="e" cond="unknown == 1" target="b"/><transition event="e" target="c"/><transition event="error.execution" target="d"/></state><state id="b"/><state id="c"><transition event="error.execution" target="d"/></state><state id="d"/>`,
    steps: ["send:e"],
    active: ["a", "d"],
  },
  {
    section: "5.9.2",
    says: "In() asks for active states",
    chart: `<parallel id="p"><state id="x"><state id="x1"><transition event="e" cond="In('y2')" target="x2"/></state><state id="x2"/></state><state id="y"><state id="y1"><transition event="g" target="y2"/></state><state id="y2"/></state></parallel>`,
    steps: ["send:e", "send:g", "send:e"],
    active: ["x1 y1", "x1 y1", "x1 y2", "x2 y2"],
  },
  {
    section: "5.10.1",
    says: "_event.name is the event's whole name",
    chart: `<state id="a"><transition event="go" cond="_event.name == 'go.now'" target="b"/><transition event="go"><log expr="_event.name"/></transition></state><state id="b"/>`,
    steps: ["send:go.later", "send:go.now"],
    active: ["a", "a", "b"],
    log: ["go.later"],
  },
  {
    section: "5.10.1",
    says: "done.state events carry their name",
    chart: `<state id="a"><transition event="done" cond="_event.name == 'done.state.a'" target="b"/><final id="f"/></state><state id="b"/>`,
    active: ["b"],
  },
  {
    section: "6.2",
    says: "a sent event comes after its delay, not before",
    chart: `${entry(`<send event="e" delay="300ms"/>`, `<transition event="e" target="b"/>`)}<state id="b"/>`,
    steps: ["wait:299", "wait:1"],
    active: ["a", "a", "b"],
  },
  {
    section: "6.2",
    says: "delays in seconds; what is due earlier comes earlier",
    chart: entry(
      `<send event="two" delay="1.5s"/><send event="one" delay="1s"/>`,
      `<transition event="*"><log expr="_event.name"/></transition>`,
    ),
    steps: ["wait:1000", "wait:500"],
    active: ["a", "a", "a"],
    log: ["one", "two"],
  },
  {
    section: "6.2",
    says: "what is due at the same time comes in the order of sending",
    chart: entry(
      `<send event="b" delay="10ms"/><send event="a" delay="10ms"/>`,
      `<transition event="*"><log expr="_event.name"/></transition>`,
    ),
    steps: ["wait:10"],
    active: ["a", "a"],
    log: ["b", "a"],
  },
  {
    section: "6.2",
    says: "a sent event outlives the state that sent it",
    chart:
      entry(`<send event="late" delay="1s"/>`, `<transition event="e" target="b"/>`) +
      `<state id="b"><transition event="late" target="c"/></state><state id="c"/>`,
    steps: ["send:e", "wait:1000"],
    active: ["a", "b", "c"],
  },
  {
    section: "6.2",
    says: "target #_internal raises",
    chart: entry(
      `<send event="out"/><send event="in" target="#_internal"/>`,
      `<transition event="*"><log expr="_event.name"/></transition>`,
    ),
    active: ["a"],
    log: ["in", "out"],
  },
  {
    section: "6.2",
    says: "the event's name may be an expression that is a text",
    chart: `${entry(`<send eventexpr="'e'"/>`, `<transition event="e" target="b"/>`)}<state id="b"/>`,
    active: ["b"],
  },
  {
    section: "6.3",
    says: "cancel takes a sent event back",
    chart: `${entry(
      `<send event="e" id="s" delay="1s"/>`,
      `<onexit><cancel sendid="s"/></onexit><transition event="f" target="b"/><transition event="e" target="c"/>`,
    )}<state id="b"><transition event="e" target="c"/></state><state id="c"/>`,
    steps: ["send:f", "wait:2000"],
    active: ["a", "b", "b"],
  },
  {
    section: "6.3",
    says: "cancel of what has arrived already does nothing",
    chart: `${entry(
      `<send event="e" id="s" delay="1s"/>`,
      `<transition event="e" target="b"><cancel sendid="s"/></transition>`,
    )}<state id="b"/>`,
    steps: ["wait:1000"],
    active: ["a", "b"],
  },
  {
    section: "B.2.2",
    says: "a number as a condition is true unless it is 0",
    chart: `${data}<state id="a"><transition cond="n - 1" target="b"/><transition cond="n" target="c"/></state><state id="b"/><state id="c"/>`,
    active: ["c"],
  },
  {
    section: "B.2.2",
    says: "so it is inside ! and && and ||",
    chart: `${data}<state id="a"><transition cond="!n || !t" target="b"/><transition cond="n &amp;&amp; (t || f)" target="c"/></state><state id="b"/><state id="c"/>`,
    active: ["c"],
  },
  {
    section: "5.9.1",
    says: "in an if too: what cannot be evaluated is false, an error, and the rest goes on",
    chart: entry(
      `<if cond="unknown == 1"><log expr="'if'"/><else/><log expr="'else'"/></if><log expr="'after'"/>`,
      `<transition event="error.execution"><log expr="'error'"/></transition>`,
    ),
    active: ["a"],
    log: ["else", "after", "error"],
  },
  {
    section: "5.10.1",
    says: "_event stays bound while what it brought about goes on by itself",
    chart: `<state id="a"><transition event="go" target="b"/></state><state id="b"><transition cond="_event.name == 'go'" target="c"/></state><state id="c"/>`,
    steps: ["send:go"],
    active: ["a", "c"],
  },
  {
    section: "B.2.1",
    says: "arithmetic and comparison are ECMAScript's",
    chart: entry(
      `<log expr="7 % 4 + 2 ** 3"/><log expr="n &lt; 2 ? 'less' : 'more'"/><log expr="Math.max(n, 4) / 8"/><log expr="!f &amp;&amp; n !== 2"/>`,
    ),
    active: ["a"],
    log: ["11", "less", "0.5", "true"],
  },
]);
