/** What a file is, by where it lies, what it is called, what it says of itself, and who uses it. */
import { extensionOf, type Role } from "../../app/arrangement/index.js";
import { isDeclaration, isOfTrade, type ExportedName, type Outline, type Sign } from "../../languages/index.js";
import { readName, splitWords, wordsKey } from "../../base/names/index.js";
import { folderOf, foldersAbove, isBelow, nameOf, rootPath, type ProjectPath } from "../../base/paths.js";
import { folderWeight, keyOf, type Clues, type Weighted } from "./clues.js";
import { partsOf, type NameParts } from "../../app/companions.js";
import { isOfSource } from "../../app/index.js";
import { weigh, type Evidence, type Judgement } from "./evidence.js";
import type { Reason } from "../reasons.js";
import { SheetWorld } from "../../graph/index.js";
import type { FolderClue, FolderClues } from "./folder-clues.js";

/** What is known of a file whose role is asked for. */
export interface RoleQuestion {
  readonly path: ProjectPath;
  readonly source: ProjectPath;
  readonly clues: Clues;
  /** What its text says; `undefined` where no language reads it. */
  readonly outline: Outline | undefined;
  /** What it makes and gives. */
  readonly exports: readonly ExportedName[];
  /** Whether it is one of the stack's code files. */
  readonly isCode: boolean;
  /** Whether files of this extension always draw (single-file components). */
  readonly drawsAlways: boolean;
  /** Files that reference it, and how often by a dynamic import. */
  readonly users: readonly ProjectPath[];
  /** Files that it references. */
  readonly targets: () => readonly ProjectPath[];
  readonly isLoadedLater: boolean;
  /** Files that write a route which leads to it. */
  readonly routers: readonly ProjectPath[];
  /** The roles that the shelf holds on which it lies. */
  readonly shelf: readonly Role[];
  readonly folders: FolderClues;
  /** Whether more files lie in the source root itself than begin an app. */
  readonly isCrowdedRoot: boolean;
  /** What another file says of itself. */
  readonly outlineOf: (path: ProjectPath) => Outline | undefined;
  /** The folder around a file, below another, that holds a code file of its own name: `HarvestScreen/`. */
  readonly ownFolder: (path: ProjectPath, below: ProjectPath) => ProjectPath | undefined;
}

type RoleEvidence = Evidence<Role>;

const shelfTakesSuch: Reason = { code: "shelf takes such" };

function inFolder(folder: ProjectPath): Reason {
  return { code: "in folder", folder: nameOf(folder) };
}

/** Judges the role of one file, by itself; files that only pass on others and companions are judged by those. */
export function judgeRole(question: RoleQuestion): Judgement<Role> {
  const parts = partsOf(nameOf(question.path));
  const certainOnes = byKind(question, parts);
  if (certainOnes.length > 0) return weigh(certainOnes);
  // Of a text that nothing here reads, only a folder of such texts tells something.
  if (question.outline === undefined && !question.isCode && !isData.test(question.path))
    return weigh(byFolder(question, []).filter(({ for: role }) => unread.has(role)));
  if (!isOfSource(question.path, question.source, question.folders.places.beside))
    return weigh(byPlaceOutside(question, parts));
  const named = byName(question, parts);
  // Services, commands and repositories are functions, too: where the name says which, that says nothing more.
  const isNamed = named.some(
    ({ for: role, weight }) => weight >= 0.6 && role !== "helper" && question.clues.plain.has(role),
  );
  // What a view shows is kept by its model, which is a store to the eye.
  const isViewModel = named.some(({ for: role, weight }) => role === "view-model" && weight >= 0.9);
  const content = byContent(question.outline ?? nothingSaid, question)
    .filter((each) => !(isViewModel && each.for === "state"))
    .map((each) => (isNamed && each.for === "helper" ? { ...each, weight: each.weight / 2 } : each));
  const used = byUse(question);
  // Where all that draws is called `.component`, that does not tell what nothing but routes lead to.
  const isLedTo = used.some(({ for: role, weight }) => role === "screen" && weight >= ledToOnly);
  // A `section` among layouts is a layout, and a single-file component that is called a container is a component.
  const nearest = question.folders.nearest(folderOf(question.path));
  const isAmongLayouts =
    nearest?.role === "layout" && nearest.distance === 0 && !isPartOfLayouts(nearest, question.clues, named);
  const called = named.map((each) =>
    (each.for === "component" && (isLedTo || isAmongLayouts)) || (each.for === "container" && question.drawsAlways)
      ? { ...each, weight: each.weight / 3 }
      : each,
  );
  const all = [...byFolder(question, named), ...byPlace(question), ...called, ...content, ...used];
  // A sheet called `type` is about letters: words for what a sheet cannot be say nothing of it.
  const { sheetsAreCode, held } = question.clues;
  // What is called as a partial is not where anything begins.
  const isPart = sheetsAreCode && SheetWorld.isPartial(question.path);
  const fits = ({ for: role }: RoleEvidence): boolean => held.has(role) && !(isPart && role === "entry");
  // Variables called `colors` are no rules.
  const isSilent = question.outline?.signs.some((sign) => sign === "values" || sign === "mixins") === true;
  const ofSheet = all
    .filter(fits)
    .map((each) => (isSilent && each.for === "style" ? { ...each, weight: each.weight * 0.4 } : each));
  return weigh(doubted(sheetsAreCode ? ofSheet : all, question));
}

/** Texts that hold an app's data: what they are, their name says. */
const isData = /\.(?:json5?|ya?ml|toml|xml|plist|html?|vue|svelte|gql|graphql|proto|mdx?)$/;

/** What a file may be of which nobody has read a word. */
const unread: ReadonlySet<Role> = new Set(["asset", "translation", "test", "generated", "config"]);

const minified = /\.min\.(?:css|[cm]?js)$/;

const noInfixes: readonly string[] = [];

/** What stands between stem and extension: `.test`; most names have nothing there. */
function infixesOf({ rest }: Pick<NameParts, "rest">): readonly string[] {
  return rest.indexOf(".", 1) < 0 ? noInfixes : rest.split(".").slice(1, -1);
}

/** Extensions, endings and folders that leave no doubt. */
function byKind(question: RoleQuestion, parts: NameParts): RoleEvidence[] {
  const { path, source, clues, outline, folders, users } = question;
  const name = nameOf(path);
  const extension = name.slice(name.lastIndexOf("."));
  const infixes = infixesOf(parts);
  for (const infix of infixes) {
    const role = clues.infixes.get(keyOf(infix));
    if (role === "test" || role === "story" || role === "generated")
      return [{ for: role, weight: 0.98, because: { code: "infix", infix } }];
  }
  const inside = folders.decisive(folderOf(path));
  if (inside) return [{ for: inside.role, weight: 0.97, because: inFolder(inside.folder) }];
  // A test of a reducer is called as that is, and speaks of its actions.
  const aside = outline?.signs.includes("tests") === true ? testFolderAbove(path, clues) : undefined;
  if (aside !== undefined) return [{ for: "test", weight: 0.97, because: inFolder(aside) }];
  const role = clues.extensions.get(extension);
  if (role !== undefined && !(role === "style" && clues.sheetsAreCode))
    return [{ for: role, weight: 0.97, because: { code: "extension", extension, role } }];
  const apart = testsApart(question);
  if (apart !== undefined && users.every((user) => isBelow(user, apart) || isTestLike(user, clues)))
    return [{ for: "test", weight: 0.9, because: inFolder(apart) }];
  if (isDeclaration(path) && (source === rootPath || isBelow(path, source)))
    return folderOf(path) === source
      ? [{ for: "entry", weight: 0.6, because: { code: "declares for the app" } }]
      : [{ for: "model", weight: 0.7, because: { code: "declares only" } }];
  if (minified.test(name)) return [{ for: "generated", weight: 0.9, because: { code: "infix", infix: "min" } }];
  if (outline?.signs.includes("generated")) return [{ for: "generated", weight: 0.9, because: { code: "generated" } }];
  return [];
}

/** The folder right in the source root around a file, if it is called as one with tests is: `src/test/` with what tests need. */
function testsApart({ path, source, clues }: RoleQuestion): ProjectPath | undefined {
  if (!isBelow(path, source)) return undefined;
  const start = source === rootPath ? 0 : source.length + 1;
  const end = path.indexOf("/", start);
  const isCalledSo = end >= 0 && clues.folders.get(keyOf(path.slice(start, end))) === "test";
  return isCalledSo ? (path.slice(0, end) as ProjectPath) : undefined;
}

/** Whether a file is called as a test is. */
export function isTestLike(path: ProjectPath, clues: Clues): boolean {
  return infixesOf(partsOf(nameOf(path))).some((infix) => clues.infixes.get(keyOf(infix)) === "test");
}

/** Beside the source root lie tests and settings; what else lies there is no part of the app. */
function byPlaceOutside({ path, clues }: RoleQuestion, { rest }: NameParts): RoleEvidence[] {
  if (rest.includes(".config.")) return [{ for: "config", weight: 0.9, because: { code: "infix", infix: "config" } }];
  const folder = testFolderAbove(path, clues);
  return folder === undefined ? [] : [{ for: "test", weight: 0.8, because: inFolder(folder) }];
}

/** The nearest folder above a file that is called as one with tests is. */
export function testFolderAbove(path: ProjectPath, clues: Clues): ProjectPath | undefined {
  return foldersAbove(path).find((folder) => clues.folders.get(keyOf(nameOf(folder))) === "test");
}

/** The nearest folder whose name is a word of a role; a shelf that holds that role makes it surer. */
function byFolder(question: RoleQuestion, named: readonly RoleEvidence[]): RoleEvidence[] {
  const { path, shelf, outline, folders, ownFolder } = question;
  const nearest = folders.nearest(folderOf(path));
  // What draws in a folder of routes is what they lead to.
  const isScreen =
    nearest?.role === "navigation" &&
    keyOf(nameOf(nearest.folder)) === "routes" &&
    outline?.signs.includes("view") === true &&
    !outline.signs.includes("routes");
  const found = isScreen
    ? { ...nearest, role: "screen" as const }
    : nearest && (isPartOfLayouts(nearest, question.clues, named) || isOwnFolder(nearest, question))
      ? { ...nearest, role: "component" as const }
      : nearest;
  if (found) {
    const { role, folder, distance } = found;
    const isRouted = folders.places.routed.some(({ at, isWhole }) => isWhole && at === folder);
    if (role === "screen" && isAroundRoutes(path, folder) && outline?.signs.includes("view") === true)
      return [{ for: "layout", weight: folderWeight, because: inFolder(folder) }];
    // In a screen's own folder, `HarvestScreen/`, one file is the screen; the others are what it is made of.
    const own = role === "screen" && distance > 0 && !isRouted ? ownFolder(path, folder) : undefined;
    if (own !== undefined && partsOf(nameOf(path)).stem !== nameOf(own))
      return [{ for: "component", weight: 0.6, because: { code: "in screen folder", screen: nameOf(own) } }];
    const isDrawn = question.drawsAlways || outline?.signs.includes("view") === true;
    const whole = role === "screen" && isDrawn && !isRouted ? usedAmong(question, folder) : undefined;
    if (whole !== undefined)
      return [{ for: "component", weight: 0.6, because: { code: "used by screen", screen: nameOf(whole) } }];
    // Deep below a role's folder lies what belongs to its files, and may be something else.
    const weight = Math.max(0.5, folderWeight - distance * 0.05);
    const strengthened = shelf.length === 1 && shelf.includes(role) ? weight + 0.1 : weight;
    // On a shelf of several roles the folder speaks for each of them: the name says which.
    const byItsName = shelf.includes(role)
      ? named.find(({ for: each, weight: sure }) => each !== role && sure >= 0.6 && shelf.includes(each))
      : undefined;
    if (byItsName)
      return [{ for: byItsName.for, weight, because: { code: "folder takes such", folder: nameOf(folder) } }];
    return [
      { for: role, weight: strengthened, because: inFolder(folder) },
      ...shelf
        .filter((each) => each !== role)
        .map((each) => ({ for: each, weight: 0.4 / shelf.length, because: shelfTakesSuch })),
    ];
  }
  // All sorts of files lie in a source root that has no folders; what begins the app is called so.
  if (shelf.length === 1 && shelf[0] === "entry" && question.isCrowdedRoot) return [];
  if (shelf.length > 0 && outline === undefined)
    return shelf.map((role) => ({ for: role, weight: 0.7 / shelf.length, because: shelfTakesSuch }));
  return shelf.map((role) => ({ for: role, weight: 0.3 / shelf.length, because: shelfTakesSuch }));
}

/** What a framework takes a file for in a folder of screens: by its name, or because all that draws there has an address. */
function byPlace({ path, outline, folders, users }: RoleQuestion): RoleEvidence[] {
  const around = folders.places.routed.find(({ at }) => isBelow(path, at));
  if (!around) return [];
  const { at, by, isWhole, roleOf } = around;
  // `components/` among pages has an address as well; what others take in is hardly meant to have one.
  const isMeant = folders.nearest(folderOf(path))?.folder === at || users.length === 0;
  const isAddress = isWhole && isMeant && outline?.signs.includes("view") === true;
  const role = roleOf(path) ?? (isAddress ? "screen" : undefined);
  return role === undefined ? [] : [{ for: role, weight: 0.9, because: { code: "found by place", by } }];
}

/** `components/screen/` with `screen.tsx` in it is that component's own. */
function isOwnFolder({ folder, role }: FolderClue, { path, clues }: RoleQuestion): boolean {
  return (
    clues.drawing.has(role) &&
    folderOf(path) === folder &&
    partsOf(nameOf(path)).stem === nameOf(folder) &&
    clues.folders.get(keyOf(nameOf(folderOf(folder)))) === "component"
  );
}

/** In `components/layout/` lie the parts of layouts, bars and footers, and layouts that are called so. */
function isPartOfLayouts({ role, folder }: FolderClue, clues: Clues, named: readonly RoleEvidence[]): boolean {
  return (
    role === "layout" &&
    keyOf(nameOf(folder)) === "layout" &&
    clues.folders.get(keyOf(nameOf(folderOf(folder)))) === "component" &&
    !named.some((each) => each.for === "layout")
  );
}

/** Whether a file in a folder of routes goes around others, and has no address by itself: `routes/_signed-in.tsx`, `routes/__root.tsx`. */
function isAroundRoutes(path: ProjectPath, folder: ProjectPath): boolean {
  return keyOf(nameOf(folder)) === "routes" && /^_(?!(?:index|error|\d+)$)[^.]+$/.test(partsOf(nameOf(path)).stem);
}

/**
 * What draws in a folder of screens and uses a file there, so that the file is a part of it. Routes that lead to it are none, nor
 * are its own parts, which may take a type from it.
 */
function usedAmong(question: RoleQuestion, screens: ProjectPath): ProjectPath | undefined {
  const { users, path } = question;
  // What routes lead to as well is a screen that another one shows.
  if (!goesAround.test(nameOf(path)) && routersTo(question).length > 0) return undefined;
  return users.find((user) => {
    if (isBelow(folderOf(user), folderOf(path)) || question.targets().includes(user)) return false;
    const isAlike = extensionOf(nameOf(user)) === extensionOf(nameOf(question.path));
    const draws = (question.drawsAlways && isAlike) || question.outlineOf(user)?.signs.includes("view") === true;
    return draws && isBelow(user, screens) && partsOf(nameOf(user)).leads && !isRouter(user, question);
  });
}

/** Files whose routes lead to it: those that write one, and those that are called so. */
function routersTo(question: RoleQuestion): ProjectPath[] {
  return question.users.filter((user) => question.routers.includes(user) || isRouter(user, question));
}

/** Whether a file says where routes lead. In `routes/` lies also what they lead to. */
function isRouter(path: ProjectPath, { clues, outlineOf }: RoleQuestion): boolean {
  const { stem } = partsOf(nameOf(path));
  const named = clues.endings.get(wordsKey(splitWords(stem).slice(-1)))?.[0]?.role;
  if (named !== undefined) return named === "navigation";
  const word = keyOf(nameOf(folderOf(path)));
  const isIn = clues.folders.get(word) === "navigation";
  return isIn && (!clues.deep.has(word) || outlineOf(path)?.signs.includes("routes") === true);
}

function byName(
  { path, source, clues }: Pick<RoleQuestion, "path" | "source" | "clues">,
  { stem, rest }: NameParts,
): RoleEvidence[] {
  const found: RoleEvidence[] = [];
  // An index that is more than an index is what its folder is called.
  const isOfFolder =
    stem === "index" && folderOf(path) !== source && /^(?:\p{Lu}|use\p{Lu})/u.test(nameOf(folderOf(path)));
  const plain = isOfFolder ? nameOf(folderOf(path)) : stem.replace(/^_/, "");
  const [base = "", ...dots] = plain.split(".");
  const say = (list: Weighted | undefined, because: Reason): void => {
    for (const { role, weight } of list ?? []) found.push({ for: role, weight, because });
  };
  for (const infix of [...dots, ...infixesOf({ rest })]) {
    const role = clues.infixes.get(keyOf(infix));
    if (role !== undefined) found.push({ for: role, weight: 0.92, because: { code: "infix", infix } });
  }
  const words = splitWords(base);
  const isOnTop = folderOf(path) === source;
  if (isOnTop) say(clues.names.get(`.${wordsKey(words)}`), { code: "leads the source root" });
  const whole = clues.names.get(wordsKey(words));
  if (whole) say(whole, { code: "whole name", name: base });
  const [first = ""] = words;
  if (words.length > 1) say(clues.beginnings.get(wordsKey([first])), { code: "name begins", word: first });
  // `generateHeadersFromActions` does something with actions, and is none.
  const isDone = words.length > 2 && doing.test(first);
  // `closeModal` is no modal.
  const isCall = words.length > 1 && /^\p{Ll}+$/u.test(first) && /^(?:open|close|show|hide|toggle|reset)$/.test(first);
  const ending = [2, 1].map((count) => words.slice(-count)).find((last) => clues.endings.has(wordsKey(last)));
  if (ending)
    say(
      clues.endings
        .get(wordsKey(ending))
        ?.filter(({ role }) => !(isCall && clues.drawing.has(role)))
        .map(({ role, weight }) => {
          if (!clues.plain.has(role)) return { role, weight };
          // `models.js` says more than that it lies in `lib/`.
          const isAll = words.length === ending.length && /^\p{Ll}/u.test(base);
          return { role, weight: isDone ? weight / 2 : isAll ? 1 - (1 - weight) / 2.5 : weight };
        }),
      { code: "name ends", words: ending.join(" ") },
    );
  else
    for (const { role, pattern } of clues.patterns)
      if (readName(pattern, base))
        found.push({ for: role, weight: 0.6, because: { code: "name pattern", pattern: pattern.text } });
  return found;
}

/** What a function does, as the first word of its name. */
const doing =
  /^(?:add|build|check|clear|convert|create|fetch|filter|find|format|generate|get|handle|has|is|make|map|merge|normali[sz]e|parse|pick|remove|render|set|sort|split|to|transform|update|validate)$/;

/** The role of a text that lies nowhere yet, by its words and by what it would be called: a part that is taken out of a file. */
export function judgeText(
  { outline, exports }: Pick<RoleQuestion, "exports"> & { readonly outline: Outline },
  { name, clues }: { readonly name: string; readonly clues: Clues },
): Judgement<Role> {
  const path = name as ProjectPath;
  return weigh([
    ...byName({ path, source: path, clues }, partsOf(name)),
    ...byContent(outline, { drawsAlways: false, exports }),
  ]);
}

/** Signs that speak for a role, and how strongly where nothing else does. */
const signWeights: Readonly<Partial<Record<Sign, readonly [Role, number]>>> = {
  mounts: ["entry", 0.9],
  context: ["state", 0.65],
  reducer: ["state", 0.75],
  store: ["state", 0.75],
  actions: ["action", 0.55],
  requests: ["service", 0.55],
  serves: ["service", 0.9],
  storage: ["service", 0.2],
  routes: ["navigation", 0.6],
  tests: ["test", 0.9],
  styles: ["style", 0.3],
  // Of sheets, where these are the app's code.
  values: ["constants", 0.8],
  mixins: ["helper", 0.8],
  elements: ["style", 0.6],
  frame: ["layout", 0.5],
  block: ["component", 0.6],
  utilities: ["helper", 0.3],
  theme: ["style", 0.75],
  page: ["screen", 0.7],
  foreign: ["generated", 0.85],
};

/** What a component may do besides: it fetches, dispatches, looks, observes a store. */
const besides: ReadonlySet<Sign> = new Set(["requests", "actions", "styles", "store"]);

/** What is known of a text that no language reads. */
const nothingSaid: Outline = { onlyPassesOn: false, signs: [], actions: [], assets: [], lines: 0 };

function byContent(
  outline: Outline,
  { drawsAlways, exports }: Pick<RoleQuestion, "drawsAlways" | "exports">,
): RoleEvidence[] {
  const found: RoleEvidence[] = [];
  const add = (role: Role, weight: number, because: Reason): void => void found.push({ for: role, weight, because });
  const draws = drawsAlways || outline.signs.includes("view");
  for (const sign of outline.signs) {
    const [role, weight] = signWeights[sign] ?? [];
    if (role === undefined || weight === undefined) continue;
    // A component that fetches, or dispatches what it makes, is a component all the same.
    const isBeside = draws && besides.has(sign);
    add(role, isBeside ? weight / 3 : weight, { code: "sign", sign });
  }
  const kinds = exports.map(({ kind }) => kind);
  const only = (...some: readonly string[]): boolean => kinds.length > 0 && kinds.every((kind) => some.includes(kind));
  if (kinds.includes("component") || drawsAlways)
    add("component", draws ? 0.55 : 0.3, { code: "exports", kind: "component" });
  else if (draws) add("component", 0.35, { code: "renders" });
  if (only("hook")) add("hook", 0.8, { code: "exports only", kind: "hook" });
  else if (only("hook", "type", "constant", "function", "value") && kinds.includes("hook"))
    add("hook", 0.65, { code: "exports", kind: "hook" });
  if (only("type")) add("model", 0.7, { code: "exports only", kind: "type" });
  const isPlain = !draws && outline.signs.every((sign) => sign === "storage");
  if (only("constant") && isPlain) add("constants", 0.6, { code: "exports only", kind: "constant" });
  else if (only("constant", "type") && kinds.includes("constant") && isPlain)
    add("constants", 0.45, { code: "exports constants and types" });
  if (only("function", "constant", "type", "value") && kinds.includes("function") && isPlain)
    add("helper", only("function", "type") ? 0.6 : 0.45, { code: "exports only", kind: "function" });
  if (only("class", "type") && kinds.includes("class")) add("model", 0.3, { code: "exports", kind: "class" });
  return found;
}

/** Words in the names of what routes lead through, not to. */
const goesAround =
  /layout|wrap|guard|shell|provider|require|private|protected|boundary|redirect|outlet|navigator|routes?\b/i;

/** What it weighs that nothing but routes use a file. */
const ledToOnly = 0.92;

function byUse(question: RoleQuestion): RoleEvidence[] {
  const { users, isLoadedLater, outline, isCode, path, folders, clues } = question;
  const draws = outline?.signs.includes("view") === true;
  const written = question.routers.filter((user) => partsOf(nameOf(user)).leads);
  const routers = users.filter((user) => written.includes(user) || isRouter(user, question));
  const found: RoleEvidence[] = [];
  // A sheet that nothing takes in, and that is not called as a partial, is where a compiler begins; or what settings name.
  if (clues.sheetsAreCode && isCode && !SheetWorld.isPartial(path)) {
    const takesIn = outline?.signs.includes("takes in") === true || question.targets().length > 0;
    const by = users.find((user) => isOfTrade(user, "settings"));
    if (by !== undefined) found.push({ for: "entry", weight: 0.9, because: { code: "built by", by } });
    if (users.every((user) => !isOfTrade(user, "sheet")))
      found.push({ for: "entry", weight: takesIn ? 0.85 : 0.5, because: { code: "taken in by none" } });
  }
  // What nothing but routes use is what they lead to, wherever it lies.
  const isRoutedOnly =
    routers.length > 0 &&
    users.every(
      (user) =>
        routers.includes(user) || !partsOf(nameOf(user)).leads || folders.decisive(folderOf(user)) !== undefined,
    );
  const isRouted = routers.length > 0 && !(written.length > 0 ? goesAround : /layout/i).test(nameOf(path));
  if (draws && isRouted)
    found.push({
      for: "screen",
      weight: isRoutedOnly ? ledToOnly : isLoadedLater ? 0.5 : 0.3,
      because: { code: "routed", router: nameOf(routers[0] ?? "") },
    });
  if (isCode && users.length >= 4 && draws)
    found.push({ for: "component", weight: 0.15, because: { code: "used by files", count: users.length } });
  return found;
}

/** Roles of files that may draw, whatever they are. */
const alwaysItself: ReadonlySet<Role> = new Set(["test", "story", "entry", "generated"]);

/** Signs of files that keep the state, whatever they export. */
const keepsState: ReadonlySet<Sign> = new Set(["context", "reducer", "store"]);

/** What a text contradicts counts less: code that draws nothing is no screen, and without a hook it is none. */
function doubted(
  found: readonly RoleEvidence[],
  { outline, exports, clues, isCode, drawsAlways, targets }: RoleQuestion,
): RoleEvidence[] {
  if (drawsAlways)
    return found.map((each) =>
      !clues.drawing.has(each.for) && !alwaysItself.has(each.for)
        ? { ...each, weight: each.weight * 0.4, doubt: "renders" as const }
        : each,
    );
  // Sheets draw nothing, and export nothing.
  if (!outline || !isCode || outline.onlyPassesOn || clues.sheetsAreCode) return [...found];
  const drawsItself = outline.signs.includes("view") && exports.some(({ kind }) => kind === "component");
  const draws = outline.signs.includes("view") || exports.some(({ kind }) => kind === "component");
  const hooks = exports.some(({ kind }) => kind === "hook") || exports.some(({ name }) => name === "default");
  const givesDefault = exports.some(({ isDefault, kind }) => isDefault && (kind === "value" || kind === "component"));
  const hooksOnly =
    exports.some(({ kind }) => kind === "hook") &&
    exports.every(({ kind }) => kind === "hook" || kind === "type" || kind === "value" || kind === "constant");
  const all = (...kinds: readonly string[]): boolean =>
    exports.length > 0 && exports.every(({ kind }) => kinds.includes(kind));
  const constantsOnly = all("constant");
  const isFixed = all("constant", "type") && !all("type");
  const functionsOnly = all("function", "component", "type") && !all("type");
  const typesOnly = exports.length > 0 && exports.every(({ kind }) => kind === "type");
  return found.map((each) => {
    // What a folder of containers gives by default connects something that draws.
    const isConnected = each.for === "container" && each.because.code === "in folder" && givesDefault;
    if (isConnected && !draws) return { ...each, weight: each.weight * 0.9 };
    // So does what is called a container.
    if (clues.drawing.has(each.for) && !draws && !(each.for === "container" && each.because.code === "infix"))
      return { ...each, weight: each.weight * 0.35, doubt: "renders nothing" as const };
    // A `theme/` full of components holds components; code is no picture.
    if ((clues.plain.has(each.for) || each.for === "style" || each.for === "asset") && drawsItself)
      return { ...each, weight: each.weight * 0.4, doubt: "renders" as const };
    // Actions of forms run on the server, those of a store do not.
    if (each.for === "action" && outline.signs.includes("serves"))
      return { ...each, weight: each.weight * 0.4, doubt: "serves" as const };
    if (each.for === "asset" && exports.length > 0)
      return { ...each, weight: each.weight * 0.4, doubt: "exports code" as const };
    if ((each.for === "model" || each.for === "constants") && hooksOnly)
      return { ...each, weight: each.weight * 0.4, doubt: "exports hooks" as const };
    if (each.for === "state" && hooksOnly && !outline.signs.some((sign) => keepsState.has(sign)))
      return { ...each, weight: each.weight * 0.5, doubt: "exports hooks" as const };
    if (each.for === "hook" && !hooks)
      return { ...each, weight: each.weight * 0.35, doubt: "exports no hook" as const };
    // `Cart.config` beside `Cart.component` holds what is constant there; a configuration reads its surroundings.
    if (each.for === "config" && each.because.code === "infix" && constantsOnly)
      return { ...each, weight: each.weight * 0.5, doubt: "exports only constants" as const };
    if ((each.for === "config" || each.for === "translation") && functionsOnly)
      return { ...each, weight: each.weight * 0.5, doubt: "exports only functions" as const };
    // Types of actions, and keys of a store, are constants, wherever they lie.
    if ((each.for === "action" || each.for === "state") && each.because.code === "in folder" && constantsOnly)
      return { ...each, weight: each.weight * 0.5, doubt: "exports only constants" as const };
    // So are the addresses that services ask; what sends requests takes in what does it.
    if (each.for === "service" && each.because.code === "in folder" && isFixed && targets().length === 0)
      return { ...each, weight: each.weight * 0.5, doubt: "exports only constants" as const };
    if (each.for === "model" && constantsOnly)
      return { ...each, weight: each.weight * 0.5, doubt: "exports only constants" as const };
    if (each.for !== "model" && typesOnly)
      return { ...each, weight: each.weight * 0.6, doubt: "exports only types" as const };
    return each;
  });
}
