/** `steady-shelf survey`: what is here. */
import { surveyOf } from "../core/measures/index.js";
import { runRules } from "../core/rules/index.js";
import { surveyView } from "../terminal/survey-view.js";
import { look, type LookingOptions } from "./looking.js";
import { surveyJson } from "./survey-json.js";

/** Runs the command; gives the exit code. */
export async function runSurvey(options: LookingOptions): Promise<number> {
  const { context, analysis } = await look(options);
  const surveys = [];
  for (const app of analysis.apps) {
    const findings = runRules(app, analysis.graph, {
      only: ["leads-nowhere", "path-case", "unused-asset"],
      force: true,
    });
    surveys.push({ app, survey: surveyOf(analysis, app, findings) });
  }
  context.progress.clear();
  if (context.json) context.say(JSON.stringify(surveyJson(surveys, analysis), undefined, 2));
  else
    context.say(
      surveys
        .map((each) => surveyView(each, context.screen, { all: options.all, commits: analysis.commits }))
        .join("\n\n\n"),
    );
  return 0;
}
