/** Which mentions of an old name change as well. Loaded only when somebody is asked. */
import type { RenameDraft } from "../core/change/rename/index.js";
import { count } from "../wording/words.js";
import { askSome } from "./choice.js";
import { beginning, type Screen } from "./screen.js";

/** What the prompt needs beside a label, so that it stays one line. */
const roomBeside = 24;

/** Lets somebody choose the mentions that change; gives their numbers, from 0. */
export function chooseMentions({ mentions, names: [main] }: RenameDraft, { width }: Screen): Promise<number[]> {
  const choices = mentions.map(({ mention: { file, at, text } }, index) => {
    const place = `${file}:${at.line}:${at.column}`;
    return { value: String(index), label: beginning(`${place}  ${text}`, width - roomBeside), hint: "" };
  });
  const which = mentions.length === 1 ? "Does it change as well?" : "Which of them change as well?";
  const question = `${count(mentions.length, "place mentions", "places mention")} ${main?.from ?? "the old name"} in a string, comment or document. ${which}`;
  return askSome(question, choices).then((chosen) => chosen.map(Number));
}
