import { folderOf, inFolder, nameOf } from "../../base/paths.js";
import { isOfTrade } from "../../languages/index.js";
import { SheetWorld } from "../../graph/index.js";
import type { Rule } from "./rule.js";

/** So many partials, and this part of them, show what an app does. */
const [fewPartials, usualPart] = [4, 0.8];

export const unmarkedPartial: Rule = {
  name: "unmarked-partial",
  asks: "Where partials are called with an underscore, all are.",
  why: "Without it, a compiler that is given the folder makes a sheet of its own of each, and people look for the page that needs it.",
  wrong: "src/styles/card.scss, beside _button.scss, which main.scss takes in alike",
  right: "src/styles/_card.scss",
  *find({ entries, graph, tree }) {
    const world = new SheetWorld(graph.resolver);
    const partials = entries.filter(({ path }) => {
      if (SheetWorld.formsOf(path)?.givesNames(path) !== "in order") return false;
      const users = graph.usersOf(path);
      return users.length > 0 && users.every((user) => isOfTrade(user, "sheet"));
    });
    const marked = partials.filter(({ path }) => SheetWorld.isPartial(path));
    if (marked.length < fewPartials || marked.length < partials.length * usualPart) return;
    for (const { path, role } of partials) {
      // What others have made keeps its name.
      if (role.is === "generated") continue;
      const to = inFolder(folderOf(path), `_${nameOf(path)}`);
      // What is an index, or has a twin, has its name for a reason.
      // So has what takes in others: it is an entry that another one takes in, too.
      const loads = SheetWorld.isPartial(path) ? [] : (world.sheet(path)?.loads ?? []);
      if (SheetWorld.isPartial(path) || tree.has(to) || loads.length > 1) continue;
      yield {
        file: path,
        what: { code: "partial without mark", name: nameOf(to), marked: marked.length, partials: partials.length },
        repair: { kind: "move", moves: [{ from: path, to }], isSure: false },
      };
    }
  },
};
