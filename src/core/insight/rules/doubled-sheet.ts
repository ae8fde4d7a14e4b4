import { addTo } from "../../base/grouping.js";
import type { ProjectPath } from "../../base/paths.js";
import { findInSheets, type Doubled } from "../sheets/index.js";
import { sheetsOf } from "./sheets-of.js";
import type { Rule } from "./rule.js";

/** So many doubled sheets of one entry are told one by one. */
const fewSheets = 3;

export const doubledSheet: Rule = {
  name: "doubled-sheet",
  asks: "What a style sheet compiles to is in it once.",
  why: "Each @import of a partial compiles it again: the sheet grows, and rules that came later are overridden by their own copies.",
  wrong: '@import "card"; @import "page";    _page.scss imports card, too',
  right: '@import "page";',
  *find(context) {
    const byEntry = new Map<ProjectPath, Doubled[]>();
    for (const found of findInSheets(sheetsOf(context)).doubled) addTo(byEntry, found.entry, found);
    for (const [entry, found] of byEntry) {
      if (found.length <= fewSheets)
        for (const { file, start, sheet, statements } of found)
          yield { file, start, what: { code: "compiled twice", sheet, entry, statements }, about: sheet };
      else {
        // Where each sheet imports what it needs, that is one matter.
        const sheets = found.map(({ sheet }) => sheet);
        const statements = found.reduce((sum, each) => sum + each.statements, 0);
        yield { file: entry, what: { code: "many compiled twice", sheets, statements } };
      }
    }
  },
};
