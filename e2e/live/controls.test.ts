/** Every native control on the live page, used by mouse, by its label and by every key that uses one, as the core has it. */
import type { Page } from "puppeteer-core";
import { afterAll, beforeAll, describe, expect, it } from "vitest";
import type { Component, Part } from "../../src/core/model";
import { compile } from "../../src/core/program";
import { act, openSession } from "../../src/core/run";
import { box, button, component } from "../../src/core/testing";
import { Stage } from "../stage";
import { LiveTarget } from "./target";

const input = (type: string, more: Record<string, string> = {}): Part => ({
  name: "one",
  tag: "input",
  attributes: { id: "one", type, ...more },
  content: [],
});
const controls: Record<string, Part[]> = {
  checkbox: [input("checkbox")],
  "checked checkbox": [input("checkbox", { checked: "" })],
  "radio button": [input("radio", { name: "r" })],
  button: [{ ...button("one"), attributes: { id: "one" } }],
  "button input": [input("button", { value: "Go" })],
  "submit button": [{ name: "form", tag: "form", content: [input("submit", { value: "Go" })] }],
  "field of a form": [{ name: "form", tag: "form", content: [input("text"), button("go")] }],
  link: [{ name: "one", tag: "a", attributes: { id: "one", href: "#told" }, content: ["There"] }],
  summary: [
    { name: "more", tag: "details", content: [{ name: "one", tag: "summary", content: ["More"] }, "Much more"] },
  ],
};

const specification = (parts: Part[]): Component => {
  const doc = component({
    parts: [
      ...parts,
      { name: "tag", tag: "label", attributes: { for: "one" }, content: ["Label"] },
      button("last"),
      box("told", ["${clicks} ${ones}"]),
    ],
    states: ["first"],
    data: ["clicks", "ones"].map((name) => ({ name, type: "number" as const, initial: 0 })),
    reactions: {
      mounted: { always: "/ focus one" },
      "click anywhere": { always: "/ clicks = clicks + 1" },
      "click one": { always: "/ ones = ones + 1" },
    },
  });
  return { ...doc, page: { ...doc.page, width: 700, height: 400 } };
};

const acts = [
  { press: "Space" },
  { press: "Enter" },
  { click: "one" },
  { press: "Space" },
  { click: "tag" },
  { press: "Enter" },
  { press: "Shift+Space" },
  { press: "Tab" },
  { press: "Shift+Tab" },
  { press: "Space" },
  { press: "ArrowRight" },
  { press: "Escape" },
];

describe("a control on the live page", () => {
  let stage: Stage;
  let page: Page;
  beforeAll(async () => {
    stage = await Stage.open();
    page = await LiveTarget.newPage(stage);
  });
  afterAll(() => stage?.close());

  it.each(Object.entries(controls))("%s counts every act once, and is drawn as the core has it", async (_, parts) => {
    const program = compile(specification(parts));
    const live = await LiveTarget.open(stage, page, program);
    let session = openSession(program);
    const done: string[] = [];
    for (const stimulus of acts) {
      expect(await live.act(stimulus)).toBe(true);
      session = act(session, stimulus);
      done.push(JSON.stringify(stimulus));
      expect(await live.differing(session.frames.last.state), done.join(" ")).toEqual([]);
    }
  });

  it("leaves no error behind", () => expect(stage.errors).toEqual([]));
});
