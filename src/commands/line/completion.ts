/** `completion` on the command line. */
import { command } from "./command.js";
import type { DescribedCommand, DescribedOption } from "./described.js";

/** What can be completed: every command, and the options of all. */
export interface Known {
  readonly commands: readonly DescribedCommand[];
  readonly common: readonly DescribedOption[];
}

/** `steady-shelf completion`. */
export const completionCommand = command({
  typed: "completion [shell]",
  about: "What your shell needs to complete commands, options, files, features, roles and rules",
  options: (args) =>
    args
      .usage(
        '$0 completion bash\n$0 completion zsh\n$0 completion fish\n\nPut this where your shell begins:\n  bash  eval "$(steady-shelf completion bash)"\n  zsh   eval "$(steady-shelf completion zsh)"\n  fish  steady-shelf completion fish | source',
      )
      .positional("shell", { type: "string", describe: "bash, zsh or fish" }),
  run: ({ shell }) => import("../completion/index.js").then(({ giveScript }) => giveScript(shell)),
});

/**
 * What a shell's function asks: `completion --for bash -- WORD…`, the words of the line behind the program's name. It does not go
 * through yargs, to which the words of a line that is not finished are wrong usage. `undefined` for everything else.
 */
export function askedByShell(words: readonly string[], known: () => Known): Promise<number> | undefined {
  const [name, option, shell = "", mark, ...line] = words;
  if (name !== "completion" || option !== "--for" || mark !== "--") return undefined;
  return import("../completion/index.js").then(({ answer }) => answer(shell, line, known()));
}
