/**
 * Members of a type that go to another file, into an addition to the type: letter by letter, with their comments. An addition in the
 * target that says nothing else takes them; else one is made. One that loses all that it has goes, too.
 */
import { distance } from "fastest-levenshtein";
import { ShelfError } from "../../base/errors.js";
import { addTo } from "../../base/grouping.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import { fileTies, mayMean, Modules, piecesOf, Resolver } from "../../graph/index.js";
import { languageFor, moduleRules, type Mapping, type Statement } from "../../languages/index.js";
import { pathsWithForm } from "../plan/type-files.js";
import type { Claim, Draft, DraftEdit } from "../draft.js";
import { gainsOf, lineEndOf, missingImports, newText, referenceClaims } from "./writing.js";
import { cutsOf, placeOf, type Anatomy, type Cut } from "../regroup/index.js";

/** A member with the declaration in which it stands. */
export interface ChosenMember {
  readonly around: Statement;
  readonly member: Statement;
}

const stays: Readonly<Record<NonNullable<NonNullable<Statement["ties"]>["staysFor"]>, string>> = {
  stored: "it is stored",
  case: "it is a case",
  overrides: "it overrides another",
  initial: "it initialises a class by itself",
  required: "its type asks for it",
};

/** The members that are meant by `TreeRow.title`. Throws for what is not there, and for what cannot stand in an addition. */
export function chosenMembers(anatomy: Anatomy, names: readonly string[]): ChosenMember[] {
  const all = anatomy.statements.flatMap((around) =>
    (around.ties?.body?.members ?? []).map((member): ChosenMember => ({ around, member })),
  );
  return names.flatMap((name) => {
    const dot = name.lastIndexOf(".");
    const [type, own] = [name.slice(0, dot), name.slice(dot + 1)];
    const found = all.filter(({ around, member }) => around.ties?.type === type && member.declares.includes(own));
    if (found.length === 0) {
      const known = all.flatMap(({ around, member }) =>
        member.declares.map((each) => `${around.ties?.type ?? ""}.${each}`),
      );
      const [close] = known.sort((a, b) => distance(a, name) - distance(b, name));
      throw new ShelfError("NAME_MISSING", {
        path: name,
        other: anatomy.path,
        ...(close !== undefined && { reason: close }),
      });
    }
    for (const { around, member } of found) {
      const place = placeOf(anatomy, member.start);
      if (member.ties?.staysFor)
        throw new ShelfError("MEMBER_STAYS", { path: name, other: type, reason: stays[member.ties.staysFor], place });
      const others = member.declares.filter((each) => each !== own && !names.includes(`${type}.${each}`));
      if (others.length > 0) throw new ShelfError("EXTRACT_PART", { path: name, other: others.join(", "), place });
      const said = saidOfAll(anatomy, around);
      if (said !== undefined) throw new ShelfError("MEMBER_STAYS", { path: name, other: type, reason: said, place });
    }
    return found;
  });
}

/** What the head of a declaration says of all that stands in it, and would not say of an addition elsewhere. */
function saidOfAll({ statements }: Anatomy, { ties }: Statement): string | undefined {
  const [root = ""] = (ties?.type ?? "").split(".");
  if (statements.some((each) => each.exported === undefined && each.declares.includes(root)))
    return "the type is private to its file";
  return ties?.saysOfAll === true ? "what stands around it says something of all that it holds" : undefined;
}

/** Throws where another class has its own in place of a member: what stands in an addition cannot be overridden. */
export async function ensureNotOverridden(
  tree: SourceTree,
  anatomy: Anatomy,
  chosen: readonly ChosenMember[],
): Promise<void> {
  const forms = languageFor(anatomy.path)?.types;
  for (const { around, member } of chosen)
    for (const name of member.declares) {
      const form = forms?.overriding?.(name);
      const [file] = form === undefined ? [] : await pathsWithForm(tree, form, [anatomy.extension]);
      const reason = `it may be overridden in ${file ?? ""}`;
      const other = around.ties?.type ?? "";
      if (file !== undefined)
        throw new ShelfError("MEMBER_STAYS", {
          path: `${other}.${name}`,
          other,
          reason,
          place: placeOf(anatomy, member.start),
        });
    }
}

/** What is asked for. */
export interface MemberRequest {
  readonly tree: SourceTree;
  readonly aliases: readonly Mapping[];
  readonly from: Anatomy;
  readonly chosen: readonly ChosenMember[];
  readonly target: ProjectPath;
  /** The target, if it is there. */
  readonly there: Anatomy | undefined;
}

/** Works it out. Throws where something private would be parted from whoever uses it, or become known to others. */
export function membersDraft({ tree, aliases, from, chosen, target, there }: MemberRequest): Draft {
  ensureKnown(from, chosen, { target, there });
  const modules = new Modules(tree, new Resolver(tree, moduleRules, aliases));
  const members = chosen.map(({ member }) => member);
  const { path, text } = from;
  const edits: DraftEdit[] = [];
  const claims: Claim[] = [];
  const emptied = from.statements.filter(
    ({ ties }) =>
      ties?.isPlainAddition === true &&
      ties.body !== undefined &&
      ties.body.members.every((each) => members.includes(each)),
  );
  const isEmptied = (each: Statement): boolean =>
    emptied.some(({ start, end }) => start <= each.start && each.end <= end);
  const cuts = cutsOf(
    text,
    [...emptied, ...members.filter((each) => !isEmptied(each))].sort((a, b) => a.start - b.start),
  );
  for (const cut of cuts.map((each) => beforeBrace(text, each)))
    edits.push({ file: path, ...cut, text: "", why: "loses what goes to another file" });
  claims.push(...referenceClaims(modules, [{ path, spans: members, isGone: false }], target));
  for (const { around, member } of chosen)
    claims.push({
      kind: "hands over",
      file: path,
      name: `${around.ties?.type ?? ""}.${member.declares[0] ?? ""}`,
      to: target,
    });
  const lineEnd = lineEndOf(there ?? from);
  const byType = new Map<string, string[]>();
  for (const { around, member } of chosen) addTo(byType, around.ties?.type ?? "", pieceOf(text, member, lineEnd));
  const bodies: string[] = [];
  for (const [type, pieces] of byType) {
    const body = pieces.join(lineEnd + lineEnd);
    const open = there?.statements.findLast(({ ties }) => ties?.isPlainAddition === true && ties.type === type);
    if (there && open?.ties?.body) edits.push(intoBody(there, open, body, lineEnd));
    else bodies.push(languageFor(path)?.types?.customs?.addition(type, body, lineEnd) ?? body);
  }
  const gain = { imports: missingImports([from], there), body: bodies.join(lineEnd + lineEnd), lineEnd };
  if (there) return { moves: [], edits: [...edits, ...gainsOf(there, gain)], made: [], claims };
  const made = { path: target, text: newText(gain), why: `taken out of ${nameOf(path)}` };
  return { moves: [], edits, made: [made], claims };
}

/** A member with its comments, its lines as they are. */
function pieceOf(text: string, { from, to }: Statement, lineEnd: string): string {
  return text
    .slice(from, to)
    .replace(/^(?:[ \t]*\r?\n)+|\s+$/g, "")
    .replace(/\r?\n/g, lineEnd);
}

/** Where nothing but the brace follows, the blank lines above go, too. */
function beforeBrace(text: string, { start, end }: Cut): Cut {
  if (!/^\s*\}/.test(text.slice(end))) return { start, end };
  const above = /(?:\r?\n[ \t]*)+\r?\n$/.exec(text.slice(0, start))?.[0] ?? "";
  return { start: start - Math.max(0, above.length - (/^\r?\n/.exec(above)?.[0].length ?? 0)), end };
}

/** At the end of what stands in an addition. */
function intoBody({ path: file, text }: Anatomy, { ties }: Statement, body: string, lineEnd: string): DraftEdit {
  const { start = 0, end = 0 } = ties?.body ?? {};
  const own = text.slice(start, end);
  const at = start + own.trimEnd().length;
  const gap = own.trim() === "" ? lineEnd : lineEnd + lineEnd;
  return { file, start: at, end, text: gap + body + lineEnd, why: "gains what comes from another file" };
}

function ensureKnown(
  from: Anatomy,
  chosen: readonly ChosenMember[],
  { target, there }: Pick<MemberRequest, "target" | "there">,
): void {
  const pieces = piecesOf(from.statements, from.text);
  const goes = new Set(chosen.map(({ member }) => member.start));
  for (const { hidden, by, user } of fileTies(pieces))
    if (goes.has(by.start) !== goes.has(user.start))
      throw new ShelfError("EXTRACT_PRIVATE", {
        path: hidden.name,
        other: user.statement.declares[0] ?? user.type ?? "what stands there",
        reason: "file",
        place: placeOf(from, user.start),
      });
  const others = there ? piecesOf(there.statements, there.text) : [];
  for (const piece of pieces)
    for (const other of goes.has(piece.start) ? others : [])
      for (const [by, user] of [[piece, other] as const, [other, piece] as const]) {
        const hidden = by.hides.find((each) => mayMean(user, each));
        if (hidden)
          throw new ShelfError("RENAME_TAKEN", { path: hidden.name, other: target, place: placeOf(from, piece.start) });
      }
}
