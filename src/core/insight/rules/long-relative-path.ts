import { type Reference, nameThrough, splitSpecifier, type Mapping } from "../../languages/index.js";
import { nameOf, relativePath, type ProjectPath } from "../../base/paths.js";
import type { Found, Repair, Rule, RuleContext } from "./rule.js";

export const longRelativePath: Rule = {
  name: "long-relative-path",
  asks: "A path that goes up many folders uses an alias instead, where there is one.",
  why: "`../../../../` does not say where it leads, and has to be recounted whenever the file moves.",
  wrong: 'import { Button } from "../../../../core/components/Button";',
  right: 'import { Button } from "@/core/components/Button";',
  *find(context) {
    const uses = usesOfAliases(context);
    const found = [...climbing(context, uses)].filter(isHabitual(uses)).filter(isSlip(context));
    // What many do is a habit, and putting it right a change of many files, which is made where it is asked for.
    const isHabit = found.length > pathsOfAHabit;
    for (const { is, repair } of found)
      yield { ...is, repair: isHabit ? { ...repair, isSure: false, isForRule: true } : repair };
  },
};

/** More such paths than these are a habit of the app. */
const pathsOfAHabit = 10;

/** Of a few such paths each is a slip. Of more, where so many times as many names begin with an alias in files beside. */
const [pathsThatAreSlips, timesAsMany] = [5, 9];

/** How many imports of the app go by each alias, by its pattern; counted when it is first asked. */
type UsesOfAliases = () => ReadonlyMap<string, number>;

function usesOfAliases(context: RuleContext): UsesOfAliases {
  let uses: Map<string, number> | undefined;
  return () => {
    if (uses) return uses;
    uses = new Map();
    for (const { mapping } of importsByAlias(context)) uses.set(mapping.pattern, (uses.get(mapping.pattern) ?? 0) + 1);
    return uses;
  };
}

/** Every import by an alias, with the file in which it stands. Sheets are looked for by names of their own. */
function* importsByAlias({
  entries,
  graph,
}: RuleContext): Iterable<{ readonly from: ProjectPath; readonly mapping: Mapping }> {
  for (const { path } of entries)
    for (const { reference, resolution } of graph.files.get(path)?.references ?? [])
      if (reference.lookup === "module" && resolution.state === "found" && resolution.scheme !== "relative")
        yield { from: path, mapping: resolution.scheme };
}

/** What only a tool has built in, and no file uses, is no name that the app goes by. What settings say is there to be used. */
function isHabitual(uses: UsesOfAliases): (each: Climbing) => boolean {
  return ({ alias }) => !isBuiltIn(alias) || uses().has(alias.pattern);
}

/** Whether no settings say it: a package among the dependencies does. */
function isBuiltIn({ kind, by, source }: Mapping): boolean {
  return kind === "alias" && source === undefined && nameOf(by) === "package.json";
}

/** Whether files around one that climbs use the alias mostly: tests may have another custom than what they test. */
function isSlip(context: RuleContext): (each: Climbing, at: number, all: readonly Climbing[]) => boolean {
  const topOf = (path: ProjectPath): string => relativePath(context.app.folder, path).split("/")[0] ?? "";
  let named: Map<string, number> | undefined;
  const count = (): Map<string, number> => {
    const counts = new Map<string, number>();
    for (const { from, mapping } of importsByAlias(context))
      if (mapping.kind === "alias") counts.set(topOf(from), (counts.get(topOf(from)) ?? 0) + 1);
    return counts;
  };
  return ({ is: { file } }, _, all) => {
    const alike = all.filter(({ is }) => topOf(is.file) === topOf(file)).length;
    return alike <= pathsThatAreSlips || ((named ??= count()).get(topOf(file)) ?? 0) >= alike * timesAsMany;
  };
}

/** A path that climbs, how it is put right, and the alias that it takes for that. */
interface Climbing {
  readonly is: Found;
  readonly repair: Extract<Repair, { readonly kind: "respell" }>;
  readonly alias: Mapping;
}

function* climbing(context: RuleContext, uses: UsesOfAliases): Iterable<Climbing> {
  const { entries, graph, most, app } = context;
  for (const { path, standing } of entries)
    for (const { reference, resolution } of graph.files.get(path)?.references ?? []) {
      const climbs = /^(?:\.\.\/)+/.exec(reference.specifier)?.[0].length ?? 0;
      if (climbs / 3 <= most || resolution.state !== "found" || reference.lookup !== "module") continue;
      const [target] = resolution.targets;
      // Inside its own feature a file names others as they lie.
      if (
        target === undefined ||
        (standing?.feature !== undefined && app.layout.standingOf(target)?.feature === standing.feature)
      )
        continue;
      const alias = aliasFor(context, path, target, reference, uses);
      if (alias === undefined) continue;
      yield {
        is: {
          file: path,
          start: reference.start,
          about: reference.specifier,
          what: {
            code: "climbs",
            specifier: reference.specifier,
            folders: climbs / 3,
            target: nameOf(target),
            alias: alias.name,
          },
        },
        alias: alias.mapping,
        repair: {
          kind: "respell",
          start: reference.start,
          as: { ...resolution, scheme: alias.mapping },
          isSure: true,
        },
      };
    }
}

/** How an alias names a file, as short as the specifier did: of several, the one by which the app goes most. */
function aliasFor(
  { graph }: RuleContext,
  from: ProjectPath,
  target: ProjectPath,
  { specifier }: Reference,
  uses: UsesOfAliases,
): { readonly name: string; readonly mapping: Mapping } | undefined {
  const isAlias = ({ kind, isGuess }: Mapping): boolean =>
    (kind === "alias" && isGuess !== true) || kind === "package imports";
  const { path, suffix } = splitSpecifier(specifier);
  const last = nameOf(path.replace(/\/$/, ""));
  // What the specifier leaves out of the file's path, the alias may leave out too.
  const cut = target.lastIndexOf(`/${last}`);
  const short = cut < 0 ? target : (target.slice(0, cut + 1 + last.length) as ProjectPath);
  const names = graph.resolver.mappingsFor(from).flatMap((mapping) => {
    const name = isAlias(mapping) ? nameThrough(mapping, mapping.exact ? target : short) : undefined;
    return name === undefined ? [] : [{ name: name + suffix, mapping }];
  });
  if (names.length < 2) return names[0];
  const usesOf = ({ mapping }: (typeof names)[number]): number => uses().get(mapping.pattern) ?? 0;
  return names.toSorted((a, b) => usesOf(b) - usesOf(a))[0];
}
