/**
 * Two trees of folders beside each other, before and after: how many files lie directly in each. What a change does not touch
 * is folded into one line.
 */
import { cells, pad, shorten, type Screen } from "./screen.js";
import { count } from "../wording/words.js";

/** The paths of the files of both, `/`-separated, from the folder that is drawn. */
export interface FolderTrees {
  readonly top: string;
  readonly before: readonly string[];
  readonly after: readonly string[];
}

interface Folder {
  readonly folders: Map<string, Folder>;
  readonly files: Set<string>;
}

interface Line {
  readonly text: string;
  readonly mark: "-" | "+" | "";
}

/** Lines of one tree before it is folded further. */
const mostLines = 34;
/** Folders side by side before the rest is told as a number. */
const mostFolders = 12;

/** Both trees, as lines. */
export function drawFolders({ top, before, after }: FolderTrees, screen: Screen, all: boolean): string[] {
  const { palette, width } = screen;
  const [now, then] = [treeOf(before), treeOf(after)];
  const left = drawn(now, { other: then, mark: "-", top, all });
  const right = drawn(then, { other: now, mark: "+", top, all });
  const paint = (line: Line | undefined, room: number): string => {
    const text = shorten(line?.text ?? "", room);
    if (line === undefined || line.mark === "") return palette.faint(text);
    return line.mark === "-" ? palette.leaves(text) : palette.arrives(text);
  };
  const columns = [left, right].map((lines) => Math.max(4, ...lines.map(({ text }) => cells(text))));
  const [first = 0, second = 0] = columns;
  if (first + second + 7 <= width)
    return [
      `  ${palette.strong(pad("now", first + 3))}${palette.strong("then")}`,
      ...Array.from({ length: Math.max(left.length, right.length) }, (_, row) => {
        const line = left[row];
        const gap = " ".repeat(first + 3 - cells(line?.text ?? ""));
        return `  ${paint(line, first)}${gap}${paint(right[row], second)}`.trimEnd();
      }),
    ];
  const stacked = (title: string, lines: readonly Line[]): string[] => [
    `  ${palette.strong(title)}`,
    ...lines.map((line) => `  ${paint(line, width - 2)}`),
  ];
  return [...stacked("now", left), "", ...stacked("then", right)];
}

function treeOf(paths: readonly string[]): Folder {
  const root: Folder = { folders: new Map(), files: new Set() };
  for (const path of paths) {
    const parts = path.split("/");
    const name = parts.pop() ?? "";
    let at = root;
    for (const part of parts) {
      let next = at.folders.get(part);
      if (!next) at.folders.set(part, (next = { folders: new Map(), files: new Set() }));
      at = next;
    }
    at.files.add(name);
  }
  return root;
}

interface Drawing {
  readonly other: Folder;
  readonly mark: "-" | "+";
  readonly top: string;
  readonly all: boolean;
}

/** The tree as deep as it fits. */
function drawn(tree: Folder, { other, mark, top, all }: Drawing): Line[] {
  for (let deepest = 12; deepest > 0; deepest -= 1) {
    const lines = [
      { text: `  ${top === "" ? "." : `${top}/`}`, mark: "" as const },
      ...drawFolder(tree, { other, mark, depth: 1, deepest, all }),
    ];
    if (all || lines.length <= mostLines) return lines;
    if (deepest === 1) return [...lines.slice(0, mostLines - 1), { text: "  …", mark: "" }];
  }
  return [];
}

interface FolderDrawing {
  readonly other: Folder | undefined;
  readonly mark: "-" | "+";
  readonly depth: number;
  readonly deepest: number;
  readonly all: boolean;
}

function drawFolder(tree: Folder, { other, mark, depth, deepest, all }: FolderDrawing): Line[] {
  const margin = "  ".repeat(depth);
  const sorted = [...tree.folders.keys()].sort();
  const names = all || sorted.length <= mostFolders ? sorted : sorted.slice(0, mostFolders - 1);
  const hidden = sorted.slice(names.length);
  // A folder's name, then how many files lie in it: in one column for the folders of one level.
  const column = Math.max(0, ...names.map((name) => cells(name))) + 2;
  const digits = Math.max(0, ...names.map((name) => String(sizeOf(tree.folders.get(name) ?? tree)).length));
  const lines = names.flatMap((name): Line[] => {
    const child = tree.folders.get(name) ?? tree;
    const twin = other?.folders.get(name);
    const isChanged = !twin || !isSame(child, twin);
    const isOpen = (isChanged || all) && depth < deepest && child.folders.size > 0;
    const files = isOpen ? child.files.size : sizeOf(child);
    const own = isChanged && (!twin || !sameFiles(child, twin) || !isOpen) ? mark : "";
    const told = files === 0 ? "" : count(files, "file").padStart(digits + (files === 1 ? 5 : 6));
    const label = `${own === "" ? " " : own} ${margin}${pad(`${name}/`, column)}${told}`.trimEnd();
    const line: Line = { text: label, mark: own };
    return isOpen ? [line, ...drawFolder(child, { other: twin, mark, depth: depth + 1, deepest, all })] : [line];
  });
  if (hidden.length > 0) {
    const files = hidden.reduce((sum, name) => sum + sizeOf(tree.folders.get(name) ?? tree), 0);
    lines.push({ text: `  ${margin}… ${count(hidden.length, "more folder")}, ${count(files, "file")}`, mark: "" });
  }
  const isMine = (name: string): boolean => other?.files.has(name) !== true;
  const shown = all ? [...tree.files].sort() : [];
  return [
    ...lines,
    ...shown.map((name): Line => ({
      text: `${isMine(name) ? mark : " "} ${margin}${name}`,
      mark: isMine(name) ? mark : "",
    })),
  ];
}

function sizeOf(tree: Folder): number {
  return [...tree.folders.values()].reduce((sum, child) => sum + sizeOf(child), tree.files.size);
}

function sameFiles(a: Folder, b: Folder): boolean {
  return a.files.size === b.files.size && [...a.files].every((name) => b.files.has(name));
}

function isSame(a: Folder, b: Folder): boolean {
  return (
    sameFiles(a, b) &&
    a.folders.size === b.folders.size &&
    [...a.folders].every(([name, child]) => {
      const twin = b.folders.get(name);
      return twin !== undefined && isSame(child, twin);
    })
  );
}
