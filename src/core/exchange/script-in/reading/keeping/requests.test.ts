/** What is given up: a signal is heard, and the answer to a request does not come any more (DOM §3, Fetch §5.6). */
import { describe, expect, it } from "vitest";
import { behaviour, rows, script } from "../../../../testing/read";

const told = (text: string) => {
  const { doc, notUnderstood, unlike } = behaviour(script(text));
  return { rows: rows(doc), remarks: [...notUnderstood.map((n) => n.text), ...unlike] };
};

describe("a signal", () => {
  it("gives up a request: whoever waits is told, and nothing comes of the answer", () => {
    const { rows, remarks } = told(`let c;
b.onclick = async () => {
  c = new AbortController(); b.disabled = true; p.textContent = "asked";
  try { await fetch("/x", { signal: c.signal }); p.textContent = "there"; }
  catch (e) { p.textContent = e.name === "AbortError" ? "given up" : "failed"; }
  finally { b.disabled = false; }
};
p.onclick = () => c?.abort();`);
    expect(remarks).toEqual([]);
    expect(rows["request ok x"]).toEqual({ asked: "there" });
    expect(rows["request failed x"]).toEqual({ asked: "failed" });
    expect(rows["click p"]).toMatchObject({ asked: "given-up", "given-up": "ignored" });
  });
  it("gives up the request before, each time another is made", () => {
    const { remarks } = told(`let c;
b.onclick = () => {
  c?.abort(); c = new AbortController(); p.textContent = "asked";
  fetch("/x", { signal: c.signal }).then(() => { p.textContent = "there"; }, (e) => { if (e.name !== "AbortError") p.textContent = "failed"; });
};`);
    expect(remarks).toEqual([]);
  });
  it("is heard once, by property and by listener, with its reason; a request made after it fails at once", () => {
    const { rows, remarks } = told(`const c = new AbortController(), said = [];
c.signal.onabort = () => { said.push(c.signal.reason); };
c.signal.addEventListener("abort", () => { said.push("heard"); }, { once: true });
b.onclick = () => { c.abort("over"); c.abort("again"); p.textContent = said.join(" and "); };
p.onclick = () => { fetch("/x", { signal: c.signal }).catch(() => { p.title = "no"; }); try { c.signal.throwIfAborted(); } catch (e) { b.disabled = true; } };`);
    expect(remarks).toEqual([expect.stringContaining("made again before it is answered")]);
    expect(Object.keys(rows)).toEqual(["click b", "click p", "request failed x"]);
    expect(JSON.stringify(rows["click b"])).not.toContain("request");
  });
  it("ends what waits for a while", () => {
    const { rows, remarks } = told(`let c;
const sleep = (ms, signal) => new Promise((done, fail) => {
  const id = setTimeout(done, ms);
  signal.addEventListener("abort", () => { clearTimeout(id); fail(signal.reason); });
});
b.onclick = async () => {
  c = new AbortController(); b.hidden = true; p.textContent = "waits";
  try { await sleep(900, c.signal); p.textContent = "done"; } catch { p.textContent = "ended"; }
  b.hidden = false;
};
p.onclick = () => c?.abort();`);
    expect(remarks).toEqual([]);
    expect(Object.keys(rows["timer timer"])).toHaveLength(1);
    expect(Object.values(rows["click p"]).join()).toContain("cancel timer");
  });
});
