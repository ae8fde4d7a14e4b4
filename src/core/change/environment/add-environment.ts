/**
 * `add environment`: a file for the values of one environment, which git ignores; a sample that lists every key that the code reads,
 * without values; and a file of the app that gives them with types and says at once which one is missing.
 */
import { environmentEntries, environmentFile, type App } from "../../app/index.js";
import { ShelfError } from "../../base/errors.js";
import { inCase, splitWords } from "../../base/names/index.js";
import { folderOf, inFolder, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { AppAnalysis } from "../../insight/analysis.js";
import { environmentOf, type Environment } from "../../insight/environment.js";
import { isScript, languageFor } from "../../languages/index.js";
import { draftAddition, ignoreSecret, isIgnored, SetupDraft, type SetUp } from "../setup/index.js";
import type { Draft } from "../draft.js";
import { linesFor, sampleName } from "./sample.js";

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

/** Draws it up; what is there stays. Throws `NAME_UNUSABLE`, and `NAME_TAKEN` where the environment has its file and nothing is missing. */
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
  const sample = fillSample(draft, app, { keys, environment });
  showSample(draft, app, sample);
  for (const path of tree.paths.filter((each) => environmentFile(each) === "values" && isOf(app, each)))
    if (environmentEntries(tree.text(path)?.text ?? "").some(({ value }) => value !== ""))
      draft.note(
        `Git sees ${path} with its values; \`git rm --cached ${path}\` takes it out if it is tracked, and what was secret has to change.`,
      );
  const own = draft.finish();
  const settings = typedSettings(app, tree, environment);
  const all = settings
    ? { ...own, draft: both(own.draft, settings.draft), notes: [...own.notes, ...settings.notes] }
    : own;
  return { ...all, file, keys };
}

function isOf({ folder }: App, path: ProjectPath): boolean {
  return folder === "" || isBelow(path, folder);
}

function both(one: Draft, other: Draft): Draft {
  return {
    moves: [...one.moves, ...other.moves],
    edits: [...one.edits, ...other.edits],
    made: [...one.made, ...other.made],
    claims: [...one.claims, ...other.claims],
  };
}

/** Every key has a line in the sample, which git does not ignore. */
function fillSample(
  draft: SetupDraft,
  { folder }: App,
  { keys, environment: { samples } }: { readonly keys: readonly string[]; readonly environment: Environment },
): ProjectPath {
  const [sample] = samples;
  const path = sample?.path ?? inFolder(folder, sampleName);
  const why = "lists what the app reads";
  const listed = new Set(samples.flatMap(({ entries }) => entries.map(({ name }) => name)));
  const missing = keys.filter((key) => !listed.has(key));
  if (sample === undefined && draft.has(path))
    draft.note(`${path} is ignored by git, so it was not read; run this again once git sees it.`);
  else if (sample === undefined) draft.make(path, linesFor(keys, "\n"), why);
  else if (missing.length > 0)
    draft.edit(
      path,
      (text) => `${text}${text === "" || text.endsWith("\n") ? "" : "\n"}${linesFor(missing, "\n")}`,
      why,
    );
  return path;
}

/** What is ignored with all its kin is no sample for anybody: git has to see it. */
function showSample(draft: SetupDraft, { folder }: App, sample: ProjectPath): void {
  const path = inFolder(folder, ".gitignore");
  const line = `!${nameOf(sample)}`;
  if (!isIgnored(draft.textOf(path) ?? "", nameOf(sample))) return;
  draft.edit(path, (text) => `${text}${text.endsWith("\n") ? "" : "\n"}${line}\n`, "lets git see the sample");
}

/** Prefixes by which bundlers let keys into what is built; they say nothing. Source: the documentation of each. */
const prefixes = /^(?:VITE|REACT_APP|NEXT_PUBLIC|EXPO_PUBLIC|NUXT_PUBLIC|VUE_APP|GATSBY|PUBLIC)_/;

/** A file that gives all keys with types, where none of the app's files does so and its shelves have a place for one. */
function typedSettings(app: App, tree: SourceTree, { read }: Environment): SetUp | undefined {
  const reads = [...read].flatMap(([key, files]) => {
    const [file] = files;
    const accessor = files.map((path) => readOf(tree, path, key)).find((each) => each !== undefined);
    return file !== undefined && accessor !== undefined ? [{ key, file, accessor }] : [];
  });
  const [first] = reads;
  if (!first || !isScript(first.file) || isGathered(read)) return undefined;
  const isTyped = [...read.values()].flat().some((path) => /\.[cm]?tsx?$/.test(path));
  const text = settingsText(reads, isTyped);
  const extension = isTyped ? ".ts" : ".js";
  const from = { bytes: Buffer.from(text), extension };
  const made =
    orNothing(() => draftAddition(app, { role: "config", name: "environment", with: [], without: [], from })) ??
    orNothing(() => besideReader(app, read, `environment${extension}`, text));
  const [path] = made?.draft.made.map((each) => each.path) ?? [];
  return made && { ...made, notes: [...made.notes, ...(path === undefined ? [] : [useNote(path)])] };
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

/** How a file reads a key, whole: `import.meta.env.VITE_API_URL`. */
function readOf(tree: SourceTree, path: ProjectPath, key: string): string | undefined {
  const found = languageFor(path)
    ?.environmentKeys?.(tree.text(path)?.text ?? "")
    .find(({ name }) => name === key);
  if (found?.read !== undefined) return /^(?:process|import)\b/.test(found.read) ? found.read : undefined;
  return found && (tree.text(path)?.text.includes("import.meta.env") ? `import.meta.env.${key}` : `process.env.${key}`);
}

function settingsText(reads: readonly { readonly key: string; readonly accessor: string }[], isTyped: boolean): string {
  const names = new Set<string>();
  const lines = reads.map(({ key, accessor }) => {
    const short = inCase(splitWords(key.replace(prefixes, "").toLowerCase()), "camel");
    const name =
      /^[a-z]\w*$/i.test(short) && !names.has(short) ? short : inCase(splitWords(key.toLowerCase()), "camel");
    names.add(name);
    return `  ${name}: given("${key}", ${accessor}),\n`;
  });
  const [types, result, fixed] = isTyped ? [": string", ": string", " as const"] : ["", "", ""];
  const value = isTyped ? "value: string | undefined" : "value";
  return [
    "/** What the environment tells the app: each key has a line in the sample. */\n",
    `export const environment = {\n${lines.join("")}}${fixed};\n\n`,
    "/** Says at once which key is missing, rather than failing later where it is used. */\n",
    `function given(key${types}, ${value})${result} {\n`,
    '  if (value === undefined || value === "") throw new Error(`${key} is not set`);\n',
    "  return value;\n}\n",
  ].join("");
}
