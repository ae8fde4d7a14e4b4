/** What an import names, as it is told where the pointer rests on it. */
import type { ProjectPath } from "../core/base/paths.js";
import type { Analysis } from "../core/insight/analysis.js";
import { runRules } from "../core/insight/rules/index.js";
import { explain, shouldBeAt } from "../core/insight/measures/index.js";
import { whatItIs } from "../wording/what-it-is.js";
import { count } from "../wording/words.js";

/** What is told, in Markdown, and of which offsets. */
export interface Hovered {
  readonly start: number;
  readonly end: number;
  readonly markdown: string;
}

/** Files that one reference may mean and that are told one by one. */
const mostTargets = 4;

/** What the reference at an offset means; `undefined` where there is none, or it leads out of the project. */
export function hoverAt(analysis: Analysis, file: ProjectPath, offset: number): Hovered | undefined {
  const met = analysis.graph.files
    .get(file)
    ?.references.find(({ reference }) => reference.start <= offset && offset <= reference.end);
  if (met?.resolution.state !== "found") return undefined;
  const { targets } = met.resolution;
  const told = targets.slice(0, mostTargets).map((target) => toldOf(analysis, target));
  const rest = targets.length - told.length;
  const more = rest > 0 ? [`… and ${count(rest, "more file", "more files")}`] : [];
  const { start, end } = met.reference;
  return { start, end, markdown: [...told, ...more].join("\n\n---\n\n") };
}

function toldOf(analysis: Analysis, path: ProjectPath): string {
  const head = `**${path}**`;
  const app = analysis.apps.find(({ catalogue }) => catalogue.entries.has(path));
  const users = count(analysis.graph.usersOf(path).length, "file uses it", "files use it");
  if (!app) return `${head}\n\nNot part of an app that is organised here; ${users}.`;
  const findings = runRules(app, analysis.graph).filter((each) => each.file === path);
  const explained = explain({ analysis, app, path, findings });
  const { shelf } = explained.entry.standing ?? {};
  const to = shouldBeAt(explained);
  const where =
    shelf === undefined ? "on no shelf" : `on the shelf \`${shelf.at === "." ? "the source root" : shelf.at}\``;
  return [
    head,
    `${whatItIs(explained.entry)}, ${where}; ${users}.`,
    ...(to === undefined ? [] : [`It should be \`${to}\`.`]),
  ].join("\n\n");
}
