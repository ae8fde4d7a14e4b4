/** In a terminal, each mention of an old name may change. */
import { changingMentions, type RenameDraft } from "../core/change/rename/index.js";
import type { Context } from "./context.js";

/** The draft with those changed that somebody chooses. */
export async function withChosenMentions({ screen, progress }: Context, renamed: RenameDraft): Promise<RenameDraft> {
  if (renamed.mentions.length === 0) return renamed;
  progress.clear();
  const { chooseMentions } = await import("../terminal/mention-choice.js");
  const chosen = await chooseMentions(renamed, screen);
  return changingMentions(
    renamed,
    renamed.mentions.filter((_, index) => chosen.includes(index)),
  );
}
