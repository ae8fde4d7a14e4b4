import { splitSpecifier } from "../../languages/index.js";
import { folderOf, nameOf, relativePath } from "../../base/paths.js";
import { fileInOtherCase } from "./other-case.js";
import type { Rule } from "./rule.js";

export const pathCase: Rule = {
  name: "path-case",
  asks: "A path has the same case as the file on disk.",
  why: "macOS and Windows find the file anyway; the build server does not.",
  wrong: 'import { Button } from "./button";    (the file is Button.tsx)',
  right: 'import { Button } from "./Button";',
  *find(context) {
    for (const { path } of context.entries)
      for (const { reference, resolution } of context.graph.files.get(path)?.references ?? []) {
        if (reference.kind === "doc import" || (resolution.state !== "unresolved" && !context.tree.ignoresCase))
          continue;
        const meant = fileInOtherCase(context, path, reference);
        if (meant === undefined) continue;
        const { prefix, suffix } = splitSpecifier(reference.specifier);
        const specifier = `${prefix}./${relativePath(folderOf(path), meant)}${suffix}`;
        const as = context.graph.resolver.resolve(path, { specifier, lookup: reference.lookup });
        yield {
          file: path,
          start: reference.start,
          about: reference.specifier,
          what: { code: "in another case", specifier: reference.specifier, name: nameOf(meant) },
          ...(as.state === "found" && {
            repair: { kind: "respell", start: reference.start, as, isSure: true } as const,
          }),
        };
      }
  },
};
