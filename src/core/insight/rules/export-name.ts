import { partsOf } from "../../app/index.js";
import { wordsBesideRole, type Entry } from "../catalogue/index.js";
import { ownExports, type ExportedName } from "../../languages/index.js";
import { spellName, splitWords, wordsKey, wordsTyped } from "../../base/names/index.js";
import { folderOf, inFolder, nameOf } from "../../base/paths.js";
import { movesAlong } from "./moving.js";
import { isFolderIndex } from "./places.js";
import type { Rule, RuleContext } from "./rule.js";

export const exportName: Rule = {
  name: "export-name",
  asks: "A file is called like the component, hook or class that it mainly exports.",
  why: "Who reads `<TreeCard>` opens TreeCard; a file that kept its name when its class was renamed is found by search only.",
  wrong: "src/components/OldCard.tsx     export function TreeCard() …",
  right: "src/components/TreeCard.tsx    export function TreeCard() …",
  *find(context) {
    for (const entry of context.mains) {
      const { path } = entry;
      const main = mainExport(context, entry);
      if (!main || isFolderIndex(path)) continue;
      const { stem, rest } = partsOf(nameOf(path));
      if (areAlike(context, stem, main.name)) continue;
      const pattern = context.places.of(entry)?.pattern;
      const wanted = pattern ? spellName(pattern, wordsTyped(pattern, main.name)) : main.name;
      const moves = movesAlong(context.tree, path, inFolder(folderOf(path), wanted + rest));
      yield {
        file: path,
        start: main.start,
        about: main.name,
        what: { code: "exports another name", stem, name: main.name, kind: main.kind, wanted },
        ...(moves && { repair: { kind: "move", moves, isSure: false } }),
      };
    }
  },
};

/** The default export, if it has a name; else the only one of its kind. */
function mainExport({ graph }: RuleContext, { path, role }: Entry): ExportedName | undefined {
  const exports = ownExports(graph.files.get(path)?.reading.exports);
  const whole = exports.find(({ isDefault, kind }) => isDefault && kind !== "value");
  if (whole) return whole.name === "default" ? undefined : whole;
  const wanted = role.is === "hook" ? ["hook"] : ["component", "class"];
  const some = exports.filter(({ kind }) => wanted.includes(kind));
  return some.length === 1 ? some[0] : undefined;
}

/** The same words, or the one within the other: `harvest` may export `HarvestScreen`. */
function areAlike({ catalogue }: RuleContext, stem: string, name: string): boolean {
  if (stem === name) return true;
  const [a, b] = [wordsKey(splitWords(stem)), wordsKey(splitWords(name))];
  const [c, d] = [wordsBesideRole(stem, catalogue.clues), wordsBesideRole(name, catalogue.clues)].map(wordsKey);
  return a.includes(b) || b.includes(a) || (c ?? "").includes(d ?? "") || (d ?? "").includes(c ?? "");
}
