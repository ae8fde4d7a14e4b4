/**
 * Two files into one place, or onto one that stays: each that moves keeps a folder that tells them apart. What cannot be told
 * apart stays where it is. Nothing is ever overwritten.
 */
import { keyOf, shared, type Clues } from "../../insight/catalogue/index.js";
import { inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import { Occupancy } from "../collisions.js";
import type { Destination } from "./destination.js";
import { homeOf, movesOfUnit, type Unit, type UnitMove } from "./units.js";

/** A unit that goes, and where each of its files goes. */
export interface Going {
  readonly unit: Unit;
  readonly to: Extract<Destination, { kind: "goes" }>;
  readonly moves: readonly UnitMove[];
}

/** What is left when collisions are solved. */
export interface Solved {
  readonly going: readonly Going[];
  /** Units that could not be told apart from another, and the path that both would have. */
  readonly stuck: readonly { readonly unit: Unit; readonly at: ProjectPath }[];
}

/** Solves collisions, the same way whatever the order of the units. `folderOfFeature` names a feature's folder. */
export function solveCollisions(
  tree: SourceTree,
  wanted: readonly { readonly unit: Unit; readonly to: Going["to"] }[],
  { clues, folderOfFeature }: { readonly clues: Clues; readonly folderOfFeature: (feature: string) => string },
): Solved {
  let going = wanted.map(({ unit, to }): Going => ({ unit, to, moves: movesOfUnit(unit, to.into, to.stem) }));
  const stuck: { unit: Unit; at: ProjectPath }[] = [];
  const told = new Set<Unit>();
  // A unit is given a folder once, and given up once: this comes to an end.
  for (;;) {
    const clashing = collisions(tree, going);
    if (clashing.size === 0) return { going, stuck };
    going = going.flatMap((each): Going[] => {
      const at = clashing.get(each.unit);
      if (at === undefined) return [each];
      const folder = told.has(each.unit) ? undefined : tellingFolder(each, { clues, folderOfFeature });
      told.add(each.unit);
      if (folder === undefined) {
        stuck.push({ unit: each.unit, at });
        return [];
      }
      const to = { ...each.to, into: inFolder(each.to.into, folder) };
      return [{ unit: each.unit, to, moves: movesOfUnit(each.unit, to.into, to.stem) }];
    });
  }
}

/** The units that meet another, or something that stays, each with the place where they do. */
function collisions(tree: SourceTree, going: readonly Going[]): Map<Unit, ProjectPath> {
  const found = new Map<Unit, ProjectPath>();
  const unitOf = new Map(going.flatMap(({ unit, moves }) => moves.map(({ from }) => [from, unit] as const)));
  const places = new Occupancy(tree);
  places.send(going.flatMap(({ moves }) => moves));
  for (const { unit, moves } of going) {
    const own = new Set(moves.map(({ from }) => from));
    for (const { to } of moves) {
      const met = places.met(to, own);
      if (met.length === 0) continue;
      found.set(unit, to);
      for (const path of met === "folder" ? [] : met) {
        const other = unitOf.get(path);
        if (other) found.set(other, to);
      }
    }
  }
  return found;
}

/** The folder that tells a file from its namesake: its feature's, else the nearest that it lies in now and that is no role's. */
function tellingFolder(
  { unit, to }: Going,
  { clues, folderOfFeature }: { readonly clues: Clues; readonly folderOfFeature: (feature: string) => string },
): string | undefined {
  if (to.feature !== shared && !to.shelf.at.includes("{feature}")) return folderOfFeature(to.feature);
  const parts = homeOf(unit)
    .split("/")
    .filter((part) => part !== "" && !clues.folders.has(keyOf(part)));
  const own = parts.at(-1) ?? nameOf(homeOf(unit));
  return own === "" || nameOf(to.into) === own ? undefined : own;
}
