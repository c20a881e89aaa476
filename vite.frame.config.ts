import { defineConfig } from "vite";

/** The script inside the sandboxed frame: one classic file, since a frame without an origin cannot load modules. */
export default defineConfig({
  build: {
    outDir: "dist/app",
    emptyOutDir: false,
    target: "es2023",
    lib: {
      entry: "src/app/live-page/frame/main.ts",
      formats: ["iife"],
      name: "livelyFrame",
      fileName: () => "frame.js",
    },
  },
});
