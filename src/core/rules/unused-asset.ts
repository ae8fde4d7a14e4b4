import type { Entry } from "../catalogue/index.js";
import { nameOf, type ProjectPath } from "../paths.js";
import type { Rule, RuleContext } from "./rule.js";

export const unusedAsset: Rule = {
  name: "unused-asset",
  asks: "Every picture, font and sound is referenced by something.",
  why: "What nothing uses is shipped or carried along for years, because nobody dares to delete it.",
  wrong: "src/assets/images/old-banner.png    (nothing names it)",
  right: "(deleted: git keeps it)",
  async find(context) {
    const assets = context.entries.filter(
      (entry) => entry.role.is === "asset" && !isKnownByName(entry) && !isUsed(context, entry),
    );
    const named = await namesFound(context, assets);
    return assets
      .filter(({ path }) => !named.has(plainName(path)))
      .map(({ path }) => ({
        file: path,
        says: "nothing references it, and no text names it",
        advice: "Delete it, or say under `files:` that it is to be left alone.",
      }));
  },
};

/** Files that systems and browsers look for by name. */
function isKnownByName({ path }: Entry): boolean {
  return (
    /(^|\/)(?:favicon|apple-touch-icon|android-chrome|mstile|safari-pinned-tab|robots|icon|splash|adaptive-icon)[^/]*$/i.test(
      path,
    ) || /(^|\/)(?:res|\w+\.xcassets|public|static)\//.test(path)
  );
}

/** Itself or one of its variants is referenced, or a name is put together at run time in its folder. */
function isUsed({ graph }: RuleContext, { path }: Entry): boolean {
  if (graph.usersOf(path).length > 0) return true;
  return graph.computedFolders().some((folder) => path.startsWith(folder));
}

/** `tree@2x.png` is named where `tree.png` is. */
function plainName(path: ProjectPath): string {
  return nameOf(path).replace(/@\d+(?:\.\d+)?x(?=\.)/, "");
}

/** Those of the names that stand in some text of the project. */
async function namesFound({ tree, filesWith }: RuleContext, assets: readonly Entry[]): Promise<ReadonlySet<string>> {
  const names = [...new Set(assets.map(({ path }) => plainName(path)))];
  const found = new Set<string>();
  if (names.length === 0) return found;
  for (const file of await filesWith(names)) {
    // A document may speak of a picture that the app has long forgotten.
    if (/\.(?:md|mdx|txt|lock|snap)$|-lock\.\w+$/i.test(file)) continue;
    const text = tree.text(file)?.text ?? "";
    for (const name of names) if (!found.has(name) && text.includes(name)) found.add(name);
  }
  return found;
}
