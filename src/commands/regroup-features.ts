/** `steady-shelf join features NAME… TARGET`, `steady-shelf split feature NAME NEW-NAME FILE…`. */
import { onlyApp } from "../core/change/arrange/index.js";
import { joinFeatures, splitFeature, type Regrouped } from "../core/change/grow/index.js";
import { planDraft } from "../core/change/plan/index.js";
import type { Analysis } from "../core/insight/analysis.js";
import { planJson } from "../documents/plan-json.js";
import { regroupedView } from "../terminal/regrouped-view.js";
import { enumerate } from "../wording/words.js";
import { carryOutDraft, type DraftOptions } from "./carry-out-draft.js";
import type { Context } from "./context.js";
import { look } from "./looking.js";

/** Makes several features one; gives the exit code. `words` are their names, and last that of what they become. */
export function runJoinFeatures(options: DraftOptions, words: readonly string[]): Promise<number> {
  const target = words.at(-1) ?? "";
  return regroup(options, ["join", "features", ...words], "join", ({ graph, ...analysis }) =>
    joinFeatures({ analysed: onlyApp({ graph, ...analysis }), graph, names: words.slice(0, -1), target }),
  );
}

/** Gives files of a feature one of their own; gives the exit code. `words` are its name, the new one, and the files. */
export function runSplitFeature(options: DraftOptions, words: readonly string[]): Promise<number> {
  const [name = "", to = "", ...files] = words;
  return regroup(options, ["split", "feature", ...words], "split", ({ graph, ...analysis }, { pathOf }) =>
    splitFeature({ analysed: onlyApp({ graph, ...analysis }), graph, name, to, files: files.map(pathOf) }),
  );
}

async function regroup(
  options: DraftOptions,
  words: readonly string[],
  how: "join" | "split",
  draw: (analysis: Analysis, context: Context) => Regrouped,
): Promise<number> {
  const { context, analysis } = await look({ ...options, cache: true }, { keepTexts: true });
  const { project, graph } = analysis;
  const regrouped = draw(analysis, context);
  const plan = await planDraft(project, regrouped.draft, { graph, progress: context.progress.report });
  const { features, target, renamed } = regrouped;
  return carryOutDraft(context, options, {
    plan,
    project,
    words,
    title:
      how === "join"
        ? `Join the features ${enumerate([...features, target])}`
        : `Split ${target} off ${features[0] ?? ""}`,
    json: (change) => ({ ...planJson(plan, change), features, target, renamed }),
    view: (view) => regroupedView(plan, regrouped, context.screen, { ...view, how }),
  });
}
