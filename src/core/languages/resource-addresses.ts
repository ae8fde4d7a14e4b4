/**
 * Addresses of what is built into a program of WPF or lies beside it: pages, dictionaries, pictures, letters. Sources: Microsoft, "Pack
 * URIs in WPF" and "URI schemes" (`ms-appx`).
 *
 *   Themes/Colors.xaml                                    from the file (in markup), from the project (in code)
 *   /Images/leaf.png                                      from the project
 *   /Orchard.Kit;component/Images/leaf.png                from the project with that assembly
 *   pack://application:,,,/Images/leaf.png                from the project
 */
import { folderOf, isBelow, joinPath, relativePath, rootPath, type ProjectPath } from "../base/paths.js";
import { inAnyCase, projectAbove, projectCalled } from "./dotnet-projects.js";
import { external, unresolved, type Ground, type NameLookup, type Question, type Resolution } from "./lookup.js";

/** The path within an address, and from where it counts. */
export interface Address {
  /** Where in the address the path begins, and where it ends. */
  readonly start: number;
  readonly end: number;
  readonly path: string;
  readonly from: "here" | "project";
  /** The assembly, where one is named. */
  readonly assembly: string;
}

const forms =
  /^(?:pack:\/\/(?:application|siteoforigin):,,,\/(?:([^/;\\]+);(?:v[\d.]+;)?(?:[\da-f]+;)?component\/)?|ms-appx:\/{3}|\/?([^/;\\]+);(?:v[\d.]+;)?(?:[\da-f]+;)?component\/|\/)/i;

/** Takes an address apart; nothing for one of the web, of the disk, or of a scheme of its own. */
export function addressIn(text: string): Address | undefined {
  const match = forms.exec(text);
  const start = match?.[0].length ?? 0;
  const rest = text.slice(start);
  if (/^[a-z][\w+.-]*:/i.test(rest) || rest.startsWith("/")) return undefined;
  const mark = rest.search(/[#?]/);
  const path = mark < 0 ? rest : rest.slice(0, mark);
  if (path === "" || /[\\<>|"{}\r\n]/.test(path)) return undefined;
  const assembly = match?.[1] ?? match?.[2] ?? "";
  return { start, end: start + path.length, path, from: match ? "project" : "here", assembly };
}

/** Endings of what programs are built of, or carry along. */
const endings =
  "xaml|baml|png|jpe?g|gif|ico|cur|bmp|tiff?|svg|ttf|otf|woff2?|mp3|mp4|wav|wma|wmv|avi|json|xml|txt|rtf|html?|css|js|csv|pdf|zip|db|ps|xslt?|resx";
const resource = new RegExp(`\\.(?:${endings})(?:$|[#?])`, "i");

/** Whether an address may be that of a file, or of a folder of letters (`./Fonts/#Inter`). */
export function mayBeAddress(text: string): boolean {
  return text.length < 300 && (resource.test(text) || /^[^\s#]*\/#[^#]+$/.test(text));
}

const fileName = new RegExp(`[^\\s\\\\/"'<>|,;:=(){}&]+\\.(?:${endings})(?!\\w)`, "gi");

/** Names of files in a text that is no address as a whole: what it says of them cannot be told. Offsets are those of the text. */
export function* fileNamesIn(text: string): Iterable<{ readonly start: number; readonly end: number }> {
  for (const match of text.matchAll(fileName)) yield { start: match.index, end: match.index + match[0].length };
}

/** `Images/tree%20card.png`: as it is written, and with its escapes undone. */
function pathsOf(specifier: string): readonly string[] {
  if (!specifier.includes("%")) return [specifier];
  try {
    return [decodeURIComponent(specifier), specifier];
  } catch {
    return [specifier];
  }
}

function homeOf({ tree }: Ground, from: ProjectPath, inside = ""): ProjectPath | undefined {
  const project = inside === "" ? projectAbove(tree.paths, from) : projectCalled(tree.paths, inside);
  return project === undefined ? undefined : folderOf(project);
}

function at(ground: Ground, folder: ProjectPath, specifier: string): Resolution | undefined {
  for (const path of pathsOf(specifier)) {
    const full = joinPath(folder, path);
    if (full === undefined || full === rootPath) continue;
    const file = ground.plain(full) ?? inAnyCase(ground.tree.paths, full);
    if (file !== undefined) return { state: "found", targets: [file], scheme: "relative" };
    // What names a compiled page means the page.
    const page = /\.baml$/i.test(full) ? inAnyCase(ground.tree.paths, full.replace(/\.baml$/i, ".xaml")) : undefined;
    if (page !== undefined) return { state: "found", targets: [page], scheme: "relative" };
    if (ground.tree.hasFolder(full)) return { state: "folder", at: full, scheme: "relative" };
  }
  return undefined;
}

/** From where an address counts: the folder of the file, or that of its project. */
function baseOf(
  ground: Ground,
  from: ProjectPath,
  inside: string | undefined,
  isFromHere: boolean,
): ProjectPath | undefined {
  return isFromHere ? folderOf(from) : homeOf(ground, from, inside);
}

function addressLookup(name: string, isFromHere: boolean, isOpen: boolean): NameLookup {
  return {
    name,
    ...(isOpen && { isOpen }),
    asksOfFile: isFromHere,
    resolve(ground: Ground, from: ProjectPath, { specifier, inside }: Question): Resolution {
      const base = baseOf(ground, from, inside, isFromHere);
      if (base === undefined) return external;
      return at(ground, base, specifier) ?? (isOpen ? external : unresolved);
    },
    spellings({ reference: { specifier, inside }, was, targets: [target], folder, from, ground }) {
      const goes = target ?? (was.state === "folder" ? (folder ?? was.at) : undefined);
      const base = baseOf(ground, from, inside, isFromHere);
      if (goes === undefined || base === undefined) return [];
      // What lies in another project has no address from this one.
      if (!isFromHere && base !== rootPath && !isBelow(goes, base)) return [];
      const path = relativePath(base, goes);
      return [(specifier.includes("%") ? encodeURI(path) : path) + (specifier.endsWith("/") ? "/" : "")];
    },
  };
}

/** In markup, from the file. */
const beside = addressLookup("resource beside", true, false);
/** From the project, or from that with the assembly that is named. */
const rooted = addressLookup("resource in project", false, false);
/** The same of a text that may be something else. */
const rootedOpen = addressLookup("resource in project, if any", false, true);

/**
 * The name by which a file is found that is built into an assembly: the project's namespace and the folders, with dots. Source:
 * Microsoft, "Manifest resource names". A folder whose name is none in code is spelled otherwise there, and not followed.
 *
 *   Orchard.Data.trees.json      Data/trees.json
 *   Orchard.Properties.Resources Properties/Resources.resx
 */
const manifest: NameLookup = {
  name: "manifest resource",
  isOpen: true,
  searchWords: (path) => [path.slice(path.lastIndexOf("/") + 1).replace(/\.\w+$/, "")],
  resolve(ground, from, { specifier }) {
    const home = homeOf(ground, from);
    const found = home === undefined ? undefined : dottedIn(ground, home, specifier);
    return found === undefined ? external : { state: "found", targets: [found.path], scheme: "relative" };
  },
  spellings({ reference: { specifier }, was, targets: [target], from, ground }) {
    const home = homeOf(ground, from);
    if (home === undefined || target === undefined || was.state !== "found") return [];
    const [before] = was.targets;
    const old = before === undefined ? undefined : dotted(home, before);
    const now = dotted(home, target);
    if (old === undefined || now === undefined) return [];
    const bare = (name: string): string => name.replace(/\.resx$/i, "");
    const head = specifier.endsWith(old) ? specifier.slice(0, -old.length) : specifier.slice(0, -bare(old).length);
    return [head + (specifier.endsWith(old) ? now : bare(now))];
  },
};

/** A path below a project's folder with dots; nothing where a folder has a name that is none in code. */
function dotted(home: ProjectPath, path: ProjectPath): string | undefined {
  if (home !== rootPath && !isBelow(path, home)) return undefined;
  const parts = relativePath(home, path).split("/");
  return parts.slice(0, -1).every((part) => /^[A-Za-z_]\w*$/.test(part)) ? parts.join(".") : undefined;
}

const dottedKept = new WeakMap<readonly ProjectPath[], Map<ProjectPath, Map<string, ProjectPath>>>();

function dottedIn(
  { tree: { paths } }: Ground,
  home: ProjectPath,
  name: string,
): { readonly path: ProjectPath } | undefined {
  let byHome = dottedKept.get(paths);
  if (!byHome) dottedKept.set(paths, (byHome = new Map<ProjectPath, Map<string, ProjectPath>>()));
  let index = byHome.get(home);
  if (!index) {
    byHome.set(home, (index = new Map<string, ProjectPath>()));
    for (const path of paths) {
      const key = /\.(?:cs|xaml|vb)$/i.test(path) ? undefined : dotted(home, path);
      if (key !== undefined) index.set(key, path).set(key.replace(/\.resx$/i, ""), path);
    }
  }
  // The project's namespace, of any number of parts, stands before it.
  for (let dot = name.indexOf("."); dot >= 0; dot = name.indexOf(".", dot + 1)) {
    const path = index.get(name.slice(dot + 1));
    if (path !== undefined && name.slice(dot + 1).includes(".")) return { path };
  }
  return undefined;
}

/** All of them; they belong to the language of code, and markup goes by them, too. */
export const addressLookups: readonly NameLookup[] = [beside, rooted, rootedOpen, manifest];
