import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  root: "src/app",
  plugins: [react()],
  build: { outDir: "../../dist/app", emptyOutDir: true, chunkSizeWarningLimit: 1500, target: "es2023" },
  worker: { format: "es" },
});
