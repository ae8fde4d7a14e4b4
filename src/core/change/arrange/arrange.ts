/**
 * The moves that bring an app, or a part of it, onto the shelves of an arrangement. Units move whole; what is uncertain stays
 * and is asked about; what cannot be told from another file stays and is said. Nothing is written.
 */
import type { Role } from "../../app/arrangement/index.js";
import { featureKey, shared, type Entry } from "../../insight/catalogue/index.js";
import { splitWords } from "../../base/names/index.js";
import { comparePaths, inFolder, isBelow, relativePath, type ProjectPath } from "../../base/paths.js";
import type { Analysis, AppAnalysis } from "../../insight/analysis.js";
import { losesItsWay, namedElsewhere, type Move } from "../plan/index.js";
import { Places } from "../../insight/rules/index.js";
import { foundByPlace, knownByPlace, newAddressBy, type App, type PlaceKnowledge } from "../../app/index.js";
import { solveCollisions, type Going } from "./solve-collisions.js";
import { destinationOf, type Answer, type Destination, type DestinationInput, type Question } from "./destination.js";
import type { MoveGround, StayGround } from "./grounds.js";
import { mirrorMoves } from "./mirrors.js";
import { ownNamesOf, type OwnName } from "./own-names.js";
import { unitsOf, type Unit } from "./units.js";

/** What is asked. */
export interface ArrangeRequest {
  readonly analysis: Analysis;
  readonly analysed: AppAnalysis;
  /** The app under the arrangement that is wanted; it may be the one that it has. */
  readonly target: App;
  /** Only files of this feature (`shared` is one), or of this role. */
  readonly feature?: string | undefined;
  readonly role?: Role | undefined;
  readonly keepNames?: boolean;
  readonly answers?: ReadonlyMap<ProjectPath, Answer>;
  /** Take the likeliest answer where nobody has given one. */
  readonly takeLikeliest?: boolean;
  /** Units that stay whatever they are, by their leading files, and why. */
  readonly blocked?: ReadonlyMap<ProjectPath, StayGround>;
  /** Leading files that keep their feature's folder on a shelf that is everybody's. */
  readonly keepingFeature?: ReadonlySet<ProjectPath>;
}

/** A unit that moves: its files, and why. */
export interface ArrangedUnit {
  readonly lead: ProjectPath;
  readonly feature: string;
  readonly role: Role;
  /** The shelf's place, as its pattern has it. */
  readonly shelf: string;
  readonly because: MoveGround;
  readonly moves: readonly Move[];
}

/** Something that would move, and does not. */
export interface Stay {
  readonly path: ProjectPath;
  readonly because: StayGround;
}

/** What arranging comes to, before it is planned. */
export interface Arranging {
  /** In order of feature (what is shared last), then of path. */
  readonly units: readonly ArrangedUnit[];
  readonly questions: readonly Question[];
  readonly stays: readonly Stay[];
  /** Roles whose names stay as they are, because most of them have a form of their own. */
  readonly ownNames: readonly OwnName[];
  /** Files that go where they most likely belong, because that was asked for. */
  readonly assumed: number;
  /** Leading files that were looked at. */
  readonly looked: number;
}

/** Says where everything goes. */
export function arrange(request: ArrangeRequest): Arranging {
  return prepareArranging(request)(request.blocked ?? new Map());
}

/** The same for one answer after the other to what stays, whatever it is: what does not depend on that is found once. */
export function prepareArranging(
  request: Omit<ArrangeRequest, "blocked">,
): (blocked: ReadonlyMap<ProjectPath, StayGround>) => Arranging {
  const { tree } = request.analysis.project;
  const { clues } = request.analysed.catalogue;
  const { placed, ownNames, places } = placeUnits(request);
  const knowledge = knownByPlace(tree, [inFolder(request.analysed.app.folder, "package.json")]);
  return (blocked) => {
    const questions: Question[] = [];
    const stays: Stay[] = [];
    const wanted: { unit: Unit; to: Going["to"] }[] = [];
    let assumed = 0;
    for (const { unit, destination, framework } of placed) {
      const { path } = unit.lead;
      const because = blocked.get(path);
      if (because !== undefined) stays.push({ path, because });
      else if (destination.kind === "stays") {
        if (destination.because !== undefined) stays.push({ path, because: destination.because });
      } else {
        if (destination.kind === "goes" && destination.isAssumed) assumed += 1;
        if (framework !== undefined) stays.push({ path, because: { code: "found by place", framework } });
        else if (destination.kind === "asks") questions.push(destination.question);
        else wanted.push({ unit, to: destination });
      }
    }
    const { going, stuck } = solveCollisions(tree, wanted, {
      clues,
      folderOfFeature: (name) => places.folderNameOf(name),
    });
    for (const { unit, at } of stuck) stays.push({ path: unit.lead.path, because: { code: "place taken", at } });
    const free = withoutUnread(request, withoutAddresses(knowledge, going, stays), stays);
    const units = [...free.map(unitMoves), ...mirrored(request, free)].sort(byFeature);
    return { units, questions, stays, ownNames, assumed, looked: placed.length };
  };
}

/** A unit that is asked about, where it would go, and what finds it where it is. */
interface Placed {
  readonly unit: Unit;
  readonly destination: Destination;
  readonly framework: string | undefined;
}

function placeUnits(request: Omit<ArrangeRequest, "blocked">): {
  readonly placed: readonly Placed[];
  readonly ownNames: readonly OwnName[];
  readonly places: Places;
} {
  const { analysis, analysed, target, feature, role } = request;
  const { catalogue, app } = analysed;
  const { tree } = analysis.project;
  const [now, then] = [app.layout, target.layout];
  const isInSource = (path: ProjectPath): boolean => now.source === "" || isBelow(path, now.source);
  const units = unitsOf({
    tree,
    catalogue,
    isCovered: ({ path, isLeft }) => !isLeft && isInSource(path),
    isShelf: (folder) =>
      [now, then].some((layout) => layout.standingOfFolder(folder)?.below === "" || folder === layout.source),
  });
  const places = new Places(then, catalogue, true);
  const ownNames = request.keepNames ? [] : ownNamesOf(catalogue, then, app.configuration);
  const input: DestinationInput = {
    catalogue,
    now,
    then,
    places,
    keepNames: request.keepNames ?? false,
    ownNames: new Set(ownNames.map((each) => each.role)),
    answers: request.answers ?? new Map(),
    takeLikeliest: request.takeLikeliest ?? false,
  };
  const frameworkOf = foundByPlace(tree, app);
  const placed = units
    .filter((unit) => isAsked(unit.lead, { feature, role }))
    .map((unit): Placed => {
      const to = destinationOf(unit, input);
      const isKeeping = to.kind === "goes" && request.keepingFeature?.has(unit.lead.path) === true;
      const destination = isKeeping ? inFeatureFolder(to, places) : to;
      const isAway = destination.kind !== "stays";
      const framework = isAway ? unit.files.map(frameworkOf).find((found) => found !== undefined) : undefined;
      return { unit, destination, framework };
    });
  return { placed, ownNames, places };
}

/** The same place, in a folder of the feature's name. */
function inFeatureFolder(to: Going["to"], places: Places): Going["to"] {
  const folder = places.folderNameOf(to.feature);
  // What lies below the shelf lies below the feature's folder, too.
  const base = places.layout.folderOf(to.shelf, {});
  const below = relativePath(base, to.into);
  const into = below.startsWith("..") ? to.into : inFolder(base, below === "" ? folder : `${folder}/${below}`);
  return { ...to, into };
}

/** Whether a file is one of those that are asked for. */
function isAsked(entry: Entry, { feature, role }: Pick<ArrangeRequest, "feature" | "role">): boolean {
  if (role !== undefined && entry.role.is !== role) return false;
  return feature === undefined || (entry.feature.is ?? shared) === feature;
}

/** The feature of an app that somebody means, in any case and number; `undefined` for none. */
export function featureMeant({ catalogue }: AppAnalysis, typed: string): string | undefined {
  if (typed === shared) return shared;
  const key = featureKey(splitWords(typed));
  return catalogue.features.find(({ name }) => featureKey(splitWords(name)) === key)?.name;
}

/** What a framework would take for a page or run where it would lie stays, unless it does so already. */
function withoutAddresses(knowledge: PlaceKnowledge, going: readonly Going[], stays: Stay[]): readonly Going[] {
  return going.filter(({ unit, moves }) => {
    const framework = moves.map(({ from, to }) => newAddressBy(knowledge, from, to)).find((by) => by !== undefined);
    if (framework !== undefined) stays.push({ path: unit.lead.path, because: { code: "address there", framework } });
    return framework === undefined;
  });
}

/** What a file that no language reads seems to name stays, and so do such files if they name others by their way to them. */
function withoutUnread(
  { analysis }: Pick<ArrangeRequest, "analysis">,
  going: readonly Going[],
  stays: Stay[],
): readonly Going[] {
  const { graph } = analysis;
  const { tree } = analysis.project;
  const named = namedElsewhere(tree, new Set(going.flatMap(({ moves }) => moves.map(({ from }) => from))));
  return going.filter(({ unit, moves }) => {
    const seen = moves.find(({ from }) => named.has(from));
    const lost = moves.find((move) => losesItsWay(tree, move));
    const broken = moves.find(({ from }) => (graph.files.get(from)?.reading.reading ?? "whole") !== "whole");
    if (seen) stays.push({ path: unit.lead.path, because: { code: "named unread" } });
    else if (lost) stays.push({ path: unit.lead.path, because: { code: "own names unread", file: lost.from } });
    else if (broken) stays.push({ path: unit.lead.path, because: { code: "not read whole", file: broken.from } });
    return !seen && !lost && !broken;
  });
}

function unitMoves({ unit, to, moves }: Going): ArrangedUnit {
  const { lead, folder } = unit;
  return {
    lead: lead.path,
    feature: to.feature,
    role: to.role,
    shelf: to.shelf.at,
    because: to.because,
    moves: moves.map(({ from, to: place }): Move => {
      if (from === lead.path) return { from, to: place, why: "asked" };
      return folder === undefined
        ? { from, to: place, why: "companion", because: lead.path }
        : { from, to: place, why: "in folder", because: `${folder}/` };
    }),
  };
}

/** Tests that mirror what moves, each a unit of the feature of its file. */
function mirrored(
  { analysis, analysed, target }: Omit<ArrangeRequest, "blocked">,
  going: readonly Going[],
): ArrangedUnit[] {
  const { tree } = analysis.project;
  const moved = new Map(going.flatMap(({ moves }) => moves.map(({ from, to }) => [from, to] as const)));
  const holders = new Map(going.flatMap((each) => each.moves.map(({ from }) => [from, each] as const)));
  const tests = [...analysed.catalogue.entries.values()].filter(
    ({ role, leader, isLeft }) => role.is === "test" && leader === undefined && !isLeft,
  );
  const { folder, layout } = target;
  return mirrorMoves({ tree, folder, source: layout.source, tests, moved }).map(({ from, to, of }) => {
    return {
      lead: from,
      feature: holders.get(of)?.to.feature ?? shared,
      role: "test" as const,
      shelf: "",
      because: { code: "mirrors", file: of },
      moves: [{ from, to, why: "companion" as const, because: of }],
    };
  });
}

function byFeature(a: ArrangedUnit, b: ArrangedUnit): number {
  const last = (feature: string): number => (feature === shared ? 1 : 0);
  return last(a.feature) - last(b.feature) || comparePaths(a.feature, b.feature) || comparePaths(a.lead, b.lead);
}
