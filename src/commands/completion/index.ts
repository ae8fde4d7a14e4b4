/** `steady-shelf completion`: lines for a shell, and the answers that those ask for. */
import type { Known } from "../line/completion.js";
import { UsageError } from "../failure.js";
import { readLine } from "./asked.js";
import { answerLines, filesFit, shells, shellScripts, type Answer, type Shell } from "./shells.js";

/** Prints what a shell is to read where it begins; gives the exit code. */
export function giveScript(shell: string | undefined): Promise<number> {
  const found = shells.find((each) => each === shell);
  if (!found) throw new UsageError(`Name your shell: completion ${shells.join("|")}.`);
  process.stdout.write(shellScripts[found]);
  return Promise.resolve(0);
}

/** Prints the answers for a line; gives the exit code. Nobody asked for an error: where nothing can be told, nothing is. */
export async function answer(shell: string, words: readonly string[], known: Known): Promise<number> {
  const found = shells.find((each) => each === shell);
  if (!found) return 2;
  const lines = await answersTo(found, words, known).catch(() => []);
  process.stdout.write(lines.map((line) => `${line}\n`).join(""));
  return 0;
}

/** The answers, as the shell reads them; none where nothing can be told, because nobody asked for an error. */
async function answersTo(shell: Shell, words: readonly string[], { commands, common }: Known): Promise<string[]> {
  const { asked, begun, project } = readLine(words, commands, common);
  const fitting = (answers: readonly Answer[]): string[] =>
    answerLines(
      shell,
      answers.filter(({ value }) => value.startsWith(begun)),
      asked.kind === "value" ? asked.before : "",
    );
  switch (asked.kind) {
    case "nothing":
      return [];
    case "command":
      return fitting(commands.map(({ name, about }) => ({ value: name, about })));
    case "option": {
      const open = [...asked.of.options, ...common].filter(({ name }) => !asked.given.has(name));
      return fitting(open.map(({ name, about, isOn }) => ({ value: `--${isOn ? "no-" : ""}${name}`, about })));
    }
    default: {
      const { valuesFor } = await import("./values.js");
      const values = await valuesFor(asked, project, begun);
      return values === "files" ? [filesFit] : fitting(values);
    }
  }
}
