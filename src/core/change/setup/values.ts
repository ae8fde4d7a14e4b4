/** The words that starters and registered lines may use. */
import { splitWords, inCase, inText } from "../../base/names/index.js";
import {
  folderOf,
  foldersAbove,
  inFolder,
  isBelow,
  nameOf,
  relativePath,
  toProjectPath,
  type ProjectPath,
} from "../../base/paths.js";
import { SourceText } from "../../base/text/index.js";
import { onlyNamespace } from "../../graph/index.js";
import { FeatureName } from "../../insight/wiring/index.js";
import { languageFor, type Language } from "../../languages/index.js";
import { placeOfStart, type App } from "../../app/app.js";
import { partsOf } from "../../app/companions.js";
import { specifierTo } from "./specifier-to.js";
import type { StarterValues } from "../../app/starter.js";

/** The file that is being filled in. */
export interface Filling {
  readonly app: App;
  readonly path: ProjectPath;
  /** The words of its name, without the pattern's fixed text. */
  readonly words: readonly string[];
  readonly stem: string;
  readonly feature?: string | undefined;
  /** Other files by id: those made together with it. */
  readonly others?: ReadonlyMap<string, ProjectPath>;
  /** What is filled in besides, by word. */
  readonly more?: Readonly<Record<string, string>> | undefined;
  /** The file that it goes beside. */
  readonly leader?: { readonly path: ProjectPath; readonly stem: string };
}

/** The values for one file. A word that is not known gives `undefined`. `meant` gains the files that values name. */
export function valuesFor(filling: Filling, meant?: Set<ProjectPath>): StarterValues {
  const { app, path, words, stem, leader } = filling;
  const feature = splitWords(filling.feature ?? "");
  const way = (to: ProjectPath | undefined): string | undefined => {
    if (to === undefined) return undefined;
    meant?.add(to);
    return specifierTo(path, to, app.stack.specifiers);
  };
  const plain: Readonly<Record<string, () => string | undefined>> = {
    stem: () => stem,
    // What the file is named after in code: the stem where it can be a name there, else the words of it.
    Symbol: () => (isIdentifier(stem) && /^\p{Lu}/u.test(stem) ? stem : inCase(words, "Pascal")),
    symbol: () => (isIdentifier(stem) ? stem : inCase(words, "camel")),
    hook: () => (isIdentifier(stem) && /^use\p{Lu}/u.test(stem) ? stem : `use${inCase(words, "Pascal")}`),
    Stem: () => inCase(splitWords(stem), "Pascal"),
    Pascal: () => inCase(words, "Pascal"),
    camel: () => inCase(words, "camel"),
    kebab: () => inCase(words, "kebab"),
    snake: () => inCase(words, "snake"),
    Title: () => inText(words, "capital"),
    title: () => inText(words, "small"),
    feature: () => inCase(feature, "kebab"),
    Feature: () => inCase(feature, "Pascal"),
    App: () => app.name,
    namespace: () => namespaceOf(app, path),
    path: () => relativePath(app.folder, path),
  };
  return (word, rest) => {
    if (rest === "")
      return ownOf(filling.more, word) ?? ownOf(plain, word)?.() ?? FeatureName.written(words, "own", word);
    if (word === "one" || word === "many") return FeatureName.written(words, word, rest);
    if (word === "feature" && feature.length > 0) {
      const [joined = "", count = "own"] = rest.split(" ").reverse();
      return FeatureName.written(feature, count, joined);
    }
    const below = word === "to" && rest !== "leader" ? toProjectPath(rest) : undefined;
    if (below !== undefined) {
      const there = inFolder(app.folder, below);
      return app.store.stat(there)?.kind === "file" ? way(there) : undefined;
    }
    if (word === "from") return way(filling.others?.get(rest) ?? startPlace(app, rest));
    if (word === "namespace") {
      const place = filling.others?.get(rest) ?? startPlace(app, rest);
      return place && namespaceOf(app, place);
    }
    const other = word === "Stem" && rest.startsWith("of ") ? filling.others?.get(rest.slice(3)) : undefined;
    if (other !== undefined) return inCase(splitWords(partsOf(nameOf(other)).stem), "Pascal");
    if (rest === "leader" && word === "to") return way(leader?.path);
    return rest === "of leader" && word === "Stem" && leader ? inCase(splitWords(leader.stem), "Pascal") : undefined;
  };
}

/** What a list says of a word, and not what every object has: `constructor`. */
function ownOf<Value>(list: Readonly<Record<string, Value>> | undefined, word: string): Value | undefined {
  return list && Object.hasOwn(list, word) ? list[word] : undefined;
}

/** Whether a stem can be a name in code as it is: `{kebab}` and `{Pascal}.view` cannot. */
function isIdentifier(stem: string): boolean {
  return /^[\p{L}_$][\p{L}\p{N}_$]*$/u.test(stem);
}

function startPlace(app: App, id: string): ProjectPath | undefined {
  const start = app.stack.start.find((each) => each.id === id);
  return start && placeOfStart(app, start);
}

/**
 * `PippinRow.Features.Harvest`: what the nearest folder with code says, and the folders below that; where there is none, the project's name
 * and the folders below the source root.
 */
export function namespaceOf(app: App, path: ProjectPath): string {
  const { name, layout } = app;
  const folder = folderOf(path);
  const spelled = (below: string): string[] =>
    below.split("/").flatMap((part) => (part === "" ? [] : [inCase(splitWords(part), "Pascal")]));
  for (const at of [folder, ...[...foldersAbove(folder)].reverse()]) {
    if (at !== layout.source && !isBelow(at, layout.source) && layout.source !== "") break;
    const own = namespaceIn(app, at, languageFor(path));
    if (own !== undefined) return [own, ...spelled(at === folder ? "" : relativePath(at, folder))].join(".");
  }
  const below = folder === layout.source || !isBelow(folder, layout.source) ? "" : relativePath(layout.source, folder);
  return [name, ...spelled(below)].join(".");
}

/** The namespace in which the files of a folder lie, if they say the same. */
function namespaceIn({ store }: App, folder: ProjectPath, language: Language | undefined): string | undefined {
  if (language?.namespaces === undefined || (folder !== "" && store.stat(folder)?.kind !== "folder")) return undefined;
  const found = new Set<string>();
  const names = store.entries(folder).filter((name) => languageFor(name)?.namespaces?.followsFolders === true);
  for (const name of [...names].sort().slice(0, 12)) {
    const path = inFolder(folder, name);
    if (store.stat(path)?.kind !== "file") continue;
    const own = onlyNamespace(languageFor(name)?.namespaces?.read(SourceText.fromBytes(store.read(path)).text));
    if (own) found.add(own.name);
  }
  const [only, other] = found;
  return other === undefined ? only : undefined;
}
