/**
 * Findings as build servers show them beside the code.
 *
 * Sources: "Workflow commands for GitHub Actions" (`::error file=…`), "Code Quality" of GitLab's documentation (a JSON list
 * with fingerprints), "Logging commands" of Azure Pipelines (`##vso[task.logissue …]`).
 */
import { plain } from "../../core/base/text/index.js";
import { createHash } from "node:crypto";
import { tellWhole } from "../../wording/findings.js";
import type { Checked, Finding } from "../../core/insight/rules/index.js";

/** Lines that GitHub turns into annotations. */
export function githubLines(checked: readonly Checked[]): string {
  // In a property, colons and commas part things.
  const text = (value: string): string => value.replaceAll("%", "%25").replaceAll("\r", "%0D").replaceAll("\n", "%0A");
  const property = (value: string): string => text(value).replaceAll(":", "%3A").replaceAll(",", "%2C");
  return lines(checked, ({ severity, file, at, rule, what }) => {
    const place = at ? `,line=${at.line},col=${at.column}` : "";
    return `::${severity} file=${property(file)}${place},title=${property(rule)}::${text(tellWhole({ what }))}`;
  });
}

/** Lines that Azure Pipelines turns into issues. */
export function azureLines(checked: readonly Checked[]): string {
  const escaped = (value: string): string =>
    value
      .replaceAll("%", "%AZP25")
      .replaceAll("\r", "%0D")
      .replaceAll("\n", "%0A")
      .replaceAll(";", "%3B")
      .replaceAll("]", "%5D");
  return lines(checked, ({ severity, file, at, rule, what }) => {
    const place = at ? `linenumber=${at.line};columnnumber=${at.column};` : "";
    return `##vso[task.logissue type=${severity};sourcepath=${escaped(file)};${place}code=${rule}]${tellWhole({ what })}`;
  });
}

function lines(checked: readonly Checked[], lineOf: (finding: Finding) => string): string {
  return checked.flatMap(({ fresh }) => plain(fresh).map(lineOf)).join("\n");
}

/** The list that GitLab shows in merge requests. */
export function gitlabReport(checked: readonly Checked[]): string {
  const seen = new Map<string, number>();
  const issues = checked
    .flatMap(({ fresh }) => fresh)
    .map(({ rule, severity, file, at, what, about = "" }) => {
      const key = `${rule}\n${file}\n${about}`;
      const times = (seen.get(key) ?? 0) + 1;
      seen.set(key, times);
      return {
        description: tellWhole({ what }),
        check_name: rule,
        fingerprint: createHash("sha256").update(`${key}\n${times}`).digest("hex"),
        severity: severity === "error" ? "major" : "minor",
        location: { path: file, lines: { begin: at?.line ?? 1 } },
      };
    });
  return JSON.stringify(issues, undefined, 2);
}
