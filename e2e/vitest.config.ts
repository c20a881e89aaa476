import { availableParallelism } from "node:os";
import { defineConfig } from "vitest/config";

/** Pages on the clock of a trial: however busy the machine is, they see the same times. */
const onTheirOwnClock = [
  "e2e/agree/**/*.test.ts",
  "e2e/trial/{by-hand,clock,composed,countdowns,delivered,drawing,everyday,idioms,mutants,targets,trial,wandering}.test.ts",
];
const common = { testTimeout: 480_000, hookTimeout: 120_000, setupFiles: ["vitest.setup.ts"] };

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: "clocked",
          include: onTheirOwnClock,
          ...common,
          maxWorkers: availableParallelism(),
          maxConcurrency: 3,
          // What files share is loaded once.
          isolate: false,
          sequence: { groupOrder: 0 },
        },
      },
      {
        test: {
          name: "journeys",
          include: ["e2e/**/*.test.ts"],
          exclude: [...onTheirOwnClock, "**/node_modules/**"],
          ...common,
          fileParallelism: false,
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
});
