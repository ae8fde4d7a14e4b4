/** Which assets nothing uses: no reference leads to them, and no text of the project says their names. */
import { addTo } from "../../base/grouping.js";
import { isAssetFile, type Entry } from "../catalogue/index.js";
import { assetNamesIn, isDocument, readFrom, splitSpecifier } from "../../languages/index.js";
import { folderOf, foldersAbove, joinPath, nameOf, type ProjectPath } from "../../base/paths.js";
import { extensionOf } from "../../app/arrangement/index.js";
import { configurationFile } from "../../app/configuration/index.js";
import { acceptedFile } from "./accepted.js";
import { isSoughtByName } from "./sought-by-name.js";
import type { RuleContext } from "./rule.js";

/** What was found for the entries of one run: more rules than one ask. */
const found = new WeakMap<RuleContext["entries"], ReadonlySet<ProjectPath>>();

/** The images, fonts and sounds that nothing uses, in order of path. */
export function unusedAssets(context: RuleContext): ReadonlySet<ProjectPath> {
  let unused = found.get(context.entries);
  if (!unused) found.set(context.entries, (unused = new Set(find(context))));
  return unused;
}

function* find(context: RuleContext): Iterable<ProjectPath> {
  const assets = context.entries.filter(
    (entry) => isAssetFile(entry, context.catalogue.clues) && !isKnownByName(entry) && !isUsed(context, entry),
  );
  const named = assets.length === 0 ? new Set<string>() : namesIn(context);
  const left = assets
    .map(({ path }) => path)
    .filter((path) => !named.has(lastWord(plainName(path))) && !isInPattern(path, named));
  const shown = shownIn(context, left);
  for (const path of left) if (!shown.has(path)) yield path;
}

/**
 * Those that a document shows: a link of it leads there, or an address ends in the path (`…/main/src/tree.png`). A bare name is
 * no sign: a document may speak of a picture that the app has long forgotten.
 */
function shownIn({ tree }: RuleContext, assets: readonly ProjectPath[]): ReadonlySet<ProjectPath> {
  const shown = new Set<ProjectPath>();
  const byName = new Map<string, ProjectPath[]>();
  for (const path of assets) addTo(byName, nameOf(path), path);
  for (const path of assets.length === 0 ? [] : tree.paths) {
    if (!isDocument(path)) continue;
    const text = tree.text(path)?.text ?? "";
    const meant = assetNamesIn(text).flatMap((name) => byName.get(name) ?? []);
    if (meant.length === 0) continue;
    const linked = new Set(
      readFrom(text, path).references.map(({ specifier }) => joinPath(folderOf(path), splitSpecifier(specifier).path)),
    );
    for (const asset of meant)
      if (linked.has(asset) || (asset.includes("/") && text.includes(`/${asset}`))) shown.add(asset);
  }
  return shown;
}

/** Files that systems and browsers look for by name. */
function isKnownByName({ path }: Entry): boolean {
  return isSoughtByName(path) || /(^|\/)(?:res|\w+\.xcassets|public|static)\//.test(path);
}

/** Itself or one of its variants is referenced, or a name is put together at run time in its folder. */
function isUsed({ graph }: RuleContext, { path }: Entry): boolean {
  if (graph.usersOf(path).length > 0) return true;
  return graph.usedWholesale().some((folder) => path.startsWith(folder));
}

/** `tree@2x.png` is named where `tree.png` is. */
function plainName(path: ProjectPath): string {
  return nameOf(path).replace(/@\d+(?:\.\d+)?x(?=\.)/, "");
}

/** Whether some text takes in all files of its kind in a folder above: `icons/*.svg`. */
function isInPattern(path: ProjectPath, named: ReadonlySet<string>): boolean {
  return foldersAbove(path).some((folder) => named.has(`${nameOf(folder)}/*${extensionOf(nameOf(path))}`));
}

/** A name with a space in it is known by what stands after: in a text one cannot tell where it begins. */
function lastWord(name: string): string {
  return name.slice(name.lastIndexOf(" ") + 1);
}

/** What a tool wrote names what it likes; and our own files name what is found, or left alone. */
const writtenByTools = /\.(?:lock|snap|map)$|-lock\.\w+$/i;
const ours: readonly string[] = [configurationFile, acceptedFile];

/** What is written down elsewhere than where it is used. */
function tellsNothing(path: ProjectPath): boolean {
  return isDocument(path) || writtenByTools.test(path) || ours.includes(nameOf(path));
}

/** Every name of an asset that stands in a text of the project. */
function namesIn({ tree, graph, entries }: RuleContext): ReadonlySet<string> {
  const assets = new Set(entries.filter(({ role }) => role.is === "asset").map(({ path }) => path));
  const found = new Set<string>();
  for (const path of tree.paths) {
    const read = graph.files.get(path);
    const isText = !read && !tellsNothing(path) && (!assets.has(path) || path.endsWith(".svg"));
    const names = read?.reading.outline.assets ?? (isText ? assetNamesIn(tree.text(path)?.text ?? "") : []);
    for (const name of names) found.add(name);
  }
  return found;
}
