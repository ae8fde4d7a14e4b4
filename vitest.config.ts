import { defineConfig } from "vitest/config";

export default defineConfig({
  test: {
    include: ["src/**/*.test.ts", "tests/**/*.test.ts"],
    // The end-to-end tests start the built program many times; the machine decides how long that takes.
    testTimeout: 400_000,
    pool: "threads",
  },
});
