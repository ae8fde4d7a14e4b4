/** What a change writes into configurations: which arrangement an app has from now on, and what was answered about files. */
import picomatch from "picomatch";
import { folderOf, isBelow, relativePath, type ProjectPath } from "../../base/paths.js";
import type { DraftEdit, Mention, Move, Plan } from "../plan/index.js";
import type { Configuration, Decisions } from "../../app/configuration/index.js";
import type { SourceTree } from "../../files/index.js";

/** What is written into one configuration. Paths in it are read from its folder. */
export interface Decided extends Decisions {
  readonly file: ProjectPath;
}

/** What decisions change in configurations; keys of `files:` that name a file which moves follow it. */
export async function decisionEdits(
  tree: SourceTree,
  moves: readonly Pick<Move, "from" | "to">[],
  decided: readonly Decided[],
): Promise<DraftEdit[]> {
  if (decided.length === 0) return [];
  const { configurationEdits } = await import("../../app/configuration/edit-configuration.js");
  return decided.flatMap(({ file, ...decisions }) => {
    const before = tree.text(file)?.text;
    if (before === undefined) return [];
    const folder = folderOf(file);
    const inside = moves.filter(({ from }) => isBelow(from, folder));
    const moved = new Map(inside.map(({ from, to }) => [relativePath(folder, from), relativePath(folder, to)]));
    return configurationEdits(before, { ...decisions, moved }).map((edit) => ({ ...edit, file, why: "configuration" }));
  });
}

/** The plan without what configurations say of moved files, where that follows them. */
export function withoutDecided(plan: Plan, decided: readonly Decided[]): Plan {
  const files = new Set<string>(decided.map(({ file }) => file));
  return { ...plan, mentions: plan.mentions.filter(({ file }) => !files.has(file)) };
}

/** Patterns of `files:` that will not match any more what they match now: what they decide has to be said anew, by people. */
export function lostPatterns(configuration: Configuration | undefined, moves: readonly Move[]): Mention[] {
  if (!configuration) return [];
  const { file, folder } = configuration;
  return Object.keys(configuration.files).flatMap((pattern): Mention[] => {
    if (!/[*?{[(!]|\/$/.test(pattern)) return [];
    const isMatch = picomatch(pattern.replace(/\/$/, "/**"), { dot: true });
    const lost = moves.find(
      ({ from, to }) => isMatch(relativePath(folder, from)) && !isMatch(relativePath(folder, to)),
    );
    const { line = 1, column = 1 } = configuration.placeOf("files", pattern);
    return lost ? [{ file, at: { line, column }, text: pattern, names: lost.from }] : [];
  });
}
