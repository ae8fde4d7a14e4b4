/** Findings for other programs, one file a format. */
import type { Checked } from "../../core/insight/rules/index.js";
import { azureLines, githubLines, gitlabReport } from "./annotations.js";
import { jsonDocument } from "./document.js";
import { junitReport } from "./junit.js";
import { sarifLog } from "./sarif.js";

/** Formats besides text. */
export type Format = "json" | "sarif" | "junit" | "github" | "gitlab" | "azure";

const writers: Readonly<Record<Format, (checked: readonly Checked[]) => string>> = {
  json: jsonDocument,
  sarif: sarifLog,
  junit: junitReport,
  github: githubLines,
  gitlab: gitlabReport,
  azure: azureLines,
};

/** Findings in a format, without a last line end. */
export function formatOf(format: Format, checked: readonly Checked[]): string {
  return writers[format](checked);
}
