/** `steady-shelf check --accept`: writes down what is found today, so that only new findings fail. */
import { CreationDraft, type Creation } from "../core/change/creation/index.js";
import { acceptedPath, changeAccepted, writeAccepted, type Checked } from "../core/insight/rules/index.js";
import { count } from "../terminal/words.js";
import { carryOutOrShow } from "./carry-out.js";
import type { CheckOptions } from "./check.js";
import { creationJson } from "./creation-json.js";
import type { Looking } from "./looking.js";
import { typedWords } from "./typed-words.js";

/** Writes the lists of every app that was checked; gives the exit code. */
export async function acceptFindings(
  { context }: Looking,
  checked: readonly Checked[],
  options: CheckOptions,
): Promise<number> {
  const creation = drawUp(context, checked);
  const found = checked.reduce((sum, { fresh }) => sum + fresh.length, 0);
  const gone = checked.reduce((sum, each) => sum + each.gone.length, 0);
  const before = checked.reduce((sum, { accepted }) => sum + accepted.length, 0);
  const isNothing = creation.made.length + creation.edited.length === 0;
  const show = (change?: string): void => {
    if (context.json) return context.say(JSON.stringify(creationJson(creation, change), undefined, 2));
    if (isNothing)
      return context.say(
        before === 0
          ? "Nothing was found, so there is nothing to accept."
          : "Nothing new was found; the list stays as it is.",
      );
    const files = [...creation.made, ...creation.edited].map(({ path }) => path);
    const dropped = gone > 0 ? `, and ${count(gone, "repaired one is", "repaired ones are")} dropped` : "";
    context.say(
      context.screen.palette.strong(
        `${change === undefined ? "Accepts" : "Accepted"} ${count(found, "finding")}${before > 0 ? ` besides ${before} of before` : ""}${dropped}.`,
      ),
    );
    for (const file of files) context.say(`  ${creation.made.some(({ path }) => path === file) ? "+" : "~"} ${file}`);
    context.say("  From then on only new findings fail. Repaired ones leave the list with --fix or --accept.");
  };
  const command = typedWords(["check", "--accept", ...(options.rule === undefined ? [] : ["--rule", options.rule])]);
  return carryOutOrShow(context, { creation, command, write: options.write, show });
}

function drawUp({ store }: Looking["context"], checked: readonly Checked[]): Creation {
  const draft = new CreationDraft(store);
  for (const { app, fresh, gone, list } of checked) {
    const { folder } = app.app;
    const path = acceptedPath(folder);
    const text = writeAccepted(changeAccepted(list ?? {}, folder, { add: fresh, drop: gone }));
    if (list) draft.edit(path, () => text, "accepted findings");
    else if (fresh.length > 0) draft.make(path, text, "accepted findings");
  }
  return draft.finish();
}
