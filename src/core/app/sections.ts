/** The sections of an app's style sheets: the shelves that its entry sheet takes them in from, in the order of the arrangement. */
import { inCase, splitWords } from "../base/names/index.js";
import { joinPath, nameOf, type ProjectPath } from "../base/paths.js";
import type { App } from "./app.js";
import { listOf } from "./arrangement/index.js";

/** One section. */
export interface StyleSection {
  /** From the source root: `components`. */
  readonly at: string;
  readonly folder: ProjectPath;
  /** As a heading says it: `Components`. */
  readonly title: string;
}

/** All of them; none where the stack has no entry sheet, or sheets lie on no shelf of their own. */
export function styleSections({ stack, layout }: Pick<App, "stack" | "layout">): readonly StyleSection[] {
  const registrations = (stack.registers ?? []).filter(({ sections }) => sections === true);
  const roles = new Set(registrations.flatMap(({ when }) => listOf(when)));
  // What only a section's own index lists belongs to the entry, too.
  if (roles.size > 0) for (const { when } of stack.registers ?? []) for (const role of listOf(when)) roles.add(role);
  return layout.inOrder.flatMap(({ at, holds }): StyleSection[] => {
    if (at === "." || at.includes("{") || !holds.some((role) => roles.has(role))) return [];
    const folder = joinPath(layout.source, at);
    if (folder === undefined) return [];
    const [first = "", ...rest] = splitWords(nameOf(folder));
    return [{ at, folder, title: [inCase([first], "Pascal"), ...rest].join(" ") }];
  });
}
