/** How a user spells the names of sheets and assets: with or without underscore and extension, dots, aliases, load paths. */
import { folderOf, inFolder, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";
import type { Answer, SpellingTask } from "../lookup.js";
import { nameThrough } from "../mapping.js";
import { splitSheetSpecifier, type SpecifierParts } from "../specifier.js";
import { sheetRules } from "./lookup-rules.js";

type SheetTool = keyof typeof sheetRules;

/** Every spelling worth trying, the most like the user's first; for the name of a sheet by the rules of its tool. */
export function* sheetSpellings(task: SpellingTask, tool: SheetTool | undefined): Generator<string> {
  const { prefix, path, suffix } = splitSheetSpecifier(task.reference.specifier);
  for (const found of spelled(task, tool, splitSheetSpecifier(task.reference.specifier))) {
    if (path.includes("%")) yield prefix + encodeURI(found) + suffix;
    yield prefix + found + suffix;
  }
}

function* spelled(
  { was, targets, from, ground, goes }: SpellingTask,
  tool: SheetTool | undefined,
  { path, prefix }: SpecifierParts,
): Generator<string> {
  if (was.state !== "found") return;
  const { scheme } = was;
  const names = namings({ was, targets }, tool, path);
  if (scheme !== "relative") {
    if (scheme.kind === "entry folder")
      for (const name of names) yield dotted(relativePath(folderOf(goes(scheme.by)), name), path);
    const mappings = [...ground.loadPaths(from), ...ground.webRoots(from), ...ground.mappings(from)];
    const alike = mappings.filter(({ kind, by }) => kind === scheme.kind && goes(scheme.by) === by);
    const same = alike.filter(({ pattern, targets }) => pattern === scheme.pattern && targets[0] === scheme.targets[0]);
    for (const mapping of [...same, ...alike])
      for (const name of names) {
        const through = nameThrough(mapping, name);
        if (through === undefined) continue;
        yield prefix !== "" && through.startsWith(prefix) ? through.slice(prefix.length) : through;
      }
  }
  for (const name of names) yield dotted(relativePath(folderOf(from), name), path);
}

/** A path that begins with dots today keeps a dot; a bare one stays bare. */
function dotted(relative: string, before: string): string {
  return relative.startsWith("../") || !before.startsWith(".") ? relative : `./${relative}`;
}

/** Paths that may stand for the target, the user's own form first. */
function namings(
  { was, targets }: { readonly was: Answer; readonly targets: readonly ProjectPath[] },
  tool: SheetTool | undefined,
  before: string,
): ProjectPath[] {
  const [old, target] = [was.targets[0], targets[0]];
  if (old === undefined || target === undefined) return [];
  if (tool === undefined) return [plainVariant(target, nameOf(old), nameOf(before))];
  const folder = folderOf(target);
  const name = nameOf(target);
  const extension = sheetRules[tool].extensions.flat().find((each) => name.endsWith(each)) ?? "";
  const last = nameOf(before.replace(/\/+$/, ""));
  const withExtension = extension !== "" && sheetRules[tool].extensions.flat().some((each) => last.endsWith(each));
  const bare = (text: string): string => (sheetRules[tool].partials ? text.replace(/^_/, "") : text);
  const stem = name.slice(0, name.length - extension.length);
  const forms = [stem, bare(stem), name, bare(name)];
  const liked = (form: string): number =>
    (form.endsWith(extension) === withExtension ? 0 : 2) + (form.startsWith("_") === last.startsWith("_") ? 0 : 1);
  const paths = [...new Set(forms)].sort((a, b) => liked(a) - liked(b)).map((form) => inFolder(folder, form));
  const isIndex = sheetRules[tool].partials && bare(stem) === "index";
  return was.folder !== undefined && isIndex ? [folder, ...paths] : paths;
}

/** `tree.png` stands for `tree@2x.png`, too: the name that the user spelled is that of the plain one. */
function plainVariant(target: ProjectPath, old: string, spelled: string): ProjectPath {
  if (old === spelled) return target;
  return inFolder(folderOf(target), nameOf(target).replace(/@\d+(?:\.\d+)?x(?=\.)/, ""));
}
