/** Findings as an editor shows them: with a range, words, and the places that they speak of. */
import type { Range } from "vscode-languageserver";
import { nameOf, type ProjectPath } from "../core/base/paths.js";
import { SourceText } from "../core/base/text/index.js";
import type { SourceTree } from "../core/files/index.js";
import type { Checked, Finding } from "../core/insight/rules/index.js";
import { tell, tellWhole } from "../wording/findings.js";
import { rangeOf, type Encoding } from "./positions.js";

/** One finding. */
export interface FoundNote {
  readonly file: ProjectPath;
  readonly rule: Finding["rule"];
  readonly severity: Finding["severity"];
  readonly message: string;
  readonly range: Range;
  /** By which it is found again as long as it is what it is. */
  readonly key: string;
  readonly related: readonly { readonly file: ProjectPath; readonly range: Range; readonly message: string }[];
}

/** A finding with its app, by its key. */
export interface KeptFinding {
  readonly finding: Finding;
  readonly checked: Checked;
}

/** All findings of a project by their keys, in the order in which `check` tells them. */
export function keptFindings(all: readonly Checked[]): Map<string, KeptFinding> {
  const kept = new Map<string, KeptFinding>();
  for (const checked of all)
    for (const finding of checked.fresh) {
      const { rule, file, about, what } = finding;
      const key = JSON.stringify([rule, file, about, what]);
      // The same may be found twice in one file.
      let again = 0;
      while (kept.has(`${key} ${again}`)) again += 1;
      kept.set(`${key} ${again}`, { finding, checked });
    }
  return kept;
}

/** A finding as it is shown. */
export function noteOf(key: string, { finding }: KeptFinding, tree: SourceTree, encoding: Encoding): FoundNote {
  const { file, rule, severity } = finding;
  const text = textOf(tree, file);
  const start = finding.at && text.offsetAt(finding.at);
  return {
    file,
    rule,
    severity,
    message: asSentence(tellWhole(finding)),
    range:
      start === undefined ? firstLine(text, encoding) : rangeOf(text, start, endOfWord(text.text, start), encoding),
    key,
    related: relatedTo(finding, tree, encoding),
  };
}

/** What stands by itself begins like a sentence; a name stays as it is written. */
function asSentence(text: string): string {
  return text.replace(/^(?:it|the|this|no|nothing|a|other) /, (word) => word.charAt(0).toUpperCase() + word.slice(1));
}

function textOf(tree: SourceTree, file: ProjectPath): SourceText {
  return tree.text(file) ?? SourceText.ofNew("");
}

/** What is said of a file as a whole is shown at its first line. */
function firstLine(text: SourceText, encoding: Encoding): Range {
  const end = text.text.search(/[\r\n]/);
  return rangeOf(text, text.offsetAt({ line: 1, column: 1 }) ?? 0, end < 0 ? text.text.length : end, encoding);
}

/** Up to the quote that closes what is meant, else to the end of the word. */
export function endOfWord(text: string, start: number): number {
  const quote = text[start - 1];
  const line = /^[^\r\n]*/.exec(text.slice(start))?.[0] ?? "";
  if (quote === '"' || quote === "'" || quote === "`") {
    const end = line.indexOf(quote);
    if (end > 0) return start + end;
  }
  return start + (/^(?:[\w$-]+|\S)/.exec(line)?.[0].length ?? 0);
}

/** So many places are named beside one finding. */
const mostRelated = 8;

/** Files that a finding speaks of besides its own. Those that use something say at which line. */
function relatedTo(finding: Finding, tree: SourceTree, encoding: Encoding): FoundNote["related"] {
  const details = Object.entries(finding.what as Readonly<Record<string, unknown>>).flatMap(([name, value]) =>
    (Array.isArray(value) ? (value as readonly unknown[]) : [value]).map((each) => ({ name, value: each })),
  );
  const line = "at" in finding.what ? finding.what.at : undefined;
  const files = new Map<ProjectPath, number>();
  for (const { name, value } of details) {
    if (typeof value !== "string" || value === finding.file || !tree.has(value as ProjectPath)) continue;
    files.set(value as ProjectPath, (name === "user" || name === "by" ? line : undefined) ?? 1);
  }
  return [...files].slice(0, mostRelated).map(([file, at]) => {
    const text = textOf(tree, file);
    const start = text.offsetAt({ line: at, column: 1 }) ?? 0;
    const end = start + (/^[^\r\n]*/.exec(text.text.slice(start))?.[0].length ?? 0);
    return { file, range: rangeOf(text, start, end, encoding), message: `${nameOf(file)}: ${tell(finding).says}` };
  });
}
