/** `add`: makes the right files, with the right names, in the right folders, and lists them where they have to be known. */
import { distance } from "fastest-levenshtein";
import {
  extensionOf,
  isRole,
  listOf,
  meantName,
  roleMeanings,
  type CompanionData,
  type RegistrationData,
  type Role,
  type RoleData,
  type Shelf,
} from "../arrangement/index.js";
import { partsOf } from "../catalogue/index.js";
import { ShelfError } from "../errors.js";
import { inCase, parseNamingPattern, spellName, splitWords, whyIllegal, wordsKey, wordsTyped } from "../names/index.js";
import { folderOf, inFolder, isBelow, nameOf, relativePath, type ProjectPath } from "../paths.js";
import { CreationDraft, type Creation } from "../plan/index.js";
import { placeOfRegistration, readStarter, type App } from "./app.js";
import { appendLine, insertBefore, insertInSection, insertInYamlList } from "./register.js";
import { specifierTo } from "./specifier-to.js";
import { fillStarter } from "./starter.js";
import { valuesFor, type Filling } from "./values.js";

/** What is asked for. */
export interface AddRequest {
  readonly role: string;
  /** In any case; folders below the shelf may come before it (`forms/TextField`). */
  readonly name: string;
  readonly feature?: string | undefined;
  readonly shelf?: string | undefined;
  /** Companions to make, besides those that are usual here. */
  readonly with: readonly string[];
  readonly without: readonly string[];
  /** Content instead of a starter: a file's bytes, and its extension. */
  readonly from?: { readonly bytes: Buffer; readonly extension: string } | undefined;
}

/** Plans an addition. Throws for everything that cannot be: unknown words with the nearest, names that are taken with their place. */
export function planAddition(app: App, request: AddRequest): Creation {
  const draft = new CreationDraft(app.store);
  addTo(draft, app, request);
  return draft.finish();
}

/** Plans a new feature: what the arrangement begins one with, or the roles that are asked for. Throws as `planAddition`. */
export function planFeature(app: App, { name, with: wanted }: Pick<AddRequest, "name" | "with">): Creation {
  ensureUsable(name, splitWords(name));
  const begin = wanted.length > 0 ? wanted : (app.arrangement.data["feature-starts-with"] ?? ["screen"]);
  const there = existingFeatures(app);
  const { same } = meantName(name, there);
  const folder = app.layout.featureFolder(same ?? name);
  if (same !== undefined && folder !== undefined)
    throw new ShelfError("NAME_TAKEN", {
      path: `the feature ${name}`,
      other: `${folder}/`,
      reason: "so add to it with `add ROLE NAME --feature`",
    });
  const draft = new CreationDraft(app.store);
  for (const each of begin) {
    const role = knownRole(app, each);
    const inFeature = app.layout.shelves.some((shelf) => shelf.holds.includes(role) && shelf.at.includes("{feature}"));
    addTo(draft, app, { role, name, with: [], without: [], ...(inFeature && { feature: name }) });
  }
  if (folder === undefined)
    draft.note(`${app.layout.arrangement} has no folders for features; its files went to their roles.`);
  return draft.finish();
}

/** The folders of features that are there. */
export function existingFeatures({ layout, store }: App): string[] {
  const some = layout.featureFolder("x");
  if (some === undefined || store.stat(folderOf(some))?.kind !== "folder") return [];
  const folder = folderOf(some);
  return store
    .entries(folder)
    .filter((name) => store.stat(inFolder(folder, name))?.kind === "folder")
    .sort();
}

interface Adding extends AddRequest {
  readonly draft: CreationDraft;
  readonly app: App;
  readonly role: Role;
  readonly data: RoleData;
  /** Folders below the shelf that the name asks for, `""` for none. */
  readonly below: string;
}

/** One file that is to be made. */
interface Wanted {
  readonly role: Role;
  readonly shelf: Shelf;
  readonly path: ProjectPath;
  readonly stem: string;
  readonly words: readonly string[];
  readonly starter: string | undefined;
}

function addTo(draft: CreationDraft, app: App, request: AddRequest): void {
  const role = knownRole(app, request.role);
  const data = app.stack.roles[role];
  if (!data) throw new RangeError(`${role} was looked up before`);
  if (role === "test" || role === "story") return addBeside(draft, app, { ...request, role });
  const slash = request.name.lastIndexOf("/");
  const [below, name] = [request.name.slice(0, Math.max(0, slash)), request.name.slice(slash + 1)];
  for (const part of below === "" ? [] : below.split("/")) ensureLegal(part);
  const feature = meantFeature(app, request.feature, draft);
  const adding: Adding = { ...request, draft, app, role, data, name, below, feature };
  ensureUsable(name, splitWords(name));
  const wanted = wantedFiles(adding);
  const others = new Map(wanted.map(({ id, path }) => [id, path]));
  for (const each of wanted) {
    ensureFree(adding, each);
    makeFile(adding, each, others);
  }
  const main = wanted.at(-1);
  if (!main) return;
  registerIn(adding, main);
}

/** The role that a word means. Throws `ROLE_UNKNOWN` with the nearest one. */
function knownRole({ stack }: App, word: string): Role {
  const there = Object.keys(stack.roles);
  if (isRole(word) && there.includes(word)) return word;
  const lower = word.toLowerCase();
  const near = [...there, "feature"].sort((a, b) => distance(a, lower) - distance(b, lower))[0];
  const isNear = near !== undefined && distance(near, lower) <= Math.max(2, word.length / 3);
  throw new ShelfError("ROLE_UNKNOWN", {
    path: word,
    ...(isRole(word) && { reason: stack.title }),
    ...(isNear && !isRole(word) && { other: near }),
    paths: there.filter((each) => each !== "entry" && each !== "generated"),
  });
}

/** The folder of a feature that somebody typed in any case, or one of its other words. */
function meantFeature(app: App, typed: string | undefined, draft: CreationDraft): string | undefined {
  if (typed === undefined) return undefined;
  ensureUsable(typed, splitWords(typed));
  const key = wordsKey(splitWords(typed));
  const synonyms = Object.entries(app.configuration?.features ?? {});
  const meant =
    synonyms.find(([name, others]) => [name, ...others].some((each) => wordsKey(splitWords(each)) === key))?.[0] ??
    typed;
  const there = existingFeatures(app);
  const { same, near } = meantName(meant, there);
  if (same === undefined && near !== undefined) draft.note(`${meant} is a new feature; there is one called ${near}.`);
  return same ?? meant;
}

function wantedFiles(adding: Adding): (Wanted & { readonly id: string })[] {
  const { app, role, data, from } = adding;
  if (data.makes && !from && adding.shelf === undefined)
    return data.makes.map((make) => {
      const own = make.role ?? role;
      const extension = make.extension ?? data.extension;
      return { id: make.id, ...placed(adding, { role: own, pattern: make.files, extension }), starter: make.starter };
    });
  const extension = from?.extension ?? data.extension;
  if (!from && data.starter === undefined && data.makes === undefined) {
    const reason =
      role === "asset"
        ? "Say which file it is with --from FILE; it is copied to its shelf, by its right name."
        : `${app.stack.title} gives ${role} no starter; say a file to begin with by --from FILE.`;
    throw new ShelfError("ROLE_NOT_MADE", { path: `A file of the role ${role}`, reason });
  }
  const starter = data.starter ?? data.makes?.at(-1)?.starter;
  return [{ id: role, ...placed(adding, { role, extension, pattern: undefined }), starter }];
}

function placed(
  { app, feature, shelf: wantedShelf, name, below }: Adding,
  {
    role,
    pattern,
    extension,
  }: { readonly role: Role; readonly pattern: string | undefined; readonly extension: string },
): Omit<Wanted, "starter"> {
  const shelf = shelfFor(app, { role, feature, shelf: wantedShelf, pattern, extension });
  const patterns = shelf.patterns.get(role) ?? [];
  // A pattern of a part (`{camel}Reducer`) is kept even on a shelf whose first pattern is another.
  const asked = pattern === undefined ? undefined : parseNamingPattern(pattern);
  const chosen = patterns.find((each) => each.text === pattern) ?? (typeof asked === "object" ? asked : patterns[0]);
  const words = chosen ? wordsTyped(chosen, name) : splitWords(name);
  const stem = chosen ? spellName(chosen, words) : inCase(words, "kebab");
  const folder = app.layout.folderOf(shelf, { feature, stem });
  const path = inFolder(below === "" ? folder : inFolder(folder, below), stem + extension);
  ensureLegal(nameOf(path));
  if (chosen?.before === "" && chosen.after === "" && (app.stack.reserved ?? []).includes(stem))
    throw new ShelfError("NAME_UNUSABLE", {
      path: stem,
      reason: `it is a word of the language, so nothing in ${nameOf(path)} could be called so`,
    });
  return { role, shelf, path, stem, words };
}

/** As the layout says; a missing feature is answered with those that are there. */
function shelfFor(app: App, request: Parameters<App["layout"]["shelfFor"]>[0]): Shelf {
  try {
    return app.layout.shelfFor(request);
  } catch (error) {
    if (!(error instanceof ShelfError) || error.code !== "FEATURE_WANTED") throw error;
    throw new ShelfError("FEATURE_WANTED", { ...error.detail, paths: existingFeatures(app) }, error);
  }
}

function ensureUsable(name: string, words: readonly string[]): void {
  ensureLegal(name);
  if (words.length === 0)
    throw new ShelfError("NAME_UNUSABLE", { path: name, reason: "it has neither a letter nor a digit" });
  if (/^\p{N}/u.test(words[0] ?? ""))
    throw new ShelfError("NAME_UNUSABLE", { path: name, reason: "a name in code cannot begin with a digit" });
}

function ensureLegal(name: string): void {
  const reason = whyIllegal(name);
  if (reason !== undefined) throw new ShelfError("NAME_UNUSABLE", { path: name, reason });
}

/** Throws `NAME_TAKEN` for a file or folder of the same words, whatever its case and extension. Companions may be there before. */
function ensureFree({ app }: Adding, { path, stem, shelf }: Wanted): void {
  const key = wordsKey(splitWords(stem));
  const folders = shelf.at.includes("{name}") ? [folderOf(path), folderOf(folderOf(path))] : [folderOf(path)];
  for (const folder of folders) {
    if (app.store.stat(folder)?.kind !== "folder") continue;
    for (const name of app.store.entries(folder)) {
      const parts = partsOf(name);
      const other = inFolder(folder, name);
      if (other === folderOf(path) || wordsKey(splitWords(parts.stem)) !== key) continue;
      const isFolder = app.store.stat(other)?.kind === "folder";
      if (!isFolder && !parts.leads && other !== path) continue;
      throw new ShelfError("NAME_TAKEN", {
        path,
        other: isFolder ? `${other}/` : other,
        reason: whyTaken(path, other, isFolder),
      });
    }
  }
}

function whyTaken(path: ProjectPath, other: ProjectPath, isFolder: boolean): string {
  if (path === other) return "";
  if (isFolder) return "and a folder of that name would answer for it, or it for the folder";
  if (path.toLowerCase() === other.toLowerCase())
    return "which differs only in case: one file on some systems, two on others";
  return extensionOf(path) === extensionOf(other)
    ? "which is the same name in another case"
    : "which has the same name";
}

function makeFile(adding: Adding, wanted: Wanted, others: ReadonlyMap<string, ProjectPath>): void {
  const { app, draft, role, data, from, feature } = adding;
  const filling: Filling = { app, path: wanted.path, words: wanted.words, stem: wanted.stem, feature, others };
  const companions = wanted.role === role ? chosenCompanions(adding) : [];
  if (from) draft.make(wanted.path, from.bytes, wanted.role);
  else if (wanted.starter !== undefined) {
    const has = (condition: string): boolean => companions.includes(condition);
    draft.make(wanted.path, fillStarter(readStarter(app, wanted.starter), valuesFor(filling), has), wanted.role);
  }
  for (const name of companions) {
    const companion = data.companions?.[name];
    if (companion) makeCompanion(adding, { name, companion, leader: wanted });
  }
}

/** Companions that are usual (by the configuration, else the stack), with and without those that are asked for. */
function chosenCompanions({ app, role, data, with: wanted, without }: Adding): string[] {
  const known = Object.keys(data.companions ?? {});
  for (const name of [...wanted, ...without, ...(app.configuration?.companions[role] ?? [])])
    if (!known.includes(name)) {
      const place =
        app.configuration?.companions[role]?.includes(name) === true
          ? app.configuration.placeOf("companions", role)
          : undefined;
      throw new ShelfError("COMPANION_UNKNOWN", { path: name, other: role, paths: known, ...(place && { place }) });
    }
  const usual = app.configuration?.companions[role] ?? data.with ?? [];
  return known.filter((name) => !without.includes(name) && (usual.includes(name) || wanted.includes(name)));
}

interface CompanionMaking {
  readonly name: string;
  readonly companion: CompanionData;
  readonly leader: Pick<Wanted, "path" | "stem" | "words">;
}

function makeCompanion(
  { draft, app, feature }: Pick<Adding, "draft" | "app" | "feature">,
  { name, companion, leader }: CompanionMaking,
): void {
  const stem = leader.stem + companion.ending.replace(/\..*$/, "");
  const path = inFolder(companionFolder(app, companion, leader.path), leader.stem + companion.ending);
  const filling: Filling = { app, path, words: leader.words, stem, feature, leader };
  draft.make(
    path,
    fillStarter(readStarter(app, companion.starter), valuesFor(filling), () => true),
    name,
  );
}

function companionFolder(app: App, { under }: CompanionData, leader: ProjectPath): ProjectPath {
  const folder = folderOf(leader);
  if (under === undefined) return folder;
  const root = inFolder(app.folder, under.replace("«App»", app.name).slice(1));
  const { source } = app.layout;
  const below = folder !== source && isBelow(folder, source) ? relativePath(source, folder) : "";
  return below === "" ? root : inFolder(root, below);
}

/** `add test TreeCard`: beside the file of that name. Throws `LEADER_UNSURE` if there is none, or several. */
function addBeside(draft: CreationDraft, app: App, request: AddRequest & { readonly role: "test" | "story" }): void {
  const found = leadersCalled(app, request.name, meantFeature(app, request.feature, draft));
  const [leader, second] = found;
  if (!leader || second)
    throw new ShelfError("LEADER_UNSURE", {
      path: request.name,
      other: request.role,
      paths: found.map(({ path }) => path),
    });
  const companion = app.stack.roles[leader.role]?.companions?.[request.role];
  if (!companion)
    throw new ShelfError("COMPANION_UNKNOWN", {
      path: request.role,
      other: leader.role,
      paths: Object.keys(app.stack.roles[leader.role]?.companions ?? {}),
    });
  makeCompanion({ draft, app, feature: request.feature }, { name: request.role, companion, leader });
}

interface Leader extends Pick<Wanted, "path" | "stem" | "words"> {
  readonly role: Role;
}

/** Code files on shelves whose name, or path, is the one that is asked for. */
function leadersCalled(app: App, asked: string, feature: string | undefined): Leader[] {
  const { layout, stack, store } = app;
  const key = wordsKey(splitWords(partsOf(nameOf(asked)).stem));
  const asPath = [asked, inFolder(app.folder, asked), inFolder(layout.source, asked)];
  const found: Leader[] = [];
  const visit = (folder: ProjectPath): void => {
    for (const name of [...store.entries(folder)].sort()) {
      const path = inFolder(folder, name);
      const kind = store.stat(path)?.kind;
      if (kind === "folder" && name !== "node_modules" && !name.startsWith(".")) visit(path);
      const parts = partsOf(name);
      if (kind !== "file" || !parts.leads || !stack.code.includes(extensionOf(name))) continue;
      const standing = layout.standingOf(path);
      if (!standing || (feature !== undefined && standing.feature !== feature)) continue;
      for (const role of standing.shelf.holds) {
        const [first] = standing.shelf.patterns.get(role) ?? [];
        const words = first ? wordsTyped(first, parts.stem) : splitWords(parts.stem);
        const isCalled = wordsKey(splitWords(parts.stem)) === key || (wordsKey(words) === key && first !== undefined);
        if (asked.includes("/") ? asPath.includes(path) : isCalled) found.push({ role, path, stem: parts.stem, words });
      }
    }
  };
  if (store.stat(layout.source)?.kind === "folder" || layout.source === "") visit(layout.source);
  return found.filter((each, index) => found.findIndex(({ path }) => path === each.path) === index);
}

/** Lists a new file where the stack and the arrangement want it: the feature's index, the navigation, the entry sheet, the manifest. */
function registerIn(adding: Adding, main: Wanted): void {
  const { app, draft, feature } = adding;
  const { layout, stack } = app;
  const inFeature = main.shelf.at.includes("{feature}") ? feature : undefined;
  const filling: Filling = { app, path: main.path, words: main.words, stem: main.stem, feature };
  let target = main.path;
  let viaIndex = false;
  if (layout.publicIndex && stack.index && main.shelf.isPublic && inFeature !== undefined) {
    const name = stack.index.file.replace("{snake}", inCase(splitWords(inFeature), "snake"));
    const index = inFolder(layout.featureFolder(inFeature) ?? folderOf(main.path), name);
    const line = lineFor(filling, {
      template: adding.data["index-line"] ?? stack.index.line,
      from: index,
      to: main.path,
      viaIndex,
    });
    if (draft.has(index)) draft.edit(index, (text) => appendLine(text, line), "public index");
    else draft.make(index, `${line}\n`, "public index");
    target = index;
    viaIndex = true;
  }
  const missing = new Set<string>();
  for (const registration of stack.registers ?? []) {
    if (!listOf(registration.when).includes(adding.role)) continue;
    if (registration.shelf !== undefined && !main.shelf.at.endsWith(registration.shelf)) continue;
    const file = placeOfRegistration(app, registration);
    if (file === undefined || file === main.path) continue;
    if (draft.textOf(file) === undefined) missing.add(file);
    else {
      const line = lineFor(filling, { template: registration.line, from: file, to: target, viaIndex });
      registerLine(draft, { file, registration, line });
    }
  }
  for (const file of missing) draft.note(`${file} is not there, so ${nameOf(main.path)} is listed nowhere yet.`);
}

interface LinePlace {
  readonly template: string;
  readonly from: ProjectPath;
  readonly to: ProjectPath;
  readonly viaIndex: boolean;
}

function lineFor(filling: Filling, { template, from, to, viaIndex }: LinePlace): string {
  const values = valuesFor(filling);
  const own = (word: string): string | undefined => {
    if (word === "to") return specifierTo(from, to, filling.app.stack.specifiers);
    return word === "export" ? (viaIndex ? filling.stem : "default") : undefined;
  };
  return fillStarter(
    { file: `stacks/${filling.app.stack.name}.yaml`, text: template },
    (word, rest) => own(word) ?? values(word, rest),
    () => false,
  );
}

function registerLine(
  draft: CreationDraft,
  {
    file,
    registration,
    line,
  }: { readonly file: ProjectPath; readonly registration: RegistrationData; readonly line: string },
): void {
  const text = draft.textOf(file) ?? "";
  const { before, sections, "yaml-list": keys } = registration;
  const change = (each: string): string | undefined => {
    if (before !== undefined) return insertBefore(each, before, line);
    if (sections) return insertInSection(each, line, sections);
    return keys ? insertInYamlList(each, keys, line) : appendLine(each, line);
  };
  if (change(text.replaceAll("\r\n", "\n")) !== undefined)
    return draft.edit(file, (each) => change(each) ?? each, "list");
  const place = before === undefined ? (keys ?? []).join(": ") : `the comment ${before}`;
  draft.note(`${file} has no ${place}, so this line is yours to put in: ${line}`);
}

/** What a role is for, in the arrangement's own words or in general. */
export function aboutShelf(shelf: Shelf): string {
  return shelf.about ?? shelf.holds.map((role) => roleMeanings[role]).join("; ");
}
