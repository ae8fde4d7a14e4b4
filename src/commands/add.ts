/** `steady-shelf add`. */
import { readFileSync } from "node:fs";
import { extname } from "node:path";
import { ShelfError, reasonOf } from "../core/base/errors.js";
import { findApp } from "../core/app/index.js";
import { planAddition, planFeature, type AddRequest } from "../core/change/setup/index.js";
import { creationView } from "../terminal/creation-view.js";
import { wrap } from "../terminal/screen.js";
import { carryOutOrShow } from "./carry-out.js";
import { openContext, type CommonOptions } from "./context.js";
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
  const { app, guessed } = await findApp(context.store, context.standing);
  if (guessed)
    context.note(
      `${wrap(`No steady-shelf.yaml names an arrangement, so the one that fits best is taken: ${app.layout.arrangement}. \`steady-shelf init\` writes it down.`, context.screen.width)}\n`,
    );
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
