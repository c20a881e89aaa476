import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

// Neither the core nor the widgets do anything by being loaded: of a door only what is used comes along.
const bundling = {
  treeshake: {
    moduleSideEffects: (id: string) => !/\/src\/core\/|\/node_modules\/(antd|@ant-design|@rc-component)\//.test(id),
  },
};

export default defineConfig({
  root: "src/app",
  plugins: [react()],
  build: {
    outDir: "../../dist/app",
    emptyOutDir: true,
    chunkSizeWarningLimit: 1500,
    target: "es2023",
    rolldownOptions: bundling,
  },
  worker: { format: "es", rolldownOptions: bundling },
});
