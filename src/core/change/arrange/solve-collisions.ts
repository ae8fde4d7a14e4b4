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
  const going = new Map(
    wanted.map(({ unit, to }): [Unit, Going] => [unit, { unit, to, moves: movesOfUnit(unit, to.into, to.stem) }]),
  );
  const stuck: { unit: Unit; at: ProjectPath }[] = [];
  const told = new Set<Unit>();
  const places = new Occupancy(tree);
  const unitOf = new Map<ProjectPath, Unit>();
  for (const { unit, moves } of going.values()) for (const { from } of moves) unitOf.set(from, unit);
  places.send([...going.values()].flatMap(({ moves }) => moves));
  let moved: Iterable<Going> = going.values();
  // A unit is given a folder once, and given up once: this comes to an end.
  for (;;) {
    const clashing = collisions(places, moved, unitOf);
    if (clashing.size === 0) return { going: [...going.values()], stuck };
    const changed: Going[] = [];
    const waiting: Going[] = [];
    // The index of a whole shelf stays at its head where the other finds a folder.
    const besides = new Set([...clashing].flatMap(([{ lead }, at]) => (lead.isIndex ? [] : [at])));
    for (const each of [...going.values()]) {
      const at = clashing.get(each.unit);
      if (at === undefined) continue;
      if (each.unit.lead.isIndex && besides.has(at)) {
        // Another index may go there as well.
        waiting.push(each);
        continue;
      }
      const folder = told.has(each.unit) ? undefined : tellingFolder(each, { clues, folderOfFeature });
      told.add(each.unit);
      if (folder === undefined) {
        stuck.push({ unit: each.unit, at });
        going.delete(each.unit);
        for (const { from } of each.moves) unitOf.delete(from);
        // It is where it was: who goes there meets it.
        changed.push({ ...each, moves: each.moves.map(({ from }) => ({ from, to: from })) });
        continue;
      }
      const to = { ...each.to, into: inFolder(each.to.into, folder) };
      const again = { unit: each.unit, to, moves: movesOfUnit(each.unit, to.into, to.stem) };
      going.set(each.unit, again);
      changed.push(again);
    }
    places.send(changed.flatMap(({ moves }) => moves));
    moved = [...changed, ...waiting];
  }
}

/** The units that those which have just moved meet, and they themselves unless they stay, each with the place where they do. */
function collisions(
  places: Occupancy,
  moved: Iterable<Going>,
  unitOf: ReadonlyMap<ProjectPath, Unit>,
): Map<Unit, ProjectPath> {
  const found = new Map<Unit, ProjectPath>();
  for (const { unit, moves } of moved) {
    const own = new Set(moves.map(({ from }) => from));
    for (const { from, to } of moves) {
      const met = places.met(to, own);
      if (met.length === 0) continue;
      if (unitOf.get(from) === unit) found.set(unit, to);
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
