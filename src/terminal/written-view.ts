/** What a plan writes besides moving and respelling: the tree of a new app, files that are made, lines that texts gain. */
import type { FolderPurpose } from "../core/change/setup/index.js";
import type { Plan, PlannedLine } from "../core/change/plan/index.js";
import { cells, pad, pathLines, wrap, type Screen } from "./screen.js";
import { count } from "../wording/words.js";

interface FolderLine {
  readonly label: string;
  readonly depth: number;
  readonly about: string;
  readonly files: readonly string[];
}

/** Each folder of a new app once, with its purpose beside it and its new files below. */
export function drawFolders(plan: Plan, folders: readonly FolderPurpose[], { palette, width }: Screen): string[] {
  const lines = folderLines(plan, folders);
  const label = (line: FolderLine): string => "  ".repeat(line.depth) + line.label;
  const column = Math.min(34, Math.max(...lines.map((line) => cells(label(line)))) + 2);
  return lines.flatMap((line) => {
    const room = width - 2 - column;
    const about = line.about === "" ? [] : wrap(line.about, room).split("\n");
    const files = line.files.length === 0 ? [] : wrap(line.files.join(", "), room).split("\n").map(palette.faint);
    const [first = "", ...rest] = [...about, ...files];
    return [
      `  ${palette.arrives(pad(label(line), column))}${first}`.trimEnd(),
      ...rest.map((text) => `  ${" ".repeat(column)}${text}`),
    ];
  });
}

function folderLines(plan: Plan, folders: readonly FolderPurpose[]): FolderLine[] {
  const about = new Map(folders.map((folder) => [folder.path as string, folder.about]));
  const files = new Map<string, string[]>();
  for (const { path } of plan.made) {
    const slash = path.lastIndexOf("/");
    const folder = path.slice(0, Math.max(0, slash));
    files.set(folder, [...(files.get(folder) ?? []), path.slice(slash + 1)]);
  }
  const all = new Set<string>();
  for (const path of [...about.keys(), ...files.keys()])
    for (let at = path; at !== "" && !all.has(at); at = at.slice(0, Math.max(0, at.lastIndexOf("/")))) all.add(at);
  return [...all].sort().map((path) => {
    const parts = path.split("/");
    return {
      label: `${parts.at(-1)}/`,
      depth: parts.length - 1,
      about: about.get(path) ?? "",
      files: files.get(path) ?? [],
    };
  });
}

/** Files that are made, one by one; of a tree that was drawn only those that lie outside of it. */
export function madeLines({ made }: Plan, isDrawn: boolean, { palette, width }: Screen): string[] {
  const shown = isDrawn ? made.filter(({ path }) => !path.includes("/")) : made;
  const column = Math.min(Math.max(0, ...shown.map(({ path }) => cells(path))), width - 30);
  return shown.flatMap(({ path, why }) =>
    pathLines(`+ ${path}`, why, {
      width,
      margin: 2,
      column: column + 2,
      paintPath: palette.arrives,
      paintWords: palette.faint,
    }),
  );
}

/** Files that go, one by one. */
export function removedLines({ removed, madeAgain = [], deleted = [] }: Plan, { palette }: Screen): string[] {
  const why = (path: Plan["removed"][number]): string =>
    deleted.includes(path)
      ? "removed"
      : madeAgain.includes(path)
        ? "removed: its generator makes it again"
        : "removed: nothing is left in it";
  const width = Math.max(0, ...removed.map(cells));
  return removed.map(
    (path) => `  ${palette.leaves(`- ${pad(path, Math.min(width, 70))}`)}  ${palette.faint(why(path))}`,
  );
}

const mostLines = 16;

/** The lines that texts gain, by file, numbered as in the new text. */
export function ownLines({ lines: every }: Plan, screen: Screen, all: boolean): string[] {
  const lines = all ? every : every.filter((line) => !isProjectLine(line));
  const shown = all || lines.length <= mostLines + 2 ? lines : lines.slice(0, mostLines);
  const byFile = new Map<string, PlannedLine[]>();
  for (const line of shown) byFile.set(line.file, [...(byFile.get(line.file) ?? []), line]);
  const drawn = [...byFile].flatMap(([file, ofFile]) => linesOfFile(file, ofFile, screen));
  const hidden = lines.slice(shown.length);
  if (hidden.length === 0) return [...drawn, ...(all ? [] : projectNotes(every, screen))];
  const files = new Set(hidden.map(({ file }) => file)).size;
  return [
    ...drawn,
    screen.palette.faint(`  … and ${count(hidden.length, "more line")} in ${count(files, "file")} (--all shows them)`),
    ...projectNotes(every, screen),
  ];
}

/** Whether a line is one of a list of what is built, which people read in their IDE and not as text. */
export function isProjectLine({ why }: Pick<PlannedLine, "why">): boolean {
  return why === "project";
}

/** What projects list is said by how much of it changes. */
function projectNotes(lines: readonly PlannedLine[], { palette, width }: Screen): string[] {
  const counts = new Map<string, number>();
  for (const line of lines.filter(isProjectLine)) counts.set(line.file, (counts.get(line.file) ?? 0) + 1);
  return [...counts].map(([file, number]) => {
    const note = `its groups and lists follow (${count(number, "line")}, see --all)`;
    const gap = file.length + note.length + 6 > width ? "\n      " : "  ";
    return `  ${palette.leaves(`~ ${file}`)}${gap}${palette.faint(note)}`;
  });
}

function linesOfFile(file: string, lines: readonly PlannedLine[], { palette, width }: Screen): string[] {
  const place = Math.max(...lines.map(({ line }) => String(line).length), 1);
  const margin = " ".repeat(place + 8);
  const shown = lines.map(({ line, text }) => {
    const [first = "", ...rest] = wrap(text.trim().replace(/^(?:\\t)+/, ""), width - place - 8).split("\n");
    const numbered = `      ${palette.faint(String(line).padStart(place))}  ${palette.arrives(first)}`;
    return [numbered, ...rest.map((each) => margin + palette.arrives(each))].join("\n");
  });
  return [`  ${palette.leaves(`~ ${file}`)}  ${palette.faint(lines[0]?.why ?? "")}`, ...shown];
}
