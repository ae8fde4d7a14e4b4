/** The compilers of TypeScript and Vue as judges, in this process. */
import type { LanguagePlugin } from "@volar/language-core";
import { createRequire } from "node:module";
import { join } from "node:path";
import ts from "typescript";
import { compile as typeCheck } from "../src/commands/demo/type-check.js";
import { fingerprint } from "./program.js";

/** What was said of projects, by their bytes: many tests begin with the same app. */
const said = new Map<string, string>();

/** What `tsc -p .` says of a project; nothing where all is well. Packages must not change between two calls. */
export function compile(root: string): string {
  return remembered(`ts ${fingerprint(root)}`, () => typeCheck(root));
}

function remembered(key: string, work: () => string): string {
  const known = said.get(key) ?? work();
  said.set(key, known);
  return known;
}

/** What Vue's own compiler is made of, which it keeps to itself. */
const vue = createRequire(createRequire(import.meta.url).resolve("vue-tsc"));

/** What `vue-tsc -p .` says of a project; nothing where all is well. Packages must not change between two calls. */
export function compileVue(root: string): string {
  return remembered(`vue ${fingerprint(root)}`, () => typeCheckVue(root));
}

function typeCheckVue(root: string): string {
  const { createParsedCommandLine, createVueLanguagePlugin, getAllExtensions } = vue(
    "@vue/language-core",
  ) as typeof import("@vue/language-core");
  const { proxyCreateProgram } = vue("@volar/typescript") as typeof import("@volar/typescript");
  const { vueOptions } = createParsedCommandLine(ts, ts.sys, join(root, "tsconfig.json"));
  const create = proxyCreateProgram(ts, ts.createProgram, (_, { options }) => ({
    languagePlugins: [createVueLanguagePlugin<string>(ts, options, vueOptions, (id) => id)] as LanguagePlugin<string>[],
  }));
  return typeCheck(root, create, getAllExtensions(vueOptions));
}
