/** Components that go by timers, the pointer and scrolling. */
import { has, lines, type Widget, type Words } from "./writing";

function tip(w: Words, bits: number): Widget {
  const late = has(bits, 0);
  return {
    html: `${w.tag("button", "term", `type="button"`)}Gangway</button>${w.panel("span", "tip", "The way on board.", false, `role="tooltip"`)}`,
    elements: ["term", "tip"],
    state: { timer: "0" },
    methods: {
      come: ["", late ? w.timed("@timer", 300, w.show("@tip", "true")) : w.show("@tip", "true")],
      go: ["", lines(late && "clearTimeout(@timer);", w.show("@tip", "false"))],
    },
    start: lines(
      w.on("@term", "mouseenter", "@come();"),
      w.on("@term", "mouseleave", "@go();"),
      has(bits, 1) && lines(w.on("@term", "focus", "@come();"), w.on("@term", "blur", "@go();")),
      has(bits, 2) && w.on("@term", "keydown", `if (e.key === "Escape") @go();`),
    ),
  };
}

function toast(w: Words, bits: number): Widget {
  return {
    html: `${w.tag("button", "save", `type="button"`)}Save</button>${w.panel("div", "toast", `${w.tag("span", "words")}Saved</span> ${w.tag("button", "close", `type="button"`)}Close</button>`, false, `role="status"`)}`,
    elements: ["save", "toast", "words", "close"],
    state: { timer: "null", times: "0" },
    methods: {
      come: [
        "",
        lines(
          has(bits, 0) && "@times = Math.min(@times + 1, 3);",
          has(bits, 0) && w.say("@words", "'Saved ' + @times"),
          w.show("@toast", "true"),
          w.timed("@timer", 1500, "@go();"),
        ),
      ],
      go: ["", lines("clearTimeout(@timer);", has(bits, 1) && "@times = 0;", w.show("@toast", "false"))],
    },
    start: lines(
      w.on("@save", "click", "@come();"),
      w.on("@close", "click", "@go();"),
      has(bits, 2) &&
        lines(
          w.on("@toast", "mouseenter", "clearTimeout(@timer);"),
          w.on("@toast", "mouseleave", w.timed("@timer", 1500, "@go();")),
        ),
    ),
  };
}

function hold(w: Words, bits: number): Widget {
  return {
    html: `${w.tag("button", "press", `type="button"`)}Hold to release</button>${w.tag("p", "said")}held fast</p>`,
    elements: ["press", "said"],
    state: { timer: "null", done: "false" },
    methods: {
      begin: [
        "",
        lines(
          "if (@done) return;",
          has(bits, 0) && `@press.classList.add("held");`,
          w.say("@said", "'keep holding'"),
          w.timed(
            "@timer",
            900,
            lines("@done = true;", has(bits, 1) && "@press.disabled = true;", w.say("@said", "'released'")),
          ),
        ),
      ],
      end: [
        "",
        lines(
          "clearTimeout(@timer);",
          has(bits, 0) && `@press.classList.remove("held");`,
          "if (@done) return;",
          w.say("@said", "'held fast'"),
        ),
      ],
    },
    start: lines(
      w.on("@press", has(bits, 2) ? "mousedown" : "pointerdown", "@begin();"),
      w.on("@press", has(bits, 2) ? "mouseup" : "pointerup", "@end();"),
      w.on("@press", has(bits, 2) ? "mouseleave" : "pointerleave", "@end();"),
      has(bits, 3) &&
        lines(
          w.on("@press", "keydown", `if (e.key === " " && !e.repeat) @begin();`),
          w.on("@press", "keyup", `if (e.key === " ") @end();`),
        ),
    ),
    css: ".held { background: gold }",
  };
}

function load(w: Words, bits: number): Widget {
  const bar = has(bits, 0);
  return {
    html: `${w.tag("button", "go", `type="button"`)}Load</button>${bar ? `${w.tag("progress", "bar", `max="100" value="0"`)}</progress>` : `<div class="rail">${w.tag("div", "bar", `style="width: 0%"`)}</div></div>`}${w.tag("p", "state")}idle</p>`,
    elements: ["go", "bar", "state"],
    state: { at: "0", timer: "0" },
    methods: {
      draw: ["", lines(bar ? "@bar.value = @at;" : "@bar.style.width = @at + '%';", w.say("@state", "@at + '%'"))],
      step: [
        "",
        lines(
          "@at += 25; @draw();",
          `if (@at >= 100) { clearInterval(@timer); ${w.say("@state", "'done'")} @go.disabled = false; ${w.say("@go", "'Again'")} }`,
        ),
      ],
      begin: [
        "",
        lines(
          "clearInterval(@timer); @at = 0; @go.disabled = true; @draw();",
          "@timer = setInterval(() => @step(), 200);",
        ),
      ],
    },
    start: w.on("@go", "click", "@begin();"),
    css: ".rail { width: 200px; background: #ddd } .rail .bar { height: 8px; background: teal }",
  };
}

function save(w: Words, bits: number): Widget {
  return {
    html: `${w.tag("button", "send", `type="button"`)}Send</button>${w.panel("p", "ok", "Sent.", false)}`,
    elements: ["send", "ok"],
    methods: {
      send_: [
        "",
        lines(
          "@send.disabled = true;",
          w.aria("@send", "busy", "true"),
          w.say("@send", "'Sending'"),
          has(bits, 0) && w.show("@ok", "false"),
          w.later(
            600,
            lines(
              w.aria("@send", "busy", "false"),
              w.say("@send", "'Send'"),
              w.show("@ok", "true"),
              "@send.disabled = false;",
              has(bits, 1) && w.later(800, w.show("@ok", "false")),
            ),
          ),
        ),
      ],
    },
    start: w.on("@send", "click", has(bits, 2) ? "e.preventDefault(); @send_();" : "@send_();"),
  };
}

function slides(w: Words, bits: number): Widget {
  return {
    html: `${["Quay", "Mole", "Light"].map((t, i) => `<figure class="slide" ${i ? "hidden" : ""}>${t}</figure>`).join("")}${w.tag("button", "back", `type="button"`)}Back</button>${w.tag("button", "on", `type="button"`)}On</button>`,
    elements: ["back", "on"],
    lists: ["slide"],
    state: { at: "0", timer: "0" },
    methods: {
      show: ["n", lines("@at = (n + @slide.length) % @slide.length;", w.each("@slide", "x.hidden = i !== @at;"))],
      play: ["", "clearInterval(@timer); @timer = setInterval(() => @show(@at + 1), 2000);"],
    },
    start: lines(
      w.on("@back", "click", lines("@show(@at - 1);", has(bits, 1) && "@play();")),
      w.on("@on", "click", lines("@show(@at + 1);", has(bits, 1) && "@play();")),
      has(bits, 0) && "@play();",
      has(bits, 0) &&
        has(bits, 2) &&
        lines(w.on("@root", "mouseenter", "clearInterval(@timer);"), w.on("@root", "mouseleave", "@play();")),
    ),
  };
}

function top(w: Words, bits: number): Widget {
  return {
    html: `<div class="tall">Timetable</div>${w.panel("button", "up", "Up", false, `type="button"`)}`,
    elements: ["up"],
    methods: {
      look: ["", w.show("@up", has(bits, 0) ? "window.scrollY > 300" : "document.documentElement.scrollTop > 300")],
    },
    start: lines(
      `window.addEventListener("scroll", () => @look()${has(bits, 1) ? ", { passive: true }" : ""});`,
      has(bits, 2) && "@look();",
      w.on(
        "@up",
        "click",
        has(bits, 3) ? `window.scrollTo({ top: 0, behavior: "smooth" });` : "window.scrollTo(0, 0);",
      ),
    ),
    css: ".tall { height: 2400px } .up { position: fixed; right: 16px; bottom: 16px }",
  };
}

function undo(w: Words, bits: number): Widget {
  return {
    html: `${w.tag("button", "archive", `type="button"`)}Archive</button>${w.panel("div", "bar", `Archived. ${w.tag("button", "undo", `type="button"`)}Undo</button>`, false)}${w.tag("p", "mail")}in the box</p>`,
    elements: ["archive", "bar", "undo", "mail"],
    state: { timer: "undefined" },
    methods: {
      put: [
        "away",
        lines(w.say("@mail", `away ? "archived" : "in the box"`), "@archive.disabled = away;", w.show("@bar", "away")),
      ],
      archive_: [
        "",
        lines(
          "@put(true);",
          w.timed("@timer", 2000, lines(w.show("@bar", "false"), has(bits, 0) && w.say("@mail", "'gone'"))),
          has(bits, 1) && "@undo.focus();",
        ),
      ],
      undo_: ["", lines("clearTimeout(@timer); @put(false);", has(bits, 1) && "@archive.focus();")],
    },
    start: lines(w.on("@archive", "click", "@archive_();"), w.on("@undo", "click", "@undo_();")),
  };
}

/** One after the other, each awaited, until it is called off: by a signal, by what was kept of the promise, or by a mark. */
function round(w: Words, bits: number): Widget {
  const by = (["signal", "reject", "mark"] as const)[(bits >> 2) % 3];
  const turns = [null, 1, 2, 3][bits % 4];
  const called = {
    signal: `@control.signal.addEventListener("abort", () => { clearTimeout(t); no(new Error("stopped")); }, { once: true });`,
    reject: "@off = () => { clearTimeout(t); no(new Error('stopped')); };",
    mark: "",
  };
  const off = { signal: "@control?.abort();", reject: "@off?.();", mark: "@over = true;" };
  const names = ["red", "amber", "green"].slice(0, 2 + ((bits >> 4) % 2));
  return {
    html: `${names.map((n) => `<span class="lamp">${n}</span> `).join("")}${w.tag("button", "go", `type="button"`)}Run</button>${w.tag("button", "halt", `type="button"`)}Halt</button>${w.tag("p", "state")}idle</p>`,
    elements: ["go", "halt", "state"],
    lists: ["lamp"],
    state: { busy: "false", over: "false", control: "null", off: "null" },
    methods: {
      rest: ["ms", `return new Promise((ok, no) => { const t = setTimeout(ok, ms); ${called[by]} });`],
      dark: ["", w.each("@lamp", `x.classList.remove("lit");`)],
      run: [
        "",
        lines(
          "if (@busy) return;",
          "@busy = true; @over = false; @go.disabled = true;",
          by === "signal" && "@control = new AbortController();",
          w.say("@state", "'running'"),
          "(async () => {",
          "try {",
          turns === null ? "for (;;)" : `for (let turn = 0; turn < ${turns}; turn++)`,
          `for (const one of @lamp) { one.classList.add("lit"); await @rest(600);`,
          by === "mark" && "if (@over) throw new Error('stopped');",
          `one.classList.remove("lit"); }`,
          w.say("@state", "'done'"),
          `} catch { @dark(); ${w.say("@state", "'stopped'")} }`,
          "@busy = false; @go.disabled = false;",
          "})();",
        ),
      ],
    },
    start: lines(w.on("@go", "click", "@run();"), w.on("@halt", "click", off[by])),
    css: ".lamp { opacity: 0.2 } .lamp.lit { opacity: 1 }",
  };
}

export const moving = { tip, toast, hold, load, save, slides, top, undo, round };
