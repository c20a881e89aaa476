import { demoComponents } from "../src/demo";
import { compile } from "../src/core/program";
import { Explorer, proveNow } from "../src/core/proof";
let total=0;
for (const d of demoComponents) {
  const doc = d.load(); const p = compile(doc);
  const t=performance.now();
  const e = new Explorer(p, [], {situations: 50000});
  for (const _ of e.run());
  const ms=performance.now()-t;
  const t2=performance.now();
  const proof = proveNow(doc);
  const ms2=performance.now()-t2; total+=ms2;
  console.log(doc.name.padEnd(26), String(e.situations.length).padStart(6), e.complete, ms.toFixed(0).padStart(6)+"ms", (e.situations.length/ms*1000).toFixed(0), "maxthings", Math.max(...e.situations.map(s=>s.things.length)), "proof", ms2.toFixed(0), proof.findings.length, proof.unshown, proof.findings.slice(0,3).map(f=>f.rule+" "+f.text).join(" / "));
}
console.log("total", total);
