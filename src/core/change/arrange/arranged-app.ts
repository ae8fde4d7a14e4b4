/** What arranging begins with: the app that is meant, what it is to become, and the feature that somebody means. */
import { meantName } from "../../app/arrangement/index.js";
import { ShelfError } from "../../base/errors.js";
import type { Analysis, AppAnalysis } from "../../insight/analysis.js";
import { appUnder, type App } from "../../app/index.js";
import { featureMeant } from "./arrange.js";

/** The app that is stood in. Throws `APPS_SEVERAL` above several. */
export function onlyApp({ apps }: Analysis): AppAnalysis {
  const [first, second] = apps;
  if (first && !second) return first;
  throw new ShelfError("APPS_SEVERAL", { paths: apps.map(({ app }) => `${app.folder}/`) });
}

/**
 * The app as it is to be: under the arrangement that was named, else under that of its configuration. Throws
 * `ARRANGEMENT_UNSAID`, `ARRANGEMENT_UNKNOWN`, `ARRANGEMENT_UNFIT`.
 */
export function targetOf({ app, guessed }: AppAnalysis, as: string | undefined): App {
  if (as !== undefined) return appUnder(app, as);
  if (guessed) throw new ShelfError("ARRANGEMENT_UNSAID", { paths: app.stack.arrangements });
  return app;
}

/** The feature that somebody means. Throws `FEATURE_UNKNOWN` with the nearest. */
export function featureOf(analysed: AppAnalysis, typed: string | undefined): string | undefined {
  if (typed === undefined) return undefined;
  const found = featureMeant(analysed, typed);
  if (found !== undefined) return found;
  const names = analysed.catalogue.features.map(({ name }) => name);
  const { near } = meantName(typed, names);
  throw new ShelfError("FEATURE_UNKNOWN", { path: typed, paths: names, ...(near !== undefined && { other: near }) });
}
