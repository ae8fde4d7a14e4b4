/**
 * What each shell is given: a function that asks the program itself what fits. Sources: bash(1) "Programmable Completion",
 * zshcompsys(1), fish's complete(1).
 */

import { typedWords } from "../typed-words.js";

/** The shells. */
export const shells = ["bash", "zsh", "fish"] as const;
export type Shell = (typeof shells)[number];

/** Said instead of words where files fit: shells know those better. */
export const filesFit = "\u0001files";

const program = "steady-shelf";

/** The lines to be read by a shell. */
export const shellScripts: Readonly<Record<Shell, string>> = {
  // Where nothing is answered, bash completes files (`-o default`), and so it does for bash 3, which cannot be told later.
  bash: `# Completion of ${program} for bash. In ~/.bashrc:  eval "$(${program} completion bash)"
_steady_shelf() {
  local line
  COMPREPLY=()
  while IFS= read -r line; do
    [[ $line == $'\\001files' ]] && { COMPREPLY=(); return; }
    COMPREPLY+=("$line")
  done < <(${program} completion --for bash -- "\${COMP_WORDS[@]:1:COMP_CWORD}" 2>/dev/null)
}
complete -o default -F _steady_shelf ${program}
`,
  zsh: `#compdef ${program}
# Completion of ${program} for zsh. In ~/.zshrc, below compinit:  eval "$(${program} completion zsh)"
_steady_shelf() {
  local line
  local -a answers
  for line in "\${(@f)$(${program} completion --for zsh -- "\${(@)words[2,CURRENT]}" 2>/dev/null)}"; do
    [[ $line == $'\\001files' ]] && { _files; return; }
    [[ -n $line ]] && answers+=("$line")
  done
  (( $#answers )) && _describe -V '${program}' answers
}
compdef _steady_shelf ${program}
`,
  fish: `# Completion of ${program} for fish. In ~/.config/fish/config.fish:  ${program} completion fish | source
function __steady_shelf
    set -l words (commandline -opc) (commandline -ct)
    for line in (${program} completion --for fish -- $words[2..-1] 2>/dev/null)
        if test "$line" = \\u0001files
            __fish_complete_path (commandline -ct)
        else
            echo $line
        end
    end
end
complete -c ${program} -f -a '(__steady_shelf)'
`,
};

/** One answer. */
export interface Answer {
  readonly value: string;
  readonly about: string;
}

/**
 * Answers as a shell's function reads them, one a line. Names may have come with a repository: zsh and fish quote what they put on the line,
 * bash puts it there as it is; and what would be two lines is no answer.
 */
export function answerLines(shell: Shell, answers: readonly Answer[], before: string): string[] {
  const clean = (text: string): string => text.replace(/\s+/g, " ");
  const whole = answers.filter(({ value }) => !/\p{Cc}/u.test(value));
  return whole.map(({ value, about }) => {
    switch (shell) {
      // It puts back only what stands behind the last `=`.
      case "bash":
        return typedWords([value]);
      case "zsh":
        return `${(before + value).replaceAll(":", "\\:")}:${clean(about)}`;
      case "fish":
        return `${before}${value}\t${clean(about)}`;
    }
  });
}
