/** TypeScript or JavaScript: which of them an app is written in, where its stack leaves the choice. */
import type { StackData } from "./arrangement/index.js";
import { languageOfFiles, leavesChoice, type CodeLanguage } from "../languages/index.js";
import { inFolder, type ProjectPath } from "../base/paths.js";
import type { FileReader } from "../files/index.js";

/** Whether a stack leaves the choice. Its starters are in TypeScript; the build makes those in JavaScript from them. */
export function hasChoice({ code }: Pick<StackData, "code">): boolean {
  return leavesChoice(code);
}

/** The language that most of an app's code is in; where there is none yet, as its manifests say, else TypeScript. */
export function likelyLanguage(
  store: FileReader,
  folder: ProjectPath,
  paths: readonly ProjectPath[] = [],
): CodeLanguage {
  const has = (name: string): boolean => store.stat(inFolder(folder, name))?.kind === "file";
  const byManifest = has("jsconfig.json") && !has("tsconfig.json") ? "javascript" : "typescript";
  return languageOfFiles(paths) ?? byManifest;
}
