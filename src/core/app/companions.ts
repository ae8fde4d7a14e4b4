/**
 * Which files travel together: a component with its stylesheet, test, story and snapshot; platform variants; image
 * densities; the declaration beside a script. All are told by the stem, the part of the name they share.
 */
import { extractFrom, isCode, languageFor, languages } from "../languages/index.js";
import { beginningWith, folderOf, inFolder, isBelow, joinPath, nameOf, type ProjectPath } from "../base/paths.js";
import type { SourceTree } from "../files/index.js";

/** A name taken apart: `Tree.ios.test.tsx` → stem `Tree`, infixes `.ios.test`, extension `.tsx`. */
export interface NameParts {
  readonly stem: string;
  /** What follows the stem, extension included. */
  readonly rest: string;
  /** Whether the name is the main file of its stem: no test, story, style or snapshot of something. */
  readonly leads: boolean;
}

const rules = languages.map((language) => language.companions).filter((rule) => rule !== undefined);
const platforms = new Set(languages.flatMap((language) => language.rules?.platforms ?? []));
const infixes = new Set(rules.flatMap((rule) => rule.infixes));
const folders = new Set(rules.flatMap((rule) => rule.folders));
/** Endings without a dot, by the extension before which they stand. */
const endings = new Map(
  languages.flatMap(({ companions, extensions }) =>
    companions?.endings ? extensions.map((extension) => [extension, companions.endings ?? []] as const) : [],
  ),
);
const pictureFolders = new Set(rules.flatMap((rule) => rule.pictureFolders ?? []));
const after = rules.flatMap((rule) => rule.after);
const styleExtensions = new Set(rules.flatMap((rule) => rule.extensions));
const density = /@\d+(?:\.\d+)?x$/;

/** Takes a file's name apart by what every language knows of companions. */
export function partsOf(name: string): NameParts {
  let parts = known.get(name);
  if (!parts) {
    if (known.size >= mostKnown) known.clear();
    known.set(name, (parts = takeApart(name)));
  }
  return parts;
}

/** Names that were taken apart before: each stage asks again. */
const known = new Map<string, NameParts>();
const mostKnown = 100_000;

function takeApart(name: string): NameParts {
  const suffix = after.find((each) => name.endsWith(each) && name.slice(0, -each.length).includes(".")) ?? "";
  const whole = suffix === "" ? name : name.slice(0, -suffix.length);
  const extension = extensionOf(whole);
  let stem = whole.slice(0, whole.length - extension.length);
  let leads = suffix === "" && !styleExtensions.has(extension);
  for (let dot = stem.lastIndexOf("."); dot > 0; dot = stem.lastIndexOf(".")) {
    const infix = stem.slice(dot);
    if (!platforms.has(infix) && !infixes.has(infix)) break;
    if (!platforms.has(infix)) leads = false;
    stem = stem.slice(0, dot);
  }
  stem = stem.replace(density, "");
  // `TreesPage.xaml.cs` is the code behind `TreesPage.xaml`.
  if (languageFor(stem)?.viewForm !== undefined) [stem, leads] = [stem.slice(0, stem.lastIndexOf(".")), false];
  const ending = endings.get(extension)?.find((each) => stem.endsWith(each) && stem.length > each.length);
  if (ending !== undefined) [stem, leads] = [stem.slice(0, -ending.length), false];
  return { stem, rest: name.slice(stem.length), leads };
}

function extensionOf(name: string): string {
  const known = languageFor(name)?.extensions.find((extension) => name.endsWith(extension));
  const dot = name.lastIndexOf(".");
  return known ?? (dot > 0 ? name.slice(dot) : "");
}

/** A companion, and how it lies to the file it goes with. */
export interface Companion {
  readonly path: ProjectPath;
  /** The folder between it and its leader's folder: `""` or `__tests__`. */
  readonly inside: string;
}

/**
 * The files that travel with one: for a leading file all of its stem; for a test its snapshot; else variants of the
 * same thing (`tree@2x.png` with `tree.png`); and whatever bears its whole name (`TreeCard.xaml.cs` with `TreeCard.xaml`). The
 * file itself is not among them.
 */
export function companionsOf(tree: SourceTree, path: ProjectPath): Companion[] {
  const siblings = siblingsOf(tree);
  const folder = folderOf(path);
  const own = partsOf(nameOf(path));
  const found: Companion[] = [];
  const isPlainPicture = isPicture(own.rest) && languageFor(path) === undefined && !pictureFolders.has(nameOf(folder));
  for (const inside of ["", ...folders, ...(isPlainPicture ? pictureFolders : [])]) {
    const place = inside === "" ? folder : inFolder(folder, inside);
    for (const name of siblings.ofStem(place, own.stem)) {
      const candidate = inFolder(place, name);
      if (candidate !== path && travels(own, partsOf(name))) found.push({ path: candidate, inside });
    }
  }
  for (const name of siblings.beginningWith(folder, `${own.stem}.`)) {
    const table = inFolder(folder, name);
    if (table !== path && isTableOf(own, nameOf(path), name) && !found.some((each) => each.path === table))
      found.push({ path: table, inside: "" });
  }
  for (const name of siblings.beginningWith(folder, `${nameOf(path)}.`)) {
    const behind = inFolder(folder, name);
    if (!found.some((each) => each.path === behind)) found.push({ path: behind, inside: "" });
  }
  return found;
}

/**
 * The files that a file's text says are parts of it, and that lie beside it or below: they go along, and keep their names. `known` are
 * those that go already.
 */
export function partsInText(tree: SourceTree, path: ProjectPath, known: readonly Companion[]): Companion[] {
  if (!languageFor(path)?.bindsFiles) return [];
  const folder = folderOf(path);
  const { references } = extractFrom(tree.text(path)?.text ?? "", path);
  return references.flatMap(({ kind, specifier }): Companion[] => {
    const part = kind === "part" ? joinPath(folder, specifier) : undefined;
    if (part === undefined || !tree.has(part) || known.some((each) => each.path === part)) return [];
    if (folder !== "" && !isBelow(part, folder)) return [];
    const inside = folderOf(part) === folder ? "" : folderOf(part).slice(folder === "" ? 0 : folder.length + 1);
    return [{ path: part, inside }];
  });
}

/** Where a part goes with its file. */
export function partPath({ path, inside }: Companion, to: ProjectPath): ProjectPath {
  return inFolder(inside === "" ? folderOf(to) : inFolder(folderOf(to), inside), nameOf(path));
}

/** Where a companion of `from` goes when that goes to `to`: beside it, in the same sub-folder, by the new stem or whole name. */
export function companionPath({ path, inside }: Companion, from: ProjectPath, to: ProjectPath): ProjectPath {
  const folder = inside === "" ? folderOf(to) : inFolder(folderOf(to), inside);
  const [name, leading] = [nameOf(path), `${nameOf(from)}.`];
  const isBehind = name.startsWith(leading) && partsOf(name).stem !== partsOf(nameOf(from)).stem;
  const { stem } = partsOf(nameOf(from));
  // `TreesForm.de.resx` keeps its language.
  if (!isBehind && languageFor(name)?.isCalledAfterType === true && name.startsWith(`${stem}.`))
    return inFolder(folder, partsOf(nameOf(to)).stem + name.slice(stem.length));
  return inFolder(
    folder,
    isBehind ? nameOf(to) + name.slice(leading.length - 1) : partsOf(nameOf(to)).stem + partsOf(name).rest,
  );
}

/** `TreesForm.resx` and `TreesForm.de.resx` of `TreesForm.cs`: tables that are found by the type in the file of their name, and those of languages. */
function isTableOf({ stem, leads }: NameParts, leader: string, name: string): boolean {
  if (!leads || languageFor(name)?.isCalledAfterType !== true) return false;
  const between = name.slice(stem.length, name.length - extensionOf(name).length);
  if (!/^(?:\.[a-z]{2,3}(?:-\w+)*)?$/.test(between)) return false;
  return isCode(leader) || (languageFor(leader)?.isCalledAfterType === true && between !== "");
}

/** Whether `other`, of the same stem, goes where `own` goes. */
function travels(own: NameParts, other: NameParts): boolean {
  if (own.leads && !other.leads) return !isPicture(own.rest) || !isWritten(other.rest);
  if (own.leads !== other.leads) return false;
  if (!own.leads) return other.rest !== own.rest && other.rest.startsWith(own.rest);
  return kindOf(own.rest) === kindOf(other.rest);
}

/** Leading files go together when they are variants of one thing: all code, or the same kind of asset. */
function kindOf(rest: string): string {
  return isWritten(rest) ? "code" : extensionOf(`x${rest}`);
}

function isWritten(rest: string): boolean {
  return isCode(rest) || styleExtensions.has(extensionOf(`x${rest}`));
}

function isPicture(rest: string): boolean {
  return !isWritten(rest);
}

/** The names of the files in a folder, by what is asked of them. */
interface Siblings {
  /** Those of a stem, in order. */
  readonly ofStem: (folder: ProjectPath, stem: string) => readonly string[];
  /** Those that begin with a text, in order. */
  readonly beginningWith: (folder: ProjectPath, start: string) => readonly string[];
}

const none: readonly string[] = [];

/** Made before: a tree stays as it is, and who asks of many files asks each time. */
const made = new WeakMap<SourceTree, Siblings>();

/** The names of all folders, made once a tree. */
function siblingsOf(tree: SourceTree): Siblings {
  let siblings = made.get(tree);
  if (!siblings) made.set(tree, (siblings = makeSiblings(tree)));
  return siblings;
}

function makeSiblings(tree: SourceTree): Siblings {
  const byFolder = new Map<ProjectPath, string[]>();
  for (const path of tree.paths) {
    const names = byFolder.get(folderOf(path));
    if (names) names.push(nameOf(path));
    else byFolder.set(folderOf(path), [nameOf(path)]);
  }
  const byStem = new Map<ProjectPath, Map<string, string[]>>();
  const stemsOf = (folder: ProjectPath): ReadonlyMap<string, string[]> => {
    let stems = byStem.get(folder);
    if (!stems) byStem.set(folder, (stems = groupByStem(byFolder.get(folder) ?? none)));
    return stems;
  };
  return {
    ofStem: (folder, stem) => stemsOf(folder).get(stem) ?? none,
    // Paths come in order, and so do the names in a folder.
    beginningWith: (folder, start) => beginningWith(byFolder.get(folder) ?? none, start),
  };
}

function groupByStem(names: readonly string[]): Map<string, string[]> {
  const stems = new Map<string, string[]>();
  for (const name of names) {
    const { stem } = partsOf(name);
    const alike = stems.get(stem);
    if (alike) alike.push(name);
    else stems.set(stem, [name]);
  }
  return stems;
}

/** Whether a folder is a component's own: it bears the file's stem, or the file is its index, and leads nothing else. */
export function isComponentFolder(tree: SourceTree, path: ProjectPath): boolean {
  const folder = folderOf(path);
  if (folder === "") return false;
  const { stem, leads } = partsOf(nameOf(path));
  const folderName = nameOf(folder);
  return (
    leads &&
    isCode(path) &&
    stem === folderName &&
    /^\p{Lu}/u.test(folderName) &&
    !tree.hasFolder(inFolder(folder, folderName))
  );
}
