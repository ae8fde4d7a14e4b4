/** What the folders above a file tell of its role, asked once a folder. */
import type { Role } from "../../app/arrangement/index.js";
import { isOfSource, type RoutedFolder } from "../../app/index.js";
import { folderOf, nameOf, rootPath, type ProjectPath } from "../../base/paths.js";
import { keyOf, type Clues } from "./clues.js";

/** A folder whose name is a word of a role, and how many folders lie between. */
export interface FolderClue {
  readonly folder: ProjectPath;
  readonly role: Role;
  readonly distance: number;
}

/** Words of roles that are also what an app is about: `actions/router/` beside `actions/cart/` holds actions. */
const topics = new Set(
  [
    "navigation",
    "router",
    "routing",
    "settings",
    "configuration",
    "templates",
    "client",
    "messages",
    "media",
    "i18n",
    "language",
    "languages",
    "lang",
    "locale",
    "themes",
    "theme",
    "filters",
    "modals",
    "api",
    "navigators",
    "resources",
    "forms",
  ].map(keyOf),
);

/** What is known of folders besides their names. */
export interface FolderPlaces {
  /** The folders in a folder. */
  readonly below: (folder: ProjectPath) => readonly ProjectPath[];
  /** Folders of screens that are found by where they lie. */
  readonly routed: readonly RoutedFolder[];
  /** Folders beside the source root that are part of the app: those, and whose code it takes in. */
  readonly beside: readonly ProjectPath[];
}

/** So many sisters, and this part of them, make a layer one that is divided by what the app is about. */
const [sistersOfATopic, partOfTopics] = [4, 0.6];

/** Where tests keep what they saw; `snapshots/` may be what an app is about. */
const seenByTests = /^__(?:\w+_)?(?:snapshots|screenshots)__$/;

/** Folders in which everything is for tests, stories or tools, whatever it is. */
const special = /^(?:__\w+__|e2e|cypress)$/;

/**
 * The clues of folders. `known` says of which folders more is known than their word: the role that they hold, or `null` for
 * none (those of features, and what is belied).
 */
export class FolderClues {
  readonly #nearest = new Map<ProjectPath, FolderClue | undefined>();
  readonly #special = new Map<ProjectPath, FolderClue | undefined>();

  constructor(
    readonly clues: Clues,
    readonly source: ProjectPath,
    readonly known: (folder: ProjectPath) => Role | null | undefined,
    readonly places: FolderPlaces,
  ) {}

  /** The role that a folder's own name is a word of. */
  roleOf(folder: ProjectPath): Role | undefined {
    const known = this.known(folder);
    if (known !== undefined) return known ?? undefined;
    if (this.places.routed.some(({ at, isWhole }) => isWhole && at === folder)) return "screen";
    if (seenByTests.test(nameOf(folder))) return "test";
    const word = keyOf(nameOf(folder));
    // `components/Navigation/` is a component's own folder, and no layer; `lib/Widgets/` is one.
    const above = folderOf(folder) === this.source ? "" : nameOf(folderOf(folder));
    const inside = this.clues.folders.get(keyOf(above));
    const mayBeOwn = inside !== undefined && inside !== "helper";
    if (/^\p{Lu}/u.test(nameOf(folder)) && /^\p{Ll}/u.test(above) && mayBeOwn) return undefined;
    if (this.#isAmongNames(folder)) return undefined;
    if (topics.has(word) && this.isAmongTopics(folder)) return undefined;
    const deep = this.clues.deep.get(word);
    return deep !== undefined && this.places.below(folder).length > 0 ? deep : this.clues.folders.get(word);
  }

  /** Whether it is one of many folders in the source root that are called as components are: `src/Form/` beside `src/Listing/`. */
  #isAmongNames(folder: ProjectPath): boolean {
    if (this.clues.foldersAreNames || folderOf(folder) !== this.source || !/^\p{Lu}\p{Ll}/u.test(nameOf(folder)))
      return false;
    const named = this.places
      .below(this.source)
      .filter((each) => /^\p{Lu}\p{Ll}/u.test(nameOf(each)) && !this.clues.folders.has(keyOf(nameOf(each))));
    return named.length >= sistersOfATopic;
  }

  /** Whether a folder lies in a layer most of whose folders are called after no role. */
  isAmongTopics(folder: ProjectPath): boolean {
    const above = folderOf(folder);
    if (above === rootPath || above === this.source || !this.clues.folders.has(keyOf(nameOf(above)))) return false;
    const sisters = this.places.below(above);
    const plain = sisters.filter((each) => !this.clues.folders.has(keyOf(nameOf(each))));
    return sisters.length >= sistersOfATopic && plain.length >= sisters.length * partOfTopics;
  }

  /** The nearest folder in the source root that is a word of a role. */
  nearest(folder: ProjectPath): FolderClue | undefined {
    return this.#find(folder, this.#nearest, (each) =>
      isOfSource(each, this.source, this.places.beside) ? this.roleOf(each) : undefined,
    );
  }

  /** The nearest folder above, wherever it is, that leaves no doubt: `__tests__`. */
  decisive(folder: ProjectPath): FolderClue | undefined {
    return this.#find(folder, this.#special, (each) => {
      if (seenByTests.test(nameOf(each))) return "test";
      return special.test(nameOf(each)) ? this.clues.folders.get(keyOf(nameOf(each))) : undefined;
    });
  }

  #find(
    folder: ProjectPath,
    kept: Map<ProjectPath, FolderClue | undefined>,
    roleOf: (folder: ProjectPath) => Role | undefined,
  ): FolderClue | undefined {
    if (folder === rootPath) return undefined;
    if (kept.has(folder)) return kept.get(folder);
    const role = roleOf(folder);
    const above = role === undefined ? this.#find(folderOf(folder), kept, roleOf) : undefined;
    const found =
      role === undefined ? above && { ...above, distance: above.distance + 1 } : { folder, role, distance: 0 };
    kept.set(folder, found);
    return found;
  }
}
