/**
 * What binds the declarations of one file to each other, in languages whose files know each other's names without naming the files: what
 * is private is known in its own file alone, or there only in its own type. A declaration is looked at by its pieces: what stands before
 * its braces, and each member by itself.
 */
import type { Hidden, Statement } from "../languages/index.js";

/** One piece of a file. */
export interface FilePiece {
  /** Where it begins, in its file. */
  readonly start: number;
  /** What tells it from others: its text, with the type whose member it is. */
  readonly key: string;
  /** The type whose member it is, or which it declares or adds to. */
  readonly type: string | undefined;
  readonly hides: readonly Hidden[];
  readonly names: ReadonlySet<string>;
  /** Whether it is the head of an addition that says nothing else. */
  readonly isPlain: boolean;
  /** The statement of the top level in which it stands. */
  readonly statement: Statement;
}

const word = /[\p{L}_][\p{L}\p{N}_]*/gu;

/** The pieces of some statements, in order. Imports are none. */
export function piecesOf(statements: readonly Statement[], text: string): FilePiece[] {
  return statements.flatMap((statement): FilePiece[] => {
    const { kind, start, end, ties } = statement;
    if (kind === "import" || !ties) return [];
    const whole = { start, type: ties.type, hides: ties.hides, names: ties.names, isPlain: false, statement };
    if (!ties.body) return [{ ...whole, key: text.slice(start, end) }];
    const { body, type = "" } = ties;
    const head = text.slice(start, body.start);
    const inner = new Set(body.members.flatMap((each) => each.ties?.hides ?? []));
    const own: FilePiece = {
      ...whole,
      key: head,
      hides: ties.hides.filter((each) => !inner.has(each)),
      names: new Set(head.match(word)),
      isPlain: ties.isPlainAddition === true,
    };
    const members = body.members.map((member): FilePiece => ({
      start: member.start,
      key: `${type} { ${text.slice(member.start, member.end)} }`,
      type,
      hides: member.ties?.hides ?? [],
      names: member.ties?.names ?? new Set(),
      isPlain: false,
      statement,
    }));
    return [own, ...members];
  });
}

/** Whether a piece of the same file may mean something that is hidden. */
export function mayMean(piece: Pick<FilePiece, "type" | "names">, { name, of, isOfType }: Hidden): boolean {
  if (!piece.names.has(name)) return false;
  if (of === undefined || isOfType !== true) return true;
  // Within a type that stands in another, that of the other is known, too.
  return piece.type === of || piece.type?.startsWith(`${of}.`) === true || of.startsWith(`${piece.type ?? "."}.`);
}

/** A piece, and one that may mean something that it hides. */
export interface Tie {
  readonly hidden: Hidden;
  readonly by: FilePiece;
  readonly user: FilePiece;
}

/** The heads of the declarations with which a head has to stay. */
function declaring(by: FilePiece, pieces: readonly FilePiece[]): FilePiece[] {
  const wanted = by.start === by.statement.start ? by.statement.ties?.staysWith : undefined;
  if (wanted === undefined) return [];
  return pieces.filter(
    ({ type, start, statement }) => type === wanted && start === statement.start && statement.declares.length > 0,
  );
}

/** All of them among the pieces of one file. */
export function fileTies(pieces: readonly FilePiece[]): Tie[] {
  return pieces.flatMap((by) => [
    ...by.hides.flatMap((hidden) =>
      pieces.flatMap((user): Tie[] => (user !== by && mayMean(user, hidden) ? [{ hidden, by, user }] : [])),
    ),
    ...declaring(by, pieces).map((user): Tie => ({ hidden: { name: user.type ?? "" }, by, user })),
  ]);
}
