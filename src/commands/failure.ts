/** Tells the person what went wrong, and which exit code that is. */
import { ShelfError, type Refusal } from "../core/base/errors.js";
import { plainText } from "../core/base/text/plain.js";
import { errorView } from "../terminal/error-view.js";
import { screenFor, shownText } from "../terminal/screen.js";

/** The exit code of what nobody foresaw. */
const unexpected = 4;

const exitCodes: Readonly<Record<Refusal, number>> = { proof: 1, usage: 2, state: 3 };

/** Wrong usage, in yargs's words; everything else keeps its own type. */
export class UsageError extends Error {}

/** Whether the system said no to a call on a file: that is the state of the project, not a mistake of ours. */
function isOfSystem(error: unknown): error is NodeJS.ErrnoException {
  const { code, syscall } = error as NodeJS.ErrnoException;
  return error instanceof Error && syscall !== undefined && syscall !== "spawn" && /^E[A-Z0-9]+$/.test(code ?? "");
}

/** Tells the person what went wrong, on standard error; with `--json` the document says it too. */
export function sayFailure(error: unknown, json: boolean, version: string): number {
  const screen = screenFor(process.stderr, process.env);
  if (error instanceof ShelfError) {
    process.stderr.write(`${shownText(errorView(error, screen), process.stderr)}\n`);
    const { code, message, next, place } = error;
    if (json)
      process.stdout.write(
        `${JSON.stringify({ version: 1, error: { code, message, next, ...(place && { place }) } }, undefined, 2)}\n`,
      );
    return exitCodes[error.refusal];
  }
  if (error instanceof UsageError || (error instanceof Error && error.name === "YError")) {
    process.stderr.write(
      `${screen.palette.bad("✗")} ${plainText(error.message)}\n  \`steady-shelf --help\` lists the commands, \`steady-shelf COMMAND --help\` one's options.\n`,
    );
    return 2;
  }
  if (isOfSystem(error)) {
    const what = `${screen.palette.bad("✗")} Something could not be read or written: ${plainText(error.message)}`;
    process.stderr.write(
      `${what}\n  Look at that place: its permissions, its kind, the room on its disk. Then try again.\n`,
    );
    return exitCodes.state;
  }
  const stack = error instanceof Error ? (error.stack ?? error.message) : String(error);
  const lines = stack.split("\n").map((line) => `  ${plainText(line)}`);
  process.stderr.write(
    [
      `${screen.palette.bad("✗")} Steady Shelf ${version} failed in a way that it should not. This is our mistake, not yours.`,
      "  A change that was begun is undone or completed by the next command; `steady-shelf history` lists what was changed.",
      "  Please report it to its maintainers, with the command that you typed and these lines:",
      ...lines,
      "",
    ].join("\n"),
  );
  if (json) {
    const message = error instanceof Error ? error.message : String(error);
    process.stdout.write(`${JSON.stringify({ version: 1, error: { code: "UNEXPECTED", message } }, undefined, 2)}\n`);
  }
  return unexpected;
}
