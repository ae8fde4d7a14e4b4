/** A project before anything of it is read: its files, its configurations, and the names that its settings give to folders. */
import type { Mapping } from "../languages/index.js";
import { readToolSettings } from "../graph/index.js";
import { readTree, type FileReader, type SourceTree } from "../files/index.js";
import { readConfigurations, type Configuration } from "./configuration/index.js";

/** A project, listed and configured; no source file was read. */
export interface Project {
  readonly tree: SourceTree;
  /** One for each app that has one. */
  readonly configurations: readonly Configuration[];
  readonly aliases: readonly Mapping[];
}

/** Lists a project's files and reads its configurations. */
export async function openProject(store: FileReader): Promise<Project> {
  const tree = await readTree(store);
  const configurations = await readConfigurations(store, tree.paths);
  const own = configurations.flatMap(({ aliases }) => aliases);
  return { tree, configurations, aliases: [...own, ...(await readToolSettings(tree))] };
}
