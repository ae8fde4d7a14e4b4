import { partsOf } from "../../app/index.js";
import { wordsBesideRole, type Entry } from "../catalogue/index.js";
import { wordsKey } from "../../base/names/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { companionsOf } from "../../app/companions.js";
import type { Rule, RuleContext } from "./rule.js";

/** Fewer views show no custom. */
const fewest = 4;
/** This part of them has to have a partner. */
const mostly = 0.75;

export const unpairedView: Rule = {
  name: "unpaired-view",
  asks: "Where the views of an app have view-models, each view has one, and each view-model a view.",
  why: "What a view does without a view-model nobody can test or find where all else is; a view-model that no view shows may be left over.",
  wrong: "Views/SwapsPage.xaml, and no ViewModels/SwapsViewModel.cs",
  right: "Views/SwapsPage.xaml    ViewModels/SwapsViewModel.cs",
  *find(context) {
    const views = context.mains.filter(({ role }) => role.is === "screen");
    const models = context.mains.filter(({ role }) => role.is === "view-model");
    if (views.length < fewest || models.length === 0) return;
    const key = ({ path }: Entry): string =>
      wordsKey(wordsBesideRole(partsOf(nameOf(path)).stem, context.catalogue.clues));
    const [ofViews, ofModels] = [new Set(views.map(key)), new Set(models.map(key))];
    const modelPaths = new Set(models.map(({ path }) => path));
    const used = new Map(
      views.map((view) => [view, meantBy(context, view.path).filter((path) => modelPaths.has(path))]),
    );
    const alone = views.filter((view) => !ofModels.has(key(view)) && used.get(view)?.length === 0);
    const share = 1 - alone.length / views.length;
    if (share >= mostly)
      for (const { path } of alone)
        yield {
          file: path,
          confidence: share,
          what: { code: "view without view-model", views: views.length, bound: views.length - alone.length },
        };
    const shown = new Set([...used.values()].flat());
    const unshown = models.filter((model) => !ofViews.has(key(model)) && !shown.has(model.path));
    const part = 1 - unshown.length / models.length;
    if (models.length < fewest || part < mostly) return;
    for (const { path } of unshown) {
      // One that others build on, or show as a part of theirs, needs no view.
      if (context.graph.usersOf(path).some((user) => modelPaths.has(user))) continue;
      yield {
        file: path,
        confidence: part,
        what: { code: "view-model without view", views: models.length, bound: models.length - unshown.length },
      };
    }
  },
};

/** What a view or what is behind it names. */
function meantBy({ graph, tree }: RuleContext, path: ProjectPath): ProjectPath[] {
  const own = [path, ...companionsOf(tree, path).map((each) => each.path)];
  return own.flatMap((each) => [...graph.targetsOf(each), ...graph.symbolTargetsOf(each).map(({ to }) => to)]);
}
