import { folderOf, inFolder, nameOf } from "../../base/paths.js";
import { isOfTrade } from "../../languages/index.js";
import { SheetWorld } from "../../graph/index.js";
import { compilersOf } from "./sheets-of.js";
import type { Rule } from "./rule.js";

export const compiledPartial: Rule = {
  name: "compiled-partial",
  asks: "What other sheets take in is not compiled by itself.",
  why: "It makes a second file with the same rules, or stops the build, because the names that it needs are given by the sheet that takes it in.",
  wrong: '"css": "sass scss:css"    scss/card.scss, which scss/main.scss takes in',
  right: "scss/_card.scss",
  *find({ entries, graph, tree }) {
    const compilers = compilersOf(graph);
    if (compilers.length === 0) return;
    for (const { path, isLeft } of entries) {
      const users = graph.usersOf(path).filter((user) => isOfTrade(user, "sheet"));
      const isMarked = SheetWorld.isPartial(path);
      const [user] = users;
      if (isLeft || (!isMarked && user === undefined)) continue;
      // A folder's partials are passed over; one that is named by itself is compiled.
      const by = compilers.find(({ takesIn, isNamed }) => isNamed === isMarked && takesIn(path));
      if (!by) continue;
      const to = inFolder(folderOf(path), `_${nameOf(path)}`);
      yield {
        file: path,
        what: { code: "compiled by itself", by: by.file, at: by.line, user },
        about: by.file,
        ...(!isMarked && !tree.has(to) && { repair: { kind: "move", moves: [{ from: path, to }], isSure: false } }),
      };
    }
  },
};
