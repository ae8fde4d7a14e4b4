/** How a plan is shown: what matters first, then the details, folded when they are many. */
import { plain } from "../core/base/text/index.js";
import {
  proofOf,
  type Gap,
  type HoldingProof,
  type Move,
  type Plan,
  type PlannedEdit,
  type Proof,
} from "../core/change/plan/index.js";
import type { ProjectPath } from "../core/base/paths.js";
import { cells, pad, shorten, wrap, type Screen } from "./screen.js";
import { drawTrees } from "./tree-view.js";
import { count, enumerate, grouped } from "./words.js";

/** How a plan's view is folded, and what is known of the tree. */
export interface PlanViewOptions {
  readonly all: boolean;
  readonly staysIn: (folder: string) => number | undefined;
  /** Set once the plan was carried out: the change's id. */
  readonly change?: string;
  /** References that lead through a public index from then on. */
  readonly led?: number;
  /** Edits shown before they are folded. */
  readonly mostEdits?: number;
}

const usualEdits = 16;
const mostNotes = 5;

/** The whole view, as lines without a last line end. */
export function planView(planned: Plan, screen: Screen, options: PlanViewOptions): string {
  const plan = plain(planned);
  const sections = [
    gapLines(plan, screen, options.all),
    [headline(plan, screen, options.change !== undefined)],
    plan.moves.length > 0
      ? drawTrees({ moves: plan.moves.map(withNote), staysIn: options.staysIn }, screen, options.all)
      : [],
    ...planDetails(plan, screen, options),
  ];
  return sections
    .filter((lines) => lines.length > 0)
    .map((lines) => lines.join("\n"))
    .join("\n\n");
}

/** All but the head and the trees, section by section: respelled references, links, files made, the proof, mentions. */
export function planDetails(planned: Plan, screen: Screen, options: Omit<PlanViewOptions, "staysIn">): string[][] {
  const plan = plain(options.change === undefined ? planned : whereItIsNow(planned));
  return [
    editLines(plan, screen, options),
    linkLines(plan, screen),
    hardLinkLines(plan, screen, options.all),
    madeLines(plan, screen, options.change !== undefined),
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

function headline(plan: Plan, { palette, width }: Screen, done: boolean): string {
  if (plan.moves.length === 0) return palette.strong("Nothing moves: every file is already there.");
  const along = plan.moves.filter((move) => move.why === "companion").length;
  const moved = `${done ? "Moved" : "Moves"} ${count(plan.moves.length, "file")}`;
  const companions =
    along > 0 ? ` (${along === 1 ? "1 goes along as companion" : `${along} go along as companions`})` : "";
  const files = new Set(plan.edits.map((edit) => edit.file)).size;
  const edits =
    plan.edits.length === 0
      ? "no reference needs another spelling"
      : `${done ? "respelled" : "respells"} ${count(plan.edits.length, "reference")} in ${count(files, "file")}`;
  return wrap(`${moved}${companions}; ${edits}.`, width).split("\n").map(palette.strong).join("\n");
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
    ...edits.map((edit) => editLine(edit, { place, before }, screen)),
  ]);
  const hidden = plan.edits.slice(shown.length);
  if (hidden.length === 0) return [`  ${palette.strong("respelled")}`, ...lines];
  const files = new Set(hidden.map((edit) => edit.file)).size;
  return [
    `  ${palette.strong("respelled")}`,
    ...lines,
    palette.faint(`  … and ${count(hidden.length, "more reference")} in ${count(files, "file")} (--all shows them)`),
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

function editLine(edit: PlannedEdit, widths: { place: number; before: number }, { palette, width }: Screen): string {
  const rest = width - 4 - widths.place - 2 - widths.before - 3;
  const before = pad(shorten(edit.before, widths.before), widths.before);
  return `    ${palette.faint(placeOf(edit).padStart(widths.place))}  ${palette.leaves(before)} ${palette.faint("→")} ${palette.arrives(shorten(edit.after + (edit.behind ?? ""), rest))}`;
}

function madeLines({ made }: Plan, { palette, width }: Screen, done: boolean): string[] {
  if (made.length === 0) return [];
  const column = Math.min(Math.max(...made.map(({ path }) => cells(path))), Math.floor(width / 2));
  return [
    `  ${palette.strong(done ? "made" : "would make")}`,
    ...made.map(
      ({ path, why }) =>
        `    ${palette.arrives(pad(shorten(path, column), column))}  ${shorten(why, width - column - 6)}`,
    ),
  ];
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

interface Verdict {
  readonly paint: (text: string) => string;
  readonly whole: string;
}

/** What was not read is not proved: then there is no tick, whatever the rest says. */
function verdictOf(
  proof: Proof,
  { palette, result, known }: Pick<Screen, "palette"> & { readonly result: string; readonly known: string },
): Verdict {
  switch (proof.outcome) {
    case "holds":
      return { paint: palette.good, whole: `${ticks[proof.outcome]} ${result} ` };
    case "fails":
      return { paint: palette.bad, whole: `✗ ${result} ` };
    case "incomplete":
      return { paint: palette.strong, whole: `not complete: ${known} ` };
  }
}

/** The one place from which a proof gets its tick; no other proof than one that holds has one. */
const ticks: Readonly<Record<HoldingProof["outcome"], string>> = { holds: "✓" };

function proofLines(plan: Plan, screen: Screen, { all, led = 0 }: Omit<PlanViewOptions, "staysIn">): string[] {
  const { palette, width } = screen;
  const { references, same, different, unresolved } = plan.proof;
  const read = `read ${grouped(plan.filesRead)} of ${count(plan.filesInProject, "file")}`;
  const result =
    references === 0
      ? "no reference is touched"
      : `${grouped(same)} of ${count(references, "reference")} ${references === 1 ? "resolves" : "resolve"} to the same file as before${led === 0 ? "" : `, ${grouped(led)} of them by way of an index`}`;
  const known = references === 0 ? "no reference that was read is touched" : `of what was read, ${result}`;
  const { paint, whole } = verdictOf(plan.proof, { palette, result, known });
  const wrapped = wrap(`${whole}(${read})`, width - 9).split("\n");
  const lines =
    wrapped.length === 1
      ? [`  ${palette.strong("proof")}  ${paint(whole.trimEnd())} ${palette.faint(`(${read})`)}`]
      : wrapped.map((line, at) => `  ${at === 0 ? palette.strong("proof") : "     "}  ${paint(line)}`);
  for (const each of all ? different : different.slice(0, mostNotes)) {
    lines.push(
      `    ${palette.bad("✗")} ${palette.place(`${each.file}:${each.at.line}:${each.at.column}`)}  ${each.specifier}`,
    );
    lines.push(wrap(`${each.reason}: now ${listed(each.before)}, then ${listed(each.after)}`, width, "        "));
  }
  if (!all && different.length > mostNotes)
    lines.push(`    … and ${different.length - mostNotes} more (--all shows them)`);
  if (unresolved.length > 0) {
    lines.push(
      ...heading(
        `${count(unresolved.length, "reference leads", "references lead")} nowhere today and ${unresolved.length === 1 ? "stays as it is" : "stay as they are"}:`,
        width,
      ),
    );
    lines.push(
      ...noteList(
        unresolved.map((each) => ({ ...each, text: each.specifier })),
        screen,
        all,
      ),
    );
  }
  return lines;
}

/** Patterns of settings that take in other files from then on: each with what it loses and gains. */
function patternLines(
  { proof: { patterns } }: Plan,
  { palette, width }: Screen,
  { all, change }: Omit<PlanViewOptions, "staysIn">,
): string[] {
  if (patterns.length === 0) return [];
  const one = patterns.length === 1;
  const would = change === undefined ? "would take" : one ? "takes" : "take";
  const head = `${count(patterns.length, "pattern")} in settings ${would} in other files, and no one spelling keeps ${one ? "it" : "them"} as ${one ? "it is" : "they are"}; look at ${one ? "it" : "them"} yourself:`;
  const lines = heading(head, width);
  for (const { file, at, pattern, out, into } of all ? patterns : patterns.slice(0, mostNotes)) {
    const place = `${file}:${at.line}:${at.column}`;
    lines.push(`    ${palette.bad("!")} ${palette.place(place)}  ${shorten(pattern, width - cells(place) - 8)}`);
    const what = [
      ...(out.length > 0 ? [`loses ${listed(out)}`] : []),
      ...(into.length > 0 ? [`gains ${listed(into)}`] : []),
    ];
    lines.push(wrap(what.join("; "), width, "        "));
  }
  if (!all && patterns.length > mostNotes)
    lines.push(palette.faint(`    … and ${patterns.length - mostNotes} more (--all shows them)`));
  return lines;
}

/** What a list is headed by. */
function heading(text: string, width: number): string[] {
  return wrap(text, width, "  ").split("\n");
}

function listed(paths: readonly string[]): string {
  if (paths.length === 0) return "nothing";
  return paths.length > 3 ? `${paths.slice(0, 2).join(", ")} and ${paths.length - 2} more` : enumerate(paths);
}

interface Note {
  readonly file: string;
  readonly at?: { readonly line: number; readonly column: number };
  readonly text: string;
}

function noteList(notes: readonly Note[], { palette, width }: Screen, all: boolean): string[] {
  const shown = all ? notes : notes.slice(0, mostNotes);
  const places = shown.map(({ file, at }) => (at ? `${file}:${at.line}:${at.column}` : file));
  const column = Math.min(Math.max(...places.map(cells), 0), Math.floor(width / 2));
  const lines = shown.map((note, index) => {
    const place = pad(shorten(places[index] ?? "", column), column);
    return `    ${palette.place(place)}  ${shorten(note.text, width - column - 6)}`;
  });
  if (shown.length < notes.length)
    lines.push(palette.faint(`    … and ${notes.length - shown.length} more (--all shows them)`));
  return lines;
}

const gapTexts: Readonly<Record<Gap["reason"], (gap: Gap) => string>> = {
  "not listed": ({ detail }) => `not read: ${detail}`,
  "not readable": ({ detail }) => `not read: ${detail}`,
  "not understood": ({ detail }) => `not read for certain: ${detail}`,
  "no reader": ({ detail }) => `${detail}: what it names, and who names it, is unknown`,
  "named there": ({ detail, file }) => `${detail}, and ${file.slice(file.lastIndexOf(".") + 1)} files are not read yet`,
  computed: ({ detail }) =>
    /[`$/]$/.test(detail) ? `${detail}… is put together at run time` : `${detail} is put together at run time`,
  "link text": ({ detail }) => `a symbolic link that has to change: ${detail}`,
};

/** What could matter and was not read: it is said before anything else. */
export function gapLines({ proof: { gaps } }: Plan, screen: Screen, all: boolean): string[] {
  if (gaps.length === 0) return [];
  const head = `! The proof is not complete: ${count(gaps.length, "place")} that may matter could not be checked. Look there yourself.`;
  const notes = gaps.map((gap) => ({ file: gap.file, ...(gap.at && { at: gap.at }), text: gapTexts[gap.reason](gap) }));
  return [screen.palette.bad(wrap(head, screen.width)), ...noteList(notes, screen, all)];
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
        screen.palette.faint("    --mentions respells Markdown links, and the patterns of ignore and owners' files"),
      );
  }
  // What may matter of it was said first.
  const said = new Set(plan.proof.gaps.map(({ file }) => file));
  const others = plan.unread.filter(({ file }) => !said.has(file));
  const partly = others.filter((each) => each.partly);
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
