/** `steady-shelf report`: one page for a browser. */
import { basename, join } from "node:path";
import { readFileSync } from "node:fs";
import { pathToFileURL } from "node:url";
import { ensureReportPlace, ownReport, writeReport } from "../core/apply/index.js";
import { compareTrees } from "../core/change/compare/index.js";
import { check } from "../core/insight/rules/index.js";
import { judgedBy } from "../core/insight/shown-analysis.js";
import { shippedFile } from "../editor/shipped-file.js";
import { appData } from "../report/app-data.js";
import { makePage, pageMark } from "../report/make-page.js";
import type { AppData, PageData } from "../report/page-data.js";
import { reportView } from "../terminal/report-view.js";
import { look, type GroupsOption, type LookingOptions } from "./looking.js";
import { openContext } from "./context.js";
import { openInBrowser } from "./open-in-browser.js";

/** What was typed. */
export interface ReportOptions extends LookingOptions, GroupsOption {
  readonly open: boolean;
  readonly to?: string | undefined;
  readonly with?: string | undefined;
  readonly commits: number;
}

/** Runs the command; gives the exit code. Throws `REPORT_FOREIGN`. */
export async function runReport(options: ReportOptions): Promise<number> {
  const opened = openContext(options);
  const file = options.to === undefined ? ownReport : opened.pathOf(options.to);
  await ensureReportPlace(opened.store, file, pageMark);
  const { context, analysis: onDisk } = await look(options, { mostCommits: options.commits });
  const { store, progress, screen } = context;
  const { judged: analysis, inGroups } = judgedBy(onDisk, options.groups);
  const names = options.with?.split(",").filter(Boolean);
  const apps: AppData[] = [];
  for (const checked of check(analysis)) {
    const compared = await compareTrees({
      analysis,
      analysed: checked.app,
      with: names?.length ? names : undefined,
      inGroups,
      isExact: true,
      progress: progress.report,
    });
    progress.report("Making the page", 0, 0);
    apps.push(appData({ analysis, checked, compared, inGroups }));
  }
  const shipped = (path: string): string => readFileSync(shippedFile(path), "utf8");
  const { version } = JSON.parse(shipped("package.json")) as { readonly version: string };
  const data: PageData = {
    version: 1,
    program: `Steady Shelf ${version}`,
    made: Math.round(Date.now() / 1000),
    project: basename(store.root),
    apps,
  };
  const page = makePage(data, { code: shipped("dist/page/report.js"), style: shipped("dist/page/report.css") });
  progress.clear();
  await writeReport(store, file, page, pageMark);
  const address = pathToFileURL(join(store.root, file)).href;
  const bytes = Buffer.byteLength(page);
  if (context.json) context.say(JSON.stringify({ version: 1, file, bytes, apps: apps.map(inNumbers) }, undefined, 2));
  else context.say(reportView({ file, address, bytes, apps, isOpened: options.open }, screen));
  if (options.open) {
    const reason = await openInBrowser(join(store.root, file));
    if (reason !== undefined) context.note(`The browser could not be opened: ${reason}. Open ${address} yourself.`);
  }
  return 0;
}

function inNumbers({ name, folder, counts, features, findings, unread, shapes }: AppData): object {
  return {
    name,
    folder,
    files: counts.files,
    features: features.length,
    findings: findings.filter(({ isAccepted }) => !isAccepted).length,
    unread: unread.length,
    arrangements: shapes.trees.map(({ as, moves }) => ({ as, moved: moves.length })),
  };
}
