/** `steady-shelf add`. */
import { readFileSync } from "node:fs";
import { extname } from "node:path";
import { readingProblem, ShelfError } from "../core/base/errors.js";
import { findApp, openProject, type App } from "../core/app/index.js";
import { ownArrangement, roleMeant } from "../core/app/arrangement/index.js";
import { draftAddition, draftFeature, isListedRole, type AddRequest, type SetUp } from "../core/change/setup/index.js";
import { setLead, toFillSection } from "../terminal/grown-view.js";
import { planView } from "../terminal/plan-view.js";
import { likeWhat } from "../wording/organised.js";
import { wrap } from "../terminal/screen.js";
import { carryOutSetUp } from "./carry-out.js";
import { openContext, type CommonOptions } from "./context.js";
import { planJson } from "../documents/plan-json.js";
import { UsageError } from "./failure.js";
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
  readonly like?: string | undefined;
  readonly first?: boolean | undefined;
  readonly wrap?: string | undefined;
  readonly write: boolean;
  readonly acceptDifferent: boolean;
  readonly rehearse?: string | undefined;
}

/** Runs the command; gives the exit code. */
export async function runAdd(options: AddOptions): Promise<number> {
  const context = openContext(options);
  await settleFirst(context);
  if (options.role === "action" && options.feature !== undefined) {
    const { runAddAction } = await import("./add-action.js");
    const code = await runAddAction(context, { ...options, feature: options.feature });
    if (code !== undefined) return code;
  }
  if (options.role === "feature" && options.with === undefined) {
    const { runAddFeature } = await import("./add-feature.js");
    const code = await runAddFeature(context, options);
    if (code !== undefined) return code;
  }
  if (options.role === "environment") {
    const { runAddEnvironment } = await import("./add-environment.js");
    return runAddEnvironment(context, options);
  }
  if (options.role === "starter") {
    if (options.from === undefined)
      throw new UsageError("A starter is made of a file: `steady-shelf add starter ROLE --from FILE`.");
    const { runAddStarter } = await import("./add-starter.js");
    return runAddStarter(options, options.from);
  }
  if (options.wrap !== undefined) {
    if (roleMeant(options.role) !== "layout")
      throw new UsageError("`--wrap` is for layouts: `steady-shelf add layout NAME --wrap SCREEN,…`.");
    if (listed(options.wrap).length === 0)
      throw new UsageError("`--wrap` names the screens that the layout goes around: `--wrap home,contact`.");
    const { runAddLayout } = await import("./add-layout.js");
    return runAddLayout({ ...options, wrap: listed(options.wrap) }, requestOf(options));
  }
  if (options.first === true && roleMeant(options.role) !== "screen")
    throw new UsageError("`--first` is for screens: an app begins with one of them.");
  const found = await findApp(context.store, context.standing);
  const { guessed } = found;
  const isInGroups = found.app.configuration?.inGroups === true;
  const role = roleMeant(options.role);
  const mayBeListed = !isInGroups && role !== undefined && isListedRole(role);
  // What is organised in its own way has the shelves that its files show.
  const isOwn = guessed && found.app.layout.arrangement === ownArrangement && options.role !== "feature";
  const files = isOwn || mayBeListed ? await import("./add-listed.js") : undefined;
  const looked = await files?.lookClosely(options);
  const app = isOwn && looked ? looked.analysed.app : found.app;
  if (guessed)
    context.note(
      `${wrap(`No steady-shelf.yaml says how this app is organised, so it is taken as ${likeWhat(app)}. \`steady-shelf init\` writes it down.`, context.screen.width)}\n`,
    );
  const request = requestOf(options);
  const draw = async (shown: App): Promise<SetUp> => {
    const drawn = options.role === "feature" ? draftFeature(shown, request) : draftAddition(shown, request);
    if (drawn.sets.length === 0) return drawn;
    return (await import("../core/change/state/index.js")).keepTogether(shown, drawn);
  };
  const grown = mayBeListed && looked ? await files?.grownFile(looked, app, request) : undefined;
  const setUp = isInGroups
    ? await (await import("../core/change/setup/index.js")).drawnInGroups(await openProject(context.store), app, draw)
    : (grown ?? (await draw(app)));
  return carryOutSetUp(context, {
    setUp,
    command: typedWords(commandWords(options)),
    write: options.write,
    acceptDifferent: options.acceptDifferent,
    rehearse: options.rehearse,
    show: (plan, change, tried) => {
      const isJoined = (plan.proof.joined ?? []).length > 0;
      const notes = setUp.notes.filter((each) => !isJoined || setUp.unlisted?.includes(each) !== true);
      if (context.json)
        return context.say(
          JSON.stringify(
            {
              ...planJson(plan, change),
              ...(grown && { like: grown.like, toFill: grown.toFill, unread: grown.unread }),
              ...grown?.set,
              notes,
              ...tried,
            },
            undefined,
            2,
          ),
        );
      const nothing = "Nothing to do: all of it is there already.";
      const done = change === undefined ? {} : { change };
      const lead = grown?.set
        ? setLead(plan, grown.like ?? "", { ...grown.set, isDone: change !== undefined })
        : undefined;
      const more = [toFillSection(grown?.toFill ?? [], `each ${options.role}`, context.screen, true)];
      context.say(
        planView(plan, context.screen, {
          all: true,
          staysIn: () => undefined,
          notes,
          nothing,
          more,
          ...done,
          ...(lead !== undefined && { lead }),
        }),
      );
    },
  });
}

function requestOf(options: AddOptions): AddRequest {
  return {
    role: options.role,
    name: options.name,
    feature: options.feature,
    shelf: options.shelf,
    with: listed(options.with),
    without: listed(options.without),
    first: options.first,
    from: options.from === undefined ? undefined : readFrom(options.from),
  };
}

function listed(text: string | undefined): string[] {
  return (text ?? "").split(/[\s,]+/).filter((each) => each !== "");
}

function readFrom(file: string): NonNullable<AddRequest["from"]> {
  try {
    return { bytes: readFileSync(file), extension: extname(file).toLowerCase() };
  } catch (error) {
    throw new ShelfError("UNREADABLE", { path: file, reason: readingProblem(error) }, error);
  }
}

/** What was typed, word by word. */
export function commandWords({ role, name, acceptDifferent, ...options }: AddOptions): string[] {
  const words = (["feature", "shelf", "with", "without", "from", "like", "wrap"] as const).flatMap((key) =>
    options[key] === undefined ? [] : [`--${key}`, options[key]],
  );
  const first = options.first === true ? ["--first"] : [];
  return ["add", role, name, ...words, ...first, ...(acceptDifferent ? ["--accept-different"] : [])];
}
