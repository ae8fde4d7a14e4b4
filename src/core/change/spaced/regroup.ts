/**
 * Types put together anew in languages whose types are known by their namespaces: each goes letter by letter, with its comments and
 * attributes, and stays in its namespace, so that nobody else changes. A new file takes in what its old one did, but for namespaces of the
 * project of which it names nothing.
 */
import { ShelfError } from "../../base/errors.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { fileTies, loadNamespaces, mayMean, Modules, Namespaces, piecesOf, Resolver } from "../../graph/index.js";
import { declaresByNamespace, languageFor, moduleRules, type Statement } from "../../languages/index.js";
import type { Claim, DraftEdit, Merge } from "../draft.js";
import type { MadeFile } from "../plan/plan.js";
import {
  cutsOf,
  placeOf,
  withoutBlankHead,
  type Anatomy,
  type Cut,
  type Part,
  type Regrouped,
  type RegroupRequest,
} from "../regroup/index.js";
import { Takings } from "./takings.js";
import { gainsOf, newText, type Coming } from "./writing.js";

/** Works it out. Throws for what cannot be parted, and for what would come to lie in another namespace. */
export async function regroupTypes({ tree, aliases, parts, clash, why }: RegroupRequest): Promise<Regrouped> {
  ensureParted(parts, clash);
  for (const part of parts) ensureFree(tree, part);
  const modules = new Modules(tree, new Resolver(tree, moduleRules, aliases));
  const files = parts.map(({ anatomy }) => anatomy.path);
  const words = new Set(parts.flatMap(({ anatomy }) => anatomy.statements.flatMap(({ declares }) => declares)));
  const takings = new Takings(new Namespaces(await loadNamespaces(modules, { files, whole: files, words })));
  const edits: DraftEdit[] = [];
  const claims: Claim[] = [];
  const made: MadeFile[] = [];
  for (const part of parts) {
    const { anatomy, goes, into } = part;
    const leaving = leavingOf(part);
    for (const statement of leaving)
      for (const name of statement.declares)
        claims.push({ kind: "hands over", file: anatomy.path, name, to: goes(statement) });
    if (into !== undefined || leaving.length === 0) continue;
    const cuts: Cut[] = [
      ...cutsOf(anatomy.text, leaving).map((cut) => toTheEnd(anatomy.text, cut)),
      ...takings.unneeded(anatomy, leaving),
    ];
    for (const cut of cuts.sort((a, b) => a.start - b.start))
      edits.push({ file: anatomy.path, ...cut, text: "", why: "loses what goes to another file" });
  }
  for (const to of new Set(parts.flatMap((part) => leavingOf(part).map((each) => part.goes(each))))) {
    const givers = parts.filter(
      (part) => part.anatomy.path !== to && leavingOf(part).some((each) => part.goes(each) === to),
    );
    const there = parts.find(({ anatomy, into }) => anatomy.path === to && into === undefined)?.anatomy;
    const coming = givers.map((part): Coming => {
      const statements = leavingOf(part).filter((each) => part.goes(each) === to);
      const isWhole = part.into === to;
      const imports = isWhole ? importsOf(part.anatomy) : takings.needed(part.anatomy, statements);
      return { anatomy: part.anatomy, statements, imports, isWhole };
    });
    ensureAlike(to, there, coming);
    claims.push(...referenceClaims(modules, coming, to));
    if (there) edits.push(...gainsOf(there, coming));
    else made.push({ path: to, text: newText(coming), why });
  }
  const merges = parts.flatMap(({ anatomy, into }): Merge[] =>
    into === undefined ? [] : [{ from: anatomy.path, into }],
  );
  const ordered = edits.sort((a, b) => (a.file === b.file ? a.start - b.start : a.file < b.file ? -1 : 1));
  const draft = {
    moves: [],
    merges,
    edits: withoutBlankHead(ordered, (file) => tree.text(file)?.text ?? ""),
    made,
    claims,
  };
  return { draft, moved: [], kept: [], circles: [] };
}

/** Where nothing but the end of the namespace follows, the blank lines above go, too. */
function toTheEnd(text: string, { start, end }: Cut): Cut {
  if (!/^\s*\}/.test(text.slice(end))) return { start, end };
  const [above = ""] = /(?:\r?\n[ \t]*)+\r?\n$/.exec(text.slice(0, start)) ?? [];
  return { start: start - Math.max(0, above.length - (/^\r?\n/.exec(above)?.[0].length ?? 0)), end };
}

function leavingOf({ anatomy, goes }: Part): readonly Statement[] {
  return anatomy.statements.filter((each) => each.kind === "declaration" && goes(each) !== anatomy.path);
}

function importsOf({ statements }: Anatomy): readonly Statement[] {
  return statements.filter(({ kind }) => kind === "import");
}

/** Throws where somebody would lose sight of what only its file knows, or come to see it. */
function ensureParted(parts: readonly Part[], clash: RegroupRequest["clash"]): void {
  const all = parts.flatMap((part) =>
    piecesOf(part.anatomy.statements, part.anatomy.text).map((piece) => ({
      part,
      piece,
      to: part.goes(piece.statement),
    })),
  );
  for (const part of parts) {
    const own = all.filter((each) => each.part === part).map(({ piece }) => piece);
    for (const { hidden, by, user } of fileTies(own))
      if (part.goes(by.statement) !== part.goes(user.statement))
        throw new ShelfError("EXTRACT_PRIVATE", {
          path: hidden.name,
          other: user.statement.declares[0] ?? "what stands there",
          reason: "file",
          place: placeOf(part.anatomy, user.start),
        });
  }
  for (const one of all)
    for (const hidden of one.piece.hides)
      for (const other of all) {
        if (other.part === one.part || other.to !== one.to || !mayMean(other.piece, hidden)) continue;
        throw new ShelfError(clash === "refuse" ? "RENAME_TAKEN" : "JOIN_CLASH", {
          path: hidden.name,
          other: clash === "refuse" ? one.to : one.part.anatomy.path,
          place: placeOf(one.part.anatomy, one.piece.start),
        });
      }
}

/** Throws for a class that has to stay beside its markup, and for a file that goes and says something of all of the assembly. */
function ensureFree(tree: RegroupRequest["tree"], { anatomy, goes, into }: Part): void {
  const { path, statements } = anatomy;
  const said = into === undefined ? undefined : statements.find(({ kind }) => kind === "other");
  if (said)
    throw new ShelfError("TYPE_STAYS", {
      path: anatomy.text.slice(said.start, said.end).split(/\r?\n/, 1)[0]?.slice(0, 60) ?? "",
      other: path,
      reason: "it is said of all that the project builds",
      place: placeOf(anatomy, said.start),
    });
  const markup = path.slice(0, Math.max(0, path.lastIndexOf("."))) as ProjectPath;
  if (!tree.has(markup) || declaresByNamespace(markup)) return;
  const own = new Set(
    languageFor(markup)
      ?.namespaces?.read(tree.text(markup)?.text ?? "")
      ?.types.map(({ name }) => name),
  );
  const bound = statements.find((each) => goes(each) !== path && each.declares.some((name) => own.has(name)));
  if (bound)
    throw new ShelfError("TYPE_STAYS", {
      path: bound.declares[0] ?? "",
      other: path,
      reason: `it is the class of ${nameOf(markup)}`,
      place: placeOf(anatomy, bound.start),
    });
}

/** Throws where what comes together lies in several namespaces, or is compiled in another way. */
function ensureAlike(to: ProjectPath, there: Anatomy | undefined, coming: readonly Coming[]): void {
  const declared = (statements: readonly Statement[]): Statement[] =>
    statements.filter(({ kind }) => kind === "declaration");
  const spaces = (statements: readonly Statement[]): Set<string> =>
    new Set(declared(statements).map(({ within = "" }) => within));
  const [first] = coming;
  const wanted = there ? spaces(there.statements) : spaces(first?.statements ?? []);
  const all = new Set([...wanted, ...coming.flatMap(({ statements }) => [...spaces(statements)])]);
  for (const { anatomy, statements } of coming)
    for (const { within = "", declares, start } of declared(statements))
      if (all.size > 1 || wanted.size === 0)
        throw new ShelfError("OTHER_NAMESPACE", {
          path: declares[0] ?? "",
          other: to,
          reason: within === "" ? "no namespace" : `the namespace ${within}`,
          place: placeOf(anatomy, start),
        });
  const said = ({ statements, text }: Anatomy): string =>
    statements
      .filter(({ kind, opens }) => kind === "directive" && opens === undefined)
      .map(({ start, end }) => text.slice(start, end).trim())
      .join("\n");
  const leader = there ?? first?.anatomy;
  for (const { anatomy } of coming)
    if (leader && said(anatomy) !== said(leader))
      throw new ShelfError("JOIN_UNLIKE", {
        path: anatomy.path,
        other: leader.path,
        reason: `one of them alone has ${(said(anatomy) || said(leader)).split("\n")[0] ?? ""}`,
      });
}

/** What references that stand in types mean, where those go. */
function referenceClaims(modules: Modules, coming: readonly Coming[], to: ProjectPath): Claim[] {
  const claims: Claim[] = [];
  const means: ProjectPath[] = [];
  const astray: string[] = [];
  for (const { anatomy, statements, isWhole } of coming)
    for (const reference of modules.reading(anatomy.path).references) {
      if (!statements.some(({ start, end }) => start <= reference.start && reference.start < end)) continue;
      if (!isWhole) claims.push({ kind: "removes", file: anatomy.path, start: reference.start });
      const [found] = modules.targetsOf(anatomy.path, reference);
      if (found === undefined) astray.push(reference.specifier);
      else means.push(found);
    }
  return [...claims, { kind: "adds", file: to, means, astray, others: "led" }];
}
