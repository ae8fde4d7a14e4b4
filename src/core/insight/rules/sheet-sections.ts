import { styleSections } from "../../app/index.js";
import { SheetWorld } from "../../graph/index.js";
import { linesInSections } from "../sheets/index.js";
import type { Rule } from "./rule.js";

export const sheetSections: Rule = {
  name: "sheet-sections",
  asks: "An entry sheet takes its sheets in by sections, in the order of the arrangement.",
  why: "The order decides which rule wins; where comments say what goes where, whoever adds a sheet sees its place.",
  wrong: '@import "components/card"; @import "base/reset";',
  right: '// Base\n@import "base/reset";\n\n// Components\n@import "components/card";',
  *find({ app, entries, graph, isAlone }) {
    const sections = styleSections(app);
    if (sections.length < 2) return;
    const world = new SheetWorld(graph.resolver);
    for (const { path } of entries) {
      const forms = SheetWorld.formsOf(path);
      if (!forms || SheetWorld.isPartial(path)) continue;
      if (graph.usersOf(path).some((user) => SheetWorld.formsOf(user) !== undefined)) continue;
      const found = linesInSections(path, world, sections);
      if (!found) continue;
      const { lines, astray, headings, unheaded } = found;
      const titleOf = (section: number): string => sections[section]?.title ?? "";
      const [first] = astray;
      // The order is the app's own where it says so: in its configuration, or in the sheet. Else only who asks for it is told.
      if (first && (app.configuration?.arrangement !== undefined || headings.size > 0 || isAlone)) {
        const behind =
          lines.find(({ at, section }) => at < first.at && section > first.section) ??
          lines.find(({ at, section }) => at > first.at && section < first.section);
        yield {
          file: path,
          start: first.piece.main?.start,
          what: {
            code: "sections out of order",
            lines: astray.length,
            section: titleOf(first.section),
            other: titleOf(behind?.section ?? first.section),
            isBehind: (behind?.at ?? 0) < first.at,
          },
          repair: { kind: "sheet sections", isSure: false, isForRule: true },
        };
      } else if (!first && isAlone && unheaded.length > 0 && forms.givesNames(path) !== "never")
        yield {
          file: path,
          start: lines.find(({ section }) => section === unheaded[0])?.piece.main?.start,
          what: { code: "sections without headings", sections: unheaded.map(titleOf) },
          repair: { kind: "sheet sections", isSure: false, isForRule: true },
        };
    }
  },
};
