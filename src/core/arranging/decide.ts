/** What a change writes into configurations: which arrangement an app has from now on, and what was answered about files. */
import { folderOf, isBelow, relativePath, type ProjectPath } from "../paths.js";
import type { NewText, Plan } from "../plan/index.js";
import type { Decisions } from "../project/index.js";
import type { SourceTree } from "../tree/index.js";

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
  const { editConfiguration } = await import("../project/edit-configuration.js");
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
