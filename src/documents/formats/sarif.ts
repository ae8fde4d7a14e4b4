/**
 * SARIF 2.1.0, for code scanning. Source: OASIS Standard "Static Analysis Results Interchange Format (SARIF) Version 2.1.0",
 * 27 March 2020. Columns count UTF-16 units, which is what `columnKind` says.
 */
import { createHash } from "node:crypto";
import { tellWhole } from "../../wording/findings.js";
import { rules, type Checked, type Finding } from "../../core/insight/rules/index.js";

/** The log as text. */
export function sarifLog(checked: readonly Checked[]): string {
  const results = checked.flatMap(({ fresh, accepted }) => [
    ...fresh.map((finding) => resultOf(finding, false)),
    ...accepted.map((finding) => resultOf(finding, true)),
  ]);
  const notifications = checked.flatMap(({ unread }) =>
    unread.map(({ file, at, reason }) => ({
      level: "warning",
      message: { text: `The file could not be read whole: ${reason}` },
      locations: [locationOf(file, at)],
    })),
  );
  const run = {
    tool: { driver: { name: "Steady Shelf", rules: rules.map(ruleOf) } },
    columnKind: "utf16CodeUnits",
    originalUriBaseIds: { ROOT: { description: { text: "The root of the project." } } },
    invocations: [{ executionSuccessful: true, toolExecutionNotifications: notifications }],
    results,
  };
  const log = { $schema: "https://json.schemastore.org/sarif-2.1.0.json", version: "2.1.0", runs: [run] };
  return JSON.stringify(log, undefined, 2);
}

function ruleOf({ name, asks, why, wrong, right }: (typeof rules)[number]): object {
  return {
    id: name,
    shortDescription: { text: asks },
    fullDescription: { text: why },
    help: { text: `${why}\n\nNot so:\n${wrong}\n\nBut so:\n${right}` },
  };
}

function resultOf({ rule, severity, file, at, what, about = "" }: Finding, isAccepted: boolean): object {
  return {
    ruleId: rule,
    ruleIndex: rules.findIndex(({ name }) => name === rule),
    level: severity,
    message: { text: tellWhole({ what }) },
    locations: [locationOf(file, at)],
    partialFingerprints: { "steadyShelf/v1": createHash("sha256").update(`${rule}\n${file}\n${about}`).digest("hex") },
    ...(isAccepted && { suppressions: [{ kind: "external", status: "accepted" }] }),
  };
}

function locationOf(file: string, at: Finding["at"]): object {
  return {
    physicalLocation: {
      artifactLocation: { uri: file.split("/").map(encodeURIComponent).join("/"), uriBaseId: "ROOT" },
      ...(at && { region: { startLine: at.line, startColumn: at.column } }),
    },
  };
}
