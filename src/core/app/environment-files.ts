/**
 * Files that give an app its environment: lines of `KEY=value`, as shells and most tools read them. Those with values stay out of version
 * control; a sample lists the keys, without values. Source: POSIX.1-2024, Shell Command Language, 2.9.1 (assignments), and `#` comments.
 */
import { foldersAbove, folderOf, nameOf, type ProjectPath } from "../base/paths.js";

/** One line of such a file. Offsets are UTF-16 units of its text. */
export interface EnvironmentEntry {
  readonly name: string;
  readonly start: number;
  /** Without quotes and what stands behind it. */
  readonly value: string;
  readonly valueStart: number;
  readonly valueEnd: number;
}

const line = /^[ \t]*(?:export[ \t]+)?([A-Za-z_]\w*)[ \t]*=[ \t]*("(?:[^"\\]|\\.)*"|'[^']*'|`[^`]*`|[^\r\n]*)/gm;

/** All entries of a text, in order; comments and lines of another form are passed over. */
export function environmentEntries(text: string): readonly EnvironmentEntry[] {
  return [...text.matchAll(line)].map((match): EnvironmentEntry => {
    const [whole, name = "", raw = ""] = match;
    const isQuoted = /^["'`]/.test(raw) && raw.length > 1 && raw.endsWith(raw.charAt(0));
    const plain = isQuoted ? raw : raw.replace(/(?:^|[ \t]+)#.*$/, "").trimEnd();
    const valueStart = match.index + whole.length - raw.length;
    return {
      name,
      start: match.index + whole.indexOf(name),
      value: isQuoted ? raw.slice(1, -1) : plain,
      valueStart,
      valueEnd: valueStart + plain.length,
    };
  });
}

/** Samples that are no hidden files: `example.env`, `env.sample`. */
const asASample = /^(?:(?:example|sample|template)\.env|env\.(?:example|sample|template|dist))$/i;

/** Whether a file gives an environment values, or is a sample of one; `undefined` for every other. */
export function environmentFile(path: ProjectPath): "values" | "sample" | undefined {
  const name = nameOf(path);
  if (asASample.test(name)) return "sample";
  const rest = /^\.env((?:\.[\w-]+)*)$/.exec(name)?.[1];
  if (rest === undefined) return undefined;
  return /\.(?:example|sample|template|dist|schema)(?:\.|$)/i.test(rest) ? "sample" : "values";
}

/** The samples of an app: in its folder, or else in the nearest one above it that has any. */
export function samplesFor(paths: readonly ProjectPath[], folder: ProjectPath): readonly ProjectPath[] {
  const all = paths.filter((path) => environmentFile(path) === "sample");
  const above = folder === "" ? [] : [...foldersAbove(folder)].reverse();
  for (const each of [folder, ...above, "" as ProjectPath]) {
    const here = all.filter((path) => folderOf(path) === each);
    if (here.length > 0) return here;
  }
  return [];
}
