/** What goes along with declarations that are taken out of a file, where files know each other's names without naming the files. */
import { fileTies, piecesOf } from "../../graph/index.js";
import type { Statement } from "../../languages/index.js";
import type { Anatomy } from "../regroup/index.js";

/** The private declarations that only these need, and what those need alone. */
export function privateCompanions(
  { statements, text }: Pick<Anatomy, "statements" | "text">,
  chosen: readonly Statement[],
): readonly Statement[] {
  const ties = fileTies(piecesOf(statements, text));
  const taken = new Set(chosen);
  for (;;) {
    const next = statements.find((statement) => {
      if (taken.has(statement)) return false;
      const users = ties.filter(({ by, user }) => by.statement === statement && user.statement !== statement);
      return users.length > 0 && users.every(({ user }) => taken.has(user.statement));
    });
    if (!next || next.exported !== undefined || next.declares.length === 0) break;
    taken.add(next);
  }
  return [...taken].filter((each) => !chosen.includes(each));
}

/** Where two declarations begin that have to stay in one file. */
export function boundPairs({ statements, text }: Pick<Anatomy, "statements" | "text">): (readonly [number, number])[] {
  return fileTies(piecesOf(statements, text)).flatMap(({ by, user }) =>
    by.statement === user.statement ? [] : [[by.statement.start, user.statement.start] as const],
  );
}
