import { nameOf } from "../../base/paths.js";
import { putsBeforeSheets } from "../../languages/index.js";
import { findInSheets } from "../sheets/index.js";
import { sheetsOf } from "./sheets-of.js";
import type { Rule } from "./rule.js";

export const sheetOrder: Rule = {
  name: "sheet-order",
  asks: "A style sheet takes in what defines a name before what needs it.",
  why: "Variables, mixins and functions are looked up when their turn comes: the sheet does not compile, or a function stays in it as text.",
  wrong: '@import "base"; @import "variables";    _base.scss needs $gap',
  right: '@import "variables"; @import "base";',
  *find(context) {
    const { tree } = context;
    const { misplaced: found, late } = findInSheets(sheetsOf(context));
    for (const { file, start, name, giver, load } of late) {
      const line = tree.text(file)?.positionAt(load).line ?? 1;
      yield { file, start, what: { code: "set too late", name, giver, line }, about: name, confidence: 0.9 };
    }
    if (found.length === 0) return;
    // Lines that a bundler puts before each sheet may give what seems to be missing.
    if (tree.paths.some((path) => mayPut(nameOf(path)) && putsBeforeSheets(nameOf(path), tree.text(path)?.text ?? "")))
      return;
    for (const { file, start, line, names, neededBy, entry, edits, effect, isSure } of found) {
      const at = tree.text(neededBy.file)?.positionAt(neededBy.start);
      yield {
        file,
        start,
        what: { code: "given too late", line, names, user: neededBy.file, at: at?.line ?? 1, entry, effect },
        about: names.join(" "),
        ...(effect === "perhaps" && { confidence: 0.9 }),
        repair: { kind: "sheet lines", edits, isSure },
      };
    }
  },
};

function mayPut(name: string): boolean {
  return /\.(?:json|[cm]?[jt]s)$/.test(name);
}
