/** Components that make elements, ask for something, or draw what they know anew. */
import { has, lines, type Widget, type Words } from "./writing";

function notices(w: Words, bits: number): Widget {
  const made = has(bits, 0)
    ? "const note = document.createElement('div'); note.className = 'note'; note.setAttribute('role', 'status'); note.textContent = 'Saved';"
    : has(bits, 1)
      ? "@tray.insertAdjacentHTML('beforeend', '<div class=\"note\" role=\"status\">Saved</div>'); const note = @tray.lastElementChild;"
      : "const note = Object.assign(document.createElement('div'), { className: 'note', textContent: 'Saved' });";
  const attached = has(bits, 1) && !has(bits, 0);
  const put = has(bits, 2) ? "@tray.prepend(note);" : "@tray.append(note);";
  return {
    html: `${w.tag("button", "save", `type="button"`)}Save</button>${w.tag("div", "tray")}</div>`,
    elements: ["save", "tray"],
    methods: {
      say: [
        "",
        lines(
          has(bits, 3) && "if (@tray.children.length >= 2) return;",
          !has(bits, 3) && "@tray.replaceChildren();",
          made,
          !attached && put,
          has(bits, 4) && `note.addEventListener("click", () => note.remove());`,
          w.later(1200, "note.remove();"),
        ),
      ],
    },
    start: w.on("@save", "click", "@say();"),
  };
}

function rows(w: Words, bits: number): Widget {
  const drawn = has(bits, 0)
    ? '@list.innerHTML = @items.map((item, i) => `<li class="row">${item} <button type="button" class="drop" data-i="${i}">Remove ${item}</button></li>`).join(\'\');'
    : `@list.replaceChildren(...@items.map((item, i) => { const row = document.createElement("li"); row.className = "row"; const drop = document.createElement("button"); drop.type = "button"; drop.className = "drop"; drop.dataset.i = String(i); drop.textContent = "Remove " + item; row.append(item + " ", drop); return row; }));`;
  return {
    html: `${w.tag("ul", "list")}</ul>${w.tag("button", "add", `type="button"`)}Add</button>${w.tag("p", "sum")}-</p>`,
    elements: ["list", "add", "sum"],
    state: { items: `["Skiff"]`, names: `["Skiff", "Dory", "Punt"]` },
    methods: {
      draw: [
        "",
        lines(
          drawn,
          w.say(
            "@sum",
            has(bits, 1) ? "@items.length + (@items.length === 1 ? ' boat' : ' boats')" : "String(@items.length)",
          ),
          "@add.disabled = @items.length >= @names.length;",
        ),
      ],
    },
    start: lines(
      w.on("@add", "click", "@items = [...@items, @names.find((n) => !@items.includes(n))]; @draw();"),
      w.on(
        "@list",
        "click",
        has(bits, 2)
          ? `const drop = e.target.closest("[data-i]"); if (!drop) return; @items = @items.filter((_n, i) => i !== Number(drop.dataset.i)); @draw();`
          : `if (!e.target.matches(".drop")) return; @items.splice(+e.target.dataset.i, 1); @draw();`,
      ),
      "@draw();",
    ),
  };
}

function asks(w: Words, bits: number): Widget {
  const good = lines(w.show("@wait", "false"), w.say("@got", "'Sailing at noon'"), "@ask.disabled = false;");
  const bad = lines(w.show("@wait", "false"), w.say("@got", "'No answer'"), "@ask.disabled = false;");
  const request = has(bits, 0)
    ? `fetch("/sailings").then((r) => { if (!r.ok) throw new Error("no"); return r.json(); }).then(() => { ${good} }).catch(() => { ${bad} });`
    : `(async () => { try { const r = await fetch("/sailings"); if (!r.ok) throw new Error("no"); ${good} } catch { ${bad} } })();`;
  return {
    html: `${w.tag("button", "ask", `type="button"`)}When?</button>${w.panel("p", "wait", "Asking…", false)}${w.tag("p", "got")}-</p>`,
    elements: ["ask", "wait", "got"],
    methods: {
      ask_: [
        "",
        lines("@ask.disabled = true;", w.show("@wait", "true"), has(bits, 1) && w.say("@got", "'…'"), request),
      ],
    },
    start: w.on("@ask", "click", "@ask_();"),
  };
}

function steps(w: Words, bits: number): Widget {
  const names = ["Port", "Berth", "Pay"];
  return {
    html: `<ol>${names.map((t, i) => `<li class="mark" ${i ? "" : `aria-current="step"`}>${t}</li>`).join("")}</ol>${names.map((t, i) => `<div class="step" ${i ? "hidden" : ""}>Choose: ${t}</div>`).join("")}${w.tag("button", "prev", `type="button" disabled`)}Back</button>${w.tag("button", "next", `type="button"`)}Next</button>`,
    elements: ["prev", "next"],
    lists: ["mark", "step"],
    state: { at: "0" },
    methods: {
      go: [
        "n",
        lines(
          has(bits, 0) ? "@at = Math.max(0, Math.min(2, n));" : "@at = n; if (@at < 0 || @at > 2) return;",
          w.each(
            "@step",
            `x.hidden = i !== @at; ${has(bits, 1) ? `if (i === @at) @mark[i].setAttribute("aria-current", "step"); else @mark[i].removeAttribute("aria-current");` : `@mark[i].classList.toggle("here", i <= @at);`}`,
          ),
          "@prev.disabled = @at === 0;",
          has(bits, 2) ? w.say("@next", `@at === 2 ? "Book" : "Next"`) : "@next.disabled = @at === 2;",
        ),
      ],
    },
    start: lines(
      w.on("@prev", "click", "@go(@at - 1);"),
      w.on("@next", "click", has(bits, 2) ? "if (@at < 2) @go(@at + 1); else @go(0);" : "@go(@at + 1);"),
    ),
    css: ".here { font-weight: bold }",
  };
}

function sure(w: Words, bits: number): Widget {
  return {
    html: `${w.tag("button", "drop", `type="button"`)}Delete</button>${w.tag("p", "said")}kept</p>`,
    elements: ["drop", "said"],
    state: { asked: "false", timer: "0" },
    methods: {
      calm: [
        "",
        lines("@asked = false;", w.say("@drop", "'Delete'"), has(bits, 0) && `@drop.classList.remove("warn");`),
      ],
      press: [
        "",
        lines(
          `if (!@asked) { @asked = true; ${w.say("@drop", "'Sure?'")} ${has(bits, 0) ? `@drop.classList.add("warn");` : ""} ${w.timed("@timer", 2000, "@calm();")} return; }`,
          "clearTimeout(@timer); @calm();",
          w.say("@said", "'deleted'"),
          has(bits, 1) && "@drop.disabled = true;",
        ),
      ],
    },
    start: lines(
      w.on("@drop", "click", "@press();"),
      has(bits, 2) && w.on("@drop", "blur", "clearTimeout(@timer); if (@asked) @calm();"),
    ),
    css: ".warn { color: crimson }",
  };
}

export const making = { notices, rows, asks, steps, sure };
