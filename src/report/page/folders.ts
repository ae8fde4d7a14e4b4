/** The largest folders, today or as an arrangement would have them. */
import { count, grouped } from "../../wording/words.js";
import { colourOf } from "./colours.js";
import { choice, fill, h, searchField } from "./dom.js";
import { folderOf, sharedName } from "./model.js";
import { sortedTable } from "./table.js";
import type { ViewContext } from "./view.js";

interface FolderRow {
  readonly folder: string;
  /** Files in the folder itself, and at any depth. */
  readonly own: number;
  readonly below: number;
  /** Of its own files how many are of each feature, and of each role, the most first. */
  readonly features: readonly (readonly [feature: number, files: number])[];
  readonly roles: readonly (readonly [role: string, files: number])[];
}

/** Draws it. */
export function folders(context: ViewContext): HTMLElement[] {
  const { model, params, keep } = context;
  let [as, words] = [params.get("as"), params.get("words") ?? ""];
  const box = h("div");
  const draw = (): void => {
    keep({ as, words });
    const rows = rowsOf(context, as).filter(({ folder }) => folder.toLowerCase().includes(words.toLowerCase()));
    fill(box, [tableOf(context, rows, as)]);
  };
  const controls = h(
    "div",
    { class: "controls" },
    choice(
      "Tree:",
      [["", "today"], ...model.data.shapes.trees.map((tree) => [tree.as, tree.arrangement] as const)],
      as ?? "",
      (value) => {
        as = value === "" ? undefined : value;
        draw();
      },
    ),
    searchField("Folders by path", words, (value) => {
      words = value;
      draw();
    }),
  );
  draw();
  return [h("h1", {}, "Folders"), controls, box];
}

function rowsOf({ model }: ViewContext, as: string | undefined): FolderRow[] {
  const places = model.placesIn(model.tree(as));
  const own = new Map<string, number[]>();
  const below = new Map<string, number>();
  places.forEach((path, file) => {
    const folder = folderOf(path);
    own.set(folder, [...(own.get(folder) ?? []), file]);
    for (let at = folder; ; at = folderOf(at)) {
      below.set(at, (below.get(at) ?? 0) + 1);
      if (at === "") break;
    }
  });
  return [...own].map(([folder, files]) => ({
    folder,
    own: files.length,
    below: below.get(folder) ?? 0,
    features: counted(files.map((file) => model.feature(file))),
    roles: counted(files.map((file) => model.role(file) || "unknown role")),
  }));
}

function counted<Key>(keys: readonly Key[]): [Key, number][] {
  const counts = new Map<Key, number>();
  for (const key of keys) counts.set(key, (counts.get(key) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1]);
}

function tableOf(context: ViewContext, rows: readonly FolderRow[], as: string | undefined): HTMLElement {
  const { model, link } = context;
  return sortedTable(
    `${count(rows.length, "folder")} with files. Each bar shows whose files lie there, the largest features in their colours.`,
    [
      {
        title: "Folder",
        cell: ({ folder }) =>
          h(
            "a",
            { class: "path", href: link("trees", { as, words: `${folder}/` }) },
            folder === "" ? "./" : `${folder}/`,
          ),
        by: ({ folder }) => folder,
      },
      { title: "Files", cell: ({ own }) => grouped(own), by: ({ own }) => own, isNumber: true },
      { title: "With folders below", cell: ({ below }) => grouped(below), by: ({ below }) => below, isNumber: true },
      {
        title: "Features",
        cell: ({ features, own }) => {
          const names = features.map(([feature, files]) => `${model.featureName(feature)} ${files}`);
          return h(
            "span",
            { class: "stack", title: names.join(", "), role: "img", "aria-label": names.slice(0, 8).join(", ") },
            features.map(([feature, files]) =>
              h("i", { style: `--part: ${files / own}; --dot: ${colourOf(model, feature)}` }),
            ),
          );
        },
        by: ({ features }) => features.filter(([feature]) => feature >= 0).length,
        isNumber: false,
      },
      { title: "Mostly", cell: (row) => mostlyText(context, row) },
    ],
    rows,
    { sortedBy: "Files", most: 40 },
  );
}

function mostlyText({ model }: ViewContext, { features, roles, own }: FolderRow): string {
  const [role, ofRole] = roles[0] ?? ["", 0];
  const named = features.filter(([feature]) => feature >= 0);
  const what = ofRole * 2 > own ? role : `${roles.length} roles`;
  const whose =
    named.length === 0
      ? sharedName
      : named.length === 1 && features.length === 1
        ? model.featureName(named[0]?.[0] ?? -1)
        : count(named.length, "feature");
  return `${what}, ${whose}`;
}
