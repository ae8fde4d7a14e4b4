/** How a proof is shown: what was not read first, then its verdict, then each reference that would not mean the same. */
import type { Difference, HoldingProof, PatternChange, Plan, Proof } from "../core/change/plan/index.js";
import { heading, mostNotes, noteList } from "./notes.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import { cells, shorten, wrap, type Screen } from "./screen.js";
import { tellGap } from "../wording/gaps.js";
import { count, enumerate, grouped } from "../wording/words.js";

/** What could matter and was not read: it is said before anything else. */
export function gapLines({ moves, proof: { gaps } }: Plan, screen: Screen, all: boolean): string[] {
  if (gaps.length === 0) return [];
  // What is only made in a language without a reader is nobody's loss, and nothing to look for.
  if (moves.length === 0 && gaps.every(({ reason }) => reason === "no reader")) {
    const kinds = [...new Set(gaps.map(({ file }) => file.slice(file.lastIndexOf("."))))];
    const head = `! ${enumerate(kinds)} files are not read yet, so what is written into them is not proved.`;
    return wrap(head, screen.width).split("\n").map(screen.palette.bad);
  }
  const head = `! The proof is not complete: ${count(gaps.length, "place")} that may matter could not be checked. Look there yourself.`;
  const notes = gaps.map((gap) => ({ file: gap.file, ...(gap.at && { at: gap.at }), text: tellGap(gap) }));
  return [screen.palette.bad(wrap(head, screen.width)), ...noteList(notes, screen, all)];
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
      if (proof.byLetters !== undefined)
        return {
          paint: palette.strong,
          whole: `not proved for ${count(proof.byLetters, "key or text", "keys and texts")} by which programs may go; else ${result} `,
        };
      return { paint: palette.good, whole: `${ticks[proof.outcome]} ${result} ` };
    case "fails":
      return { paint: palette.bad, whole: `✗ ${result} ` };
    case "incomplete":
      return { paint: palette.strong, whole: `not complete: ${known} ` };
  }
}

/** The one place from which a proof gets its tick; no other proof than one that holds has one. */
const ticks: Readonly<Record<HoldingProof["outcome"], string>> = { holds: "✓" };

/** What came of the references of now, and of the new ones; `undefined` where there are none. */
function resultOf({ references, same, added, led: right, names, sheets }: Proof, led: number): string | undefined {
  const byIndex = led === 0 ? "" : `, ${grouped(led)} of them by way of an index`;
  const kept = `${grouped(same)} of ${count(references, "reference")} ${references === 1 ? "resolves" : "resolve"} to the same file as before${byIndex}`;
  const fresh = `${grouped(right)} of ${count(added, "new reference")} ${added === 1 ? "leads where it should" : "lead where they should"}`;
  const meant =
    names === undefined || names.uses === 0
      ? ""
      : `${grouped(names.same)} of ${count(names.uses, "use")} of the ${names.uses === 1 ? "name means" : "names mean"} the same declaration as before`;
  const compiled = sheets === undefined ? [] : compiledTexts(sheets);
  const parts = [
    ...compiled,
    ...(meant === "" ? [] : [meant]),
    ...(references > 0 ? [kept] : []),
    ...(added > 0 ? [fresh] : []),
  ];
  return parts.length === 0 ? undefined : parts.join("; ");
}

function compiledTexts({
  entries,
  statements,
  same,
  early,
  mended,
  aside,
  isParted,
}: NonNullable<Proof["sheets"]>): string[] {
  const conditions =
    aside === 0
      ? ""
      : ` (but for ${count(aside, "name")} that only a condition needs and that ${aside === 1 ? "is" : "are"} defined later)`;
  const order = `${grouped(mended)} of ${count(early, "sheet")} ${early === 1 ? "finds" : "find"} each name before it is needed${conditions}`;
  const stays = `${grouped(same)} of ${count(statements, "compiled statement")} of ${count(entries, "sheet")} ${statements === 1 ? "stays in order and means" : "stay in order and mean"} the same${isParted === true ? " (but for blank lines)" : ""}`;
  return [...(early === 0 ? [] : [order]), ...(entries === 0 ? [] : [stays])];
}

/** What it means now and then; a reference that is new means nothing now. */
function meantText({ before, after }: Difference): string {
  return before.length + after.length === 0 ? "" : `: now ${listed(before)}, then ${listed(after)}`;
}

/** The verdict, and what it is about. */
export function proofLines(plan: Plan, screen: Screen, { all, led = 0 }: Omit<PlanViewOptions, "staysIn">): string[] {
  const { palette, width } = screen;
  const { different } = plan.proof;
  // Who only adds a file need not be told what else leads nowhere.
  const unresolved = plan.moves.length === 0 ? [] : plan.proof.unresolved;
  const read = `read ${grouped(plan.filesRead)} of ${count(plan.filesInProject, "file")}`;
  const result = resultOf(plan.proof, led);
  const known = result === undefined ? "no reference that was read is touched" : `of what was read, ${result}`;
  const { paint, whole } = verdictOf(plan.proof, { palette, result: result ?? "no reference is touched", known });
  const wrapped = wrap(`${whole}(${read})`, width - 9).split("\n");
  const lines =
    wrapped.length === 1
      ? [`  ${palette.strong("proof")}  ${paint(whole.trimEnd())} ${palette.faint(`(${read})`)}`]
      : wrapped.map((line, at) => `  ${at === 0 ? palette.strong("proof") : "     "}  ${paint(line)}`);
  for (const each of all ? different : different.slice(0, mostNotes)) {
    lines.push(
      `    ${palette.bad("✗")} ${palette.place(`${each.file}:${each.at.line}:${each.at.column}`)}  ${each.specifier}`,
    );
    lines.push(wrap(each.reason + meantText(each), width, "        "));
  }
  if (!all && different.length > mostNotes)
    lines.push(`    … and ${different.length - mostNotes} more (--all shows them)`);
  if (unresolved.length > 0) {
    lines.push(
      ...heading(
        `${count(unresolved.length, "reference is", "references are")} unresolved already and ${unresolved.length === 1 ? "stays as it is" : "stay as they are"}:`,
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
export function patternLines(
  { proof: { patterns, joined = [] } }: Plan,
  screen: Screen,
  options: Omit<PlanViewOptions, "staysIn">,
): string[] {
  const one = joined.length === 1;
  const taking = patterns.filter(({ out, into }) => out.length + into.length > 0);
  const writing = patterns.filter(({ writes }) => writes !== undefined);
  const watching = patterns.filter(({ unseen }) => unseen !== undefined);
  const done = options.change !== undefined;
  return [
    ...patternNotes(
      joined.map((each) => ({ ...each, out: [] })),
      `${count(joined.length, "pattern")} ${done ? (one ? "takes" : "take") : "would take"} in what is made, as ${one ? "it does" : "they do"} the others of its kind:`,
      screen,
      options.all,
      true,
    ),
    ...takingLines(taking, screen, options),
    ...patternNotes(
      writing,
      `The output of ${count(writing.length, "folder")} ${done ? "has" : "would have"} other paths; look at what uses it:`,
      screen,
      options.all,
    ),
    ...patternNotes(
      watching,
      `${count(watching.length, "watcher")} ${watching.length === 1 ? "does" : "do"} not look at what is made:`,
      screen,
      options.all,
    ),
  ];
}

function takingLines(
  patterns: readonly PatternChange[],
  screen: Screen,
  { all, change }: Omit<PlanViewOptions, "staysIn">,
): string[] {
  if (patterns.length === 0) return [];
  const one = patterns.length === 1;
  const would = change === undefined ? "would take" : one ? "takes" : "take";
  const head = `${count(patterns.length, "pattern")} in settings ${would} in other files, and no one spelling keeps ${one ? "it" : "them"} as ${one ? "it is" : "they are"}; look at ${one ? "it" : "them"} yourself:`;
  return patternNotes(patterns, head, screen, all);
}

/** Each with what changes, below a heading. */
function patternNotes(
  patterns: readonly PatternChange[],
  head: string,
  { palette, width }: Screen,
  all: boolean,
  isRight = false,
): string[] {
  if (patterns.length === 0) return [];
  const lines = heading(head, width);
  for (const { file, at, pattern, out, into, writes = [], unseen = [] } of all
    ? patterns
    : patterns.slice(0, mostNotes)) {
    const place = `${file}:${at.line}:${at.column}`;
    lines.push(
      `    ${isRight ? palette.good("~") : palette.bad("!")} ${palette.place(place)}  ${shorten(pattern, width - cells(place) - 8)}`,
    );
    const what = [
      ...(out.length > 0 ? [`loses ${listed(out)}`] : []),
      ...(into.length > 0 ? [`gains ${listed(into)}`] : []),
      ...(writes.length > 0 ? [listed(writes.map(({ from, to }) => `${from} becomes ${to}`))] : []),
      ...(unseen.length > 0 ? [`does not see ${listed(unseen)}`] : []),
    ];
    lines.push(wrap(what.join("; "), width, "        "));
  }
  if (!all && patterns.length > mostNotes)
    lines.push(palette.faint(`    … and ${patterns.length - mostNotes} more (--all shows them)`));
  return lines;
}

function listed(paths: readonly string[]): string {
  if (paths.length === 0) return "nothing";
  return paths.length > 3 ? `${paths.slice(0, 2).join(", ")} and ${paths.length - 2} more` : enumerate(paths);
}
