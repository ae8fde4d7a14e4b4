/**
 * Which files have to be read to know what a move touches.
 *
 * A reference to a file holds the file's stem, or its folder's name if it is an index, or a name that a mapping
 * gives it. So a quick search for these words in the text leaves out nearly everything, and only what is found is
 * parsed. Where so much moves that the search would find everything, or the rules of resolution themselves move,
 * every file is read.
 */
import {
  isCode,
  isOfTrade,
  isPathList,
  isScript,
  isTakenIn,
  languageFor,
  languages,
  searchWordsFor,
  type LookupRules,
  type LookupTree,
  nameThrough,
  type Mapping,
} from "../../languages/index.js";
import { folderOf, foldersHolding, inFolder, isBelow, nameOf, type ProjectPath, rootPath } from "../../base/paths.js";
import { literally } from "../../base/text/index.js";
import { isBoundByNames } from "../../graph/index.js";
import { configurationFile } from "../../app/configuration/index.js";
import { isBinary, type LineForm, type SourceTree } from "../../files/index.js";
import { addressBeginning } from "./addresses.js";
import type { Move } from "./move.js";
import { foldersToSearch } from "./written-paths.js";

/** Beyond this many words, reading all is as quick as searching. */
const mostWords = 60;

/**
 * References without the file's name: patterns, names computed from a folder, URLs of a whole folder, and what a sheet has looked
 * through for the names of its classes.
 */
const openWords = [
  "import.meta.glob",
  "import.meta.url",
  "import.meta.dirname",
  "require.context",
  "process.cwd",
  "__dirname",
  "@source",
  " source(",
];

/**
 * The same where no one word tells it: a call that takes a text with something added to it, or with something in it, and a URL of a
 * sheet with something in it. As `LineForm` has it.
 *
 * `import("./pages/" + name)`, `` require(/* … *\/ `./${name}`) ``, `url("../img/#{$name}.png")`
 */
const openForms = [
  "(import|require|resolve|[mM]ock|Actual|URL)[A-Za-z.]*[ \t]*[(][ \t]*([/][*][^*]*[*][/][ \t]*)?",
  "([\"'][^\"']*[\"'][ \t]*[+]|`[^`]*[$][{])",
  // A long call has its argument on the next line.
  "|(import|require)[ \t]*[(][ \t]*$",
  ...languages.flatMap(({ openForm }) => (openForm === undefined ? [] : [`|${openForm}`])),
  "|url[(][ \t]*[\"']?[^)\"']*[#@$][{]|url[(][ \t]*[\"'][^\"']*[\"'][ \t]*[+]",
  // Patterns from the file's own folder, and what is added to a variable.
  "|[\"'`][.]{1,2}/[^\"'`]*[*]|import[(][A-Za-z0-9_$.]+[ \t]*[+]",
].join("");

/** The same, with the files in which it can stand. */
export const openLines: LineForm = {
  expression: openForms,
  extensions: [
    ...new Set(
      languages
        .filter(({ trade }) => trade === "code" || trade === "sheet" || trade === "page")
        .flatMap(({ extensions }) => extensions)
        .map((extension) => extension.slice(extension.lastIndexOf("."))),
    ),
  ],
};

/** Files that decide what names mean. */
const ruleFiles =
  /(^|\/)(package\.json|pubspec(?:_overrides)?\.yaml|[jt]sconfig[^/]*\.json|pnpm-workspace\.yaml|lerna\.json|rush\.json|steady-shelf\.ya?ml)$/;

/** Whether what names mean depends on a file. What apps are told of themselves matters only where it has aliases. */
export function decidesNames(path: ProjectPath): boolean {
  return ruleFiles.test(path) && nameOf(path) !== configurationFile;
}

/** Whether a file that is made may answer to a name that means another file today. */
export function mayTakeName({ path }: { readonly path: ProjectPath }): boolean {
  return languageFor(path) !== undefined && nameOf(path) !== configurationFile;
}

/** What to search for, or `undefined` where everything has to be read. */
export interface SearchPlan {
  /** Texts of which a file that matters holds at least one. */
  readonly words: readonly string[];
  /** Those of them that may stand in the middle of a name: an escape could change the rest, or an alias is written around them. */
  readonly parts: ReadonlySet<string>;
  /** Folders that something leaves or comes into, as a text may name them from where commands are run. */
  readonly folders: readonly string[];
  /** Names of the files that move, as a text may mention them. */
  readonly names: readonly string[];
  /** Folders of moved index files: files below may name them by dots alone. */
  readonly indexFolders: readonly ProjectPath[];
}

/** Plans the search for a list of moves. `mappings` are all that the project has. */
export function planSearch(
  moves: readonly Move[],
  mappings: readonly Mapping[],
  { rules, tree }: { readonly rules: LookupRules; readonly tree: LookupTree },
): SearchPlan | undefined {
  if (moves.length > mostWords || moves.some((move) => ruleFiles.test(move.from) || ruleFiles.test(move.to)))
    return undefined;
  const words = new Set<string>();
  const parts = new Set<string>();
  const indexFolders = new Set<ProjectPath>();
  for (const path of moves.flatMap((move) => [move.from, move.to])) {
    for (const word of [...wordsFor(path, mappings, rules), ...searchWordsFor(path, tree)]) {
      const plain = plainPart(word);
      if (plain === undefined) return undefined;
      words.add(plain);
      const mapped = mappedNames(path, mappings, rules).filter((name) => name.includes(plain));
      if (plain !== word || mapped.some((name) => !betweenMarks(plain).test(`"${name}"`))) parts.add(plain);
    }
    const beginning = addressBeginning(path);
    if (beginning !== undefined) parts.add(beginning);
    if (beginning !== undefined) words.add(beginning);
    if (rules.indexNames.includes(searchStem(nameOf(path), rules))) indexFolders.add(folderOf(path));
    for (const entry of entriesNaming(path, mappings, rules)) indexFolders.add(folderOf(entry.by));
  }
  if (words.size > mostWords) return undefined;
  const names = [...new Set(moves.map(({ from }) => nameOf(from)))];
  const folders = foldersToSearch(moves, tree);
  return { words: [...words, ...openWords], parts, folders, names, indexFolders: [...indexFolders] };
}

/** Folders' manifests that name a file as their entry. */
function entriesNaming(path: ProjectPath, mappings: readonly Mapping[], rules: LookupRules): Mapping[] {
  const names = [path, inFolder(folderOf(path), searchStem(nameOf(path), rules)), folderOf(path)];
  return mappings.filter(
    (mapping) =>
      mapping.kind === "folder entry" && mapping.targets.some((target) => names.some((name) => name === target)),
  );
}

/** The words that a move of single files will most likely search for: enough to begin before the tree is even listed. */
export function likelyWords(paths: readonly ProjectPath[], rules: LookupRules): readonly string[] {
  const words = paths.map((path) => plainPart(searchStem(nameOf(path), rules))).filter((word) => word !== undefined);
  return [...new Set(words), ...openWords];
}

/** What a file can be called through mappings. */
function mappedNames(path: ProjectPath, mappings: readonly Mapping[], rules: LookupRules): string[] {
  const stem = searchStem(nameOf(path), rules);
  const isIndex = rules.indexNames.includes(stem);
  const names = [path, inFolder(folderOf(path), stem), ...(isIndex ? [folderOf(path)] : [])];
  return mappings.flatMap((mapping) =>
    names.map((name) => nameThrough(mapping, name)).filter((name) => name !== undefined),
  );
}

function wordsFor(path: ProjectPath, mappings: readonly Mapping[], rules: LookupRules): string[] {
  const stem = searchStem(nameOf(path), rules);
  const main = rules.indexNames.includes(stem) ? nameOf(folderOf(path)) : stem;
  const others = mappedNames(path, mappings, rules).filter((name) => main === "" || !name.includes(main));
  return [main, ...others.map((name) => nameOf(name) || name)].filter((word) => word !== "");
}

/** What every spelling of a name holds: no extension that may be left out, no platform, no density. */
function searchStem(name: string, rules: LookupRules): string {
  const declared = name.indexOf(".d.");
  if (declared > 0) return name.slice(0, declared);
  const isSheet = isOfTrade(name, "sheet");
  const extension = isSheet
    ? name.slice(name.lastIndexOf("."))
    : (rules.extensions.find((each) => name.endsWith(each)) ?? "");
  let stem = extension === "" ? name : name.slice(0, -extension.length);
  if (isSheet) stem = stem.replace(/^_/, "").replace(/\.import$/, "");
  for (const platform of rules.platforms)
    stem = stem.replace(`${platform}.`, ".").replace(new RegExp(`\\${platform}$`), "");
  const density = stem.search(/@\d/);
  return density > 0 ? stem.slice(0, density) : stem;
}

/** The longest part that no escape can change: quotes, percent signs and letters with two forms are left out. */
function plainPart(word: string): string | undefined {
  const parts = word.split(/[^\w$@.()[\]+,~-]+/).sort((a, b) => b.length - a.length);
  return parts[0] === "" ? undefined : parts[0];
}

/**
 * Whether settings may take in, or name the folder of, what moves without a word of its name: those that stand above it, and those
 * that lead out of their package. Places in settings count from their own folder or from that of their package.
 */
export function concernedBy(
  tree: SourceTree,
  moves: readonly Move[],
  packageFolder: (path: ProjectPath) => ProjectPath,
): (settings: ProjectPath) => boolean {
  const places = moves.flatMap(({ from, to }) => [from, to]);
  const known = new Map<ProjectPath, boolean>();
  return (settings) => {
    const base = packageFolder(settings);
    let isAbove = known.get(base);
    if (isAbove === undefined)
      known.set(base, (isAbove = base === rootPath || places.some((path) => isBelow(path, base))));
    if (isAbove) return true;
    const text = tree.text(settings)?.text;
    return text === undefined || /\.\.[\\/]/.test(text);
  };
}

/** The files to read, in order of path: those that hold a word, and those that move. */
export async function findCandidates(
  tree: SourceTree,
  search: SearchPlan | undefined,
  moves: readonly Move[],
  concerns: (settings: ProjectPath) => boolean,
): Promise<ProjectPath[]> {
  if (!search) return tree.paths.filter((path) => languageFor(path) !== undefined);
  // A pattern takes in what it does not name, and the URLs of a sheet depend on where the sheets are that take it in.
  const isSheetMoved = moves.some(({ from }) => isTakenIn(from));
  const isAlways = (path: ProjectPath): boolean =>
    (isOfTrade(path, "settings") && concerns(path)) ||
    isPathList(path) ||
    (isSheetMoved && isTakenIn(path) && /url\(|["']\.{1,2}\//.test(tree.text(path)?.text ?? ""));
  const hits =
    (await tree.store.search([...search.words, ...search.folders], openLines)) ??
    searchByReading(tree, [...search.words, ...search.folders]);
  const moved = new Set(moves.map((move) => move.from));
  const mayName = spelling(tree, search, moved);
  const byDots = tree.paths.filter(
    (path) => search.indexFolders.some((folder) => isInside(path, folder)) && namesByDots(tree, path),
  );
  const wanted = new Set([...[...hits].filter(mayName), ...moved, ...byDots, ...inAnyCase(tree, search.words)]);
  return tree.paths.filter((path) => wanted.has(path) || isAlways(path));
}

/** Files of languages whose names mean files in any case, as far as they hold a word in any. */
function inAnyCase(tree: SourceTree, words: readonly string[]): readonly ProjectPath[] {
  const files = tree.paths.filter((path) => languageFor(path)?.namesInAnyCase === true);
  if (files.length === 0) return [];
  const folded = words.filter((word) => !openWords.includes(word)).map((word) => word.toLowerCase());
  return files.filter((path) => {
    const text = tree.text(path)?.text.toLowerCase();
    return text === undefined || folded.some((word) => text.includes(word));
  });
}

/** A folder's own name, or that of the one where commands are run, joined to more. */
const joined =
  /\b(?:join|resolve)\s*\((?:\s|\/\*[^]*?\*\/|\/\/[^\n]*)*(?:__dirname|import\.meta\.dirname|process\.cwd)\b|(?:__dirname|import\.meta\.dirname)\s*(?:\+\s*["'`]|\})\/?[\w.]/;
const openForm = new RegExp(openForms, "m");

/** A word as the last part of a name in a script: `"./Button"`, `'../ui/Button.js?raw'`, `"raw!Button"`, `"@ui"`. */
function betweenMarks(word: string, flags = ""): RegExp {
  return new RegExp(`(?:["'\`/_\\\\%!~]|["'\`][@#$]|^)${literally(word)}(?![\\w$-])`, flags);
}

/**
 * Whether a file that holds one of the words may name what moves. In a script a name stands between marks, as in `"./Button"`,
 * `"../ui/Button.js?raw"`; `<Button>` and `class Button` name nothing. Scripts with names that are put together, and all other
 * files, are not looked at so closely.
 */
function spelling(
  tree: SourceTree,
  search: SearchPlan,
  moved: ReadonlySet<ProjectPath>,
): (path: ProjectPath) => boolean {
  const words = search.words.filter((word) => !openWords.includes(word));
  const forms = words.map((word) => (search.parts.has(word) ? literally(word) : betweenMarks(word).source));
  // A folder is meant as such, and not as part of a longer path.
  const folders = search.folders.map((folder) => `["'\`/]${literally(folder)}/?(?:["'\`]|\\*|\\{)`);
  const named = new RegExp(
    [...forms, ...folders, ...search.names.map(literally)].join("|"),
    tree.ignoresCase ? "mi" : "m",
  );
  const emptied = [...foldersHolding(moved)].some((folder) => tree.filesBelow(folder).every((path) => moved.has(path)));
  return (path) => {
    if (!isScript(path)) return true;
    const text = tree.text(path)?.text;
    if (text === undefined || named.test(text) || joined.test(text) || openForm.test(text)) return true;
    if (text.includes("import.meta.glob") || text.includes("require.context")) return true;
    // A URL may name a folder, which goes where its files go.
    return emptied && text.includes("import.meta.url");
  };
}

/**
 * Files that use each other's names without naming each other have to be read together with those that change, and with the settings
 * that may say which of them belong together.
 */
export function boundTo(changed: Iterable<ProjectPath>): (path: ProjectPath) => boolean {
  const bound = new Set([...changed].filter(isBoundByNames).map(languageFor));
  for (const language of bound) if (language?.bindsFiles || language?.isListed === true) bound.delete(language);
  return bound.size === 0 ? () => false : (path) => bound.has(languageFor(path)) || isOfTrade(path, "settings");
}

function isInside(path: ProjectPath, folder: ProjectPath): boolean {
  return folder === rootPath || isBelow(path, folder);
}

/** `.`, `..`, `../..`, with or without a slash at the end, or an index by its name. */
function namesByDots(tree: SourceTree, path: ProjectPath): boolean {
  return isCode(path) && /['"`](?:\.{1,2}\/)*(?:\.{1,2}|index[\w.]*)?\/?['"`?]/.test(tree.text(path)?.text ?? "");
}

function searchByReading(tree: SourceTree, words: readonly string[]): Set<ProjectPath> {
  const fold = (text: string): string => (tree.ignoresCase ? text.toLowerCase() : text);
  const folded = words.map(fold);
  const forms = new RegExp(openForms, "m");
  const hits = tree.paths.filter((path) => {
    if (isBinary(path)) return false;
    const text = tree.text(path)?.text;
    // What cannot be read may hold anything.
    if (text === undefined) return tree.unreadable.has(path);
    const all = fold(text);
    return folded.some((word) => all.includes(word)) || forms.test(text);
  });
  return new Set(hits);
}
