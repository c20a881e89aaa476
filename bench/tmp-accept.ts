import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { readComponent, writeComponent } from "../src/core/model";
import { addScenarios, mutateNow, proveNow, scoreOf } from "../src/core/proof";
for (const f of readdirSync("src/demo").filter(f=>f.endsWith(".lively.json"))) {
  const r = readComponent(readFileSync("src/demo/"+f,"utf8")); if (!r.ok) throw 1;
  let doc = r.doc; const n0 = doc.scenarios.length;
  const t=performance.now();
  doc = { ...doc, scenarios: addScenarios(doc.scenarios, proveNow(doc).offered) };
  let m = mutateNow(doc);
  const before = scoreOf(m);
  for (let i=0;i<3;i++) { const off = m.survivors.flatMap(s=>s.offered ?? []); if (!off.length) break; doc = { ...doc, scenarios: addScenarios(doc.scenarios, off) }; m = mutateNow(doc); }
  console.log(f, n0, "->", doc.scenarios.length, before.toFixed(0), scoreOf(m).toFixed(1), m.killed, m.survivors.map(s=>s.text), "open", m.open.length, ((performance.now()-t)/1000).toFixed(1)+"s");
  if (process.argv[2]==="write") writeFileSync("src/demo/"+f, writeComponent(doc));
}
