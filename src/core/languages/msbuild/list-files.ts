/** Files that are made are listed in projects that list each of their files, as the files beside them are. */
import { folderOf, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";
import { projectAbove } from "../dotnet-projects.js";
import type { ListChange, ListedLine, ListTree } from "../language.js";
import { extractProject } from "./extract.js";
import { takesIn } from "./lookups.js";

/** The lines by which projects take new files in; none where a project takes them in by itself, or lists nothing of the kind. */
export function listFiles({ made }: ListChange, tree: ListTree): readonly ListedLine[] {
  const wanted = new Map<
    string,
    { readonly project: ProjectPath; readonly element: string; readonly files: ProjectPath[] }
  >();
  for (const path of made) {
    const element = /\.cs$/i.test(path) ? "Compile" : /\.xaml$/i.test(path) ? "Page" : undefined;
    const project = element === undefined ? undefined : projectAbove(tree.paths, path);
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

function isTakenIn(project: ProjectPath, path: ProjectPath, tree: ListTree): boolean {
  const { references, reading } = extractProject(tree.text(project)?.text ?? "", nameOf(project));
  return (
    reading !== "whole" || references.some((each) => (each.listed ?? []).length > 0 && takesIn(project, each, path))
  );
}

/** The lines of one item, as Visual Studio writes them. */
function itemOf(element: string, path: ProjectPath, project: ProjectPath): string[] {
  const include = relativePath(folderOf(project), path).replaceAll("/", "\\");
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
