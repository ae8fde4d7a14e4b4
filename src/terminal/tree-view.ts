/** The part of a tree that a change touches, before and after, side by side where there is room. */
import { cells, pad, shorten, type Screen } from "./screen.js";
import { count } from "../wording/words.js";

/** What the two trees are drawn from. Paths are `/`-separated. */
export interface TreeChange {
  readonly moves: readonly { readonly from: string; readonly to: string; readonly note?: string }[];
  /** How many files stay directly in a folder; `undefined` for one that is not known. */
  readonly staysIn: (folder: string) => number | undefined;
}

interface Branch {
  readonly folders: Map<string, Branch>;
  readonly files: string[];
  /** What is said beside a file, by its name. */
  readonly notes: Map<string, string>;
}

/** Files shown before a folder is folded. */
const mostFiles = 6;
/** Lines of one tree before it is cut. */
const mostLines = 40;

/** Two small trees, as lines. */
export function drawTrees(change: TreeChange, screen: Screen, all: boolean): string[] {
  const { palette } = screen;
  const before = drawTree(
    change.moves.map((move) => ({ path: move.from })),
    { change, mark: "-", all },
  );
  const after = drawTree(
    change.moves.map((move) => ({ path: move.to, note: move.note })),
    { change, mark: "+", all },
  );
  const left = Math.max(...before.map((line) => cells(line.text)), 6) + 2;
  const right = Math.max(...after.map((line) => cells(line.text)), 5);
  const paint = (line: Line | undefined, width: number): string => {
    const text = shorten(line?.text ?? "", width);
    if (!line) return text;
    return line.mark === "-" ? palette.leaves(text) : line.mark === "+" ? palette.arrives(text) : palette.faint(text);
  };
  if (2 + left + right <= screen.width) {
    const rows = Array.from({ length: Math.max(before.length, after.length) }, (_, row) => {
      const first = before[row];
      return `  ${paint(first, left)}${" ".repeat(Math.max(0, left - cells(first?.text ?? "")))}${paint(after[row], right)}`.trimEnd();
    });
    return [`  ${palette.strong(pad("now", left))}${palette.strong("then")}`, ...rows];
  }
  const stacked = (name: string, lines: readonly Line[]): string[] => [
    `  ${palette.strong(name)}`,
    ...lines.map((line) => `  ${paint(line, screen.width - 2)}`),
  ];
  return [...stacked("now", before), "", ...stacked("then", after)];
}

interface Line {
  readonly text: string;
  readonly mark: "-" | "+" | "";
}

function drawTree(paths: readonly { path: string; note?: string | undefined }[], drawing: Drawing): Line[] {
  const root: Branch = { folders: new Map(), files: [], notes: new Map() };
  for (const { path, note } of paths) {
    const parts = path.split("/");
    const name = parts.pop() ?? "";
    let branch = root;
    for (const part of parts) {
      let next = branch.folders.get(part);
      if (!next) branch.folders.set(part, (next = { folders: new Map(), files: [], notes: new Map() }));
      branch = next;
    }
    branch.files.push(name);
    if (note !== undefined) branch.notes.set(name, note);
  }
  const { all } = drawing;
  const lines = drawBranch(root, "", 0, drawing);
  const hidden = lines.length - mostLines;
  return all || hidden <= 0
    ? lines
    : [...lines.slice(0, mostLines), { text: `… ${count(hidden, "more line")} (--all shows them)`, mark: "" }];
}

interface Drawing {
  readonly change: TreeChange;
  readonly mark: "-" | "+";
  readonly all: boolean;
}

function drawBranch(branch: Branch, path: string, depth: number, drawing: Drawing): Line[] {
  const margin = "  ".repeat(depth);
  const lines: Line[] = [];
  for (const [name, child] of [...branch.folders].sort(([a], [b]) => (a < b ? -1 : 1))) {
    const { label, below, at } = joinSingles(name, child, path === "" ? name : `${path}/${name}`);
    lines.push({ text: `  ${margin}${label}/`, mark: "" }, ...drawBranch(below, at, depth + 1, drawing));
  }
  const files = [...branch.files].sort();
  const shown = drawing.all || files.length <= mostFiles ? files : files.slice(0, mostFiles - 1);
  for (const name of shown)
    lines.push({
      text: `${drawing.mark} ${margin}${name}${branch.notes.has(name) ? `  (${branch.notes.get(name)})` : ""}`,
      mark: drawing.mark,
    });
  if (shown.length < files.length)
    lines.push({
      text: `${drawing.mark} ${margin}… ${count(files.length - shown.length, "more file")}`,
      mark: drawing.mark,
    });
  const stays = drawing.change.staysIn(path);
  if (stays && depth > 0) lines.push({ text: `  ${margin}(${count(stays, "other stays", "others stay")})`, mark: "" });
  return lines;
}

/** A folder that holds nothing but one folder is drawn with it: `src/components/`. */
function joinSingles(name: string, branch: Branch, path: string): { label: string; below: Branch; at: string } {
  const [only] = branch.folders;
  if (branch.files.length > 0 || branch.folders.size !== 1 || !only) return { label: name, below: branch, at: path };
  const rest = joinSingles(only[0], only[1], `${path}/${only[0]}`);
  return { ...rest, label: `${name}/${rest.label}` };
}
