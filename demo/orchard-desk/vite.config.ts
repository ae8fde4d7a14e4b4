import { fileURLToPath } from "node:url";
import vue from "@vitejs/plugin-vue";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [vue()],
  resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)) } },
  css: { preprocessorOptions: { scss: { loadPaths: ["src/styles"] } } },
  test: {
    include: ["src/**/*.test.ts"],
    setupFiles: ["./src/testing/setup.ts"],
  },
});
