import { folderOf, type ProjectPath } from "../../base/paths.js";
import { NamespaceCustoms } from "../../graph/index.js";
import { languageFor } from "../../languages/index.js";
import { filesMeant } from "../../graph/index.js";
import { listsOf } from "./lists.js";
import type { Found, Rule, RuleContext } from "./rule.js";

export const namespaceFolder: Rule = {
  name: "namespace-folder",
  asks: "Where the namespaces of a project go by its folders, every file's does.",
  why: "Who looks for a type by its namespace looks in the wrong folder, and the editor gives the next file beside it another one.",
  wrong: "Features/Trees/TreesViewModel.cs: namespace Orchard.ViewModels",
  right: "Features/Trees/TreesViewModel.cs: namespace Orchard.Features.Trees",
  *find(context) {
    if (context.app.configuration?.keepNamespaces === true) return;
    const customs = customsOf(context);
    if (!customs) return;
    for (const { path } of context.entries) {
      const own = context.graph.files.get(path)?.reading.namespace;
      const wanted = own && customs.namespaceIn(folderOf(path));
      if (!own || wanted === undefined || wanted === "" || wanted === own.name || wanted.includes("@")) continue;
      yield {
        file: path,
        start: own.start,
        about: own.name,
        what: { code: "namespace of another folder", name: own.name, wanted },
        repair: { kind: "namespace", to: wanted, isSure: false },
      } satisfies Found;
    }
  },
};

/** What the projects of an app show; nothing where none of its files has a namespace. */
function customsOf(context: RuleContext): NamespaceCustoms | undefined {
  const lists = listsOf(context);
  if (lists.length === 0) return undefined;
  const staying: [ProjectPath, string][] = [];
  let wordOf = (folder: string): string => folder;
  for (const { path, reading } of context.graph.files.values()) {
    const forms = languageFor(path)?.namespaces;
    if (forms?.wordOf === undefined || !reading.namespace) continue;
    wordOf = (folder) => forms.wordOf?.(folder) ?? folder;
    staying.push([path, reading.namespace.name]);
  }
  const isBuilding = ({ references }: (typeof lists)[number]): boolean =>
    references.some(
      ({ reference, resolution }) =>
        (reference.listed ?? []).length > 0 && filesMeant(reference, resolution, context.tree.paths).length > 0,
    );
  const homes = new Set(lists.filter(isBuilding).map(({ path }) => folderOf(path)));
  return new NamespaceCustoms({ staying, leaving: [], homes, wordOf });
}
