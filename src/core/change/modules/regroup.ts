/**
 * Declarations put together anew in languages whose files know each other's names without naming the files: each goes letter by letter,
 * with its comments; its new file imports the modules that its old one did. Nobody else changes. What is private stays with whoever may
 * use it, or nothing is done.
 */
import { ShelfError } from "../../base/errors.js";
import { addTo } from "../../base/grouping.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { fileTies, mayMean, Modules, piecesOf, Resolver, type FilePiece } from "../../graph/index.js";
import { languageFor, moduleRules, type Statement } from "../../languages/index.js";
import type { Claim, DraftEdit, Merge } from "../draft.js";
import { gainsOf, lineEndOf, missingImports, newText, referenceClaims } from "./writing.js";
import type { MadeFile } from "../plan/plan.js";
import {
  cutsOf,
  placeOf,
  withoutBlankHead,
  type Anatomy,
  type Part,
  type Regrouped,
  type RegroupRequest,
} from "../regroup/index.js";

/** Works it out. Throws for what cannot be parted, and for what would come to be known where it must not. */
export function regroupModules({ tree, aliases, parts, clash, why }: RegroupRequest): Regrouped {
  const modules = new Modules(tree, new Resolver(tree, moduleRules, aliases));
  ensureParted(parts, clash);
  const edits: DraftEdit[] = [];
  const claims: Claim[] = [];
  const made: MadeFile[] = [];
  const targets = [...new Set(parts.flatMap((part) => leavingOf(part).map((each) => part.goes(each))))];
  for (const part of parts) {
    const { path, text } = part.anatomy;
    const leaving = leavingOf(part);
    for (const statement of leaving) {
      const to = part.goes(statement);
      const names = statement.declares.length > 0 ? statement.declares : [`extension ${statement.adds ?? ""}`.trim()];
      for (const name of names) claims.push({ kind: "hands over", file: path, name, to });
    }
    if (part.into !== undefined || leaving.length === 0) continue;
    for (const cut of cutsOf(text, leaving))
      edits.push({ file: path, ...cut, text: "", why: "loses what goes to another file" });
  }
  for (const to of targets) {
    const goesThere = (part: Part): Statement[] => leavingOf(part).filter((each) => part.goes(each) === to);
    const givers = parts.filter((part) => part.anatomy.path !== to && goesThere(part).length > 0);
    const there = parts.find(({ anatomy, into }) => anatomy.path === to && into === undefined)?.anatomy;
    const lineEnd = lineEndOf(there ?? givers[0]?.anatomy ?? { text: "" });
    const body = givers
      .map((part) => bodyOf(part, to, lineEnd))
      .filter((each) => each !== "")
      .join(lineEnd + lineEnd);
    const gain = {
      imports: missingImports(
        givers.map(({ anatomy }) => anatomy),
        there,
      ),
      body,
      lineEnd,
    };
    const leaving = givers.map((part) => ({
      path: part.anatomy.path,
      spans: goesThere(part),
      isGone: part.into !== undefined,
    }));
    claims.push(...referenceClaims(modules, leaving, to));
    if (there) edits.push(...gainsOf(there, gain));
    else made.push({ path: to, text: newText(gain), why });
  }
  const merges = parts.flatMap(({ anatomy, into }): Merge[] =>
    into === undefined ? [] : [{ from: anatomy.path, into }],
  );
  return {
    draft: {
      moves: [],
      merges,
      edits: withoutBlankHead(
        edits.sort((a, b) => (a.file === b.file ? a.start - b.start : a.file < b.file ? -1 : 1)),
        (file) => tree.text(file)?.text ?? "",
      ),
      made,
      claims,
    },
    moved: [],
    kept: [],
    circles: [],
  };
}

function leavingOf(part: Part): readonly Statement[] {
  return part.anatomy.statements.filter((each) => each.kind !== "import" && part.goes(each) !== part.anatomy.path);
}

/** The declarations of a file that go to another, as they follow each other; of a file that goes, with all that stands between. */
function bodyOf({ anatomy, goes, into }: Part, to: ProjectPath, lineEnd: string): string {
  const { text, statements, path } = anatomy;
  const isWhole = into === to;
  let body = isWhole ? headOf(anatomy) : "";
  let before: Statement | undefined;
  for (const [index, statement] of statements.entries()) {
    if (statement.kind === "import" || goes(statement) !== to || goes(statement) === path) continue;
    const last = statements[index - 1];
    const from = into !== undefined && last ? Math.min(last.to, statement.from) : statement.from;
    const piece = text.slice(from, statement.to).replace(/^(?:[ \t]*\r?\n)+|\s+$/g, "");
    const isNear = before !== undefined && before.to === statement.from;
    body += (body === "" ? "" : isNear ? lineEnd : lineEnd + lineEnd) + piece;
    before = statement;
  }
  const last = statements.at(-1);
  const rest = isWhole && last ? text.slice(last.to).trimEnd() : "";
  if (rest !== "") body += lineEnd + (/^[ \t]*\r?\n/.test(rest) ? lineEnd : "") + rest.trimStart();
  return body.replace(/\r?\n/g, lineEnd);
}

/** What stands above all of a file that goes, but for what an editor writes there of the file's name and origin. */
function headOf({ text, path, statements: [first] }: Anatomy): string {
  const head = text.slice(0, first?.start ?? text.length);
  return languageFor(path)?.types?.customs?.withoutEditorHead(head, nameOf(path)) ?? head.trim();
}

/** Throws where somebody would lose sight of something private, or come to see it. */
function ensureParted(parts: readonly Part[], clash: RegroupRequest["clash"]): void {
  const pieces = parts.map((part) => ({ part, pieces: piecesOf(part.anatomy.statements, part.anatomy.text) }));
  const goes = (part: Part, { statement }: FilePiece): ProjectPath => part.goes(statement);
  const byTarget = new Map<ProjectPath, { part: Part; piece: FilePiece }[]>();
  for (const { part, pieces: own } of pieces) {
    for (const { hidden, by, user } of fileTies(own))
      if (goes(part, by) !== goes(part, user))
        throw new ShelfError("EXTRACT_PRIVATE", {
          path: hidden.name,
          other: labelOf(user),
          reason: "file",
          place: placeOf(part.anatomy, user.start),
        });
    for (const piece of own) addTo(byTarget, goes(part, piece), { part, piece });
  }
  for (const [target, all] of byTarget)
    for (const one of all)
      for (const hidden of one.piece.hides)
        for (const other of all) {
          if (other.part === one.part || !mayMean(other.piece, hidden)) continue;
          throw new ShelfError(clash === "refuse" ? "RENAME_TAKEN" : "JOIN_CLASH", {
            path: hidden.name,
            other: clash === "refuse" ? target : one.part.anatomy.path,
            place: placeOf(one.part.anatomy, one.piece.start),
          });
        }
}

function labelOf({ statement, type }: FilePiece): string {
  return statement.declares[0] ?? type ?? "what stands there";
}
