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
    const what = whatChanged(change);
    return [
      `${state}  ${palette.strong(change.id)}  ${what}`,
      palette.faint(`        ${shorten(change.command, width - 8)}`),
    ];
  });
  return lines.join("\n");
}

/** `2 files made, 1 file edited`; a change that makes nothing moves and respells. */
function whatChanged({ made, moved, edited }: PastChange): string {
  if (made === 0) return `${count(moved, "file")} moved, ${count(edited, "file")} respelled`;
  const parts = [`${count(made, "file")} made`, ...(edited > 0 ? [`${count(edited, "file")} edited`] : [])];
  return parts.join(", ");
}

/** What an undo would do, or did. */
export function undoView(
  { undone, change }: UndoPlan,
  screen: Screen,
  options: { all: boolean; done: boolean },
): string {
  const moves = change.items.filter((item) => item.from !== item.to);
  const removed = change.items.filter((item) => item.kind === "remove").length;
  const edited = change.items.filter((item) => item.kind !== "move" && item.kind !== "remove").length;
  const verb = options.done ? "Took back" : "Takes back";
  const bytes = `${count(edited, "file")} to ${edited === 1 ? "its" : "their"} earlier bytes`;
  const returns = edited === 1 ? "returns" : "return";
  const result =
    removed === 0
      ? `${count(moves.length, "file")} ${moves.length === 1 ? "returns" : "return"} to ${moves.length === 1 ? "its" : "their"} place, ${bytes}.`
      : `Removes the ${removed === 1 ? "file" : count(removed, "file")} that it made${edited > 0 ? `; ${bytes.replace(" to ", ` ${returns} to `)}` : ""}.`;
  const head = [
    screen.palette.strong(`${verb} the change ${undone.id}:`),
    `  ${screen.palette.faint(shorten(undone.command, screen.width - 2))}`,
    "",
    result,
  ];
  if (moves.length === 0) return head.join("\n");
  return [...head, "", ...drawTrees({ moves, staysIn: () => undefined }, screen, options.all)].join("\n");
}
