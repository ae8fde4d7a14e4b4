/** Runs the rules over an analysed app. What the configuration turns off is not run at all. */
import type { Entry } from "../catalogue/index.js";
import { isMain } from "../catalogue/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { comparePaths, inFolder, nameOf } from "../../base/paths.js";
import { acceptedFile } from "./accepted.js";
import { foundByPlace, knownByPlace, newAddressBy } from "../../app/index.js";
import type { AppAnalysis } from "../analysis.js";
import { configurationFile, type Configuration } from "../../app/configuration/index.js";
import { isInSource, placementOf, Places, placesMost } from "./places.js";
import { Sisters } from "./sisters.js";
import { rules } from "./registry.js";
import type { Finding, Found, Repair, Rule, RuleContext } from "./rule.js";
import { ruleTable, type RuleGroup, type RuleName, type Severity } from "../../app/configuration/rule-names.js";

/** How a rule is set for one app. */
export interface RuleSetting {
  readonly severity: Severity;
  readonly most: number;
  /** Whether the limit is the configuration's. */
  readonly isAsked: boolean;
}

/** What the configuration says of a rule: by its own name, else by its group's, else as the table has it. */
export function settingOf(name: RuleName, configuration: Configuration | undefined): RuleSetting {
  const facts: { readonly group: string; readonly severity: Severity; readonly most?: number } = ruleTable[name];
  const said = (key: string): { severity?: Severity | undefined; most?: number | undefined } => {
    const value = configuration?.rules[key];
    return typeof value === "string" ? { severity: value } : (value ?? {});
  };
  const [own, group] = [said(name), said(facts.group)];
  return {
    severity: own.severity ?? group.severity ?? facts.severity,
    most: own.most ?? facts.most ?? 0,
    isAsked: own.most !== undefined,
  };
}

/** Which rules are run. */
export interface RunOptions {
  readonly only?: readonly RuleName[] | undefined;
  /** Run them even if the configuration turns them off. */
  readonly force?: boolean;
}

/** Rules that hold single files against the shelves: off where most files lie on none, which `check` says once. */
const byShelves: ReadonlySet<RuleName> = new Set([
  "file-name",
  "folder-name",
  "outside-shelves",
  "wrong-folder",
  "unlike-other-features",
]);

/** The app's own code in its source root, each file by itself. */
export function mainsOf({ layout }: AppAnalysis["app"], entries: readonly Entry[]): Entry[] {
  const ours: readonly string[] = [configurationFile, acceptedFile];
  return entries.filter(
    (entry) => isMain(entry) && !entry.isIndex && isInSource(layout, entry.path) && !ours.includes(nameOf(entry.path)),
  );
}

/** Every finding of one app, by what it is worth: errors first, then the rules whose findings are surest, then by path. */
export function runRules(
  { app, catalogue }: AppAnalysis,
  graph: ReferenceGraph,
  { only, force = false }: RunOptions = {},
): Finding[] {
  const entries = [...catalogue.entries.values()].filter(({ isLeft }) => !isLeft);
  // What lies beside the source root (scripts, settings, declarations that a build makes) is not held to the app's customs.
  const mains = mainsOf(app, entries);
  const context: Omit<RuleContext, "most" | "isAsked" | "isAlone"> = {
    app,
    tree: graph.tree,
    graph,
    catalogue,
    entries,
    mains,
    places: new Places(app.layout, catalogue),
    sisters: new Sisters(mains),
  };
  const findings: Finding[] = [];
  const isHeld = heldInPlace(app, graph);
  const isPlaced = placesMost(placementOf(mains, app.layout));
  for (const rule of rules) {
    const setting = settingOf(rule.name, app.configuration);
    const severity = force && setting.severity === "off" ? "warning" : setting.severity;
    if (severity === "off" || (only && !only.includes(rule.name))) continue;
    if (byShelves.has(rule.name) && !isPlaced) continue;
    const isOfPlaces = ruleTable[rule.name].group === "naming" || ruleTable[rule.name].group === "placement";
    for (const found of rule.find({
      ...context,
      most: setting.most,
      isAsked: setting.isAsked,
      isAlone: only?.length === 1,
    }))
      if (!isOfPlaces || !isHeld(found)) findings.push(findingOf(found, { rule, severity, graph }));
  }
  return byWorth(findings);
}

/**
 * What keeps its place and its name whatever others do: files that a framework finds by them, those that one would take for a page
 * where they belong, and files that a computed import can reach. Nothing is found wrong with where they lie.
 */
function heldInPlace(app: AppAnalysis["app"], graph: ReferenceGraph): (found: Found) => boolean {
  const byPlace = foundByPlace(graph.tree, app);
  const knowledge = knownByPlace(graph.tree, [inFolder(app.folder, "package.json")]);
  let computed: readonly string[] | undefined;
  return ({ file, repair }) => {
    if (repair?.kind !== "move") return byPlace(file) !== undefined;
    computed ??= graph.usedWholesale();
    return repair.moves.some(
      ({ from, to }) =>
        byPlace(from) !== undefined ||
        newAddressBy(knowledge, from, to) !== undefined ||
        computed?.some((head) => head !== "" && from.startsWith(head)),
    );
  };
}

function findingOf(
  { start, ...found }: Found,
  {
    rule,
    severity,
    graph,
  }: { readonly rule: Rule; readonly severity: "warning" | "error"; readonly graph: ReferenceGraph },
): Finding {
  const at = start === undefined ? undefined : graph.tree.linesOf(found.file)?.positionAt(start);
  const confidence = Math.round((found.confidence ?? rule.confidence ?? 1) * 100) / 100;
  const repair = found.repair && asked(found.repair, graph);
  return { rule: rule.name, severity, ...found, confidence, ...(repair && { repair }), ...(at && { at }) };
}

/** What so many files name is not renamed along with the rest: that is a change of its own, which somebody asks for. */
const manyUsers = 20;

function asked(repair: Repair, graph: ReferenceGraph): Repair {
  if (repair.kind !== "move" || !repair.isSure) return repair;
  const users = new Set(repair.moves.flatMap(({ from }) => graph.usersOf(from)));
  return users.size > manyUsers ? { ...repair, isSure: false } : repair;
}

const order = new Map(rules.map(({ name }, index) => [name, index]));

/** What is at stake where a rule is broken, by its group: what does not work before what is hard to find. */
const stakes: Readonly<Record<RuleGroup, number>> = {
  secrets: 1,
  references: 1,
  reach: 0.95,
  styles: 1,
  placement: 0.95,
  assets: 0.9,
  naming: 0.85,
  state: 0.8,
};

/** Errors before warnings, findings of one rule together; what is at stake and sure comes first. */
function byWorth(findings: readonly Finding[]): Finding[] {
  const best = new Map<string, number>();
  for (const { rule, confidence } of findings)
    best.set(rule, Math.max(best.get(rule) ?? 0, confidence * stakes[ruleTable[rule].group]));
  return [...findings].sort((a, b) => compareFindings(a, b, best));
}

function compareFindings(a: Finding, b: Finding, best: ReadonlyMap<string, number>): number {
  const grave = ({ severity }: Finding): number => (severity === "error" ? 0 : 1);
  return (
    grave(a) - grave(b) ||
    (best.get(b.rule) ?? 0) - (best.get(a.rule) ?? 0) ||
    (order.get(a.rule) ?? 0) - (order.get(b.rule) ?? 0) ||
    b.confidence - a.confidence ||
    comparePaths(a.file, b.file) ||
    (a.at?.line ?? 0) - (b.at?.line ?? 0) ||
    (a.at?.column ?? 0) - (b.at?.column ?? 0)
  );
}
