/**
 * JUnit's XML, which test reporters of build servers read: one suite a rule, one case a finding. There is no standard; this
 * keeps to what the common readers share (testsuites, testsuite, testcase, failure).
 */
import { plain } from "../../core/base/text/index.js";
import { tell } from "../../wording/findings.js";
import { rules, type Checked, type Finding } from "../../core/insight/rules/index.js";

/** The report as text. Errors and warnings are failures; a rule without findings is one case that passed. */
export function junitReport(checked: readonly Checked[]): string {
  const findings = plain(checked.flatMap(({ fresh }) => fresh));
  const suites = rules.map(({ name, asks }) =>
    suiteOf(
      name,
      asks,
      findings.filter(({ rule }) => rule === name),
    ),
  );
  const total = rules.reduce(
    (sum, { name }) => sum + Math.max(1, findings.filter(({ rule }) => rule === name).length),
    0,
  );
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<testsuites name="Steady Shelf" tests="${total}" failures="${findings.length}">`,
    ...suites.flat(),
    "</testsuites>",
  ].join("\n");
}

function suiteOf(name: string, asks: string, findings: readonly Finding[]): string[] {
  const cases =
    findings.length === 0 ? [`    <testcase name="${escaped(asks)}" classname="${name}"/>`] : findings.map(caseOf);
  return [
    `  <testsuite name="${name}" tests="${cases.length}" failures="${findings.length}">`,
    ...cases,
    "  </testsuite>",
  ];
}

function caseOf({ rule, severity, file, at, what }: Finding): string {
  const { says, advice } = tell({ what });
  const place = at ? `${file}:${at.line}:${at.column}` : file;
  const line = at ? ` line="${at.line}"` : "";
  return [
    `    <testcase name="${escaped(place)}" classname="${rule}" file="${escaped(file)}"${line}>`,
    `      <failure type="${severity}" message="${escaped(says)}">${escaped(`${place}: ${says}. ${advice}`)}</failure>`,
    "    </testcase>",
  ].join("\n");
}

/** XML 1.0 knows no control characters but tab and line ends, not even escaped. */
function escaped(text: string): string {
  const entities: Readonly<Record<string, string>> = {
    "&": "&amp;",
    "<": "&lt;",
    ">": "&gt;",
    '"': "&quot;",
    "'": "&apos;",
  };
  return text
    .replaceAll(/[^\P{Cc}\t\n\r]|[\uFFFE\uFFFF]|\p{Cs}/gu, "\uFFFD")
    .replaceAll(/[&<>"']/g, (letter) => entities[letter] ?? letter);
}
