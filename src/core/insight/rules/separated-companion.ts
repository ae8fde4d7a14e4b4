import { addTo } from "../../base/grouping.js";
import { partsOf } from "../../app/index.js";
import { keyOf, type Entry } from "../catalogue/index.js";
import { folderOf, foldersAbove, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import { isInSource } from "./places.js";
import { isCertain, type Agreement } from "./sisters.js";
import type { Rule, RuleContext } from "./rule.js";

export const separatedCompanion: Rule = {
  name: "separated-companion",
  confidence: 0.9,
  asks: "A test, story or style sheet is beside the file that it belongs to.",
  why: "What is kept apart gets forgotten when its file moves, and nobody notices that a file has no test.",
  wrong: "src/components/TreeCard.tsx\nsrc/helpers/TreeCard.test.tsx",
  right: "src/components/TreeCard.tsx\nsrc/components/TreeCard.test.tsx",
  *find(context) {
    const { app, catalogue, tree } = context;
    const byStem = new Map<string, Entry[]>();
    for (const entry of context.mains) {
      // A test of code shows a picture of the same name; it is no test of it.
      if (entry.role.is === "asset") continue;
      const { stem } = partsOf(nameOf(entry.path));
      addTo(byStem, stem, entry);
    }
    const companions = context.entries.filter(
      ({ path }) => !partsOf(nameOf(path)).leads && isInSource(app.layout, path),
    );
    /** Of the others of a role, how many lie beside their files. */
    const agreementOf = (role: Entry["role"]["is"]): Agreement => {
      const all = companions.filter((each) => each.role.is === role);
      return { of: all.length - 1, agree: all.filter(({ leader }) => leader !== undefined).length };
    };
    for (const entry of context.entries) {
      const { path, leader, role } = entry;
      const parts = partsOf(nameOf(path));
      if (leader !== undefined || parts.leads || !isInSource(app.layout, path)) continue;
      // A folder for tests, stories or sheets is where they are, if that is how it is done here.
      const words = foldersAbove(path)
        .filter((folder) => isInSource(app.layout, folder))
        .map((folder) => context.catalogue.clues.folders.get(keyOf(nameOf(folder))));
      if (words.some((word) => word === "test" || word === "story" || (word === "style" && role.is === "style")))
        continue;
      // Where the arrangement has a shelf for tests, that is where they are.
      if (role.is !== undefined && entry.standing?.shelf.holds.includes(role.is)) continue;
      const candidates = (byStem.get(parts.stem) ?? []).filter((each) => isTied(context, entry, each.path));
      const [only, other] = candidates;
      if (!only || other) continue;
      const to = inFolder(folderOf(only.path), nameOf(path));
      const isFree = !tree.has(to) && catalogue.entries.has(path);
      yield {
        file: path,
        about: only.path,
        what: { code: "away from its file", leader: only.path, goesTo: folderOf(only.path) },
        ...(isFree && {
          repair: {
            kind: "move",
            moves: [{ from: path, to }],
            isSure: isCertain(agreementOf(role.is)),
          },
        }),
      };
    }
  },
};

/** It references what it belongs to. The other way round a sheet belongs to what takes it in; made-up data that a screen shows is no test. */
function isTied({ graph }: RuleContext, { path, role }: Entry, leader: ProjectPath): boolean {
  const isTaken = role.is !== "test" && graph.targetsOf(leader).includes(path);
  return isTaken || graph.targetsOf(path).includes(leader);
}
