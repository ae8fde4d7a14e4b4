/** `init`: the folders and the first files of an app, or only the configuration for one that has begun. */
import {
  aboutShelf,
  extensionOf,
  listOf,
  ownArrangement,
  type OneOrMore,
  type ShelfData,
} from "../../app/arrangement/index.js";
import { ShelfError } from "../../base/errors.js";
import { splitWords } from "../../base/names/index.js";
import { grouped } from "../../base/numbers.js";
import { folderOf, inFolder, isBelow, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";
import { SetupDraft, type SetUp } from "./setup-draft.js";
import { isDeclaration, isOfTrade } from "../../languages/index.js";
import type { AppAnalysis } from "../../insight/analysis.js";
import type { tellingAliases } from "../../insight/untold-aliases.js";
import type { Conventions } from "../../insight/conventions/index.js";
import { configurationFile } from "../../app/configuration/index.js";
import { withAlias } from "./alias.js";
import { openApp, placeOfStart, readStarter, type App, type Decision } from "../../app/app.js";
import { bestFit, isMoreThanFresh, type Fit, type FitInput } from "../../app/fit.js";
import { ignoredAbove, ignoreSecret, isIgnored } from "./ignore-file.js";
import { hasChoice, likelyLanguage } from "../../app/likely-language.js";
import { fillStarter } from "../../app/starter.js";
import { valuesFor } from "./values.js";

/** What new folders are filled with: starters (a line of README where there is none), or README lines only. */
export type Fill = "starters" | "readmes";

/** How an app is set up. */
export interface InitRequest extends Decision {
  readonly fill: Fill;
  /** An alias for the source root, such as `@`. */
  readonly alias?: string | undefined;
}

/** A folder, and what it is for. */
export interface FolderPurpose {
  readonly path: ProjectPath;
  readonly about: string;
}

/** What `init` would do. */
export interface InitPlan {
  readonly app: App;
  readonly setUp: SetUp;
  /** Folders of the new app, in the order of the arrangement. */
  readonly folders: readonly FolderPurpose[];
  /** For an app that has begun: how the arrangement fits, where one of those that ship does. */
  readonly fit?: Fit;
  /** For an app that has begun: what was learnt of it, beside that arrangement. */
  readonly conventions?: Conventions;
  /** For an app that has begun: its features, by name. */
  readonly features?: readonly string[];
}

/** An app that has begun, looked at. */
export interface BegunApp {
  readonly analysed?: AppAnalysis | undefined;
  readonly alias?: string | undefined;
  /** Aliases that the files tell, where nothing else does. */
  readonly untold?: ReturnType<typeof tellingAliases> | undefined;
  readonly classPrefix?: string | undefined;
  /** Whether it was looked at as its project shows it. */
  readonly inGroups?: boolean;
}

/**
 * Whether an app has begun: code lies in folders below the source root, or more of it in the root than tools make for a fresh app;
 * where sheets are its code, any in the root itself.
 */
export function hasBegun(
  { stack, paths, folder }: Pick<FitInput, "stack" | "paths" | "folder">,
  source: string,
): boolean {
  const root = source === "." ? folder : inFolder(folder, source);
  const code = paths.filter(
    (path) =>
      stack.code.includes(extensionOf(path)) &&
      !/\.config\.\w+$|\.d\.ts$|(?:^|\/)\.[^/]+$/.test(path) &&
      isBelow(path, root) &&
      !/(^|\/)(\.[^/]+|node_modules|tests?|__\w+__|ios|android)\//i.test(path),
  );
  if (code.some((path) => folderOf(path) !== root || isOfTrade(path, "sheet"))) return true;
  return isMoreThanFresh(code, stack);
}

/** Draws a new app up. Nothing that is there is touched, but `.gitignore` and, for an alias, the compiler's configuration. */
export function draftNewApp(store: FitInput["store"], request: InitRequest): InitPlan {
  const app = openApp(store, request);
  const draft = new SetupDraft(store);
  writeConfiguration(draft, request);
  const shelves = app.layout.shelves.filter((shelf) => shelf.fromStart && !/\{feature\}|\{name\}/.test(shelf.at));
  if (request.fill === "starters") putStarters(draft, app);
  const folders = shelves.map((shelf) => ({ path: app.layout.folderOf(shelf, {}), about: aboutShelf(shelf) }));
  const top = { path: app.layout.source, about: "the source root: where the app begins" };
  keepFolders(draft, app, folders);
  keepSecrets(draft, app);
  if (request.alias !== undefined) addAlias(draft, app, request.alias);
  if (app.stack.needs !== undefined && !hasManifest(app)) draft.note(`Besides, this needs ${app.stack.needs}.`);
  return { app, setUp: draft.finish(), folders: top.path === "" ? folders : [top, ...folders] };
}

/**
 * Draws the configuration up for an app that has begun: as it is organised already, which is either an arrangement that fits
 * and what differs from it, or shelves of its own; and what does not follow that. An arrangement that somebody asks for is
 * taken as it is.
 */
export function draftBegunApp(
  input: FitInput,
  { analysed, alias, untold = [], classPrefix, inGroups }: BegunApp = {},
): InitPlan {
  const learnt = analysed?.app.decision;
  const conventions = analysed?.conventions;
  const fit = learnt?.arrangement === ownArrangement ? undefined : bestFit(input);
  const decision: Decision = {
    folder: input.folder,
    stack: input.stack.name,
    arrangement: learnt?.arrangement ?? fit?.arrangement ?? ownArrangement,
    source: learnt?.source ?? fit?.source ?? ".",
    language: hasChoice(input.stack) ? likelyLanguage(input.store, input.folder, input.paths) : undefined,
    ...(fit && { words: fit.words, names: fit.names }),
    shelves: learnt?.shelves,
    publicIndex: learnt?.publicIndex,
    features: analysed && featuresOf(analysed),
    aliases: Object.fromEntries(
      untold.map(({ name, target }) => [name, relativePath(input.folder, target.folder) || "."]),
    ),
    classPrefix,
    inGroups,
  };
  const app = openApp(input.store, decision);
  const draft = new SetupDraft(input.store);
  writeConfiguration(draft, decision);
  for (const { prefix, references, target } of untold)
    draft.note(
      `No settings here say what ${prefix} stands for. It is written down as ${target.folder === "" ? "the project's folder" : `${target.folder}/`}, because ${
        target.resolved === references ? "all" : `${grouped(target.resolved)} of`
      } ${grouped(references)} imports with it lead to a file there.`,
    );
  if (learnt?.publicIndex === false)
    draft.note("Features import from one another past their indexes here, so public-index: false is written down.");
  if (alias !== undefined) addAlias(draft, app, alias);
  warnOfSecrets(draft, app);
  return {
    app,
    setUp: draft.finish(),
    folders: [],
    ...(fit && { fit }),
    ...(conventions && { conventions }),
    ...(analysed && { features: analysed.catalogue.features.map(({ name }) => name) }),
  };
}

/** Features that one does not see by the shelves: without a folder of their own where features have theirs. */
function featuresOf({ app: { layout }, catalogue }: AppAnalysis): Record<string, readonly string[]> {
  const isSeen = (folder: ProjectPath): boolean => layout.standingOfFolder(folder)?.feature === nameOf(folder);
  const unseen = catalogue.features.filter(({ folders, isGeneral }) => isGeneral !== true && !folders.some(isSeen));
  return Object.fromEntries(unseen.map(({ name }) => [name, []]));
}

function writeConfiguration(draft: SetupDraft, decision: Decision): void {
  const file = inFolder(decision.folder, configurationFile);
  if (!draft.has(file)) draft.make(file, configurationText(decision), "configuration");
}

/** The text of a new `steady-shelf.yaml`. */
export function configurationText(decision: Decision): string {
  const { stack, language, source, arrangement, words = {}, names = {}, shelves = [], features = {} } = decision;
  const { classPrefix, inGroups, aliases = {}, publicIndex } = decision;
  const plain = (value: string): string => (/^[\w./-]+$/.test(value) ? value : JSON.stringify(value));
  const group = (name: string, about: string, entries: Readonly<Record<string, OneOrMore<string>>>): string[] => {
    const lines = Object.entries(entries).map(
      ([key, value]) => `  ${plain(key)}: ${typeof value === "string" ? plain(value) : JSON.stringify(value)}`,
    );
    return lines.length === 0 ? [] : [`${name}: # ${about}`, ...lines];
  };
  return [
    "# Where things belong in this app. Every command of Steady Shelf obeys it.",
    "version: 1",
    `stack: ${stack}`,
    ...(language === undefined ? [] : [`language: ${language}`]),
    `source: ${plain(source)}`,
    `arrangement: ${plain(arrangement)}`,
    ...(classPrefix === undefined ? [] : [`class-prefix: ${classPrefix} # with which the app's own types begin`]),
    ...(publicIndex === false
      ? ["public-index: false # features import from one another past their indexes here"]
      : []),
    ...(inGroups === true ? ["in-groups: true # shelves are groups of the project, wherever files lie"] : []),
    ...group("aliases", "what names stand for, as no settings here say", aliases),
    ...group("words", "folders that are called otherwise here", words),
    ...group("names", "files that are named otherwise here", names),
    ...(shelves.length === 0 ? [] : [`shelves: # folders with a job; {feature} stands for the folder of each feature`]),
    ...shelves.flatMap(shelfLines),
    ...(Object.keys(features).length === 0
      ? []
      : ["features: # what the app is about; in brackets, other words for it"]),
    ...Object.entries(features).map(([name, others]) => `  ${plain(name)}: [${others.map(plain).join(", ")}]`),
    "",
  ].join("\n");
}

function shelfLines({ at, holds, files, folders, extensions }: ShelfData): string[] {
  const value = (of: unknown): string => (typeof of === "string" && /^[\w./-]+$/.test(of) ? of : JSON.stringify(of));
  const list = (of: OneOrMore<string>): string => (typeof of === "string" ? value(of) : `[${listOf(of).join(", ")}]`);
  const byRole = (of: object): string =>
    `{ ${Object.entries(of)
      .map(([role, pattern]) => `${role}: ${value(pattern)}`)
      .join(", ")} }`;
  const plainPlace = /^[\w.-][\w./-]*$/.test(at) ? at : JSON.stringify(at);
  return [
    `  - at: ${plainPlace}`,
    `    holds: ${list(holds)}`,
    ...(folders === undefined ? [] : [`    folders: ${folders}`]),
    ...(extensions === undefined ? [] : [`    extensions: [${extensions.join(", ")}]`]),
    ...(files === undefined
      ? []
      : [`    files: ${typeof files === "object" && !Array.isArray(files) ? byRole(files) : value(files)}`]),
  ];
}

function putStarters(draft: SetupDraft, app: App): void {
  const texts = declarations(app);
  for (const start of app.stack.start) {
    const path = placeOfStart(app, start);
    if (app.language === "javascript" && isDeclaration(start.file)) continue;
    if (path === undefined || start.unless?.some((each) => texts.some((text) => text.includes(each)))) continue;
    const stem = nameOf(path).replace(/\..*$/, "");
    const isEntry = start.role === "entry";
    const isThere = draft.has(path) || hasSister(app, path, isEntry);
    if (isThere && isEntry) draft.note(`${nameOf(path)} is there already, so what it shows stays yours to choose.`);
    if (isThere) continue;
    const meant = new Set<ProjectPath>();
    const values = valuesFor({ app, path, words: splitWords(stem), stem }, meant);
    const starter = readStarter(app, start.starter, () => true);
    const text = fillStarter(starter, values, () => true);
    draft.make(path, text, start.role, meant);
  }
}

/** `App.jsx` is an `App` already; a component's sheet is not a second component. */
function hasSister({ store, stack }: App, path: ProjectPath, isEntry: boolean): boolean {
  const folder = folderOf(path);
  if (store.stat(folder)?.kind !== "folder" || !stack.code.includes(extensionOf(path))) return false;
  const stem = nameOf(path).replace(/\..*$/, "").toLowerCase();
  // An app begins in one file: `index.js` is a `main.tsx` already.
  const names = isEntry && stem === "main" ? ["main", "index"] : [stem];
  return store
    .entries(folder)
    .some(
      (name) =>
        stack.code.includes(extensionOf(name)) &&
        !isDeclaration(name) &&
        names.includes(name.replace(/\..*$/, "").toLowerCase()),
    );
}

/** Texts in which a compiler finds declarations: configurations and `.d.ts` files at the top. */
function declarations({ store, folder, layout }: App): string[] {
  return [...new Set([folder, layout.source])].flatMap((each) => {
    if (each !== "" && store.stat(each)?.kind !== "folder") return [];
    return store
      .entries(each)
      .filter((name) => /^tsconfig.*\.json$|\.d\.ts$/.test(name) && store.stat(inFolder(each, name))?.kind === "file")
      .map((name) => store.read(inFolder(each, name)).toString());
  });
}

const keepsIt = "keeps the folder";

/** Git keeps no empty folder, so each that has no file gets a line that says what it is for. */
function keepFolders(draft: SetupDraft, app: Pick<App, "stack">, folders: readonly FolderPurpose[]): void {
  const { made } = draft;
  const keeper = app.stack["keeps-folders"];
  for (const { path, about } of folders) {
    const isFilled =
      made.some((each) => isBelow(each, path)) ||
      (draft.store.stat(path)?.kind === "folder" && draft.store.entries(path).length > 0);
    const line = `${about.charAt(0).toUpperCase()}${about.slice(1)}.\n`;
    if (!isFilled) draft.make(inFolder(path, keeper ?? "README.md"), keeper === undefined ? line : "", keepsIt);
  }
}

function keepSecrets(draft: SetupDraft, app: App): void {
  const { stack, folder } = app;
  if (!stack.secrets) return;
  const { file, text } = stack.secrets;
  const secret = inFolder(folder, file);
  if (!draft.has(secret)) draft.make(secret, text, "secrets");
  ignoreSecret(draft, app, file);
}

/** In an app that has begun nothing is put right without being asked, but it is said. */
function warnOfSecrets(draft: SetupDraft, { stack, folder, store }: App): void {
  const file = stack.secrets?.file;
  if (file === undefined || store.stat(inFolder(folder, file))?.kind !== "file" || ignoredAbove(store, folder, file))
    return;
  const ignore = inFolder(folder, ".gitignore");
  const text = store.stat(ignore)?.kind === "file" ? store.read(ignore).toString() : "";
  if (!isIgnored(text, file))
    draft.note(`${inFolder(folder, file)} is not ignored by git; put the line ${file} into ${ignore}.`);
}

function addAlias(draft: SetupDraft, { folder, layout, stack }: App, alias: string): void {
  const name = alias.replace(/\/\*?$/, "");
  if (!/^[@~#$\w][\w@~#$./-]*$/.test(name))
    throw new ShelfError("NAME_UNUSABLE", { path: alias, reason: "an alias is a short name such as @ or ~" });
  const file = compilerFile(draft, folder);
  if (stack.specifiers !== "short") return draft.note(`Aliases are for apps in TypeScript; ${stack.title} has none.`);
  if (file === undefined) return draft.note("There is no tsconfig.json yet, so the alias was put nowhere.");
  const target = layout.source === folder ? "." : layout.source.slice(folder === "" ? 0 : folder.length + 1);
  const { taken, broken } = withAlias(draft.textOf(file) ?? "", name, target);
  if (broken) return draft.note(`${file} cannot be read as JSON, so the alias was put nowhere.`);
  if (taken !== undefined) return draft.note(`${file} has the alias ${name}/* already; it means ${taken}.`);
  draft.edit(file, (text) => withAlias(text, name, target).text, "alias");
  draft.open(`${name}/`);
  draft.note(`The bundler has to know ${name}/ too; tell it in its own configuration.`);
}

/** The configuration that covers the app's code: of a solution, the one that it refers to for the app. */
function compilerFile(draft: SetupDraft, folder: ProjectPath): ProjectPath | undefined {
  const names = ["tsconfig.json", "jsconfig.json"].map((name) => inFolder(folder, name));
  const file = names.find((path) => draft.textOf(path) !== undefined);
  const forApp = inFolder(folder, "tsconfig.app.json");
  const isSolution = file !== undefined && /"references"\s*:/.test(draft.textOf(file) ?? "");
  return isSolution && draft.textOf(forApp) !== undefined ? forApp : file;
}

function hasManifest({ store, folder }: App): boolean {
  const names = store.stat(folder)?.kind === "folder" || folder === "" ? store.entries(folder) : [];
  return names.some((name) => /^(package\.json|pubspec\.yaml|Package\.swift)$|\.(csproj|xcodeproj)$/.test(name));
}
