/** A file by its names: what others take gets a file of its own, with what only it needs. */
import { splitWords, wordsKey } from "../../base/names/index.js";
import { nameOf } from "../../base/paths.js";
import { partsOf } from "../../app/index.js";
import { givenNames, type Anatomy } from "../regroup/index.js";
import type { Unit } from "./units.js";

/** Units that become one file. */
export interface Group {
  readonly units: readonly Unit[];
  /** The name that the file is called after. */
  readonly main: string;
}

/** The groups that get a file of their own. What is in none of them stays: what the file is named after, and what several need. */
export function groupsByName(anatomy: Anatomy, units: readonly Unit[]): readonly Group[] {
  // A type that one other thing needs, `TreeCardProps`, goes with it; one that several need stays.
  const given = givenNames(anatomy);
  const isLeader = (unit: Unit): boolean => unit.isGiven && unit.declares.length > 0 && !unit.isType;
  // Where functions and values need no file of their own to be found, only types get one.
  const leaders = units.filter(
    (unit) =>
      isLeader(unit) &&
      unit.statements.some(({ ties, within }) => ties === undefined || ties.body !== undefined || within !== undefined),
  );
  const main = mainOf(anatomy, leaders);
  const owned = new Map<Unit, Unit | undefined>();
  const ownerOf = (unit: Unit): Unit | undefined => {
    if (leaders.includes(unit)) return unit;
    if (owned.has(unit)) return owned.get(unit);
    owned.set(unit, undefined);
    const owners = new Set([...unit.users].map(ownerOf));
    const [only] = owners;
    const owner = owners.size === 1 ? only : undefined;
    owned.set(unit, owner);
    return owner;
  };
  return leaders
    .filter((leader) => leader !== main)
    .map((leader) => ({
      units: units.filter((unit) => ownerOf(unit) === leader),
      main: leader.declares.find((name) => given.has(name)) ?? leader.declares[0] ?? "",
    }));
}

/** What the file is named after, or gives by default. */
function mainOf({ path }: Anatomy, leaders: readonly Unit[]): Unit | undefined {
  const { stem } = partsOf(nameOf(path));
  const key = wordsKey(splitWords(stem));
  return (
    leaders.find(({ declares }) => declares.some((name) => wordsKey(splitWords(name)) === key)) ??
    leaders.find(({ statements }) => statements.some(({ exported }) => exported === "by default"))
  );
}
