import { availableParallelism } from "node:os";
import { defineConfig } from "vitest/config";

/** Pages on the clock of a trial: however busy the machine is, they see the same times. */
const onTheirOwnClock = [
  "e2e/agree/**/*.test.ts",
  "e2e/trial/{by-hand,clock,composed,countdowns,delivered,drawing,everyday,idioms,mutants,on-demand,targets,trial,wandering}.test.ts",
];
/** Pages in real time, or on a machine made busy: nothing else may run beside them. */
const inRealTime = ["e2e/timed.test.ts", "e2e/slowly.test.ts", "e2e/trial/{busy,real-time}.test.ts"];

/** `npm test` sets it: agreement in two browsers, two targets, trials, and one journey of each view. */
const isSample = process.env.LIVELY_SAMPLE === "1";
const sample = {
  clocked: ["e2e/agree/{agree,targets}.test.ts", "e2e/trial/{trial,on-demand}.test.ts"],
  journeys: ["e2e/{injection,journey,shelf,time,versions}.test.ts", "e2e/trial/view.test.ts"],
};

const common = {
  testTimeout: 480_000,
  hookTimeout: 120_000,
  setupFiles: ["vitest.setup.ts"],
  maxWorkers: availableParallelism(),
  // What files share is loaded once.
  isolate: false,
};

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: "clocked",
          include: isSample ? sample.clocked : onTheirOwnClock,
          ...common,
          maxConcurrency: 3,
          sequence: { groupOrder: 0 },
        },
      },
      {
        test: {
          name: "journeys",
          include: isSample ? sample.journeys : ["e2e/**/*.test.ts"],
          exclude: [...onTheirOwnClock, ...inRealTime, "**/node_modules/**"],
          ...common,
          globalSetup: ["e2e/global-setup.ts"],
          sequence: { groupOrder: 1 },
        },
      },
      {
        test: {
          name: "real time",
          include: isSample ? [] : inRealTime,
          ...common,
          fileParallelism: false,
          sequence: { groupOrder: 2 },
        },
      },
    ],
  },
});
