/**
 * Style blocks of pages and single-file components as sheets of their own: each is compiled by itself, and takes in what it needs. Its text
 * is the file's with all else blank, so that places are the file's.
 */
import { SourceText } from "../base/text/index.js";
import type { ProjectPath } from "../base/paths.js";
import { languageFor, type Reference, type Resolution } from "../languages/index.js";
import type { TreeView } from "../files/index.js";
import type { SheetResolver, SheetText, SheetWorld } from "./sheet-world.js";

/** What stands between a file's path and what tells its block: no path has it. */
const mark = "\0";

/** The file that holds a block; the path itself for what is no block. */
export function holderOf(path: ProjectPath): ProjectPath {
  const at = path.indexOf(mark);
  return at < 0 ? path : (path.slice(0, at) as ProjectPath);
}

/** The same block of a file at another path. */
export function blockIn(holder: ProjectPath, block: ProjectPath): ProjectPath {
  return (holder + block.slice(holderOf(block).length)) as ProjectPath;
}

/** A tree with the style blocks of some of its pages among its files. */
export class TreeWithBlocks {
  readonly paths: readonly ProjectPath[];
  readonly #texts = new Map<ProjectPath, SourceText>();

  constructor(
    readonly tree: Pick<TreeView, "paths" | "text">,
    pages: readonly ProjectPath[],
  ) {
    for (const page of pages) {
      const text = tree.text(page)?.text ?? "";
      for (const [index, { start, end, extension }] of (languageFor(page)?.styleBlocks?.(text) ?? []).entries()) {
        const blank = (part: string): string => part.replace(/[^\r\n]/g, " ");
        const own = blank(text.slice(0, start)) + text.slice(start, end) + blank(text.slice(end));
        this.#texts.set((page + mark + String(index) + extension) as ProjectPath, SourceText.ofNew(own));
      }
    }
    this.paths = [...tree.paths, ...this.#texts.keys()];
  }

  /** The blocks that there are. */
  get blocks(): readonly ProjectPath[] {
    return [...this.#texts.keys()];
  }

  text(path: ProjectPath): SourceText | undefined {
    return this.#texts.get(path) ?? this.tree.text(path);
  }
}

/** Resolves names of blocks as their files' own. */
export function resolverWithBlocks(resolver: SheetResolver, tree: TreeWithBlocks): SheetResolver {
  return {
    tree,
    resolve: (from: ProjectPath, reference: Reference): Resolution => resolver.resolve(holderOf(from), reference),
  };
}

/** A sheet as it is read; a block's with the text of its whole file. */
export function sheetIn(tree: TreeWithBlocks, world: SheetWorld, path: ProjectPath): SheetText | undefined {
  const sheet = world.sheet(path);
  if (!sheet || holderOf(path) === path) return sheet;
  return { ...sheet, text: tree.text(holderOf(path))?.text ?? sheet.text, block: path };
}

/** The pages of a tree with style blocks. */
export function pagesWithBlocks(tree: Pick<TreeView, "paths" | "text">): readonly ProjectPath[] {
  return tree.paths.filter(
    (path) => languageFor(path)?.styleBlocks !== undefined && tree.text(path)?.text.includes("<style") === true,
  );
}
