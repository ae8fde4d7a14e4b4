/**
 * Plan files: YAML or JSON of one shape, written by `--save` or by hand.
 *
 *   version: 1
 *   moves:
 *     - from: src/components/TreeCard.tsx
 *       to: src/features/trees/components/TreeCard.tsx
 *       reason: only the trees feature uses it      # optional
 *     - from: src/old-folder/                       # a folder: all that is in it
 *       to: src/features/rota/
 *
 * Paths are relative to the project. A plan is carried out exactly as written: companions are not added.
 */
import { stringify } from "yaml";
import * as z from "zod/mini";
import { toProjectPath, type ProjectPath } from "../paths.js";
import type { SourceTree } from "../tree/index.js";
import { readYaml } from "../yaml/index.js";
import { movesOfFolder, refuseSource, type Move } from "../plan/index.js";

const schema = z.strictObject({
  version: z.literal(1),
  moves: z
    .array(
      z.strictObject({
        from: z.string().check(z.minLength(1)),
        to: z.string().check(z.minLength(1)),
        reason: z.optional(z.string()),
      }),
    )
    .check(z.minLength(1)),
});

/** A plan as read: files that move, and the line on which each was asked for. */
export interface PlanFile {
  readonly moves: readonly Move[];
  readonly lineOf: (move: Move) => string;
}

/** Reads a plan's text. `file` is its name for messages. Throws `PLAN_UNREADABLE` with line and column, and what moves throw. */
export function readPlanFile(tree: SourceTree, text: string, file: string): PlanFile {
  const { data, refuse, placeAt } = readYaml({ text, file, schema, code: "PLAN_UNREADABLE" });
  const found = new Map<Move, number>();
  data.moves.forEach(({ from, to, reason }, index) => {
    const path = (value: string, key: string): ProjectPath =>
      projectPath(value) ?? refuse(`${value} lies outside the project.`, ["moves", index, key]);
    const entry = { from: path(from, "from"), to: path(to, "to"), into: to.endsWith("/"), reason };
    for (const move of movesOfEntry(tree, entry)) found.set(move, placeAt(["moves", index]).line);
  });
  return { moves: [...found.keys()], lineOf: (move) => `${file}, line ${found.get(move) ?? 1}` };
}

function projectPath(value: string): ProjectPath | undefined {
  if (/^(?:[\\/]|[a-zA-Z]:)/.test(value)) return undefined;
  const path = toProjectPath(value);
  return path === "" ? undefined : path;
}

interface Entry {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
  readonly into: boolean;
  readonly reason: string | undefined;
}

/** A folder goes *to* its target, whatever is there; a file goes into a target that ends in a slash. */
function movesOfEntry(tree: SourceTree, { from, to, into, reason }: Entry): Move[] {
  if (tree.has(from)) {
    const target = into ? (`${to}/${from.slice(from.lastIndexOf("/") + 1)}` as ProjectPath) : to;
    return [{ from, to: target, why: "asked", ...(reason !== undefined && { because: reason }) }];
  }
  if (!tree.hasFolder(from)) return refuseSource(tree, from);
  return movesOfFolder(tree, from, to, reason);
}

/** A plan's text, one entry a moved file, to be read again by `readPlanFile`. */
export function writePlanFile(moves: readonly Move[]): string {
  const entries = moves.map(({ from, to, why, because }) => {
    const reason =
      because === undefined
        ? undefined
        : why === "companion"
          ? `goes with ${because}`
          : why === "in folder"
            ? `in ${because}`
            : because;
    return { from, to, ...(reason !== undefined && { reason }) };
  });
  return stringify({ version: 1, moves: entries }, { lineWidth: 0 });
}
