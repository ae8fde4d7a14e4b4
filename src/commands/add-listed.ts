/** `steady-shelf add ROLE NAME`, where files of the role may be listed somewhere, or nothing but the files says what goes where. */
import type { App } from "../core/app/index.js";
import type { Progress } from "../core/base/progress.js";
import { onlyApp } from "../core/change/arrange/index.js";
import { growFile, growSet, type GrownFile } from "../core/change/grow/index.js";
import type { AddRequest } from "../core/change/setup/index.js";
import { keepTogether } from "../core/change/state/index.js";
import type { ReferenceGraph } from "../core/graph/index.js";
import type { AppAnalysis } from "../core/insight/analysis.js";
import type { CommonOptions } from "./context.js";
import { look } from "./looking.js";

/** An app whose files were read. */
export interface Looked {
  readonly analysed: AppAnalysis;
  readonly graph: ReferenceGraph;
  readonly progress: Progress;
}

/** Reads the app that is stood in. */
export async function lookClosely(options: CommonOptions): Promise<Looked> {
  const { context, analysis } = await look({ ...options, cache: true }, { keepTexts: true });
  return { analysed: onlyApp(analysis), graph: analysis.graph, progress: context.progress.report };
}

/** What is added, with a mention wherever the others of its role have one. */
export async function grownFile(looked: Looked, app: App, request: AddRequest): Promise<GrownFile> {
  const set = await growSet({ ...looked, app, request });
  if (set) return set;
  const grown = await growFile({ ...looked, app, request });
  return { ...grown, ...(await keepTogether(app, grown)) };
}
