/** How a rehearsal is shown: how the app's own command ended in a throw-away checkout, before and with the change. */
import { shorten, wrap, type Screen } from "./screen.js";

/** What is shown of one run. */
interface Shown {
  readonly code: number | null;
  readonly milliseconds: number;
  readonly last: readonly string[];
}

/** Lines of a run that fails. */
const mostLines = 12;

/** The section below a plan. */
export function rehearsalLines(
  {
    command,
    before,
    after,
    isAlike,
  }: { readonly command: string; readonly before: Shown; readonly after: Shown | undefined; readonly isAlike: boolean },
  screen: Screen,
): string[] {
  const { palette, width } = screen;
  const head = `  ${palette.strong("rehearsal")}  `;
  const name = shorten(command, width - 50);
  const lines = (text: string): string => wrap(text, width - 13).replaceAll("\n", "\n             ");
  if (isAlike && after) {
    const text = `✓ ${name} succeeds without the change (${timeOf(before)}) and with it (${timeOf(after)})`;
    return [`${head}${palette.good(lines(text))}`];
  }
  const failed = after ?? before;
  const text = after
    ? `✗ ${name} succeeds without the change (${timeOf(before)}), and fails with it (${endOf(after)})`
    : `! ${name} fails already without the change (${endOf(before)}); with it, nothing was tried`;
  const shown = failed.last.slice(-mostLines);
  return [
    `${head}${palette.bad(lines(text))}`,
    ...(shown.length > 0 ? ["    its last lines:"] : []),
    ...shown.map((line) => palette.faint(`      ${shorten(line, width - 6)}`)),
  ];
}

function timeOf({ milliseconds }: Shown): string {
  return milliseconds < 1000 ? `${milliseconds} ms` : `${(milliseconds / 1000).toFixed(1)} s`;
}

function endOf(run: Shown): string {
  return `${run.code === null ? "ended by a signal" : `exit code ${run.code}`}, ${timeOf(run)}`;
}
