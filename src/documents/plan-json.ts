/** A plan as the JSON document of `--json`; see docs/json.md. */
import type { Plan } from "../core/change/plan/index.js";

/**
 * The document for a plan that was made, and maybe carried out (`change` is then its id). `reasons` are those besides what the
 * moves say themselves, by the path that moves.
 */
export function planJson(plan: Plan, change: string | undefined, reasons?: ReadonlyMap<string, string>): object {
  const { proof } = plan;
  return {
    version: 1,
    moves: plan.moves.map(({ from, to, why, because = reasons?.get(from) }) => ({
      from,
      to,
      why,
      ...(because !== undefined && { because }),
    })),
    edits: plan.edits,
    links: plan.links,
    made: plan.made.map(({ path, text, bytes, why }) => ({
      path,
      ...(bytes ? { size: bytes.length } : { text }),
      why,
    })),
    removed: plan.removed,
    lines: plan.lines.map(({ file, line, text, why }) => ({ file, at: { line, column: 1 }, text, why })),
    foldersMade: plan.foldersMade,
    proof: {
      references: proof.references,
      same: proof.same,
      added: proof.added,
      led: proof.led,
      ...(proof.names && { names: proof.names }),
      ...(proof.sheets && { sheets: proof.sheets }),
      complete: proof.gaps.length === 0 && proof.byLetters === undefined,
      ...(proof.byLetters !== undefined && { byLetters: proof.byLetters }),
      gaps: proof.gaps,
      different: proof.different,
      unresolvedBefore: proof.unresolved.length,
      unresolved: proof.unresolved,
      patterns: proof.patterns,
      ...(proof.joined && proof.joined.length > 0 && { joined: proof.joined }),
    },
    mentions: plan.mentions,
    hardLinked: plan.hardLinked,
    unread: plan.unread,
    filesRead: plan.filesRead,
    filesInProject: plan.filesInProject,
    written: change !== undefined,
    ...(change !== undefined && { change }),
  };
}
