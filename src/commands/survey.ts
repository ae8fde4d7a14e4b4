/** `steady-shelf survey`: what is here. */
import { surveyOf } from "../core/insight/measures/index.js";
import { runRules } from "../core/insight/rules/index.js";
import { surveyView } from "../terminal/survey-view.js";
import { judgedBy } from "../core/insight/shown-analysis.js";
import { lookAndSay, type GroupsOption, type ListingOptions } from "./looking.js";
import { surveyJson } from "../documents/survey-json.js";

/** Runs the command; gives the exit code. */
export function runSurvey(options: ListingOptions & GroupsOption): Promise<number> {
  const { all, groups } = options;
  return lookAndSay(["survey", all, groups], options, ({ context: { screen, json }, analysis: onDisk }) => {
    const { judged: analysis, inGroups } = judgedBy(onDisk, groups);
    const surveys = analysis.apps.map((app) => {
      const only = ["unused-asset"] as const;
      return { app, survey: surveyOf(analysis, app, runRules(app, analysis.graph, { only, force: true })) };
    });
    const text = json
      ? JSON.stringify(surveyJson(surveys, analysis), undefined, 2)
      : surveys.map((each) => surveyView(each, screen, { all, inGroups, commits: analysis.commits })).join("\n\n\n");
    return { text, code: 0 };
  });
}
