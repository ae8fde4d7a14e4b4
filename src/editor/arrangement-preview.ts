/** What an arrangement would move, shown in the editor before anything is done. */
import type { WorkDoneProgressReporter } from "vscode-languageserver";
import { count } from "../wording/words.js";
import type { Client } from "./client.js";
import type { FileOperations } from "./file-operations.js";
import type { Projects } from "./projects.js";
import { saying } from "./saying.js";

/** The command: `{ folder, as }`, both optional; the folder is one of those that the editor has opened. */
export const arrangementCommand = "steady-shelf.previewArrangement";

/** What it works with. */
export interface PreviewInput {
  readonly client: Client;
  readonly projects: Projects;
  readonly operations: FileOperations;
  readonly signal: AbortSignal;
  readonly progress: WorkDoneProgressReporter;
}

/** What came of it: the moves, and whether a person has let them be made. */
export interface Previewed {
  readonly moves: readonly { readonly from: string; readonly to: string }[];
  readonly applied: boolean;
}

/** Plans it and has the editor show it. An editor that cannot show an edit first is only told how much it would be. */
export async function previewArrangement(words: readonly unknown[], input: PreviewInput): Promise<Previewed | null> {
  const { client, projects, operations, signal, progress } = input;
  const { folder, as } = (words[0] ?? {}) as { readonly folder?: string; readonly as?: string };
  const project = projects.all.find(({ uri }) => folder === undefined || uri === folder);
  if (!project) return null;
  const versions = client.documents.versions();
  progress.begin("Planning the arrangement", 0, undefined, true);
  const planned = await saying(client, async () => {
    const change = await project.looking.ask("arrangement", [as], {
      signal,
      progress: (what, done, total) => progress.report(total === 0 ? 0 : Math.round((done / total) * 100), what),
    });
    const label = `Move ${count(change.moves.length, "file")}${as === undefined ? "" : ` (${as})`}`;
    if (!client.abilities.annotations || !client.appliesEdits) {
      client.warn(
        `${count(change.moves.length, "file")} would move. This editor cannot show that before it is done; \`steady-shelf arrange\` does in a terminal.`,
      );
      return { moves: change.moves, applied: false };
    }
    if (change.moves.length === 0) return { moves: [], applied: false };
    return {
      moves: change.moves,
      applied: await operations.apply(project, change, { label, versions, preview: label }),
    };
  });
  progress.done();
  return planned ?? null;
}
