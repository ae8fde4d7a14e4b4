/**
 * Edges by symbol: in languages whose files see each other without naming each other, a file uses a name that exactly one file
 * of what it sees declares. What several declare, or none, is no edge: nobody could say which.
 */
import {
  languageFor,
  languagesInUse,
  type Extraction,
  type Language,
  type ListedUnder,
  type Membership,
  type Reference,
  type Resolution,
} from "../languages/index.js";
import { addTo } from "../base/grouping.js";
import { pathsAt, pathsBelow, type ProjectPath } from "../base/paths.js";
import type { Resolver } from "./resolver.js";

/** One name that a file uses, and the file that declares it. */
export interface SymbolUse {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
  readonly name: string;
  /** Where it is used. */
  readonly start: number;
}

/** One file with what it names. */
export interface SymbolFile {
  readonly path: ProjectPath;
  readonly extraction: Extraction;
  /** What its references mean, in their order; none for one that means no file. */
  readonly targets: readonly (readonly ProjectPath[])[];
}

/** Whether files of this path are bound together by names. */
export function isBoundByNames(path: ProjectPath): boolean {
  return languageFor(path)?.libraries !== undefined;
}

/** The language that says where a file belongs: its own, or that whose types it names. */
function naming(path: ProjectPath): Language | undefined {
  const own = languageFor(path);
  return own?.namesTypesOf === undefined ? own : languagesInUse().find(({ name }) => name === own.namesTypesOf);
}

/** The files to which a file's own references bind it, so that they know each other's names: its parts, or whose part it is. */
export function boundByReferences(
  path: ProjectPath,
  { references }: Pick<Extraction, "references">,
  resolver: Pick<Resolver, "resolve">,
): ProjectPath[] {
  const language = languageFor(path);
  if (!language?.bindsFiles) return [];
  return references.flatMap((reference) => {
    if (language.bindsFiles?.(reference) !== true) return [];
    const meant = resolver.resolve(path, reference);
    return meant.state === "found" ? meant.targets : [];
  });
}

/** The edges between files, by file and place. Other languages' files may name them: a project file lists its sources. */
export function symbolUses(files: readonly SymbolFile[]): SymbolUse[] {
  const byLanguage = new Map<Language, SymbolFile[]>();
  for (const file of files) {
    const language = naming(file.path);
    if (!language?.libraries) continue;
    // Most files are libraries by themselves.
    const isBound = (): boolean => file.extraction.references.some((each) => language.bindsFiles?.(each));
    if (language.bindsFiles && !isBound()) continue;
    const alike = byLanguage.get(language);
    if (alike) alike.push(file);
    else byLanguage.set(language, [file]);
  }
  if (byLanguage.size === 0) return [];
  const namedBy = namers(files);
  const listed = listings(files);
  return [...byLanguage].flatMap(([language, alike]) => {
    const asked = alike.map((file) => {
      const lists = listed.get(file.path);
      return { ...file, namedBy: namedBy.get(file.path) ?? [], ...(lists && { listed: lists }) };
    });
    return usesWithin(alike, language.libraries?.(asked) ?? new Map<ProjectPath, Membership>());
  });
}

function namers(files: readonly SymbolFile[]): Map<ProjectPath, ProjectPath[]> {
  const found = new Map<ProjectPath, ProjectPath[]>();
  for (const { path, targets } of files)
    for (const target of targets.flat()) {
      const there = found.get(target);
      if (there) there.push(path);
      else found.set(target, [path]);
    }
  return found;
}

/** For each file the targets into which lists put it. */
function listings(files: readonly SymbolFile[]): Map<ProjectPath, (ListedUnder & { by: ProjectPath })[]> {
  const found = new Map<ProjectPath, (ListedUnder & { by: ProjectPath })[]>();
  for (const { path: by, extraction, targets } of files)
    extraction.references.forEach(({ listed = [] }, index) => {
      if (listed.length === 0) return;
      for (const target of targets[index] ?? []) for (const each of listed) addTo(found, target, { ...each, by });
    });
  return found;
}

/** The files that a reference means; of one by which a list names a folder, those in it. `paths` are all of a tree, ordered. */
export function filesMeant(
  { listed = [] }: Pick<Reference, "listed">,
  resolution: Resolution,
  paths: readonly ProjectPath[],
): readonly ProjectPath[] {
  if (resolution.state === "found") return resolution.targets;
  if (listed.length === 0) return [];
  if (resolution.state === "scope") return pathsAt(paths, resolution.folder).filter(resolution.takesIn);
  return resolution.state === "folder" ? pathsBelow(paths, resolution.at) : [];
}

function usesWithin(files: readonly SymbolFile[], members: ReadonlyMap<ProjectPath, Membership>): SymbolUse[] {
  const declarers = new Map<string, Map<string, Set<ProjectPath>>>();
  for (const { path, extraction } of files) {
    const member = members.get(path);
    for (const library of member ? [member.library, ...(member.also ?? [])] : []) {
      const names = declarers.get(library) ?? new Map<string, Set<ProjectPath>>();
      declarers.set(library, names);
      for (const { name } of extraction.declares ?? []) names.set(name, (names.get(name) ?? new Set()).add(path));
    }
  }
  return files.flatMap(({ path, extraction }) => {
    const member = members.get(path);
    if (!member) return [];
    const seen = [member.library, ...(member.also ?? []), ...member.sees];
    return (extraction.usesNames ?? []).flatMap(({ name, start }): SymbolUse[] => {
      const meant = new Set(seen.flatMap((library) => [...(declarers.get(library)?.get(name) ?? [])]));
      const [to, other] = meant;
      return to === undefined || other !== undefined || to === path ? [] : [{ from: path, to, name, start }];
    });
  });
}
