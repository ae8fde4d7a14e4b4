/** TypeScript or JavaScript: which of them an app is written in, and what that changes in the names of new files. */
import { extensionOf, type StackData } from "../arrangement/index.js";
import { inFolder, type ProjectPath } from "../paths.js";
import type { FileReader } from "../tree/index.js";

/** What an app's own code is written in, where its stack leaves the choice. */
export type CodeLanguage = "typescript" | "javascript";

/** Whether a stack leaves the choice. Its starters are in TypeScript; the build makes those in JavaScript from them. */
export function hasChoice({ code }: Pick<StackData, "code">): boolean {
  return code.includes(".ts") && code.includes(".js");
}

/** The language that most of an app's code is in; where there is none yet, as its manifests say, else TypeScript. */
export function likelyLanguage(
  store: FileReader,
  folder: ProjectPath,
  paths: readonly ProjectPath[] = [],
): CodeLanguage {
  const count = (extensions: readonly string[]): number =>
    paths.filter((path) => extensions.includes(extensionOf(path)) && !/\.d\.ts$|\.config\.\w+$/.test(path)).length;
  const [typed, plain] = [count([".ts", ".tsx"]), count([".js", ".jsx"])];
  if (typed + plain > 0) return plain > typed ? "javascript" : "typescript";
  const has = (name: string): boolean => store.stat(inFolder(folder, name))?.kind === "file";
  return has("jsconfig.json") && !has("tsconfig.json") ? "javascript" : "typescript";
}

/** A file's name (or ending) in a language: `Button.tsx` → `Button.jsx`. Declarations have none in JavaScript. */
export function nameIn(language: CodeLanguage, name: string): string {
  if (language === "typescript" || name.endsWith(".d.ts")) return name;
  return name.replace(/\.ts(x?)$/, (_, jsx: string) => `.js${jsx}`);
}
