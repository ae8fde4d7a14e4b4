/** What changes touched, and how far apart features lay, over the history of git. */
import { count, grouped } from "../../wording/words.js";
import type { AppData } from "../page-data.js";
import { chart, courseOf, type Point } from "./charts.js";
import { h } from "./dom.js";
import { fileLink } from "./parts.js";
import { sortedTable } from "./table.js";
import type { ViewContext } from "./view.js";

/** Draws it. */
export function time(context: ViewContext): HTMLElement[] {
  const { data } = context.model;
  const head = h("h1", {}, "Over time");
  if (data.changes.when.length === 0 && data.past.length === 0)
    return [
      head,
      h(
        "p",
        { class: "note" },
        "There is no history of changes to two files of the app or more, so nothing can be told.",
      ),
    ];
  return [head, ...changeSection(context), ...pastSection(data)];
}

/** A day as everybody reads it: `2026-11-30`. */
function day(when: number): string {
  return new Date(when * 1000).toISOString().slice(0, 10);
}

function changeSection(context: ViewContext): HTMLElement[] {
  const { changes, shapes } = context.model.data;
  const { when, touched, touchedUnder, enough } = changes;
  if (when.length === 0) return [];
  const dots = when
    .map((at, change): Point => {
      const places = touched[change] ?? 0;
      const title = `${day(at)} ${changes.id[change] ?? ""} ${changes.subject[change] ?? ""}: ${count(places, "place")}`;
      return { when: at, value: places, title };
    })
    .reverse();
  const mean = (all: readonly number[]): number => all.reduce((sum, each) => sum + each, 0) / Math.max(1, all.length);
  const isTold = when.length >= enough;
  const levels = isTold
    ? [
        { name: "today", value: mean(touched), isToday: true },
        ...shapes.trees.map(({ arrangement }, at) => ({ name: arrangement, value: mean(touchedUnder[at] ?? []) })),
      ]
    : [];
  const label = `Places that each of ${count(when.length, "change")} touched, from ${day(dots[0]?.when ?? 0)} to ${day(dots.at(-1)?.when ?? 0)}${isTold ? `; ${levels.map(({ name, value }) => `${value.toFixed(1)} on average under ${name}`).join(", ")}` : ""}.`;
  return [
    h("h2", {}, "What a change touches"),
    h(
      "p",
      { class: "lead" },
      isTold
        ? `A change touched ${mean(touched).toFixed(1)} places on average. Each dot is a change of two to thirty files, by the places in which those lie today; the line is the mean of those around.`
        : `${count(when.length, "change")} of two files or more ${when.length === 1 ? "is" : "are"} too few to tell what is typical; ${enough} are wanted. Each dot is one.`,
    ),
    h(
      "div",
      { class: "scrolls" },
      chart({ label, unit: "places", dots, line: isTold ? courseOf(dots) : [], levels }) as HTMLElement,
    ),
    changeTable(context),
  ];
}

function changeTable(context: ViewContext): HTMLElement {
  const { model } = context;
  const { when, id, subject, files, touched, touchedUnder } = model.data.changes;
  const { recommended, trees } = model.data.shapes;
  const best = trees.findIndex(({ as }) => as === recommended);
  const rows = when.map((_, change) => change);
  return sortedTable<number>(
    "Changes, those that touched most places first.",
    [
      {
        title: "Places",
        cell: (change) => touched[change] ?? 0,
        by: (change) => touched[change] ?? 0,
        isNumber: true,
      },
      ...(best < 0
        ? []
        : [
            {
              title: `under ${trees[best]?.arrangement ?? ""}`,
              cell: (change: number) => touchedUnder[best]?.[change] ?? 0,
              by: (change: number) => touchedUnder[best]?.[change] ?? 0,
              isNumber: true,
            },
          ]),
      { title: "When", cell: (change) => day(when[change] ?? 0), by: (change) => when[change] ?? 0 },
      {
        title: "Change",
        cell: (change) =>
          h(
            "details",
            {},
            h("summary", {}, h("code", {}, id[change] ?? ""), ` ${subject[change] ?? ""}`),
            h(
              "ul",
              { class: "plain" },
              (files[change] ?? []).map((file) => h("li", {}, fileLink(context, file))),
            ),
          ),
      },
      {
        title: "Files",
        cell: (change) => files[change]?.length ?? 0,
        by: (change) => files[change]?.length ?? 0,
        isNumber: true,
      },
    ],
    rows,
    { sortedBy: "Places", most: 15 },
  );
}

function pastSection({ past, shapes }: AppData): HTMLElement[] {
  const [first, last] = [past[0], past.at(-1)];
  if (!first || !last || past.length < 2) return [];
  const points = past.map(({ when, folders }): Point => ({ when, value: folders }));
  const levels = [
    { name: "today", value: last.folders, isToday: true },
    ...shapes.trees.map(({ arrangement, folders }) => ({ name: arrangement, value: folders })),
  ];
  const label = `Folders in which the files of one feature lay, on average: ${first.folders.toFixed(1)} on ${day(first.when)}, ${last.folders.toFixed(1)} on ${day(last.when)}.`;
  return [
    h("h2", {}, "How far apart features lay"),
    h(
      "p",
      { class: "lead" },
      `${label} ${grouped(first.files)} of today's files were there at first, ${grouped(last.files)} are now.`,
    ),
    h(
      "div",
      { class: "scrolls" },
      chart({ label, unit: "folders of a feature", line: points, isStepped: true, levels }) as HTMLElement,
    ),
    h(
      "p",
      { class: "note" },
      "Files are counted for the feature that they serve today; what was deleted since is not counted. Folders are those in which they lay then.",
    ),
  ];
}
