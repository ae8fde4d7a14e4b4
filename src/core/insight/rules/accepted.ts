/**
 * Findings that were accepted, so that only new ones fail: `steady-shelf-accepted.yaml` beside the configuration.
 *
 *   version: 1
 *   accepted:
 *     src/components/DataTable.tsx:
 *       - shared-depends-on-feature src/hooks/useRota.ts
 *       - file-name
 *
 * Each line is a rule and what the finding is about; not where in the file it is, which changes from day to day. What is
 * listed twice is accepted twice. Repaired findings are dropped when `check --fix` or `check --accept` writes it again.
 */
import { addTo } from "../../base/grouping.js";
import * as z from "zod/mini";
import { ShelfError } from "../../base/errors.js";
import { comparePaths, inFolder, relativePath, type ProjectPath } from "../../base/paths.js";
import type { FileReader } from "../../files/index.js";
import { readYaml } from "../../base/yaml/index.js";
import type { Finding } from "./rule.js";

/** The file's name. */
export const acceptedFile = "steady-shelf-accepted.yaml";

const version = 1;
const schema = z.strictObject({
  version: z.number(),
  accepted: z.record(z.string(), z.array(z.string().check(z.minLength(1)))),
});

/** Accepted findings: for each of an app's files (from the app's folder) the lines of the list. */
export type Accepted = Readonly<Record<string, readonly string[]>>;

/** What remains of some findings, and what the list names that is not there any more. */
export interface Sifted {
  /** Findings that were not accepted. */
  readonly fresh: readonly Finding[];
  readonly accepted: readonly Finding[];
  /** Entries of the list that no finding answers to. */
  readonly gone: readonly { readonly file: string; readonly line: string }[];
}

/** Where an app's list is. */
export function acceptedPath(folder: ProjectPath): ProjectPath {
  return inFolder(folder, acceptedFile);
}

/** Reads an app's list; nothing is accepted where there is none. Throws `ACCEPTED_UNREADABLE` with line and column. */
export function readAccepted(store: FileReader, folder: ProjectPath): Accepted | undefined {
  const file = acceptedPath(folder);
  if (store.stat(file)?.kind !== "file") return undefined;
  const { data, placeAt } = readYaml({ text: store.read(file).toString(), file, schema, code: "ACCEPTED_UNREADABLE" });
  if (data.version !== version)
    throw new ShelfError("ACCEPTED_UNREADABLE", {
      reason: `it is of version ${data.version}; this program knows version ${version}.`,
      place: placeAt(["version"]),
    });
  return data.accepted;
}

/** Takes accepted findings out of a list. */
export function sift(findings: readonly Finding[], accepted: Accepted, folder: ProjectPath): Sifted {
  const left = new Map<string, number>();
  for (const [file, lines] of Object.entries(accepted))
    for (const line of lines) left.set(`${file}\n${line}`, (left.get(`${file}\n${line}`) ?? 0) + 1);
  const result = { fresh: [] as Finding[], accepted: [] as Finding[] };
  for (const finding of findings) {
    const key = `${relativePath(folder, finding.file)}\n${lineOf(finding, folder)}`;
    const rest = left.get(key) ?? 0;
    if (rest > 0) left.set(key, rest - 1);
    (rest > 0 ? result.accepted : result.fresh).push(finding);
  }
  const gone = [...left].flatMap(([key, count]) => {
    const [file = "", line = ""] = key.split("\n");
    return Array.from({ length: count }, () => ({ file, line }));
  });
  return { ...result, gone };
}

/** What becomes of a list. */
export interface ListChange {
  /** Findings that are accepted besides. */
  readonly add?: readonly Finding[];
  /** Lines that are dropped, each once. */
  readonly drop?: readonly { readonly file: string; readonly line: string }[];
  /** Where files go; their lines follow them, and so does what lines say of them. */
  readonly moved?: ReadonlyMap<ProjectPath, ProjectPath>;
}

/** A list after a change. What the change does not name stays as it is, whatever was looked at. */
export function changeAccepted(
  accepted: Accepted,
  folder: ProjectPath,
  { add = [], drop = [], moved }: ListChange,
): Accepted {
  const lines = Object.entries(accepted).flatMap(([file, list]) => list.map((line) => ({ file, line })));
  for (const { file, line } of drop) {
    const index = lines.findIndex((each) => each.file === file && each.line === line);
    if (index >= 0) lines.splice(index, 1);
  }
  for (const finding of add) lines.push({ file: relativePath(folder, finding.file), line: lineOf(finding, folder) });
  const follow = (path: string): string => {
    const to = moved?.get(inFolder(folder, path));
    return to === undefined ? path : relativePath(folder, to);
  };
  const changed = new Map<string, string[]>();
  for (const { file, line } of lines) {
    const space = line.indexOf(" ");
    const after = space < 0 ? line : `${line.slice(0, space)} ${follow(line.slice(space + 1))}`;
    addTo(changed, follow(file), after);
  }
  return Object.fromEntries(changed);
}

/** The text of a list, in an order that makes small differences. */
export function writeAccepted(accepted: Accepted): string {
  const lines = Object.entries(accepted)
    .filter(([, list]) => list.length > 0)
    .sort(([a], [b]) => comparePaths(a, b))
    .flatMap(([file, list]) => [
      `  ${quoted(file)}:`,
      ...[...list].sort(comparePaths).map((line) => `    - ${quoted(line)}`),
    ]);
  return [
    "# Findings of `steady-shelf check` that were there before; only new ones fail. Repair them when you pass by:",
    "# `steady-shelf check --accept` drops what is repaired.",
    `version: ${version}`,
    ...(lines.length === 0 ? ["accepted: {}"] : ["accepted:", ...lines]),
    "",
  ].join("\n");
}

/** What a finding is, without its place in the file. A path that it is about is told from the app's folder. */
function lineOf({ rule, about }: Finding, folder: ProjectPath): string {
  if (about === undefined) return rule;
  const isBelow = folder !== "" && about.startsWith(`${folder}/`);
  return `${rule} ${isBelow ? about.slice(folder.length + 1) : about}`;
}

/** Plain where YAML reads it as the same text. */
function quoted(text: string): string {
  return /^[\p{L}\p{N}./_][\p{L}\p{N}./_@+() -]*$/u.test(text) && !/ $|: | #/.test(text) && !/^[\d.]+$/.test(text)
    ? text
    : JSON.stringify(text);
}
