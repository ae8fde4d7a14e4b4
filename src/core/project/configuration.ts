/**
 * `steady-shelf.yaml`. So far it may say what names mean:
 *
 *   version: 1
 *   aliases:                # only what tsconfig and the manifests do not already say
 *     "~": src
 */
import type { Mapping } from "../graph/index.js";
import type { ProjectPath } from "../paths.js";
import type { FileReader } from "../tree/index.js";

/** What the configuration says. */
export interface Configuration {
  readonly aliases: readonly Mapping[];
}

/** The file's name; it lies in the project's root. */
export const configurationFile = "steady-shelf.yaml" as ProjectPath;

/** Reads the configuration, if there is one; only then a YAML parser is loaded. Throws `CONFIG_BROKEN` with line and column. */
export async function readConfiguration(store: FileReader): Promise<Configuration> {
  if (!store.stat(configurationFile)) return { aliases: [] };
  const { parseConfiguration } = await import("./parse-configuration.js");
  return parseConfiguration(store.read(configurationFile).toString());
}
