import { defineConfig } from "vitest/config";

// On a busy machine a real browser may be too late for a journey's limits: it may try once more, and says so.
export default defineConfig({
  test: { include: ["e2e/**/*.test.ts"], testTimeout: 60_000, hookTimeout: 60_000, fileParallelism: false, retry: 1 },
});
