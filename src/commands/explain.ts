/** `steady-shelf explain FILE`: what a file is, and how one knows. */
import { ShelfError } from "../core/base/errors.js";
import { explain } from "../core/insight/measures/index.js";
import { folderOf, isBelow, type ProjectPath } from "../core/base/paths.js";
import type { Analysis, AppAnalysis } from "../core/insight/analysis.js";
import { refuseSource } from "../core/change/plan/index.js";
import { runRules } from "../core/insight/rules/index.js";
import { explainView } from "../terminal/explain-view.js";
import { explainJson } from "../documents/explain-json.js";
import { judgedBy } from "../core/insight/shown-analysis.js";
import { look, type GroupsOption, type ListingOptions } from "./looking.js";

/** What was typed. */
export interface ExplainOptions extends ListingOptions, GroupsOption {
  readonly file: string;
}

/** Runs the command; gives the exit code. */
export async function runExplain(options: ExplainOptions): Promise<number> {
  let path = "" as ProjectPath;
  const { context, analysis: onDisk } = await look(options, {
    standingOf: (opened) => {
      path = opened.pathOf(options.file);
      // Where the file is not there, the whole project is asked for one like it.
      return opened.store.stat(path) ? folderOf(path) : opened.standing;
    },
  });
  const { judged: analysis } = judgedBy(onDisk, options.groups);
  if ("shownOf" in analysis) path = analysis.shownOf(path);
  const real = "realOf" in analysis ? analysis.realOf(path) : path;
  const liesAt = real === path ? undefined : real;
  const app = appOf(analysis, path);
  const findings = runRules(app, analysis.graph).filter(({ file }) => file === path);
  const explanation = explain({ analysis, app, path, findings });
  if (context.json) context.say(JSON.stringify(explainJson(explanation, liesAt), undefined, 2));
  else context.say(explainView(explanation, context.screen, { all: options.all, liesAt }));
  return 0;
}

/** The app that a file belongs to. Throws `SOURCE_MISSING`, `SOURCE_NOT_OURS` or `NOT_CATALOGUED`. */
function appOf({ apps, project: { tree } }: Analysis, path: ProjectPath): AppAnalysis {
  const app = apps.find(({ catalogue }) => catalogue.entries.has(path));
  if (app) return app;
  if (tree.hasFolder(path)) throw new ShelfError("NOT_CATALOGUED", { path: `${path}/`, reason: "a folder" });
  if (!tree.has(path)) return refuseSource(tree, path);
  const [first] = apps;
  const isOutside = first !== undefined && !isBelow(path, first.app.layout.source);
  throw new ShelfError("NOT_CATALOGUED", {
    path,
    reason: isOutside ? `outside of the source root ${first.app.layout.source}` : "no code, style or asset",
  });
}
