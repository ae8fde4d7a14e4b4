import type { Role } from "../../app/arrangement/index.js";
import { certain, keyOf, ordered, shared, type Entry } from "../catalogue/index.js";
import { isMainCode, partsOf } from "../../app/index.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import { isDeclaration, ownExports, type ExportedName } from "../../languages/index.js";
import { isPartOfNeighbour } from "./named-after-role.js";
import { movesAlong } from "./moving.js";
import type { Case } from "./cases.js";
import { isFolderIndex, isOfTheAppsOwn, type Belonging } from "./places.js";
import type { Rule, RuleContext } from "./rule.js";
import { isCertain } from "./sisters.js";

/** Below this nobody is bothered with a guess. */
const worthSaying = 0.45;

export const wrongFolder: Rule = {
  name: "wrong-folder",
  asks: "Every file is in a folder for its role and its feature.",
  why: "A helper among the screens gets written a second time by the next person who needs it; what only one feature uses clutters the shared folders.",
  wrong: "src/screens/formatYield.ts    (it renders nothing)",
  right: "src/helpers/formatYield.ts",
  *find(context) {
    const { mains, places, tree, app, sisters, catalogue } = context;
    const { clues } = catalogue;
    const { source } = app.layout;
    for (const entry of mains) {
      const { path, role, standing } = entry;
      if (!standing || standing.shelf.holds.length === 0 || role.is === undefined || role.is === "generated") continue;
      const belonging = places.of(entry);
      const isOther = !standing.shelf.holds.includes(role.is);
      const isElsewhere = belonging !== undefined && !belonging.isOnShelf && belonging.folder !== folderOf(path);
      if (!isOther && !isElsewhere) continue;
      // A small app may have one file for a role, called after it, beside its entry.
      if (folderOf(path) === source && clues.folders.has(keyOf(partsOf(nameOf(path)).stem))) continue;
      // A folder that says by its name what it holds, `hooks/` in a component's own, holds it, whatever lies around it.
      const standsIn = clues.folders.get(keyOf(nameOf(folderOf(path))));
      if (isOther && standsIn === role.is && folderOf(path) !== source) continue;
      // So does one in which each thing has a folder of its own: `organisms/Basket/Basket.tsx`.
      if (isOther && isOfItsFolder(path) && clues.folders.get(keyOf(nameOf(folderOf(folderOf(path))))) === role.is)
        continue;
      // Whether a part of something is its types, its constants or its helpers is a matter of taste.
      const isPart = standing.below !== "" && standsIn !== undefined;
      if (isOther && isPart && clues.plain.has(standsIn) && clues.plain.has(role.is)) continue;
      // An index is what its folder is.
      if (isOther && isFolderIndex(path)) continue;
      // What declares for others, and what is a part of its neighbour, lies where that does.
      // A type is described where it is needed, and a document lies beside who asks by it.
      if (isOther && !isMainCode(nameOf(path), app.stack) && !beyondCode.has(role.is)) continue;
      if (
        isOther &&
        (isDeclaration(path) || isPartOfNeighbour(path, { role: role.is, clues, tree, code: app.stack.code }))
      )
        continue;
      // Two roles that are told by the folder alone are no ground for a finding.
      if (
        isOther &&
        (role.confidence < worthSaying || (role.orElse !== undefined && standing.shelf.holds.includes(role.orElse)))
      )
        continue;
      if (isOther && (isOfTests(context, path) || isKeptTogether(entry, role.is))) continue;
      // What gives no name in capitals is a helper of views at most, `getSection.tsx`.
      const given = ownExports(context.graph.files.get(path)?.reading.exports);
      if (isOther && role.is === "component" && isOfHelpers(given, path)) continue;
      if (isOther && !isWorthSaying(context, entry, role.is, belonging)) continue;
      const moves = belonging && movesAlong(tree, path, inFolder(belonging.folder, nameOf(path)));
      const isSure =
        role.confidence >= certain &&
        (entry.feature.confidence >= certain || !belonging?.shelf.at.includes("{feature}")) &&
        belonging !== undefined &&
        isCertain(sisters.onShelf(role.is, belonging.shelf, entry));
      yield {
        file: path,
        confidence: isOther ? role.confidence : entry.feature.confidence,
        what: isOther
          ? { code: "among other roles", role: role.is, holds: standing.shelf.holds, goesTo: belonging?.folder }
          : amongOthers(entry, role.is, belonging),
        ...(moves && { repair: { kind: "move", moves, isSure } }),
      };
    }
  },
};

/** Whether a file is called after its folder, or is its index. */
function isOfItsFolder(path: ProjectPath): boolean {
  const { stem } = partsOf(nameOf(path));
  return stem === "index" || keyOf(stem) === keyOf(nameOf(folderOf(path)));
}

/** What is drawn. */
const drawn: ReadonlySet<Role> = new Set(["screen", "component", "layout", "container"]);

/** Whether a file is a hook, a helper or the like of the thing in whose folder it lies: such folders hold all of their thing. */
function isKeptTogether({ standing }: Entry, role: Role): boolean {
  return (
    standing !== undefined &&
    standing.below !== "" &&
    !drawn.has(role) &&
    standing.shelf.holds.some((each) => drawn.has(each))
  );
}

/** Whether neither a file nor what it gives is called as a view is. */
function isOfHelpers(given: readonly ExportedName[], path: ProjectPath): boolean {
  return given.length > 0 && [...given.map(({ name }) => name), nameOf(path)].every((name) => /^\p{Ll}/u.test(name));
}

/** Whether only tests use a file: what they share lies where they look for it, whatever it is of the app. */
function isOfTests({ catalogue: { uses, entries } }: RuleContext, path: ProjectPath): boolean {
  const users = uses.usersOf(path);
  return users.length > 0 && users.every((user) => entries.get(user)?.role.is === "test");
}

/** Where fewer of its sisters lie together, a file may lie elsewhere, too. */
const partThatAgrees = 0.7;

/** What fewer files do is no custom of an app. */
const filesOfACustom = 5;

/** So many roles in one folder are not what it is for. */
const rolesOfATopic = 3;

/** What is never written as code alone. */
const beyondCode: ReadonlySet<Role> = new Set(["asset", "style", "translation", "screen"]);

/** Roles that are no matter of taste: what begins the app lies where it begins. */
const anywhere: ReadonlySet<Role> = new Set(["entry", "config", "style", "asset", "translation"]);

/**
 * A file of another role is worth a word where its sisters lie elsewhere, together; not if it lies beside files that use it, which is where many keep what serves one thing.
 */
function isWorthSaying(
  { app, sisters, catalogue: { uses, clues } }: RuleContext,
  entry: Entry,
  role: Role,
  belonging: Belonging | undefined,
): boolean {
  if (!belonging || anywhere.has(role)) return false;
  const isLearnt = entry.standing !== undefined && isOfTheAppsOwn(app, entry.standing.shelf);
  const holds = entry.standing?.shelf.holds ?? [];
  // A folder that holds what is drawn and other things is one for a topic.
  if (isLearnt && holds.length >= rolesOfATopic && holds.some((each) => drawn.has(each))) return false;
  // In a source root that holds more than the entry lies what serves the whole app; a custom of few files is none.
  if (entry.standing?.shelf.at === "." && (isLearnt || holds.length > 1)) return false;
  // A folder in which an app mixes roles says little of which it takes; another is for a role only if that comes first.
  if (isLearnt && belonging.shelf.holds[0] !== role) return false;
  if (isLearnt && holds.length > 1 && clues.plain.has(role) && holds.some((each) => clues.plain.has(each)))
    return false;
  if (isLearnt && sisters.heldBy(entry.standing.shelf) < filesOfACustom) return false;
  // What a folder of the app's own holds is mostly told by what lies there: one that is otherwise needs many that are not.
  const agreement = sisters.onShelf(role, belonging.shelf, entry);
  if (isLearnt && !(isCertain(agreement) && entry.role.confidence >= certain)) return false;
  if (agreement.of > 0 && agreement.agree < agreement.of * partThatAgrees) return false;
  const users = uses.usersOf(entry.path);
  const folder = folderOf(entry.path);
  // Where all files of a role lie together, it is among them, not beside one.
  const isShelf = entry.standing?.below === "" && !entry.standing.shelf.at.includes("{feature}");
  return isShelf || !users.some((user) => folderOf(user) === folder);
}

function amongOthers({ feature, standing }: Entry, role: Role, belonging: Belonging | undefined): Case {
  return {
    code: "among other features",
    role,
    feature: feature.is === shared ? undefined : feature.is,
    in: standing?.feature,
    because: ordered(feature).find(({ for: of }) => of === feature.is)?.because,
    goesTo: belonging?.folder,
  };
}
