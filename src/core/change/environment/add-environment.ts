/**
 * `add environment`: a file for the values of one environment, which git ignores; a sample that lists every key that the code reads,
 * without values; and a file of the app that gives them with types and says at once which one is missing.
 */
import { environmentEntries, environmentFile, likelyLanguage, type App } from "../../app/index.js";
import { ShelfError } from "../../base/errors.js";
import { folderOf, inFolder, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { AppAnalysis } from "../../insight/analysis.js";
import { environmentOf, type Environment } from "../../insight/environment.js";
import { languageFor, type EnvironmentKey } from "../../languages/index.js";
import { draftAddition, ignoreSecret, isIgnored, SetupDraft, type SetUp } from "../setup/index.js";
import type { Draft } from "../draft.js";
import { linesFor, sampleDraft, sampleName } from "./sample.js";

/** What was asked. */
export interface EnvironmentRequest {
  readonly analysed: AppAnalysis;
  readonly graph: ReferenceGraph;
  readonly tree: SourceTree;
  /** `staging`; `default` is that of `.env` itself. */
  readonly name: string;
}

/** An environment that was drawn up. */
export interface AddedEnvironment extends SetUp {
  /** The file for its values. */
  readonly file: ProjectPath;
  /** The keys that the app reads or the sample lists, in order. */
  readonly keys: readonly string[];
}

/** Draws it up; what is there stays. Throws `NAME_UNUSABLE`. */
export function addEnvironment({ analysed, graph, tree, name }: EnvironmentRequest): AddedEnvironment {
  const { app, catalogue } = analysed;
  if (!/^[A-Za-z][\w-]*$/.test(name) || environmentFile(`.env.${name}` as ProjectPath) !== "values")
    throw new ShelfError("NAME_UNUSABLE", {
      path: name,
      reason: "an environment is called by one word, such as staging",
    });
  const environment = environmentOf({ app, tree, graph, catalogue });
  const listed = environment.samples.flatMap(({ entries }) => entries.map((each) => each.name));
  const keys = [...new Set([...environment.read.keys(), ...listed])].sort();
  const file = inFolder(app.folder, name === "default" ? ".env" : `.env.${name}`);
  const draft = new SetupDraft(app.store);
  if (draft.has(file)) draft.note(`${file} is there already and stays as it is.`);
  else draft.make(file, linesFor(keys, "\n"), "values of the environment");
  ignoreSecret(draft, app, nameOf(file));
  const sample = environment.samples[0]?.path ?? inFolder(app.folder, sampleName);
  const isUnseen = environment.samples.length === 0 && draft.has(sample);
  if (isUnseen) draft.note(`${sample} is ignored by git, so it was not read; run this again once git sees it.`);
  showSample(draft, app, sample);
  for (const path of tree.paths.filter((each) => environmentFile(each) === "values" && isOf(app, each)))
    if (environmentEntries(tree.text(path)?.text ?? "").some(({ value }) => value !== ""))
      draft.note(
        `Git sees ${path} with its values; \`git rm --cached ${path}\` takes it out if it is tracked, and what was secret has to change.`,
      );
  const { draft: own, notes, sets } = draft.finish();
  const settings = typedSettings(app, tree, environment);
  const parts = [
    own,
    ...(isUnseen || keys.length === 0 ? [] : [sampleDraft(tree, app.folder, keys)]),
    ...(settings ? [settings.draft] : []),
  ];
  return { draft: together(parts), notes: [...notes, ...(settings?.notes ?? [])], sets, file, keys };
}

function isOf({ folder }: App, path: ProjectPath): boolean {
  return folder === "" || isBelow(path, folder);
}

function together(drafts: readonly Draft[]): Draft {
  return {
    moves: [],
    edits: drafts.flatMap(({ edits }) => edits),
    made: drafts.flatMap(({ made }) => made),
    claims: drafts.flatMap(({ claims }) => claims),
  };
}

/** What is ignored with all its kin is no sample for anybody: git has to see it. */
function showSample(draft: SetupDraft, { folder }: App, sample: ProjectPath): void {
  const path = inFolder(folder, ".gitignore");
  const line = `!${nameOf(sample)}`;
  if (!isIgnored(draft.textOf(path) ?? "", nameOf(sample))) return;
  draft.edit(path, (text) => `${text}${text.endsWith("\n") ? "" : "\n"}${line}\n`, "lets git see the sample");
}

/** A file that gives all keys with types, where none of the app's files does so; on the shelf of settings, if there is one. */
function typedSettings(app: App, tree: SourceTree, { read }: Environment): SetUp | undefined {
  const keys = [...read].flatMap(([name, files]) => {
    const [file] = files;
    const found = file === undefined ? undefined : keyIn(tree, file, name);
    return file !== undefined && found ? [{ ...found, file }] : [];
  });
  const language = keys[0] && languageFor(keys[0].file);
  const made = isGathered(read)
    ? undefined
    : language?.environmentSettings?.(
        keys,
        app.configuration?.language ??
          likelyLanguage(
            app.store,
            app.folder,
            keys.map(({ file }) => file),
          ),
      );
  if (!made) return undefined;
  const from = { bytes: Buffer.from(made.text), extension: made.extension };
  const setUp =
    orNothing(() => draftAddition(app, { role: "config", name: "environment", with: [], without: [], from })) ??
    orNothing(() => besideReader(app, read, `environment${made.extension}`, made.text));
  const [path] = setUp?.draft.made.map((each) => each.path) ?? [];
  return setUp && { ...setUp, notes: [...setUp.notes, ...(path === undefined ? [] : [useNote(path)])] };
}

function useNote(path: ProjectPath): string {
  return `${path} gives the keys to the app; import it where they are read today.`;
}

/** Where the arrangement has no place for settings: beside the file that reads most of the keys. */
function besideReader({ store }: App, read: Environment["read"], name: string, text: string): SetUp {
  const [most = ""] = [...countsOf(read)].sort((a, b) => b[1] - a[1]).map(([path]) => path);
  const draft = new SetupDraft(store);
  draft.make(inFolder(folderOf(most as ProjectPath), name), text, "gives the environment with types");
  return draft.finish();
}

function orNothing(draw: () => SetUp): SetUp | undefined {
  try {
    return draw();
  } catch (error) {
    if (error instanceof ShelfError) return undefined;
    throw error;
  }
}

/** How many keys each file reads. */
function countsOf(read: Environment["read"]): ReadonlyMap<ProjectPath, number> {
  const counts = new Map<ProjectPath, number>();
  for (const path of [...read.values()].flat()) counts.set(path, (counts.get(path) ?? 0) + 1);
  return counts;
}

/** Whether one file reads most of the keys already. */
function isGathered(read: Environment["read"]): boolean {
  return read.size > 1 && [...countsOf(read).values()].some((times) => times >= read.size * 0.8);
}

function keyIn(tree: SourceTree, path: ProjectPath, key: string): EnvironmentKey | undefined {
  const text = tree.text(path)?.text ?? "";
  return languageFor(path)
    ?.environmentKeys?.(text)
    .find(({ name }) => name === key);
}
