import { availableParallelism } from "node:os";
import { defineConfig } from "vitest/config";

// Nothing is timed here: the limit is only for what hangs, on a busy machine too.
export default defineConfig({
  test: {
    include: ["src/**/*.test.ts"],
    environment: "node",
    setupFiles: ["vitest.setup.ts"],
    testTimeout: 300_000,
    maxWorkers: availableParallelism(),
    // What files share is loaded once: that takes as long as a third of the tests.
    isolate: false,
  },
});
