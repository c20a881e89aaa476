import { describe, expect, it } from "vitest";
import { type Component, checkNames, readComponent, stateNames, writeComponent } from "../../../core/model";
import { compile } from "../../../core/program";
import { bubblingDialog } from "../../../core/testing";
import { typed } from "./cells";
import { buildGrid } from "./grid";
import { making } from "./making";

const doc = bubblingDialog();
const at = (row: string, column: string) => {
  const grid = buildGrid(doc);
  const found = grid.rows.find((r) => r.id === row || r.section === row || (r.section === "event" && r.label === row))!;
  return [found, grid.columns.find((c) => c.id === column)!] as const;
};
const made = (row: string, column: string, text: string): { makes: string; doc: Component } | null => {
  const found = making(doc, ...at(row, column), text);
  return found && { makes: found.makes, doc: found.change(doc) };
};
const click = "click trigger";

describe("what a cell mentions and nobody has declared", () => {
  it("is made along with what is said, by kind", () => {
    const saving = made(click, "closed", "saving / request save");
    expect(saving?.makes).toBe("the state saving and the request save");
    expect(stateNames(saving!.doc)).toContain("saving");
    expect(saving!.doc.requests).toMatchObject([{ name: "save", path: "/save" }]);
    expect(made(click, "closed", "[n > 2] open / n = n + 1")?.makes).toBe("the datum n, an integer");
    expect(made(click, "closed", "[!busy] open / busy = true")?.makes).toBe("the datum busy, a boolean");
    expect(made(click, "closed", '/ word = "x"')?.makes).toBe("the datum word, a text");
    expect(made("add-event", "", "request ok save")?.makes).toBe("the request save");
    expect(made("add-event", "", "click more")?.makes).toBe("the part more, a button");
    expect(made("add-look", "", "note")?.makes).toBe("the part note, a div");
    expect(made(click, "closed", '[in("busy")] ignored-not')?.makes).toBe("the state busy and the state ignored-not");
  });
  it("leaves a document that is whole and can be read", () => {
    for (const text of ["saving / request save", "[n > 2] open / n = n + 1, focus more", '/ announce "${n} left"']) {
      const { doc: next } = made(click, "closed", text)!;
      expect(checkNames(next)).toEqual([]);
      expect(compile(next).problems).toEqual([]);
      expect(readComponent(writeComponent(next))).toMatchObject({ ok: true });
    }
  });
  it("is offered only where nothing else is wrong", () => {
    for (const text of ["open", "open /", "saving / request", "[n >] open", "a b", "[m-n] open / 3 = n"])
      expect([text, made(click, "closed", text)]).toEqual([text, null]);
    // A name that no state may have.
    expect(made(click, "closed", "-x")).toBe(null);
    expect(typed(doc, ...at(click, "closed"), "saving")).toMatchObject({ missing: { kind: "state", name: "saving" } });
  });
});
