/** Routes as rows: that of a screen, and those that show a frame and have others below them. Offsets are those of the text. */
import type { ProjectPath } from "../../base/paths.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { rowsOf, type Row, type RowItem } from "../../languages/index.js";
import { mentionsOf } from "./locals.js";

/** A route in its list: `<Route path="/map" element={<MapScreen />} />`, `{ path: "/map", component: MapView }`. */
export interface Route {
  readonly file: ProjectPath;
  readonly text: string;
  readonly row: Row;
  readonly item: RowItem;
  /** Whether it stands below another. */
  readonly isBelow: boolean;
  /** What it says of its path; `""` for one that says so, `undefined` for none. */
  readonly path: string | undefined;
  /** Of a tag, `Route`; `undefined` of an object. */
  readonly tag: string | undefined;
}

/** A route that shows a frame, with a list of routes below it. */
export interface FrameRoute extends Route {
  /** The routes below it. */
  readonly below: Row;
  /** Under which name the frame stands in it, and how: `element={<Frame />}`, `component: Frame`. */
  readonly key: string;
  readonly isDrawn: boolean;
  /** Under which name the list stands in an object. */
  readonly belowKey: string;
}

/** Where something is looked for. */
export interface RoutesInput {
  readonly graph: ReferenceGraph;
  /** The files that may list it. */
  readonly files: readonly ProjectPath[];
}

/** Routes that show a screen, each once. */
export function routesTo(screen: ProjectPath, { graph, files }: RoutesInput): Route[] {
  return files.flatMap((file) => {
    const found = new Map<number, Route>();
    for (const route of chainsOf(screen, file, graph).flatMap(({ chain, at }) => routeIn(chain, at)))
      found.set(route.item.start, route);
    return [...found.values()];
  });
}

/** Routes that show a frame and have a list of others below them. */
export function frameRoutesOf(layout: ProjectPath, { graph, files }: RoutesInput): FrameRoute[] {
  return files.flatMap((file) =>
    chainsOf(layout, file, graph).flatMap(({ chain, at }): FrameRoute[] => {
      for (const link of chain)
        for (const each of [link, ...alone(link, chain, at)]) {
          const found = frameRouteIn(each, at);
          if (found) return [found];
        }
      return [];
    }),
  );
}

/** One item around an offset. */
type Link = Omit<Route, "path" | "tag">;

interface Chain {
  readonly at: number;
  /** From the inside out. */
  readonly chain: readonly Link[];
}

/** The rows of a text that was looked at before: a list of routes is asked for each screen in it. */
const rowsKnown = new WeakMap<object, Row | undefined>();

function chainsOf(target: ProjectPath, file: ProjectPath, graph: ReferenceGraph): Chain[] {
  const source = graph.tree.text(file);
  const mentions = source ? mentionsOf(target, file, graph) : [];
  if (!source || mentions.length === 0) return [];
  const { text } = source;
  const root = rowsKnown.has(source) ? rowsKnown.get(source) : rowsOf(text, file);
  rowsKnown.set(source, root);
  if (!root) return [];
  return mentions.map((at) => {
    const links: Link[] = [];
    for (let rows: readonly Row[] = [root]; ;) {
      const found = rows.flatMap((row) =>
        row.items.filter(({ start, end }) => start <= at && at < end).map((item) => ({ row, item })),
      )[0];
      if (!found) break;
      const isBelow = links.some((link) => isRoute(link));
      links.push({ ...found, file, text, isBelow });
      rows = found.item.rows;
    }
    return { at, chain: links.reverse() };
  });
}

/** An element among others, or an object in a list. */
function isRoute({ row, item, text }: Pick<Link, "row" | "item" | "text">): boolean {
  if (row.kind === "children") return item.tag !== undefined;
  return row.kind === "entries" && row.separator === "," && item.tag === undefined && text.charAt(item.start) === "{";
}

/** A route that stands in no list, as an item of one: `const all = { element: <Frame />, children: [] }`, `from(<Route element={…}>)`. */
function alone(link: Link, chain: readonly Link[], at: number): Link[] {
  const { row, item, text } = link;
  if (row.kind === "entries" && item.tag && text.charAt(row.start - 1) === "{") {
    const [start, end] = [row.start - 1, row.end + 1];
    if (chain.some((each) => each.item.start === start && each.row !== row)) return [];
    return [{ ...link, row: { ...row, start: -1, items: [] }, item: { start, end, rows: [row] } }];
  }
  const head = /<([\w$.]+)(?:\s[^<>]*)?\s[\w$-]+\s*=\s*\{\s*<?$/.exec(text.slice(Math.max(0, at - 300), at));
  if (!head) return [];
  const start = Math.max(0, at - 300) + head.index;
  const tag = { start: start + 1, end: start + 1 + (head[1] ?? "").length };
  return item.rows
    .filter(
      ({ kind, start: from }) => kind === "children" && /^[\w$.]+\s*(?:\/>)?\s*\}[^<>]*>$/.test(text.slice(at, from)),
    )
    .map((below) => ({
      ...link,
      row: { ...below, start: -1, items: [] },
      item: { start, end: text.indexOf(">", below.end) + 1, rows: [below], tag },
    }));
}

/** The innermost one that shows it itself: not by its tag, and not in what is below it. */
function routeIn(chain: readonly Link[], at: number): Route[] {
  for (const link of chain) {
    if (!isRoute(link) || link.item.tag?.start === at) continue;
    const below = belowOf(link);
    if (!below || at < below.row.start) return [{ ...link, path: pathIn(link, below), tag: tagOf(link) }];
  }
  return [];
}

/** `Route`; `undefined` of an object. */
function tagOf({ text, item }: Pick<Link, "text" | "item">): string | undefined {
  return item.tag && text.slice(item.tag.start, item.tag.end);
}

function frameRouteIn(link: Link, at: number): FrameRoute | undefined {
  const { text, item } = link;
  const below = isRoute(link) ? belowOf(link) : undefined;
  if (!below || (at >= below.row.start && at < below.row.end) || item.tag?.start === at) return undefined;
  const shown = item.tag ? /([\w$-]+)\s*=\s*\{\s*(<?)$/.exec(text.slice(item.start, at)) : keyedAt(link, at);
  const [, key = "", mark = ""] = shown ?? [];
  if (!shown || key === "") return undefined;
  const tag = tagOf(link);
  return { ...link, path: pathIn(link, below), below: below.row, tag, key, isDrawn: mark === "<", belowKey: below.key };
}

/** The property of an object in which something stands as its whole. */
function keyedAt({ text, item }: Link, at: number): RegExpExecArray | null {
  const property = item.rows[0]?.items.find(({ start, end }) => start <= at && at < end);
  return property
    ? /^([\w$]+)\s*:\s*(?:\(\)\s*=>\s*import\s*\(\s*["'`]?)?(<?)$/.exec(text.slice(property.start, at))
    : null;
}

/** The list below a route. */
function belowOf({ text, item }: Link): { readonly row: Row; readonly key: string } | undefined {
  if (item.tag) {
    // What stands in its attributes has children of its own.
    const row = item.rows.find(
      ({ kind, end }) => kind === "children" && /^<\/[^<>]*>$/.test(text.slice(end, item.end)),
    );
    return row && { row, key: "" };
  }
  for (const property of item.rows[0]?.items ?? []) {
    const [row] = property.rows;
    const head = row && property.tag ? text.slice(property.tag.end, row.start).trim() : "";
    if (
      row?.kind === "entries" &&
      /^:\s*\[$/.test(head) &&
      row.items.some((each) => isRoute({ row, item: each, text }) || text.startsWith("...", each.start))
    )
      return { row, key: text.slice(property.tag?.start, property.tag?.end) };
  }
  return undefined;
}

/** The path of a route, as it is written; a computed one counts as one. */
function pathIn({ text, item }: Link, below: { readonly row: Row } | undefined): string | undefined {
  const head = item.tag
    ? text.slice(item.start, below?.row.start ?? item.end)
    : (item.rows[0]?.items ?? [])
        .filter(({ tag }) => tag && text.slice(tag.start, tag.end) === "path")
        .map(({ start, end }) => text.slice(start, end))
        .join();
  const found = /(?<![\w$.-])path\s*[=:]\s*\{?\s*(?:(["'`])([^"'`]*)\1)?/.exec(head);
  return found ? (found[2] ?? "?") : undefined;
}
