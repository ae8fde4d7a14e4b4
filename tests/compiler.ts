/** The compilers of TypeScript and Vue as judges, in this process. */
import type { LanguagePlugin } from "@volar/language-core";
import { createRequire } from "node:module";
import { join } from "node:path";
import ts from "typescript";
import { compile } from "../src/commands/demo/type-check.js";

export { compile };

/** What Vue's own compiler is made of, which it keeps to itself. */
const vue = createRequire(createRequire(import.meta.url).resolve("vue-tsc"));

/** What `vue-tsc -p .` says of a project; nothing where all is well. */
export function compileVue(root: string): string {
  const { createParsedCommandLine, createVueLanguagePlugin, getAllExtensions } = vue(
    "@vue/language-core",
  ) as typeof import("@vue/language-core");
  const { proxyCreateProgram } = vue("@volar/typescript") as typeof import("@volar/typescript");
  const { vueOptions } = createParsedCommandLine(ts, ts.sys, join(root, "tsconfig.json"));
  const create = proxyCreateProgram(ts, ts.createProgram, (_, { options }) => ({
    languagePlugins: [createVueLanguagePlugin<string>(ts, options, vueOptions, (id) => id)] as LanguagePlugin<string>[],
  }));
  return compile(root, create, getAllExtensions(vueOptions));
}
