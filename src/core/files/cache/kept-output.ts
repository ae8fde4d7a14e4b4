/**
 * Outputs of whole commands, each kept with the trace of all that it was computed from (see `traced-reader.ts`), in
 * `.steady-shelf/cache/`. The folder may be deleted at any time; what is broken or from another version is passed over.
 */
import type { ProjectPath } from "../../base/paths.js";
import { buildVersion, readKept, writeKept, type CachePlace } from "./cache-file.js";
import { digest, editedSince, type Trace } from "./traced-reader.js";

/** What a command printed, and how it ended. */
export interface Output {
  readonly text: string;
  readonly code: number;
}

/**
 * The kept output of a command, if all that it was computed from is as it was, or says the same (see `edited.ts`). `command` tells
 * what would be printed.
 */
export async function findOutput(place: CachePlace, command: string): Promise<Output | undefined> {
  const kept = readKept(place, fileOf(command), buildVersion);
  const end = kept?.indexOf("\n") ?? -1;
  if (kept === undefined || end < 0) return undefined;
  const { key, output } = JSON.parse(kept.slice(0, end)) as { key: string; output: Output };
  if (key !== command) return undefined;
  const trace = new Map<string, string>();
  for (const line of kept.slice(end + 1).split("\n")) {
    const tab = line.indexOf("\t");
    if (tab > 0) trace.set(JSON.parse(line.slice(tab + 1)) as string, line.slice(0, tab));
  }
  const edited = await editedSince(place.store, trace);
  if (edited === undefined) return undefined;
  if (edited.length === 0) return output;
  if (edited.some(({ path }) => trace.has(lettersOf(path)))) return undefined;
  // Parsers are loaded only where something was edited.
  const { standsAfter } = await import("./edited.js");
  return (await standsAfter(place, output.text, edited)) ? output : undefined;
}

/** An entry of a trace that says: something was concluded from the letters of this file, and not only from what it says of itself. */
function lettersOf(path: ProjectPath): string {
  return `letters ${path}`;
}

/**
 * Keeps an output. What cannot be written is not kept. `letters`: files from whose letters something was concluded, so that no edit of
 * them leaves the output as it is.
 */
export function keepOutput(
  place: CachePlace,
  command: string,
  output: Output,
  { trace, letters }: { readonly trace: Trace; readonly letters: Iterable<ProjectPath> },
): void {
  const all = [...trace, ...[...letters].map((path) => [lettersOf(path), "noted"] as const)];
  const lines = all.map(([question, answer]) => `${answer}\t${JSON.stringify(question)}\n`).join("");
  writeKept(place, fileOf(command), buildVersion, `${JSON.stringify({ key: command, output })}\n${lines}`);
}

/** One file a command; its name says nothing, because what was typed may hold any letter. */
function fileOf(command: string): ProjectPath {
  return `output-${digest(command).replaceAll(/\W/g, "").slice(0, 16)}` as ProjectPath;
}
