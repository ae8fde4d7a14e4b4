/**
 * A plan as a patch: unified diff with renames, as `git apply` reads it. Sources: git-diff(1) "Generating patch text with -p",
 * git-apply(1); names are quoted as `core.quotePath` does where a reader could not tell where they end.
 */
import { structuredPatch } from "diff";
import { comparePaths, type ProjectPath } from "../core/base/paths.js";
import type { SourceTree } from "../core/files/index.js";
import type { Plan } from "../core/change/plan/index.js";

/** One file before and after; a side that is not there is `undefined`. */
interface Change {
  readonly from: ProjectPath | undefined;
  readonly to: ProjectPath | undefined;
  /** Texts of both sides, where they differ. */
  readonly before?: string;
  readonly after?: string;
  readonly mode?: string;
}

/** Lines around a change. */
const context = 3;

/** Files that a patch in UTF-8 cannot hold: made of bytes, or in another encoding and changed. */
export function unpatchable({ texts, made }: Plan, tree: SourceTree): ProjectPath[] {
  return [
    ...made.filter(({ bytes }) => bytes !== undefined).map(({ path }) => path),
    ...texts.map(({ file }) => file).filter((file) => tree.text(file)?.encoding !== "utf8"),
  ];
}

/** The whole patch; nothing for a plan that changes nothing. */
export function planPatch(plan: Plan, tree: SourceTree): string {
  const texts = new Map(plan.texts.map((each) => [each.file, each]));
  const links = new Map(plan.links.map((each) => [each.file, each]));
  const places = new Map(plan.moves.map(({ from, to }) => [from, to]));
  const touched = new Set([...places.keys(), ...texts.keys(), ...links.keys()]);
  const changes = [
    ...[...touched].map((path): Change => {
      const text = texts.get(path) ?? links.get(path);
      return { from: path, to: places.get(path) ?? path, ...(text && { before: text.before, after: text.after }) };
    }),
    ...plan.made.map(({ path, text }): Change => {
      return { from: undefined, to: path, before: "", after: text, mode: "100644" };
    }),
    ...plan.removed.map((path): Change => {
      const before = tree.text(path)?.text ?? "";
      return { from: path, to: undefined, before, after: "", mode: modeOf(tree, path) };
    }),
  ];
  return changes
    .sort((a, b) => comparePaths(a.from ?? a.to ?? "", b.from ?? b.to ?? ""))
    .map(changeText)
    .join("");
}

function modeOf(tree: SourceTree, path: ProjectPath): string {
  return ((tree.store.stat(path)?.mode ?? 0) & 0o100) === 0 ? "100644" : "100755";
}

function changeText({ from, to, before = "", after = "", mode = "100644" }: Change): string {
  const [old, fresh] = [from ?? to ?? "", to ?? from ?? ""];
  const lines = [`diff --git ${quoted(`a/${old}`)} ${quoted(`b/${fresh}`)}`];
  if (from === undefined) lines.push(`new file mode ${mode}`);
  else if (to === undefined) lines.push(`deleted file mode ${mode}`);
  else if (from !== to)
    lines.push(
      ...(before === after ? ["similarity index 100%"] : []),
      `rename from ${quoted(from)}`,
      `rename to ${quoted(to)}`,
    );
  const hunks = before === after ? [] : structuredPatch(old, fresh, before, after, "", "", { context }).hunks;
  if (hunks.length > 0)
    lines.push(
      `--- ${from === undefined ? "/dev/null" : named(`a/${from}`)}`,
      `+++ ${to === undefined ? "/dev/null" : named(`b/${to}`)}`,
    );
  for (const { oldStart, oldLines, newStart, newLines, lines: inside } of hunks)
    lines.push(`@@ -${side(oldStart, oldLines)} +${side(newStart, newLines)} @@`, ...inside);
  return `${lines.join("\n")}\n`;
}

/** A side without lines begins at the line before it. */
function side(start: number, lines: number): string {
  return lines === 0 ? `${Math.max(0, start - 1)},0` : `${start},${lines}`;
}

/** A name with blanks in it ends with a tab there. */
function named(name: string): string {
  return quoted(name) + (name.includes(" ") && quoted(name) === name ? "\t" : "");
}

/** `a"b` → `"a\"b"`; a name without quotes, backslashes and control characters stands as it is. */
function quoted(name: string): string {
  const escaped = [...name].map(escapedLetter).join("");
  return escaped === name ? name : `"${escaped}"`;
}

function escapedLetter(letter: string): string {
  if (letter === '"' || letter === "\\") return `\\${letter}`;
  const code = letter.charCodeAt(0);
  return code < 0x20 || code === 0x7f ? `\\${code.toString(8).padStart(3, "0")}` : letter;
}
