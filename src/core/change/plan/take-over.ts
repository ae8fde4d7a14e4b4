/**
 * What one try decided about references, taken over by the next, which moves other files: only what that makes no difference to. It
 * saves work and proves nothing; the proof looks at every reference again.
 */
import { folderOf, inFolder, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import { isOpen, someReadFiles, type Reference, type Resolution } from "../../languages/index.js";
import type { RespelledDraft } from "./make-plan.js";
import type { MoveMap } from "./move-map.js";
import type { RespelledFile } from "./read-file.js";
import type { Passage } from "./respell.js";

/** What was decided before about a file, if it still holds; `undefined` where nothing can be taken over. */
export function takeOver(
  passage: Passage,
  earlier: RespelledDraft,
): ((path: ProjectPath) => RespelledFile | undefined) | undefined {
  const doubted = foldersInDoubt(passage, earlier);
  if (!doubted) return undefined;
  const [now, then] = [passage.map, earlier.map];
  const before = new Map(earlier.files.map((file) => [file.path, file]));
  const others = new Set<string>();
  for (const path of new Set([...now.files.keys(), ...then.files.keys()]))
    if (now.file(path) !== then.file(path))
      for (const at of [now.file(path), then.file(path)]) for (const place of placesOf(at)) others.add(place);
  const answersFor = new Map<ProjectPath, boolean>();
  /** Whether a file goes where it went before, and nothing else comes or stays where its name could mean it. */
  const isSame = (path: ProjectPath): boolean => {
    let known = answersFor.get(path);
    if (known === undefined) {
      const at = now.file(path);
      known = at === then.file(path) && !placesOf(at).some((place) => others.has(place));
      answersFor.set(path, known);
    }
    return known;
  };
  return (path) => {
    const file = before.get(path);
    return file && isUnconcerned(file, { now, isSame, doubted }) ? file : undefined;
  };
}

/** The names, without an extension, that may mean a file: its own, and its folder's for what stands for it. */
function placesOf(path: ProjectPath): readonly string[] {
  const name = nameOf(path);
  const dot = name.indexOf(".", 1);
  const stem = dot < 0 ? name : name.slice(0, dot);
  const own = inFolder(folderOf(path), stem).toLowerCase();
  return stem === "index" || name === "package.json" ? [own, folderOf(path).toLowerCase()] : [own];
}

/**
 * The folders in which settings will say something else than in the try before, today's and tomorrow's: what names mean there is to
 * be decided again. `undefined` where that holds everywhere.
 */
function foldersInDoubt({ settings, map }: Passage, earlier: RespelledDraft): ProjectPath[] | undefined {
  const then = earlier.passage.settings;
  if (!settings || !then) return undefined;
  if (earlier.files.some(({ extraction }) => someReadFiles(extraction.references))) return undefined;
  const other = [...new Set([...settings.keys(), ...then.keys()])].filter(
    (path) => settings.get(path) !== then.get(path) || map.file(path) !== earlier.map.file(path),
  );
  return other.flatMap((path) => [folderOf(path), folderOf(map.file(path))]);
}

interface Concern {
  readonly now: MoveMap;
  readonly isSame: (path: ProjectPath) => boolean;
  readonly doubted: readonly ProjectPath[];
}

/** A reference by no lookup that takes words for places. */
const placeless: Pick<Reference, "lookup"> = { lookup: "module" };

/** Whether a file and all that it names by single files go where they went before; it was respelled then without a rest. */
function isUnconcerned(file: RespelledFile, { now, isSame, doubted }: Concern): boolean {
  const isPlain = file.onlyRespelled && file.lost.length === 0 && file.adds.length === 0 && file.removes.size === 0;
  if (!isPlain || !isSame(file.path)) return false;
  // Among other settings names by alias or package may mean something else; from elsewhere, too.
  if (doubted.some((folder) => isBelow(file.path, folder) || isBelow(now.file(file.path), folder))) return false;
  const isSettled = doubted.length === 0;
  const isKept = (was: Resolution, reference: Pick<Reference, "lookup">): boolean =>
    was.state === "unresolved" ||
    (was.state === "external" && !isOpen(reference)) ||
    (was.state === "found" &&
      was.folder === undefined &&
      (isSettled || was.scheme === "relative") &&
      was.targets.every(isSame));
  return file.meanings.every((was, index) => isKept(was, file.extraction.references[index] ?? placeless));
}
