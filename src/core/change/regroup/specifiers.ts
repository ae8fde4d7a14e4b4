/** How files name each other once statements stand elsewhere: in the manner in which they do so now. */
import { PlannedTree, type SourceTree } from "../../files/index.js";
import { SourceText } from "../../base/text/index.js";
import { Resolver } from "../../graph/index.js";
import {
  isCode,
  isRelative,
  languageFor,
  moduleRules,
  scriptExtension,
  withoutScriptExtension,
  type Extraction,
  type Mapping,
  type Reference,
  type Resolution,
} from "../../languages/index.js";
import { folderOf, joinPath, relativePath, type ProjectPath } from "../../base/paths.js";
import type { Merge } from "../draft.js";
import { entriesWith, MoveMap } from "../plan/move-map.js";
import { respell } from "../plan/respell.js";
import { specifierTo } from "../setup/index.js";

/** What specifiers are made from. */
export interface SpecifierInput {
  readonly tree: SourceTree;
  readonly resolver: Resolver;
  readonly aliases: readonly Mapping[];
  /** Files that gain something; they may not be there yet. */
  readonly targets: readonly ProjectPath[];
  readonly merges?: readonly Merge[];
  /** For a sheet that is new: that of which it is a part then, so that it is compiled with the same ones. */
  readonly partOf?: ReadonlyMap<ProjectPath, ProjectPath>;
}

/** Spells them on the tree as it will be. */
export class SpecifierMaker {
  readonly #passage: Parameters<typeof respell>[0];

  constructor(readonly input: SpecifierInput) {
    const { tree, resolver, aliases, targets, merges = [], partOf } = input;
    const map = new MoveMap(
      tree,
      merges.map(({ from, into }) => ({ from, to: into, why: "asked" })),
    );
    const made = new Map(targets.filter((path) => !tree.has(path)).map((path) => [path, SourceText.ofNew("")]));
    const removed = new Set(merges.map(({ from }) => from));
    const planned = new PlannedTree(tree, new Map(), made, removed);
    const entriesOf = partOf && ((path: ProjectPath) => entriesWith(partOf, resolver, path));
    const after = new Resolver(planned, moduleRules, aliases, resolver, entriesOf);
    this.#passage = { before: resolver, after, map, opens: [] };
  }

  /** The file that stands for one from then on. */
  placeOf(path: ProjectPath): ProjectPath {
    return this.#passage.map.file(path);
  }

  /** A reference of a file, as it is spelled in another. */
  spelledIn(target: ProjectPath, from: ProjectPath, reference: Reference): string {
    const was = this.input.resolver.resolve(from, reference);
    if (reference.kind === "asset" && this.#meansTheSame(target, reference, was)) return reference.specifier;
    if (folderOf(from) === folderOf(target) && was.state !== "found") return reference.specifier;
    if (was.state === "found" || was.state === "beyond" || was.state === "folder")
      return this.#spelled(target, reference, was);
    const isAddress = languageFor(from)?.directives?.lookup === reference.lookup;
    const isPlain = isAddress && !/^(?:[a-z][a-z0-9+.-]*:|\/)/i.test(reference.specifier);
    if (!isRelative(reference.specifier) && !isPlain) return reference.specifier;
    const at = joinPath(folderOf(from), reference.specifier);
    const way = at === undefined ? undefined : relativePath(folderOf(target), at);
    if (isAddress) return way ?? reference.specifier;
    return way === undefined ? reference.specifier : way.startsWith(".") ? way : `./${way}`;
  }

  /** By what a reference of a file finds what it means. */
  schemeOf(from: ProjectPath, reference: Reference): Extract<Resolution, { state: "found" }>["scheme"] {
    const now = this.input.resolver.resolve(from, reference);
    return now.state === "found" ? now.scheme : "relative";
  }

  /** A file as a reference of another would name it, that means something else now. */
  spelledFor(target: ProjectPath, from: ProjectPath, reference: Reference): string {
    const scheme = this.schemeOf(from, reference);
    return this.#spelled(from, reference, { state: "found", targets: [target], scheme });
  }

  /** A file as another names it that may name none so far: in the manner of a reference, or as its language does by itself. */
  newName(
    target: ProjectPath,
    from: ProjectPath,
    manner: { readonly from: ProjectPath; readonly reference: Reference } | undefined,
    lookup: string,
  ): string {
    const reference: Reference = manner?.reference ?? {
      kind: "import",
      lookup,
      start: 0,
      end: 0,
      specifier: "",
      quote: "'",
    };
    const scheme = manner ? this.schemeOf(manner.from, manner.reference) : "relative";
    return this.#spelled(from, reference, { state: "found", targets: [target], scheme });
  }

  /** Whether a name leads from a file to another, on the tree as it will be. */
  leads(from: ProjectPath, target: ProjectPath, question: Pick<Reference, "specifier" | "lookup">): boolean {
    const meant = this.#passage.after.resolve(from, question);
    return meant.state === "found" && meant.targets.includes(target);
  }

  /** Whether a file may name a package that a reference of another names and may name. */
  mayCarry(from: ProjectPath, reference: Reference, to: ProjectPath): boolean {
    const { before, after } = this.#passage;
    return !before.mayName(from, reference) || after.mayName(to, reference);
  }

  /** What one of two files names the other, in the manner of the imports of one of them. */
  between(from: ProjectPath, to: ProjectPath, { references }: Extraction): string {
    const plain = specifierTo(from, to, "short");
    const like = references.find(
      ({ kind, specifier }) =>
        kind === "import" && isRelative(specifier) && isCode(`x${/\.\w+$/.exec(specifier)?.[0] ?? ".js"}`),
    );
    const written = like?.specifier.slice(withoutScriptExtension(like.specifier).length) ?? "";
    if (written === "") return plain;
    const actual = scriptExtension(to);
    const way = relativePath(folderOf(from), to);
    const full = way.startsWith(".") ? way : `./${way}`;
    // `.js` may be written for `.ts`; what is written as it is stays so.
    const isInstead = /js/.test(written) && /ts/.test(actual);
    return isInstead ? full.slice(0, -actual.length) + actual.replace("t", "j").replace(/x$/, "") : full;
  }

  /** Names of pictures may mean what they mean wherever they stand: beside the sheet that is compiled. */
  #meansTheSame(target: ProjectPath, reference: Reference, was: Resolution): boolean {
    const meant = this.#passage.after.resolve(target, reference);
    return meant.state === "found" && was.state === "found" && meant.targets.join() === was.targets.join();
  }

  #spelled(from: ProjectPath, reference: Reference, wish: Resolution): string {
    const decision = respell(this.#passage, from, reference, { wish });
    return decision.state === "respell" ? decision.specifier : reference.specifier;
  }
}
