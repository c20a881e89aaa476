/** Motion values against the browser's own, at the same instants: paused transitions, stepped by their current time. */
import { describe, expect, it } from "vitest";
import { compile, type Program } from "../src/core/program";
import { advance, choreographyOf, type RunState, start, stimulate, transitionsOf } from "../src/core/run";
import { isHold, matrixOf, mix, parseTransform, type Track, valueAt, valueIn } from "../src/core/surface";
import { box, button, component } from "../src/core/testing";
import { demoComponents } from "../src/demo";
import { ownPage } from "./own-page";

const demos = demoComponents.map((d) => d.load()).map((doc) => [doc.name, doc] as const);

/** property, from, to, easing */
const cases: [string, string, string, string][] = [
  ["opacity", "0", "0.8", "ease-out"],
  ["opacity", "1", "0.25", "cubic-bezier(0.2, -0.4, 0.3, 1.4)"],
  ["opacity", "0", "1", "steps(4, jump-both)"],
  ["transform", "none", "translate(40px, -12px)", "ease"],
  ["transform", "translateX(10px) rotate(20deg)", "translateX(-30px) rotate(400deg)", "ease-in-out"],
  ["transform", "scale(2, 0.5)", "scale(1)", "linear"],
  ["transform", "rotate(30deg)", "translate(20px, 10px) scale(1.5)", "linear"],
  ["transform", "skewX(20deg)", "rotate(90deg) scaleX(2)", "ease-in"],
  ["background-color", "rgba(255, 0, 0, 0.2)", "rgb(0, 60, 255)", "ease-in"],
  ["color", "#102030", "hsl(40 90% 60%)", "linear"],
  ["max-height", "0px", "180px", "ease"],
  ["max-width", "12.5px", "320px", "cubic-bezier(0.3, -0.6, 0.2, 1.6)"],
  ["margin-top", "40px", "-8px", "ease-in"],
  ["padding-left", "0", "24px", "cubic-bezier(0.3, -0.6, 0.2, 1.6)"],
  ["border-top-left-radius", "4px", "50px", "linear"],
  ["letter-spacing", "0.5px", "1.5px", "ease-out"],
  ["filter", "blur(0px)", "blur(6px)", "ease"],
  ["clip-path", "inset(0px 100px 0px 0px)", "inset(0px 0px 0px 0px)", "ease-in-out"],
];
/** What can only be compared as it is drawn: in space, in lists that are filled up, in units of two kinds. */
const drawn: [string, string, string][] = [
  ["transform", "rotateY(0deg)", "rotateY(180deg)"],
  ["transform", "none", "rotateX(90deg)"],
  ["transform", "perspective(400px) rotateY(20deg)", "perspective(400px) rotateY(90deg)"],
  ["transform", "translate3d(-100%, 0, 0)", "translate3d(0, 0, 0)"],
  ["transform", "translate3d(-100%, 0, 0)", "none"],
  ["transform", "translateX(20px)", "translate3d(0, 8px, 0)"],
  ["transform", "translateZ(0)", "translateY(12px)"],
  ["transform", "translate3d(0, 0, 40px)", "translate3d(10px, 0, 0)"],
  ["transform", "scale3d(0, 0, 1)", "scale3d(1, 1, 1)"],
  ["transform", "scale(0.5) rotateX(0.25turn)", "scale(1) rotateX(0deg)"],
  ["scale", "0", "1"],
  ["scale", "0", "none"],
  ["scale", "none", "1 0.5"],
  ["scale", "50%", "2 1"],
  ["translate", "-100% 0", "0 0"],
  ["translate", "-100%", "none"],
  ["translate", "0 20px", "40px"],
  ["translate", "-100%", "40px"],
  ["rotate", "none", "90deg"],
  ["rotate", "y 90deg", "none"],
  ["rotate", "0.25turn", "45deg"],
  ["filter", "none", "blur(8px)"],
  ["filter", "brightness(50%) blur(2px)", "none"],
  ["filter", "grayscale(1) opacity(0.2)", "none"],
  ["filter", "none", "drop-shadow(2px 4px 6px rgb(10 20 30))"],
  ["box-shadow", "none", "0 4px 12px rgb(0 0 0 / 40%)"],
  ["box-shadow", "inset 0 0 0 2px #336699", "none"],
  ["box-shadow", "none", "0 1px 2px #102030, 0 8px 20px 2px rgb(1 2 3 / 0.5)"],
  ["text-shadow", "none", "1px 2px 3px #336699"],
  ["clip-path", "inset(0 0 100% 0)", "inset(0 0 0 0)"],
  ["clip-path", "circle(0% at 50% 50%)", "circle(75% at 50% 50%)"],
  ["clip-path", "polygon(0 0, 100% 0, 100% 0, 0 0)", "polygon(0 0, 100% 0, 100% 100%, 0 100%)"],
  ["inset-inline-start", "-40px", "0px"],
  ["block-size", "0px", "80px"],
];
const LENGTH = 600;
const instants = [0, 1, 50, 100, 150, 200, 250, 300, 400, 500, 550, 599];

const page = ownPage();

/** The numbers in a computed value; transforms as the six numbers of their matrix. */
function numbers(property: string, value: string): number[] {
  if (property === "transform") {
    if (value === "none") return [1, 0, 0, 1, 0, 0];
    return matrixOf(parseTransform(value)!)!;
  }
  const found = (value.match(/-?\d*\.?\d+(?:e-?\d+)?/g) ?? []).map(Number);
  return property.includes("color") && found.length === 3 ? [...found, 1] : found;
}

describe("motion", () => {
  it.each(cases)("%s from %s to %s, %s, as the browser computes it", async (property, from, to, easing) => {
    await page().setContent(
      `<style>#x { ${property}: ${from}; transition: ${property} ${LENGTH}ms ${easing} }</style><div id="x">x</div>`,
    );
    const found: string[] = await page().evaluate(
      (property, to, instants) => {
        const x = document.getElementById("x")!;
        x.getBoundingClientRect();
        getComputedStyle(x).getPropertyValue(property);
        x.style.setProperty(property, to);
        const [motion] = x.getAnimations();
        motion.pause();
        return instants.map((t) => {
          motion.currentTime = t;
          return getComputedStyle(x).getPropertyValue(property);
        });
      },
      property,
      to,
      instants,
    );
    const track = {
      part: 0,
      property,
      from,
      to,
      goal: 0,
      start: 0,
      delay: 0,
      duration: LENGTH,
      whole: LENGTH,
      easing,
      reverseFrom: from,
      shortening: 1,
    };
    expect(mix(property, from, to)).not.toBeNull();
    instants.forEach((t, i) => {
      const [ours, theirs] = [numbers(property, valueAt(track, t)), numbers(property, found[i])];
      expect(ours.length).toBe(theirs.length);
      // Colour channels are whole numbers on both sides, rounded once each.
      const near = property.includes("color") ? 1.01 : 0.01;
      ours.forEach((n, k) => {
        expect(
          Math.abs(n - theirs[k]),
          `${property} at ${t} ms: ours ${valueAt(track, t)}, the browser's ${found[i]}`,
        ).toBeLessThanOrEqual(near);
      });
    });
  });

  it.each(drawn)("%s from %s to %s, drawn as the browser draws it", async (property, from, to) => {
    const mixed = mix(property, from, to);
    expect(mixed).not.toBeNull();
    // At its very end a motion is over, and what it led to is there as it was written.
    const shares = [0, 0.1, 0.25, 0.5, 0.75, 0.9, 0.95];
    await page().setContent(
      `<style>div { width: 200px; height: 100px } #x { ${property}: ${from}; transition: ${property} 1000ms linear }</style><div id="x">x</div><div id="y">y</div>`,
    );
    const found = await page().evaluate(
      (property, to, shares, ours) => {
        const [x, y] = ["x", "y"].map((id) => document.getElementById(id)!);
        const read = (e: HTMLElement): string => getComputedStyle(e).getPropertyValue(property);
        read(x);
        x.style.setProperty(property, to);
        const [motion] = x.getAnimations();
        motion.pause();
        return shares.map((share, i) => {
          motion.currentTime = share * 1000;
          y.style.setProperty(property, ours[i]);
          return [read(y), read(x)];
        });
      },
      property,
      to,
      shares,
      shares.map(mixed!),
    );
    const numbersIn = (text: string): number[] => (text.match(/-?\d*\.?\d+(?:e-?\d+)?/g) ?? []).map(Number);
    for (const [ours, theirs] of found) {
      const [a, b] = [numbersIn(ours), numbersIn(theirs)];
      const far = a.length !== b.length || a.some((n, i) => Math.abs(n - b[i]) > 0.02);
      expect(far, `ours ${ours}, the browser's ${theirs}`).toBe(false);
    }
  });

  it("turned back half-way, and again, takes the shortened time of the browser", async () => {
    const doc = component({
      parts: [button("b"), box("x")],
      states: ["off", "on"],
      looks: {
        x: { off: "opacity: 0; transition: opacity 300ms ease-in", on: "opacity: 1; transition: opacity 600ms linear" },
      },
      reactions: { "click b": { off: "on", on: "off" } },
    });
    await page().setContent(
      '<style>#x { opacity: 0; transition: opacity 300ms ease-in } #x.on { opacity: 1; transition: opacity 600ms linear }</style><div id="x">x</div>',
    );
    const turns = [240, 60, 33];
    const theirs = await page().evaluate((turns) => {
      const x = document.getElementById("x")!;
      const read = (): number => Number(getComputedStyle(x).opacity);
      read();
      const out: { duration: number; opacity: number }[] = [];
      for (const t of turns) {
        x.classList.toggle("on");
        read();
        const [motion] = x.getAnimations();
        motion.pause();
        motion.currentTime = t;
        out.push({ duration: Number(motion.effect!.getComputedTiming().duration), opacity: read() });
      }
      return out;
    }, turns);
    const program: Program = compile(doc);
    let state: RunState = start(program).state;
    turns.forEach((t, i) => {
      state = advance(program, stimulate(program, state, { click: "b" }).state, state.now + t);
      expect(state.tracks[0].duration).toBeCloseTo(theirs[i].duration, 1);
      expect(Number(valueAt(state.tracks[0], state.now))).toBeCloseTo(theirs[i].opacity, 2);
    });
  });

  /** Leads a property along a leg in the browser, and reads it at instants of the leg. */
  const inBrowser = (track: Track, to: string, at: readonly number[], first: boolean): Promise<string[]> =>
    page().evaluate(
      ({ property, from, duration, delay, easing }, to, at, first) => {
        let x = document.getElementById("x")!;
        if (first) {
          document.body.innerHTML = "<div id=x>x</div>";
          x = document.getElementById("x")!;
          x.style.setProperty(property, from);
          getComputedStyle(x).getPropertyValue(property);
        }
        x.style.transition = `${property} ${duration}ms ${easing} ${delay}ms`;
        x.style.setProperty(property, to);
        getComputedStyle(x).getPropertyValue(property);
        const [motion] = x.getAnimations();
        motion.pause();
        return at.map((t) => {
          motion.currentTime = t;
          return getComputedStyle(x).getPropertyValue(property);
        });
      },
      { ...track, duration: track.duration / track.shortening },
      to,
      at,
      first,
    );
  let compared = 0;
  const near = (property: string, ours: string, theirs: string, where: string): void => {
    const [a, b] = [numbers(property, ours), numbers(property, theirs)];
    compared++;
    expect(a.length, where).toBe(b.length);
    const by = property.includes("color") ? 1.01 : 0.01;
    a.forEach((n, i) => {
      expect(Math.abs(n - b[i]), `${where}: ours ${ours}, the browser's ${theirs}`).toBeLessThanOrEqual(by);
    });
  };

  it.each(demos)("%s: every motion there and, cut short, back, as the browser computes it", async (_n, doc) => {
    const program = compile(doc);
    await page().setContent("<body></body>");
    for (const transition of transitionsOf(program)) {
      const whole = choreographyOf(program, transition);
      const cut = { at: Math.round(whole.length * 0.4), to: transition.from };
      const piece = choreographyOf(program, transition, { cut });
      for (const track of whole.legs[0].moment.tracks.filter((t) => !isHold(t))) {
        const { part, property } = track;
        const where = `${transition.from} → ${transition.to}, ${property} of ${program.parts[part].name}`;
        const at = [0, 0.1, 0.3, 0.5, 0.8].map((f) => f * (track.delay + track.duration));
        const there = await inBrowser(track, track.to, at, true);
        at.forEach((t, i) => {
          near(property, valueIn(program, whole, part, property, t)!, there[i], `${where} at ${t} ms`);
        });
        const home = piece.legs[1].moment.tracks.find((t) => t.part === part && t.property === property);
        if (!home || home.to === track.to || cut.at >= track.delay + track.duration) continue;
        await inBrowser(track, track.to, [cut.at], true);
        const after = [0.2, 0.7].map((f) => f * (home.delay + home.duration));
        const back = await inBrowser(home, home.to, after, false);
        after.forEach((t, i) => {
          near(property, valueIn(program, piece, part, property, cut.at + t)!, back[i], `${where} back, ${t} ms later`);
        });
      }
    }
  });
  it("and those were many", () => {
    expect(compared).toBeGreaterThan(300);
  });
});
