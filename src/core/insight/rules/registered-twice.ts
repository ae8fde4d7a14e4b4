import { addTo } from "../../base/grouping.js";
import type { ProjectPath } from "../../base/paths.js";
import { languageFor, type Registered } from "../../languages/index.js";
import { shared, type Entry } from "../catalogue/index.js";
import type { Found, Rule, RuleContext } from "./rule.js";

/** One path or name, and the file in which it stands. */
interface InFile extends Registered {
  readonly entry: Entry;
}

export const registeredTwice: Rule = {
  name: "registered-twice",
  confidence: 0.8,
  asks: "A route's path and name, and a store's name, are registered only once.",
  why: "The first route answers and the second is never shown; of two stores of one name, one answers for both.",
  wrong:
    'harvest/routes.tsx    { path: "/today", element: <HarvestScreen /> }\nrota/routes.tsx       { path: "/today", element: <RotaScreen /> }',
  right:
    'harvest/routes.tsx    { path: "/harvest", element: <HarvestScreen /> }\nrota/routes.tsx       { path: "/rota", element: <RotaScreen /> }',
  *find(context) {
    const all = registeredIn(context);
    const inList = (each: InFile): string => `${each.entry.path}\n${each.list}\n${each.kind}\n${each.text}`;
    const said = new Set<InFile>();
    for (const found of twice(
      all.filter(({ kind }) => kind === "path" || kind === "screen"),
      inList,
    ))
      yield* report(found, said);
    // All features are there at once; what lists of one feature have in common may be chosen between.
    const ofFeatures = all.filter(
      ({ kind, text, entry, isRelative }) =>
        kind === "path" && text.startsWith("/") && isRelative !== true && isOfFeature(entry),
    );
    for (const found of twice(ofFeatures, ({ text }) => text))
      yield* report({ ...found, others: found.others.filter((each) => isElsewhere(each, found.first)) }, said);
    const hasNames = context.app.stack["unique-route-names"] === true;
    for (const kind of ["store", ...(hasNames ? (["name"] as const) : [])] as const) {
      const ofKind = all.filter((each) => each.kind === kind);
      for (const found of twice(ofKind, ({ text }) => text))
        yield* report(
          kind === "name" ? { ...found, others: found.others.filter((each) => isBoth(each, found.first)) } : found,
          said,
        );
    }
  },
};

/** What is registered, in the order of the files. */
function registeredIn({ mains, graph }: RuleContext): readonly InFile[] {
  return mains.flatMap((entry) => {
    if (entry.role.is === "test" || entry.role.is === "story") return [];
    const signs = graph.files.get(entry.path)?.reading.outline.signs ?? [];
    if (!signs.some((sign) => telling.has(sign))) return [];
    const text = graph.tree.text(entry.path)?.text;
    const found = text === undefined ? [] : (languageFor(entry.path)?.registered?.(text) ?? []);
    return found.map((each) => ({ ...each, entry }));
  });
}

/** Signs of a text in which something is registered. */
const telling: ReadonlySet<string> = new Set(["routes", "view routes", "store", "reducer"]);

interface Twice {
  readonly first: InFile;
  readonly others: readonly InFile[];
}

function* twice(all: readonly InFile[], keyOf: (each: InFile) => string): Generator<Twice> {
  const byKey = new Map<string, InFile[]>();
  for (const each of all) addTo(byKey, keyOf(each), each);
  for (const [first, ...others] of byKey.values()) if (first && others.length > 0) yield { first, others };
}

function* report({ first, others }: Twice, said: Set<InFile>): Generator<Found> {
  for (const other of others) {
    if (said.has(other)) continue;
    said.add(other);
    const elsewhere: ProjectPath | undefined = first.entry.path === other.entry.path ? undefined : first.entry.path;
    yield {
      file: other.entry.path,
      start: other.start,
      about: other.text,
      what: { code: "registered twice", registered: other.kind, text: other.text, first: elsewhere },
    };
  }
}

function isOfFeature({ feature }: Entry): boolean {
  return feature.is !== undefined && feature.is !== shared;
}

function isElsewhere(one: InFile, other: InFile): boolean {
  return one.entry.feature.is !== other.entry.feature.is;
}

/** Whether two routes are there at once: in one list, or in files of two features. */
function isBoth(one: InFile, other: InFile): boolean {
  if (one.entry.path === other.entry.path) return one.list === other.list;
  return isOfFeature(one.entry) && isOfFeature(other.entry) && isElsewhere(one, other);
}
