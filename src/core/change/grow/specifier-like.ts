/** How a file names another one, written as it names a sister of that. */
import { extensionOf } from "../../app/arrangement/index.js";
import { folderOf, joinPath, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";

/** One reference, and the file that the new one is to mean. */
export interface LikeSpecifier {
  /** The file in which it stands. */
  readonly from: ProjectPath;
  /** `@/features/rota/WeekScreen` */
  readonly specifier: string;
  /** What that means: `src/features/rota/WeekScreen.tsx`. */
  readonly target: ProjectPath;
  /** What the new one is to mean. */
  readonly to: ProjectPath;
}

/**
 * The name of the new file in the manner of the old one's: relative or by the same alias, with as much of the ending. `undefined` where
 * the new file cannot be named so: it lies outside of the alias, or is called by the folder and is no index.
 */
export function specifierLike({ from, specifier, target, to }: LikeSpecifier): string | undefined {
  const isRelative = /^\.{1,2}(?:\/|$)/.test(specifier);
  for (const cut of endingsOf(target)) {
    const short = shortened(to, cut);
    if (short === undefined) continue;
    const own = target.slice(0, target.length - cut.length) as ProjectPath;
    if (isRelative) {
      if (joinPath(folderOf(from), specifier) === own) return relative(from, short);
      continue;
    }
    const shared = commonEnding(specifier, own);
    if (shared === 0) continue;
    const [alias, folder] = [specifier.slice(0, -shared), own.slice(0, -shared)];
    if (short.startsWith(folder) && short !== folder) return alias + short.slice(folder.length);
  }
  return undefined;
}

/** What a name may leave out: nothing, the extension, or the whole name of an index. */
function endingsOf(path: ProjectPath): string[] {
  const name = nameOf(path);
  const extension = extensionOf(name);
  const whole = folderOf(path) === "" ? [] : [`/${name}`];
  return ["", ...(extension === "" ? [] : [extension]), ...whole];
}

/** A path without an ending like that of its sister; `undefined` where it has none. */
function shortened(path: ProjectPath, cut: string): ProjectPath | undefined {
  if (cut === "") return path;
  if (!cut.startsWith("/")) {
    const extension = extensionOf(nameOf(path));
    return extension === "" ? undefined : (path.slice(0, -extension.length) as ProjectPath);
  }
  return nameOf(path) === cut.slice(1) ? folderOf(path) : undefined;
}

function relative(from: ProjectPath, to: ProjectPath): string {
  const way = relativePath(folderOf(from), to);
  return way.startsWith(".") ? way : `./${way}`;
}

/** How many letters both end with, in whole parts of a path. */
function commonEnding(a: string, b: string): number {
  const [own, other] = [a.split("/"), b.split("/")];
  let count = 0;
  while (count < own.length && count < other.length && own.at(-1 - count) === other.at(-1 - count)) count += 1;
  // Where one of the two is used up, the rest of the other is the alias, with its slash.
  return count === 0 ? 0 : own.slice(own.length - count).join("/").length;
}
