import { comparePaths, nameOf, type ProjectPath } from "../../base/paths.js";
import { isBelow } from "../../base/paths.js";
import type { Rule } from "./rule.js";

export const caseConflict: Rule = {
  name: "case-conflict",
  asks: "No two files or folders side by side have names that differ only in case.",
  why: "On macOS and Windows they are the same file: whoever clones the project there loses one of them.",
  wrong: "src/components/Button.tsx\nsrc/components/button.tsx",
  right: "src/components/Button.tsx\nsrc/components/RoundButton.tsx",
  *find({ tree, app }) {
    const seen = new Map<string, ProjectPath>();
    const within = (path: ProjectPath): boolean => app.folder === "" || isBelow(path, app.folder);
    const folders = [...tree.folders].sort(comparePaths);
    for (const path of [...folders, ...tree.paths].filter(within)) {
      const key = path.toLowerCase();
      const twin = seen.get(key);
      if (twin === undefined) seen.set(key, path);
      else if (nameOf(twin) !== nameOf(path)) {
        const file = tree.has(path) ? path : (tree.filesBelow(path)[0] ?? path);
        yield {
          file,
          about: path,
          what: { code: "names alike but for case", name: nameOf(path), twin: nameOf(twin) },
        };
      }
    }
  },
};
