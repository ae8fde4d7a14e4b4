/** `steady-shelf extract FILE NAME… --to TARGET`. */
import { openProject, type Project } from "../core/app/index.js";
import { ShelfError } from "../core/base/errors.js";
import { nameOf } from "../core/base/paths.js";
import { extractDraft, type ExtractRequest } from "../core/change/extract/index.js";
import { appAround } from "../core/insight/analysis.js";
import { planDraft } from "../core/change/plan/index.js";
import { planJson } from "../documents/plan-json.js";
import { extractSheetDraft, isSheet, mayHoldStyles } from "../core/change/sheets/index.js";
import { extractSheetView } from "../terminal/extract-sheet-view.js";
import { extractView } from "../terminal/extract-view.js";
import { enumerate } from "../wording/words.js";
import { carryOutDraft, type DraftOptions } from "./carry-out-draft.js";
import { openContext, type Context } from "./context.js";
import { UsageError } from "./failure.js";
import { settleFirst } from "./settle.js";

/** What was typed. */
export interface ExtractCommand extends DraftOptions {
  readonly path: string;
  readonly names: readonly string[];
  readonly to?: string | undefined;
  readonly lines?: string | undefined;
  readonly take?: readonly string[] | undefined;
  readonly section?: string | undefined;
  readonly keepExport: boolean;
}

/** Runs the command; gives the exit code. */
export async function runExtract(options: ExtractCommand): Promise<number> {
  const context = openContext(options);
  await settleFirst(context);
  const { to } = options;
  const project = await openProject(context.store);
  const request = requestOf(context, options);
  const isAboutStyles = options.take !== undefined || options.section !== undefined;
  if (isSheet(request.path) || (isAboutStyles && mayHoldStyles(request.path)))
    return takeOutOfSheet(context, options, { project, request });
  if (isAboutStyles)
    throw new ShelfError("SHEET_ONLY", {
      path: request.path,
      other: options.section === undefined ? "--take" : "--section",
    });
  const around = to === undefined ? await appAround(context.store, project, request.path) : undefined;
  const extracted = await extractDraft(project, request, around);
  const plan = await planDraft(project, extracted.draft, { progress: context.progress.report });
  return carryOutDraft(context, options, {
    plan,
    project,
    words: wordsOf(options),
    title: `Take ${enumerate([...extracted.names]) || "a part"} out of ${nameOf(request.path)}`,
    json: (change) => ({ ...planJson(plan, change), names: extracted.names, target: extracted.target }),
    view: (view) => extractView(plan, extracted, context.screen, view),
  });
}

/** The same for a style sheet: rules and names into a partial. */
async function takeOutOfSheet(
  context: Context,
  options: ExtractCommand,
  { project, request }: { readonly project: Project; readonly request: ExtractRequest },
): Promise<number> {
  const { names, take = [], section, keepExport } = options;
  if (keepExport) throw new UsageError("A style sheet exports nothing: leave --keep-export out.");
  const taken = await extractSheetDraft(project, { ...request, take: [...names, ...take], section });
  const plan = await planDraft(project, taken.draft, { progress: context.progress.report });
  return carryOutDraft(context, options, {
    plan,
    project,
    words: wordsOf(options),
    title: `Take ${section ?? enumerate(taken.names.slice(0, 3))} out of ${nameOf(request.path)}`,
    json: (change) => ({ ...planJson(plan, change), names: taken.names, target: taken.target }),
    view: (view) => extractSheetView(plan, taken, context.screen, view),
  });
}

/** What was typed, as the history shows it. */
function wordsOf({ path, names, take = [], section, lines, to, keepExport }: ExtractCommand): readonly string[] {
  return [
    "extract",
    path,
    ...names,
    ...(take.length === 0 ? [] : ["--take", ...take]),
    ...(section === undefined ? [] : ["--section", section]),
    ...(lines === undefined ? [] : ["--lines", lines]),
    ...(to === undefined ? [] : ["--to", to]),
    ...(keepExport ? ["--keep-export"] : []),
  ];
}

function requestOf(context: Context, { path, names, to, lines, keepExport }: ExtractCommand): ExtractRequest {
  const [, first, last = first] = /^(\d+)(?:-(\d+))?$/.exec(lines ?? "") ?? [];
  return {
    path: context.pathOf(path),
    names,
    ...(first !== undefined && { lines: { first: Number(first), last: Number(last) } }),
    ...(to !== undefined && { to: context.pathOf(to), into: /[\\/]$/.test(to) }),
    keepExport,
  };
}
