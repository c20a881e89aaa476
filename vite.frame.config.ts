import { defineConfig } from "vite";

/** By mode, the scripts inside sandboxed frames: one classic file each, since a frame without an origin loads no modules. */
const frames: Record<string, { entry: string; file: string }> = {
  live: { entry: "src/app/live-page/frame/main.ts", file: "frame.js" },
  trial: { entry: "src/trial/in-frame/main.ts", file: "trial-frame.js" },
};

export default defineConfig(({ mode }) => {
  const { entry, file } = frames[mode];
  return {
    define: { "process.env.NODE_ENV": '"production"', "process.env": "{}" },
    build: {
      outDir: "dist/app",
      emptyOutDir: false,
      target: "es2023",
      lib: { entry, formats: ["iife"], name: "livelyFrame", fileName: () => file },
    },
  };
});
