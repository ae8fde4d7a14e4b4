/** How an app is built, told from its manifests, or its code. */
import { stackMarks, type StackMark } from "./arrangement/index.js";
import { inFolder, type ProjectPath } from "../base/paths.js";
import { addTo } from "../base/grouping.js";
import { isCode, readTexts } from "../languages/index.js";
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

/** So many scripts are read at most, evenly spread, to tell what they are written for. */
const mostRead = 200;

/** So many of them, and this part, have to take in what a stack is known by: an example or two tell nothing. */
const [fewestTaking, partTaking] = [3, 0.1];

/** The stack whose package scripts take in, the first that enough of them do. */
async function stackOfImports(store: FileReader, paths: readonly ProjectPath[]): Promise<FoundStack | undefined> {
  const code = paths.filter(isCode);
  const step = Math.max(1, code.length / mostRead);
  const some = code.filter((_, at) => Math.floor(at / step) !== Math.floor((at - 1) / step));
  const taking = new Map<string, ProjectPath[]>();
  await readTexts({
    depth: "references",
    paths: some,
    textOf: (at) => textOf(store, some[at] ?? ("" as ProjectPath)),
    visit: (at, { references }) => {
      for (const name of new Set(references.map(({ specifier }) => specifier)))
        addTo(taking, name, some[at] ?? ("" as ProjectPath));
    },
  });
  for (const { name, title, packages = [] } of stackMarks()) {
    const users = packages.flatMap((each) => taking.get(each) ?? []);
    const [by] = users;
    if (by !== undefined && users.length >= Math.max(fewestTaking, some.length * partTaking))
      return { name, title, by };
  }
  return undefined;
}

/** The text of a file; none of one that is too long to have been written by hand, or cannot be read. */
function textOf(store: FileReader, path: ProjectPath): string {
  try {
    const stat = store.stat(path);
    return stat?.kind === "file" && stat.size <= longestByHand ? store.read(path).toString() : "";
  } catch {
    return "";
  }
}

/** In bytes. */
const longestByHand = 200_000;

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
  // A manifest that tells nothing: a part of a repository whose root has what it depends on, or what brings it along.
  const byCode = (told ? undefined : await stackOfImports(store, here)) ?? stackOfFiles(here);
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
