/** How past changes and an undo are shown. */
import { plain, plainText } from "../core/base/text/index.js";
import type { History, PastChange, PrunePlan, UndoPlan } from "../core/apply/index.js";
import { shorten, wrap, type Screen } from "./screen.js";
import { drawTrees } from "./tree-view.js";
import { count, grouped } from "../wording/words.js";

/** Two lines a change, newest first, and what all of them take on the disk. */
export function historyView(history: History, { palette, width }: Screen): string {
  const { changes, unreadable } = plain(history);
  const damaged = unreadable.map(({ path, reason }) => `${palette.bad("!")} ${path} cannot be read: ${reason}`);
  if (changes.length + damaged.length === 0) return "No change was made by Steady Shelf here yet.";
  const lines = changes.flatMap((change) => {
    const state =
      change.undoneBy !== undefined
        ? palette.faint("undone")
        : change.undoes !== undefined
          ? palette.faint("undo  ")
          : palette.good("done  ");
    return [
      `${state}  ${palette.strong(change.id)}  ${whatChanged(change)}, ${bytesText(change.size)}`,
      palette.faint(`        ${shorten(change.command, width - 8)}`),
    ];
  });
  const total = changes.reduce((sum, { size }) => sum + size, 0);
  const sum =
    changes.length > 1
      ? ["", `Originals and records take ${bytesText(total)}; \`history --prune\` deletes older ones.`]
      : [];
  return [...damaged, ...lines, ...sum].join("\n");
}

/** `512 bytes`, `1.5 KiB`, `23 MiB`. */
export function bytesText(bytes: number): string {
  if (bytes < 1024) return count(bytes, "byte");
  const [unit, size] = bytes < 1 << 20 ? ["KiB", bytes / 1024] : ["MiB", bytes / (1 << 20)];
  return `${size < 10 ? size.toFixed(1) : Math.round(size)} ${unit}`;
}

/** What `history --prune` would delete. */
export function pruneView(plan: PrunePlan, keep: number, { palette, width }: Screen): string {
  const { changes, undoable } = plain(plan);
  if (changes.length === 0)
    return `Nothing to delete: there ${keep === 1 ? "is" : "are"} no more than ${count(keep, "change")} that can be undone, and no other records.`;
  const total = changes.reduce((sum, { size }) => sum + size, 0);
  const lost =
    undoable === 0
      ? "Every change that can be undone now can still be undone afterwards."
      : `${undoable === changes.length && undoable > 1 ? "All" : grouped(undoable)} of them could be undone until now.`;
  return [
    palette.strong(`Deletes ${count(changes.length, "record")} and frees ${bytesText(total)}. ${lost}`),
    "",
    ...changes.map(({ id, command }) => `  ${id}  ${palette.faint(shorten(command, width - id.length - 4))}`),
  ].join("\n");
}

/** What `history --prune` did. */
export function prunedText({ changes }: PrunePlan): string {
  const total = changes.reduce((sum, { size }) => sum + size, 0);
  return `Deleted ${count(changes.length, "record")}; ${bytesText(total)} freed.`;
}

/** `2 files made, 3 files moved, 1 file updated`: of what there is; a change of nothing but names moves and updates. */
function whatChanged({ made, removed, moved, edited }: PastChange): string {
  const isPlain = made + removed === 0;
  const parts = [
    ...(made > 0 ? [`${count(made, "file")} made`] : []),
    ...(removed > 0 ? [`${count(removed, "file")} removed`] : []),
    ...(moved > 0 || isPlain ? [`${count(moved, "file")} moved`] : []),
    ...(edited > 0 || isPlain ? [`${count(edited, "file")} updated`] : []),
  ];
  return parts.join(", ");
}

/** What an undo would do, or did. */
export function undoView(plan: UndoPlan, screen: Screen, options: { all: boolean; done: boolean }): string {
  const { undone } = plan;
  const change = { ...plan.change, items: plan.change.items.map(({ from, to, kind }) => plain({ from, to, kind })) };
  const moves = change.items.filter((item) => item.from !== item.to);
  const removed = change.items.filter((item) => item.kind === "remove").length;
  const back = change.items.filter((item) => item.kind === "create").length;
  const edited = change.items.filter((item) => item.kind === "content" || item.kind === "link").length;
  const verb = options.done ? "Undid" : "Undoes";
  const rest = back > 0 && removed + moves.length + edited === 0 ? "" : whatReturns(removed, moves.length, edited);
  const result = [
    rest,
    ...(back > 0 ? [`Brings back the ${back === 1 ? "file" : count(back, "file")} that it removed.`] : []),
  ]
    .filter((sentence) => sentence !== "")
    .join(" ");
  const head: string[] = [
    screen.palette.strong(`${verb} the change ${undone.id}:`),
    `  ${screen.palette.faint(shorten(plainText(undone.command), screen.width - 2))}`,
    "",
    wrap(result, screen.width),
  ];
  if (moves.length === 0) return head.join("\n");
  return [...head, "", ...drawTrees({ moves, staysIn: () => undefined }, screen, options.all)].join("\n");
}

/** `Removes the 2 files that it made; 3 files return to their place, 1 file to its earlier bytes.` */
function whatReturns(removed: number, moved: number, edited: number): string {
  const their = (many: number): string => (many === 1 ? "its" : "their");
  const returning = (many: number): string => `${count(many, "file")} ${many === 1 ? "returns" : "return"}`;
  const made = removed === 0 ? "" : `Removes the ${removed === 1 ? "file" : count(removed, "file")} that it made`;
  if (removed > 0 && moved + edited === 0) return `${made}.`;
  const start = removed === 0 ? "" : `${made}; `;
  if (moved === 0) return `${start}${returning(edited)} to ${their(edited)} earlier bytes.`;
  const rest = edited === 0 ? "" : `, ${count(edited, "file")} to ${their(edited)} earlier bytes`;
  return `${start}${returning(moved)} to ${their(moved)} place${rest}.`;
}
