import { whyIllegal } from "../../base/names/index.js";
import { isBelow } from "../../base/paths.js";
import type { Rule } from "./rule.js";

export const portableName: Rule = {
  name: "portable-name",
  asks: "Every name is valid on Windows, macOS and Linux.",
  why: "A file called `aux.ts` or `12:30.svg` cannot be checked out on Windows, nor can anything else of that commit.",
  wrong: "src/helpers/aux.ts\nsrc/assets/images/harvest?.svg",
  right: "src/helpers/auxiliary.ts\nsrc/assets/images/harvest.svg",
  *find({ tree, app }) {
    const said = new Set<string>();
    const fine = new Set<string>();
    for (const path of tree.paths) {
      if (app.folder !== "" && !isBelow(path, app.folder)) continue;
      for (const part of path.split("/")) {
        if (fine.has(part)) continue;
        const reason = whyIllegal(part);
        if (reason === undefined) fine.add(part);
        const about = path.slice(0, path.indexOf(part) + part.length);
        if (reason === undefined || said.has(about)) continue;
        said.add(about);
        yield {
          file: path,
          about,
          what: { code: "name not portable", name: part, reason },
        };
      }
    }
  },
};
