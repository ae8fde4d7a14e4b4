/**
 * Stacks, arrangements and starters as they ship, in `data/`. They are read as they are (tests validate them); an
 * arrangement of the user's own has the same form, and is validated.
 */
import { fileURLToPath } from "node:url";
import { distance } from "fastest-levenshtein";
import { parse } from "yaml";
import { ShelfError, type Place } from "../../base/errors.js";
import { joinPath, type ProjectPath } from "../../base/paths.js";
import { openDiskStore, type FileReader } from "../../files/index.js";
import { readYaml } from "../../base/yaml/index.js";
import type { ArrangementData, EvidenceData, StackData, StackMark } from "./stack-data.js";
import { arrangementSchema } from "./schemas.js";
import type { ShelfSource } from "./shelf.js";

/** Whether this runs from `dist/`; else from the sources, as in tests. */
const isBuilt = !import.meta.url.endsWith("/src/core/app/arrangement/shipped.ts");

let opened: FileReader | undefined;
const kept = new Map<string, unknown>();

/** What ships with the program: beside the build, and above the sources. */
export function shippedData(): FileReader {
  return (opened ??= openDiskStore(
    fileURLToPath(new URL(isBuilt ? "../data/" : "../../../../data/", import.meta.url)),
  ));
}

/** One file of `data/` as data. The build has turned YAML into JSON, which is read in a tenth of the time. */
function shipped(name: string): unknown {
  if (!kept.has(name)) {
    const text = isBuilt ? shippedData().readBeyond(`../dist/data/${name}.json`) : undefined;
    const yaml = (): string =>
      shippedData()
        .read(`${name}.yaml` as ProjectPath)
        .toString();
    kept.set(name, text === undefined ? parse(yaml()) : JSON.parse(text));
  }
  return kept.get(name);
}

/** Names of all stacks, and how each is found. */
export function stackMarks(): readonly StackMark[] {
  return (shipped("stacks") as { stacks: StackMark[] }).stacks;
}

/** What names, folders and extensions tell of roles in every stack. */
export function readEvidence(): EvidenceData {
  return shipped("evidence") as EvidenceData;
}

/** Names of all arrangements that ship. */
export function arrangementNames(): string[] {
  return namesIn("arrangements");
}

function namesIn(folder: string): string[] {
  return shippedData()
    .entries(folder as ProjectPath)
    .filter((name) => name.endsWith(".yaml"))
    .map((name) => name.slice(0, -".yaml".length))
    .sort();
}

/** One stack. Throws `STACK_UNKNOWN` with the nearest name. */
export function readStack(name: string, place?: Place): StackData {
  const names = namesIn("stacks");
  if (!names.includes(name)) throw unknown("STACK_UNKNOWN", { name, names, place });
  return shipped(`stacks/${name}`) as StackData;
}

/** The arrangement of an app that is like no other: it has the shelves that its configuration names, or that were learnt. */
export const ownArrangement = "own";

const own: ArrangementData = {
  version: 1,
  name: ownArrangement,
  title: "this app's own",
  about: "For an app that has begun, and that no arrangement fits: its own shelves, and no others.",
  shelves: [],
};

/** An arrangement with the way to say where something in it is wrong. */
export interface Arrangement extends ShelfSource {
  readonly data: ArrangementData;
}

/**
 * One arrangement: a name, or the path of the user's own (with a dot or a slash in it), from the app's folder. Throws
 * `ARRANGEMENT_UNKNOWN` with the nearest name, and `CONFIG_BROKEN` for one of the user's own that is not as it should be.
 */
export function readArrangement(
  name: string,
  app: { readonly store: FileReader; readonly folder: ProjectPath },
  place?: Place,
): Arrangement {
  if (name === ownArrangement) return { data: own, shelves: own.shelves, placeOf: () => ({ file: "" }) };
  if (/[./]/.test(name)) return readOwnArrangement(name, app, place);
  const names = arrangementNames();
  if (!names.includes(name)) throw unknown("ARRANGEMENT_UNKNOWN", { name, names, place });
  const file = `arrangements/${name}.yaml`;
  const data = shipped(`arrangements/${name}`) as ArrangementData;
  return { data, shelves: data.shelves, placeOf: () => ({ file }) };
}

function readOwnArrangement(
  name: string,
  { store, folder }: { store: FileReader; folder: ProjectPath },
  place?: Place,
): Arrangement {
  const file = joinPath(folder, name);
  if (file === undefined || /^(?:[\\/]|[a-zA-Z]:)/.test(name))
    throw new ShelfError("ARRANGEMENT_UNKNOWN", {
      path: name,
      reason: "it lies outside of the project",
      ...(place && { place }),
    });
  if (store.stat(file)?.kind !== "file")
    throw new ShelfError("ARRANGEMENT_UNKNOWN", {
      path: name,
      reason: `no file ${file} is there`,
      ...(place && { place }),
    });
  const { data, placeAt } = readYaml({
    text: store.read(file).toString(),
    file,
    schema: arrangementSchema,
    code: "CONFIG_BROKEN",
  });
  const placeOf = (index: number, key?: string): Place =>
    placeAt(["shelves", index, ...(key === undefined ? [] : [key])]);
  return { data, shelves: data.shelves, placeOf };
}

function unknown(
  code: "STACK_UNKNOWN" | "ARRANGEMENT_UNKNOWN",
  {
    name,
    names,
    place,
  }: { readonly name: string; readonly names: readonly string[]; readonly place: Place | undefined },
): ShelfError {
  const near = [...names].sort((a, b) => distance(a, name) - distance(b, name))[0];
  const isNear = near !== undefined && distance(near, name) <= Math.max(2, name.length / 2);
  return new ShelfError(code, { path: name, paths: names, ...(isNear && { other: near }), ...(place && { place }) });
}
