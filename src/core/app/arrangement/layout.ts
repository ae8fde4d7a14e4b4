/**
 * A layout: the shelves of one app. It says where a file of a role, a feature and a name belongs, and, the other way
 * round, on which shelf a path lies. It touches no file.
 */
import { distance } from "fastest-levenshtein";
import { BrokenAssumption, ShelfError } from "../../base/errors.js";
import { inCase, spellName, splitWords, wordsKey, wordsTyped, type NamingPattern } from "../../base/names/index.js";
import { folderOf, inFolder, isBelow, nameOf, rootPath, type ProjectPath } from "../../base/paths.js";
import { ownArrangement } from "./shipped.js";
import type { StackData } from "./stack-data.js";
import { folderFor, folderMatcher, placeWithoutWords, type FolderMatch } from "./path-pattern.js";
import type { Role } from "./roles.js";
import { makeShelves, type Shelf, type ShelfSource, type Words } from "./shelf.js";

/** What a layout is made from. */
export interface LayoutInput extends Words {
  readonly stack: StackData;
  readonly arrangement: ShelfSource & { readonly name: string; readonly publicIndex: boolean };
  /** The user's own shelves: added, or instead of those at the same place. */
  readonly ownShelves?: ShelfSource;
  /** The app's folder: where its `steady-shelf.yaml` lies. */
  readonly folder: ProjectPath;
  /** The source root, from the project's root. */
  readonly source: ProjectPath;
}

/** Where a path lies. */
export interface Standing extends FolderMatch {
  readonly shelf: Shelf;
  /** The folder, as the shelf's pattern sees it. */
  readonly folder: string;
}

/** What a place is asked for. */
export interface PlaceRequest {
  readonly role: Role;
  /** A feature's name in any case, or the folder of one that is there. */
  readonly feature?: string | undefined;
  /** The shelf's folder, or its last word, where the role has several. */
  readonly shelf?: string | undefined;
  /** A pattern that the shelf must know, where the role has several. */
  readonly pattern?: string | undefined;
  readonly extension?: string | undefined;
}

/** The shelves of one app. */
export class Layout {
  readonly shelves: readonly Shelf[];
  /** The same in the order of the arrangement; shelves of one's own that it does not have come last. */
  readonly inOrder: readonly Shelf[];
  readonly stack: StackData;
  readonly arrangement: string;
  readonly publicIndex: boolean;
  readonly source: ProjectPath;
  readonly folder: ProjectPath;
  readonly #bySpecificity: readonly Shelf[];
  readonly #standings = new Map<string, Standing | undefined>();
  /** Extensions by which shelves tell files apart. */
  readonly #telling: ReadonlySet<string>;
  /** The folder of a feature, without what is inside. */
  readonly #featureHead: { readonly at: string; readonly shelf: Shelf } | undefined;
  readonly #matchFeature: ((folder: string) => FolderMatch | undefined) | undefined;
  /** Shelves with a name of their own where features have theirs: `components/ui` beside `components/{feature}`. */
  readonly #besideFeatures: ReadonlySet<Shelf>;

  /** Throws `CONFIG_BROKEN`. */
  constructor(input: LayoutInput) {
    this.stack = input.stack;
    this.arrangement = input.arrangement.name;
    this.publicIndex = input.arrangement.publicIndex;
    this.source = input.source;
    this.folder = input.folder;
    const words = { ...input, anyNames: input.arrangement.name === ownArrangement };
    const own = input.ownShelves ? makeShelves(input.ownShelves, words) : [];
    const given = makeShelves(input.arrangement, words);
    const ownAt = new Map([...own].reverse().map((shelf) => [placeWithoutWords(shelf.at), shelf]));
    const replaced = given.map((shelf) => ownAt.get(placeWithoutWords(shelf.at)) ?? shelf);
    this.shelves = [...own, ...given.filter((shelf, index) => replaced[index] === shelf)];
    this.inOrder = [...replaced, ...own.filter((shelf) => !replaced.includes(shelf))];
    this.#bySpecificity = [...this.shelves].sort((a, b) => specificity(b.at) - specificity(a.at));
    this.#telling = new Set(this.shelves.flatMap((shelf) => shelf.extensions ?? []));
    const inFeature = this.shelves.find((each) => each.at.includes("{feature}"));
    const head = inFeature?.at.slice(0, inFeature.at.indexOf("{feature}") + "{feature}".length);
    this.#featureHead = inFeature && head !== undefined ? { at: head, shelf: inFeature } : undefined;
    this.#matchFeature = head === undefined ? undefined : folderMatcher(head);
    const depth = head?.split("/").length ?? 1;
    // Where features lie in the source root itself, all that lies below one of the other folders there is beside them, too.
    const onTop = new Set(this.shelves.map(({ at }) => at));
    const beside = ({ at }: Shelf): boolean =>
      !at.includes("{feature}") &&
      (head === "{feature}" ? onTop.has(at.split("/")[0] ?? "") : at.split("/").length >= depth);
    this.#besideFeatures = new Set(this.shelves.filter(beside));
  }

  /** The shelf for a role. Throws `NO_SHELF`, `FEATURE_WANTED` or `FEATURE_UNWANTED`. */
  shelfFor({ role, feature, shelf, pattern, extension }: PlaceRequest): Shelf {
    const holding = this.shelves.filter((each) => each.holds.includes(role));
    if (holding.length === 0)
      throw new ShelfError("NO_SHELF", { path: role, other: this.#called, reason: this.#rolesHere().join(", ") });
    const named = shelf === undefined ? holding : holding.filter((each) => isNamed(each, shelf));
    if (named.length === 0)
      throw new ShelfError("SHELF_UNKNOWN", { path: shelf ?? "", other: role, paths: holding.map((each) => each.at) });
    const fitting = named.filter((each) => (feature === undefined) !== each.at.includes("{feature}"));
    if (fitting.length === 0 && feature === undefined)
      throw new ShelfError("FEATURE_WANTED", { path: role, other: named[0]?.at ?? "" });
    if (fitting.length === 0) throw new ShelfError("FEATURE_UNWANTED", { path: role, other: named[0]?.at ?? "" });
    const byExtension = fitting.filter(
      (each) => extension === undefined || (each.extensions?.includes(extension) ?? true),
    );
    const candidates = byExtension.length > 0 ? byExtension : fitting;
    const byPattern = candidates.filter(
      (each) => pattern === undefined || each.patterns.get(role)?.some(({ text }) => text === pattern),
    );
    const exact = byPattern.filter((each) => each.patterns.get(role)?.[0]?.text === pattern);
    const [found] = exact.length > 0 ? exact : byPattern.length > 0 ? byPattern : candidates;
    if (!found) throw new BrokenAssumption("a list that is not empty has a first item");
    return found;
  }

  /** The folder's name for a new feature, whatever case it was typed in. */
  spellFeature(typed: string): string {
    return inCase(splitWords(typed), this.#featureHead?.shelf.folders ?? this.stack.folders);
  }

  /** A shelf's folder for a feature (its folder's name) and a file's stem, from the project's root. */
  folderOf(
    shelf: Shelf,
    names: { readonly feature?: string | undefined; readonly stem?: string | undefined },
  ): ProjectPath {
    return this.folderOfPattern(folderFor(shelf.at, { feature: names.feature ?? "", name: names.stem ?? "" }));
  }

  /** A filled path pattern from the project's root: below the source root, or below the app's folder with a leading slash. */
  folderOfPattern(path: string): ProjectPath {
    if (path === "." || path === "") return this.source;
    return path.startsWith("/") ? inFolder(this.folder, path.slice(1)) : inFolder(this.source, path);
  }

  /** Where a path lies, or `undefined` where no shelf is. The most particular shelf wins. */
  standingOf(path: ProjectPath): Standing | undefined {
    return this.standingOfFolder(folderOf(path), extensionOf(nameOf(path)));
  }

  /** Where files of an extension (or any) lie in a folder. Answers are kept: a folder is asked for once a file. */
  standingOfFolder(at: ProjectPath, extension?: string): Standing | undefined {
    // Only the extensions that some shelf tells apart make a difference.
    const kind =
      extension !== undefined && this.#telling.has(extension) ? extension : extension === undefined ? "*" : "";
    const key = `${at}|${kind}`;
    if (!this.#standings.has(key)) this.#standings.set(key, this.#standing(at, extension));
    return this.#standings.get(key);
  }

  #standing(at: ProjectPath, extension: string | undefined): Standing | undefined {
    const [fromSource, fromApp] = [below(at, this.source), below(at, this.folder)];
    for (const shelf of this.#bySpecificity) {
      const folder = shelf.at.startsWith("/") ? fromApp : fromSource;
      if (folder === undefined || !holdsExtension(shelf, extension)) continue;
      const match = shelf.match(folder);
      const feature =
        match?.feature ?? (this.#besideFeatures.has(shelf) ? undefined : this.#matchFeature?.(folder)?.feature);
      if (match) return { shelf, folder, ...match, ...(feature !== undefined && { feature }) };
    }
    return undefined;
  }

  /** Whether a path is the file that speaks for a feature. */
  isPublicIndex(path: ProjectPath): boolean {
    const { index } = this.stack;
    // Where no shelf is a feature's, there is nothing to speak for one; asked for every file.
    const standing = this.#featureHead && index && this.standingOf(path);
    if (!standing || standing.feature === undefined || this.featureFolder(standing.feature) !== folderOf(path))
      return false;
    const wanted = index.file.replace("{snake}", inCase(splitWords(standing.feature), "snake"));
    return stemOf(nameOf(path)) === stemOf(wanted);
  }

  /** Whether features have folders of their own here. */
  get hasFeatures(): boolean {
    return this.#featureHead !== undefined;
  }

  /** The folder of a feature (its folder's name), if features have one here. */
  featureFolder(feature: string): ProjectPath | undefined {
    if (!this.#featureHead) return undefined;
    return this.folderOfPattern(folderFor(this.#featureHead.at, { feature, name: "" }));
  }

  /** What messages call it. */
  get #called(): string {
    return this.arrangement === ownArrangement ? "This app" : this.arrangement;
  }

  #rolesHere(): Role[] {
    return [...new Set(this.shelves.flatMap((shelf) => shelf.holds))];
  }
}

/** The stem of a new file: the words of what was typed, by the first pattern of the shelf (or the one that is asked for). */
export function stemFor(shelf: Shelf, role: Role, typed: string, pattern?: string): string {
  const patterns = shelf.patterns.get(role) ?? [];
  const chosen: NamingPattern | undefined = patterns.find((each) => each.text === pattern) ?? patterns[0];
  return chosen ? spellName(chosen, wordsTyped(chosen, typed)) : typed;
}

/** The name among some that somebody meant: the same words in another case, else `undefined`; `near` is the most alike. */
export function meantName(typed: string, names: readonly string[]): { readonly same?: string; readonly near?: string } {
  const key = wordsKey(splitWords(typed));
  const same = names.find((each) => wordsKey(splitWords(each)) === key);
  if (same !== undefined) return { same };
  const far = (each: string): number => distance(wordsKey(splitWords(each)), key);
  const near = [...names].sort((a, b) => far(a) - far(b))[0];
  return near !== undefined && far(near) <= Math.min(2, Math.floor(key.length / 3)) ? { near } : {};
}

function isNamed(shelf: Shelf, name: string): boolean {
  const wanted = name.replace(/^\/|\/$/g, "").toLowerCase();
  const at = shelf.at.replace(/^\/|\/\{name\}$/g, "").toLowerCase();
  return (
    at === wanted || at.endsWith(`/${wanted}`) || wordsKey(splitWords(nameOf(at))) === wordsKey(splitWords(wanted))
  );
}

function holdsExtension(shelf: Shelf, extension: string | undefined): boolean {
  return extension === undefined || (shelf.extensions?.includes(extension) ?? true);
}

/** A folder as a path below another, `""` for that one itself, `undefined` outside of it. */
function below(folder: ProjectPath, above: ProjectPath): string | undefined {
  if (folder === above) return "";
  return isBelow(folder, above) ? folder.slice(above === rootPath ? 0 : above.length + 1) : undefined;
}

/** Literal folders count most, placeholders less, the source root itself least. */
function specificity(at: string): number {
  if (at === ".") return -1;
  return at.split("/").reduce((sum, part) => sum + (part.includes("{") ? 1 : part === "" ? 0 : 4), 0);
}

/** The extension of a name, with its dot: `.tsx`. */
export function extensionOf(name: string): string {
  const dot = name.lastIndexOf(".");
  return dot > 0 ? name.slice(dot) : "";
}

function stemOf(name: string): string {
  const extension = extensionOf(name);
  return extension === "" ? name : name.slice(0, -extension.length);
}
