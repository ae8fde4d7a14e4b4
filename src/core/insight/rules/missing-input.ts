import { posix } from "node:path";
import { fixedFolder, isPattern, lookupNamed, type Resolution } from "../../languages/index.js";
import { SheetWorld } from "../../graph/index.js";
import { isBelow, joinPath, pathsAt, rootPath } from "../../base/paths.js";
import type { Rule, RuleContext } from "./rule.js";

export const missingInput: Rule = {
  name: "missing-input",
  asks: "What a build script or a watcher takes in is there.",
  why: "After a folder was renamed, the script finds nothing and says nothing: no sheet is compiled any more, and the page keeps the old one.",
  wrong: 'gulp.src("scss/**/*.scss")    the sheets lie in styles/ now',
  right: 'gulp.src("styles/**/*.scss")',
  *find({ app, graph, tree }) {
    for (const { path, references } of graph.files.values()) {
      if (app.folder !== rootPath && !isBelow(path, app.folder)) continue;
      for (const { reference, resolution } of references) {
        const { specifier, lookup, start, inside = "" } = reference;
        const { writes, watches, takesFiles } = lookupNamed(lookup);
        if (!writes && !watches && !takesFiles) continue;
        // What is compiled is written by people; anything else may be made by the build itself.
        const forms = SheetWorld.formsOf(specifier);
        const isSource = forms !== undefined && forms.givesNames(specifier) !== "never";
        if (specifier.startsWith("!") || !(isSource || writes) || /node_modules|\$|:\/\//.test(specifier)) continue;
        if (!takesNothing(resolution, tree.paths)) continue;
        // What git ignores, a build may have made.
        const fixed = isPattern(specifier) ? fixedFolder(specifier) : specifier;
        const at = joinPath(graph.resolver.ground.packageFolder(path), posix.join(inside, fixed));
        if (at !== undefined && at !== rootPath && tree.existsBeyond(at)) continue;
        yield {
          file: path,
          start,
          what: { code: "takes in nothing", isPattern: isPattern(specifier), specifier },
          about: specifier,
        };
      }
    }
  },
};

function takesNothing(resolution: Resolution, paths: RuleContext["tree"]["paths"]): boolean {
  if (resolution.state === "external" || resolution.state === "unresolved") return true;
  return resolution.state === "scope" && !pathsAt(paths, resolution.folder).some(resolution.takesIn);
}
