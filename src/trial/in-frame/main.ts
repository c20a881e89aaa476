/**
 * The script of a sandboxed frame in which a page is put on trial: it writes the page into itself, scripts and all, and
 * does and tells what the app asks. The frame has no origin and no network.
 */
import { expose } from "comlink";
import { takeHold } from "../in-page/take-hold";
import type { TrialPage } from "../in-page/trial-page";
import type { FrameCalls } from "./calls";
import { watchOpening } from "./closing";
import { Hand } from "./hand";
import { gone, leaving, watchLeaving } from "./leaving";
import { rewriteRules } from "./marks";
import { keepPreference } from "./preference";
import { keepStorage } from "./storage";

let page: TrialPage;
let hand: Hand;

const calls: FrameCalls = {
  here: () => true,
  leaving: () => leaving,
  async write(html, { scroll, reducedMotion, requests }) {
    // Whoever listens at this document or its window is forgotten by this (HTML §8.4.1).
    document.open();
    watchLeaving();
    keepStorage();
    keepPreference(reducedMotion);
    page = takeHold({ scroll, requests, realTime: false });
    watchOpening();
    const loaded = new Promise((done) => addEventListener("load", done, { once: true }));
    // In one go, what scripts promise would come about only after the last of them.
    for (const piece of html.split(/(?=<script\b)/i)) {
      document.write(piece);
      await null;
    }
    document.close();
    await loaded;
  },
  async open(scroll) {
    rewriteRules();
    hand = new Hand(page);
    if (scrollY < scroll) return { done: false, impossible: true, why: "the page is not that long as it opens" };
    await page.pass(0);
    await gone();
    return { done: true };
  },
  async act(stimulus, map) {
    const done = await hand.act(stimulus, map);
    if (done.done) await page.pass(0);
    await gone();
    return done;
  },
  async pass(ms) {
    await page.pass(ms);
    await gone();
  },
  observe: async (map, parts) => page.observe(map, parts),
  guess: async (wanted, map) => page.guess(wanted, map),
};

addEventListener("message", ({ source, ports: [port] }) => {
  if (source === parent && port) expose(calls, port);
});
parent.postMessage("ready", "*");
