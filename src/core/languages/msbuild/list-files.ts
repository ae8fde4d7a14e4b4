/**
 * Files that are made are listed in projects that list each of their files, as the files beside them are, and in shared items
 * (`.projitems`); the items of files that go are taken out.
 */
import {
  folderOf,
  foldersAbove,
  joinPath,
  nameOf,
  relativePath,
  rootPath,
  type ProjectPath,
} from "../../base/paths.js";
import { isDotnetProject, projectAbove } from "../dotnet-projects.js";
import type { ListChange, ListedLine, ListTree } from "../language.js";
import { extractProject } from "./extract.js";
import { takesIn } from "./lookups.js";

/** The lines by which projects take new files in; none where a project takes them in by itself, or lists nothing of the kind. */
export function listFiles(change: ListChange, tree: ListTree): readonly ListedLine[] {
  return [...linesOfNew(change, tree), ...linesOfGone(change, tree)];
}

function linesOfNew({ made }: Pick<ListChange, "made">, tree: ListTree): readonly ListedLine[] {
  const wanted = new Map<
    string,
    { readonly project: ProjectPath; readonly element: string; readonly files: ProjectPath[] }
  >();
  for (const path of made) {
    const element = /\.cs$/i.test(path) ? "Compile" : /\.xaml$/i.test(path) ? "Page" : undefined;
    const project = element === undefined ? undefined : listAbove(tree.paths, path);
    if (element === undefined || project === undefined || isTakenIn(project, path, tree)) continue;
    const key = `${project}\n${element}`;
    const there = wanted.get(key);
    if (there) there.files.push(path);
    else wanted.set(key, { project, element, files: [path] });
  }
  return [...wanted.values()].flatMap(({ project, element, files }): ListedLine[] => {
    const text = tree.text(project)?.text ?? "";
    const item = new RegExp(
      `^([ \\t]*)<${element}\\s+Include\\s*=[^>]*?(?:/>|>[^]*?</${element}>)[ \\t]*\\r?\\n`,
      "gm",
    );
    const [last] = [...text.matchAll(item)].slice(-1);
    if (!last) return [];
    const at = last.index + last[0].length;
    const lineEnd = text.includes("\r\n") ? "\r\n" : "\n";
    const lines = files.flatMap((path) => itemOf(element, path, project).map((line) => (last[1] ?? "") + line));
    return [{ file: project, start: at, end: at, text: lines.map((line) => line + lineEnd).join(""), why: "project" }];
  });
}

/** The project or the shared items in the nearest folder around a file. */
function listAbove(paths: readonly ProjectPath[], path: ProjectPath): ProjectPath | undefined {
  const project = projectAbove(paths, path);
  const folders = [...foldersAbove(path)].reverse();
  const shared = paths
    .filter((each) => isShared(each) && (folders.includes(folderOf(each)) || folderOf(each) === rootPath))
    .sort((a, b) => folderOf(b).length - folderOf(a).length)[0];
  if (project === undefined || shared === undefined) return project ?? shared;
  return folderOf(shared).length > folderOf(project).length ? shared : project;
}

function isShared(path: string): boolean {
  return /\.projitems$/i.test(path);
}

/** Items that name a file that goes, and nothing else, with their lines. */
function linesOfGone({ gone }: Pick<ListChange, "gone">, tree: ListTree): ListedLine[] {
  if (gone.length === 0) return [];
  const leaving = new Set(gone.map((path) => path.toLowerCase()));
  return tree.paths.filter(isList).flatMap((list): ListedLine[] => {
    const text = tree.text(list)?.text ?? "";
    const { references, reading } = extractProject(text, nameOf(list));
    if (reading !== "whole") return [];
    const named = references.filter(({ kind, specifier, listed = [], lookup }) => {
      if (kind !== "setting" || listed.length === 0 || lookup !== "msbuild file") return false;
      return leaving.has((joinPath(folderOf(list), specifier) ?? "").toLowerCase());
    });
    return named.flatMap((reference): ListedLine[] => {
      const span = itemAt(text, reference.start);
      if (!span) return [];
      const removes = references.flatMap(({ start }) => (span.start <= start && start < span.end ? [start] : []));
      return [{ file: list, ...span, text: "", why: "project", removes }];
    });
  });
}

function isList(path: string): boolean {
  return isDotnetProject(path) || isShared(path);
}

/** The lines of an item that begins with one path: `<Compile Include="…" />`, or with what is said of it. */
function itemAt(text: string, at: number): { readonly start: number; readonly end: number } | undefined {
  const start = text.lastIndexOf("\n", at) + 1;
  const [whole, , value = ""] =
    /^[ \t]*<(\w+)\s+Include\s*=\s*"([^";]*)"[^<>]*?(?:\/>|>(?:(?!<\1\b)[^])*?<\/\1>)[ \t]*(?:\r?\n|$)/.exec(
      text.slice(start),
    ) ?? [];
  if (whole === undefined || value === "" || start + whole.indexOf(value) + value.length <= at) return undefined;
  return { start, end: start + whole.length };
}

function isTakenIn(project: ProjectPath, path: ProjectPath, tree: ListTree): boolean {
  const { references, reading } = extractProject(tree.text(project)?.text ?? "", nameOf(project));
  return (
    reading !== "whole" || references.some((each) => (each.listed ?? []).length > 0 && takesIn(project, each, path))
  );
}

/** The lines of one item, as Visual Studio writes them. */
function itemOf(element: string, path: ProjectPath, project: ProjectPath): string[] {
  const way = relativePath(folderOf(project), path).replaceAll("/", "\\");
  const include = isShared(project) ? `$(MSBuildThisFileDirectory)${way}` : way;
  if (element === "Page")
    return [
      `<Page Include="${include}">`,
      "  <SubType>Designer</SubType>",
      "  <Generator>MSBuild:Compile</Generator>",
      "</Page>",
    ];
  if (!/\.xaml\.cs$/i.test(path)) return [`<Compile Include="${include}" />`];
  const view = nameOf(path).replace(/\.cs$/i, "");
  return [`<Compile Include="${include}">`, `  <DependentUpon>${view}</DependentUpon>`, "</Compile>"];
}
