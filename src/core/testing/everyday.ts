import type { Component } from "../model";

/** Pages as people write them every day, each with the script that it works by. */
export const everyday: Record<string, string> = {
  "a dialog by a class": `<!doctype html><html lang="en"><head><style>
.backdrop { position: fixed; inset: 0; background: rgb(20 30 40 / 40%); opacity: 0; visibility: hidden; transition: opacity 200ms ease, visibility 200ms; display: flex; align-items: center; justify-content: center }
.backdrop.open { opacity: 1; visibility: visible }
.dialog { background: #fff; padding: 24px; border-radius: 8px }
</style></head><body>
<button id="change" type="button" aria-haspopup="dialog">Change crossing</button>
<div class="backdrop" id="backdrop"><div class="dialog" role="dialog" aria-modal="true" aria-label="Change crossing"><p>Take the later boat?</p><button id="keep" type="button">Keep it</button><button id="later" type="button">Later boat</button></div></div>
<script>
  const backdrop = document.getElementById('backdrop');
  function open() { backdrop.classList.add('open'); }
  function close() { backdrop.classList.remove('open'); }
  document.getElementById('change').addEventListener('click', open);
  document.querySelectorAll('.dialog button').forEach((b) => b.addEventListener('click', close));
  backdrop.addEventListener('click', (e) => { if (e.target === backdrop) close(); });
  document.addEventListener('keydown', (e) => { if (e.key === 'Escape' && backdrop.classList.contains('open')) close(); });
</script></body></html>`,
  "a menu that closes outside": `<style>.menu { display: none } .menu.show { display: block } body { min-height: 300px }</style>
<button id="decks" type="button" aria-expanded="false" aria-controls="menu">Decks</button>
<ul class="menu" id="menu"><li><button type="button">Sun deck</button></li><li><button type="button">Car deck</button></li></ul>
<p>Boarding starts at the blue gate.</p>
<script>
  const button = document.querySelector('#decks');
  const menu = document.querySelector('#menu');
  function set(open) { menu.classList.toggle('show', open); button.setAttribute('aria-expanded', String(open)); }
  button.addEventListener('click', () => set(!menu.classList.contains('show')));
  document.addEventListener('click', (event) => {
    if (!menu.contains(event.target) && !button.contains(event.target)) set(false);
  });
  document.addEventListener('keydown', (event) => {
    if (event.key === 'Escape') { set(false); button.focus(); }
  });
</script>`,
  "an accordion of three": `<style>.body { height: 0; overflow: hidden; opacity: 0; transition: opacity .15s linear } .item.open .body { height: auto; opacity: 1 } .body { visibility: hidden } .item.open .body { visibility: visible }</style>
<section class="item"><h3><button type="button" class="head" aria-expanded="false">Luggage</button></h3><div class="body">Two bags each.</div></section>
<section class="item"><h3><button type="button" class="head" aria-expanded="false">Animals</button></h3><div class="body">On the car deck.</div></section>
<section class="item"><h3><button type="button" class="head" aria-expanded="false">Bicycles</button></h3><div class="body">At the stern.</div></section>
<script>
  document.querySelectorAll('.head').forEach(function (head) {
    head.addEventListener('click', function () {
      const item = this.closest('.item');
      const isOpen = item.classList.toggle('open');
      this.setAttribute('aria-expanded', isOpen);
    });
  });
</script>`,
  "tabs, one at a time": `<style>.panel { display: none } .panel.active { display: block } .tab.active { font-weight: bold }</style>
<div role="tablist"><button type="button" class="tab active" data-for="out">Outbound</button><button type="button" class="tab" data-for="back">Return</button><button type="button" class="tab" data-for="stay">Stay</button></div>
<div class="panel active" id="out">Holm to Vardey</div><div class="panel" id="back">Vardey to Holm</div><div class="panel" id="stay">Two nights</div>
<script>
  const tabs = document.querySelectorAll('.tab');
  const panels = document.querySelectorAll('.panel');
  for (const tab of tabs) {
    tab.onclick = () => {
      tabs.forEach(t => t.classList.remove('active'));
      panels.forEach(p => p.classList.remove('active'));
      tab.classList.add('active');
      document.getElementById(tab.dataset.for).classList.add('active');
    };
  }
</script>`,
  "a notice that goes by itself": `<style>.toast { opacity: 0; transition: opacity 300ms; pointer-events: none } .toast.on { opacity: 1; pointer-events: auto }</style>
<button type="button" id="save">Save seat</button><div class="toast" id="toast" role="status">Seat saved <button type="button" id="undo">Undo</button></div>
<script>
  const toast = document.getElementById('toast');
  let timer = null;
  function hide() { toast.classList.remove('on'); clearTimeout(timer); timer = null; }
  document.getElementById('save').addEventListener('click', () => {
    toast.classList.add('on');
    clearTimeout(timer);
    timer = setTimeout(hide, 2000);
  });
  document.getElementById('undo').addEventListener('click', hide);
</script>`,
  "a switch in its attribute": `<style>#lamp[aria-pressed="true"] { color: rgb(200, 120, 0) } .light { opacity: .2 } #lamp[aria-pressed="true"] + .light { opacity: 1 }</style>
<button id="lamp" type="button" aria-pressed="false" onclick="toggle()">Harbour lamp</button><span class="light">Light</span>
<script>
  function toggle() {
    var lamp = document.getElementById('lamp');
    var on = lamp.getAttribute('aria-pressed') === 'true';
    lamp.setAttribute('aria-pressed', on ? 'false' : 'true');
  }
</script>`,
  "hidden, and words that change": `<button type="button" id="more">Show fares</button><div id="fares" hidden>From 14 crowns</div>
<script>
  let shown = false;
  const more = document.getElementById('more');
  const fares = document.getElementById('fares');
  more.addEventListener('click', () => {
    shown = !shown;
    fares.hidden = !shown;
    more.textContent = shown ? 'Hide fares' : 'Show fares';
  });
</script>`,
  "a drawer by style": `<button type="button" id="burger">Menu</button>
<nav id="drawer" style="display: none"><a href="#a">Timetable</a><a href="#b">Harbours</a><button type="button" id="shut">Close</button></nav>
<script>
  const drawer = document.getElementById('drawer');
  document.getElementById('burger').onclick = function () { drawer.style.display = 'block'; document.getElementById('shut').focus(); };
  document.getElementById('shut').onclick = function () { drawer.style.display = 'none'; document.getElementById('burger').focus(); };
</script>`,
  "details, by themselves": `<style>details { border: 1px solid #ccc } details[open] summary { color: rgb(0, 80, 160) }</style>
<details><summary>When does boarding end?</summary><p>Ten minutes before the boat leaves.</p></details>
<details open><summary>Where is the car deck?</summary><p>Down the ramp.</p></details>`,
  "a tip under the pointer": `<style>.tip { visibility: hidden } .tip.visible { visibility: visible }</style>
<button type="button" id="ask">Fare?</button><span class="tip" role="tooltip">Children travel free</span>
<script>
  const ask = document.getElementById('ask');
  const tip = document.querySelector('.tip');
  ask.addEventListener('mouseenter', () => tip.classList.add('visible'));
  ask.addEventListener('mouseleave', () => tip.classList.remove('visible'));
  ask.addEventListener('focus', () => tip.classList.add('visible'));
  ask.addEventListener('blur', () => tip.classList.remove('visible'));
</script>`,
  "photos in a row": `<style>.photo { opacity: 0; position: absolute; transition: opacity 250ms linear } .photo.current { opacity: 1 } .deck { position: relative; height: 120px }</style>
<div class="deck"><img class="photo current" alt="Sun deck" src="data:,"><img class="photo" alt="Bridge" src="data:,"><img class="photo" alt="Stern" src="data:,"></div>
<button type="button" id="prev">Back</button><button type="button" id="next">Next</button><span id="at">1 of 3</span>
<script>
  const photos = Array.from(document.querySelectorAll('.photo'));
  let index = 0;
  function show(i) {
    photos[index].classList.remove('current');
    index = (i + photos.length) % photos.length;
    photos[index].classList.add('current');
    document.getElementById('at').textContent = \`\${index + 1} of \${photos.length}\`;
  }
  document.getElementById('prev').addEventListener('click', () => show(index - 1));
  document.getElementById('next').addEventListener('click', () => show(index + 1));
</script>`,
  "a step that is sent": `<form id="form"><button type="submit" id="send">Send pass</button></form><p id="said" role="status"></p>
<script>
  document.getElementById('form').addEventListener('submit', (e) => {
    e.preventDefault();
    const send = document.getElementById('send');
    send.disabled = true;
    document.getElementById('said').textContent = 'Sending';
    setTimeout(() => { send.disabled = false; document.getElementById('said').textContent = 'Sent'; }, 800);
  });
</script>`,
  "back to the top, once scrolled": `<style>body { margin: 0 } .top{position:fixed;right:16px;bottom:16px;opacity:0;visibility:hidden;transition:opacity .2s,visibility .2s}.top.show{opacity:1;visibility:visible}</style>
<main style="height: 2400px"><h1>Tides</h1><p>High water at noon.</p></main><button class="top" id="top" type="button" aria-label="Back to top">Up</button>
<script>
const btn = document.getElementById('top');
let ticking = false;
function update() { btn.classList.toggle('show', window.scrollY > 300); ticking = false; }
window.addEventListener('scroll', () => { if (!ticking) { requestAnimationFrame(update); ticking = true; } }, { passive: true });
btn.addEventListener('click', () => window.scrollTo({ top: 0, behavior: 'smooth' }));
</script>`,
  "a header that docks": `<style>body { margin: 0 } header { position: sticky; top: 0; height: 60px } header.docked { box-shadow: 0 2px 4px rgb(0 0 0 / 20%) } header .more { display: none } header.docked .more { display: inline-block }</style>
<div id="sentinel" style="height: 80px">Skerry news</div><header id="head"><b>Tides</b> <button type="button" class="more">Menu</button></header><main style="height: 2400px"><p>High water at noon.</p></main>
<script>
  const head = document.getElementById('head');
  const io = new IntersectionObserver(([entry]) => head.classList.toggle('docked', !entry.isIntersecting));
  io.observe(document.getElementById('sentinel'));
</script>`,
  "a countdown": `<p>Doors close in <span id="n">10</span> s</p><button id="stop" type="button">Stop</button><p id="out" hidden>Closed</p>
<script>
let n = 10;
const label = document.getElementById('n');
const timer = setInterval(() => { n--; label.textContent = n; if (n <= 0) { clearInterval(timer); document.getElementById('out').hidden = false; } }, 1000);
document.getElementById('stop').onclick = () => clearInterval(timer);
</script>`,
  "a stepper with its ends": `<div role="group" aria-label="Passengers"><button id="less" type="button" disabled>−</button><output id="count">1</output><button id="more" type="button">+</button></div>
<script>
let count = 1;
const out = document.getElementById('count'), less = document.getElementById('less'), more = document.getElementById('more');
function show() { out.textContent = String(count); less.disabled = count <= 1; more.disabled = count >= 9; }
less.addEventListener('click', () => { if (count > 1) count -= 1; show(); });
more.addEventListener('click', () => { if (count < 9) count += 1; show(); });
</script>`,
  "a progress in steps": `<style>.bar{width:0;height:8px;background:teal}</style>
<button id="go" type="button">Send</button><div class="track" role="progressbar" aria-valuenow="0" aria-valuemin="0" aria-valuemax="100" aria-label="Sending"><div class="bar" id="bar"></div></div><p id="say" role="status"></p>
<script>
let done = 0, running = false, timer;
const bar = document.querySelector('#bar'), track = document.querySelector('.track'), say = document.querySelector('#say'), go = document.querySelector('#go');
go.onclick = function () {
  if (running) return;
  running = true; done = 0; go.disabled = true; say.textContent = 'Sending …';
  timer = setInterval(function () {
    done += 10;
    bar.style.width = done + '%';
    track.setAttribute('aria-valuenow', done);
    if (done >= 100) { clearInterval(timer); running = false; go.disabled = false; say.textContent = 'Sent'; }
  }, 200);
};
</script>`,
  "a box that opens a menu without a script": `<style>.menu{display:none} #nav:checked ~ .menu{display:block}</style>
<label for="nav">Menu</label> <input type="checkbox" id="nav" aria-label="Menu open"><nav class="menu"><a href="#a">Routes</a> <a href="#b">Fares</a></nav>`,
  "a seat that is asked about over everything": `<button id="ask" type="button">Give up my seat</button><p>Deck 2</p>
<dialog id="d" aria-label="Give up the seat"><p>Sure?</p><form method="dialog"><button id="yes" value="yes">Yes</button><button id="no" value="no">No</button></form></dialog>
<output id="out"></output>
<script>
const d = document.querySelector('#d');
document.querySelector('#ask').addEventListener('click', () => d.showModal());
document.querySelector('#yes').addEventListener('click', () => { document.querySelector('#out').textContent = 'Given up'; });
</script>`,
  "rules that are agreed to": `<label><input type="checkbox" id="ok"> I have read the rules</label><button id="go" type="button" disabled>Go on</button>
<script>const ok = document.getElementById('ok'); ok.addEventListener('change', () => { document.getElementById('go').disabled = !ok.checked; });</script>`,
  "a plan that is saved by a request": `<form id="f"><button id="save" type="submit">Save plan</button></form><p id="s" role="status"></p>
<script>
const save = document.getElementById('save'), s = document.getElementById('s');
document.getElementById('f').addEventListener('submit', async (e) => {
  e.preventDefault();
  save.disabled = true; s.textContent = 'Saving …';
  try {
    const r = await fetch('/plans', { method: 'POST' });
    if (!r.ok) throw new Error('no');
    s.textContent = 'Saved';
  } catch (err) {
    s.textContent = 'That did not work';
  } finally { save.disabled = false; }
});
</script>`,
  "a pass that is sent, by promises": `<button id="save" type="button">Send my pass</button><p id="s" role="status"></p>
<script>
const save = document.getElementById('save'), s = document.getElementById('s');
save.onclick = () => {
  save.disabled = true; s.textContent = 'Sending …';
  fetch('/passes/mine', { method: 'PUT', body: '{}' })
    .then((r) => { if (!r.ok) throw new Error('no'); return r.json(); })
    .then(() => { s.textContent = 'Sent'; })
    .catch(() => { s.textContent = 'Try again'; })
    .finally(() => { save.disabled = false; });
};
</script>`,
  "a button that is held": `<style>.ring { width: 8px; height: 6px; background: teal } .holding .ring { width: 100%; transition: width 800ms linear }</style>
<button id="give" type="button"><span>Hold to give up</span></button><div class="ring"></div><p id="said" role="status"></p>
<script>
const give = document.getElementById('give'), said = document.getElementById('said');
let timer = null;
function begin() { document.body; give.classList.add('holding'); timer = setTimeout(done, 800); }
function stop() { clearTimeout(timer); give.classList.remove('holding'); }
function done() { give.classList.remove('holding'); give.disabled = true; said.textContent = 'Given up'; }
give.addEventListener('mousedown', begin);
window.addEventListener('mouseup', stop);
give.addEventListener('mouseleave', stop);
give.addEventListener('touchstart', begin);
give.addEventListener('touchend', stop);
</script>`,
  "a box of light by display and opacity": `<style>#box { display: none; position: fixed; inset: 0; background: rgb(0 0 0 / 70%); opacity: 0; transition: opacity 250ms linear } #box img { margin: 40px }</style>
<button class="thumb" type="button" data-alt="Harbour at dawn">Dawn</button> <button class="thumb" type="button" data-alt="Harbour at noon">Noon</button>
<div id="box"><img id="full" alt=""><button id="shut" type="button">Close</button></div>
<script>
var box = document.getElementById('box'), full = document.getElementById('full');
function open(e) { full.alt = e.currentTarget.dataset.alt; box.style.display = 'block'; setTimeout(function () { box.style.opacity = 1; }, 10); }
function shut() { box.style.opacity = 0; setTimeout(function () { box.style.display = 'none'; }, 250); }
var thumbs = document.querySelectorAll('.thumb');
for (var i = 0; i < thumbs.length; i++) { thumbs[i].addEventListener('click', open); }
document.getElementById('shut').addEventListener('click', shut);
document.addEventListener('keydown', function (e) { if (e.key === 'Escape') shut(); });
</script>`,
  "an accordion by max-height": `<style>.panel { max-height: 0; overflow: hidden; transition: max-height 200ms ease } </style>
<button class="acc" type="button" aria-expanded="false">Luggage</button><div class="panel"><p>Two bags.</p></div>
<button class="acc" type="button" aria-expanded="false">Animals</button><div class="panel"><p>On deck.</p></div>
<script>
const acc = document.getElementsByClassName('acc');
for (const a of acc) a.addEventListener('click', function () {
  this.classList.toggle('active');
  const panel = this.nextElementSibling;
  if (panel.style.maxHeight) { panel.style.maxHeight = null; this.setAttribute('aria-expanded', 'false'); }
  else { panel.style.maxHeight = panel.scrollHeight + 'px'; this.setAttribute('aria-expanded', 'true'); }
});
</script>`,
  "tips that pop up without a script": `<button id="ask" popovertarget="tips" type="button">Tips</button><p>Boats go every hour.</p><div id="tips" popover><p>Bring a coat.</p><button type="button" id="more">More</button></div>`,
  "a menu that its rules show as a popover": `<style>#menu { opacity: 0 } #menu:popover-open { opacity: 1 } body:has(#menu:popover-open) #note { visibility: hidden }</style>
<button type="button" id="b" popovertarget="menu">Rooms</button><p id="note">None chosen</p><div id="menu" popover><button type="button" id="x">Forward</button></div>
<script>x.onclick = () => { if (menu.matches(":popover-open")) { note.textContent = "Forward"; menu.hidePopover(); } };</script>`,
  "a tip that would fade in as a popover": `<style>.tip { opacity: 0; transition: opacity 150ms } .tip:popover-open { opacity: 1 }</style>
<button type="button" popovertarget="tip">What is this?</button><div id="tip" class="tip" popover>Wind four</div>`,
  "a dialog whose rules ask whether it is modal": `<style>dialog:modal .hint { visibility: hidden } dialog:not(:modal) { opacity: 0.5 }</style>
<button type="button" id="b">Change</button><dialog id="d"><p class="hint">Beside the page</p><button type="button" id="x">Close</button></dialog>
<script>b.onclick = () => d.showModal(); x.onclick = () => d.close();</script>`,
  "a toast by keyframes": `<style>.toast { position: fixed; bottom: 0; visibility: hidden; opacity: 0 } .toast.show { visibility: visible; animation: inout 3s forwards } @keyframes inout { 0% { opacity: 0 } 15%, 85% { opacity: 1 } 100% { opacity: 0 } }</style>
<button id="b" type="button">Save</button><div class="toast" id="t" role="status">Saved</div>
<script>const t = document.getElementById('t'); document.getElementById('b').onclick = () => { t.classList.add('show'); }; t.addEventListener('animationend', () => t.classList.remove('show'));</script>`,
};

/** How long those of them are that scroll, px; the app measures it where they are drawn. */
export const lengths: Readonly<Record<string, Component["page"]["measured"]>> = {
  "back to the top, once scrolled": [{ width: 1024, length: 2400, parts: {} }],
  "a header that docks": [{ width: 1024, length: 2540, parts: { sentinel: { top: 0, height: 80 } } }],
};
