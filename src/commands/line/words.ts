/** What is said of the program as a whole, wherever it is said. */

/** What holds for all commands, as `--help` says it. */
export const lastWords = [
  "Nothing is written before it has been shown; --write carries it out.",
  "Exit codes: 0 done · 1 findings, or a proof that does not hold · 2 wrong usage · 3 the project cannot be changed now · 4 an error of ours",
] as const;

/** What the program is for, in one line. */
export const firstWords = "Puts the files of a client app in order, and keeps every path that points at them right.";
