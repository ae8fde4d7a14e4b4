import { partsOf } from "../../app/index.js";
import {
  ownExports,
  sharesDeclarations,
  languageFor,
  type ExportedName,
  type Language,
} from "../../languages/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { addTo } from "../../base/grouping.js";
import type { Rule } from "./rule.js";

/** Fewer files show no custom. */
const fewest = 10;
/** This part of them has to hold one type each. */
const mostly = 0.9;

interface TypesOfFile {
  readonly path: ProjectPath;
  /** Types of one name, with and without others in brackets, are one. */
  readonly types: readonly ExportedName[];
}

export const severalTypes: Rule = {
  name: "several-types",
  asks: "Where nearly every file of an app holds one type, every file does.",
  why: "Who looks for a type by its name finds no file that is called so, and two people who change two types change one file.",
  wrong: "Models/Tree.cs: class Tree, class Row",
  right: "Models/Tree.cs: class Tree    Models/Row.cs: class Row",
  *find({ mains, graph }) {
    const byLanguage = new Map<Language, TypesOfFile[]>();
    for (const { path } of mains) {
      const language = languageFor(path);
      if (!language || !sharesDeclarations(path)) continue;
      const types = typesOf(ownExports(graph.files.get(path)?.reading.exports));
      if (types.length > 0) addTo(byLanguage, language, { path, types });
    }
    for (const files of byLanguage.values()) {
      const several = files.filter(({ path, types }) => besides(path, types).length > 0);
      const share = 1 - several.length / files.length;
      if (files.length < fewest || share < mostly) continue;
      for (const { path, types } of several) {
        const others = besides(path, types);
        yield {
          file: path,
          start: others[0]?.start,
          confidence: share,
          what: { code: "several types", names: others.map(({ name }) => name), file: path },
        };
      }
    }
  },
};

function typesOf(exports: readonly ExportedName[]): ExportedName[] {
  const types = exports.filter(({ kind }) => kind !== "value");
  return types.filter(({ name }, index) => types.findIndex((each) => each.name === name) === index);
}

/** The types of a file but for the main one, and for those that are called after it: `TreeEventArgs` beside `Tree`. */
function besides(path: ProjectPath, types: readonly ExportedName[]): readonly ExportedName[] {
  const { stem } = partsOf(nameOf(path));
  const main = types.find(({ name }) => name === stem) ?? types[0];
  return types.filter((each) => each !== main && !each.name.startsWith(main?.name ?? ""));
}
