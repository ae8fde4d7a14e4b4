/**
 * Roles whose files an app names in its own way: where most of them follow another form than the arrangement's, that form is
 * somebody's decision, and names stay. What the configuration says under `names:` has the last word.
 */
import type { Layout, Role } from "../../app/arrangement/index.js";
import { isMain, type Catalogue } from "../../insight/catalogue/index.js";
import { partsOf } from "../../app/index.js";
import { readName } from "../../base/names/index.js";
import { nameOf } from "../../base/paths.js";
import type { Configuration } from "../../app/configuration/index.js";

/** A role that keeps its names, and the form that they do not follow. */
export interface OwnName {
  readonly role: Role;
  readonly pattern: string;
}

/** Fewer files than these are no custom. */
const few = 3;

/** The roles whose files mostly do not follow the patterns of their shelves. */
export function ownNamesOf(
  { entries }: Pick<Catalogue, "entries">,
  then: Layout,
  configuration: Configuration | undefined,
): OwnName[] {
  const counts = new Map<Role, { all: number; follow: number }>();
  const patterns = new Map<Role, readonly { readonly text: string }[]>();
  for (const entry of entries.values()) {
    const role = entry.role.is;
    if (role === undefined || !isMain(entry) || entry.isIndex || entry.isLeft) continue;
    const wanted = then.shelves
      .filter(({ holds }) => holds.includes(role))
      .flatMap((shelf) => shelf.patterns.get(role) ?? []);
    const { stem } = partsOf(nameOf(entry.path));
    if (wanted.length === 0 || /^_?index$/.test(stem)) continue;
    patterns.set(role, wanted);
    const count = counts.get(role) ?? { all: 0, follow: 0 };
    count.all += 1;
    if (wanted.some((pattern) => readName(pattern, stem))) count.follow += 1;
    counts.set(role, count);
  }
  return [...counts]
    .filter(([role, { all, follow }]) => all >= few && follow * 2 < all && configuration?.names[role] === undefined)
    .map(([role]) => ({ role, pattern: patterns.get(role)?.[0]?.text ?? "" }));
}
