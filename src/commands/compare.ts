/** `steady-shelf compare`: today's tree beside each arrangement that fits, measured. */
import { compare } from "../core/change/compare/index.js";
import { compareView } from "../terminal/compare-view.js";
import { onlyApp } from "../core/change/arrange/index.js";
import { compareJson } from "../documents/compare-json.js";
import { judgedBy } from "../core/insight/shown-analysis.js";
import { lookAndSay, type GroupsOption, type LookingOptions } from "./looking.js";

/** What was typed. */
export interface CompareOptions extends LookingOptions, GroupsOption {
  readonly with?: string | undefined;
  readonly commits: number;
}

/** Runs the command; gives the exit code. */
export function runCompare(options: CompareOptions): Promise<number> {
  const names = options.with?.split(",").filter(Boolean);
  return lookAndSay(
    ["compare", options.with, options.commits, options.groups],
    options,
    async ({ context: { screen, json, progress }, analysis: onDisk }) => {
      const { judged: analysis, inGroups } = judgedBy(onDisk, options.groups);
      const comparison = await compare({
        analysis,
        analysed: onlyApp(analysis),
        with: names?.length ? names : undefined,
        inGroups,
        progress: progress.report,
      });
      const text = json ? JSON.stringify(compareJson(comparison), undefined, 2) : compareView(comparison, screen);
      return { text, code: 0 };
    },
    { mostCommits: options.commits },
  );
}
