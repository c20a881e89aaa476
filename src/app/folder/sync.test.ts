/** A folder and a shelf, changed on either side in any order: nothing is lost, and they end the same. */
import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { type Component, jsonText, readComponent, same, setLook } from "../../core/model";
import { demoComponents } from "../../demo";
import type { FileRecord } from "../storage/database";
import type { Disk } from "./disk";
import { FolderSync, type ShelfPort } from "./sync";

class MemoryDisk implements Disk {
  // Deliveries are no part of keeping in step.
  delivered = this;
  files = new Map<string, { text: string; at: number }>();
  private clock = 0;
  /** Times that a step wrote. */
  writes = 0;
  put(name: string, text: string): void {
    this.files.set(name, { text, at: ++this.clock });
  }
  async list() {
    return [...this.files].map(([name, { at, text }]) => ({ name, stamp: `${at}:${text.length}` }));
  }
  async read(name: string) {
    return this.files.get(name)!.text;
  }
  async write(name: string, text: string) {
    this.writes++;
    this.put(name, text);
    return `${this.clock}:${text.length}`;
  }
  async remove(name: string) {
    this.files.delete(name);
  }
  doc(name: string): Component {
    const read = readComponent(this.files.get(name)!.text);
    if (!read.ok) throw new Error(read.problems[0].message);
    return read.doc;
  }
}
class MemoryShelf implements ShelfPort {
  docs = new Map<string, Component>();
  kept = new Map<string, FileRecord>();
  private n = 0;
  async current() {
    return { docs: new Map(this.docs), elsewhere: new Set<string>() };
  }
  async add(doc: Component) {
    const id = `c${++this.n}`;
    this.docs.set(id, doc);
    return id;
  }
  async put(id: string, doc: Component) {
    this.docs.set(id, doc);
    return true;
  }
  records = {
    all: async () => [...this.kept.values()],
    put: async (r: FileRecord) => this.kept.set(r.id, r),
    delete: async (id: string) => this.kept.delete(id),
  };
}
const demo = demoComponents.map((d) => d.load());
const [dialog] = demo;
const setup = async () => {
  const disk = new MemoryDisk();
  const shelf = new MemoryShelf();
  const sync = new FolderSync(disk, shelf);
  const id = await shelf.add(dialog);
  await sync.enter(id, dialog);
  return { disk, shelf, sync, id, file: shelf.kept.get(id)!.file };
};
const [{ part, in: cells }] = dialog.looks;
const [first, second] = Object.keys(cells);

describe("a folder", () => {
  it("is written when the app changes, read when the disk changes, and left alone when neither does", async () => {
    const { disk, shelf, sync, id, file } = await setup();
    await sync.step();
    expect(disk.writes).toBe(1);
    shelf.docs.set(id, { ...dialog, name: "Ours" });
    await sync.step();
    expect(disk.doc(file).name).toBe("Ours");
    disk.put(file, jsonText({ ...dialog, name: "Theirs" }));
    expect((await sync.step()).taken).toEqual([id]);
    expect(shelf.docs.get(id)!.name).toBe("Theirs");
    expect(disk.writes).toBe(2);
  });

  it("has both where both changed, and tells the cell that both said", async () => {
    const { disk, shelf, sync, id, file } = await setup();
    shelf.docs.set(id, setLook(dialog, part, first, { as: "hidden" }));
    const theirs = setLook(setLook(dialog, part, first, { as: "transparent" }), part, second, { as: "hidden" });
    disk.put(file, jsonText(theirs));
    const { conflicts } = await sync.step();
    expect(conflicts[0].conflicts.map((c) => c.path)).toEqual([["looks", part, "in", first]]);
    const wanted = setLook(setLook(dialog, part, first, { as: "hidden" }), part, second, { as: "hidden" });
    expect(same(shelf.docs.get(id), wanted)).toBe(true);
    expect(same(disk.doc(file), wanted)).toBe(true);
    expect((await sync.step()).conflicts).toEqual([]);
  });

  it("leaves what is open where a file is broken, tells the place, and goes on once it is whole", async () => {
    const { disk, shelf, sync, id, file } = await setup();
    disk.put(file, '{ "format": "lively-state/component", ');
    for (let i = 0; i < 2; i++) {
      const told = await sync.step();
      expect(told.broken).toHaveLength(1);
      expect(told.broken[0]).toMatchObject({ file, id });
    }
    shelf.docs.set(id, { ...dialog, name: "Edited meanwhile" });
    await sync.step();
    expect(disk.files.get(file)!.text).toBe('{ "format": "lively-state/component", ');
    disk.put(file, jsonText(dialog));
    expect((await sync.step()).broken).toEqual([]);
    expect(disk.doc(file).name).toBe("Edited meanwhile");
  });

  it("takes in what is new there, takes its file along when a component goes, and writes it again when it is put back", async () => {
    const { disk, shelf, sync } = await setup();
    disk.put("notice.lively.json", jsonText(demo[3]));
    await sync.step();
    const [id] = [...shelf.docs].find(([, d]) => same(d, demo[3]))!;
    shelf.docs.delete(id);
    await sync.step();
    expect(disk.files.has("notice.lively.json")).toBe(false);
    shelf.docs.set(id, demo[3]);
    await sync.step();
    expect(same(disk.doc("notice.lively.json"), demo[3])).toBe(true);
  });

  it("tells of a file that is gone, and keeps the component", async () => {
    const { disk, shelf, sync, id, file } = await setup();
    disk.files.delete(file);
    expect((await sync.step()).gone.map((r) => r.id)).toEqual([id]);
    expect(shelf.docs.has(id)).toBe(true);
    disk.put(file, jsonText({ ...dialog, name: "Back" }));
    expect((await sync.step()).gone).toEqual([]);
    expect(shelf.docs.get(id)!.name).toBe("Back");
  });

  it("ends the same on both sides, whoever changed what and when", async () => {
    const edit = (doc: Component, n: number): Component => {
      const { part, in: all } = doc.looks[n % doc.looks.length];
      const states = Object.keys(all);
      return n % 7 === 0
        ? { ...doc, name: `Name ${n}` }
        : setLook(doc, part, states[n % states.length], n % 2 ? { as: "hidden" } : { as: "shown", inert: true });
    };
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.constantFrom("app", "disk", "step"), fc.nat(60)), { maxLength: 14 }),
        async (deeds) => {
          const { disk, shelf, sync, id, file } = await setup();
          for (const [who, n] of deeds) {
            if (who === "step") await sync.step();
            else if (who === "app") shelf.docs.set(id, edit(shelf.docs.get(id)!, n));
            else disk.put(file, jsonText(edit(disk.doc(file), n)));
          }
          await sync.step();
          await sync.step();
          expect(same(disk.doc(file), shelf.docs.get(id))).toBe(true);
          const { writes } = disk;
          await sync.step();
          expect(disk.writes).toBe(writes);
        },
      ),
      { numRuns: 60 },
    );
  });
});
