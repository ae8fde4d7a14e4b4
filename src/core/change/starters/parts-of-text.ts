/** What the parts of a file are that becomes a starter: which name other files, and which of those, which are not the file's own. */
import type { App, StarterValues } from "../../app/index.js";
import { relativePath, type ProjectPath } from "../../base/paths.js";
import type { ReferenceGraph, MetReference } from "../../graph/index.js";
import type { FeatureName } from "../../insight/wiring/index.js";
import { languageFor, type Reference, type Row, type TextNames } from "../../languages/index.js";
import type { Generalising, Span } from "./generalise.js";

/** The file. */
export interface PartsInput {
  readonly app: App;
  readonly graph: ReferenceGraph;
  readonly path: ProjectPath;
  readonly text: string;
  readonly feature: string | undefined;
  /** The files of which starters are made together. */
  readonly set: ReadonlySet<ProjectPath>;
  readonly values: StarterValues;
  readonly name: FeatureName;
  readonly ofFeature: FeatureName | undefined;
}

/** What is known of its parts. */
export interface Parts extends Pick<
  Generalising,
  "wholes" | "kept" | "paths" | "texts" | "ofFeature" | "names" | "declared" | "isSheet"
> {
  /** Names of files that are called after this one, and are not made with it. */
  readonly asks: readonly string[];
  /** Names of files of its feature that are called otherwise. */
  readonly ofFeatureAlone: readonly string[];
}

/** Looks at a file's parts. The languages must have been prepared. */
export async function partsFor(input: PartsInput): Promise<Parts> {
  const { app, graph, path, text } = input;
  const language = languageFor(path);
  const names = await language?.names?.(text, path);
  const wholes: { start: number; end: number; word: string }[] = [];
  const [kept, paths, ofFeature]: Span[][] = [[], [], []];
  const asks = new Set<string>();
  const alone = new Set<string>();
  for (const resolved of graph.files.get(path)?.references ?? []) {
    const { reference } = resolved;
    const { start, end, specifier } = reference;
    paths?.push({ start, end });
    const what = meantBy(resolved, input);
    if (what === "set") {
      if (input.values("to", "leader") === specifier && text.slice(start, end) === specifier)
        wholes.push({ start, end, word: "to leader" });
      continue;
    }
    if (what === "feature") ofFeature?.push({ start, end }, ...takenNames(reference, names));
    if (what === "feature" || what === "named") {
      const isNamed = [input.name, input.ofFeature].some((each) => each && each.in(specifier).length > 0);
      if (what === "named") asks.add(specifier);
      else if (!isNamed) alone.add(specifier);
      continue;
    }
    kept?.push(...takenNames(reference, names));
    const word = what === "other" ? undefined : `to ${relativePath(app.folder, what)}`;
    const isSame = word !== undefined && input.values("to", word.slice(3)) === text.slice(start, end);
    if (isSame && specifier.startsWith(".")) wholes.push({ start, end, word });
    else kept?.push({ start, end });
  }
  if (language?.namespaces !== undefined || language?.namesTypesOf !== undefined) {
    const own = input.values("namespace", "") ?? "";
    for (let at = text.indexOf(own); own !== "" && at >= 0; at = text.indexOf(own, at + 1))
      if (!/[\w.]/.test(text.charAt(at - 1)) && !/\w/.test(text.charAt(at + own.length)))
        wholes.push({ start: at, end: at + own.length, word: "namespace" });
  }
  return {
    wholes,
    kept: kept ?? [],
    paths: paths ?? [],
    ofFeature: ofFeature ?? [],
    texts: plainTexts(language?.rows?.(text, path)),
    names,
    declared: declaredIn(input),
    isSheet: language?.sheets !== undefined,
    asks: [...asks],
    ofFeatureAlone: [...alone],
  };
}

/**
 * Which file a reference means: `set`: one that becomes a starter, too. `feature`: another one of the feature. `named`: one that is called
 * after this one. `other`: none of the project.
 */
function meantBy(
  { reference, resolution }: MetReference,
  { app, set, feature, name }: PartsInput,
): "set" | "feature" | "named" | "other" | ProjectPath {
  const [target] = resolution.state === "found" ? resolution.targets : [];
  if (target === undefined) return "other";
  if (set.has(target)) return "set";
  if (feature !== undefined && app.layout.standingOf(target)?.feature === feature) return "feature";
  return name.in(reference.specifier).length > 0 ? "named" : target;
}

/** All places of the names that a reference takes. */
function takenNames({ bindings = [], start, end }: Reference, names: TextNames | undefined): Span[] {
  const own = bindings.flatMap((each) => [
    { start: each.start, end: each.end },
    { start: each.localStart, end: each.localEnd },
  ]);
  const declared = new Set(own.map((each) => each.start));
  const used = (names?.variables ?? []).flatMap(({ places }) =>
    places.some((place) => declared.has(place.start)) ? places : [],
  );
  const all = [...own, ...used].filter((each) => each.end > each.start && !(each.start >= start && each.end <= end));
  return [...new Map(all.map((each) => [each.start, { start: each.start, end: each.end }])).values()];
}

/** The parts that are plain text for people. */
function plainTexts(row: Row | undefined): Span[] {
  return (row?.items ?? []).flatMap((item) =>
    item.isText === true ? [{ start: item.start, end: item.end }] : item.rows.flatMap(plainTexts),
  );
}

/** What the project declares, and whether in a file of which a starter is made. */
function declaredIn({ graph, set }: PartsInput): ReadonlyMap<string, "own" | "other"> {
  const found = new Map<string, "own" | "other">();
  for (const [path, { reading }] of graph.files)
    for (const { name } of [...(reading.declares ?? []), ...(reading.exports ?? [])])
      if (set.has(path)) found.set(name, "own");
      else if (!found.has(name)) found.set(name, "other");
  return found;
}
