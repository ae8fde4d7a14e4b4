/** Files that go together, of which some are there: the others are made, and what is there stays. */
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { SetupDraft } from "./setup-draft.js";

/** Says what a file that is there has otherwise than it would be made: what is made beside it knows nothing of that. */
export function noteOther(draft: SetupDraft, path: ProjectPath, written: string): void {
  const [own, others] = [linesOf(draft.textOf(path) ?? ""), linesOf(written)];
  const more = own.filter((line) => !others.includes(line));
  const less = others.filter((line) => !own.includes(line));
  const said = [
    ...(more.length > 0 ? [`has ${shown(more)}`] : []),
    ...(less.length > 0 ? [`has no ${shown(less)}`] : []),
  ];
  if (said.length > 0)
    draft.note(
      `${nameOf(path)} is not as it would be made: it ${said.join(", and ")}. Please look at what is made beside it.`,
    );
}

/** Lines that say something: neither comments nor what others are taken by, nor brackets alone. */
function linesOf(text: string): readonly string[] {
  return text
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter((line) => /[\p{L}\p{N}]/u.test(line) && !/^(?:import|export \{|\/\/|\/?\*|using |@)/.test(line));
}

function shown(lines: readonly string[]): string {
  const [first = "", ...rest] = lines;
  return `\`${first}\`${rest.length === 0 ? "" : ` and ${rest.length} more`}`;
}
