/** The sheets of an app, for the rules that go through them. */
import { isBelow, rootPath, type ProjectPath } from "../../base/paths.js";
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
