/**
 * The catalogue: role and feature of every file of an app, each with its evidence. It moves nothing and decides nothing;
 * `survey`, `check`, `compare` and `arrange` stand on it.
 */
import picomatch from "picomatch";
import { addTo } from "../../base/grouping.js";
import { extensionOf, type Layout, type Role, type StackData, type Standing } from "../../app/arrangement/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import {
  isCode,
  isInBundle,
  isOfTrade,
  languageFor,
  ownExports,
  type ExportedName,
  type Export,
  type Outline,
} from "../../languages/index.js";
import { folderOf, inFolder, isBelow, nameOf, relativePath, rootPath, type ProjectPath } from "../../base/paths.js";
import type { Configuration } from "../../app/configuration/index.js";
import { cluesOf, keyOf, prefixOf, type Clues } from "./clues.js";
import { partsOf } from "../../app/companions.js";
import { effectiveUses, type EffectiveUses } from "./effective-uses.js";
import { beliedFolders, viewsOfComponents } from "./content-layers.js";
import { isSharedFolder } from "./feature-folders.js";
import { weigh, type Judgement } from "./evidence.js";
import { FeatureNames, shared, type Feature } from "./feature-names.js";
import { wordsBesideRole } from "./feature-words.js";
import { FolderClues } from "./folder-clues.js";
import { judgeFeatures } from "./judge-feature.js";
import { usedBeside } from "./used-beside.js";
import { judgeRole } from "./judge-role.js";
import { isCrowdedRoot, leadersOf, routedFolders } from "../../app/index.js";

/** One file. */
export interface Entry {
  readonly path: ProjectPath;
  readonly role: Judgement<Role>;
  /** A feature's name, or `shared`. */
  readonly feature: Judgement;
  /** The file that it goes with, if it is a companion. */
  readonly leader: ProjectPath | undefined;
  /** Whether it is the main file of its stem; where sheets are the app's code, they are. */
  readonly leads: boolean;
  /** Whether all that it holds comes from other files. */
  readonly isIndex: boolean;
  readonly standing: Standing | undefined;
  /** Whether the configuration says that it stays as it is. */
  readonly isLeft: boolean;
}

/** All of them. */
export interface Catalogue {
  readonly entries: ReadonlyMap<ProjectPath, Entry>;
  readonly features: readonly Feature[];
  /** Folders that are the app once more, or one app of several: `admin/src/`. */
  readonly areas: ReadonlySet<ProjectPath>;
  readonly uses: EffectiveUses;
  readonly clues: Clues;
}

/** What a catalogue is made from. */
export interface CatalogueInput {
  readonly layout: Layout;
  readonly stack: StackData;
  readonly configuration: Configuration | undefined;
  /** What somebody has said of single files besides. */
  readonly answers?: ReadonlyMap<ProjectPath, Said> | undefined;
  readonly graph: ReferenceGraph;
  /** The files of the app. */
  readonly paths: readonly ProjectPath[];
  /** What was changed together, the latest first; none where there is no history. */
  readonly commits?: readonly (readonly ProjectPath[])[] | undefined;
  /** A folder of a feature: its sisters are features' as well. */
  readonly like?: ProjectPath | undefined;
}

/** What is said of a file: that it stays as it is, or its role, or its feature. */
export type Said = "leave" | { readonly role?: Role | undefined; readonly feature?: string | undefined };

/** Files that belong to the app's work but are no part of the app: manifests, documents, settings of tools. */
const besideTheApp =
  /(^|\/)(?:\.[^/]+|LICEN[CS]E|README|CHANGELOG)|\.(?:md|mdx|txt|lock|log|plist|entitlements|xcconfig|xcprivacy|modulemap)$|-lock\.\w+$/i;

/** Makes the catalogue of one app. */
export function makeCatalogue(input: CatalogueInput): Catalogue {
  const { layout, stack, configuration, graph } = input;
  const paths = input.paths.filter((path) => isOfTheApp(path, layout));
  const code = paths.filter((path) => stack.code.includes(extensionOf(nameOf(path))));
  const clues = { ...cluesOf(stack), prefix: prefixOf(code.map((path) => partsOf(nameOf(path)).stem)) };
  const decide = decisionsOf(configuration, layout.folder, input.answers);
  const leaders = leadersOf(paths);
  const uses = effectiveUses(graph);
  addImportedSheets(paths, leaders, { graph, clues });
  addParts(leaders, graph);
  // The `index.vue` of a feature is drawn, and speaks for nothing; so does an `index.jsx` that gives a component by default where
  // the feature's folder is a shelf for such (`pages/{feature}`).
  const isOwn = (path: ProjectPath): boolean =>
    (layout.standingOf(path)?.shelf.holds.length ?? 0) > 0 && isComponent(graph.files.get(path)?.reading.exports ?? []);
  const speaks = (path: ProjectPath): boolean =>
    layout.isPublicIndex(path) &&
    !(stack["default-exports"]?.includes(extensionOf(nameOf(path))) ?? false) &&
    !isOwn(path);
  const indexes = new Set(
    paths.filter((path) => graph.files.get(path)?.reading.outline.onlyPassesOn === true || speaks(path)),
  );
  const isIndex = (path: ProjectPath): boolean => indexes.has(path);
  const lead = paths.filter((path) => !leaders.has(path));
  const isCrowded = isCrowdedRoot(code, layout.source, stack);
  const roleInput: RoleInput = { ...input, clues, decide, uses, isCrowdedRoot: isCrowded };
  const roles = new Map<ProjectPath, Judgement<Role>>();
  const children = new Map<ProjectPath, ProjectPath[]>();
  for (const folder of graph.tree.folders) addTo(children, folderOf(folder), folder);
  const below = (folder: ProjectPath): readonly ProjectPath[] => children.get(folder) ?? [];
  const routed = routedFolders(graph.tree, layout.folder, layout.source);
  const places = {
    below,
    routed,
    beside: [...routed.map(({ at }) => at), ...usedBeside(graph, { layout, clues, code })],
  };
  const before = new FolderClues(clues, layout.source, () => undefined, places);
  for (const path of lead) if (!isIndex(path)) roles.set(path, roleOf(path, roleInput, before));
  const first = [...roles].map(([path, { is }]) => ({ path, role: is }));
  const belied = beliedFolders(first, { source: layout.source, roleOf: (folder) => before.roleOf(folder) });
  // Where folders are written as components are, screens are drawn by what leads to them, and used as components are.
  const views = viewsOfComponents(clues.foldersAreNames ? [] : first, {
    roleOf: (folder) => before.roleOf(folder),
    isShared: (folder) => isSharedFolder(nameOf(folder)),
    isUsedByDrawn: (path) => uses.usersOf(path).some((user) => clues.drawing.has(roles.get(user)?.is ?? "entry")),
  });
  const known = (folder: ProjectPath): Role | null | undefined =>
    belied.has(folder) ? null : views.has(folder) ? "component" : undefined;
  const isAsCalled = belied.size + views.size === 0;
  const believed = isAsCalled ? before : new FolderClues(clues, layout.source, known, places);
  for (const [path] of isAsCalled ? [] : roles)
    if (known(before.nearest(folderOf(path))?.folder ?? rootPath) !== undefined)
      roles.set(path, roleOf(path, roleInput, believed));
  const files = [...roles].map(([path, { is }]) => ({ path, role: is }));
  const names = new FeatureNames(files, {
    layout,
    clues,
    configuration,
    answers: input.answers,
    paths,
    folders: believed,
    like: input.like,
  });
  // Folders that turned out to be features' are no words of roles.
  const knownThen = (folder: ProjectPath): Role | null | undefined =>
    names.isFeatureFolder(folder) ? null : known(folder);
  const folders = new FolderClues(clues, layout.source, knownThen, places);
  for (const path of roles.keys())
    if (hasFeatureFolder(path, names, clues)) roles.set(path, roleOf(path, roleInput, folders));
  const others = { ...roleInput, folders, roles };
  for (const path of lead) if (isIndex(path)) roles.set(path, roleOfIndex(path, others));
  for (const [path, leader] of leaders) roles.set(path, roleOfCompanion(path, leader, others));
  const features = featuresOf(lead, { ...others, names, isIndex });
  const entries = new Map<ProjectPath, Entry>();
  for (const path of paths) {
    const leader = leaders.get(path);
    const decision = decide(path);
    const role = roles.get(path) ?? unknown;
    const feature =
      decision?.feature === undefined && leader !== undefined
        ? ofLeader(features.get(leader), leader)
        : features.get(path);
    entries.set(path, {
      path,
      role,
      feature: feature ?? unknownFeature,
      leader,
      leads: leads(path, clues),
      isIndex: isIndex(path),
      standing: layout.standingOf(path),
      isLeft: decision?.leave === true,
    });
  }
  // A word that only names of files said, all of which lie in another feature's folder, is none.
  const served = new Set([...entries.values()].map(({ feature }) => feature.is));
  const isSaid = ({ name, folders }: Feature): boolean =>
    folders.length > 0 || served.has(name) || Object.hasOwn(configuration?.features ?? {}, name);
  return { entries, features: names.all.filter(isSaid), areas: names.areas, uses, clues };
}

function leads(path: ProjectPath, { sheetsAreCode }: Clues): boolean {
  const { leads: byName, rest } = partsOf(nameOf(path));
  return byName || (sheetsAreCode && isOfTrade(path, "sheet") && rest.lastIndexOf(".") === 0);
}

const unknown: Judgement<Role> = weigh<Role>([]);
const unknownFeature: Judgement = weigh<string>([]);

function isOfTheApp(path: ProjectPath, layout: Layout): boolean {
  const { source } = layout;
  const inSource = source !== rootPath && isBelow(path, source);
  return (
    !isInBundle(path) &&
    // Projects say what is built, and are no part of it.
    languageFor(path)?.listsCode !== true &&
    !besideTheApp.test(inSource ? path.slice(source.length + 1) : path) &&
    (inSource || isCode(path) || source === rootPath || isBesideSource(path, layout))
  );
}

/** Some stacks keep pictures beside the source root, on a shelf of their own. */
function isBesideSource(path: ProjectPath, layout: Layout): boolean {
  return layout.standingOf(path)?.shelf.at.startsWith("/") === true;
}

/** What `files:` says of a path; of several patterns that match, each key from the last that has it. */
interface Decision {
  readonly leave?: boolean;
  readonly role?: Role | undefined;
  readonly feature?: string | undefined;
}

type Decide = (path: ProjectPath) => Decision | undefined;

function decisionsOf(
  configuration: Configuration | undefined,
  folder: ProjectPath,
  answers: CatalogueInput["answers"],
): Decide {
  const rules = Object.entries(configuration?.files ?? {}).map(([pattern, said]) => ({
    isMatch: picomatch(pattern.replace(/\/$/, "/**"), { dot: true }),
    decision: said === "leave" ? { leave: true } : said,
  }));
  return (path) => {
    const answer = answers?.get(path);
    if (rules.length === 0 && answer === undefined) return undefined;
    const below = relativePath(folder, path);
    const said: Decision[] = rules.filter(({ isMatch }) => isMatch(below)).map(({ decision }) => decision);
    if (answer !== undefined) said.push(answer === "leave" ? { leave: true } : answer);
    return said.length === 0 ? undefined : (Object.assign({}, ...said) as Decision);
  };
}

/** Whether the configuration leaves a file alone, also one that is no entry of the catalogue. */
export function leftAlone(
  configuration: Configuration | undefined,
  folder: ProjectPath,
): (path: ProjectPath) => boolean {
  const decide = decisionsOf(configuration, folder, undefined);
  return (path) => decide(path)?.leave === true;
}

interface RoleInput extends CatalogueInput {
  readonly isCrowdedRoot: boolean;
  readonly clues: Clues;
  readonly decide: Decide;
  readonly uses: EffectiveUses;
}

function roleOf(path: ProjectPath, input: RoleInput, folders: FolderClues): Judgement<Role> {
  const { layout, stack, graph, clues, decide, uses, isCrowdedRoot } = input;
  const decided = decide(path)?.role;
  if (decided !== undefined) return weigh([{ for: decided, weight: 1, because: { code: "configured" } }]);
  const extension = extensionOf(nameOf(path));
  const reading = graph.files.get(path)?.reading;
  const judged = judgeRole({
    path,
    source: layout.source,
    clues,
    outline: clues.sheetsAreCode ? outlineOfSheet(path, graph) : reading?.outline,
    exports: ownExports(reading?.exports),
    isCode: stack.code.includes(extension),
    drawsAlways: stack["default-exports"]?.includes(extension) ?? false,
    users: uses.usersOf(path),
    targets: () => graph.targetsOf(path),
    isLoadedLater: graph.usesOf(path).some(({ reference }) => reference.kind === "dynamic import"),
    routers: routersTo(path, ownExports(reading?.exports), input),
    shelf: layout.standingOf(path)?.shelf.holds ?? [],
    folders,
    isCrowdedRoot,
    outlineOf: (each) => graph.files.get(each)?.reading.outline,
    ownFolder: (each, below) => ownFolderOf(each, below, input),
  });
  return asImplementation(judged, reading?.outline, stack);
}

/** Files whose routes lead to a file: by the name that they give it, by its own name through an index, or by its path. */
function routersTo(path: ProjectPath, exports: readonly ExportedName[], { graph, uses }: RoleInput): ProjectPath[] {
  const routedBy = (user: ProjectPath): readonly string[] => graph.files.get(user)?.reading.outline.routed ?? [];
  const direct = graph.usesOf(path).filter(({ from, reference: { bindings = [], specifier } }) => {
    const routed = routedBy(from);
    return routed.length > 0 && (routed.includes(specifier) || bindings.some(({ local }) => routed.includes(local)));
  });
  const known = new Set(direct.map(({ from }) => from));
  const own = exports.filter(({ kind, isDefault }) => kind === "component" && !isDefault).map(({ name }) => name);
  for (const user of own.length > 0 ? uses.usersOf(path) : [])
    if (routedBy(user).some((name) => own.includes(name))) known.add(user);
  return [...known];
}

/** What a sheet says of itself as well; it is read whole only where sheets are the app's code. */
function outlineOfSheet(path: ProjectPath, { files, tree }: ReferenceGraph): Outline | undefined {
  const outline = files.get(path)?.reading.outline;
  const forms = languageFor(path)?.sheets;
  if (!outline || !forms) return outline;
  const text = tree.text(path)?.text;
  const known = sheetOutlines.get(outline);
  if (known) return known;
  const reading = text === undefined ? undefined : forms.read(text, nameOf(path));
  const told =
    reading && text !== undefined ? { ...outline, signs: [...outline.signs, ...forms.signs(text, reading)] } : outline;
  sheetOutlines.set(outline, told);
  return told;
}

/** Each sheet is asked about several times. */
const sheetOutlines = new WeakMap<Outline, Outline>();

/** Where contracts and what does the work are kept apart, a repository that does the work is no contract. */
function asImplementation(
  judged: Judgement<Role>,
  outline: Outline | undefined,
  { roles }: StackData,
): Judgement<Role> {
  if (judged.is !== "repository" || !roles.implementation || !outline || outline.signs.includes("contract"))
    return judged;
  const evidence = judged.evidence.map((each) => (each.for === "repository" ? { ...each, for: implementation } : each));
  return weigh([...evidence, { for: implementation, weight: 0.3, because: { code: "does the work" } }]);
}

const implementation: Role = "implementation";

function ownFolderOf(path: ProjectPath, below: ProjectPath, { stack, graph }: RoleInput): ProjectPath | undefined {
  for (let folder = folderOf(path); isBelow(folder, below); folder = folderOf(folder))
    if (stack.code.some((end) => graph.tree.has(inFolder(folder, `${nameOf(folder)}${end}`)))) return folder;
  return undefined;
}

function hasFeatureFolder(path: ProjectPath, names: FeatureNames, clues: Clues): boolean {
  const folder = names.folderFeature(path)?.folder;
  return folder !== undefined && clues.folders.has(keyOf(nameOf(folder)));
}

interface OthersInput extends RoleInput {
  readonly folders: FolderClues;
  readonly roles: ReadonlyMap<ProjectPath, Judgement<Role>>;
}

/** Whether a file gives a component by default, and passes nothing on. */
function isComponent(exports: readonly Export[]): boolean {
  const isGiven = ownExports(exports).some(({ isDefault, kind }) => isDefault && kind === "component");
  return isGiven && exports.every(({ from }) => from === undefined);
}

/** An index is what most of the files are that it passes on. */
function roleOfIndex(path: ProjectPath, { roles, folders, ...input }: OthersInput): Judgement<Role> {
  const decided = input.decide(path)?.role;
  if (decided !== undefined) return weigh([{ for: decided, weight: 1, because: { code: "configured" } }]);
  const counted = new Map<Role, number>();
  for (const target of input.graph.targetsOf(path)) {
    const role = roles.get(target)?.is;
    if (role !== undefined) counted.set(role, (counted.get(role) ?? 0) + 1);
  }
  const [top] = [...counted].sort((a, b) => b[1] - a[1]);
  const total = [...counted.values()].reduce((sum, count) => sum + count, 0);
  if (!top) return roleOf(path, input, folders);
  return weigh([
    {
      for: top[0],
      weight: Math.min(0.95, 0.5 + 0.45 * (top[1] / total)),
      because: { code: "re-exports role", role: top[0], count: top[1], total },
    },
  ]);
}

/** Roles that a companion may have beside its leader's. */
const ofItsOwn: ReadonlySet<Role> = new Set(["test", "story", "style", "constants", "config"]);

/** A test is a test, a sheet a sheet, constants are constants; a declaration or a variant is what its file is. */
function roleOfCompanion(path: ProjectPath, leader: ProjectPath, input: OthersInput): Judgement<Role> {
  const own = roleOf(path, input, input.folders);
  if ((own.is !== undefined && ofItsOwn.has(own.is)) || input.decide(path)?.role !== undefined) return own;
  const { is, confidence } = input.roles.get(leader) ?? unknown;
  return is === undefined
    ? own
    : weigh([{ for: is, weight: confidence, because: { code: "goes with", file: nameOf(leader) } }]);
}

/** A sheet that one file alone imports goes with it, whatever it is called. */
function addImportedSheets(
  paths: readonly ProjectPath[],
  leaders: Map<ProjectPath, ProjectPath>,
  { graph, clues }: { readonly graph: ReferenceGraph; readonly clues: Clues },
): void {
  if (clues.sheetsAreCode) return;
  for (const path of paths) {
    if (leaders.has(path) || clues.extensions.get(extensionOf(nameOf(path))) !== "style") continue;
    const [user, other] = graph.usersOf(path);
    if (user !== undefined && other === undefined && folderOf(user) === folderOf(path) && !leaders.has(user))
      leaders.set(path, user);
  }
}

/** The parts of a file go with it, where they lie beside it or below. */
function addParts(leaders: Map<ProjectPath, ProjectPath>, { files }: ReferenceGraph): void {
  for (const { path, references } of files.values())
    for (const { reference, resolution } of references)
      if (reference.kind === "part" && resolution.state === "found")
        for (const part of resolution.targets)
          if (part !== path && isBelow(part, folderOf(path))) leaders.set(part, leaders.get(path) ?? path);
}

interface FeaturesInput extends RoleInput {
  readonly folders: FolderClues;
  readonly names: FeatureNames;
  readonly roles: ReadonlyMap<ProjectPath, Judgement<Role>>;
  readonly isIndex: (path: ProjectPath) => boolean;
}

function featuresOf(
  lead: readonly ProjectPath[],
  { names, roles, isIndex, clues, graph, uses, layout, folders, commits, decide }: FeaturesInput,
): Map<ProjectPath, Judgement> {
  const hasFeatures = names.all.length > 0;
  const paths = lead.filter((path) => !isIndex(path));
  const judged = !hasFeatures
    ? new Map<ProjectPath, Judgement>()
    : judgeFeatures({
        names,
        clues,
        source: layout.source,
        beside: folders.places.beside,
        graph,
        uses,
        roles: new Map([...roles].map(([path, { is }]) => [path, is])),
        paths,
        commits: commits ?? [],
      });
  const whole = weigh([{ for: shared, weight: 0.3, because: { code: hasFeatures ? "no tie" : "no features" } }]);
  for (const path of lead) {
    const decided = decide(path)?.feature;
    const judgement = judged.get(path);
    if (decided !== undefined) judged.set(path, weigh([{ for: decided, weight: 1, because: { code: "configured" } }]));
    else if (isIndex(path)) judged.set(path, featureOfIndex(path, judged, { graph, names, clues }) ?? whole);
    else if (judgement?.is === undefined) judged.set(path, whole);
    // A weak guess is no more than what is there for everybody.
    else if (judgement.confidence < 0.3 && judgement.is !== shared)
      judged.set(path, weigh([...judgement.evidence, { for: shared, weight: 0.45, because: { code: "little tie" } }]));
  }
  return judged;
}

function featureOfIndex(
  path: ProjectPath,
  judged: ReadonlyMap<ProjectPath, Judgement>,
  { graph, names, clues }: { readonly graph: ReferenceGraph; readonly names: FeatureNames; readonly clues: Clues },
): Judgement | undefined {
  const folder = names.folderFeature(path);
  if (folder)
    return weigh([{ for: folder.feature, weight: 0.9, because: { code: "in folder", folder: nameOf(folder.folder) } }]);
  const features = new Set(graph.targetsOf(path).map((target) => judged.get(target)?.is));
  features.delete(undefined);
  const [first, second] = features;
  if (first !== undefined && second === undefined)
    return weigh([{ for: first, weight: 0.8, because: { code: "re-exports feature", feature: first } }]);
  if (second !== undefined)
    return weigh([{ for: shared, weight: 0.8, because: { code: "re-exports features", count: features.size } }]);
  const [spoken] = names.spokenOf(wordsBesideRole(nameOf(folderOf(path)), clues));
  return (
    spoken &&
    weigh([{ for: spoken.feature, weight: 0.5, because: { code: "in folder", folder: nameOf(folderOf(path)) } }])
  );
}

function ofLeader(judgement: Judgement | undefined, leader: ProjectPath): Judgement | undefined {
  if (judgement?.is === undefined) return judgement;
  return {
    ...judgement,
    evidence: [
      { for: judgement.is, weight: judgement.confidence, because: { code: "goes with", file: nameOf(leader) } },
    ],
  };
}

/** The same catalogue under other shelves. */
export function restood(catalogue: Catalogue, layout: Layout): Catalogue {
  const entries = new Map<ProjectPath, Entry>();
  for (const [path, entry] of catalogue.entries) entries.set(path, { ...entry, standing: layout.standingOf(path) });
  return { ...catalogue, entries };
}

/** Whether a file is a picture, a font or a sound: code and data that lie among them are none. */
export function isAssetFile(
  { role, path }: Pick<Entry, "role" | "path">,
  { extensions }: Pick<Clues, "extensions">,
): boolean {
  return role.is === "asset" && extensions.get(extensionOf(nameOf(path))) === "asset";
}

/** Whether a file is the app's own code by itself: it leads, and is neither a test nor a story. */
export function isMain({ leader, role, leads }: Pick<Entry, "leader" | "role" | "leads">): boolean {
  return leader === undefined && role.is !== "test" && role.is !== "story" && leads;
}
