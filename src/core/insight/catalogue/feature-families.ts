/**
 * Families of folders: sisters below one folder that are alike, because each is a feature's. They may lie at any depth: in
 * `features/`, in the source root, in a layer (`components/rota/` beside `components/harvest/`), among routes.
 */
import { partsOf } from "../../app/companions.js";
import type { Role } from "../../app/arrangement/index.js";
import { folderOf, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import { isFamilyWord } from "./areas.js";
import { keyOf } from "./clues.js";
import { singular, wordsOfFolderName, type FeatureFile } from "./feature-words.js";

/** What is asked of folders while families are looked for. */
export interface FamilyInput {
  readonly source: ProjectPath;
  /** Leading files with their roles. */
  readonly files: readonly FeatureFile[];
  /** The role that a folder's name is a word of. */
  readonly roleOf: (folder: ProjectPath) => Role | undefined;
  /** Whether a name may be a feature's: no word of a role, of what is shared, or of what everything has. */
  readonly isNamed: (folder: ProjectPath) => boolean;
  /** Whether a name is made of words that speak of no feature. */
  readonly isPlain: (folder: ProjectPath) => boolean;
  /** Whether files of other layers bear the name of a folder: its screen, its state, its service. */
  readonly isToldElsewhere: (folder: ProjectPath) => boolean;
  /** Folders that are a feature's already: nothing is looked for in them. */
  readonly isKnown: (folder: ProjectPath) => boolean;
}

/** Roles with whose layers people begin to divide by feature. */
const divided: ReadonlySet<Role> = new Set(["component", "container", "screen"]);

/** Roles that draw. */
const drawn: ReadonlySet<Role> = new Set(["component", "container", "screen", "layout"]);

/** With more files than this, a folder with a general name (`editor/`) is about that, and not made of it. */
export const muchOfAWord = 8;

/** This part of the sisters has what makes them alike. */
const alike = 0.6;

/** What is known of one folder. */
interface Held {
  readonly direct: FeatureFile[];
  readonly below: ProjectPath[];
  all: number;
}

/** Families of an app, and what is asked about its folders besides. */
export class FeatureFamilies {
  readonly #held: ReadonlyMap<ProjectPath, Held>;

  constructor(readonly input: FamilyInput) {
    this.#held = heldBy(input);
  }

  /** Whether a folder only divides the folders of features once more. */
  isPassage(folder: ProjectPath): boolean {
    return isPassage(folder, this.#held, this.input);
  }

  /** Whether the folders in a folder are features', so that it is none itself. */
  holdsFamily(folder: ProjectPath): boolean {
    const family = familyOf(folder, this.#held, this.input);
    return family.length >= 3 && kinOf(folder, family).length * 3 < family.length;
  }

  /** Every folder of a family, the outermost first. */
  folders(): ProjectPath[] {
    return familiesIn(this.input, this.#held);
  }
}

function familiesIn(input: FamilyInput, held: ReadonlyMap<ProjectPath, Held>): ProjectPath[] {
  const found: ProjectPath[] = [];
  const look = (parent: ProjectPath, above: Role | undefined): void => {
    // What only divides a layer once more is that layer: `components/manage/`.
    const role = input.roleOf(parent) ?? (isPassage(parent, held, input) ? above : undefined);
    const family = new Set(familyOf(parent, held, input, role));
    found.push(...[...family].filter((folder) => !input.isKnown(folder)));
    for (const folder of held.get(parent)?.below ?? [])
      if (!family.has(folder) && !input.isKnown(folder)) look(folder, role);
  };
  look(input.source, undefined);
  return found;
}

/** What each folder holds, itself and below. */
function heldBy({ files, source }: FamilyInput): Map<ProjectPath, Held> {
  const held = new Map<ProjectPath, Held>();
  const of = (folder: ProjectPath): Held => {
    let each = held.get(folder);
    if (!each) {
      held.set(folder, (each = { direct: [], below: [], all: 0 }));
      if (folder !== source && isBelow(folder, source)) of(folderOf(folder)).below.push(folder);
    }
    return each;
  };
  for (const file of files) {
    if (!isBelow(file.path, source) || file.role === "asset" || file.role === "test" || file.role === "story") continue;
    of(folderOf(file.path)).direct.push(file);
    for (let folder = folderOf(file.path); ; folder = folderOf(folder)) {
      of(folder).all += 1;
      if (folder === source || !isBelow(folder, source)) break;
    }
  }
  return held;
}

function familyOf(
  parent: ProjectPath,
  held: ReadonlyMap<ProjectPath, Held>,
  input: FamilyInput,
  role = input.roleOf(parent),
): ProjectPath[] {
  const { isNamed, isPlain, roleOf, source } = input;
  const sisters = (held.get(parent)?.below ?? []).filter((folder) => isNamed(folder) && !isOwn(folder, held));
  // In `features/` lie features, however many folders each has; only `_group/` and `(group)/` are none.
  if (parent !== source && isFamilyWord(parent))
    return sisters.filter((folder) => !/^[_(]/.test(nameOf(folder)) || !isPassage(folder, held, input));
  const likely = sisters.filter((folder) => !isPassage(folder, held, input));
  const candidates = likely.filter((folder) => !isPlain(folder));
  if (role !== undefined && divided.has(role)) {
    const fixed = fixedStems(candidates, held);
    const isMuch = (folder: ProjectPath): boolean => (held.get(folder)?.all ?? 0) > muchOfAWord;
    const several = likely.filter((folder) => (!isPlain(folder) || isMuch(folder)) && isSeveral(folder, held, fixed));
    // A layer that is not divided by feature as a whole has folders for kinds of components, too: what is named like files
    // elsewhere is a feature's even there.
    const isDivided = several.length >= 2 && isByFeature(parent, several, held, input);
    const found = isDivided ? several : several.filter((folder) => !isPlain(folder) && input.isToldElsewhere(folder));
    // A division of a layer may be a family by itself.
    if (found.length > 0 || role === input.roleOf(parent)) return found;
  }
  // In other layers a folder is a part of the layer; what several layers have is found elsewhere. But each of the modules of
  // a store is of something: `store/harvest/` with its actions and its reducer.
  const own = input.roleOf(parent);
  if (own !== undefined && own !== "state") return [];
  const isFamily =
    candidates.length >= 3 && alikeIn(candidates, held, roleOf) >= (own === undefined ? 1 : filesOfAModule);
  return isFamily ? candidates : [];
}

/** So many files of fixed names make a module of a store. */
const filesOfAModule = 2;

/** With more files than this, what is in a folder is more than the component after which it is called. */
const mostOfOne = 4;

/** Whether most of what is in a layer lies in folders that may be features'. */
function isByFeature(
  parent: ProjectPath,
  several: readonly ProjectPath[],
  held: ReadonlyMap<ProjectPath, Held>,
  { isPlain }: FamilyInput,
): boolean {
  const { direct = [], below = [] } = held.get(parent) ?? {};
  const groups = below.filter((folder) => !isOwn(folder, held));
  const plain = groups.filter((folder) => isPlain(folder) && !several.includes(folder));
  const inPlain = plain.reduce((sum, folder) => sum + (held.get(folder)?.all ?? 0), 0);
  const inSeveral = several.reduce((sum, folder) => sum + (held.get(folder)?.all ?? 0), 0);
  return several.length * 2 > groups.length && inSeveral > inPlain + direct.length;
}

/** A component's own folder: a file in it bears its name, and there is little besides. */
function isOwn(folder: ProjectPath, held: ReadonlyMap<ProjectPath, Held>): boolean {
  const { direct = [], all = 0 } = held.get(folder) ?? {};
  if (all > mostOfOne) return false;
  const name = nameOf(folder);
  return direct.some(({ path }) => isCalledLike(path, name));
}

/** Whether a file bears a folder's name; a component's, in any case: `logo.js` in `Logo/`. */
function isCalledLike(path: ProjectPath, folder: string): boolean {
  const [stem = ""] = partsOf(nameOf(path)).stem.split(".");
  return stem === folder || (/^\p{Lu}/u.test(folder) && keyOf(stem) === keyOf(folder));
}

/** Whether a file stands for its folder and draws: the `index.vue` of a panel. Those of routes are one screen among others. */
function isDrawnIndex(path: ProjectPath, role: Role | undefined): boolean {
  return (role === "component" || role === "container") && partsOf(nameOf(path)).stem === "index";
}

/** The folders that have a word of a folder's name: `orders/order-list/`. */
function kinOf(folder: ProjectPath, folders: readonly ProjectPath[]): readonly ProjectPath[] {
  const words = new Set(wordsOfFolderName(nameOf(folder)).map(singular));
  return folders.filter((each) => wordsOfFolderName(nameOf(each)).some((word) => words.has(singular(word))));
}

/** So many sisters make their parent a mere division. */
const manySisters = 6;

/** A folder that only divides what is in it once more: `_authenticated/` around the folders of features. */
function isPassage(folder: ProjectPath, held: ReadonlyMap<ProjectPath, Held>, input: FamilyInput): boolean {
  const { direct = [], below = [] } = held.get(folder) ?? {};
  const named = below.filter((each) => input.isNamed(each) && !isOwn(each, held));
  // What has a file of its own name, or is drawn as a whole, is something by itself.
  if (direct.some(({ path, role }) => isCalledLike(path, nameOf(folder)) || isDrawnIndex(path, role))) return false;
  if (named.length < manySisters || direct.length * 2 > named.length) return false;
  const kin = kinOf(folder, named);
  const files = named.reduce((sum, each) => sum + (held.get(each)?.all ?? 0), 0);
  return kin.length * 3 < named.length && files >= named.length * 2;
}

/** Names that three sisters or more have: parts of one form (`container`, `messages`), not things by themselves. */
function fixedStems(folders: readonly ProjectPath[], held: ReadonlyMap<ProjectPath, Held>): ReadonlySet<string> {
  const counts = new Map<string, number>();
  for (const folder of folders)
    for (const stem of new Set((held.get(folder)?.direct ?? []).map(({ path }) => partsOf(nameOf(path)).stem)))
      counts.set(stem, (counts.get(stem) ?? 0) + 1);
  return new Set(["index", ...[...counts].filter(([, count]) => count >= 3).map(([stem]) => stem)]);
}

/** Whether a folder holds several things that are drawn, each with a name of its own. */
function isSeveral(folder: ProjectPath, held: ReadonlyMap<ProjectPath, Held>, fixed: ReadonlySet<string>): boolean {
  const { direct = [], below = [] } = held.get(folder) ?? {};
  const own = direct.filter(
    ({ path, role }) => role !== undefined && drawn.has(role) && !fixed.has(partsOf(nameOf(path)).stem),
  );
  const isThing = (each: ProjectPath): boolean =>
    isOwn(each, held) ||
    (held.get(each)?.direct ?? []).some(({ path, role }) => isDrawnIndex(path, role)) ||
    isSeveral(each, held, fixed);
  return own.length + below.filter(isThing).length >= 2;
}

/** How many folders for one role, or files of one fixed name, most sisters have. */
function alikeIn(
  folders: readonly ProjectPath[],
  held: ReadonlyMap<ProjectPath, Held>,
  roleOf: FamilyInput["roleOf"],
): number {
  const counts = new Map<string, number>();
  for (const folder of folders) {
    const { direct = [], below = [] } = held.get(folder) ?? {};
    const tokens = new Set<string>();
    for (const each of below) if (roleOf(each) !== undefined) tokens.add(`${roleOf(each)}/`);
    for (const { path } of direct) {
      const [stem = ""] = partsOf(nameOf(path)).stem.split(".");
      const own = keyOf(nameOf(folder));
      // `tabsSlice` in `tabs/` is `…Slice`.
      const key = keyOf(stem);
      if (key !== "index") tokens.add(own !== "" && key.includes(own) ? key.replace(own, "…") : key);
    }
    for (const token of tokens) counts.set(token, (counts.get(token) ?? 0) + 1);
  }
  return [...counts.values()].filter((count) => count >= 3 && count >= folders.length * alike).length;
}
