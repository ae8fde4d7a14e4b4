/** How past changes and an undo are shown. */
import type { PastChange, UndoPlan } from "../core/apply/index.js";
import { shorten, type Screen } from "./screen.js";
import { drawTrees } from "./tree-view.js";
import { count } from "./words.js";

/** One line a change, newest first. */
export function historyView(changes: readonly PastChange[], { palette, width }: Screen): string {
  if (changes.length === 0) return "No change was made by Steady Shelf here yet.";
  const lines = changes.flatMap((change) => {
    const state =
      change.undoneBy !== undefined
        ? palette.faint("undone")
        : change.undoes !== undefined
          ? palette.faint("undo  ")
          : palette.good("done  ");
    const what = `${count(change.moved, "file")} moved, ${count(change.edited, "file")} respelled`;
    return [
      `${state}  ${palette.strong(change.id)}  ${what}`,
      palette.faint(`        ${shorten(change.command, width - 8)}`),
    ];
  });
  return lines.join("\n");
}

/** What an undo would do, or did. */
export function undoView(
  { undone, change }: UndoPlan,
  screen: Screen,
  options: { all: boolean; done: boolean },
): string {
  const moves = change.items.filter((item) => item.from !== item.to);
  const edited = change.items.filter((item) => item.kind !== "move").length;
  const verb = options.done ? "Took back" : "Takes back";
  const result = `${count(moves.length, "file")} ${moves.length === 1 ? "returns" : "return"} to ${moves.length === 1 ? "its" : "their"} place, ${count(edited, "file")} to ${edited === 1 ? "its" : "their"} earlier bytes.`;
  const head = [
    screen.palette.strong(`${verb} the change ${undone.id}:`),
    `  ${screen.palette.faint(shorten(undone.command, screen.width - 2))}`,
    "",
    result,
  ];
  if (moves.length === 0) return head.join("\n");
  return [...head, "", ...drawTrees({ moves, staysIn: () => undefined }, screen, options.all)].join("\n");
}
