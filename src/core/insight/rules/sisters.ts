/**
 * What the sisters of a file do: the others of its role. A finding says that one file does otherwise than they, so there must be
 * some, and nearly all of them must agree.
 */
import { addTo } from "../../base/grouping.js";
import type { Role, Shelf } from "../../app/arrangement/index.js";
import { partsOf } from "../../app/index.js";
import { isNamedByTool } from "./named-by-tool.js";
import type { Entry } from "../catalogue/index.js";
import { readName, type NamingPattern } from "../../base/names/index.js";
import { nameOf } from "../../base/paths.js";

/** How many sisters there are, and how many of them agree. */
export interface Agreement {
  readonly of: number;
  readonly agree: number;
}

/** A repair is certain only where at least ten sisters do it so, and nine of ten agree. */
export function isCertain({ of, agree }: Agreement): boolean {
  return agree >= 10 && agree >= of * 0.9;
}

/** Whether most of the others do it so. */
export function isCustom({ of, agree }: Agreement): boolean {
  return of === 0 || agree * 2 > of;
}

/** The main files of an app by their roles. */
export class Sisters {
  readonly #byRole = new Map<Role, Entry[]>();

  constructor(mains: readonly Entry[]) {
    for (const entry of mains) {
      if (entry.role.is === undefined) continue;
      addTo(this.#byRole, entry.role.is, entry);
    }
  }

  /** How many files on a shelf are of a role that it holds. */
  heldBy(shelf: Shelf): number {
    return shelf.holds.reduce(
      (sum, role) => sum + (this.#byRole.get(role) ?? []).filter(({ standing }) => standing?.shelf === shelf).length,
      0,
    );
  }

  /** How many others of a role lie on a shelf. */
  onShelf(role: Role, shelf: Shelf, besides: Entry): Agreement {
    const others = (this.#byRole.get(role) ?? []).filter((entry) => entry !== besides);
    return { of: others.length, agree: others.filter(({ standing }) => standing?.shelf === shelf).length };
  }

  /** How many others of a role on a shelf follow one of some patterns. */
  following(role: Role, shelf: Shelf, patterns: readonly NamingPattern[], besides: Entry): Agreement {
    const others = (this.#byRole.get(role) ?? []).filter(
      (entry) => entry !== besides && entry.standing?.shelf === shelf && !isNamedByTool(entry.path),
    );
    const follow = others.filter(({ path }) =>
      patterns.some((pattern) => readName(pattern, partsOf(nameOf(path)).stem) !== undefined),
    );
    return { of: others.length, agree: follow.length };
  }
}
