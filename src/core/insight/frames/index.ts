/**
 * Frames: which layouts stand around which screens. A screen draws its frame itself, or stands in one where the app lists its screens
 * (`<PublicLayout><HomeScreen /></PublicLayout>`, a route with its children), or all that is reached through a file does.
 */
import { languageFor, ownNames } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { AppAnalysis } from "../analysis.js";
import type { Entry } from "../catalogue/index.js";

/** One frame around a screen. */
export interface Frame {
  /** The file of the layout. */
  readonly layout: ProjectPath;
  /** Where it is put around the screen, and at which offset. */
  readonly file: ProjectPath;
  readonly start: number;
  /** What lies between it and the screens in it: the files through which they are reached. */
  readonly within: ReadonlySet<ProjectPath>;
}

/** Whether a screen stands in both of two of its frames at once: the inner one is its own, or in what the outer one stands around. */
export function standsInBoth(screen: ProjectPath, outer: Frame, inner: Frame): boolean {
  return inner.file === screen || outer.within.has(inner.file);
}

/** All that is known of an app's frames. */
export interface Frames {
  readonly layouts: readonly ProjectPath[];
  /** The screens of the app that something leads to, each with its frames, those outside first. */
  readonly screens: ReadonlyMap<ProjectPath, readonly Frame[]>;
}

/** What is looked at. */
export type FramesInput = Pick<AppAnalysis, "catalogue"> & { readonly graph: ReferenceGraph };

/** Finds them. Only files that take a layout are read. */
export function framesOf({ catalogue, graph }: FramesInput): Frames {
  const isCode = ({ leads, isIndex, isLeft, path }: Entry): boolean =>
    leads && !isIndex && !isLeft && languageFor(path)?.views !== undefined;
  const all = [...catalogue.entries.values()].filter(isCode);
  const layouts = all.filter(({ role }) => role.is === "layout").map(({ path }) => path);
  const screens = new Map<ProjectPath, Frame[]>();
  for (const { path, role } of all)
    if (role.is === "screen" && catalogue.uses.usersOf(path).length > 0) screens.set(path, []);
  if (layouts.length === 0 || screens.size === 0) return { layouts, screens };
  const looking: Looking = { catalogue, graph, screens };
  for (const layout of layouts)
    for (const file of catalogue.uses.usersOf(layout)) {
      const entry = catalogue.entries.get(file);
      if (!entry || !isCode(entry) || /^(?:test|story|layout)$/.test(entry.role.is ?? "")) continue;
      for (const [screen, framed] of framedIn(file, layout, looking))
        screens.get(screen)?.push({ layout, file, ...framed });
    }
  // What is outside is put around by files that are no screens.
  const isOwn = (screen: ProjectPath, { file }: Frame): number => (file === screen ? 1 : 0);
  for (const [screen, frames] of screens) frames.sort((a, b) => isOwn(screen, a) - isOwn(screen, b));
  return { layouts, screens };
}

interface Looking {
  readonly catalogue: AppAnalysis["catalogue"];
  readonly graph: ReferenceGraph;
  readonly screens: ReadonlyMap<ProjectPath, Frame[]>;
}

/** The screens that a file puts into a frame, and where. */
function framedIn(
  file: ProjectPath,
  layout: ProjectPath,
  looking: Looking,
): ReadonlyMap<ProjectPath, Pick<Frame, "start" | "within">> {
  const { catalogue, graph, screens } = looking;
  const found = new Map<ProjectPath, Pick<Frame, "start" | "within">>();
  const text = graph.tree.text(file)?.text;
  const forms = languageFor(file)?.views;
  if (text === undefined || !forms) return found;
  const locals = new Map<string, ProjectPath>();
  const frames = new Set<string | number>();
  /** Files that are taken where they stand, by the offset of what says so. */
  const places = new Map<number, ProjectPath>();
  const targets = catalogue.uses.targetsOf(file);
  for (const { reference, resolution } of graph.files.get(file)?.references ?? []) {
    if (resolution.state !== "found") continue;
    const { bindings = [] } = reference;
    const [only] = resolution.targets;
    const names = bindings.length > 0 ? ownNames(bindings) : [forms.localOf(text, reference.start)];
    for (const name of names) {
      if (name === undefined && only !== undefined) {
        if (only === layout) frames.add(reference.start);
        else places.set(reference.start, only);
      }
      if (name === undefined || name === "") continue;
      const target = meant(name, resolution.targets, targets, graph);
      if (target === layout) frames.add(name);
      else if (target !== undefined) locals.set(name, target);
    }
  }
  const names = [...locals.keys(), ...(screens.has(file) ? [""] : [])];
  for (const { name, at } of frames.size === 0 ? [] : forms.enclosed(text, [...frames], names, [...places.keys()])) {
    const target = name === "" ? file : typeof name === "number" ? places.get(name) : locals.get(name);
    if (target === undefined) continue;
    const { found: reached, within } = behind(target, looking);
    for (const screen of reached) if (!found.has(screen)) found.set(screen, { start: at, within });
  }
  return found;
}

/** The file that gives a name, behind an index if need be. */
function meant(
  name: string,
  direct: readonly ProjectPath[],
  effective: readonly ProjectPath[],
  graph: ReferenceGraph,
): ProjectPath | undefined {
  const [target] = direct;
  if (target === undefined || effective.includes(target)) return target;
  const gives = (path: ProjectPath): boolean =>
    graph.files.get(path)?.reading.exports?.some((each) => each.name === name || each.local === name) === true;
  return effective.find(gives);
}

/** The screens that a file leads to, without those that only other screens lead to. */
function behind(
  start: ProjectPath,
  { catalogue, screens }: Looking,
): { readonly found: readonly ProjectPath[]; readonly within: ReadonlySet<ProjectPath> } {
  const [found, seen, open] = [[] as ProjectPath[], new Set([start]), [start]];
  for (let path = open.pop(); path !== undefined; path = open.pop()) {
    if (screens.has(path)) {
      found.push(path);
      continue;
    }
    for (const target of catalogue.uses.targetsOf(path)) {
      if (seen.has(target)) continue;
      seen.add(target);
      open.push(target);
    }
  }
  return { found, within: seen };
}
