import js from "@eslint/js";
import tseslint from "typescript-eslint";

export default tseslint.config(
  { ignores: ["dist", "demo", "data", "node_modules", "coverage"] },
  js.configs.recommended,
  {
    files: ["**/*.ts"],
    extends: [...tseslint.configs.strictTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      "@typescript-eslint/restrict-template-expressions": ["error", { allowNumber: true }],
      // `return add(…)` of nothing is short and clear; paths may be cut between letters that belong together.
      "@typescript-eslint/no-confusing-void-expression": "off",
      "@typescript-eslint/no-misused-spread": "off",
      "@typescript-eslint/switch-exhaustiveness-check": "off",
    },
  },
  {
    // The core has no interface code and reads no process.
    files: ["src/core/**/*.ts"],
    rules: {
      "no-restricted-globals": ["error", "process", "console"],
      "no-restricted-imports": ["error", { patterns: ["**/commands/**", "**/terminal/**", "yargs", "picocolors"] }],
    },
  },
  { files: ["src/core/files/disk-store.ts", "src/core/files/git.ts"], rules: { "no-restricted-globals": "off" } },
  {
    files: ["**/*.mjs", "eslint.config.js"],
    languageOptions: {
      globals: {
        process: "readonly",
        console: "readonly",
        performance: "readonly",
        URL: "readonly",
        setTimeout: "readonly",
      },
    },
  },
);
