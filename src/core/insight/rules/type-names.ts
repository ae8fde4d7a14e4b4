/** The types of an app, in languages that tell them apart by what all files know. */
import { languageFor, ownExports } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { RuleContext } from "./rule.js";

/** One of them. */
export interface AppType {
  readonly file: ProjectPath;
  readonly name: string;
  readonly start: number;
}

/** Those of the app's own code that others may know. Tests, what begins the app and what tools write are called as they are called. */
export function typesOfApp({ entries, graph }: Pick<RuleContext, "entries" | "graph">): readonly AppType[] {
  return entries.flatMap(({ path, role }) => {
    if (/^(?:test|entry|generated)$/.test(role.is ?? "") || languageFor(path)?.types?.declaring === undefined)
      return [];
    return ownExports(graph.files.get(path)?.reading.exports).flatMap(({ name, kind, start }): AppType[] =>
      kind === "class" || kind === "component" ? [{ file: path, name, start }] : [],
    );
  });
}
