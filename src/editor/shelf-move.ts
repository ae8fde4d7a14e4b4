/** A file that goes to where it belongs. */
import { folderOf, type ProjectPath } from "../core/base/paths.js";
import { planMoves, understandMove } from "../core/change/plan/index.js";
import type { Analysis } from "../core/insight/analysis.js";
import { explain, shouldBeAt } from "../core/insight/measures/index.js";
import { runRules } from "../core/insight/rules/index.js";
import type { Offer } from "./offers.js";
import { provedChange, type PlannedChange } from "./planned-change.js";

/** The offer to move a file to its shelf; `undefined` where it lies right, or where nobody has said how the app is organised. */
export function shelfOffer(analysis: Analysis, file: ProjectPath): Offer | undefined {
  const app = analysis.apps.find(({ catalogue }) => catalogue.entries.has(file));
  if (!app || app.guessed) return undefined;
  const findings = runRules(app, analysis.graph).filter((each) => each.file === file);
  const to = shouldBeAt(explain({ analysis, app, path: file, findings }));
  // Another name in the same folder is what the finding itself offers.
  if (to === undefined || folderOf(to) === folderOf(file) || analysis.graph.tree.has(to)) return undefined;
  return { title: `Move to its shelf: ${to}`, about: [], isPreferred: false, wish: { kind: "shelf", file, to } };
}

/** Plans it, with what belongs to the file. Throws what is in the way, in words. */
export async function moveToShelf({ project }: Analysis, file: ProjectPath, to: ProjectPath): Promise<PlannedChange> {
  const moves = understandMove(project.tree, { from: [file], to, into: false, alone: false });
  return provedChange(await planMoves(project, moves));
}
