/** What the page says that tells people where things go: shelves with examples, decisions, names, and who may import whom. */
import { aboutShelf, type Reach, type Role, type Shelf } from "../../app/arrangement/index.js";
import { comparePaths, inFolder, isBelow, type ProjectPath } from "../../base/paths.js";
import type { AppAnalysis } from "../analysis.js";
import { shared, type Entry } from "../catalogue/index.js";
import { Places } from "../rules/index.js";

/** One shelf. */
export interface GuidedShelf {
  /** Its folder from the app's folder, with `{feature}` left. */
  readonly at: string;
  readonly holds: readonly Role[];
  readonly about: string;
  /** Naming patterns, each with the roles whose files it is for; none where files are named as one likes. */
  readonly names: readonly { readonly roles: readonly Role[]; readonly patterns: readonly string[] }[];
  readonly files: number;
  /** A file that lies there as it should, and is called as it should be. */
  readonly example: ProjectPath | undefined;
  /** What its files may import besides each other; everything without it. */
  readonly reaches: readonly Reach[] | undefined;
}

/** Where files of a role that the app has go: into their feature, or where everybody's are. */
export interface Decision {
  readonly role: Role;
  readonly ofFeature: string | undefined;
  readonly ofAll: string | undefined;
}

/** All of it. */
export interface Guide {
  readonly app: AppAnalysis;
  readonly source: string;
  readonly features: readonly string[];
  readonly shelves: readonly GuidedShelf[];
  readonly decisions: readonly Decision[];
  /** Whether what is a feature's has a folder of that feature. */
  readonly hasFeatures: boolean;
  /** Whether other features come in through an index only. */
  readonly publicIndex: boolean;
}

/** Gathers it. `known` are examples that are told already: one that still holds stays, so that the page changes with the app alone. */
export function guideOf(app: AppAnalysis, known: ReadonlySet<string> = new Set()): Guide {
  const { layout, folder } = app.app;
  const places = new Places(layout, app.catalogue);
  const entries = [...app.catalogue.entries.values()].filter(({ isLeft, leader }) => !isLeft && leader === undefined);
  const byShelf = new Map<Shelf, Entry[]>();
  for (const entry of entries) {
    const shelf = entry.standing?.shelf;
    if (shelf) byShelf.set(shelf, [...(byShelf.get(shelf) ?? []), entry]);
  }
  const shown = (shelf: Shelf): string => shownFolder(shelf, relativeTo(folder, layout.source));
  const shelves = layout.inOrder.map((shelf): GuidedShelf => {
    const there = byShelf.get(shelf) ?? [];
    return {
      at: shown(shelf),
      holds: shelf.holds,
      about: aboutShelf(shelf),
      names: namesOf(shelf),
      files: there.length,
      example: exampleOf(there, places, known),
      reaches: shelf.reaches,
    };
  });
  const here = new Set(entries.map(({ role }) => role.is));
  return {
    app,
    source: relativeTo(folder, layout.source) || ".",
    features: app.catalogue.features.map(({ name }) => name).filter((name) => name !== shared),
    shelves: shelves.filter(({ files, holds }) => files > 0 || holds.length > 0),
    decisions: decisionsOf(layout.inOrder, shown).filter(({ role }) => here.has(role)),
    hasFeatures: layout.hasFeatures,
    publicIndex: layout.publicIndex,
  };
}

function relativeTo(folder: ProjectPath, path: ProjectPath): string {
  return folder !== "" && isBelow(path, folder) ? path.slice(folder.length + 1) : path === folder ? "" : path;
}

/** As people see it from the app's folder: `src/components`. */
function shownFolder({ at }: Shelf, source: string): string {
  if (at.startsWith("/")) return at.slice(1);
  if (at === ".") return source === "" ? "." : source;
  return source === "" ? at : inFolder(source as ProjectPath, at);
}

/** A file that lies and is called as it should be: one that was told before, else the one whose path is the shortest. */
function exampleOf(there: readonly Entry[], places: Places, known: ReadonlySet<string>): ProjectPath | undefined {
  const right = there
    .filter((entry) => !entry.isIndex && entry.role.is !== "test" && places.of(entry)?.path === entry.path)
    .map(({ path }) => path)
    .sort((a, b) => a.length - b.length || comparePaths(a, b));
  return right.find((path) => known.has(path)) ?? right[0];
}

function namesOf(shelf: Shelf): GuidedShelf["names"] {
  const byPattern = new Map<string, Role[]>();
  for (const role of shelf.holds) {
    const patterns = (shelf.patterns.get(role) ?? []).map(({ text }) => text);
    if (patterns.length > 0) byPattern.set(patterns.join(" "), [...(byPattern.get(patterns.join(" ")) ?? []), role]);
  }
  return [...byPattern].map(([patterns, roles]) => ({ roles, patterns: patterns.split(" ") }));
}

function decisionsOf(shelves: readonly Shelf[], shown: (shelf: Shelf) => string): Decision[] {
  const roles = [...new Set(shelves.flatMap(({ holds }) => holds))];
  return roles.map((role): Decision => {
    const holding = shelves.filter(({ holds }) => holds.includes(role));
    const main = (list: readonly Shelf[]): string | undefined => {
      const [first] = [...list].sort((a, b) => a.holds.length - b.holds.length);
      return first && shown(first);
    };
    return {
      role,
      ofFeature: main(holding.filter(({ at }) => at.includes("{feature}"))),
      ofAll: main(holding.filter(({ at }) => !at.includes("{feature}"))),
    };
  });
}
