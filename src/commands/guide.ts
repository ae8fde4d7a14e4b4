/** `steady-shelf guide`: the page that says where things go in this app, kept true. */
import { readingProblem, ShelfError } from "../core/base/errors.js";
import { inFolder, type ProjectPath } from "../core/base/paths.js";
import { onlyApp } from "../core/change/arrange/index.js";
import { SetupDraft } from "../core/change/setup/index.js";
import type { FileReader } from "../core/files/index.js";
import { guideOf } from "../core/insight/measures/index.js";
import { examplesIn, guideMarks, guidePage, guidePath } from "../documents/guide-page.js";
import { planJson } from "../documents/plan-json.js";
import { carryOutSetUp } from "./carry-out.js";
import { look, type LookingOptions } from "./looking.js";
import { typedWords } from "./typed-words.js";

/** What was typed. */
export interface GuideOptions extends LookingOptions {
  readonly to?: string | undefined;
  readonly check: boolean;
  readonly write: boolean;
}

/** Runs the command; gives the exit code. Throws `GUIDE_FOREIGN`. */
export async function runGuide(options: GuideOptions): Promise<number> {
  const { context, analysis } = await look(options);
  const app = onlyApp(analysis);
  const file = options.to === undefined ? inFolder(app.app.folder, guidePath) : context.pathOf(options.to);
  const before = readText(context.store, file);
  const guide = guideOf(app, examplesIn(before ?? ""));
  const page = guidePage(guide, before);
  if (page === undefined) throw new ShelfError("GUIDE_FOREIGN", { path: file, reason: guideMarks });
  const isTrue = page === before;
  if (options.check) {
    const says = isTrue
      ? `✓ ${file} is true.`
      : before === undefined
        ? `${file} is not there. \`steady-shelf guide --write\` writes it.`
        : `${file} is no longer true. \`steady-shelf guide --write\` writes it anew.`;
    context.say(options.json === true ? JSON.stringify({ version: 1, file, isTrue }, undefined, 2) : says);
    return isTrue ? 0 : 1;
  }
  if (!options.write && !options.json) {
    context.say(page.trimEnd());
    context.note(isTrue ? `\n${file} says so already.` : `\n${file} was not written. Add --write to write it.`);
    return 0;
  }
  const draft = new SetupDraft(context.store);
  if (before === undefined) draft.make(file, page, "where things go");
  else if (!isTrue) draft.edit(file, (text) => guidePage(guide, text) ?? text, "where things go");
  return carryOutSetUp(context, {
    setUp: draft.finish(),
    command: typedWords(["guide", ...(options.to === undefined ? [] : ["--to", options.to])]),
    write: options.write,
    acceptDifferent: false,
    show: (plan, change, tried) => {
      if (context.json)
        return context.say(
          JSON.stringify({ ...planJson(plan, change), file, text: page, isTrue, ...tried }, undefined, 2),
        );
      context.say(isTrue ? `${file} is true already.` : `Wrote ${file}.`);
    },
  });
}

function readText(store: FileReader, file: ProjectPath): string | undefined {
  if (!store.stat(file)) return undefined;
  try {
    return store.read(file).toString();
  } catch (error) {
    throw new ShelfError("UNREADABLE", { path: file, reason: readingProblem(error) }, error);
  }
}
