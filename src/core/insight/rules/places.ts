/** Where each file belongs, by its role and its feature, and what it should be called there. */
import { ownArrangement, type Layout, type Role, type Shelf, type Standing } from "../../app/arrangement/index.js";
import { partsOf, type App } from "../../app/index.js";
import { keyOf, shared, type Catalogue, type Entry } from "../catalogue/index.js";
import {
  isInCase,
  readName,
  spellName,
  splitWords,
  wordsKey,
  wordsTyped,
  type NamingPattern,
} from "../../base/names/index.js";
import { folderOf, inFolder, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";

/** Where a file belongs. */
export interface Belonging {
  readonly shelf: Shelf;
  /** The shelf's folder, for the feature at hand. */
  readonly base: ProjectPath;
  /** The file's own folder: that of the shelf, and what is kept below it. */
  readonly folder: ProjectPath;
  /** Its name without companions' endings and extension, by the shelf's naming pattern. */
  readonly stem: string;
  readonly path: ProjectPath;
  /** Whether its folder holds what it should. */
  readonly isOnShelf: boolean;
  /** The pattern that its name should follow; none where the shelf has none. */
  readonly pattern: NamingPattern | undefined;
}

/** Names that stand for their folder. */
const standsForFolder = /^_?index$/;

/** Says where the files of one app belong. */
export class Places {
  readonly #kept = new Map<ProjectPath, Belonging | undefined>();
  readonly #shelves = new Map<string, readonly Shelf[]>();
  #strict: Places | undefined;
  readonly #folderNames = new Map<string, string>();

  constructor(
    readonly layout: Layout,
    readonly catalogue: Pick<Catalogue, "features" | "clues">,
    /** Whether what one feature has may not lie where everybody's is: `arrange` is stricter than `check`. */
    readonly isStrict = false,
  ) {}

  /** The same for an app in which what one feature has may not lie where everybody's is. */
  get strictly(): Places {
    return this.isStrict ? this : (this.#strict ??= new Places(this.layout, this.catalogue, true));
  }

  /** Where a file belongs; `undefined` where its role is not known, or the arrangement has no shelf for it. */
  of(entry: Entry): Belonging | undefined {
    if (!this.#kept.has(entry.path)) this.#kept.set(entry.path, this.#find(entry));
    return this.#kept.get(entry.path);
  }

  /** The same for a file as it might be judged; not kept. */
  ofJudged(entry: Entry): Belonging | undefined {
    return this.#find(entry);
  }

  /** The folder's name of a feature: as it is there, else as the arrangement would spell it. */
  folderNameOf(feature: string): string {
    let name = this.#folderNames.get(feature);
    if (name === undefined) {
      const folders = this.catalogue.features.find((each) => each.name === feature)?.folders ?? [];
      const there = folders.find((folder) => this.layout.featureFolder(nameOf(folder)) === folder);
      this.#folderNames.set(feature, (name = there === undefined ? this.layout.spellFeature(feature) : nameOf(there)));
    }
    return name;
  }

  #find(entry: Entry): Belonging | undefined {
    const role = entry.role.is;
    if (role === undefined) return undefined;
    const standing = this.layout.standingOf(entry.path);
    const stands = standing?.shelf;
    if (stands?.holds.includes(role) && this.#isRightFeature(entry, standing)) {
      const { stem, pattern } = this.#name(entry, stands, role);
      const folder = folderOf(entry.path);
      return this.#made(entry, { shelf: stands, base: folder, folder, stem, pattern, isOnShelf: true });
    }
    const feature =
      entry.feature.is === shared || entry.feature.is === undefined ? undefined : this.folderNameOf(entry.feature.is);
    const shelf = this.#shelfFor(entry, role, feature);
    if (!shelf) return undefined;
    const { stem, pattern } = this.#name(entry, shelf, role);
    const base = this.layout.folderOf(shelf, { feature, stem });
    const folder = this.#ownFolder(entry, base, stem);
    return this.#made(entry, { shelf, base, folder, stem, pattern, isOnShelf: folder === folderOf(entry.path) });
  }

  #made(entry: Entry, belonging: Omit<Belonging, "path">): Belonging {
    return { ...belonging, path: inFolder(belonging.folder, belonging.stem + partsOf(nameOf(entry.path)).rest) };
  }

  /** A file of another feature stays where it is unless that is certain: a folder is a decision of somebody. */
  #isRightFeature({ path, feature, role }: Entry, standing: Standing | undefined): boolean {
    if (!standing?.shelf.at.includes("{feature}")) {
      if (!this.isStrict || feature.is === undefined || feature.is === shared) return true;
      // What belongs to a feature lies with it, where features have a shelf for it.
      return !this.layout.shelves.some(
        (each) => each.at.includes("{feature}") && role.is !== undefined && each.holds.includes(role.is),
      );
    }
    return (
      standing.feature === undefined ||
      feature.is === undefined ||
      feature.is === shared ||
      this.folderNameOf(feature.is) === standing.feature ||
      this.#isInFolderOf(feature.is, path) ||
      wordsKey(splitWords(feature.is)) === wordsKey(splitWords(standing.feature)) ||
      feature.confidence < 0.9
    );
  }

  /** Whether a file lies in a folder of a feature: it may have several. */
  #isInFolderOf(feature: string, path: ProjectPath): boolean {
    const { folders = [] } = this.catalogue.features.find(({ name }) => name === feature) ?? {};
    return folders.some((folder) => isBelow(path, folder));
  }

  /** Shelves that may hold a role, by whether a feature is known and by the file's extension; asked for every file. */
  #candidates(role: Role, isFeatures: boolean, extension: string): readonly Shelf[] {
    const key = `${role} ${isFeatures} ${extension}`;
    let found = this.#shelves.get(key);
    if (!found) {
      const holding = this.layout.shelves.filter((each) => each.holds.includes(role));
      const byExtension = holding.filter((each) => each.extensions?.includes(extension) ?? true);
      const fitting = byExtension.filter((each) => isFeatures === each.at.includes("{feature}"));
      found = fitting.length > 0 ? fitting : byExtension.filter((each) => isFeatures || !each.at.includes("{feature}"));
      this.#shelves.set(key, found);
    }
    return found;
  }

  #shelfFor({ path, role: judged }: Entry, role: Role, feature: string | undefined): Shelf | undefined {
    const all = this.#candidates(role, feature !== undefined, path.slice(path.lastIndexOf(".")));
    const isSaid = ({ sign }: Shelf): boolean =>
      judged.evidence.some(({ because }) => because.code === "sign" && because.sign === sign);
    // A shelf for what says so of itself has nothing else, and all of that.
    const said = all.filter(isSaid);
    const candidates =
      said.length > 0
        ? said
        : all.some(({ sign }) => sign === undefined)
          ? all.filter(({ sign }) => sign === undefined)
          : all;
    if (candidates.length < 2) return candidates[0];
    const { stem } = partsOf(nameOf(path));
    // Of several shelves of a role, the one whose pattern the name follows most closely: a reducer belongs with reducers,
    // though the state's own shelf takes it, too.
    const fixed = (shelf: Shelf): number => {
      const patterns = shelf.patterns.get(role) ?? [];
      const followed = patterns.filter((pattern) => readName(pattern, stem));
      return Math.max(
        -1,
        ...followed.map(({ before, after }) => (before.length + after.length) * 100 - patterns.length),
      );
    };
    return [...candidates].sort((a, b) => fixed(b) - fixed(a))[0];
  }

  /** A component's own folder goes along; other folders are those of the place that it leaves. */
  #ownFolder(entry: Entry, base: ProjectPath, stem: string): ProjectPath {
    const named = this.folderThatNames(entry);
    if (named !== undefined) return nameOf(base) === named ? base : inFolder(base, named);
    const isOwn = partsOf(nameOf(entry.path)).stem === nameOf(folderOf(entry.path)) && nameOf(base) !== stem;
    return isOwn ? inFolder(base, stem) : base;
  }

  /** The folder without which nobody knew what a file is: `Counter` of `Counter/index.tsx`; none where that says a role, or all is passed on. */
  folderThatNames({ path, isIndex }: Entry): string | undefined {
    const folder = folderOf(path);
    if (isIndex || folder === this.layout.source || !isFolderIndex(path)) return undefined;
    return this.catalogue.clues.folders.has(keyOf(nameOf(folder))) ? undefined : nameOf(folder);
  }

  #name({ path }: Entry, shelf: Shelf, role: Role): { stem: string; pattern: NamingPattern | undefined } {
    const { stem } = partsOf(nameOf(path));
    const patterns = shelf.patterns.get(role) ?? [];
    const followed = patterns.find((each) => readName(each, stem));
    if (followed || standsForFolder.test(stem)) return { stem, pattern: followed };
    const pattern = nearestPattern(patterns, stem);
    if (!pattern) return { stem, pattern: undefined };
    const words = wordsTyped(pattern, stem);
    return { stem: words.length === 0 ? stem : spellName(pattern, words), pattern };
  }
}

/** The pattern that a name follows but for its case; else the first. */
function nearestPattern(patterns: readonly NamingPattern[], stem: string): NamingPattern | undefined {
  const words = splitWords(stem).map((word) => word.toLowerCase());
  const has = ({ before, after }: NamingPattern): boolean =>
    [...splitWords(before), ...splitWords(after)].every((word) => words.includes(word.toLowerCase()));
  const fixed = ({ before, after }: NamingPattern): number => before.length + after.length;
  return [...patterns].filter(has).sort((a, b) => fixed(b) - fixed(a))[0] ?? patterns[0];
}

/** Whether a name stands for its folder: `index.ts`, `_index.scss`. */
export function isFolderIndex(path: ProjectPath): boolean {
  return standsForFolder.test(partsOf(nameOf(path)).stem);
}

/** Whether a folder of a feature is in the case that its shelf wants. */
export function isFeatureCase(layout: Layout, name: string): boolean {
  const shelf = layout.shelves.find(({ at }) => at.includes("{feature}"));
  return shelf === undefined || isInCase(name, shelf.folders);
}

/** So many of an app's files lie on shelves where the shelves are the app's. */
const partOnShelves = 0.8;

/** With fewer files than this, an app shows no custom of its own. */
const fewFiles = 10;

/** How many of the files in the source root lie on a shelf. */
export interface Placement {
  readonly on: number;
  readonly of: number;
}

/** Counts them. */
export function placementOf(mains: readonly Entry[], layout: Layout): Placement {
  const inSource = mains.filter(({ path }) => isInSource(layout, path));
  const on = inSource.filter(({ standing }) => standing !== undefined && standing.shelf.holds.length > 0);
  return { on: on.length, of: inSource.length };
}

/** Whether the shelves are the app's: most files lie on them. Where they do not, no file is judged by its shelf. */
export function placesMost({ on, of }: Placement): boolean {
  return of < fewFiles || on >= of * partOnShelves;
}

/** Whether a shelf is the app's own, written down or learnt, and not of an arrangement that ships. */
export function isOfTheAppsOwn(app: App, { at }: Shelf): boolean {
  return app.layout.arrangement === ownArrangement || ownShelvesOf(app).some((each) => each.at === at);
}

/** Whether an app has shelves of its own, beside those of an arrangement or alone. */
export function hasOwnShelves(app: App): boolean {
  return app.layout.arrangement === ownArrangement || ownShelvesOf(app).length > 0;
}

function ownShelvesOf({ decision, configuration }: App): readonly { readonly at: string }[] {
  return [...(decision.shelves ?? []), ...(configuration?.shelves.shelves ?? [])];
}

/** Whether a path lies in the source root. */
export function isInSource(layout: Layout, path: ProjectPath): boolean {
  return layout.source === "" || isBelow(path, layout.source);
}
