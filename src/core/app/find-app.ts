/** Which app somebody means who stands in a folder, and how it is set up: by its configuration, else by what is there. */
import { ownArrangement, readStack, stackMarks } from "./arrangement/index.js";
import { ShelfError } from "../base/errors.js";
import { isBelow, type ProjectPath } from "../base/paths.js";
import { nearestConfiguration, readConfiguration, type Configuration } from "./configuration/index.js";
import type { FileReader } from "../files/index.js";
import { openApp, type App } from "./app.js";
import { likelyStack } from "./detect-stack.js";
import { bestFit, usualSource, type Fit, type FitInput } from "./fit.js";
import { likelyLanguage } from "./likely-language.js";

/** An app that was found. */
export interface FoundApp {
  readonly app: App;
  /** Whether no configuration names its arrangement, so that the one that fits best was taken. */
  readonly guessed: boolean;
}

/** What is known already, so that it is not looked for again. */
export interface FindAppHints {
  /** The project's files. */
  readonly paths?: readonly ProjectPath[] | undefined;
  readonly configuration?: Configuration | undefined;
  /** The source root, from the app's folder, and the stack, where somebody has said them. */
  readonly source?: string | undefined;
  readonly stack?: string | undefined;
  /** Whether the app is to be taken in its own way, even if an arrangement fits. */
  readonly isOwn?: boolean | undefined;
}

/** The app around a folder. Throws `STACK_UNSURE` where nothing tells how it is built, and what `openApp` throws. */
export async function findApp(store: FileReader, standing: ProjectPath, hints: FindAppHints = {}): Promise<FoundApp> {
  const file = hints.configuration ? undefined : nearestConfiguration(store, standing);
  const configuration = hints.configuration ?? (file === undefined ? undefined : await readConfiguration(store, file));
  const folder = configuration?.folder ?? standing;
  const filesHere = async (): Promise<ProjectPath[]> =>
    hints.paths?.filter((path) => isBelow(path, folder)) ?? (await filesOfApp(store, folder));
  const name = configuration?.stack ?? hints.stack ?? (await likelyStack(store, folder, filesHere))?.name;
  if (name === undefined) throw stackUnsure(store, configuration?.file ?? folder);
  const stack = readStack(name, configuration?.placeOf("stack"));
  if (configuration?.arrangement !== undefined) {
    const { arrangement } = configuration;
    const source = configuration.source ?? usualSource(store, { folder, stack });
    return { app: openApp(store, { folder, stack: name, source, arrangement, configuration }), guessed: false };
  }
  const paths = await filesHere();
  const source = configuration?.source ?? hints.source;
  return {
    app: likeliestApp(store, { folder, stack, paths, source, configuration, isOwn: hints.isOwn }),
    guessed: true,
  };
}

/** What an app is guessed by that names no arrangement. */
export interface Guessing extends Omit<FitInput, "store" | "arrangement"> {
  readonly configuration: Configuration | undefined;
  readonly isOwn?: boolean | undefined;
}

/** The app under the arrangement that fits best, or under its own. */
export function likeliestApp(store: FileReader, { folder, stack, paths, source, configuration, isOwn }: Guessing): App {
  const fit = bestFit({ store, folder, stack, paths, source });
  const arrangement = isOwn !== true && fits(fit) ? fit.arrangement : ownArrangement;
  const language = configuration?.language ?? likelyLanguage(store, folder, paths);
  return openApp(store, {
    ...fit,
    arrangement,
    words: fit.allWords,
    folder,
    stack: stack.name,
    language,
    configuration,
  });
}

/** An arrangement that ships is an app's own only if so many of its files lie on the shelves. */
const partThatFits = 0.8;

/** Whether an arrangement really fits. */
export function fits({ onShelf, files }: Pick<Fit, "onShelf" | "files">): boolean {
  return onShelf >= files * partThatFits;
}

/** The files of an app, from the project's root. */
export async function filesOfApp(store: FileReader, folder: ProjectPath): Promise<ProjectPath[]> {
  const { files } = await store.list();
  return files.map(({ path }) => path).filter((path) => isBelow(path, folder));
}

/** The refusal where nothing tells how an app is built. */
export function stackUnsure(store: FileReader, folder: ProjectPath): ShelfError {
  return new ShelfError("STACK_UNSURE", {
    path: folder === "" ? store.root : folder,
    paths: stackMarks().map(({ name }) => name),
  });
}
