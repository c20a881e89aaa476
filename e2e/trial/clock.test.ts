/** The clock of a page on trial: a motion that is turned back ends when the core says so, to the thousandth. */
import { spawn } from "node:child_process";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import fc from "fast-check";
import type { Page as Tab } from "puppeteer-core";
import { afterAll, beforeAll, expect, it } from "vitest";
import { openPage, type Started, startBrowser } from "../../src/trial";

const PAGE = `<!doctype html><html lang="en"><title>Lamp</title><style>
  #lamp { opacity: 0; transition: opacity 160ms ease-out } #lamp.on { opacity: 1; transition-duration: 120ms }
</style><button id="switch">Switch</button><p id="lamp">0</p><script>
  const lamp = document.getElementById("lamp");
  document.getElementById("switch").onclick = () => {
    lamp.classList.toggle("on");
    Promise.allSettled(lamp.getAnimations().map((a) => a.finished)).then(() => (lamp.dataset.over = lamp.getAnimations().length));
    delete lamp.dataset.over;
  };
</script></html>`;

const HELD = `<!doctype html><html lang="en"><title>Hold</title><style>
  .bar { position: absolute; inset: 0; transform: scaleX(0); transform-origin: left; transition: transform 150ms }
  .down .bar { transform: scaleX(1); transition: transform 1s linear }
</style><button id="hold" style="position: relative">Hold<span class="bar"></span></button><script>
  const hold = document.getElementById("hold");
  hold.onkeydown = () => hold.classList.add("down");
  hold.onkeyup = () => hold.classList.remove("down");
</script></html>`;

/** Its script animates. */
const ANIMATED = `<!doctype html><html lang="en"><title>Flash</title><button id="go">Go</button><p id="flash">Flash</p><script>
  document.getElementById("go").onclick = () => {
    const flash = document.getElementById("flash");
    flash.animate([{ opacity: 0 }, { opacity: 1 }], { duration: 60 }).onfinish = () => (flash.dataset.over = "yes");
  };
</script></html>`;

/** The same note, in the document and in shadow trees of every kind: pressed, it fades away in so little time that a frame is too much. */
const TREE = `<style>#note { opacity: 1; transition: opacity 4ms linear } #note.off { opacity: 0 }
  @keyframes go { to { opacity: 0 } } #note.going { animation: go 4ms linear }</style><button id="go">Go</button><p id="note">Note</p>`;
const PRESSED = `const wire = (tree) => {
  const note = tree.querySelector("#note");
  tree.querySelector("#go").onclick = () => note.classList.add(location.hash === "#keyframes" ? "going" : "off");
  for (const kind of ["transitionend", "animationend"]) note.addEventListener(kind, () => (note.dataset.over = "yes"));
};`;
const trees = {
  document: [TREE, "document"],
  opened: [
    `<div id="host"></div>`,
    `(() => { const root = host.attachShadow({ mode: "open" }); root.innerHTML = ${JSON.stringify(TREE)}; return root; })()`,
  ],
  declared: [`<div id="host"><template shadowrootmode="open">${TREE}</template></div>`, "host.shadowRoot"],
} as const;

/** Each timer starts the next. */
const CHAIN = `<!doctype html><html lang="en"><title>Chain</title><button id="go">Go</button><script>
  const begun = [];
  document.getElementById("go").onclick = () => {
    const since = performance.now();
    const next = (n) => {
      begun.push(n + " at " + Math.round(performance.now() - since));
      if (n < 9) setTimeout(next, 0, n + 1);
    };
    setTimeout(next, 0, 1);
    setTimeout(() => begun.push("beside"), 0);
  };
</script></html>`;

/** A timer changes the page; whoever is told of it in a frame begins another timer, which says when it came. */
const TOLD = `<!doctype html><html lang="en"><title>Told</title><style>body { height: 5000px } #last { margin-top: 2000px }
  #box { width: 50px; height: 50px; transition: opacity 40ms } @keyframes go { to { opacity: 0.5 } }
  .on #box { width: 80px; opacity: 0.5 } .go #box { animation: go 40ms }</style><div id="box"></div><p id="last">Last</p><script>
  const [kind, change, begun, other] = location.hash.slice(1).split(",");
  const [box, last, root] = [document.querySelector("#box"), document.querySelector("#last"), document.documentElement];
  const came = () => setTimeout(() => (root.dataset.at ??= performance.now()), Number(begun));
  let first = true;
  if (kind === "intersection") new IntersectionObserver(([e]) => e.isIntersecting && came()).observe(last);
  else if (kind === "resize") new ResizeObserver(() => { if (!first) came(); first = false; }).observe(box);
  else if (kind === "onscroll") window.onscroll = came;
  else addEventListener(kind, came);
  setTimeout(() => {
    if (/scroll|intersection/.test(kind)) scrollTo(0, 1900);
    root.classList.add(kind === "animationstart" ? "go" : "on");
  }, Number(change));
  setTimeout(() => {}, Number(other));
</script></html>`;

/** The browser is busy before each frame, for longer than the fade takes. */
const SLOW = `<!doctype html><html lang="en"><title>Slow</title><style>body { height: 5000px }
  #note { position: fixed; top: 50px; opacity: 1; transition: opacity 60ms linear } .on #note { opacity: 0 }</style><button id="go">Go</button><p id="note">Note</p><script>
  const { port1, port2 } = new MessageChannel();
  let times = 12;
  port1.onmessage = () => {
    const until = new Event("now").timeStamp + 90;
    while (new Event("now").timeStamp < until);
    if (times-- > 0) port2.postMessage(null);
  };
  const begin = () => { document.documentElement.classList.add("on"); port2.postMessage(null); };
  const ways = {
    click: () => go.onclick = begin,
    timer: () => go.onclick = () => setTimeout(begin, 20),
    frame: () => go.onclick = () => requestAnimationFrame(begin),
    scroll: () => { onscroll = begin; go.onclick = () => scrollTo(0, 500); },
    later: () => { onscroll = () => requestAnimationFrame(begin); go.onclick = () => scrollTo(0, 500); },
    message: () => { onmessage = begin; go.onclick = () => postMessage(1); },
    promise: () => go.onclick = () => setTimeout(async () => { for (let i = 0; i < 9; i++) await null; begin(); }, 20),
  };
  ways[location.hash.slice(1)]();
</script></html>`;

let browser: Started;
let folder: string;
beforeAll(async () => {
  browser = await startBrowser({ browser: "chromium", drawsByItself: true });
  folder = mkdtempSync(join(tmpdir(), "lively-clock-"));
  writeFileSync(join(folder, "lamp.html"), PAGE);
  writeFileSync(join(folder, "hold.html"), HELD);
  writeFileSync(join(folder, "flash.html"), ANIMATED);
  writeFileSync(join(folder, "told.html"), TOLD);
  writeFileSync(join(folder, "slow.html"), SLOW);
  writeFileSync(join(folder, "chain.html"), CHAIN);
  for (const [name, [markup, tree]] of Object.entries(trees))
    writeFileSync(
      join(folder, `${name}.html`),
      `<!doctype html><html lang="en"><title>Tree</title>${markup}<script>${PRESSED} wire(${tree})</script></html>`,
    );
});
afterAll(async () => {
  await browser?.end();
  rmSync(folder, { recursive: true, force: true });
});

/** A page of this test, opened. */
async function opened(file: string, map: Record<string, string>, hash = ""): ReturnType<typeof openPage> {
  const address = pathToFileURL(join(folder, file)).href + hash;
  const page = await openPage(browser, { address, map, requests: [], allowed: [] });
  await page.open({ width: 300, height: 300, scroll: 0, reducedMotion: false });
  return page;
}

it("a fade that is turned back at any instant is over at its end, rounded to a thousandth", async () => {
  await fc.assert(
    fc.asyncProperty(fc.integer({ min: 1000, max: 119_000 }), fc.boolean(), async (turn, twice) => {
      const page = await opened("lamp.html", { lamp: "#lamp", switch: "#switch" });
      const press = (): Promise<unknown> => page.act({ click: "switch" });
      const look = async () => (await page.observe(["lamp"])).parts.lamp;
      await press();
      await page.pass(turn / 1000);
      const { opacity } = await look();
      await press();
      // CSS Transitions 1 §3.1: shortened by the share of the way that had been gone.
      const end = Math.round(160 * opacity * 1000) / 1000;
      if (twice) {
        await page.pass(Math.floor(end / 2));
        await page.pass(end - Math.floor(end / 2));
      } else await page.pass(end);
      const { attributes } = await look();
      expect(attributes["data-over"]).toBe("0");
      await page.close();
    }),
    { numRuns: 40, seed: 12 },
  );
});

it("on a busy machine, what begins with a key that comes up at once has not gone on by then", async () => {
  const burning = [1, 2, 3].map(() => spawn(process.execPath, ["-e", "for (;;);"]));
  try {
    const grown = await Promise.all(
      [1, 2, 3, 4].map(async () => {
        let n = 0;
        for (let i = 0; i < 10; i++) {
          const page = await opened("hold.html", { bar: ".bar", hold: "#hold" });
          await page.act({ press: "Tab" });
          await page.pass(0);
          await page.act({ press: "Space" });
          await page.pass(0);
          if ((await page.observe(["bar"])).parts.bar!.visible) n++;
          await page.close();
        }
        return n;
      }),
    );
    expect(grown).toEqual([0, 0, 0, 0]);
  } finally {
    for (const one of burning) one.kill();
  }
});

it("what a script animates takes its time, however late one looks", async () => {
  const page = await opened("flash.html", { go: "#go", flash: "#flash" });
  await page.tab.click("#go");
  await new Promise((late) => setTimeout(late, 200));
  await page.pass(0);
  const look = async () => (await page.observe(["flash"])).parts.flash!;
  expect((await look()).opacity).toBe(0);
  await page.pass(30);
  expect((await look()).opacity).toBeCloseTo(0.5);
  expect((await look()).attributes["data-over"]).toBeUndefined();
  await page.pass(30);
  expect((await look()).attributes["data-over"]).toBe("yes");
  await page.close();
});

it("what is told in a frame is told at its instant, however far one lets the clock run", async () => {
  const kinds = fc.constantFrom("intersection", "resize", "scroll", "onscroll", "transitionrun", "animationstart");
  const ms = fc.integer({ min: 1, max: 300 });
  await fc.assert(
    fc.asyncProperty(kinds, ms, ms, ms, async (kind, change, begun, other) => {
      const page = await opened("told.html", {}, `#${[kind, change, begun, other].join()}`);
      await page.pass(1000);
      expect(await page.tab.evaluate(() => Number(document.documentElement.dataset.at))).toBe(change + begun);
      await page.close();
    }),
    { numRuns: 24, endOnFailure: true },
  );
});

it("timers that start timers are as free as in the browser, and then as bounded", async () => {
  const came = (tab: Tab): Promise<string[]> => tab.evaluate("begun.splice(0)") as Promise<string[]>;
  const page = await opened("chain.html", { go: "#go" });
  await page.act({ click: "go" });
  await page.pass(0);
  expect(await came(page.tab)).toEqual(["1 at 0", "beside", ...[2, 3, 4, 5, 6].map((n) => `${n} at 0`)]);
  await page.pass(20);
  expect(await came(page.tab)).toEqual(["7 at 4", "8 at 8", "9 at 12"]);
  await page.close();
  // So it is with the browser's own clock, which is late at times.
  const own = await browser.browser.newPage();
  await own.goto(pathToFileURL(join(folder, "chain.html")).href);
  await own.click("#go");
  await own.waitForFunction("begun.length === 10");
  const begun = await came(own);
  expect(begun.map((c) => c.split(" at ")[0])).toEqual(["1", "beside", ..."23456789"]);
  expect(Number(begun.at(-1)!.split(" at ")[1])).toBeGreaterThanOrEqual(12);
  await own.close();
});

it.each(["click", "timer", "frame", "scroll", "later", "message", "promise"])(
  "what begins by a %s in frames that take long has not gone on by then",
  async (way) => {
    const page = await opened("slow.html", { go: "#go", note: "#note" }, `#${way}`);
    const opacity = async () => (await page.observe(["note"])).parts.note!.opacity;
    await page.act({ click: "go" });
    await page.pass(20);
    await page.pass(0);
    const first = await opacity();
    await page.pass(30);
    expect(first - (await opacity())).toBeCloseTo(0.5);
    await page.close();
  },
);

for (const tree of Object.keys(trees))
  for (const kind of ["transition", "keyframes"])
    it(`what moves by a ${kind} in a tree (${tree}) stands still, however late one looks`, async () => {
      const inside = tree === "document" ? "" : "#host >>> ";
      const page = await opened(`${tree}.html`, { go: `${inside}#go`, note: `${inside}#note` }, `#${kind}`);
      const look = async () => (await page.observe(["note"])).parts.note!;
      await look();
      await page.tab.mouse.click(...(await middleOf(page, `${inside}#go`)));
      await new Promise((late) => setTimeout(late, 200));
      const late = await look();
      expect([late.opacity, late.attributes["data-over"]]).toEqual([1, undefined]);
      await page.pass(2);
      expect((await look()).opacity).toBeCloseTo(0.5);
      await page.pass(2);
      expect((await look()).attributes["data-over"]).toBe("yes");
      await page.close();
    });

const middleOf = async (page: Awaited<ReturnType<typeof opened>>, selector: string): Promise<[number, number]> => {
  const element = (await page.tab.$(selector))!;
  const { x, y } = await element.clickablePoint();
  return [x, y];
};
