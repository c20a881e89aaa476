/**
 * The test suite: scenarios, and a run for every reaction, as tests for Node's own runner. It needs a browser and
 * puppeteer-core, and holds the delivered page, or any other one, to what the component says.
 */

import { printExpected } from "../../expression";
import type { Component, Scenario, Step } from "../../model";
import { compile, DOCUMENT, type Program, partName } from "../../program";
import { stepText } from "../../proof";
import type { RunState } from "../../run";
import { scrollAt } from "../../surface";
import { CoreSystem, givenFromWithin, isSketched, requestsOf, runsOf, type TrialRun, wantedOf } from "../../trial";
import { deliverHtml } from "../page/deliver";
import type { Target } from "../shared/files";
import { namesOf } from "../shared/names";
import { type Facts, factsIn, told } from "./seen";
import { stageSource } from "./stage-source";

export const STAGE_FILE = "stage.mjs";

export const suiteTarget: Target = (doc, proof) => {
  const page = deliverHtml(doc, proof);
  if (!page.ok) return page;
  const { kebab } = namesOf(doc);
  return {
    ok: true,
    files: [
      { path: `${kebab}.test.mjs`, text: testFile(doc, kebab) },
      { path: `${kebab}.html`, text: page.html },
      { path: STAGE_FILE, text: stageSource },
    ],
    notes: [],
  };
};

/** So many situations are looked at for ways to every reaction: files are made while somebody waits. */
const MOST = 1000;

const imports = (stage: string): string =>
  `import { after, before, describe, it } from "node:test";\nimport { openBrowser } from "./${stage}";`;
const js = (value: unknown): string => JSON.stringify(value);
/** In a comment of one line. */
const remark = (text: string): string => text.replace(/[\s\u2028\u2029]+/g, " ").trim();

function testFile(doc: Component, kebab: string): string {
  const program = compile(doc);
  const core = new CoreSystem(program);
  core.openNow({});
  const { runs, left } = runsOf(doc, "reactions", undefined, MOST);
  const scenarios = runsOf(doc, "scenarios").runs;
  return `// ${remark(doc.name)}: what its page does, step by step.
//
//   npm install --save-dev puppeteer-core
//   node --test
//
// PAGE_UNDER_TEST is the address of another page than the one beside this file; BROWSER_UNDER_TEST is chromium, firefox,
// or the path of a browser. The page's clock stands still between steps: nothing here waits.
${imports(STAGE_FILE)}

let browser;
before(async () => {
  browser = await openBrowser();
});
after(() => browser?.close());

/** A fresh page for one test. */
async function open(t, opened) {
  const page = await browser.open(component, opened, (why) => t.skip(why));
  t.after(() => page.close());
  return page;
}

describe(${js(`${doc.name}: scenarios`)}, () => {
${scenarios.map((run) => test(program, run)).join("\n\n") || "// The component has none yet."}
});

describe(${js(`${doc.name}: every reaction`)}, () => {
${left.map((l) => `// ${remark(l)}`).join("\n")}
${runs.map((run) => test(program, run)).join("\n\n")}
});

// The component itself, and the page it is in.
const component = {
  address: process.env.PAGE_UNDER_TEST ?? new URL("./${kebab}.html", import.meta.url).href,
  // Selectors for parts that are not found by what they are known by, such as { dialog: "#overlay > .box" }.
  selectors: ${js(doc.trial?.map ?? {})},
  // What each part is known by.
  parts: ${js(wantedOf(program, core.state))},
${isSketched(doc) ? "  // What it says of the page's length is a sketch: where the page is not scrolled to a part, that is no matter.\n  sketched: true,\n" : ""}  // Requests that are answered here, on the page's own clock.
  requests: ${js(requestsOf(program))},
};
`;
}

/** Why a run cannot be done from outside of a page; null where it can. */
function hindrance(program: Program, scenario: Scenario): string | null {
  const given = givenFromWithin(program.doc, scenario);
  if (given) return given;
  const own = scenario.steps.find(({ do: d }) => "send" in d || "set" in d || "unmount" in d);
  return own ? `${stepText(own)}: only the page itself can do that` : null;
}

function test(program: Program, { name, scenario }: TrialRun): string {
  const why = hindrance(program, scenario);
  if (why) return `it(${js(name)}, { skip: ${js(why)} });`;
  const { page } = program.doc;
  const opened = { width: page.width, height: page.height, ...scenario.page };
  const core = new CoreSystem(program);
  core.openNow(opened);
  let before: Look | null = null;
  const lines: string[] = [];
  const look = (): void => {
    const now = lookAt(program, core);
    const line = seesLine(program, before, now);
    if (line) lines.push(line);
    before = now;
  };
  const expected = (step: Pick<Step, "expect">): void => {
    for (const e of step.expect ?? []) lines.push(`// ${remark(printExpected(e))}`);
  };
  expected(scenario);
  look();
  for (const step of scenario.steps) {
    lines.push("", actLine(step.do));
    if ("wait" in step.do) core.passNow(step.do.wait);
    else core.actNow(step.do);
    expected(step);
    look();
  }
  return `it(${js(name)}, async (t) => {
const page = await open(t, ${js(opened)});
${lines.join("\n")}
});`;
}

function actLine(what: Step["do"]): string {
  const [[kind, value]] = Object.entries(what);
  const simple: Record<string, string> = {
    click: "click",
    down: "pointerDown",
    up: "pointerUp",
    move: "moveOnto",
    press: "press",
    keyDown: "hold",
    keyUp: "release",
    scroll: "scrollTo",
    wait: "wait",
    reducedMotion: "reducedMotion",
  };
  if (Object.hasOwn(simple, kind)) return `await page.${simple[kind]}(${js(value)});`;
  if ("resize" in what) return `await page.resize(${what.resize.width}, ${what.resize.height});`;
  if ("answer" in what) return `await page.answer(${js(what.answer)}, ${what.ok});`;
  return "await page.leaveWindow();";
}

interface Look {
  parts: readonly Facts[];
  focus: string | null;
  scroll: number;
  announced: readonly string[];
}

function lookAt(program: Program, core: CoreSystem): Look {
  const state: RunState = core.state;
  return {
    parts: program.parts.map((p) => factsIn(program, state, p.index)),
    focus: state.focus === DOCUMENT ? null : partName(program, state.focus),
    scroll: Math.round(scrollAt(state.page, state.now)),
    announced: core.heard(),
  };
}

/** The line that says what is new; empty where nothing is. */
function seesLine(program: Program, before: Look | null, now: Look): string {
  const parts = program.parts.flatMap(({ name, index }) => {
    const facts = told(before?.parts[index] ?? null, now.parts[index]);
    return facts ? [`${js(name)}: ${js(facts)}`] : [];
  });
  const whole = {
    ...(now.focus !== (before?.focus ?? null) ? { focus: now.focus } : {}),
    ...(now.scroll !== (before?.scroll ?? 0) ? { scroll: now.scroll } : {}),
    ...(now.announced.length ? { announced: now.announced } : {}),
  };
  const rest = Object.keys(whole).length ? `, ${js(whole)}` : "";
  return parts.length || rest ? `await page.sees({ ${parts.join(", ")} }${rest});` : "";
}
