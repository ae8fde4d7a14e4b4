/** How an app's sheets take in others: in place or as modules, with which quotes, through which names. */
import { SheetUsers, SheetWorld, type SheetText } from "../../graph/index.js";
import type { SheetLoad } from "../../languages/index.js";
import { folderOf, type ProjectPath } from "../../base/paths.js";
import type { TreeView } from "../../files/index.js";

/** A sheet and one line by which it takes in another. */
export interface KnownLoad {
  readonly from: ProjectPath;
  readonly load: SheetLoad;
}

interface Known extends KnownLoad {
  readonly target: ProjectPath | undefined;
}

/** What is known of a sheet and those around it. */
export interface SheetManner {
  readonly how: "in place" | "module";
  /** The loads of sheets of the project by which it is taken in itself. */
  readonly users: readonly KnownLoad[];
  /** A line of the sheet, or else of another, to write new ones like. */
  readonly like?: KnownLoad;
  readonly quote: string;
  /** Whether partials begin with an underscore. */
  readonly underscore: boolean;
}

/** So many lines by which other sheets take sheets in show how that is done in an app. */
const enoughLines = 400;

/** What it shows itself, and who takes it in; else as many others as it needs, those of its folder first. */
export function mannerOf(
  tree: Pick<TreeView, "paths">,
  world: SheetWorld,
  users: SheetUsers,
  path: ProjectPath,
): SheetManner {
  const extension = path.slice(path.lastIndexOf("."));
  // Only where names are given in order there are modules and partials.
  const isSass = SheetWorld.formsOf(path)?.givesNames(path) === "in order";
  const loadsOf = (from: ProjectPath): Known[] =>
    (world.sheet(from)?.loads ?? []).map((load) => ({ from, load, target: world.loaded(from, load) }));
  const own = loadsOf(path);
  const taking = users.of(path).filter(({ from, load }) => world.loaded(from, load) === path);
  const kin = own.filter(({ target }) => target !== undefined);
  const isNear = (other: ProjectPath): number => (folderOf(other) === folderOf(path) ? 0 : 1);
  const others = tree.paths.filter((each) => each !== path && each.endsWith(extension));
  for (const from of [...others].sort((a, b) => isNear(a) - isNear(b))) {
    if (kin.length >= enoughLines) break;
    kin.push(...loadsOf(from).filter(({ target }) => target !== undefined));
  }
  const ways = (loads: readonly KnownLoad[]): readonly SheetLoad["how"][] => loads.map(({ load }) => load.how);
  const how = !isSass ? "in place" : sassManner(ways(own), ways(taking), ways(kin));
  const fits = ({ load }: KnownLoad): boolean => (how === "in place") === (load.how === "in place") && !load.isNested;
  const like = own.find((each) => each.target !== undefined && fits(each)) ?? kin.find(fits);
  const partials = kin.flatMap(({ target }) => (target === undefined ? [] : [target]));
  const marked = partials.filter((each) => SheetWorld.isPartial(each)).length;
  const quoted = own.find(({ load }) => load.reference.quote !== "") ?? like;
  return {
    how,
    users: taking,
    ...(like && { like: { from: like.from, load: like.load } }),
    quote: quoted?.load.reference.quote ?? usualQuote(world.sheet(path)),
    underscore: isSass && (partials.length === 0 || marked * 2 >= partials.length),
  };
}

/** What is imported is no module: its names are those of all. */
function sassManner(own: readonly string[], users: readonly string[], kin: readonly string[]): SheetManner["how"] {
  const isModule = (how: string): boolean => how === "module" || how === "passed on";
  if (own.includes("in place") || users.includes("in place")) return "in place";
  if (own.some(isModule) || users.some(isModule)) return "module";
  return kin.filter((how) => how === "in place").length > kin.filter(isModule).length ? "in place" : "module";
}

function usualQuote(sheet: SheetText | undefined): string {
  const text = sheet?.text ?? "";
  return text.split("'").length > text.split('"').length ? "'" : '"';
}
