/**
 * What could matter to a plan and was not read for certain. The proof speaks only for what was read; while there is a gap, it is
 * not complete, and nobody may show it as if it were.
 */
import {
  hasTakingWord,
  isNotReadYet,
  isOfPlatform,
  isProjectFile,
  isTakenIn,
  languageFor,
  mayNameFiles,
  namingWords,
  type Extraction,
  type LookupRules,
  type Reference,
} from "../../languages/index.js";
import { addTo } from "../../base/grouping.js";
import { folderOf, isBelow, nameOf, rootPath, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import type { Resolver } from "../../graph/index.js";
import type { Draft } from "../draft.js";
import { mayTakeName } from "./candidates.js";
import type { MoveMap } from "./move-map.js";
import type { Gap, Mention } from "./plan.js";

/** What the gaps are found from. */
export interface GapInput {
  readonly tree: SourceTree;
  readonly map: MoveMap;
  readonly draft: Pick<Draft, "made" | "edits">;
  readonly rules: LookupRules;
  /** What names mean now. */
  readonly resolver: Resolver;
  /** What was read, by file. */
  readonly read: ReadonlyMap<ProjectPath, Extraction>;
  readonly mentions: readonly Mention[];
  /** Links that would have to be respelled and cannot be. */
  readonly unreadableLinks: readonly ProjectPath[];
}

/** All gaps, those first of which least is known. Nothing is missing where nothing moves and nothing is made. */
export function findGaps(input: GapInput): Gap[] {
  const { map, draft } = input;
  if (map.files.size === 0 && !draft.made.some(mayTakeName)) return readerGaps(input);
  return [
    ...unlistedGaps(input),
    ...unreadableGaps(input),
    ...misunderstoodGaps(input),
    ...aliasGaps(input),
    ...readerGaps(input),
    ...input.unreadableLinks.map((file): Gap => ({ reason: "link text", file, detail: "its text is not UTF-8" })),
    ...mentionGaps(input),
  ];
}

function mayMatter(path: string): boolean {
  return path.endsWith("/") || languageFor(path) !== undefined || mayNameFiles(path) || isProjectFile(path);
}

function unlistedGaps({ tree }: GapInput): Gap[] {
  return tree.unlisted
    .filter(({ path }) => mayMatter(path))
    .map(({ path, reason }): Gap => ({ reason: "not listed", file: path, detail: reason }));
}

function unreadableGaps({ tree }: GapInput): Gap[] {
  return [...tree.unreadable]
    .filter(([path]) => mayMatter(path))
    .map(([file, detail]): Gap => ({ reason: "not readable", file, detail }));
}

/** Texts in which nothing, or not everything, could be found, if they move or hold the words of something that does. */
function misunderstoodGaps({ tree, map, draft, read, rules }: GapInput): Gap[] {
  const arriving = draft.made.filter(mayTakeName).map(({ path }) => path);
  const wanted = namesIn([...map.files.keys(), ...arriving], rules);
  return [...read].flatMap(([file, extraction]): Gap[] => {
    const { reading, problem } = extraction;
    if (reading === "whole" || tree.unreadable.has(file)) return [];
    const text = tree.text(file);
    const open = reading === "not read" ? (text?.text ?? "") : quotedBeside(text?.text ?? "", extraction);
    const names = wanted(file, open);
    // What lists code may say something of all that lies below it.
    const isList = reading === "not read" && languageFor(file)?.listsCode === true && text?.text !== "";
    const isAbove = (path: ProjectPath): boolean => folderOf(file) === rootPath || isBelow(path, folderOf(file));
    const mayList = isList && [...map.files].some(([from, to]) => isAbove(from) || isAbove(to));
    if (!map.files.has(file) && names === undefined && !mayList) return [];
    const at = text?.positionAt(problem?.offset ?? 0) ?? { line: 1, column: 1 };
    const detail = problem?.message ?? "it could not be read";
    return [{ reason: "not understood", file, at, detail, ...(names !== undefined && { names }) }];
  });
}

/**
 * Names that only an alias can explain and that none does, where their end is the path of something that moves. A name without any
 * sign, `components/Tree`, is one where no package is known by it: the build may look for it in a folder that nothing here tells.
 */
function aliasGaps({ tree, map, read, resolver }: GapInput): Gap[] {
  // Sass leaves out the underscore.
  const spoken = (path: string): string => path.replace(/(^|\/)_(?=[^/]*$)/, "$1");
  const moved = new Map<string, { path: ProjectPath; plain: string }[]>();
  for (const path of map.files.keys()) {
    const plain = spoken(path.replace(/(?:\/index)?\.[^/]*$/, ""));
    addTo(moved, lastOf(plain), { path, plain });
  }
  return [...read].flatMap(([file, { references }]) =>
    references.flatMap((reference): Gap[] => {
      const name = pathBehindAlias(file, reference);
      const end = spoken((name?.path ?? "").replace(/(?:\/index)?(?:\.\w+)?$/, ""));
      if (name === undefined || end === "") return [];
      // `ui/Tree`: what `ui` stands for may be called otherwise.
      const rest = name.isRoot ? "" : end.slice(end.indexOf("/") + 1);
      const candidates = moved.get(lastOf(end))?.filter(({ plain }) => isEndOf(plain, end) || isEndOf(plain, rest));
      if (!candidates || candidates.length === 0) return [];
      const { state } = resolver.resolve(file, reference);
      if ((state !== "unresolved" && state !== "external") || resolver.isKnownPackage(file, name.package)) return [];
      // A package is mostly one word; a file called so is right in the folder where the build looks, and that is hardly a deep one.
      const isShallow = ({ plain }: { plain: string }): boolean => plain.split("/").length <= 2;
      const isOneWord = state === "external" && !name.isSigned && !end.includes("/");
      const names = candidates.find((each) => !isOneWord || isShallow(each))?.path;
      if (names === undefined) return [];
      const at = tree.text(file)?.positionAt(reference.start) ?? { line: 1, column: 1 };
      return [{ reason: "unknown alias", file, at, detail: reference.specifier, names }];
    }),
  );
}

function lastOf(path: string): string {
  return path.slice(path.lastIndexOf("/") + 1);
}

function isEndOf(path: string, end: string): boolean {
  return end !== "" && (path === end || path.endsWith(`/${end}`));
}

interface Aliased {
  /** What stands behind the sign, or all of it. */
  readonly path: string;
  /** As a package would be called by it. */
  readonly package: string;
  readonly isSigned: boolean;
  /** Whether the sign alone is the alias: `@/`. */
  readonly isRoot: boolean;
}

/** What of a name is a path, if it begins neither with a dot, a slash nor a scheme, and is none of the platform's modules. */
function pathBehindAlias(file: ProjectPath, { specifier, lookup, kind }: Reference): Aliased | undefined {
  if (lookup !== "module" && kind !== "stylesheet import" && !isTakenIn(file)) return undefined;
  const match = /^([@~#$]{0,2}\/?)([\w.-][^:?#!]*)/.exec(specifier);
  const [whole = "", sign = "", path = ""] = match ?? [];
  if (!match || path.startsWith(".") || sign === "/" || /^:/.test(specifier.slice(whole.length))) return undefined;
  // A URL without a sign is relative.
  if (isOfPlatform(path) || (kind === "asset" && sign === "")) return undefined;
  return { path, package: specifier.replace(/^~\/?/, ""), isSigned: sign !== "", isRoot: sign.endsWith("/") };
}

/** What stands in quotes in a text with a syntax error and was not found to be a reference; it may be one all the same. */
function quotedBeside(text: string, { references }: Extraction): string {
  let [rest, from] = ["", 0];
  for (const { start, end } of references) {
    rest += text.slice(from, start);
    from = Math.max(from, end);
  }
  rest += text.slice(from);
  return (rest.match(/["'`][^"'`\n]*(?:["'`]|$)/gm) ?? []).join("\n");
}

/** Finds one of these files that a text may name: all words of its name, or of its folder's for an index, are in it. */
function namesIn(
  paths: readonly ProjectPath[],
  rules: LookupRules,
): (file: ProjectPath, text: string) => ProjectPath | undefined {
  let names: { readonly path: ProjectPath; readonly words: readonly string[] }[] | undefined;
  return (file, text) => {
    names ??= paths.map((path) => {
      const stem = nameOf(path).replace(/\..*$/, "");
      return { path, words: namingWords(rules.indexNames.includes(stem) ? nameOf(folderOf(path)) : stem) };
    });
    const words = new Set(namingWords(text));
    return names.find((each) => each.path !== file && each.words.every((word) => words.has(word)))?.path;
  };
}

/** Moved files that no adapter reads: what they name, and who names them, was not looked at. One gap a kind of file. */
function readerGaps({ tree, map, draft }: GapInput): Gap[] {
  const byKind = new Map<string, ProjectPath[]>();
  const written = [...draft.made.map(({ path }) => path), ...draft.edits.map(({ file }) => file)];
  for (const path of new Set([...map.files.keys(), ...written])) {
    const isTaking = map.files.has(path) && hasTakingWord(path, tree.text(path)?.text ?? "");
    if (!isNotReadYet(path) && !(languageFor(path) === undefined && isTaking)) continue;
    const kind = path.slice(path.lastIndexOf("."));
    const paths = byKind.get(kind);
    if (paths) paths.push(path);
    else byKind.set(kind, [path]);
  }
  return [...byKind].map(([kind, paths]): Gap => {
    const [first = "" as ProjectPath] = paths;
    const others = paths.length > 1 ? ` (and ${paths.length - 1} more)` : "";
    return { reason: "no reader", file: first, detail: `${kind} files are not read yet${others}` };
  });
}

function mentionGaps({ mentions }: GapInput): Gap[] {
  return mentions.flatMap(({ reason, file, at, text, names }): Gap[] =>
    reason === undefined ? [] : [{ reason, file, at, detail: text, names: names as ProjectPath }],
  );
}
