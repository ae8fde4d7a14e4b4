/** Projects and solutions of .NET. */
import { folderOf, isBelow, relativePath, rootPath, type ProjectPath } from "../../base/paths.js";
import { isDotnetProject, projectAbove } from "../dotnet-projects.js";
import type { Language, ListTree } from "../language.js";
import { plainOutline } from "../plain-outline.js";
import type { Reference } from "../reading.js";
import { extractProject, extractResources, extractSolution } from "./extract.js";
import { listFiles } from "./list-files.js";
import { msbuildLookups } from "./lookups.js";
import { projectNamespaces } from "./namespaces.js";

/** In lists and attributes a path ends at a semicolon, a quote or the element's end. */
function readAt(text: string, start: number): { end: number; specifier: string } | undefined {
  const [written = ""] = /^[^;"'<>\r\n=]*/.exec(text.slice(start, start + 2000)) ?? [];
  const word = written.trimEnd();
  return word === "" ? undefined : { end: start + word.length, specifier: word.replaceAll("\\", "/") };
}

/** Folders are parted as they were: by backslashes, unless they were parted otherwise. */
function write(specifier: string, { quote, lookup }: Reference): string | undefined {
  if (/[;"'<>&%$@\r\n]/.test(specifier)) return undefined;
  return quote === "/" || lookup === "msbuild default" ? specifier : specifier.replaceAll("/", "\\");
}

/**
 * What the tools find by its place alone. Sources: Microsoft, "Control authoring overview" (themes), the targets of the WPF SDK
 * (`App.xaml`), "launch profiles", "NuGet packages.config".
 */
function keepsPlace(path: ProjectPath, tree: Pick<ListTree, "paths" | "text">): string | undefined {
  const project = projectAbove(tree.paths, path);
  if (project === undefined) return undefined;
  if (project === path) {
    const home = folderOf(path);
    const files = tree.paths.filter(
      (each) => /\.(?:cs|xaml)$/i.test(each) && (home === rootPath || isBelow(each, home)),
    );
    const count = files.length === 1 ? "1 file" : `${files.length} files`;
    return files.length === 0
      ? undefined
      : `addresses count from the folder of the project, with the ${count} below it`;
  }
  const way = relativePath(folderOf(project), path).toLowerCase();
  const fixed =
    /^themes\/(?:generic|classic|aero2?(?:\.\w+)?|luna\.\w+|royale\.\w+)\.xaml$/.exec(way) ??
    /^(?:app|web|packages)\.config$|^properties\/launchsettings\.json$/.exec(way);
  if (fixed) return `the tools find it at ${relativePath(folderOf(project), path)}`;
  if (way !== "app.xaml" || /<ApplicationDefinition\b/.test(tree.text(project)?.text ?? "")) return undefined;
  return `the app begins in App.xaml beside the project, which names no other (\`ApplicationDefinition\`)`;
}

/** How all of them are read and written. */
const form = {
  trade: "settings",
  headLookup: "msbuild file",
  prepare: () => Promise.resolve(),
  outline: plainOutline,
  readAt,
  write,
} as const satisfies Partial<Language>;

export const msbuild: Language = {
  ...form,
  name: "msbuild",
  extensions: [".csproj", ".vbproj", ".fsproj", ".projitems", ".shproj", ".props", ".targets", ".slnx"],
  lookups: msbuildLookups,
  keepsPlace,
  keepListed: listFiles,
  namespaces: projectNamespaces,
  isPartOfList: (path) => !isDotnetProject(path),
  listsCode: true,
  saysAll: true,
  extract: extractProject,
};

export const solutions: Language = {
  ...form,
  name: "solutions",
  extensions: [".sln"],
  listsCode: true,
  saysAll: true,
  extract: (text) => extractSolution(text),
};

/** Tables of texts and other resources. */
export const resources: Language = {
  ...form,
  name: "resources",
  extensions: [".resx"],
  isCalledAfterType: true,
  extract: (text) => extractResources(text),
};
