/**
 * Where a unit goes: onto the shelf for its role and its feature, with the sub-folders that mean something. What nobody can
 * be sure of becomes a question; what has no place stays.
 */
import { ownArrangement, type Layout, type Role, type Shelf } from "../../app/arrangement/index.js";
import {
  certain,
  keyOf,
  ordered,
  saysRole,
  shared,
  wordsBesideRole,
  wordsOfFolderName,
  type Catalogue,
  type Clues,
  type Entry,
  type Judgement,
  type Said,
} from "../../insight/catalogue/index.js";
import { languageFor } from "../../languages/index.js";
import { partsOf } from "../../app/index.js";
import { inCase, readName, splitWords, type NamingPattern } from "../../base/names/index.js";
import { folderOf, inFolder, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import type { Belonging, Places } from "../../insight/rules/index.js";
import type { Reason } from "../../insight/reasons.js";
import type { Doubtful, MoveGround, StayGround } from "./grounds.js";
import { keptFolders } from "./kept-folders.js";
import { homeOf, type Unit } from "./units.js";

/** What somebody says of a file: a role, a feature, or that it stays as it is. */
export type Answer = Said;

/** One way to answer, and what comes of it. */
export interface AnswerOption {
  readonly answer: Exclude<Answer, "leave">;
  /** The folder that the file would go into. */
  readonly folder: ProjectPath;
  /** What speaks for it, where something does. */
  readonly because: Reason | undefined;
}

/** A question: nobody can be sure where a file belongs, so it stays until somebody says so. */
export interface Question {
  readonly path: ProjectPath;
  readonly about: "role" | "feature";
  /** What is in doubt. */
  readonly doubtful: Doubtful;
  /** The likeliest first; there may be none. */
  readonly options: readonly AnswerOption[];
}

/** A decision about one unit. */
export type Destination =
  | {
      readonly kind: "goes";
      /** The folder that it goes into (of its own folder, the one above). */
      readonly into: ProjectPath;
      readonly stem: string;
      readonly shelf: Shelf;
      readonly role: Role;
      /** A feature's name, or `shared`. */
      readonly feature: string;
      readonly because: MoveGround;
      /** Whether nobody can be sure, and the likeliest was taken. */
      readonly isAssumed: boolean;
    }
  | { readonly kind: "asks"; readonly question: Question }
  /** It is where it should be, or has no place anywhere. */
  | { readonly kind: "stays"; readonly because: StayGround | undefined };

/** What decisions stand on. */
export interface DestinationInput {
  readonly catalogue: Catalogue;
  /** The shelves of now, and those that are wanted. */
  readonly now: Layout;
  readonly then: Layout;
  /** Places under the wanted shelves. */
  readonly places: Places;
  readonly keepNames: boolean;
  /** Roles whose files the app names in its own way. */
  readonly ownNames: ReadonlySet<Role>;
  readonly answers: ReadonlyMap<ProjectPath, Answer>;
  /** Take the likeliest answer where nobody has given one. */
  readonly takeLikeliest: boolean;
}

/** Below this an answer is a guess, rival or not. */
const guess = 0.4;

/** Files that begin the app or that a tool has made stay where they are found. */
const rooted: ReadonlySet<Role> = new Set(["entry", "generated", "test", "story"]);

/** Files at the top of the source root that tools find by their names. */
const foundByName =
  /^(?:index|main|app|setup\w*|service-?worker|sw|polyfills?|env|global|vite-env|react-app-env|reportWebVitals)\.[^/]*$|\.d\.ts$/i;

/** Decides about one unit. */
export function destinationOf(unit: Unit, input: DestinationInput): Destination {
  const { answers, now, then } = input;
  const answer = answers.get(unit.lead.path);
  if (answer === "leave") return stays({ code: "answered" });
  const entry = answered(unit.lead, answer);
  const { path, role } = entry;
  // What others have written goes where their sheets are kept; what a tool makes, it makes where it lies.
  const isForeign = role.evidence.some(({ because }) => because.code === "sign" && because.sign === "foreign");
  if (role.is !== undefined && rooted.has(role.is) && !(role.is === "generated" && isForeign)) return stays(undefined);
  if (folderOf(path) === now.source && foundByName.test(nameOf(path))) return stays(undefined);
  if (entry.isIndex) return destinationOfIndex(entry, input);
  if (role.is === undefined) return asks(entry, "role", [], { code: "nothing known" });
  const options = optionsOf(entry, unit, input);
  const [first] = options;
  // Where an app is its own standard, a file moves only if its role leaves no doubt, and its sisters lie there.
  if (then.arrangement === ownArrangement && answer === undefined && !(first && isAsSistersDo(entry, first, input)))
    return stays(undefined);
  if (!first) return noPlace(entry, unit, input);
  const isSame = options.every(({ into, stem }) => into === first.into && stem === first.stem);
  const needsFeature = then.shelves.some((shelf) => shelf.at.includes("{feature}") && shelf.holds.includes(first.role));
  const isVague =
    role.confidence < guess || (needsFeature && entry.feature.confidence < guess && entry.feature.is !== shared);
  // Whatever it is, it may stay: that needs no answer.
  if (first.into === homeOf(unit) && (isSame || isVague)) return goesOrStays(unit, first);
  if (isSame && !isVague) return goesOrStays(unit, first);
  if (input.takeLikeliest) return goesOrStays(unit, { ...first, isAssumed: true });
  const about = new Set(options.map((each) => each.role)).size > 1 || role.confidence < guess ? "role" : "feature";
  return asks(entry, about, options, doubtfulOf(entry, about));
}

/** Whether ten others of its role or more lie on a shelf, nine of ten of all. */
function isAsSistersDo({ path, role, leader }: Entry, { shelf }: Going, { catalogue, now }: DestinationInput): boolean {
  if (role.is === undefined || role.confidence < certain) return false;
  const shelves = sistersOf(catalogue, now).get(role.is) ?? new Map<string, number>();
  // What is asked for is no sister of itself.
  const isCounted = leader === undefined && catalogue.entries.get(path)?.role.is === role.is;
  const itself = isCounted ? 1 : 0;
  const all = [...shelves.values()].reduce((sum, count) => sum + count, 0) - itself;
  const there = (shelves.get(shelf.at) ?? 0) - (now.standingOf(path)?.shelf.at === shelf.at ? itself : 0);
  return there >= 10 && there >= all * 0.9;
}

type Sisters = ReadonlyMap<Role, ReadonlyMap<string, number>>;

/** Counted once: every file of an app asks. */
const counted = new WeakMap<Catalogue["entries"], { readonly now: Layout; readonly sisters: Sisters }>();

/** How many leading files of each role lie on each shelf; `""` for none. */
function sistersOf({ entries }: Pick<Catalogue, "entries">, now: Layout): Sisters {
  const known = counted.get(entries);
  if (known?.now === now) return known.sisters;
  const sisters = new Map<Role, Map<string, number>>();
  for (const { path, role, leader } of entries.values()) {
    if (role.is === undefined || leader !== undefined) continue;
    const shelves = sisters.get(role.is) ?? new Map<string, number>();
    const at = now.standingOf(path)?.shelf.at ?? "";
    sisters.set(role.is, shelves.set(at, (shelves.get(at) ?? 0) + 1));
  }
  counted.set(entries, { now, sisters });
  return sisters;
}

type Going = Extract<Destination, { kind: "goes" }>;

function stays(because: StayGround | undefined): Destination {
  return { kind: "stays", because };
}

function goesOrStays(unit: Unit, going: Going): Destination {
  const isThere = going.into === homeOf(unit) && going.stem === partsOf(nameOf(unit.lead.path)).stem;
  return isThere ? stays(undefined) : going;
}

function answered(entry: Entry, answer: Exclude<Answer, "leave"> | undefined): Entry {
  if (!answer) return entry;
  const said = <Kind extends string>(is: Kind): Judgement<Kind> => {
    return { is, confidence: 1, orElse: undefined, evidence: [{ for: is, weight: 1, because: { code: "answered" } }] };
  };
  return {
    ...entry,
    ...(answer.role !== undefined && { role: said(answer.role) }),
    ...(answer.feature !== undefined && { feature: said(answer.feature) }),
  };
}

/** Everywhere that the file could go, by what it may be; the likeliest first. */
function optionsOf(entry: Entry, unit: Unit, input: DestinationInput): Going[] {
  const { role, feature } = entry;
  const found: Going[] = [];
  const roles = [role.is, role.orElse].filter((each) => each !== undefined);
  const features = [feature.is ?? shared, feature.orElse].filter((each) => each !== undefined);
  for (const one of features)
    for (const other of roles) {
      const judged = {
        ...entry,
        role: other === role.is ? role : { ...role, is: other },
        feature: one === feature.is ? feature : { ...feature, is: one },
      };
      const belonging = input.places.ofJudged(judged);
      if (belonging) found.push(goingTo(judged, belonging, { unit, input, role: other, feature: one }));
    }
  return found;
}

interface GoingInput {
  readonly unit: Unit;
  readonly input: DestinationInput;
  readonly role: Role;
  readonly feature: string;
}

function goingTo(entry: Entry, belonging: Belonging, { unit, input, role, feature }: GoingInput): Going {
  const kept = belonging.isOnShelf ? [] : keptFolders(entry, unit, belonging.shelf, input);
  const into = belonging.isOnShelf
    ? homeOf(unit)
    : withName(
        kept.reduce<ProjectPath>((folder, part) => inFolder(folder, part), baseOf(belonging)),
        unit.folder === undefined ? input.places.folderThatNames(entry) : undefined,
      );
  return {
    kind: "goes",
    into,
    stem: stemOf(entry, belonging, input),
    shelf: belonging.shelf,
    role,
    feature,
    because: groundFor(entry, { role, feature, shelf: belonging.shelf }),
    isAssumed: false,
  };
}

function withName(folder: ProjectPath, name: string | undefined): ProjectPath {
  return name === undefined || nameOf(folder) === name ? folder : inFolder(folder, name);
}

/** The shelf's folder. Where its pattern holds the name of the file, the component's own folder is part of it already. */
function baseOf({ base, shelf }: Belonging): ProjectPath {
  return shelf.at.endsWith("/{name}") ? folderOf(base) : base;
}

/** A new name only where the rule for names would ask for one, and nobody wants to keep the old. */
function stemOf(
  { path, role }: Entry,
  { stem, pattern, shelf }: Belonging,
  { keepNames, ownNames, catalogue }: DestinationInput,
): string {
  const old = partsOf(nameOf(path)).stem;
  if (
    keepNames ||
    (role.is !== undefined && ownNames.has(role.is)) ||
    !pattern ||
    stem === old ||
    role.confidence < certain ||
    !readName(pattern, stem) ||
    languageFor(path)?.hasOwnForm?.(old) === true
  )
    return old;
  if (role.is !== undefined && isNamedAnyway(old, role.is, pattern, catalogue.clues)) return old;
  // What follows the pattern of another role of this shelf is of that role.
  const others = [...shelf.patterns.values()].flat().filter(({ before, after }) => before + after !== "");
  return others.some((each) => readName(each, old)) ? old : stem;
}

/**
 * Whether a name says well enough what the file is: `service` is of what its folder says, and `rotaSlice` is no provider. What draws
 * is called as the arrangement says, a page `RotaScreen`.
 */
function isNamedAnyway(stem: string, role: Role, { before, after }: NamingPattern, clues: Clues): boolean {
  const words = splitWords(stem).map((word) => word.toLowerCase());
  const fixed = splitWords(before + after).map((word) => word.toLowerCase());
  if (fixed.length === 0 || clues.drawing.has(role)) return false;
  const isAlmost = fixed.every((word) => words.includes(word));
  return isAlmost ? words.length === fixed.length : saysRole(stem, role, clues);
}

/** What the file is taken for, of which feature, and what speaks for that. */
function groundFor({ role, feature }: Entry, going: Pick<Going, "role" | "feature" | "shelf">): MoveGround {
  return {
    code: "judged",
    role: role.is === undefined ? undefined : going.role,
    feature: going.feature,
    isShared: !going.shelf.at.includes("{feature}") && going.feature === shared,
    because: ordered(feature).find(({ for: of }) => of === going.feature)?.because,
  };
}

/** The arrangement has no shelf for what it is: for what belongs to no feature, one may be named after it. */
function noPlace(entry: Entry, unit: Unit, input: DestinationInput): Destination {
  const { role, feature } = entry;
  const { then, catalogue, places, takeLikeliest } = input;
  const isFeatures = then.shelves.some(
    (shelf) => role.is !== undefined && shelf.holds.includes(role.is) && shelf.at.includes("{feature}"),
  );
  if (role.is === undefined || !isFeatures || (feature.is !== shared && feature.is !== undefined))
    return stays({ code: "no shelf", arrangement: then.arrangement, role: role.is });
  const name = nameOfItsOwn(entry.path, then.source, catalogue.clues);
  if (name === undefined)
    return stays({ code: "no shelf", arrangement: then.arrangement, role: role.is, ofNoFeature: true });
  const judged = answered(entry, { feature: name });
  const belonging = places.ofJudged(judged);
  const options = belonging
    ? [
        {
          ...goingTo(judged, belonging, { unit, input, role: role.is, feature: name }),
          speaks: { code: "feature of its own" } as const,
        },
      ]
    : [];
  const [first] = options;
  if (first && takeLikeliest) return goesOrStays(unit, { ...first, isAssumed: true });
  return asks(entry, "feature", options, { code: "no one feature", role: role.is });
}

/**
 * What a feature would be called after a file alone: as that is, or, if it is an index or a part of an address that changes
 * (`[treeId]`), as the nearest folder that says something besides a role; `undefined` where nothing does.
 */
function nameOfItsOwn(path: ProjectPath, source: ProjectPath, clues: Clues): string | undefined {
  const { stem } = partsOf(nameOf(path));
  if (!/^_?index$/.test(stem) && saysName.test(stem)) return inCase(wordsBesideRole(nameOf(path), clues), "kebab");
  for (let folder = folderOf(path); isBelow(folder, source); folder = folderOf(folder))
    if (saysName.test(nameOf(folder)) && !clues.folders.has(keyOf(nameOf(folder))))
      return inCase(wordsOfFolderName(nameOf(folder)), "kebab");
  return undefined;
}

/** How a name begins that is no sign of routes: `(tabs)`, `[treeId]`, `$treeId`, `+html`. */
const saysName = /^_?\p{L}/u;

/** An index goes where most of what it passes on goes; the public index of a feature stays with the feature. */
function destinationOfIndex(entry: Entry, { now, then, places, catalogue }: DestinationInput): Destination {
  const { path, role, feature } = entry;
  if (now.isPublicIndex(path) || catalogue.features.some(({ folders }) => folders.includes(folderOf(path))))
    return then.isPublicIndex(path)
      ? stays(undefined)
      : stays({ code: "index of a feature", arrangement: then.arrangement });
  const standing = now.standingOf(path);
  // Only the index of a whole shelf goes with the shelf; others tie files together that lie beside them.
  if (role.is === undefined || standing?.below !== "" || !standing.shelf.holds.includes(role.is))
    return stays(undefined);
  const belonging = places.ofJudged(entry);
  if (!belonging) return stays({ code: "no shelf", arrangement: then.arrangement, role: role.is, ofNoFeature: true });
  if (belonging.isOnShelf) return stays(undefined);
  return {
    kind: "goes",
    into: baseOf(belonging),
    stem: partsOf(nameOf(path)).stem,
    shelf: belonging.shelf,
    role: role.is,
    feature: feature.is ?? shared,
    because: { code: "index of", folder: folderOf(path) },
    isAssumed: false,
  };
}

/** A way that something besides the judgement speaks for. */
type Spoken = Going & { readonly speaks?: Reason };

function asks(entry: Entry, about: Question["about"], options: readonly Spoken[], doubtful: Doubtful): Destination {
  const seen = new Set<string>();
  const several = new Set(options.map((each) => each.feature)).size > 1;
  const answers = options.flatMap((option): AnswerOption[] => {
    const { role, feature, into } = option;
    const key = `${role} ${feature} ${into}`;
    if (seen.has(key)) return [];
    seen.add(key);
    const judgement: Judgement = about === "role" ? entry.role : entry.feature;
    const wanted: string = about === "role" ? role : feature;
    const evidence = ordered(judgement).find(({ for: of }) => of === wanted);
    // What is not in doubt is not said again.
    const answer = about === "feature" ? { feature } : several ? { role, feature } : { role };
    return [{ answer, folder: into, because: evidence?.because ?? option.speaks }];
  });
  return { kind: "asks", question: { path: entry.path, about, doubtful, options: answers } };
}

function doubtfulOf({ role, feature }: Entry, about: Question["about"]): Doubtful {
  return about === "role"
    ? { code: "roles", roles: [role.is, role.orElse].filter((each) => each !== undefined) }
    : { code: "features", features: [feature.is ?? shared, feature.orElse].filter((each) => each !== undefined) };
}
