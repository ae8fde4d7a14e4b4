/** The sheets of an app, for the rules that go through them. */
import { lookupNamed } from "../../languages/index.js";
import { parseJsonFile, type ReferenceGraph } from "../../graph/index.js";
import { inFolder, isBelow, rootPath, type ProjectPath } from "../../base/paths.js";
import type { OrderInput } from "../sheets/index.js";
import type { RuleContext } from "./rule.js";

/** Where its entries may lie, and which sheets are its own. */
export function sheetsOf({ app, catalogue, graph, tree }: RuleContext): OrderInput {
  return {
    app: catalogue,
    paths: app.folder === rootPath ? tree.paths : tree.paths.filter((path) => isBelow(path, app.folder)),
    isOwn: (path: ProjectPath) => catalogue.entries.get(path)?.isLeft === false,
    resolver: graph.resolver,
  };
}

/** Whether the package gives its sheets to others, who take in what they like. */
export function isForOthers({ app, tree }: RuleContext): boolean {
  return [app.folder, rootPath].some((folder) => {
    const path = inFolder(folder, "package.json");
    const text = tree.text(path)?.text;
    if (text === undefined) return false;
    const manifest = parseJsonFile(text, path);
    return manifest.private !== true && giving.some((key) => manifest[key] !== undefined);
  });
}

/** By what a manifest says what others get. */
const giving = ["files", "sass", "scss", "style", "exports", "main"];

/** A command that compiles sheets. */
export interface SheetCompiler {
  readonly file: ProjectPath;
  /** From 1. */
  readonly line: number;
  /** Whether it names one sheet, and not a folder. */
  readonly isNamed: boolean;
  readonly takesIn: (path: ProjectPath) => boolean;
}

/** The commands of an app that compile sheets, each to one. */
export function compilersOf(graph: ReferenceGraph): readonly SheetCompiler[] {
  return [...graph.files.values()].flatMap(({ path, references }) =>
    references.flatMap(({ reference, resolution }): SheetCompiler[] => {
      if (lookupNamed(reference.lookup).writes === undefined) return [];
      const line = graph.tree.text(path)?.positionAt(reference.start).line ?? 1;
      if (resolution.state === "scope") return [{ file: path, line, isNamed: false, takesIn: resolution.takesIn }];
      if (resolution.state !== "found") return [];
      return [{ file: path, line, isNamed: true, takesIn: (sheet) => resolution.targets.includes(sheet) }];
    }),
  );
}
