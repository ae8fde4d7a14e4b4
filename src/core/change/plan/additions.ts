/** What a plan writes besides: files that are made (the public index of a feature), and lines that texts gain at their end. */
import type { Resolution } from "../../graph/index.js";
import { extractFrom, languageFor } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { SourceText } from "../../base/text/index.js";
import type { PlannedTree, SourceTree } from "../../files/index.js";
import type { MoveMap } from "./move-map.js";
import type { Difference, MadeFile, NewText, Proof } from "./plan.js";
import type { Passage } from "./respell.js";

/** One of them. */
export interface Addition {
  /** Where the file will be. If one is there then, its text gains the lines; else it is made. */
  readonly path: ProjectPath;
  readonly text: string;
  /** What its references have to mean, in their order, by the paths that files will have. */
  readonly means: readonly ProjectPath[];
  readonly why: string;
}

/** Where an addition's file is now; `undefined` for one that is made. */
function originOf({ path }: Addition, tree: SourceTree, map: MoveMap): ProjectPath | undefined {
  for (const [from, to] of map.files) if (to === path) return from;
  return tree.has(path) && map.file(path) === path ? path : undefined;
}

/** The files that are made, for the planned tree. */
export function madeTexts(
  additions: readonly Addition[],
  tree: SourceTree,
  map: MoveMap,
): ReadonlyMap<ProjectPath, SourceText> {
  const made = additions.filter((each) => originOf(each, tree, map) === undefined);
  return new Map(made.map(({ path, text }) => [path, SourceText.ofNew(text)]));
}

/** Resolves the references of what is added on the planned tree: each must mean what it was written for. */
export function proveAdditions(
  additions: readonly Addition[],
  planned: PlannedTree,
  { after }: Passage,
): Pick<Proof, "references" | "same" | "different"> {
  const different: Difference[] = [];
  let references = 0;
  for (const { path, text, means } of additions) {
    if (languageFor(path) === undefined) continue;
    const found = extractFrom(text, path).references;
    references += Math.max(found.length, means.length);
    for (let at = 0; at < Math.max(found.length, means.length); at += 1) {
      const reference = found[at];
      const wanted = means[at];
      const meant: Resolution | undefined = reference && after.resolve(path, reference);
      const targets = meant?.state === "found" ? meant.targets : [];
      if (wanted !== undefined && targets.includes(wanted) && planned.has(wanted)) continue;
      different.push({
        file: path,
        at: { line: 1, column: 1 },
        specifier: reference?.specifier ?? "",
        before: wanted === undefined ? [] : [wanted],
        after: targets,
        reason: "a line that is added would not mean what it was written for",
      });
    }
  }
  return { references, same: references - different.length, different };
}

/** The texts of a plan with what is added, and the files that are made. */
export function addTexts(
  texts: readonly NewText[],
  additions: readonly Addition[],
  { tree, map }: { readonly tree: SourceTree; readonly map: MoveMap },
): { readonly texts: readonly NewText[]; readonly made: readonly MadeFile[] } {
  if (additions.length === 0) return { texts, made: [] };
  const made: MadeFile[] = [];
  const byFile = new Map(texts.map((text) => [text.file, text]));
  for (const addition of additions) {
    const file = originOf(addition, tree, map);
    if (file === undefined) {
      made.push({ path: addition.path, text: addition.text, why: addition.why });
      continue;
    }
    const before = tree.text(file)?.text ?? "";
    const text = byFile.get(file)?.after ?? before;
    const end = before.includes("\r\n") ? "\r\n" : "\n";
    const gap = text === "" || /[\r\n]$/.test(text) ? "" : end;
    byFile.set(file, { file, before, after: text + gap + addition.text.replaceAll("\n", end) });
  }
  return { texts: [...byFile.values()], made };
}
