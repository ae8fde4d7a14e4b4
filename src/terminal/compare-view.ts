/** How arrangements are shown beside each other: a table with bars, the best of each row marked, and what to do. */
import { ownArrangement } from "../core/app/arrangement/index.js";
import { plain } from "../core/base/text/index.js";
import type { Comparison, Shape, Tried } from "../core/change/compare/index.js";
import { byGroups } from "../wording/organised.js";
import { cells, pad, shorten, wrap, type Screen } from "./screen.js";
import { count, enumerate, grouped } from "../wording/words.js";
import { wordsOfAdvice } from "../wording/advice.js";

/** One row: what is measured, and how it is written. The least is the best. */
interface Row {
  readonly title: string;
  readonly of: (shape: Shape & Partial<Tried>) => number | undefined;
  readonly write: (value: number) => string;
  /** Whether a lower number is worth a mark. */
  readonly isRated: boolean;
}

const one = (value: number): string => value.toFixed(1);
const whole = (value: number): string => grouped(value);
const part = (value: number): string => `${Math.round(value * 100)} %`;

const rows: readonly Row[] = [
  { title: "places of a feature", of: ({ places }) => places, write: one, isRated: true },
  { title: "folders of a feature", of: ({ folders }) => folders, write: one, isRated: true },
  { title: "places of a change", of: ({ touched }) => touched, write: one, isRated: true },
  { title: "steps in a feature", of: ({ steps }) => steps, write: one, isRated: true },
  { title: "references that leave", of: ({ leaving }) => leaving, write: part, isRated: true },
  { title: "largest folder", of: ({ largest }) => largest.files, write: whole, isRated: true },
  { title: "depth", of: ({ depth }) => depth, write: one, isRated: true },
  { title: "files moved", of: ({ moved }) => moved, write: whole, isRated: false },
  { title: "paths updated", of: ({ respelled }) => respelled, write: whole, isRated: false },
  { title: "files to ask about", of: ({ questions }) => questions, write: whole, isRated: false },
];

/** Where groups count as folders, entries move, and no path is another. */
const rowsInGroups: readonly Row[] = rows.flatMap((row) => {
  if (row.title === "paths updated") return [];
  const title = row.title === "files moved" ? "entries regrouped" : row.title.replace("folder", "group");
  return [{ ...row, title }];
});

const label = 22;
const widestBar = 8;
const best = "✓";

/** The whole view, as lines without a last line end. */
export function compareView(compared: Comparison, screen: Screen): string {
  const comparison = plain(compared);
  const sections = [
    headLines(comparison, screen),
    tableLines(comparison, screen),
    noteLines(comparison, screen),
    adviceLines(comparison, screen),
  ];
  return sections
    .filter((lines) => lines.length > 0)
    .map((lines) => lines.join("\n"))
    .join("\n\n");
}

function headLines(
  { files, features, arrangement, tried, inGroups }: Comparison,
  { palette, width }: Screen,
): string[] {
  const head = `${count(files, "file")} of ${count(features, "feature")}, ${arrangement === ownArrangement ? "organised in its own way" : arrangement} today, beside ${count(tried.length, "arrangement")}.`;
  return [
    ...wrap(head, width).split("\n").map(palette.strong),
    ...wrap(
      "Each was tried in memory, file by file; nothing was proved or written. A place is a shelf, or the folder of a feature." +
        (inGroups ? ` ${byGroups}` : ""),
      width,
    ).split("\n"),
  ];
}

function tableLines(comparison: Comparison, screen: Screen): string[] {
  const { today, tried } = comparison;
  const columns = [
    { name: "today", shape: today as Shape & Partial<Tried> },
    ...tried.map((each) => ({ name: each.arrangement, shape: each })),
  ];
  const measured = comparison.inGroups ? rowsInGroups : rows;
  const told = measured.filter((row) => columns.some(({ shape }) => row.of(shape) !== undefined));
  const cell = Math.floor((screen.width - 2 - label) / columns.length);
  return cell < 11 ? listLines(told, columns, screen) : wideLines(told, columns, cell, screen);
}

type Columns = readonly { readonly name: string; readonly shape: Shape & Partial<Tried> }[];

function wideLines(told: readonly Row[], columns: Columns, cell: number, { palette }: Screen): string[] {
  const room = Math.min(cell, 7 + widestBar + 4);
  const heads = columns.map(({ name }) => brokenAtDashes(name, room - 1));
  const height = Math.max(...heads.map((lines) => lines.length));
  const head = Array.from({ length: height }, (_, line) => {
    const parts = heads.map((lines) => pad(shorten(lines[line - (height - lines.length)] ?? "", room - 1), room));
    return `  ${" ".repeat(label)}${palette.strong(parts.join(""))}`.trimEnd();
  });
  const bar = Math.min(widestBar, room - 9);
  return [
    ...head,
    ...told.map((row) => {
      const values = columns.map(({ shape }) => row.of(shape));
      const parts = values.map((value) => drawCell(row, value, { values, bar, room, palette }));
      return `  ${pad(row.title, label)}${parts.join("")}`.trimEnd();
    }),
  ];
}

/** `("feature-first-with-core", 14)` → `["feature-first-", "with-core"]` */
function brokenAtDashes(name: string, width: number): string[] {
  const lines: string[] = [];
  for (const part of name.split(/(?<=-)/)) {
    const last = lines.at(-1);
    if (last !== undefined && cells(last + part) <= width) lines[lines.length - 1] = last + part;
    else lines.push(part);
  }
  return lines;
}

interface CellDrawing {
  readonly values: readonly (number | undefined)[];
  readonly bar: number;
  readonly room: number;
  readonly palette: Screen["palette"];
}

/** `  1.8 ✓ ━━━━`: the number, the mark of the best, and a bar to the largest of the row. */
function drawCell(row: Row, value: number | undefined, { values, bar, room, palette }: CellDrawing): string {
  if (value === undefined) return " ".repeat(room);
  const number = row.write(value).padStart(5);
  const isBest = row.isRated && isLeast(row, value, values);
  const start = `${number} ${isBest ? best : " "} `;
  const bars = row.isRated ? barOf(value, values, bar) : "";
  const gap = " ".repeat(Math.max(0, room - cells(start + bars)));
  return (isBest ? palette.good(start + bars) : row.isRated ? start + palette.faint(bars) : start) + gap;
}

/** Whether no other is less, as it is written, and some other is more. */
function isLeast(row: Row, value: number, values: readonly (number | undefined)[]): boolean {
  const known = values.filter((each) => each !== undefined);
  const written = row.write(value);
  const least = Math.min(...known);
  return row.write(least) === written && known.some((each) => row.write(each) !== written);
}

/** A bar in half cells: the largest of the row fills the room. */
function barOf(value: number, values: readonly (number | undefined)[], room: number): string {
  const most = Math.max(...values.filter((each) => each !== undefined));
  const halves = most === 0 ? 0 : Math.round((value / most) * room * 2);
  return "━".repeat(Math.floor(halves / 2)) + (halves % 2 === 1 ? "╸" : "");
}

/** On a narrow screen each row is a list. */
function listLines(told: readonly Row[], columns: Columns, { palette, width }: Screen): string[] {
  const name = Math.max(...columns.map((column) => cells(column.name)));
  return told.flatMap((row, at) => {
    const values = columns.map(({ shape }) => row.of(shape));
    return [
      ...(at === 0 ? [] : [""]),
      `  ${palette.strong(row.title)}`,
      ...columns.flatMap((column, index): string[] => {
        const value = values[index];
        if (value === undefined) return [];
        const room = Math.min(18, width - name - 6);
        return [
          `    ${pad(column.name, name)} ${drawCell(row, value, { values, bar: Math.max(2, room - 9), room, palette })}`.trimEnd(),
        ];
      }),
    ];
  });
}

function noteLines(comparison: Comparison, { palette, width }: Screen): string[] {
  const { changes, enough, across, unresolved, tried, today } = comparison;
  const held = tried.filter(({ stays }) => stays > 0);
  const notes = [
    `${best} marks the least of a row. Steps: folders left and entered between two files of a feature that use each other. A reference leaves if it leads from one place to another${across === 0 ? "." : `; ${count(across, "reference leads", "references lead")} from one feature to another, wherever files lie.`}`,
    today.touched === undefined
      ? `History is too short to tell what a typical change touches: ${count(changes, "change")} of two files or more, and ${enough} are wanted.`
      : `A change is a commit of two to thirty files of the app; ${grouped(changes)} were looked at.`,
    ...(unresolved > 0
      ? [`${count(unresolved, "unresolved reference is", "unresolved references are")} left out.`]
      : []),
    ...(held.length > 0
      ? [
          `Some files would stay where they are, for want of a shelf or because something holds them: ${enumerate(held.map(({ arrangement, stays }) => `${grouped(stays)} in ${arrangement}`))}.`,
        ]
      : []),
  ];
  return notes.flatMap((note) => wrap(note, width, "  ").split("\n").map(palette.faint));
}

function adviceLines(comparison: Comparison, { palette, width }: Screen): string[] {
  const { as } = comparison.recommendation;
  return [
    ...wrap(wordsOfAdvice(comparison), width, "  ").split("\n").map(palette.strong),
    ...(as === undefined
      ? []
      : [
          "",
          `  ${palette.strong("next")}`,
          `    ${palette.arrives(`steady-shelf arrange${comparison.inGroups ? " --groups" : ""} --as ${as}`)}  see it first; nothing is written without --write`,
        ]),
  ];
}
