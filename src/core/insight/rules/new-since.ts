/** Findings that were not there before: what a branch has made. */
import type { ProjectPath } from "../../base/paths.js";
import { changeAccepted, sift } from "./accepted.js";
import type { Checked } from "./check.js";

/**
 * The same findings without those that were there before, each as often as it was. `renamed` are files that have other names now; an
 * app that was not there before has made all of its findings.
 */
export function newSince(
  now: readonly Checked[],
  before: readonly Checked[],
  renamed: ReadonlyMap<ProjectPath, ProjectPath>,
): Checked[] {
  return now.map((each): Checked => {
    const { folder } = each.app.app;
    const then = before.find(({ app }) => app.app.folder === folder);
    const all = [...(then?.fresh ?? []), ...(then?.accepted ?? [])];
    const known = changeAccepted(changeAccepted({}, folder, { add: all }), folder, { moved: renamed });
    return { ...each, fresh: sift(each.fresh, known, folder).fresh, gone: [] };
  });
}
