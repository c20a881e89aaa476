import { readFileSync } from "node:fs";
import { initial, reduce } from "../bench/reducer";
import { readComponent } from "../src/core/model";
import { compile } from "../src/core/program";
import { Explorer } from "../src/core/proof";
import { advance, start, stimulate } from "../src/core/run";

const read = readComponent(readFileSync("src/demo/change-crossing.lively.json", "utf8"));
if (!read.ok) throw 1;
const program = compile(read.doc);
function interpreter(): void {
  let s = start(program).state;
  for (const target of ["trigger", "help", "take"]) s = stimulate(program, s, { click: target }).state;
  s = advance(program, s, s.now + 180);
  s = stimulate(program, s, { click: "trigger" }).state;
  s = advance(program, s, s.now + 240);
  for (const key of ["Tab", "Tab", "Escape"]) s = stimulate(program, s, { press: key }).state;
  advance(program, s, s.now + 180);
}
function byHand(): void {
  let d = initial;
  for (const target of ["trigger", "help", "take"]) d = reduce(d, { type: "click", target });
  d = reduce(d, { type: "time", to: d.now + 180 });
  d = reduce(d, { type: "click", target: "trigger" });
  d = reduce(d, { type: "time", to: d.now + 240 });
  for (const key of ["Tab", "Tab", "Escape"]) d = reduce(d, { type: "key", key });
  reduce(d, { type: "time", to: d.now + 180 });
}
function explore(): number {
  const e = new Explorer(program, [], { situations: 1e6 });
  for (const _ of e.run());
  return e.situations.length;
}
const what = process.argv[2];
const f = what === "explorer" ? explore : interpreter;
const n = what === "explorer" ? 400 : 100000;
const time = (g: () => unknown, k: number) => {
  let best = 1e9;
  for (let r = 0; r < 8; r++) {
    const t = performance.now();
    for (let i = 0; i < k / 8; i++) g();
    best = Math.min(best, (performance.now() - t) / (k / 8));
  }
  return best * 1000;
};
console.log(what, time(f, n).toFixed(2), "µs", "by hand", time(byHand, 400000).toFixed(2), "µs");
process.exit(0);
