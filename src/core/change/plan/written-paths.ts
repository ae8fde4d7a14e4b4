/**
 * Paths that a script has as texts, and that no lookup explains: modules which a helper loads (`rewire("../parts/tree")`), what is joined
 * from a folder (`join(__dirname, "..", "parts", "tree.js")`), files that a command runs, words in comments by which tools load a file, and
 * folders and patterns that a program goes through (`readdirSync("src/parts")`). What they mean is not certain; that it would change is.
 */
import { posix } from "node:path";
import picomatch from "picomatch";
import {
  folderOf,
  foldersAbove,
  foldersHolding,
  inFolder,
  isBelow,
  joinPath,
  nameOf,
  relativePath,
  rootPath,
  type ProjectPath,
} from "../../base/paths.js";
import { literally } from "../../base/text/index.js";
import { fillPattern, globBase, isCode, isFont, isOpen, matchPattern, type Extraction } from "../../languages/index.js";
import type { SourceTree } from "../../files/index.js";
import { isScript } from "./addresses.js";
import { commentsIn } from "./in-comments.js";
import type { Move } from "./move.js";
import type { ComputedInput } from "./mentions.js";
import type { Mention } from "./plan.js";

/** A path as it is written, with where it begins. */
interface Written {
  readonly text: string;
  readonly start: number;
  /** `file`: from the file's own folder; `root`: from where commands are run; `any`: nobody can tell. */
  readonly from: "file" | "root" | "any";
  /** Whether a folder is meant, if one is there: it is given to what goes through folders. */
  readonly isPlace: boolean;
  /** Whether a module may be meant, which can leave its ending out. */
  readonly isModule: boolean;
  /** Whether it is a tool's word in a comment: what else stands in one asks for nothing. */
  readonly isComment?: true;
}

/** Every place where a script writes the path of something that moves, or of a folder that it leaves or comes into. */
export function writtenPaths({ tree, read, map, resolver }: ComputedInput): Mention[] {
  if (map.files.size === 0) return [];
  const moves = [...map.files].filter(([from, to]) => from !== to);
  const roots = rootsOf(tree, moves.flat());
  const sources = sourcesOf(tree, roots);
  const leaving = leavingFolders(moves);
  const endless = new Map(moves.map(([from]) => [from.replace(/\.[^/.]*$/, ""), from]));
  const areFontsMoved = moves.some(([from]) => isFont(from));
  /** What each pattern takes in otherwise, by where it counts from and what it is. */
  const judged = new Map<string, ProjectPath | undefined>();
  const isComment = commentsIn(tree);
  const behindSpace = behindSpaceFrom(roots, map.files.keys());
  const found: Mention[] = [];
  for (const [file, extraction] of read) {
    // A text that nobody understands is said as such.
    const source = extraction.reading === "whole" ? tree.text(file) : undefined;
    const texts = source && textsIn(file, source.text, extraction);
    if (!source || !texts) continue;
    const known = knownIn(file, extraction);
    const met = new Set<number>();
    for (const written of texts) {
      const { start, text } = written;
      if (met.has(start) || known(start)) continue;
      const hit = meantFile(file, written) ?? meantByAlias(file, written) ?? meantFolder(file, written);
      if (hit === undefined || (written.isComment !== true && isComment(file, start))) continue;
      met.add(start);
      found.push({ file, at: source.positionAt(start), text, ...hit });
    }
  }
  return found;

  function textsIn(file: ProjectPath, text: string, extraction: Extraction): readonly Written[] {
    if (isScript(file)) return [...writtenIn(text, extraction, behindSpace), ...saidInComments(text)];
    // Other languages find what they name by their own names; a folder alone is named by none of those.
    if (isCode(file)) return foldersIn(text);
    return areFontsMoved ? fontFoldersIn(text, [...leaving.keys()]) : [];
  }

  /** Where references stand: the proof holds those. In settings, and where things are found by names, any word may stand there. */
  function knownIn(file: ProjectPath, { references }: Extraction): (start: number) => boolean {
    const byStart = new Map(references.map((each) => [each.start, each]));
    return (start) => {
      const reference = byStart.get(start);
      if (reference === undefined) return false;
      const { state } = resolver.resolve(file, reference);
      // A folder that stays is meant as before; what is looked for in it is another matter.
      if (!isScript(file)) return state === "found" || state === "scope";
      return !isOpen(reference) || (state !== "external" && state !== "unresolved");
    };
  }

  /** Where a path counts from: now, and once the file has moved. */
  function basesOf(file: ProjectPath, { text, from }: Written): readonly (readonly [ProjectPath, ProjectPath])[] {
    const own = [folderOf(file), folderOf(map.file(file))] as const;
    const others = roots.map((root) => [root, root] as const);
    if (from === "file") return [own];
    if (from === "root" || !text.startsWith(".")) return others;
    return text.startsWith("./") ? [own, ...others] : [own];
  }

  /** And where it counts from in settings and lists of routes: their own folder, a source root, that of the pages. */
  function basesOfSettings(file: ProjectPath, { text, from }: Written): ReturnType<typeof basesOf> {
    if (from !== "any" || text.startsWith("../") || !saysWhere.test(file)) return [];
    return [[folderOf(file), folderOf(map.file(file))], ...sources.map((source) => [source, source] as const)];
  }

  /** What a text means by an alias: settings name files by those, too (`component: "@/pages/Rota"`). */
  function meantByAlias(file: ProjectPath, written: Written): Hit | undefined {
    if (written.from !== "any" || !/^[@~#$]/.test(written.text) || isPattern(written.text)) return undefined;
    for (const { kind, pattern, targets } of resolver.mappingsFor(file)) {
      const star = kind === "alias" && pattern.includes("*") ? matchPattern(pattern, written.text) : undefined;
      for (const target of star === undefined ? [] : targets) {
        const at = joinPath(rootPath, fillPattern(target, star ?? ""));
        const path = at === undefined ? undefined : (fileAt(at, written) ?? lookUp(at, "index too"));
        if (path === undefined || !map.files.has(path)) continue;
        // Where the whole folder of the alias goes, what says the alias follows.
        const home = target.slice(0, target.indexOf("*")).replace(/\/$/, "") as ProjectPath;
        const goes = map.folder(home);
        if (goes === undefined || goes === home || map.file(path) !== inFolder(goes, relativePath(home, path)))
          return { names: path, reason: "path in text" };
      }
    }
    return undefined;
  }

  function meantFile(file: ProjectPath, written: Written): Hit | undefined {
    if (isPattern(written.text)) return undefined;
    const text = written.text.replace(/[?#].*$/, "");
    const ofSettings = basesOfSettings(file, written);
    for (const [base, then] of [...basesOf(file, written), ...ofSettings]) {
      const at = joinPath(base, text);
      if (at === undefined || at === "") continue;
      const path = fileAt(at, written) ?? (ofSettings.length > 0 ? lookUp(at, "index too") : undefined);
      if (path === undefined || (base === then && !map.files.has(path))) continue;
      const again = joinPath(then, text);
      if (again !== undefined && map.file(path) === `${again}${path.slice(at.length)}`) continue;
      return { names: map.files.has(path) ? path : file, reason: "path in text" };
    }
    return undefined;
  }

  /** The file at a path, which may leave its ending or `/index` out. */
  function fileAt(at: ProjectPath, { isModule, text }: Written): ProjectPath | undefined {
    if (tree.has(at)) return at;
    // The name alone of a folder is hardly ever meant as its index.
    const meant = isModule && text.startsWith(".") ? lookUp(at) : undefined;
    return meant ?? (isModule ? endless.get(at) : undefined);
  }

  function lookUp(at: ProjectPath, which: "no index" | "index too" = "no index"): ProjectPath | undefined {
    const meant = resolver.ground.look(at, { loose: true });
    return meant?.folder === undefined || which === "index too" ? meant?.targets[0] : undefined;
  }

  function meantFolder(file: ProjectPath, written: Written): Hit | undefined {
    const { text, isPlace } = written;
    for (const [base, then] of basesOf(file, written)) {
      if (isPattern(text)) {
        const hit = takenOtherwise(base, then, text);
        if (hit !== undefined) return { names: hit, reason: "folder in text" };
        continue;
      }
      const at = joinPath(base, text.replace(/\/$/, ""));
      if (at === undefined || at === "" || !(isPlace || (at.includes("/") && text.includes("/")))) continue;
      const again = joinPath(then, text.replace(/\/$/, ""));
      // What goes along with its folder is found in it.
      if (again !== at && again === map.folder(at)) continue;
      const hit = tree.hasFolder(at) ? (leaving.get(at) ?? (again === at ? undefined : file)) : undefined;
      if (hit !== undefined) return { names: hit, reason: "folder in text" };
    }
    return undefined;
  }

  /** Something that a pattern takes in now and not then, or then and not now. */
  function takenOtherwise(base: ProjectPath, then: ProjectPath, text: string): ProjectPath | undefined {
    const key = `${base}\n${then}\n${text}`;
    if (!judged.has(key)) judged.set(key, findTaken(base, then, text));
    return judged.get(key);
  }

  function findTaken(base: ProjectPath, then: ProjectPath, text: string): ProjectPath | undefined {
    const [takes, takesThen] = [takenFrom(base, text), takenFrom(then, text)];
    const concerned = new Set([...map.leaving(fixedFolder(base, text)), ...map.arriving(fixedFolder(then, text))]);
    return [...concerned].find((from) => takes(from) !== takesThen(map.file(from)));
  }
}

/** The folder in which all lies that a pattern can take in. */
function fixedFolder(base: ProjectPath, text: string): ProjectPath {
  return joinPath(base, globBase(text.replace(/^!/, "")).folder) ?? rootPath;
}

/** What a pattern takes in that counts from a folder. */
function takenFrom(base: ProjectPath, text: string): (path: string) => boolean {
  const whole = posix.join(base, text.replace(/^!/, ""));
  return whole.startsWith("../") ? () => false : picomatch(whole.replace(/^\//, ""), { posix: true });
}

interface Hit {
  readonly names: ProjectPath;
  readonly reason: "path in text" | "folder in text";
}

/** The folders that a move takes something out of or into, below the root, each with one of those files. */
function leavingFolders(
  moves: readonly (readonly [ProjectPath, ProjectPath])[],
): ReadonlyMap<ProjectPath, ProjectPath> {
  const found = new Map<ProjectPath, ProjectPath>();
  for (const [from, to] of moves) for (const folder of foldersLeft(from, to)) found.set(folder, from);
  return found;
}

/** Of the folders above two places, those that hold only one of them. */
function foldersLeft(from: ProjectPath, to: ProjectPath): readonly ProjectPath[] {
  return [
    ...foldersAbove(from).filter((folder) => !isBelow(to, folder)),
    ...foldersAbove(to).filter((folder) => !isBelow(from, folder)),
  ];
}

/** What folders that something leaves or comes into are called where commands are run: from the root, or from a package. */
export function foldersToSearch(
  moves: readonly Pick<Move, "from" | "to">[],
  tree: Pick<SourceTree, "has">,
): readonly string[] {
  const found = new Set<string>();
  for (const { from, to } of moves)
    for (const folder of foldersLeft(from, to))
      for (const root of [
        ...foldersAbove(folder).filter((each) => tree.has(inFolder(each, "package.json"))),
        rootPath,
      ]) {
        const name = root === rootPath ? folder : folder.slice(root.length + 1);
        if (name.includes("/")) found.add(name);
      }
  return [...found];
}

/** Where commands are run: the root, and the folders of packages in which something changes. */
function rootsOf(tree: SourceTree, paths: readonly ProjectPath[]): readonly ProjectPath[] {
  return [rootPath, ...[...foldersHolding(paths)].filter((folder) => tree.has(inFolder(folder, "package.json")))];
}

/** What is called as settings or lists of routes are. */
const saysWhere = /(?:config|settings|routes?|router|pages|rc)\b[^/]*$|(?:^|\/)(?:config|routes?)\//i;

/** Folders from which tools count what settings name: `pages: ["pages/rota/index"]` of a source root, `component: "./Rota"` of pages. */
function sourcesOf(tree: SourceTree, roots: readonly ProjectPath[]): readonly ProjectPath[] {
  return roots
    .flatMap((root) => ["src", "app", "pages", "src/pages"].map((name) => inFolder(root, name)))
    .filter((folder) => tree.hasFolder(folder));
}

function isPattern(text: string): boolean {
  return /[*{]/.test(text);
}

/** A whole text that looks like a path. */
const quoted = /(["'`])(!?[\w@.~$-]*\/[\w@.~*{},!()[\]/+-]*)(?:#[\w$]{1,80})?\1/g;

/** What goes to an address of the app itself, or has its own reading. */
const goesTo =
  /(?:\b(?:navigate|push|replace|redirect|href|to|link|path|from)\s{0,3}(?:=\s{0,3}\{?|\(|:)\s{0,3}|<[\w.]{1,40}\s[^<>]{0,60}=)$/i;

/** What is given folders to go through, or puts paths together. */
const goesThrough =
  /(?:readdir|opendir|walk|scan|glob|static|watch|traverse|dir|directory|directories|folder|folders|root|cwd|require\.context)\w{0,12}["']?\s{0,3}[(:=[,]\s{0,3}\[?\s{0,3}$/i;

/** A folder that is a script's own, with more behind it. */
const ownFolder = /(?:\b__dirname|\bimport\.meta\.dirname)\s{0,3}\+\s{0,3}$/;
const ownFolderInside = /`\$\{\s{0,3}(?:__dirname|import\.meta\.dirname)\s{0,3}\}(\/[\w@.~*{},()[\]/+-]+)`/g;

/** `join(__dirname, "..", "parts", "tree.js")` */
const joined =
  /\b(?:join|resolve)\s{0,9}\(\s{0,99}(__dirname|import\.meta\.dirname|process\.cwd\(\))((?:\s{0,99},\s{0,99}(?:"[^"\n$]{1,200}"|'[^'\n$]{1,200}'|`[^`\n$]{1,200}`))+)\s{0,99},?\s{0,99}\)/g;

/** A word behind another one that is a path from where commands are run, as in the text `"node src/parts/tree.js"`. */
function behindSpaceFrom(roots: readonly ProjectPath[], moved: Iterable<ProjectPath>): RegExp {
  const firsts = new Set<string>();
  for (const path of moved)
    for (const root of roots) {
      const inside = root === rootPath ? path : path.startsWith(`${root}/`) ? path.slice(root.length + 1) : "";
      const slash = inside.indexOf("/");
      if (slash > 0) firsts.add(inside.slice(0, slash));
    }
  const first = firsts.size > mostFolders ? "[\\w@.-]+" : [...firsts].map(literally).join("|");
  return new RegExp(`[ \\t]((?:\\./)?(?:${first || "(?!)"})/(?:[\\w@.-]+/)*[\\w@.-]+\\.\\w+)(?=[\\s"'\`])`, "g");
}

/** With more first folders than these, looking for any is as quick. */
const mostFolders = 100;

function writtenIn(text: string, { computed }: Extraction, behindSpace: RegExp): Written[] {
  const found: Written[] = [];
  const isJoining = text.includes("dirname") || text.includes("process.cwd");
  for (const { 0: whole, 2: parts = "", index } of isJoining ? text.matchAll(joined) : []) {
    const words = [...parts.matchAll(/(["'`])([^"'`]*)\1/g)].map(([, , word = ""]) => word);
    const isOwn = !whole.includes("process.cwd");
    const start = index + whole.indexOf(parts) + parts.search(/["'`]/) + 1;
    found.push({ text: posix.join(...words), start, from: isOwn ? "file" : "root", isPlace: true, isModule: true });
  }
  for (const { 0: whole, 1: rest = "", index } of isJoining ? text.matchAll(ownFolderInside) : []) {
    const start = index + whole.length - 1 - rest.length;
    found.push({ text: rest.replace(/^\//, ""), start, from: "file", isPlace: true, isModule: true });
  }
  const isHeadless = computed.some(({ head, anywhere }) => head === "" && anywhere === undefined);
  for (const { 2: path = "", index } of text.matchAll(quoted)) {
    const before = text.slice(Math.max(0, index - 120), index);
    const isOwn = ownFolder.test(before);
    // An address of the app has no ending, and no star.
    const isGoal = goesTo.test(before) && !isPattern(path) && !nameOf(path).includes(".");
    if (isGoal || /^\.{0,2}\/?$/.test(path) || (path.startsWith("/") && !isOwn)) continue;
    const isPlace = isOwn || goesThrough.test(before) || (isHeadless && path.endsWith("/"));
    found.push({
      text: isOwn ? path.replace(/^\//, "") : path,
      start: index + 1,
      from: isOwn ? "file" : "any",
      isPlace,
      isModule: true,
    });
  }
  for (const { 1: path = "", index } of text.matchAll(behindSpace))
    if (/["'`]/.test(text.slice(text.lastIndexOf("\n", index) + 1, index)))
      found.push({ text: path, start: index + 1, from: "root", isPlace: false, isModule: false });
  return found;
}

/** Folders alone, in a language that finds files by names of its own: `const base = "assets/images/"`. */
function foldersIn(text: string): Written[] {
  return [...text.matchAll(quoted)].flatMap(({ 2: path = "", index }): Written[] => {
    const isFolder = /^\w/.test(path) && !isPattern(path) && !nameOf(path).includes(".");
    return isFolder ? [{ text: path, start: index + 1, from: "root", isPlace: false, isModule: false }] : [];
  });
}

/** The folder in which a family of fonts is looked for: `FontFamily="/Assets/Fonts/#Orchard"`. */
function fontFoldersIn(text: string, folders: readonly ProjectPath[]): Written[] {
  return [...text.matchAll(/(?<=["',/])((?:[\w .-]+\/)+)(?=#\w)/g)].flatMap(({ 0: path, index }): Written[] => {
    const named = `/${path.slice(0, -1)}`;
    return folders
      .filter((folder) => `/${folder}`.endsWith(named))
      .map((folder) => ({ text: folder, start: index, from: "root", isPlace: true, isModule: false }));
  });
}

/** Words in comments by which tools load a file. */
const inComments =
  /(?:@(?:jest|vitest)-environment\s{1,9}|<amd-dependency\s{1,9}path\s?=\s?["'])(\.{1,2}\/[\w@.~/-]+)/g;

function saidInComments(text: string): Written[] {
  if (!text.includes("-environment") && !text.includes("<amd-")) return [];
  return [...text.matchAll(inComments)].map(({ 0: whole, 1: said = "", index }): Written => {
    const start = index + whole.length - said.length;
    return { text: said, start, from: "any", isPlace: false, isModule: true, isComment: true };
  });
}
