/** What `explain` tells of one file. */
import { BrokenAssumption } from "../../base/errors.js";
import { companionsOf, knownByPlace, type KnownBy } from "../../app/index.js";
import { ruleTable } from "../../app/configuration/index.js";
import type { Entry } from "../catalogue/index.js";
import type { ReferenceGraph, SymbolUse } from "../../graph/index.js";
import type { ReferenceKind } from "../../languages/index.js";
import { comparePaths, type ProjectPath } from "../../base/paths.js";
import type { Analysis, AppAnalysis } from "../analysis.js";
import { Places, type Belonging, type Finding } from "../rules/index.js";
import type { Position } from "../../base/text/index.js";

/** The other side of some references. */
export interface Partner {
  readonly path: ProjectPath;
  /** Role and feature, where the app's catalogue has it. */
  readonly entry: Entry | undefined;
  /** The first place where the one names the other. */
  readonly at: Position;
  /** The form of the reference; `name` where a name of the file is used, and the file itself is not named. */
  readonly kind: ReferenceKind | "name";
}

/** All of it. */
export interface Explanation {
  readonly entry: Entry;
  readonly app: AppAnalysis;
  /** Where it belongs; `undefined` where nothing says so. A companion belongs beside its leader. */
  readonly belonging: Belonging | undefined;
  readonly companions: readonly ProjectPath[];
  readonly users: readonly Partner[];
  /** What a framework knows it by because of where it lies; who uses that is not among the users. */
  readonly knownBy: readonly KnownBy[];
  readonly targets: readonly Partner[];
  readonly findings: readonly Finding[];
}

/** What explaining stands on. */
export interface ExplainInput {
  readonly analysis: Analysis;
  readonly app: AppAnalysis;
  readonly path: ProjectPath;
  readonly findings: readonly Finding[];
}

/** Where a file should be instead of where it is; `undefined` where it is right, or where `check` finds nothing wrong with its place. */
export function shouldBeAt({
  entry: { path },
  belonging,
  findings,
}: Pick<Explanation, "entry" | "belonging" | "findings">): ProjectPath | undefined {
  if (!belonging || belonging.path === path) return undefined;
  const isFound = findings.some(({ rule }) => /^(?:naming|placement)$/.test(ruleTable[rule].group));
  return isFound ? belonging.path : undefined;
}

function knownAs(graph: ReferenceGraph, path: ProjectPath): readonly KnownBy[] {
  const given = (graph.files.get(path)?.reading.exports ?? []).map(({ name }) => name).filter((name) => name !== "*");
  return knownByPlace(graph.tree, [path])(path, () => given).filter(({ isUnsure }) => isUnsure !== true);
}

/** Explains a file that the catalogue has. */
export function explain({ analysis: { graph }, app, path, findings }: ExplainInput): Explanation {
  const { catalogue } = app;
  const entry = catalogue.entries.get(path);
  if (!entry) throw new BrokenAssumption(`${path} is not in the catalogue`);
  const at = (file: ProjectPath, offset: number): Position =>
    graph.tree.linesOf(file)?.positionAt(offset) ?? { line: 1, column: 1 };
  const once = (partners: readonly Partner[]): Partner[] => {
    const first = new Map<ProjectPath, Partner>();
    for (const partner of partners)
      if (partner.path !== path && !first.has(partner.path)) first.set(partner.path, partner);
    return [...first.values()].sort((a, b) => comparePaths(a.path, b.path));
  };
  const users = graph.usesOf(path).map(({ from, reference }): Partner => {
    return { path: from, entry: catalogue.entries.get(from), at: at(from, reference.start), kind: reference.kind };
  });
  const byName = (use: SymbolUse, path: ProjectPath): Partner => {
    return { path, entry: catalogue.entries.get(path), at: at(use.from, use.start), kind: "name" };
  };
  const targets = (graph.files.get(path)?.references ?? []).flatMap(({ reference, resolution }): Partner[] =>
    resolution.state === "found"
      ? resolution.targets.map((target) => ({
          path: target,
          entry: catalogue.entries.get(target),
          at: at(path, reference.start),
          kind: reference.kind,
        }))
      : [],
  );
  return {
    entry,
    app,
    belonging: entry.leader === undefined ? new Places(app.app.layout, catalogue).of(entry) : undefined,
    companions: companionsOf(graph.tree, path).map((companion) => companion.path),
    knownBy: knownAs(graph, path),
    users: once([...users, ...graph.symbolUsesOf(path).map((use) => byName(use, use.from))]),
    targets: once([...targets, ...graph.symbolTargetsOf(path).map((use) => byName(use, use.to))]),
    findings,
  };
}
