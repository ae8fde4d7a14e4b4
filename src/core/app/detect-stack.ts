/** How an app is built, told from its manifests. */
import { stackMarks, type StackMark } from "./arrangement/index.js";
import { inFolder, type ProjectPath } from "../base/paths.js";
import { isCode } from "../languages/index.js";
import type { FileReader } from "../files/index.js";

/** A stack that was found, and the file that says so. */
export interface FoundStack {
  readonly name: string;
  readonly title: string;
  readonly by: ProjectPath;
}

/** Stacks that the manifests in an app's folder speak of, the likeliest first. */
export function detectStacks(store: FileReader, folder: ProjectPath): FoundStack[] {
  if (folder !== "" && store.stat(folder)?.kind !== "folder") return [];
  const names = store.entries(folder);
  return stackMarks().flatMap((mark) => {
    const by = markIn(store, { mark, folder, names });
    return by === undefined ? [] : [{ name: mark.name, title: mark.title, by }];
  });
}

/** The stack whose code a list of files holds, where no manifest tells: the first that knows the most telling extension. */
export function stackOfFiles(paths: readonly ProjectPath[]): FoundStack | undefined {
  for (const { name, title, extensions = [], alone = false, least = 0 } of stackMarks()) {
    const own = paths.filter((path) => extensions.some((each) => path.endsWith(each)));
    const [by] = own;
    if (by === undefined) continue;
    const code = paths.filter(isCode).length;
    if (own.length < code * least || (alone && own.length <= code)) continue;
    return { name, title, by };
  }
  return undefined;
}

/**
 * How an app is built: what its manifests say, else its code. A manifest that only speaks of what other apps have as well, such
 * as sheets, has to leave it to the code where there is much of it.
 */
export async function likelyStack(
  store: FileReader,
  folder: ProjectPath,
  paths: () => Promise<readonly ProjectPath[]>,
): Promise<FoundStack | undefined> {
  const found = await likelyByManifest(store, folder, paths);
  const rivals = stackMarks().filter((mark) => found !== undefined && mark["instead-of"] === found.name);
  if (!found || rivals.length === 0) return found;
  const here = await paths();
  const endingIn = (endings: readonly string[] = []): readonly ProjectPath[] =>
    here.filter((path) => endings.some((each) => path.endsWith(each)));
  for (const { name, title, names, unless } of rivals) {
    const [by, second] = endingIn(names);
    if (by !== undefined && second !== undefined && endingIn(unless).length === 0) return { name, title, by };
  }
  return found;
}

async function likelyByManifest(
  store: FileReader,
  folder: ProjectPath,
  paths: () => Promise<readonly ProjectPath[]>,
): Promise<FoundStack | undefined> {
  const [told] = detectStacks(store, folder);
  const mark = stackMarks().find(({ name }) => name === told?.name);
  if (told && mark?.beside !== true) return told;
  const here = await paths();
  const byCode = stackOfFiles(here);
  if (!told || !byCode) return told ?? byCode;
  const countOf = (name: string): number => {
    const { extensions = [] } = stackMarks().find((each) => each.name === name) ?? {};
    return here.filter((path) => extensions.some((each) => path.endsWith(each))).length;
  };
  return countOf(byCode.name) >= countOf(told.name) * muchBeside ? byCode : told;
}

/** Code that comes to this part of the sheets, in files, is more than a sheet's example. */
const muchBeside = 0.5;

function markIn(
  store: FileReader,
  {
    mark,
    folder,
    names,
  }: { readonly mark: StackMark; readonly folder: ProjectPath; readonly names: readonly string[] },
): ProjectPath | undefined {
  for (const { file, holds } of mark["found-by"]) {
    // `*.csproj` is the only kind of pattern that manifests need.
    const isMeant = (name: string): boolean => (file.startsWith("*") ? name.endsWith(file.slice(1)) : name === file);
    for (const name of names.filter(isMeant)) {
      const path = inFolder(folder, name);
      const text = holds === undefined || store.stat(path)?.kind !== "file" ? undefined : store.read(path).toString();
      if (holds === undefined || holds.some((each) => text?.includes(each))) return path;
    }
  }
  return undefined;
}
