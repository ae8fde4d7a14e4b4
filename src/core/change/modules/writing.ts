/** What files that give and gain have in common, whether whole declarations go or members: imports, references, and the text that comes. */
import type { ProjectPath } from "../../base/paths.js";
import type { Modules } from "../../graph/index.js";
import type { Statement } from "../../languages/index.js";
import type { Claim, DraftEdit } from "../draft.js";
import { placeForImports, type Anatomy } from "../regroup/index.js";

/** The imports of some files, each once, but for those that the file has to which something goes. */
export function missingImports(givers: readonly Anatomy[], there: Anatomy | undefined): string[] {
  const own = new Set(there ? importTexts(there) : []);
  return [...new Set(givers.flatMap(importTexts))].filter((each) => !own.has(each));
}

function importTexts({ statements, text }: Anatomy): string[] {
  return statements.filter(({ kind }) => kind === "import").map(({ start, end }) => text.slice(start, end));
}

/** The line ends of a file. */
export function lineEndOf({ text }: Pick<Anatomy, "text">): "\n" | "\r\n" {
  return text.includes("\r\n") ? "\r\n" : "\n";
}

/** Text that comes to a file. */
export interface Gain {
  readonly imports: readonly string[];
  readonly body: string;
  readonly lineEnd: string;
}

/** A file that is made of it. */
export function newText({ imports, body, lineEnd }: Gain): string {
  return [imports.join(lineEnd), body].filter((each) => each !== "").join(lineEnd + lineEnd) + lineEnd;
}

/** What is written into a file that is there: imports behind its own, the rest at its end. */
export function gainsOf(there: Anatomy, { imports, body, lineEnd }: Gain): DraftEdit[] {
  const { path: file, text } = there;
  const edits: DraftEdit[] = [];
  if (imports.length > 0) {
    const { at, before, behind } = placeForImports(there, lineEnd);
    const lines = before + imports.join(lineEnd) + behind;
    edits.push({ file, start: at, end: at, text: lines, why: "imports what came needs" });
  }
  if (body === "") return edits;
  const end = text.trimEnd().length;
  const gap = end === 0 ? "" : lineEnd + lineEnd;
  edits.push({
    file,
    start: end,
    end: text.length,
    text: gap + body + lineEnd,
    why: "gains what comes from another file",
  });
  return edits;
}

/** What references that stand in some statements or members mean, where those go. */
export function referenceClaims(
  modules: Modules,
  givers: readonly {
    readonly path: ProjectPath;
    readonly spans: readonly Pick<Statement, "start" | "end">[];
    readonly isGone: boolean;
  }[],
  to: ProjectPath,
): Claim[] {
  const claims: Claim[] = [];
  const means: ProjectPath[] = [];
  const astray: string[] = [];
  for (const { path, spans, isGone } of givers)
    for (const reference of modules.reading(path).references) {
      if (!spans.some(({ start, end }) => start <= reference.start && reference.start < end)) continue;
      if (!isGone) claims.push({ kind: "removes", file: path, start: reference.start });
      const [found] = modules.targetsOf(path, reference);
      if (found === undefined) astray.push(reference.specifier);
      else means.push(found);
    }
  return [...claims, { kind: "adds", file: to, means, astray, others: "led" }];
}
