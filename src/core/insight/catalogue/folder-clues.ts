/** What the folders above a file tell of its role, asked once a folder. */
import type { Role } from "../../app/arrangement/index.js";
import { folderOf, isBelow, nameOf, rootPath, type ProjectPath } from "../../base/paths.js";
import { keyOf, type Clues } from "./clues.js";

/** A folder whose name is a word of a role, and how many folders lie between. */
export interface FolderClue {
  readonly folder: ProjectPath;
  readonly role: Role;
  readonly distance: number;
}

/** Folders in which everything is for tests, stories or tools, whatever it is. */
const special = /^(?:__\w+__|e2e|cypress)$/;

/**
 * The clues of folders. `known` says of which folders more is known than their word: the role that they hold, or `null` for
 * none (those of features, and what is belied).
 */
export class FolderClues {
  readonly #nearest = new Map<ProjectPath, FolderClue | undefined>();
  readonly #special = new Map<ProjectPath, FolderClue | undefined>();

  constructor(
    readonly clues: Clues,
    readonly source: ProjectPath,
    readonly known: (folder: ProjectPath) => Role | null | undefined,
    /** Whether a folder has folders of its own. */
    readonly isDeep: (folder: ProjectPath) => boolean,
  ) {}

  /** The role that a folder's own name is a word of. */
  roleOf(folder: ProjectPath): Role | undefined {
    const known = this.known(folder);
    if (known !== undefined) return known ?? undefined;
    const word = keyOf(nameOf(folder));
    // `components/Navigation/` is a component's own folder, and no layer.
    const above = nameOf(folderOf(folder));
    if (/^\p{Lu}/u.test(nameOf(folder)) && /^\p{Ll}/u.test(above) && this.clues.folders.has(keyOf(above)))
      return undefined;
    const deep = this.clues.deep.get(word);
    return deep !== undefined && this.isDeep(folder) ? deep : this.clues.folders.get(word);
  }

  /** The nearest folder in the source root that is a word of a role. */
  nearest(folder: ProjectPath): FolderClue | undefined {
    return this.#find(folder, this.#nearest, (each) => {
      const isInside = this.source === rootPath || isBelow(each, this.source);
      return isInside ? this.roleOf(each) : undefined;
    });
  }

  /** The nearest folder above, wherever it is, that leaves no doubt: `__tests__`. */
  decisive(folder: ProjectPath): FolderClue | undefined {
    return this.#find(folder, this.#special, (each) =>
      special.test(nameOf(each)) ? this.clues.folders.get(keyOf(nameOf(each))) : undefined,
    );
  }

  #find(
    folder: ProjectPath,
    kept: Map<ProjectPath, FolderClue | undefined>,
    roleOf: (folder: ProjectPath) => Role | undefined,
  ): FolderClue | undefined {
    if (folder === rootPath) return undefined;
    if (kept.has(folder)) return kept.get(folder);
    const role = roleOf(folder);
    const above = role === undefined ? this.#find(folderOf(folder), kept, roleOf) : undefined;
    const found =
      role === undefined ? above && { ...above, distance: above.distance + 1 } : { folder, role, distance: 0 };
    kept.set(folder, found);
    return found;
  }
}
