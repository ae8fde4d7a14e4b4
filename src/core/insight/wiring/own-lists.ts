/**
 * Lists that a feature has of its own files: a screen is an item in the routes of its feature, as those of the other features are in
 * theirs. Nothing there speaks of several files side by side before there are several, so the lists of the features are held side by side.
 */
import type { ProjectPath } from "../../base/paths.js";
import { codeOf, ownNames, type Row, type RowItem } from "../../languages/index.js";
import type { Catalogue } from "../catalogue/index.js";
import { ownImports, type Entry } from "./entries.js";
import { mostOf, type Example } from "./features.js";
import { Kept, keepCommon } from "./kept.js";
import { likeness, type Likeness, type Shape } from "./shape.js";

/** Where they are looked for. */
export interface OwnListsInput {
  readonly catalogue: Catalogue;
  readonly shapeOf: (path: ProjectPath, example: Example) => Promise<Shape | undefined>;
}

/** A list of a feature in which a file of it is an item, and what a further one would be. */
export interface OwnList {
  readonly path: ProjectPath;
  readonly shape: Shape;
  readonly entries: readonly Entry[];
}

/** The lists in which an example stands, where most other features have one like it for theirs. */
export async function ownLists(
  example: Example,
  sisters: readonly Example[],
  input: OwnListsInput,
): Promise<readonly OwnList[]> {
  const lists: OwnList[] = [];
  const own = await listedIn(example, input);
  if (own.length === 0) return lists;
  const features = new Set([featureOf(example, input)]);
  const others: Listed[][] = [];
  for (const sister of sisters) {
    const feature = featureOf(sister, input);
    if (feature === undefined || features.has(feature)) continue;
    features.add(feature);
    others.push(await listedIn(sister, input));
  }
  if (others.length === 0) return lists;
  const most = mostOf(others.length);
  for (const { path, shape, row, item } of own) {
    const alike: Likeness[] = [];
    const partners: { shape: Shape; item: RowItem }[] = [];
    for (const theirs of others)
      for (const other of theirs) {
        const found = likeness(shape, item, other.shape, other.item);
        if (!found) continue;
        alike.push(found);
        partners.push({ shape: other.shape, item: other.item });
        break;
      }
    if (alike.length < most) continue;
    const kept = new Kept(shape, { ...row, items: [item] });
    keepCommon(item, { kept, alike, partners, most });
    const entry: Entry = { kept, row, item, partners: new Map() };
    lists.push({ path, shape, entries: [...ownImports(shape), entry] });
  }
  return lists;
}

function featureOf({ files: [path] }: Example, { catalogue }: OwnListsInput): string | undefined {
  return path === undefined ? undefined : catalogue.entries.get(path)?.feature.is;
}

interface Listed {
  readonly path: ProjectPath;
  readonly shape: Shape;
  readonly row: Row;
  readonly item: RowItem;
}

/** The items of lists in files of its feature that show or load a file. */
async function listedIn(example: Example, input: OwnListsInput): Promise<Listed[]> {
  const { catalogue, shapeOf } = input;
  const [file] = example.files;
  const feature = featureOf(example, input);
  const found: Listed[] = [];
  for (const path of file === undefined || feature === undefined ? [] : catalogue.uses.usersOf(file)) {
    const entry = catalogue.entries.get(path);
    if (!entry?.leads || entry.isIndex || entry.feature.is !== feature || example.files.includes(path)) continue;
    if (/^(?:test|story|screen)$/.test(entry.role.is ?? "")) continue;
    const shape = await shapeOf(path, example);
    const places = shape ? placesOf(shape) : [];
    if (!shape || places.length === 0) continue;
    const items = new Map(
      places.flatMap((at) => {
        const listed = listItem(shape, at);
        return listed ? [[listed.item, listed] as const] : [];
      }),
    );
    // In several, it is not known which of them one more would need.
    const [only, another] = items.values();
    if (only && !another) found.push({ path, shape, ...only });
  }
  return found;
}

/** Where a text uses the file: by a name that it takes of it, or where it stands. */
function placesOf({ text, own, references }: Shape): number[] {
  const code = codeOf(text);
  const locals = [...own].flatMap((start) => ownNames(references.get(start)?.bindings));
  const named = locals.flatMap((local) =>
    [...code.matchAll(new RegExp(`(?<![\\w$.])${local.replaceAll("$", "\\$")}(?![\\w$])`, "g"))].map(
      ({ index }) => index,
    ),
  );
  return [...named, ...own];
}

/** The innermost item of a list around an offset: an object in brackets, an element among others that takes it, and does not stand around it. */
function listItem({ root, text }: Shape, at: number): { readonly row: Row; readonly item: RowItem } | undefined {
  let found: { readonly row: Row; readonly item: RowItem } | undefined;
  for (let rows: readonly Row[] = [root]; ;) {
    const here = rows
      .flatMap((row) => row.items.filter(({ start, end }) => start <= at && at < end).map((item) => ({ row, item })))
      .at(0);
    if (!here) return found;
    const { row, item } = here;
    const isAround = item.rows.some(
      ({ kind, start, end }) =>
        kind === "children" && start <= at && at < end && /^<\/[^<>]*>$/.test(text.slice(end, item.end)),
    );
    const isElement = row.kind === "children" && item.tag !== undefined && item.tag.start !== at && !isAround;
    const isObject = row.kind === "entries" && item.tag === undefined && /[{(]/.test(text.charAt(item.start));
    if (isElement || isObject) found = here;
    rows = item.rows;
  }
}
