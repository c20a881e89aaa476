import vue from "@vitejs/plugin-vue";
import lively from "lively-state/vite";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [lively(), vue()],
  build: { rollupOptions: { input: ["react.html", "vue.html"] } },
});
