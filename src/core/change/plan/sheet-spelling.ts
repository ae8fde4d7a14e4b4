/** How a user spells the names of sheets and assets: with or without underscore and extension, dots, aliases, load paths. */
import { nameThrough, splitSheetSpecifier, type Mapping, type Resolution } from "../../graph/index.js";
import { sheetRules, type Reference } from "../../languages/index.js";
import { folderOf, inFolder, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";

/** What a respelling has to reach, and from where. */
export interface SheetSpellingTask {
  readonly reference: Reference;
  /** What it meant before. */
  readonly was: Extract<Resolution, { state: "found" }>;
  /** The files that it has to mean now, in the same order as `was.targets`. */
  readonly targets: readonly ProjectPath[];
  /** The file that holds the reference, at its new place. */
  readonly from: ProjectPath;
  /** Mappings that hold there: aliases, load paths, what a leading slash stands for. */
  readonly mappings: readonly Mapping[];
  /** Where a file goes that is there now: an entry sheet by which a URL is read. */
  readonly goes: (path: ProjectPath) => ProjectPath;
}

/** Every spelling worth trying, the most like the user's first. */
export function* sheetSpellings(task: SheetSpellingTask): Generator<string> {
  const { prefix, path, suffix } = splitSheetSpecifier(task.reference.specifier);
  for (const found of spelled(task, path, prefix)) {
    if (path.includes("%")) yield prefix + encodeURI(found) + suffix;
    yield prefix + found + suffix;
  }
}

function* spelled(task: SheetSpellingTask, path: string, prefix: string): Generator<string> {
  const { was, mappings, from, goes } = task;
  const names = namings(task, path);
  const { scheme } = was;
  if (scheme !== "relative") {
    if (scheme.kind === "entry folder")
      for (const name of names) yield dotted(relativePath(folderOf(goes(scheme.by)), name), path);
    const alike = mappings.filter(({ kind, by }) => kind === scheme.kind && goes(scheme.by) === by);
    const same = alike.filter(({ pattern, targets }) => pattern === scheme.pattern && targets[0] === scheme.targets[0]);
    for (const mapping of [...same, ...alike])
      for (const name of names) {
        const through = nameThrough(mapping, name);
        if (through === undefined) continue;
        yield prefix !== "" && through.startsWith(prefix) ? through.slice(prefix.length) : through;
      }
  }
  for (const name of names) yield dotted(relativePath(folderOf(from), name), path);
}

/** A path that begins with dots today keeps a dot; a bare one stays bare. */
function dotted(relative: string, before: string): string {
  return relative.startsWith("../") || !before.startsWith(".") ? relative : `./${relative}`;
}

/** Paths that may stand for the target, the user's own form first. */
function namings({ reference: { lookup }, was, targets }: SheetSpellingTask, before: string): ProjectPath[] {
  const [old, target] = [was.targets[0], targets[0]];
  if (old === undefined || target === undefined) return [];
  if (lookup !== "sass" && lookup !== "less" && lookup !== "css")
    return [plainVariant(target, nameOf(old), nameOf(before))];
  const folder = folderOf(target);
  const name = nameOf(target);
  const extension = sheetRules[lookup].extensions.flat().find((each) => name.endsWith(each)) ?? "";
  const last = nameOf(before.replace(/\/+$/, ""));
  const withExtension = extension !== "" && sheetRules[lookup].extensions.flat().some((each) => last.endsWith(each));
  const bare = (text: string): string => (sheetRules[lookup].partials ? text.replace(/^_/, "") : text);
  const stem = name.slice(0, name.length - extension.length);
  const forms = [stem, bare(stem), name, bare(name)];
  const liked = (form: string): number =>
    (form.endsWith(extension) === withExtension ? 0 : 2) + (form.startsWith("_") === last.startsWith("_") ? 0 : 1);
  const paths = [...new Set(forms)].sort((a, b) => liked(a) - liked(b)).map((form) => inFolder(folder, form));
  const isIndex = sheetRules[lookup].partials && bare(stem) === "index";
  return was.folder !== undefined && isIndex ? [folder, ...paths] : paths;
}

/** `tree.png` stands for `tree@2x.png`, too: the name that the user spelled is that of the plain one. */
function plainVariant(target: ProjectPath, old: string, spelled: string): ProjectPath {
  if (old === spelled) return target;
  return inFolder(folderOf(target), nameOf(target).replace(/@\d+(?:\.\d+)?x(?=\.)/, ""));
}
