import { caseOf } from "./fuzz/trying";
import { tryDoors } from "../src/core/testing/fuzz/doors";
import { writeFileSync } from "node:fs";
const c = caseOf(Number(process.argv[2]));
writeFileSync("/tmp/case.txt", c.text);
console.log(c.kind, c.luck, c.text.length);
const t = process.cpuUsage();
try { tryDoors(c.kind, c.text, c.luck); } catch (e) { console.log(String((e as Error).stack).slice(0, 1000)); }
const u = process.cpuUsage(t);
console.log((u.user + u.system) / 1e6, "s");
process.exit(0);
