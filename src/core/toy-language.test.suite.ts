/**
 * A toy language, by which the contract is tested from outside. It has what scripts have not: references in pairs, libraries of
 * several files, a project file that lists its files by number and in groups, and names that need no import.
 *
 *   tree.leaf                         twig.leaf
 *   leaf Tree                         part of "tree.leaf"
 *   part "twig.leaf"                  leaf Twig
 *   uses Twig                         uses Tree
 *
 *   orchard.trunk
 *   group "fruit"
 *   17 "apple.leaf"
 *   end
 *   grow 17
 */
import { folderOf, joinPath, nameOf, relativePath, type ProjectPath } from "./base/paths.js";
import type {
  Extraction,
  Language,
  LibraryFile,
  Membership,
  NameLookup,
  Reference,
  SymbolName,
} from "./languages/index.js";

/** A leaf by its path from the file, or from the group in which it is listed. Nothing is left out, and nothing is an alias. */
const leafLookup: NameLookup = {
  name: "leaf",
  resolve({ tree }, from, { specifier, inside = "" }) {
    const target = joinPath(folderOf(from), inside === "" ? specifier : `${inside}/${specifier}`);
    return target !== undefined && tree.has(target)
      ? { state: "found", targets: [target], scheme: "relative" }
      : { state: "unresolved" };
  },
  spellings({ reference: { inside = "" }, targets: [target], from }) {
    const base = joinPath(folderOf(from), inside === "" ? "." : inside);
    return target === undefined || base === undefined ? [] : [relativePath(base, target)];
  },
};

/** A leaf by the tree that it says it belongs to, in whatever file that is: as languages with named libraries do. */
const kinLookup: NameLookup = {
  name: "kin",
  readsFiles: true,
  resolve({ tree, reading }, _, { specifier }) {
    const targets = tree.paths.filter(
      (path) => path.endsWith(".leaf") && (reading(path).declares ?? []).some(({ name }) => name === specifier),
    );
    return targets.length === 1 ? { state: "found", targets, scheme: "relative" } : { state: "unresolved" };
  },
  spellings: ({ reference }) => [reference.specifier],
  // `apple.leaf` is named by `Apple`.
  searchWords: (path) => {
    const [stem = ""] = nameOf(path).split(".");
    return [stem.charAt(0).toUpperCase() + stem.slice(1)];
  },
};

function extract(text: string): Extraction {
  const references: Reference[] = [];
  const [declares, usesNames]: [SymbolName[], SymbolName[]] = [[], []];
  const groups: string[] = [];
  let start = 0;
  for (const line of text.split("\n")) {
    const quoted = /^(.*?)"([^"\r]*)"/.exec(line);
    const [, before = "", specifier = ""] = quoted ?? [];
    const at = start + before.length + 1;
    const place = { start: at, end: at + specifier.length, specifier, quote: '"' };
    const inside = groups.length > 0 ? { inside: groups.join("/") } : {};
    if (quoted && /\bgroup "/.test(line)) groups.push(specifier);
    else if (quoted) references.push({ kind: "import", lookup: "leaf", ...place, ...inside });
    else if (/^end\b/.test(line)) groups.pop();
    for (const word of line.matchAll(/\b[A-Z]\w*/g)) {
      const name = { name: word[0], start: start + word.index, end: start + word.index + word[0].length };
      if (line.startsWith("leaf ")) declares.push(name);
      if (line.startsWith("uses ")) usesNames.push(name);
      if (line.startsWith("kin "))
        references.push({
          kind: "import",
          lookup: "kin",
          start: name.start,
          end: name.end,
          specifier: name.name,
          quote: "",
        });
    }
    start += line.length + 1;
  }
  return { references, computed: [], reading: "whole", declares, usesNames };
}

/** Leaves that a trunk lists belong together; a leaf and its parts do so by themselves. */
function libraries(files: readonly LibraryFile[]): ReadonlyMap<ProjectPath, Membership> {
  const leaders = new Map<ProjectPath, ProjectPath>();
  for (const { path, extraction, targets } of files)
    extraction.references.forEach((_, index) => {
      for (const target of targets[index] ?? [])
        if (
          files
            .find((file) => file.path === target)
            ?.targets.flat()
            .includes(path)
        ) {
          const [first = path] = [path, target].sort();
          leaders.set(path, first).set(target, first);
        }
    });
  return new Map(
    files.map(({ path, namedBy }): [ProjectPath, Membership] => {
      const trunk = namedBy.find((each) => each.endsWith(".trunk"));
      return [path, { library: leaders.get(path) ?? path, sees: trunk === undefined ? [] : seenThrough(files, trunk) }];
    }),
  );

  function seenThrough(all: readonly LibraryFile[], trunk: ProjectPath): string[] {
    return all.flatMap(({ path, namedBy }) => (namedBy.includes(trunk) ? [leaders.get(path) ?? path] : []));
  }
}

/** The whole language: one object, and `useLanguage(toy)` is the line. */
export const toy: Language = {
  name: "toy",
  trade: "code",
  extensions: [".leaf", ".trunk"],
  lookups: [leafLookup, kinLookup],
  prepare: () => Promise.resolve(),
  extract,
  libraries,
  outline: () => ({ onlyPassesOn: false, signs: [], actions: [], assets: [], lines: 1 }),
  readAt(text, start, { quote }) {
    const end = quote === "" ? start + (/^\w*/.exec(text.slice(start))?.[0].length ?? 0) : text.indexOf('"', start);
    return end < 0 || text.slice(start, end).includes("\n") ? undefined : { end, specifier: text.slice(start, end) };
  },
  write: (specifier) => (/["\r\n]/.test(specifier) ? undefined : specifier),
};
