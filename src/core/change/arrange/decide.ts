/** What a change writes into configurations: which arrangement an app has from now on, and what was answered about files. */
import picomatch from "picomatch";
import { folderOf, isBelow, relativePath, type ProjectPath } from "../../base/paths.js";
import type { Mention, Move, NewText, Plan } from "../plan/index.js";
import type { Configuration, Decisions } from "../../app/configuration/index.js";
import type { SourceTree } from "../../files/index.js";

/** What is written into one configuration. Paths in it are read from its folder. */
export interface Decided extends Decisions {
  readonly file: ProjectPath;
}

/**
 * The plan with the decisions in it; keys of `files:` that name a file which moves follow it. What the configurations
 * themselves say of moved files is then no mention any more.
 */
export async function withDecisions(plan: Plan, tree: SourceTree, decided: readonly Decided[]): Promise<Plan> {
  if (decided.length === 0) return plan;
  const { editConfiguration } = await import("../../app/configuration/edit-configuration.js");
  const texts = new Map(plan.texts.map((text) => [text.file, text]));
  for (const { file, ...decisions } of decided) {
    const before = tree.text(file)?.text;
    if (before === undefined) continue;
    const folder = folderOf(file);
    const inside = plan.moves.filter(({ from }) => isBelow(from, folder));
    const moved = new Map(inside.map(({ from, to }) => [relativePath(folder, from), relativePath(folder, to)]));
    const after = editConfiguration(before, { ...decisions, moved });
    const text: NewText = { file, before, after };
    if (after !== before) texts.set(file, text);
  }
  const files = new Set<string>(decided.map(({ file }) => file));
  return { ...plan, texts: [...texts.values()], mentions: plan.mentions.filter(({ file }) => !files.has(file)) };
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
