/**
 * Whether the namespaces of a project go by its folders, told by its own files: of those that lie in one namespace, nine of ten have that
 * of the project's root with the names of the folders behind it. Which root that is, they say themselves.
 */
import type { NamespaceNames } from "../languages/index.js";
import { folderOf, foldersAbove, relativePath, rootPath, type ProjectPath } from "../base/paths.js";
import { addTo } from "../base/grouping.js";
import { fullNameOf } from "./namespaces.js";

/** What the files of projects show. */
export interface CustomInput {
  /** Files that lie in one namespace, and are none of those that are about to leave their folder. */
  readonly staying: Iterable<readonly [ProjectPath, string]>;
  /** The same that are. */
  readonly leaving: Iterable<readonly [ProjectPath, string]>;
  /** Folders of the lists that build them. */
  readonly homes: ReadonlySet<ProjectPath>;
  /** What a folder's name becomes in a namespace. */
  readonly wordOf: (folder: string) => string;
}

/** What the files of a project have in common. */
interface Custom {
  /** The folder of its list, and the namespace of what lies there. */
  readonly home: ProjectPath;
  readonly root: string;
  /** Folders whose files all lie in one other namespace. */
  readonly others: ReadonlyMap<ProjectPath, string>;
}

/** How many of ten files have to agree. */
const agreeing = 9;

/** The one namespace in which all types of a text lie, by the index of its scope; nothing where there are several, or none. */
export function onlyNamespace(
  names: NamespaceNames | undefined,
): { readonly scope: number; readonly name: string } | undefined {
  const found = (names?.scopes ?? []).flatMap(({ kind }, scope) => (kind === "namespace" ? [scope] : []));
  const [scope, other] = found;
  if (!names || scope === undefined || other !== undefined || names.types.length === 0) return undefined;
  if (names.types.some((type) => type.scope === 0)) return undefined;
  return { scope, name: fullNameOf(names, scope) };
}

/** Says which namespace a file has where it lies, by the custom of its project. */
export class NamespaceCustoms {
  readonly #customs = new Map<ProjectPath, Custom | undefined>();
  readonly #files = new Map<ProjectPath, { folder: ProjectPath; name: string; stays: boolean }[]>();

  constructor(readonly input: CustomInput) {
    for (const [path, name] of input.staying) this.#take(path, name, true);
    for (const [path, name] of input.leaving) this.#take(path, name, false);
  }

  #take(path: ProjectPath, name: string, stays: boolean): void {
    const home = this.homeOf(path);
    if (home !== undefined) addTo(this.#files, home, { folder: folderOf(path), name, stays });
  }

  /** The namespace of what lies in a folder; nothing where the project does not go by folders. */
  namespaceIn(folder: ProjectPath): string | undefined {
    const home = this.homeOf(`${folder === rootPath ? "" : `${folder}/`}x` as ProjectPath);
    const custom = home === undefined ? undefined : this.#custom(home);
    if (!custom) return undefined;
    return custom.others.get(folder) ?? this.#below(custom, folder);
  }

  /** The folder of the project in which a path lies. */
  homeOf(path: ProjectPath): ProjectPath | undefined {
    return [...foldersAbove(path), rootPath].find((folder) => this.input.homes.has(folder));
  }

  #custom(home: ProjectPath): Custom | undefined {
    if (!this.#customs.has(home)) this.#customs.set(home, this.#learn(home));
    return this.#customs.get(home);
  }

  #learn(home: ProjectPath): Custom | undefined {
    const files = this.#files.get(home) ?? [];
    const roots = new Map<string, number>();
    const byFolder = new Map<ProjectPath, Set<string>>();
    for (const { folder, name, stays } of files) {
      const root = rootOf(name, wordsBelow(home, folder, this.input.wordOf));
      if (root !== undefined) roots.set(root, (roots.get(root) ?? 0) + 1);
      if (stays) byFolder.set(folder, (byFolder.get(folder) ?? new Set()).add(name));
    }
    const [best] = [...roots].sort(([, a], [, b]) => b - a);
    if (!best || best[1] * 10 < files.length * agreeing || files.length < 2) return undefined;
    const others = new Map<ProjectPath, string>();
    for (const [folder, [only = "", more]] of byFolder) if (more === undefined) others.set(folder, only);
    return { home, root: best[0], others };
  }

  #below({ home, root }: Custom, folder: ProjectPath): string {
    return [root, ...wordsBelow(home, folder, this.input.wordOf)].filter((word) => word !== "").join(".");
  }
}

/** The words that the folders between two paths are in a namespace. */
function wordsBelow(home: ProjectPath, folder: ProjectPath, wordOf: (folder: string) => string): string[] {
  const way = relativePath(home, folder);
  return way === "" || way === "." ? [] : way.split("/").map(wordOf);
}

/** `Orchard.Views.Trees` less `Views.Trees`; nothing where it does not end so. */
function rootOf(namespace: string, words: readonly string[]): string | undefined {
  const end = words.join(".");
  if (end === "") return namespace;
  return namespace.endsWith(`.${end}`) ? namespace.slice(0, -end.length - 1) : undefined;
}
