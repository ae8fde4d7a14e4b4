/** Finds and reads configurations. */
import { foldersAbove, inFolder, rootPath, type ProjectPath } from "../../base/paths.js";
import type { FileReader } from "../../files/index.js";
import { configurationFile, type Configuration } from "./configuration.js";

/** Reads the configuration at a path; only then a YAML parser is loaded. Throws `CONFIG_BROKEN` with line and column. */
export async function readConfiguration(store: FileReader, file: ProjectPath): Promise<Configuration> {
  const { parseConfiguration } = await import("./parse-configuration.js");
  return parseConfiguration(store.read(file).toString(), file);
}

/** The configuration that speaks for a folder: the nearest upward, within the project. */
export function nearestConfiguration(store: FileReader, folder: ProjectPath): ProjectPath | undefined {
  const folders = [...(folder === rootPath ? [] : [folder]), ...foldersAbove(folder), rootPath];
  return folders.map((each) => inFolder(each, configurationFile)).find((path) => store.stat(path)?.kind === "file");
}

/** Every configuration of a project, from the list of its files. */
export async function readConfigurations(store: FileReader, paths: readonly ProjectPath[]): Promise<Configuration[]> {
  const files = paths.filter((path) => path === configurationFile || path.endsWith(`/${configurationFile}`));
  // One that git ignores still speaks for the whole.
  const root = configurationFile as ProjectPath;
  if (!files.includes(root) && store.stat(root)?.kind === "file") files.push(root);
  return Promise.all(files.map((file) => readConfiguration(store, file)));
}
