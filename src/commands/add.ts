/** `steady-shelf add`. */
import { readFileSync } from "node:fs";
import { extname } from "node:path";
import { ShelfError, reasonOf } from "../core/errors.js";
import { isBelow, type ProjectPath } from "../core/paths.js";
import { nearestConfiguration, readConfiguration } from "../core/project/index.js";
import {
  detectStacks,
  stackOfFiles,
  fitArrangements,
  openApp,
  planAddition,
  planFeature,
  projectName,
  usualSource,
  type AddRequest,
  type App,
} from "../core/setup/index.js";
import { readStack, stackMarks } from "../core/arrangement/index.js";
import { creationView } from "../terminal/creation-view.js";
import { carryOutOrShow } from "./carry-out.js";
import { openContext, type CommonOptions, type Context } from "./context.js";
import { creationJson } from "./creation-json.js";
import { settleFirst } from "./settle.js";
import { typedWords } from "./typed-words.js";

/** What was typed. */
export interface AddOptions extends CommonOptions {
  readonly role: string;
  readonly name: string;
  readonly feature?: string | undefined;
  readonly shelf?: string | undefined;
  readonly with?: string | undefined;
  readonly without?: string | undefined;
  readonly from?: string | undefined;
  readonly write: boolean;
}

/** Runs the command; gives the exit code. */
export async function runAdd(options: AddOptions): Promise<number> {
  const context = openContext(options);
  await settleFirst(context);
  const app = await openAppHere(context);
  const request: AddRequest = {
    role: options.role,
    name: options.name,
    feature: options.feature,
    shelf: options.shelf,
    with: listed(options.with),
    without: listed(options.without),
    from: options.from === undefined ? undefined : readFrom(options.from),
  };
  const creation = options.role === "feature" ? planFeature(app, request) : planAddition(app, request);
  return carryOutOrShow(context, {
    creation,
    command: commandText(options),
    write: options.write,
    show: (change) => {
      if (context.json) context.say(JSON.stringify(creationJson(creation, change), undefined, 2));
      else context.say(creationView(creation, context.screen, { done: change !== undefined }));
    },
  });
}

/** The app of the folder that is stood in. Without a configuration, what fits best is taken, and that is said. */
async function openAppHere(context: Context): Promise<App> {
  const { store, standing } = context;
  const file = nearestConfiguration(store, standing);
  const configuration = file === undefined ? undefined : await readConfiguration(store, file);
  const folder = configuration?.folder ?? standing;
  const listing = async (): Promise<ProjectPath[]> =>
    (await store.list()).files.map((each) => each.path).filter((path) => folder === "" || isBelow(path, folder));
  const stack = configuration?.stack ?? detectStacks(store, folder)[0]?.name ?? stackOfFiles(await listing())?.name;
  if (stack === undefined)
    throw new ShelfError("STACK_UNSURE", {
      path: configuration?.file ?? (folder === "" ? store.root : folder),
      paths: stackMarks().map(({ name }) => name),
    });
  const data = readStack(stack, configuration?.placeOf("stack"));
  const source = configuration?.source ?? usualSource(store, folder, { stack: data, name: projectName(store, folder) });
  if (configuration?.arrangement !== undefined)
    return openApp(store, { folder, stack, source, arrangement: configuration.arrangement, configuration });
  const paths = await listing();
  const [fit] = fitArrangements({ store, folder, stack: data, paths, source: configuration?.source });
  context.note(
    `${file ?? "Without a steady-shelf.yaml,"} ${file === undefined ? "" : "names no arrangement, so "}the arrangement that fits best is taken: ${fit?.arrangement}. \`steady-shelf init\` writes it down.`,
  );
  return openApp(store, {
    folder,
    stack,
    source: fit?.source ?? source,
    arrangement: fit?.arrangement ?? "",
    configuration,
    words: fit?.words ?? {},
    names: fit?.names ?? {},
  });
}

function listed(text: string | undefined): string[] {
  return (text ?? "").split(/[\s,]+/).filter((each) => each !== "");
}

function readFrom(file: string): NonNullable<AddRequest["from"]> {
  try {
    return { bytes: readFileSync(file), extension: extname(file).toLowerCase() };
  } catch (error) {
    throw new ShelfError("UNREADABLE", { path: file, reason: reasonOf(error) }, error);
  }
}

function commandText({ role, name, ...options }: AddOptions): string {
  const words = (["feature", "shelf", "with", "without", "from"] as const).flatMap((key) =>
    options[key] === undefined ? [] : [`--${key}`, options[key]],
  );
  return typedWords(["add", role, name, ...words]);
}
