/** What the tests of plans share: small projects in memory, and plans of them. */
import { openProject } from "../../app/index.js";
import { planMoves } from "./index.js";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore } from "../../files/index.js";
import { understandMove, type Move, type Plan } from "./index.js";

/** A path written in a test. */
export const at = (path: string): ProjectPath => path as ProjectPath;

/** Files and, below, what they hold; `-> x` is a symbolic link. */
export type Files = Readonly<Record<string, string>>;

/** Plans exact moves of files: `["a.ts > b/a.ts"]`. */
export async function planOf(files: Files, moves: readonly string[]): Promise<Plan> {
  const project = await openProject(new MemoryStore(files));
  return planMoves(project, moves.map(moveOf));
}

/** `"a.ts > b/a.ts"` as a move. */
export function moveOf(text: string): Move {
  const [from = "", to = ""] = text.split(" > ");
  return { from: at(from), to: at(to), why: "asked" };
}

/** Plans a command: `"src/a.ts src/b/"`, the target last; a slash at its end means into. */
export async function planCommand(files: Files, command: string, alone = false): Promise<Plan> {
  const project = await openProject(new MemoryStore(files));
  const words = command.split(" ");
  const to = words.pop() ?? "";
  const request = {
    from: words.map((word) => at(word.replace(/\/$/, ""))),
    to: at(to.replace(/\/$/, "")),
    into: to.endsWith("/"),
    alone,
  };
  return planMoves(project, understandMove(project.tree, request));
}

/** The respellings of a plan as `file: before > after`. */
export function respellings(plan: Plan): string[] {
  return plan.edits.map((edit) => `${edit.file}: ${edit.before} > ${edit.after}`);
}

/** The files of a project once a plan has been carried out in mind. */
export function afterwards(files: Files, plan: Plan): Record<string, string> {
  const moved = new Map<string, string>(plan.moves.map((move) => [move.from, move.to]));
  const texts = new Map<string, string>(plan.texts.map((text) => [text.file, text.after]));
  return Object.fromEntries(
    Object.entries(files).map(([path, text]) => [moved.get(path) ?? path, texts.get(path) ?? text]),
  );
}
