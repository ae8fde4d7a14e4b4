/**
 * What names of resources mean: the one thing of an app that bears the name, wherever it lies. Where none does, or several do, a name
 * is no reference: nobody could say which is meant. Sources: Apple, "Asset Catalog Format Reference"; documentation of each call.
 */
import { folderOf, nameOf, rootPath, type ProjectPath } from "../../base/paths.js";
import { inCase, splitWords } from "../../base/names/index.js";
import { rootAround } from "../apple-projects.js";
import { external, type LookupTree, type NameLookup, type Question, type Resolution } from "../lookup.js";

/** Something that bears a name: a folder of a catalogue that is one thing, or a file. */
interface Bearer {
  readonly at: ProjectPath;
  readonly isFolder: boolean;
  /** The project or package in which it lies. */
  readonly root: ProjectPath;
}

/** Folders of asset catalogues that are one thing each, by what names them. */
const catalogued: Readonly<Record<string, string>> = {
  imageset: "picture",
  symbolset: "picture",
  colorset: "colour",
  dataset: "data",
  appiconset: "icon",
  solidimagestack: "icon",
  brandassets: "icon",
  launchimage: "icon",
  iconset: "icon",
};
const pictures = /\.(?:png|jpe?g|pdf|svg|heic|gif|tiff?)$/i;
const inCatalogue =
  /^(.*?\.xcassets\/)((?:[^/]+\/)*?)([^/]+)\.(imageset|symbolset|colorset|dataset|appiconset|solidimagestack|brandassets|launchimage|iconset)\//;

/** A data model, which is compiled to a folder of its name that ends in `momd`. */
const ofModel = /^.*?([^/]+)\.xcdatamodeld\//;

interface Index {
  readonly bearers: ReadonlyMap<string, readonly Bearer[]>;
  readonly rootOf: (path: ProjectPath) => ProjectPath;
}

const kept = new WeakMap<LookupTree, Index>();

/** All that bears a name, by kind and name; made once a tree. */
function indexOf(tree: LookupTree): Index {
  const there = kept.get(tree);
  if (there) return there;
  const rootOf = (path: ProjectPath): ProjectPath => rootAround(tree.paths, path) ?? rootPath;
  const bearers = new Map<string, Bearer[]>();
  const add = (kind: string, name: string, at: ProjectPath, isFolder: boolean): void => {
    const key = `${kind} ${name}`;
    const known = bearers.get(key);
    const bearer = { at, isFolder, root: rootOf(at) };
    if (!known) bearers.set(key, [bearer]);
    else if (!known.some((each) => each.at === at)) known.push(bearer);
  };
  for (const path of tree.paths) {
    const inside = path.includes(".xcassets/") ? inCatalogue.exec(path) : null;
    if (inside) {
      const [whole, , groups = "", name = "", kind = ""] = inside;
      const at = whole.slice(0, -1) as ProjectPath;
      const what = catalogued[kind] ?? kind;
      add(what, name, at, true);
      for (const symbol of symbolsOf(name, what)) add(`${what} symbol`, symbol, at, true);
      // Where a folder of the catalogue is a namespace, its name is said, too.
      if (groups !== "") add(catalogued[kind] ?? kind, groups + name, at, true);
      continue;
    }
    if (path.includes(".xcassets/")) continue;
    const model = path.includes(".xcdatamodeld/") ? ofModel.exec(path) : null;
    if (model) {
      const [whole = "", name = ""] = model;
      add("model", name, whole.slice(0, -1) as ProjectPath, true);
      add("file", `${name}.momd`, whole.slice(0, -1) as ProjectPath, true);
      continue;
    }
    const name = nameOf(path);
    const dot = name.lastIndexOf(".");
    if (dot <= 0) continue;
    const [stem, extension] = [name.slice(0, dot), name.slice(dot + 1).toLowerCase()];
    // The languages in which one thing is translated are folders beside each other.
    if (extension === "storyboard") add("storyboard", stem, path, false);
    else if (extension === "xib") add("nib", stem, path, false);
    else if (pictures.test(name)) {
      const plain = stem.replace(/(?:@\dx)?(?:~\w+)?$/, "");
      add("picture", plain, path, false);
      add("picture", `${plain}.${extension}`, path, false);
    }
    add("file", name, path, false);
    add("file", stem, path, false);
  }
  const index = { bearers, rootOf };
  kept.set(tree, index);
  return index;
}

/** The names that the IDE makes of a thing in a catalogue: `old-banner` → `oldBanner`; a colour's own word is left out of it. */
function symbolsOf(name: string, kind: string): readonly string[] {
  const camel = inCase(splitWords(name), "camel");
  const word = kind === "colour" ? /Colou?r$/ : /Image$/;
  return camel === "" ? [] : [...new Set([camel, camel.replace(word, "")])].filter((each) => each !== "");
}

/** Of what bears a name, that of the file's own project, each variant of one thing with it; nothing where it is several things. */
function meant(tree: LookupTree, from: ProjectPath, kind: string, { specifier, inside }: Question): readonly Bearer[] {
  const { bearers, rootOf } = indexOf(tree);
  const whole = kind === "file" && inside !== undefined ? `${specifier}.${inside}` : specifier;
  const all = bearers.get(`${kind} ${whole}`) ?? [];
  const root = rootOf(from);
  const own = all.filter((each) => each.root === root);
  const found = own.length > 0 ? own : all;
  const things = new Set(found.map(thingOf));
  return things.size === 1 ? found : [];
}

/** What several files are together: a picture in several sizes, a storyboard in several languages. */
function thingOf({ at, isFolder }: Bearer): string {
  if (isFolder) return at;
  const name = nameOf(at).replace(/(?:@\dx)?(?:~\w+)?(?=\.\w+$)/, "");
  return `${folderOf(at).replace(/[^/]+\.lproj$/, "")}|${name}`;
}

function resolveIn(tree: LookupTree, from: ProjectPath, kind: string, question: Question): Resolution {
  const found = meant(tree, from, kind, question);
  const [first] = found;
  if (!first) return external;
  if (first.isFolder) return { state: "folder", at: first.at, scheme: "relative" };
  return { state: "found", targets: found.map(({ at }) => at).sort(), scheme: "relative" };
}

/** The names under which a file may be meant: its own without densities, and that of the thing in a catalogue to which it belongs. */
export function namesOf(path: ProjectPath): string[] {
  const inside = path.includes(".xcassets/") ? inCatalogue.exec(path) : null;
  const model = path.includes(".xcdatamodeld/") ? ofModel.exec(path) : null;
  if (model) return [model[1] ?? ""].filter((name) => name !== "");
  if (inside) {
    const [, , , name = "", kind = ""] = inside;
    return [...new Set([name, ...symbolsOf(name, catalogued[kind] ?? kind)])];
  }
  const name = nameOf(path);
  const isNamed = pictures.test(name) || resources.test(name);
  return isNamed ? [name.slice(0, name.lastIndexOf(".")).replace(/(?:@\dx)?(?:~\w+)?$/, "")] : [];
}

/** The folder of a catalogue that is a picture, a colour or data, in which a file lies. Icons, and the accent, are found without a name. */
export function catalogueFolder(path: ProjectPath): ProjectPath | undefined {
  const [whole, , , name, kind = ""] = (path.includes(".xcassets/") && inCatalogue.exec(path)) || [];
  const isNamed = /^(?:picture|colour|data)$/.test(catalogued[kind] ?? "");
  return whole === undefined || !isNamed || name === "AccentColor" ? undefined : (whole.slice(0, -1) as ProjectPath);
}

/** Files of a bundle that code asks for by their names. */
const resources =
  /\.(?:storyboard|xib|json|plist|strings|txt|html|css|mp3|wav|m4a|mov|mp4|ttf|otf|csv|xml|md|js|sqlite|xcassets|aif|caf)$/i;

function lookupOf(kind: string): NameLookup {
  return {
    name: `apple ${kind}`,
    isOpen: true,
    resolve: ({ tree }, from, question) => resolveIn(tree, from, kind, question),
    spellings: ({ reference: { specifier, inside }, was, targets: [target], folder }) => {
      const at = was.state === "folder" ? (folder ?? was.at) : target;
      if (at === undefined) return [];
      const name = nameOf(at).replace(/(?:@\dx)?(?:~\w+)?(?=\.\w+$)/, "");
      const stem = name.slice(0, name.lastIndexOf("."));
      if (kind.endsWith(" symbol")) return [...symbolsOf(stem, kind.split(" ")[0] ?? "")].reverse();
      // One that says its folder, or its extension, says it again.
      const namespace = specifier.includes("/") ? `${nameOf(folderOf(at))}/` : "";
      const isWhole = was.state === "found" && /\.\w+$/.test(specifier) && inside === undefined;
      return isWhole ? [name] : [namespace + stem, stem];
    },
    searchWords: (path) => (kind === "file" ? namesOf(path) : []),
  };
}

/** Names of resources, by what they are looked up as; and modules, which are no files. */
export const resourceLookups: readonly NameLookup[] = [
  ...["picture", "colour", "picture symbol", "colour symbol", "icon", "model", "storyboard", "nib", "data", "file"].map(
    lookupOf,
  ),
  // `forResource: "apple", withExtension: "json", subdirectory: "Data"`: a folder that is bundled as it is.
  {
    name: "apple folder",
    isOpen: true,
    resolve({ tree }, _, { specifier, inside = "" }) {
      const found = tree.paths.filter((path) => `/${path}`.endsWith(`/${specifier}/${inside}`));
      return found.length === 1 ? { state: "found", targets: found, scheme: "relative" } : external;
    },
    spellings: ({ reference: { specifier } }) => [specifier],
  },
  { name: "swift module", isOpen: true, resolve: () => external, spellings: () => [] },
];
