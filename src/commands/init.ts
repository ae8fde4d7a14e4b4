/** `steady-shelf init`. */
import {
  arrangementNames,
  ownArrangement,
  readArrangement,
  readStack,
  stackMarks,
  type StackData,
} from "../core/app/arrangement/index.js";
import type { Plan } from "../core/change/plan/index.js";
import { ShelfError } from "../core/base/errors.js";
import { inFolder, isBelow, relativePath, toProjectPath, type ProjectPath } from "../core/base/paths.js";
import type { CodeLanguage } from "../core/languages/index.js";
import {
  aliasMappings,
  configurationFile,
  readConfiguration,
  type Configuration,
} from "../core/app/configuration/index.js";
import {
  detectStacks,
  filesOfApp,
  stackUnsure,
  likelyStack,
  hasChoice,
  likelyLanguage,
  likelySource,
  usualSource,
  type FitInput,
} from "../core/app/index.js";
import {
  draftBegunApp,
  draftNewApp,
  hasBegun,
  type BegunApp,
  type Fill,
  type InitPlan,
} from "../core/change/setup/index.js";
import { ReadingsInMemory } from "../core/files/index.js";
import { hasShownList } from "../core/insight/shown-analysis.js";
import { conventionsView, featuresView } from "../terminal/conventions-view.js";
import { fitView } from "../terminal/fit-view.js";
import { planView } from "../terminal/plan-view.js";
import { wrap } from "../terminal/screen.js";
import { carryOutSetUp } from "./carry-out.js";
import { openContextOfApp, type CommonOptions, type Context } from "./context.js";
import { conventionsJson } from "../documents/conventions-json.js";
import { planJson } from "../documents/plan-json.js";
import { settleFirst } from "./settle.js";
import { typedWords } from "./typed-words.js";

/** What was typed. */
export interface InitOptions extends CommonOptions {
  readonly stack?: string | undefined;
  readonly arrangement?: string | undefined;
  readonly source?: string | undefined;
  readonly language?: CodeLanguage | undefined;
  readonly fill?: Fill | undefined;
  readonly alias?: string | undefined;
  readonly like?: string | undefined;
  readonly write: boolean;
  readonly acceptDifferent: boolean;
  readonly rehearse?: string | undefined;
  readonly all: boolean;
}

/** Runs the command; gives the exit code. */
export async function runInit(options: InitOptions): Promise<number> {
  const context = openContextOfApp(options);
  await settleFirst(context);
  const { store, standing: folder } = context;
  const file = inFolder(folder, configurationFile);
  const configuration = store.stat(file)?.kind === "file" ? await readConfiguration(store, file) : undefined;
  const wanted = { ...options, ...(options.source !== undefined && { source: sourceFrom(options.source) }) };
  if (configuration) ensureSameDecision(configuration, wanted);
  const paths = await filesOfApp(store, folder);
  const stack = readStack(options.stack ?? configuration?.stack ?? (await chooseStack(context, folder, paths)));
  const arrangement = wanted.arrangement ?? configuration?.arrangement;
  const input = { store, folder, stack, paths, arrangement, source: wanted.source ?? configuration?.source };
  const like =
    options.like === undefined ? undefined : exampleFrom(context, options.like, { ...wanted, configuration });
  const isBegun = hasBegun(input, input.source ?? likelySource(input)) || configuration?.inGroups === true;
  // An app whose files all lie in one folder may have begun in the groups of its project.
  const looked: Looked =
    isBegun || hasShownList({ paths }) ? await lookAt(context, input, { configuration, like }) : {};
  const plan =
    isBegun || looked.inGroups === true
      ? draftBegunApp({ ...input, paths: looked.paths ?? paths }, { alias: options.alias, ...looked })
      : await planNew(context, { ...wanted, stack, arrangement, configuration });
  return carryOutSetUp(context, {
    setUp: plan.setUp,
    command: commandText(options, plan),
    write: options.write,
    acceptDifferent: options.acceptDifferent,
    rehearse: options.rehearse,
    show: (planned, change, tried) => show(context, { ...plan, planned, tried }, options, change),
  });
}

/** An app that was looked at, and its files where they stand: as they lie, or as they are shown. */
type Looked = Omit<BegunApp, "alias"> & { readonly paths?: readonly ProjectPath[] };

/** The app as it is, unless somebody says what it is to be. */
async function lookAt(
  { store, standing, progress }: Context,
  { arrangement, source, stack, folder }: FitInput,
  {
    configuration,
    like,
  }: { readonly configuration: Configuration | undefined; readonly like: ProjectPath | undefined },
): Promise<Looked> {
  const isOwn = arrangement === ownArrangement || like !== undefined;
  if ((arrangement !== undefined && !isOwn) || configuration) return {};
  const { analyse } = await import("../core/insight/analysis.js");
  const { asShown, isOrderedByGroups } = await import("../core/insight/shown-analysis.js");
  const { shownPrefix } = await import("../core/insight/rules/class-prefix.js");
  const { tellingAliases } = await import("../core/insight/untold-aliases.js");
  const as = { source, stack: stack.name, isOwn };
  const kept = new ReadingsInMemory();
  const first = await analyse(store, { standing, progress: progress.report, as, like, kept });
  const files = first.apps.flatMap(({ catalogue }) => [...catalogue.entries.keys()]);
  const untold = tellingAliases({ graph: first.graph, folder, files });
  const file = inFolder(folder, configurationFile);
  // What names mean tells who uses whom, and that what files are.
  const aliases = untold.flatMap(({ name, target }) =>
    aliasMappings(name, relativePath(folder, target.folder) || ".", file),
  );
  const onDisk =
    untold.length === 0
      ? first
      : await analyse(store, { standing, progress: progress.report, as, like, kept, aliases });
  progress.clear();
  const inGroups = like === undefined && isOrderedByGroups(onDisk);
  const { apps, graph } = inGroups ? asShown(onDisk) : onDisk;
  const [analysed] = apps;
  const entries = [...(analysed?.catalogue.entries.values() ?? [])];
  return {
    analysed,
    inGroups,
    untold,
    classPrefix: shownPrefix({ entries, graph }),
    paths: graph.tree.filesBelow(folder),
  };
}

/** What stands in the history: what was decided, as it could be typed again. */
function commandText(options: InitOptions, { app }: InitPlan): string {
  const arrangement = options.arrangement ?? app.configuration?.arrangement ?? app.arrangement.data.name;
  const words = (["source", "language", "fill", "alias", "like"] as const).flatMap((key) =>
    options[key] === undefined ? [] : [`--${key}`, options[key]],
  );
  const accepted = options.acceptDifferent ? ["--accept-different"] : [];
  return typedWords(["init", "--stack", app.stack.name, "--arrangement", arrangement, ...words, ...accepted]);
}

/**
 * The folder of the feature that is the example. Throws `SOURCE_MISSING`, `SET_UP_ALREADY`, `EXAMPLE_UNFIT` for a file, for a
 * folder that no folder of the app holds, and beside an arrangement.
 */
function exampleFrom(
  { store, standing, pathOf }: Context,
  typed: string,
  {
    arrangement,
    configuration,
  }: Pick<InitOptions, "arrangement"> & { readonly configuration: Configuration | undefined },
): ProjectPath {
  const path = pathOf(typed.replace(/[\\/]+$/, ""));
  const kind = store.stat(path)?.kind;
  if (configuration)
    throw new ShelfError("SET_UP_ALREADY", {
      path: configuration.file,
      reason: "its shelves are written down, and --like would write others",
      place: configuration.placeOf("version"),
    });
  if (kind === undefined) throw new ShelfError("SOURCE_MISSING", { path });
  const reason =
    kind !== "folder"
      ? "it is a file"
      : path === standing || !isBelow(path, standing)
        ? "it is not inside the app"
        : arrangement !== undefined && arrangement !== ownArrangement
          ? `${arrangement} says already how features are arranged`
          : undefined;
  if (reason !== undefined) throw new ShelfError("EXAMPLE_UNFIT", { path, reason });
  return path;
}

/** A source root as typed, from the app's folder. Throws `OUTSIDE_PROJECT`. */
function sourceFrom(typed: string): string {
  const path = /^(?:[\\/]|[a-zA-Z]:)/.test(typed) ? undefined : toProjectPath(typed.replaceAll("\\", "/"));
  if (path === undefined) throw new ShelfError("OUTSIDE_PROJECT", { path: typed, other: "the app's folder" });
  return path === "" ? "." : path;
}

/** A second `init` may say what the first has decided, and nothing else. Throws `SET_UP_ALREADY`. */
function ensureSameDecision(configuration: Configuration, options: InitOptions): void {
  for (const key of ["stack", "arrangement", "source", "language"] as const) {
    const [said, asked] = [configuration[key], options[key]];
    if (asked !== undefined && said !== undefined && said !== asked)
      throw new ShelfError("SET_UP_ALREADY", {
        path: configuration.file,
        reason: `its ${key} is ${said}`,
        place: configuration.placeOf(key),
      });
  }
}

interface NewApp extends Omit<InitOptions, "stack"> {
  readonly stack: StackData;
  readonly configuration: Configuration | undefined;
}

async function planNew(context: Context, options: NewApp): Promise<InitPlan> {
  const { store, standing: folder, canAsk } = context;
  const { stack, configuration } = options;
  const asks = canAsk && !options.write && !configuration;
  const usual = stack.arrangements[0] ?? "";
  const arrangement = options.arrangement ?? (asks ? await chooseArrangement(context, stack.arrangements) : usual);
  if (options.like !== undefined)
    throw new ShelfError("EXAMPLE_UNFIT", { path: options.like, reason: "there is no code in the app's folders yet" });
  // What has not begun has no way of its own yet.
  if (arrangement === ownArrangement)
    throw new ShelfError("ARRANGEMENT_UNFIT", {
      path: arrangement,
      other: "an app that has not begun",
      paths: stack.arrangements,
    });
  const fill = options.fill ?? (asks ? await chooseFill() : "starters");
  const source = options.source ?? configuration?.source ?? usualSource(store, { folder, stack });
  const { alias } = options;
  const likely = options.language ?? configuration?.language ?? likelyLanguage(store, folder);
  const language = hasChoice(stack) ? likely : undefined;
  return draftNewApp(store, { folder, stack: stack.name, arrangement, source, language, fill, configuration, alias });
}

async function chooseStack(
  { store, canAsk, note }: Context,
  folder: ProjectPath,
  paths: readonly ProjectPath[],
): Promise<string> {
  const likely = await likelyStack(store, folder, () => Promise.resolve(paths));
  const found = likely ? [likely, ...detectStacks(store, folder).filter(({ name }) => name !== likely.name)] : [];
  const [first, second] = found;
  if (first && canAsk && !second) note(`${first.by} says that this is an app in ${first.title}.\n`);
  if (first && (!canAsk || !second)) return first.name;
  const marks = stackMarks();
  if (!canAsk) throw stackUnsure(store, folder);
  const { askChoice } = await import("../terminal/choice.js");
  const hint = (name: string): string | undefined => found.find((each) => each.name === name)?.by;
  return askChoice(
    "How is the app built?",
    marks.map(({ name, title }) => ({
      value: name,
      label: title,
      hint: hint(name) === undefined ? "" : `found in ${hint(name)}`,
    })),
    first?.name,
  );
}

async function chooseArrangement({ store, standing: folder }: Context, names: readonly string[]): Promise<string> {
  const { askChoice } = await import("../terminal/choice.js");
  const known = arrangementNames().filter((name) => names.includes(name));
  const ordered = names.filter((name) => known.includes(name));
  const choices = ordered.map((name) => {
    const { data } = readArrangement(name, { store, folder });
    return { value: name, label: `${name}: ${data.title}`, hint: data.about };
  });
  return askChoice("Which arrangement?", choices, ordered[0]);
}

async function chooseFill(): Promise<Fill> {
  const { askChoice } = await import("../terminal/choice.js");
  const starters = {
    value: "starters",
    label: "starter files",
    hint: "a few that compile, and a line of README where there is none",
  };
  const readmes = { value: "readmes", label: "README lines", hint: "one line in each folder says what it is for" };
  const answer = await askChoice("What should the folders begin with?", [starters, readmes], "starters");
  return answer === "readmes" ? "readmes" : "starters";
}

interface Shown extends InitPlan {
  readonly planned: Plan;
  readonly tried: object;
}

function show(context: Context, shown: Shown, { all }: InitOptions, change?: string): void {
  const { app, planned, tried, setUp, folders, fit, conventions, features = [] } = shown;
  const hasBegunAlready = fit !== undefined || conventions !== undefined;
  const { notes } = setUp;
  const { name, title } = app.arrangement.data;
  if (context.json) {
    const decided = {
      stack: app.stack.name,
      arrangement: name,
      source: app.layout.source,
      folders,
      ...(fit && { fit }),
      ...(conventions && { conventions: conventionsJson(conventions) }),
      ...(hasBegunAlready && { features }),
    };
    return context.say(JSON.stringify({ ...planJson(planned, change), notes, ...decided, ...tried }, undefined, 2));
  }
  const purpose = hasBegunAlready ? undefined : `for an app in ${app.stack.title}: ${title}`;
  const view = planView(planned, context.screen, {
    all: true,
    staysIn: () => undefined,
    notes,
    nothing: "Nothing to do: all of it is there already.",
    ...(purpose !== undefined && { app: { folders, purpose } }),
    ...(change !== undefined && { change }),
  });
  if (!hasBegunAlready) return context.say(view);
  const isOwn = name === ownArrangement;
  const like = isOwn ? "It is organised in its own way." : `It is ${name}.`;
  context.say(`${wrap(`This app has begun, so only its configuration is written. ${like}`, context.screen.width)}\n`);
  // What has a shelf of its own is on one.
  const off = new Set(conventions?.off ?? []);
  const isOff = (folder: string): boolean =>
    conventions === undefined || [...off].some((path) => path.startsWith(`${folder}/`));
  if (fit)
    context.say(`${fitView({ ...fit, off: fit.off.filter(({ folder }) => isOff(folder)) }, context.screen, all)}\n`);
  if (conventions && (isOwn || conventions.shelves.length > 0))
    context.say(`${conventionsView(conventions, context.screen, { all, isBeside: !isOwn })}\n`);
  if (conventions) context.say(`${featuresView(features, context.screen, all)}\n`);
  context.say(view);
}
