/**
 * The proof for names that are known without an import: whoever uses a name that exactly one file declares must find the same
 * file by it on the planned tree, where files belong together as they will.
 */
import { filesMeant, formsOf, symbolUses, type SymbolFile, type SymbolUse } from "../../graph/index.js";
import {
  extractFrom,
  hasNamespaces,
  languageFor,
  sharesDeclarations,
  type Extraction,
  type Resolution,
} from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import type { Claim } from "../draft.js";
import type { Difference, MadeFile } from "./plan.js";
import { depthOf, type RespelledFile } from "./read-file.js";
import type { Passage } from "./respell.js";

/** A file as it is, and what is found in its new text. */
export interface BoundFile {
  readonly file: RespelledFile;
  readonly now: Extraction;
}

/** What the proof of names is made from. */
export interface SymbolProof {
  readonly tree: SourceTree;
  readonly passage: Passage;
  readonly files: readonly BoundFile[];
  readonly made: readonly MadeFile[];
  readonly claims: readonly Claim[];
  readonly result: { references: number; same: number; readonly different: Difference[] };
}

/** Holds every use of a name against the planned tree. Names are compared by file, name and how often: texts may shift. */
export function proveSymbols({ tree, passage, files, made, claims, result }: SymbolProof): void {
  const { map, after } = passage;
  const renamed = new Map(
    claims.flatMap((claim) => (claim.kind === "renames" ? [[`${claim.file}\n${claim.name}`, claim.to] as const] : [])),
  );
  // What goes from one library to another has a proof of its own.
  const isProvedApart = claims.some(
    (claim) => claim.kind === "hands over" && (formsOf(claim.file) !== undefined || sharesDeclarations(claim.file)),
  );
  if (isProvedApart) return;
  // Where namespaces change, or names in them, each is proved by what it means.
  const isByNamespace = claims.some(
    (claim) => claim.kind === "changes namespace" || (claim.kind === "renames" && hasNamespaces(claim.file)),
  );
  const bound = isByNamespace ? files.filter(({ file }) => !languageFor(file.path)?.namespaces) : files;
  const before = symbolUses(
    bound.map(({ file }) => {
      const { references } = file.extraction;
      const targets = references.map((each, index) => filesMeant(each, file.meanings[index] ?? nothing, tree.paths));
      return { path: file.path, extraction: file.extraction, targets };
    }),
  );
  const planned = (path: ProjectPath, extraction: Extraction): SymbolFile => {
    const targets = extraction.references.map((each) => filesMeant(each, after.resolve(path, each), after.tree.paths));
    return { path, extraction, targets };
  };
  const depth = bound.some(({ file }) => depthOf(file.extraction) === "all") ? "all" : "references";
  const then = symbolUses([
    ...bound.map(({ file, now }) => planned(map.file(file.path), now)),
    ...made.map(({ path, text }) => planned(path, extractFrom(text, path, depth))),
  ]);
  const left = new Map<string, number>();
  for (const use of then) left.set(keyOf(use), (left.get(keyOf(use)) ?? 0) + 1);
  for (const use of before) {
    const name = renamed.get(`${use.to}\n${use.name}`) ?? use.name;
    const key = keyOf({ name, from: map.file(use.from), to: map.file(use.to) });
    const there = left.get(key) ?? 0;
    left.set(key, there - 1);
    result.references += 1;
    if (there > 0) result.same += 1;
    else result.different.push(differenceOf(tree, use));
  }
}

const nothing: Resolution = { state: "unresolved" };

function keyOf({ from, to, name }: Pick<SymbolUse, "from" | "to" | "name">): string {
  return `${from}\n${to}\n${name}`;
}

function differenceOf(tree: SourceTree, { from, to, name, start }: SymbolUse): Difference {
  const at = tree.text(from)?.positionAt(start) ?? { line: 1, column: 1 };
  return {
    file: from,
    at,
    specifier: name,
    before: [to],
    after: [],
    reason: "the name would not lead to its file any more",
  };
}
