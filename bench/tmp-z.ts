import { demoComponents } from "../src/demo";
import { compile } from "../src/core/program";
import { Explorer } from "../src/core/proof";
import { rangeOf } from "../src/core/proof/zones";
const doc = demoComponents.map(d=>d.load()).find(d=>d.name.startsWith("Notice"))!; const p = compile(doc);
const e = new Explorer(p, [], {situations: 50000});
for (const _ of e.run());
const by = new Map<string, any[]>();
for (const s of e.situations) { const k = p.configurations.at(s.state.config).atomic.map(i=>p.states[i].name)+"|"+s.things.map(t=>t.track? p.parts[t.track.part].name+"."+t.track.property+">"+t.track.to : JSON.stringify({...(t.of as any),due:0}).slice(0,40)).join(" ; "); by.set(k,[...(by.get(k)??[]),s]); }
for (const [k,l] of [...by].sort((a,b)=>b[1].length-a[1].length).slice(0,8)) { console.log(l.length, k); for (const s of l.slice(0,12)) console.log("    ", s.things.map((_:any,i:number)=>rangeOf(s.zone,i).map(x=>x/1000).join("..")).join("   "), s.begun.map((b:any)=>b?b.map((x:number)=>x/1000).join(".."):"k").join(" ")); }
