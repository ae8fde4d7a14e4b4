/** Questions about files, asked one by one where a person can be asked. */
import type { Answer, Question } from "../core/change/arrange/index.js";
import type { ProjectPath } from "../core/base/paths.js";
import { answerText } from "../terminal/arrange-view.js";
import { whatIsOpen } from "../wording/arranging.js";
import { wordsOfReason } from "../wording/reasons.js";
import { askChoice } from "../terminal/choice.js";

/** Asks; gives the answers that were given. Throws `LEFT_OPEN` when the person leaves. */
export async function answerQuestions(questions: readonly Question[]): Promise<Map<ProjectPath, Answer>> {
  const answers = new Map<ProjectPath, Answer>();
  for (const [index, { path, doubtful, options }] of questions.entries()) {
    const choices = [
      ...options.map(({ answer, folder, because }, at) => ({
        value: String(at),
        label: `${answerText(answer)} → ${folder}/`,
        hint: because === undefined ? "" : wordsOfReason(because),
      })),
      { value: "leave", label: "It stays where it is, and that is written down", hint: "" },
      { value: "later", label: "Not now", hint: "" },
      { value: "stop", label: "Not now, and none that follow", hint: "" },
    ];
    const chosen = await askChoice(
      `${index + 1} of ${questions.length}  ${path}: ${whatIsOpen(doubtful)}.`,
      choices,
      "later",
    );
    if (chosen === "stop") break;
    const option = options[Number(chosen)];
    if (chosen === "leave") answers.set(path, "leave");
    else if (option) answers.set(path, option.answer);
  }
  return answers;
}
