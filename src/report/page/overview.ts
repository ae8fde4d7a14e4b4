/** The first view: what matters most, today's shape beside the others, and what to do next. */
import { count, grouped } from "../../wording/words.js";
import type { AppData, ShapeData, TreeData } from "../page-data.js";
import { h, withCode } from "./dom.js";
import { featureMark } from "./parts.js";
import { sortedTable } from "./table.js";
import type { ViewContext } from "./view.js";

/** Draws it. */
export function overview(context: ViewContext): HTMLElement[] {
  const { model } = context;
  return [
    h("h1", {}, "Overview"),
    ...unreadBox(model.data),
    h("p", { class: "lead" }, sentence(model.data)),
    tiles(context),
    h("h2", {}, "Today, and under other arrangements"),
    h("p", { class: "lead" }, withCode(model.data.shapes.advice)),
    shapeTable(context),
    h("p", { class: "note" }, shapeNote(model.data)),
    ...(model.data.next.length === 0 ? [] : [h("h2", {}, "Worth doing next"), nextList(model.data)]),
    ...(model.data.features.length === 0 ? [] : [h("h2", {}, "Features"), featureTable(context)]),
    h("h2", {}, "Roles"),
    roleTable(context),
  ];
}

/** What could not be read is said first: it may be missing from everything below. */
function unreadBox({ unread, counts, unplaced }: AppData): HTMLElement[] {
  const parts = [
    ...(unread.length === 0
      ? []
      : [
          h(
            "p",
            {},
            `${count(unread.length, "file")} could not be read whole. What ${unread.length === 1 ? "it references" : "they reference"} may be missing from all that this page tells.`,
          ),
          h(
            "ul",
            {},
            unread
              .slice(0, 20)
              .map(({ path, line, reason }) =>
                h("li", {}, h("span", { class: "path" }, `${path}:${line}`), ` ${reason}`),
              ),
            unread.length > 20 && h("li", {}, `… and ${grouped(unread.length - 20)} more`),
          ),
        ]),
    ...(counts.undecided === 0
      ? []
      : [
          h(
            "p",
            {},
            `${count(counts.undecided, "path")} that cannot be resolved here ${counts.undecided === 1 ? "was" : "were"} not judged.`,
          ),
        ]),
  ];
  if (unplaced)
    parts.push(
      h(
        "p",
        {},
        `Only ${grouped(unplaced.on)} of ${count(unplaced.of, "file")} are on a shelf (a folder with a job), so no file was judged by its shelf.`,
      ),
    );
  return parts.length === 0 ? [] : [h("section", { class: "warning", "aria-label": "What could not be read" }, parts)];
}

function sentence({ counts, stack, organised, source, features, inGroups }: AppData): string {
  const where = source === "" || source === "." ? "" : ` Its code is in ${source}/.`;
  const groups = inGroups ? " Files stand where the project shows them: paths are those of its groups." : "";
  return `${count(counts.files, "file")} of ${count(features.length, "feature")}: ${stack}, ${organised}.${where}${groups}`;
}

function tiles({ model: { data }, link }: ViewContext): HTMLElement {
  const fresh = data.findings.filter(({ isAccepted }) => !isAccepted);
  const errors = fresh.filter(({ severity }) => severity === "error").length;
  const tile = (number: number, one: string, many: string, href: string | undefined): HTMLElement => {
    const parts = [h("strong", {}, grouped(number)), h("span", {}, number === 1 ? one : many)];
    return h("li", {}, href === undefined ? h("div", {}, parts) : h("a", { href }, parts));
  };
  return h(
    "ul",
    { class: "tiles" },
    tile(errors, "error", "errors", link("findings", { severity: "error" })),
    tile(fresh.length - errors, "warning", "warnings", link("findings", { severity: "warning" })),
    tile(data.counts.references, "reference", "references", undefined),
    tile(
      data.counts.unresolved,
      "unresolved reference",
      "unresolved references",
      link("findings", { rule: "unresolved-path" }),
    ),
    tile(data.circles.length, "circle of features", "circles of features", link("features")),
    tile(data.counts.unsure, "file of uncertain role or feature", "files of uncertain role or feature", undefined),
    tile(data.counts.unreferenced, "file that nothing references", "files that nothing references", undefined),
  );
}

/** One line of the table of shapes; the least is the best. */
interface ShapeRow {
  readonly title: string;
  readonly of: (shape: ShapeData) => number | null;
  readonly write: (value: number) => string;
  readonly isRated: boolean;
}

const one = (value: number): string => value.toFixed(1);
const moved = (shape: ShapeData): number | null => ("moves" in shape ? (shape as TreeData).moves.length : null);

const shapeRows: readonly ShapeRow[] = [
  { title: "Places of a feature", of: ({ places }) => places, write: one, isRated: true },
  { title: "Folders of a feature", of: ({ folders }) => folders, write: one, isRated: true },
  { title: "Places of a change", of: ({ touched }) => touched, write: one, isRated: true },
  { title: "Steps in a feature", of: ({ steps }) => steps, write: one, isRated: true },
  {
    title: "References that leave their place",
    of: ({ leaving }) => leaving,
    write: (value) => `${Math.round(value * 100)} %`,
    isRated: true,
  },
  { title: "Files in the largest folder", of: ({ largest }) => largest, write: grouped, isRated: true },
  { title: "Depth", of: ({ depth }) => depth, write: one, isRated: true },
  { title: "Files moved", of: moved, write: grouped, isRated: false },
  {
    title: "Paths updated",
    of: (shape) => ("updated" in shape ? (shape as TreeData).updated : null),
    write: grouped,
    isRated: false,
  },
  {
    title: "Files to ask about",
    of: (shape) => ("questions" in shape ? (shape as TreeData).questions : null),
    write: grouped,
    isRated: false,
  },
];

function shapeTable({ model, link }: ViewContext): HTMLElement {
  const { today, trees } = model.data.shapes;
  const columns: readonly ShapeData[] = [today, ...trees];
  const rows = shapeRows.filter(
    (row) => columns.some((shape) => row.of(shape) !== null) && !(model.data.inGroups && row.title === "Paths updated"),
  );
  return h(
    "div",
    { class: "scrolls" },
    h(
      "table",
      { class: "shapes" },
      h("caption", {}, "Each arrangement was tried in memory, file by file; nothing was proved or written."),
      h(
        "thead",
        {},
        h(
          "tr",
          {},
          h("td"),
          h("th", { scope: "col" }, "today"),
          trees.map(({ as, arrangement }) =>
            h("th", { scope: "col" }, h("a", { href: link("trees", { as }) }, arrangement)),
          ),
        ),
      ),
      h(
        "tbody",
        {},
        rows.map((row) => {
          const values = columns.map((shape) => row.of(shape));
          const known = values.filter((value) => value !== null);
          const [least, most] = [Math.min(...known), Math.max(...known)];
          return h(
            "tr",
            {},
            h("th", { scope: "row" }, row.title),
            values.map((value) => {
              if (value === null) return h("td");
              const isBest =
                row.isRated && row.write(value) === row.write(least) && row.write(most) !== row.write(least);
              const bar = row.isRated && most > 0 ? `--part: ${value / most}` : undefined;
              return h(
                "td",
                { class: isBest ? "number best" : "number" },
                row.write(value),
                isBest && h("span", { class: "tag" }, " least"),
                bar !== undefined && h("i", { class: "bar", style: bar, "aria-hidden": "true" }),
              );
            }),
          );
        }),
      ),
    ),
  );
}

function shapeNote({ shapes, changes }: AppData): string {
  const told =
    shapes.today.touched === null
      ? `The history is too short to tell what a typical change touches: ${count(changes.when.length, "change")} of two files or more, and ${changes.enough} are wanted.`
      : `A change is a commit of two to thirty files of the app; ${grouped(changes.when.length)} were looked at.`;
  return `A place is a shelf (a folder with a job), or the folder of a feature. Steps are folders left and entered between two files of a feature that use each other. ${told}`;
}

function nextList({ next }: AppData): HTMLElement {
  return h(
    "ul",
    { class: "plain" },
    next.map(({ command, why }) => h("li", {}, h("code", {}, command), ` ${why}`)),
  );
}

export function featureTable(context: ViewContext): HTMLElement {
  const { model, link } = context;
  const { features, edges } = model.data;
  const rows = features.map((feature, at) => ({
    ...feature,
    at,
    uses: edges.filter(({ from }) => from === at).length,
    usedBy: edges.filter(({ to }) => to === at).length,
  }));
  return sortedTable(
    "The more folders and steps, the further apart lies what belongs together.",
    [
      {
        title: "Feature",
        cell: ({ at, name }) => h("a", { href: link("features", { feature: name }) }, featureMark(context, at)),
        by: ({ name }) => name,
      },
      { title: "Files", cell: ({ files }) => grouped(files), by: ({ files }) => files, isNumber: true },
      { title: "Folders", cell: ({ folders }) => grouped(folders), by: ({ folders }) => folders, isNumber: true },
      { title: "Steps", cell: ({ steps }) => one(steps), by: ({ steps }) => steps, isNumber: true },
      { title: "Features that it uses", cell: ({ uses }) => uses, by: ({ uses }) => uses, isNumber: true },
      { title: "Features that use it", cell: ({ usedBy }) => usedBy, by: ({ usedBy }) => usedBy, isNumber: true },
    ],
    rows,
    { sortedBy: "Folders", most: 20 },
  );
}

function roleTable({ model }: ViewContext): HTMLElement {
  const counts = new Map<string, number>();
  for (let file = 0; file < model.size; file += 1) {
    const role = model.role(file) || "unknown";
    counts.set(role, (counts.get(role) ?? 0) + 1);
  }
  const most = Math.max(1, ...counts.values());
  return sortedTable(
    "What the app's files are.",
    [
      { title: "Role", cell: ({ role }) => role, by: ({ role }) => role },
      {
        title: "Files",
        cell: ({ files }) =>
          h(
            "span",
            {},
            grouped(files),
            h("i", { class: "bar", style: `--part: ${files / most}`, "aria-hidden": "true" }),
          ),
        by: ({ files }) => files,
        isNumber: true,
      },
    ],
    [...counts].map(([role, files]) => ({ role, files })),
    { sortedBy: "Files" },
  );
}
