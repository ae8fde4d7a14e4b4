/** Lines of a style sheet in another order: cut out and put in, letter by letter. */
import type { ProjectPath } from "../../base/paths.js";
import type { TextEdit } from "../../base/text/index.js";
import { Resolver, SheetWorld } from "../../graph/index.js";
import { moduleRules } from "../../languages/index.js";
import type { Project } from "../../app/index.js";
import type { Claim, Draft } from "../draft.js";

/** The draft: what the lines name is taken out where they were, and means the same where they are. */
export function reorderDraft(
  { tree, aliases }: Pick<Project, "tree" | "aliases">,
  file: ProjectPath,
  edits: readonly TextEdit[],
): Draft | "left" {
  const world = new SheetWorld(new Resolver(tree, moduleRules, aliases));
  const sheet = world.sheet(file);
  if (!sheet) return "left";
  const cuts = edits.filter(({ text }) => text === "");
  const moved = sheet.references.filter(({ start }) => cuts.some((cut) => cut.start <= start && start < cut.end));
  const met = moved.map((reference) => ({ reference, meant: world.meaning(file, reference) }));
  return {
    moves: [],
    edits: edits.map((edit) => ({
      ...edit,
      file,
      why: "comes before what needs it",
      ...(edit.text !== "" && { isMoved: true as const }),
    })),
    made: [],
    claims: [
      ...moved.map(({ start }): Claim => ({ kind: "removes", file, start })),
      {
        kind: "adds",
        file,
        means: met.flatMap(({ meant }) => (meant.state === "found" ? meant.targets.slice(0, 1) : [])),
        astray: met.flatMap(({ reference, meant }) => (meant.state === "unresolved" ? [reference.specifier] : [])),
      },
      { kind: "puts in order", file },
    ],
  };
}
