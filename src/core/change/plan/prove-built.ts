/** The proof that the same targets build what goes to another file. */
import { membersOf, Modules } from "../../graph/index.js";
import type { Difference, Gap } from "./plan.js";
import type { StatementProof } from "./prove-statements.js";

/** By the lists of the tree, before and after. */
export function proveBuilt({ tree, planned, before, after, claims }: StatementProof): {
  readonly different: readonly Difference[];
  readonly gaps: readonly Gap[];
} {
  const different: Difference[] = [];
  const gaps: Gap[] = [];
  const pairs = new Map(claims.map((claim) => [`${claim.file}\n${claim.to}`, claim]));
  const now = membersOf(new Modules(tree, before), [...new Set(claims.map(({ file }) => file))]);
  const then = membersOf(new Modules(planned, after), [...new Set(claims.map(({ to }) => to))]);
  for (const { file, to, name } of pairs.values()) {
    const [was, is] = [now.get(file), then.get(to)].map((member) =>
      member ? [member.library, ...(member.also ?? [])].sort().join(", ") : "",
    );
    if (was !== is) {
      const at = { line: 1, column: 1 };
      different.push({ file, at, specifier: name, before: [], after: [], reason: "other targets would build it" });
    } else if (was === "")
      gaps.push({
        reason: "another type",
        file,
        detail: "no target that was read builds it, so who knows it is not known",
      });
  }
  return { different, gaps };
}
