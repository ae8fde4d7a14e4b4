/** What the tests of `init` and `add` share: small apps in memory. */
import { applyPlan } from "../../apply/index.js";
import { caller } from "../../apply/changes.test.suite.js";
import { at, type Files } from "../plan/planning.test.suite.js";
import { planDraft, type MadeFile, type Plan } from "../plan/index.js";
import { ownLines } from "../plan/own-lines.js";
import { parseConfiguration } from "../../app/configuration/parse-configuration.js";
import { applyEdits } from "../../base/text/index.js";
import { readTree, MemoryStore, type FileReader, type FileStore } from "../../files/index.js";
import { openApp, openProject, type App } from "../../app/index.js";
import { draftAddition, draftNewApp, type AddRequest, type InitRequest, type SetUp } from "./index.js";

/** An app in memory, set up by a configuration's lines (`version: 1` and `source: src` are understood). */
export function appOf(stack: string, arrangement: string, files: Files = {}, configuration = ""): App {
  const store = new MemoryStore(files);
  const text = `version: 1\n${configuration}`;
  const source = stack === "flutter" ? "lib" : "src";
  return openApp(store, {
    folder: at(""),
    stack,
    arrangement,
    source,
    configuration: parseConfiguration(text, at("steady-shelf.yaml")),
  });
}

/** `"component TreeCard --feature trees --with test"` as a request. */
export function requestOf(words: string): AddRequest {
  const [head = "", ...options] = words.split(" --");
  const [role = "", ...name] = head.split(" ");
  const option = (key: string): string | undefined =>
    options.find((each) => each.startsWith(`${key} `))?.slice(key.length + 1);
  const list = (key: string): string[] => option(key)?.split(",") ?? [];
  const from = option("from");
  return {
    role,
    name: name.join(" "),
    feature: option("feature"),
    shelf: option("shelf"),
    with: list("with"),
    without: list("without"),
    first: options.includes("first"),
    from: from === undefined ? undefined : { bytes: Buffer.from("bytes"), extension: from },
  };
}

/** What a draft comes to: the files that it makes, and the new texts of those that it changes. */
export interface Written {
  readonly made: readonly MadeFile[];
  readonly edited: readonly { readonly path: string; readonly text: string }[];
  readonly notes: readonly string[];
}

/** Applies a draft in memory. */
export function written(store: FileReader, { draft, notes }: SetUp): Written {
  const files = new Set(draft.edits.map(({ file }) => file));
  const edited = [...files].map((path) => {
    const text = store.read(path).toString();
    return {
      path,
      text: applyEdits(
        text,
        draft.edits.filter(({ file }) => file === path),
      ),
    };
  });
  return { made: draft.made, edited, notes };
}

/** What an addition comes to. */
export function addition(app: App, words: string): Written {
  return written(app.store, draftAddition(app, requestOf(words)));
}

/** Plans, proves and carries out what was drawn up, as the commands do. Throws where the proof fails. */
export async function carriedOut(store: FileStore, { draft }: SetUp): Promise<Plan> {
  const project = await openProject(store);
  const plan = await planDraft(project, draft);
  applyPlan({ store, tree: project.tree, plan, command: "add", acceptDifferent: false, acceptUnread: true, caller });
  return plan;
}

/** The paths that an addition makes, and `file: line` for each line that it adds. */
export function added(app: App, words: string): Promise<string[]> {
  return listOf(app.store, draftAddition(app, requestOf(words)));
}

/** A draft as lines of text. */
export async function listOf(store: FileReader, { draft }: SetUp): Promise<string[]> {
  const lines = ownLines(await readTree(store), draft.edits).map(({ file, text }) => `${file}: ${text.trim()}`);
  return [...draft.made.map(({ path }) => path), ...lines];
}

/** Sets a new app up in memory. */
export async function begun(
  request: Partial<InitRequest> & { readonly stack: string; readonly arrangement: string },
  files: Files = {},
): Promise<MemoryStore> {
  const store = new MemoryStore(files);
  const source = request.stack === "flutter" ? "lib" : "src";
  const { setUp } = draftNewApp(store, { folder: at(""), source, fill: "starters", ...request });
  if (setUp.draft.made.length + setUp.draft.edits.length > 0) await carriedOut(store, setUp);
  return store;
}
