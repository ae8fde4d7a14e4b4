/** How new files are shown: the tree with what each folder is for, or each file with its place. */
import { plain } from "../core/base/text/index.js";
import type { Creation } from "../core/change/creation/index.js";
import type { Fit } from "../core/app/index.js";
import type { FolderPurpose } from "../core/change/setup/index.js";
import { cells, pad, shorten, wrap, type Screen } from "./screen.js";
import { count } from "./words.js";

/** What is known besides the creation itself. */
export interface CreationViewOptions {
  readonly done: boolean;
  /** Folders of a new app, with what each is for. */
  readonly folders?: readonly FolderPurpose[];
  /** What the whole is for, behind the counts. */
  readonly purpose?: string;
}

/** The whole view, as lines without a last line end. */
export function creationView(made: Creation, screen: Screen, options: CreationViewOptions): string {
  const creation = plain(made);
  const { folders = [] } = options;
  const sections = [
    [headline(creation, screen, options)],
    folders.length > 0 ? drawFolders(creation, folders, screen) : [],
    fileLines(creation, folders, screen),
    editLines(creation, screen),
    creation.notes.map((note) => wrap(note, screen.width, "    ").replace(/^ {4}/, `  ${screen.palette.place("!")} `)),
  ];
  return sections
    .filter((lines) => lines.length > 0)
    .map((lines) => lines.join("\n"))
    .join("\n\n");
}

function headline(creation: Creation, { palette, width }: Screen, { done, purpose }: CreationViewOptions): string {
  const { made, edited, foldersMade } = creation;
  if (made.length + edited.length === 0) return palette.strong("Nothing to do: all of it is there already.");
  const parts = [
    ...(made.length > 0 ? [count(made.length, "file")] : []),
    ...(foldersMade.length > 0 ? [count(foldersMade.length, "folder")] : []),
  ];
  const lines = edited.reduce((sum, each) => sum + each.lines.length, 0);
  const makes =
    parts.length > 0
      ? `${done ? "Made" : "Makes"} ${parts.join(" and ")}${purpose === undefined ? "" : ` ${purpose}`}`
      : "";
  const verb = done ? "added" : "adds";
  const adds = `${makes === "" ? verb.charAt(0).toUpperCase() + verb.slice(1) : verb} ${count(lines, "line")} to ${count(edited.length, "file")}`;
  const sentence = [makes, ...(edited.length > 0 ? [adds] : [])].filter((part) => part !== "").join("; ");
  return wrap(`${sentence}.`, width).split("\n").map(palette.strong).join("\n");
}

interface FolderLine {
  readonly label: string;
  readonly depth: number;
  readonly about: string;
  readonly files: readonly string[];
}

/** Each folder once, with its purpose beside it and its new files below. */
function drawFolders(creation: Creation, folders: readonly FolderPurpose[], { palette, width }: Screen): string[] {
  const lines = folderLines(creation, folders);
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

function folderLines(creation: Creation, folders: readonly FolderPurpose[]): FolderLine[] {
  const about = new Map(folders.map((folder) => [folder.path as string, folder.about]));
  const files = new Map<string, string[]>();
  for (const { path } of creation.made) {
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

/** Files one by one; of a tree that was drawn only those that lie outside of it. */
function fileLines({ made }: Creation, folders: readonly FolderPurpose[], { palette, width }: Screen): string[] {
  const shown = folders.length === 0 ? made : made.filter(({ path }) => !path.includes("/"));
  const column = Math.min(Math.max(0, ...shown.map(({ path }) => cells(path))), width - 30);
  return shown.map(
    ({ path, why }) =>
      `  ${palette.arrives(`+ ${pad(shorten(path, column), column)}`)}  ${palette.faint(shorten(why, width - column - 6))}`,
  );
}

function editLines({ edited }: Creation, { palette, width }: Screen): string[] {
  return edited.flatMap(({ path, lines, why }) => {
    const place = Math.max(...lines.map(({ line }) => String(line).length), 1);
    const margin = " ".repeat(place + 8);
    const shown = lines.map(({ line, text }) => {
      const [first = "", ...rest] = wrap(text.trim(), width - place - 8).split("\n");
      const numbered = `      ${palette.faint(String(line).padStart(place))}  ${palette.arrives(first)}`;
      return [numbered, ...rest.map((each) => margin + palette.arrives(each))].join("\n");
    });
    return [`  ${palette.leaves(`~ ${path}`)}  ${palette.faint(why)}`, ...shown];
  });
}

/** How an arrangement fits the files that are there. */
export function fitView(found: Fit, screen: Screen, all: boolean): string {
  const fit = plain(found);
  const { palette, width } = screen;
  const share = fit.files === 0 ? 100 : Math.floor((fit.onShelf / fit.files) * 100);
  const most = all ? Infinity : 6;
  const off = fit.off.slice(0, most);
  const misnamed = fit.misnamed.slice(0, most);
  const own = (entries: Fit["names"]): string =>
    Object.entries(entries)
      .map(([key, value]) => `${[value].flat().join(" or ")} ${palette.faint(`for ${key}`)}`)
      .join(", ");
  const column = Math.max(0, ...off.map((each) => cells(shorten(each.folder, width - 20)))) + 3;
  const lines = [
    `  ${palette.strong("arrangement")}  ${fit.arrangement}: ${count(fit.onShelf, "file")} of ${count(fit.files, "file").replace(/ files?$/, "")} ${fit.onShelf === 1 ? "lies" : "lie"} on a shelf (${share} %)`,
    `  ${palette.strong("source root")}  ${fit.source}`,
    ...(Object.keys(fit.words).length > 0 ? [`  ${palette.strong("own words")}    ${own(fit.words)}`] : []),
    ...(Object.keys(fit.names).length > 0 ? [`  ${palette.strong("own names")}    ${own(fit.names)}`] : []),
  ];
  if (off.length > 0) {
    lines.push("", `  ${palette.strong("on no shelf")}`);
    for (const { folder, files } of off)
      lines.push(`    ${palette.leaves(pad(`${shorten(folder, width - 20)}/`, column))}${count(files, "file")}`);
    if (fit.off.length > off.length)
      lines.push(palette.faint(`    … and ${count(fit.off.length - off.length, "more folder")} (--all shows them)`));
  }
  if (misnamed.length > 0) {
    lines.push("", `  ${palette.strong("named otherwise")} than the files beside them`);
    for (const path of misnamed) lines.push(`    ${palette.leaves(shorten(path, width - 4))}`);
    if (fit.misnamed.length > misnamed.length)
      lines.push(
        palette.faint(`    … and ${count(fit.misnamed.length - misnamed.length, "more file")} (--all shows them)`),
      );
  }
  return lines.join("\n");
}
