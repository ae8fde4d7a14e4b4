/** How a plan is shown: what matters first, then the details, folded when they are many. */
import { plain } from "../core/base/text/index.js";
import { proofOf, type Move, type Plan, type PlannedEdit } from "../core/change/plan/index.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import type { ProjectPath } from "../core/base/paths.js";
import { heading, noteList } from "./notes.js";
import { gapLines, patternLines, proofLines } from "./proof-view.js";
import { cells, pad, shorten, wrap, type Screen } from "./screen.js";
import { drawTrees } from "./tree-view.js";
import { count } from "../wording/words.js";
import { drawFolders, isProjectLine, madeLines, ownLines, removedLines } from "./written-view.js";

const usualEdits = 16;

/** The whole view, as lines without a last line end. */
export function planView(planned: Plan, screen: Screen, options: PlanViewOptions): string {
  const made = planned.made.map(({ path, text, why }) => ({ path, text, why }));
  // Whole texts are not shown.
  const plan = { ...plain({ ...planned, made, texts: [] }), texts: planned.texts };
  const { app, notes = [] } = options;
  const sections = [
    gapLines(plan, screen, options.all),
    [headline(plan, screen, options)],
    ...(options.first ?? []),
    plan.moves.length > 0
      ? drawTrees({ moves: plan.moves.map(withNote), staysIn: options.staysIn }, screen, options.all)
      : [],
    app && app.folders.length > 0 ? drawFolders(plan, app.folders, screen) : [],
    ...(isNothing(plan) ? [] : planDetails(plan, screen, options)),
    ...(options.more ?? []),
    notes.map((note) => wrap(note, screen.width, "    ").replace(/^ {4}/, `  ${screen.palette.place("!")} `)),
  ];
  return sections
    .filter((lines) => lines.length > 0)
    .map((lines) => lines.join("\n"))
    .join("\n\n");
}

/** Whether a plan changes nothing. */
function isNothing({ moves, made, removed, texts, lines, edits, links }: Plan): boolean {
  return [moves, made, removed, texts, lines, edits, links].every(({ length }) => length === 0);
}

/** All but the head and the trees: files made, lines, respelled references, links, the proof, mentions. */
export function planDetails(planned: Plan, screen: Screen, options: Omit<PlanViewOptions, "staysIn">): string[][] {
  const plan = plain({ ...(options.change === undefined ? planned : whereItIsNow(planned)), texts: [] });
  const made = madeLines(plan, (options.app?.folders.length ?? 0) > 0, screen);
  const title = options.change === undefined ? "would make" : "made";
  return [
    plan.moves.length > 0 && made.length > 0 ? [`  ${screen.palette.strong(title)}`, ...made] : made,
    removedLines(plan, screen),
    ownLines(plan, screen, options.all),
    editLines(plan, screen, options),
    linkLines(plan, screen),
    hardLinkLines(plan, screen, options.all),
    proofLines(plan, screen, options),
    patternLines(plan, screen, options),
    noteLines(plan, screen, options.all),
  ];
}

/** Once it was carried out, what is to be looked at lies where its file has gone. */
function whereItIsNow(plan: Plan): Plan {
  const places = new Map(plan.moves.map(({ from, to }) => [from, to]));
  const moved = <Note extends { readonly file: ProjectPath }>(notes: readonly Note[]): readonly Note[] =>
    notes.map((note) => ({ ...note, file: places.get(note.file) ?? note.file }));
  const { proof, mentions, unread } = plan;
  return {
    ...plan,
    mentions: moved(mentions),
    unread: moved(unread),
    proof: proofOf({
      ...proof,
      gaps: proof.gaps.map((gap) => ({ ...gap, file: places.get(gap.file as ProjectPath) ?? gap.file })),
      unresolved: moved(proof.unresolved),
      patterns: moved(proof.patterns),
    }),
  };
}

/** Who goes along is said beside its new place. */
function withNote({ from, to, why }: Move): { from: string; to: string; note?: string } {
  return { from, to, ...(why === "companion" && { note: "companion" }) };
}

function headline(plan: Plan, { palette, width }: Screen, options: PlanViewOptions): string {
  const { change, app, lead = "", nothing = "Nothing moves: every file is already there." } = options;
  if (isNothing(plan)) return palette.strong(nothing);
  const done = change !== undefined;
  const parts = [
    ...(plan.moves.length > 0 ? [movesText(plan, done)] : []),
    ...(plan.made.length > 0 && lead === "" ? [madeText(plan, done, app?.purpose)] : []),
    ...(plan.lines.length > 0 && lead === "" ? linesText(plan, done) : []),
    ...(plan.edits.length > 0 ? [editsText(plan, done)] : []),
    ...(plan.moves.length > 0 && plan.edits.length === 0 && lead === "" ? ["no path needs updating"] : []),
  ];
  const sentence = parts.length === 0 ? "" : `${parts.join("; ")}.`;
  return wrap(`${lead} ${sentence.charAt(0).toUpperCase() + sentence.slice(1)}`.trim(), width)
    .split("\n")
    .map(palette.strong)
    .join("\n");
}

function movesText({ moves }: Plan, done: boolean): string {
  const along = moves.filter((move) => move.why === "companion").length;
  const companions = along > 0 ? ` (with ${count(along, "companion file")})` : "";
  return `${done ? "moved" : "moves"} ${count(moves.length, "file")}${companions}`;
}

function madeText({ made, moves, foldersMade }: Plan, done: boolean, purpose: string | undefined): string {
  // Folders that files move to are drawn anyway.
  const folders = moves.length > 0 || foldersMade.length === 0 ? "" : ` and ${count(foldersMade.length, "folder")}`;
  return `${done ? "made" : "makes"} ${count(made.length, "file")}${folders}${purpose === undefined ? "" : ` ${purpose}`}`;
}

function linesText({ lines: every, texts }: Plan, done: boolean): string[] {
  const lines = every.filter((line) => !isProjectLine(line));
  const projects = new Set(every.filter(isProjectLine).map(({ file }) => file)).size;
  const follows = projects > 0 ? [`${done ? "updated" : "updates"} ${count(projects, "project")}`] : [];
  if (lines.length === 0) return follows;
  const files = new Set(lines.map(({ file }) => file));
  // Where a text is no longer for it, what is new stands instead of something else.
  const grown = texts
    .filter(({ file }) => projects === 0 || files.has(file))
    .reduce((sum, { before, after }) => sum + linesIn(after) - linesIn(before), 0);
  if (grown < lines.length)
    return [
      `${done ? "changed" : "changes"} ${count(lines.length, "line")} in ${count(files.size, "file")}`,
      ...follows,
    ];
  return [`${done ? "added" : "adds"} ${count(lines.length, "line")} to ${count(files.size, "file")}`, ...follows];
}

function linesIn(text: string): number {
  return text.replace(/\n$/, "").split("\n").length;
}

function editsText({ edits }: Plan, done: boolean): string {
  const files = new Set(edits.map(({ file }) => file)).size;
  return `${done ? "updated" : "updates"} ${count(edits.length, "path")} in ${count(files, "file")}`;
}

function editLines(
  plan: Plan,
  screen: Screen,
  { all, change, mostEdits = usualEdits }: Omit<PlanViewOptions, "staysIn">,
): string[] {
  if (plan.edits.length === 0) return [];
  const { palette } = screen;
  // Where one finds the file: at its old place before, at its new one after.
  const places = new Map(change === undefined ? [] : plan.moves.map((move) => [move.from, move.to]));
  const shown = all || plan.edits.length <= mostEdits + 2 ? plan.edits : plan.edits.slice(0, mostEdits);
  const byFile = groupByFile(shown);
  const place = Math.max(...shown.map((edit) => placeOf(edit).length));
  const before = Math.min(
    Math.max(...shown.map((edit) => cells(edit.before))),
    Math.floor((screen.width - place - 8) / 2),
  );
  const lines = [...byFile].flatMap(([file, edits]) => [
    `  ${places.get(file) ?? file}`,
    ...edits.flatMap((edit) => editLine(edit, { place, before }, screen)),
  ]);
  const hidden = plan.edits.slice(shown.length);
  if (hidden.length === 0) return [`  ${palette.strong("updated")}`, ...lines];
  const files = new Set(hidden.map((edit) => edit.file)).size;
  return [
    `  ${palette.strong("updated")}`,
    ...lines,
    palette.faint(`  … and ${count(hidden.length, "more path")} in ${count(files, "file")} (--all shows them)`),
  ];
}

function groupByFile(edits: readonly PlannedEdit[]): Map<PlannedEdit["file"], PlannedEdit[]> {
  const groups = new Map<PlannedEdit["file"], PlannedEdit[]>();
  for (const edit of edits) {
    const group = groups.get(edit.file);
    if (group) group.push(edit);
    else groups.set(edit.file, [edit]);
  }
  return groups;
}

function placeOf({ at }: PlannedEdit): string {
  return `${at.line}:${at.column}`;
}

/** What a path was and is: side by side, or one below the other where the line is too short. */
function editLine(edit: PlannedEdit, widths: { place: number; before: number }, { palette, width }: Screen): string[] {
  const place = `    ${palette.faint(placeOf(edit).padStart(widths.place))}  `;
  const after = edit.after + (edit.behind ?? "");
  const taken = 4 + widths.place + 2;
  const arrow = palette.faint("→");
  const column = Math.max(widths.before, cells(edit.before));
  if (taken + column + 3 + cells(after) <= width)
    return [`${place}${palette.leaves(pad(edit.before, column))} ${arrow} ${palette.arrives(after)}`];
  return [place + palette.leaves(edit.before), `${" ".repeat(taken - 2)}${arrow} ${palette.arrives(after)}`];
}

function linkLines(plan: Plan, { palette, width }: Screen): string[] {
  if (plan.links.length === 0) return [];
  return [
    `  ${palette.strong("symbolic links")}`,
    ...plan.links.map((link) => shorten(`    ${link.file}  ${link.before} → ${link.after}`, width)),
  ];
}

/** A file that is updated gets a new content under its own name; under its other names it stays as it was. */
function hardLinkLines({ hardLinked }: Plan, screen: Screen, all: boolean): string[] {
  if (hardLinked.length === 0) return [];
  const one = hardLinked.length === 1;
  const head = `${count(hardLinked.length, "updated file")} ${one ? "has" : "have"} other names (hard links), which keep the old text:`;
  return [
    ...heading(head, screen.width),
    ...noteList(
      hardLinked.map((file) => ({ file, text: "" })),
      screen,
      all,
    ),
  ];
}

function noteLines(plan: Plan, screen: Screen, all: boolean): string[] {
  const lines: string[] = [];
  const mentions = plan.mentions.filter(({ reason }) => reason === undefined);
  if (mentions.length > 0) {
    const one = mentions.length === 1;
    const head = `${count(mentions.length, "possible reference")} ${one ? "was" : "were"} not updated; please check ${one ? "it" : "them"}:`;
    lines.push(...heading(head, screen.width));
    lines.push(...noteList(mentions, screen, all));
    if (mentions.some(({ isLink }) => isLink === true))
      lines.push(
        screen.palette.faint("    --mentions updates Markdown links, and the patterns of ignore and owners' files"),
      );
  }
  // What may matter of it was said first.
  const said = new Set(plan.proof.gaps.map(({ file }) => file));
  const others = plan.unread.filter(({ file }) => !said.has(file));
  // Who only adds a file need not be told what is wrong elsewhere.
  const partly = plan.moves.length === 0 ? [] : others.filter((each) => each.partly);
  const whole = others.filter((each) => !each.partly);
  if (whole.length > 0) {
    lines.push(
      ...heading(
        `${count(whole.length, "file")} could not be read; the text stays as it is, so look for moved paths in it:`,
        screen.width,
      ),
    );
    lines.push(
      ...noteList(
        whole.map((each) => ({ ...each, text: each.reason })),
        screen,
        all,
      ),
    );
  }
  if (partly.length > 0) {
    lines.push(
      ...heading(
        `${count(partly.length, "file has a syntax error", "files have a syntax error")}; references were found around it:`,
        screen.width,
      ),
    );
    lines.push(
      ...noteList(
        partly.map((each) => ({ ...each, text: each.reason })),
        screen,
        all,
      ),
    );
  }
  return lines;
}
