/** `steady-shelf init`. */
import { arrangementNames, readArrangement, readStack, stackMarks } from "../core/arrangement/index.js";
import { ShelfError } from "../core/errors.js";
import { inFolder, isBelow, type ProjectPath } from "../core/paths.js";
import { configurationFile, readConfiguration } from "../core/project/index.js";
import {
  detectStacks,
  stackOfFiles,
  hasBegun,
  likelySource,
  planBegunApp,
  planNewApp,
  projectName,
  usualSource,
  type Fill,
  type InitPlan,
} from "../core/setup/index.js";
import { creationView, fitView } from "../terminal/creation-view.js";
import { carryOutOrShow } from "./carry-out.js";
import { openContextOfApp, type CommonOptions, type Context } from "./context.js";
import { creationJson } from "./creation-json.js";
import { settleFirst } from "./settle.js";
import { typedWords } from "./typed-words.js";

/** What was typed. */
export interface InitOptions extends CommonOptions {
  readonly stack?: string | undefined;
  readonly arrangement?: string | undefined;
  readonly source?: string | undefined;
  readonly fill?: Fill | undefined;
  readonly alias?: string | undefined;
  readonly write: boolean;
  readonly all: boolean;
}

/** Runs the command; gives the exit code. */
export async function runInit(options: InitOptions): Promise<number> {
  const context = openContextOfApp(options);
  await settleFirst(context);
  const folder = context.standing;
  await ensureSameDecision(context, folder, options);
  const paths = (await context.store.list()).files
    .map((file) => file.path)
    .filter((path) => folder === "" || isBelow(path, folder));
  const stack = readStack(options.stack ?? (await chooseStack(context, folder, paths)));
  const input = {
    store: context.store,
    folder,
    stack,
    paths,
    source: options.source,
    arrangement: options.arrangement,
  };
  const source = options.source ?? likelySource(input);
  const plan = hasBegun(input, source)
    ? planBegunApp(input)
    : await planNew(context, { ...options, stack: stack.name });
  return carryOutOrShow(context, {
    creation: plan.creation,
    command: typedWords(["init", "--stack", stack.name, "--arrangement", plan.app.arrangement.data.name]),
    write: options.write,
    show: (change) => show(context, plan, options, change),
  });
}

/** A second `init` may say what the first has decided, and nothing else. */
async function ensureSameDecision({ store }: Context, folder: ProjectPath, options: InitOptions): Promise<void> {
  const file = inFolder(folder, configurationFile);
  if (store.stat(file)?.kind !== "file") return;
  const configuration = await readConfiguration(store, file);
  for (const key of ["stack", "arrangement", "source"] as const) {
    const [said, asked] = [configuration[key], options[key]];
    if (asked !== undefined && said !== undefined && said !== asked)
      throw new ShelfError("SET_UP_ALREADY", {
        path: file,
        reason: `its ${key} is ${said}`,
        place: configuration.placeOf(key),
      });
  }
}

async function planNew(context: Context, options: InitOptions & { readonly stack: string }): Promise<InitPlan> {
  const { store, standing: folder, canAsk } = context;
  const stack = readStack(options.stack);
  const file = inFolder(folder, configurationFile);
  const configuration = store.stat(file)?.kind === "file" ? await readConfiguration(store, file) : undefined;
  const asks = canAsk && !options.write && !configuration;
  const arrangement =
    options.arrangement ??
    configuration?.arrangement ??
    (asks ? await chooseArrangement(context, stack.arrangements) : stack.arrangements[0]);
  const fill = options.fill ?? (asks ? await chooseFill() : "starters");
  const source =
    options.source ?? configuration?.source ?? usualSource(store, folder, { stack, name: projectName(store, folder) });
  return planNewApp(store, {
    folder,
    stack: stack.name,
    arrangement: arrangement ?? "",
    source,
    fill,
    configuration,
    ...(options.alias !== undefined && { alias: options.alias }),
  });
}

async function chooseStack(
  { store, canAsk }: Context,
  folder: ProjectPath,
  paths: readonly ProjectPath[],
): Promise<string> {
  const byCode = stackOfFiles(paths);
  const found = [...detectStacks(store, folder), ...(byCode ? [byCode] : [])];
  const [first] = found;
  if (!canAsk && first) return first.name;
  const marks = stackMarks();
  const names = marks.map(({ name }) => name);
  if (!canAsk) throw new ShelfError("STACK_UNSURE", { path: folder === "" ? store.root : folder, paths: names });
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

function show(context: Context, plan: InitPlan, { all }: InitOptions, change?: string): void {
  const { app, creation, folders, fit } = plan;
  const { name, title } = app.arrangement.data;
  if (context.json) {
    const decided = {
      stack: app.stack.name,
      arrangement: name,
      source: app.layout.source,
      folders,
      ...(fit && { fit }),
    };
    return context.say(JSON.stringify({ ...creationJson(creation, change), ...decided }, undefined, 2));
  }
  const purpose = fit ? undefined : `for an app in ${app.stack.title}: ${title}`;
  const view = creationView(creation, context.screen, {
    done: change !== undefined,
    folders,
    ...(purpose !== undefined && { purpose }),
  });
  if (!fit) return context.say(view);
  const fits =
    fit.onShelf * 2 >= fit.files ? `It fits ${name} best.` : `No arrangement fits it well; ${name} comes nearest.`;
  context.say(`This app has begun, so only its configuration is written. ${fits}\n`);
  context.say(`${fitView(fit, context.screen, all)}\n\n${view}`);
}
