/** The sample of an environment: gains keys without values, and loses values. */
import { environmentEntries, samplesFor } from "../../app/index.js";
import { inFolder, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import type { Draft } from "../draft.js";

/** What a sample is called that is made. */
export const sampleName = ".env.example";

const bare: Draft = { moves: [], edits: [], made: [], claims: [] };

/** The app's sample with a line for each of these keys that it lacks; it is made where there is none. */
export function sampleDraft(tree: SourceTree, folder: ProjectPath, keys: readonly string[]): Draft {
  const wanted = [...new Set(keys)].sort();
  const [sample] = samplesFor(tree.paths, folder);
  const why = "lists what the app reads";
  if (sample === undefined) {
    const path = inFolder(folder, sampleName);
    return { ...bare, made: [{ path, text: linesFor(wanted, "\n"), why }] };
  }
  const text = tree.text(sample)?.text ?? "";
  const listed = new Set(environmentEntries(text).map(({ name }) => name));
  const end = text.includes("\r\n") ? "\r\n" : "\n";
  const gap = text === "" || /[\r\n]$/.test(text) ? "" : end;
  const lines = linesFor(
    wanted.filter((key) => !listed.has(key)),
    end,
  );
  if (lines === "") return bare;
  return { ...bare, edits: [{ file: sample, start: text.length, end: text.length, text: gap + lines, why }] };
}

/** A line for each key, without a value. */
export function linesFor(keys: readonly string[], end: string): string {
  return keys.map((key) => `${key}=${end}`).join("");
}

/** A sample in which a key has no value any more; nothing where it has none. */
export function withoutValue(tree: SourceTree, file: ProjectPath, key: string): Draft | undefined {
  const edits = environmentEntries(tree.text(file)?.text ?? "")
    .filter(({ name, valueStart, valueEnd }) => name === key && valueEnd > valueStart)
    .map(({ valueStart: start, valueEnd: end }) => ({ file, start, end, text: "", why: "keeps no value" }));
  return edits.length === 0 ? undefined : { ...bare, edits };
}
