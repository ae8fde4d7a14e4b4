/**
 * Addresses by which a program may ask for a moved file when it runs, and that no lookup explains: texts in scripts, such as
 * `fetch("/data/trees.json")`, `<img src="images/tree.png" />` and `new Worker("./worker.js")`, and paths from a root in pages and
 * sheets, where nothing here tells which folder is the root.
 */
import { addTo } from "../../base/grouping.js";
import {
  folderOf,
  foldersAbove,
  inFolder,
  joinPath,
  nameOf,
  relativePath,
  rootPath,
  type ProjectPath,
} from "../../base/paths.js";
import { isCode, isOfTrade, isRunAsItIs, isTakenIn, languageFor, type Extraction } from "../../languages/index.js";
import { commentsIn } from "./in-comments.js";
import type { ComputedInput } from "./mentions.js";
import type { Mention } from "./plan.js";

/** Folders whose files have an address from the root. Source: the documentation of bundlers and servers. */
const servedFolders: readonly string[] = ["public", "static", "www"];

/** `img/` of `public/img/trees/a.png`: with what every address of it begins; `undefined` of what is not served, or lies right in the root. */
export function addressBeginning(path: ProjectPath): string | undefined {
  const served = servedPart(path);
  return served?.part.includes("/") === true && mayBeAsked(path) ? firstOf(served.part) : undefined;
}

/** What of a path is its address, and from where: `img/a.png` of `shop/public/img/a.png`. */
interface Served {
  readonly root: ProjectPath;
  readonly part: string;
}

/** What of a path is its address, where it lies in a folder that is served; `undefined` elsewhere. */
export function servedPart(path: ProjectPath): Served | undefined {
  const root = foldersAbove(path).findLast((folder) => servedFolders.includes(nameOf(folder)));
  return root === undefined ? undefined : { root, part: path.slice(root.length + 1) };
}

/** A text with where it begins. */
interface Written {
  readonly text: string;
  readonly start: number;
}

/** Every place that may hold the address of something whose address is another one then. */
export function addressMentions({ tree, read, map, resolver }: ComputedInput): Mention[] {
  const moved = [...map.files.keys()].filter(mayBeAsked);
  if (moved.length === 0) return [];
  const endings = new Set(moved.map((path) => endingOf(nameOf(path))));
  // By their last two words, and by the last alone: many files are called alike.
  const byTail = new Map<string, ProjectPath[]>();
  for (const path of moved) for (const tail of new Set([tailOf(path), nameOf(path)])) addTo(byTail, tail, path);
  const served = new Map<string, (Served & { readonly path: ProjectPath })[]>();
  for (const path of moved) {
    const here = servedPart(path);
    if (here) addTo(served, firstOf(here.part), { path, ...here });
  }
  const isComment = commentsIn(tree);
  const found: Mention[] = [];
  for (const [file, extraction] of read) {
    if (served.size > 0) found.push(...begunIn(file));
    const known = new Map(extraction.references.map((each) => [each.start, each]));
    // A name that a module or a sheet is asked for by is judged as such; what begins with a slash may count from another root.
    const isAnswered = ({ text, start }: Written): boolean => {
      const reference = known.get(start);
      if (reference === undefined) return false;
      return !text.startsWith("/") || !/^(?:external|unresolved)$/.test(resolver.resolve(file, reference).state);
    };
    const quoted = isScript(file) ? quotedIn(tree.text(file)?.text ?? "", endings) : [];
    const texts = [...rootedIn(extraction), ...quoted];
    const told = new Set<number>();
    for (const written of texts) {
      const { text, start } = written;
      const names = mayMean(file, text).find((path) => isAnother(file, text, path));
      if (names === undefined || told.has(start) || isAnswered(written) || isOfOneThatStays(file, text)) continue;
      if (isComment(file, start)) continue;
      told.add(start);
      found.push({
        file,
        at: tree.text(file)?.positionAt(start) ?? { line: 1, column: 1 },
        text,
        names,
        reason: "address",
      });
    }
  }
  return found;

  /** Addresses that are put together in a script, where the fixed beginning is that of something served: `/img/${name}.png`. */
  function begunIn(file: ProjectPath): Mention[] {
    const source = isScript(file) ? tree.text(file) : undefined;
    if (!source) return [];
    return [...source.text.matchAll(begun)].flatMap(({ 1: head = "", index }): Mention[] => {
      const words = wordsOf(head);
      const hit = served.get(firstOf(words))?.find(({ path, root, part }) => {
        const then = servedPart(map.file(path));
        return part.startsWith(words) && !(then?.part === part && isSameRoot(file, root, then.root));
      });
      if (!hit || isComment(file, index)) return [];
      return [{ file, at: source.positionAt(index + 1), text: head, names: hit.path, reason: "computed" }];
    });
  }

  /** What moves and may be meant by a text, as its last words say. */
  function mayMean(file: ProjectPath, text: string): readonly ProjectPath[] {
    const beside = text.startsWith(".") ? joinPath(folderOf(file), text) : undefined;
    if (beside !== undefined && map.files.has(beside)) return [beside];
    return byTail.get(tailOf(wordsOf(text))) ?? [];
  }

  /** Whether a text may be the address of a moved file, and would no longer be then. */
  function isAnother(file: ProjectPath, text: string, path: ProjectPath): boolean {
    const to = map.file(path);
    if (text.startsWith(".") && joinPath(folderOf(file), text) === path)
      return joinPath(folderOf(map.file(file)), text) !== to;
    const words = wordsOf(text);
    const above = rootFor(words, path);
    if (above === undefined || !(words.includes("/") || (text.startsWith("/") && isServed(above)))) return false;
    const then = rootFor(words, to);
    return then === undefined || !isSameRoot(file, above, then);
  }

  /** Whether what has an address from one folder has the same from another one then, for a file: it stayed, or went along with it. */
  function isSameRoot(file: ProjectPath, now: ProjectPath, then: ProjectPath): boolean {
    return now === then || relativePath(folderOf(file), now) === relativePath(folderOf(map.file(file)), then);
  }

  function isServed(folder: ProjectPath): boolean {
    return servedFolders.includes(nameOf(folder)) || tree.has(inFolder(folder, "index.html"));
  }

  /** Whether a file that stays has this address, as far as can be told. */
  function isOfOneThatStays(file: ProjectPath, text: string): boolean {
    const beside = text.startsWith(".") ? joinPath(folderOf(file), text) : undefined;
    const stays = (path: ProjectPath): boolean => tree.has(path) && !map.files.has(path);
    if (beside !== undefined && stays(beside)) return true;
    return [...foldersAbove(file), rootPath].some((folder) =>
      servedFolders.some((served) => stays(inFolder(inFolder(folder, served), wordsOf(text)))),
    );
  }
}

/** Whether a program may ask for a file by an address: what is no source of a build. */
function mayBeAsked(path: ProjectPath): boolean {
  return nameOf(path).includes(".", 1) && !isTakenIn(path) && (!isCode(path) || isRunAsItIs(path));
}

/** `./images/tree.png` and `/images/tree.png` → `images/tree.png`. */
export function wordsOf(text: string): string {
  return text.replace(/^(?:\.{0,2}\/)+/, "");
}

/** `images/tree.png` of `shop/images/tree.png`. */
function tailOf(path: string): string {
  return path.split("/").slice(-2).join("/");
}

function firstOf(words: string): string {
  return words.slice(0, words.indexOf("/") + 1);
}

/** The folder from which some words lead to a path. */
function rootFor(words: string, path: ProjectPath): ProjectPath | undefined {
  if (path === words) return rootPath;
  return path.endsWith(`/${words}`) ? (path.slice(0, -words.length - 1) as ProjectPath) : undefined;
}

/** Paths from a root, as pages and sheets write them. */
function rootedIn({ references }: Extraction): Written[] {
  return references.flatMap(({ specifier, start }) =>
    /^\/[^/]/.test(specifier) ? [{ text: specifier.replace(/[?#].*$/, ""), start }] : [],
  );
}

/** An ending, before a quote, a bracket, a question, or the width of a picture in a list of some. */
const ending = /\.[\w-]+(?=["'`?#)]|\s{1,9}[\d.]{1,9}[xw]\b)/g;

function endingOf(name: string): string {
  return name.slice(name.lastIndexOf("."));
}

/** What stands before an address: a quote, a bracket of `url(`, the end of what is put in, or the comma in a list of pictures. */
const opening = /(?:["'`}(]|,\s{1,3})$/;

/** The fixed beginning of a text that is put together: `` `/img/${name}.png` ``, `"/img/" + name`. */
const begun = /["'`](?:\.?\/)?((?:\/?[\w@.-]+\/)+)[\w@.-]*(?:\$?\{|["'`]\s{0,20}\+)/g;

/** Scripts, and pages, in which scripts stand. Languages that find things by their own names have their own forms. */
export function isScript(file: ProjectPath): boolean {
  return (isOfTrade(file, "page") || isCode(file)) && languageFor(file)?.headLookup === undefined;
}

/** A longer text is no address. */
const longest = 300;

/** What stands in quotes in a script and ends as one of some names does; of what is put together, the end. */
function quotedIn(text: string, endings: ReadonlySet<string>): Written[] {
  const found: Written[] = [];
  for (const { 0: last, index } of text.matchAll(ending)) {
    if (!endings.has(last)) continue;
    const end = index + last.length;
    let start = index;
    while (start > 0 && end - start < longest && inAddress.test(text.charAt(start - 1))) start -= 1;
    if (start < index && opening.test(text.slice(Math.max(0, start - 4), start)))
      found.push({ text: text.slice(start, end), start });
  }
  return found;
}

const inAddress = /[\w@%.~/-]/;
