import { availableParallelism } from "node:os";
import { defineConfig } from "vitest/config";

const vue = (name: string): string => new URL(`node_modules/@vue/${name}.esm-bundler.js`, import.meta.url).pathname;

export default defineConfig({
  // As the program is built.
  resolve: {
    alias: {
      "@vue/compiler-dom": vue("compiler-dom/dist/compiler-dom"),
      "@vue/compiler-core": vue("compiler-core/dist/compiler-core"),
      "@vue/shared": vue("shared/dist/shared"),
    },
  },
  test: {
    server: { deps: { inline: [/@vue\/(?:compiler-dom|compiler-core|shared)/] } },
    include: ["src/**/*.test.ts", "tests/**/*.test.ts"],
    globalSetup: ["tests/temporary-folder.ts"],
    // The end-to-end tests start the built program many times; the machine decides how long that takes.
    testTimeout: 400_000,
    hookTimeout: 400_000,
    // Commands stand in a folder, which only a process of its own can.
    pool: "forks",
    isolate: false,
    // One more than there are cores: much of the time a worker waits for a program that it has started.
    maxWorkers: Math.max(2, availableParallelism() + 1),
  },
});
