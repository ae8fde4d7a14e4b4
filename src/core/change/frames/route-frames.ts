/**
 * Screens go below a route that shows the frame: one that is there, or a new one made as those of the other frames are. The first of
 * them stays where it stands, and the others come to it.
 */
import type { ProjectPath } from "../../base/paths.js";
import type { TextEdit } from "../../base/text/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { Row, RowItem } from "../../languages/index.js";
import type { Claim } from "../draft.js";
import { insertion, takenOut } from "../grow/index.js";
import type { FrameRoute, Route } from "./routes.js";
import { stepOf, stepsIn } from "./wrap.js";

/** A screen with its route. */
export interface RoutedScreen {
  readonly screen: ProjectPath;
  readonly route: Route;
}

/** What it is made with. */
export interface RouteFramesInput {
  readonly graph: ReferenceGraph;
  /** Routes of the frame itself that others may stand below. */
  readonly own: readonly FrameRoute[];
  /** Routes of any frame: the form of a new one. */
  readonly like: readonly FrameRoute[];
  /** Whether a route has to have a path. */
  readonly needsPath: boolean;
  /** What a file calls the frame. */
  readonly nameIn: (file: ProjectPath) => string;
}

/** What comes of it. */
export interface RouteFrames {
  readonly edits: readonly (TextEdit & { readonly file: ProjectPath })[];
  readonly claims: readonly Claim[];
  readonly framed: readonly RoutedScreen[];
  /** Files that say the frame's name from then on. */
  readonly taking: readonly ProjectPath[];
  readonly left: readonly {
    readonly screen: ProjectPath;
    /**
     * Its address would be another below the route; another route may be matched first, where their order counts; or it is no route as
     * those are that show frames.
     */
    readonly why: "address" | "order" | "no route";
  }[];
}

/** Draws it up. */
export function framedRoutes(screens: readonly RoutedScreen[], input: RouteFramesInput): RouteFrames {
  const edits: (TextEdit & { readonly file: ProjectPath })[] = [];
  const claims: Claim[] = [];
  const framed: RoutedScreen[] = [];
  const taking = new Set<ProjectPath>();
  const left: { screen: ProjectPath; why: "address" | "order" | "no route" }[] = [];
  for (const all of groupsOf(screens)) {
    const [first] = all;
    if (!first) continue;
    const { file, text, row, tag } = first.route;
    // An element is no route among objects, nor is another element.
    const alike = input.like.filter((each) => each.tag === tag);
    const isHere = (each: FrameRoute): boolean => each.file === file && each.row.start === row.start;
    const own = input.own.find((each) => each.tag === tag && isHere(each) && isOpen(each));
    const like = alike.find(isHere) ?? alike[0];
    if (!own && !like) {
      left.push(...all.map(({ screen }) => ({ screen, why: "no route" as const })));
      continue;
    }
    const group: RoutedScreen[] = [];
    for (const each of all) {
      const { item, path: address } = each.route;
      // Below `/`, an address that is told from the route above would be another.
      const isTold = input.needsPath && own?.path === "/" && address?.startsWith("/") !== true;
      // Where every route has a path, the first that matches may be taken.
      const isPassing = input.needsPath && passes(item, own ?? first.route.item, each.route);
      if (isTold || isPassing) left.push({ screen: each.screen, why: isTold ? "address" : "order" });
      else group.push(each);
    }
    if (group.length === 0) continue;
    const path = own || !like ? undefined : pathFor(group, like, input.needsPath);
    const parts = own
      ? below(own, group)
      : like && path !== null
        ? around(group, like, { path, name: input.nameIn(file) })
        : undefined;
    if (!parts) {
      left.push(...group.map(({ screen }) => ({ screen, why: "address" as const })));
      continue;
    }
    edits.push(...parts.edits.map((edit) => ({ ...edit, file })));
    for (const item of parts.moved) claims.push(...movedClaims(file, item, text, input.graph));
    framed.push(...group);
    if (!own) taking.add(file);
  }
  return { edits, claims, framed, taking: [...taking], left };
}

/** Screens by the list in which their routes stand, in its order. */
function groupsOf(screens: readonly RoutedScreen[]): RoutedScreen[][] {
  const groups = new Map<string, RoutedScreen[]>();
  for (const each of screens) {
    const key = `${each.route.row.start} ${each.route.tag ?? ""} ${each.route.file}`;
    groups.set(key, [...(groups.get(key) ?? []), each]);
  }
  return [...groups.values()].map((group) => group.sort((a, b) => a.route.item.start - b.route.item.start));
}

/** Whether what goes below a route keeps its address. */
function isOpen({ path, isBelow }: Route): boolean {
  return path === undefined || path === "" || (path === "/" && !isBelow);
}

/** Whether a route passes one that may match the same on its way behind another, or below a frame's; or may match what those match. */
function passes(item: RowItem, to: RowItem | FrameRoute, { text, row }: Route): boolean {
  const isOpenEnded = ({ start, end }: RowItem): boolean => {
    const paths = [...text.slice(start, end).matchAll(/\bpath\s*:\s*(?:(["'`])([^"'`]*)\1)?/g)];
    return paths.length === 0 || paths.some(([, , path]) => path === undefined || /[:*?+()$]/.test(path));
  };
  const goal = "below" in to ? to.item : to;
  const [from, until] = [Math.min(item.start, goal.start), Math.max(item.start, goal.start)];
  const passed = row.items.filter(({ start }) => start > from && start < until);
  // At the end of a frame's routes, it comes behind all of those.
  if ("below" in to && item.start < goal.start) passed.push(goal);
  return passed.length > 0 && [item, ...passed].some(isOpenEnded);
}

/** The path of a new route; `null` where there is none that leaves the others theirs. */
function pathFor(group: readonly RoutedScreen[], like: FrameRoute, needsPath: boolean): string | undefined | null {
  if (!needsPath) return undefined;
  const isSame = group.every(({ route }) => route.file === like.file && route.row.start === like.row.start);
  if (isSame && like.path === "") return like.path;
  return group.every(({ route }) => route.path?.startsWith("/") === true) ? "/" : null;
}

interface Parts {
  readonly edits: readonly TextEdit[];
  /** What stands elsewhere from then on. */
  readonly moved: readonly RowItem[];
}

/** Routes go to the end of those that stand below one that is there. */
function below(own: FrameRoute, group: readonly RoutedScreen[]): Parts {
  const { text, row } = own;
  const items = group.map(({ route }) => route.item);
  const indent = indentAt(text, own.below.items[0]?.start ?? own.item.start);
  const separator = own.below.separator === "," ? "," : "";
  const lineEnd = lineEndOf(text);
  const inner = items.map((item) => movedText(text, row, item, indent)).join(`${separator}${lineEnd}${indent}`);
  const { edit } = insertion({ text, row: own.below, group: own.below.items, item: inner });
  return { edits: merged(cutOut(text, row, items), edit), moved: items };
}

/** A new route is put around the first, and the others come into it. */
function around(
  group: readonly RoutedScreen[],
  like: FrameRoute,
  { path, name }: { readonly path: string | undefined; readonly name: string },
): Parts {
  const [first, ...others] = group.map(({ route }) => route);
  if (!first) return { edits: [], moved: [] };
  const { text, row, item } = first;
  const [step, lineEnd, indent] = [stepOf(text), lineEndOf(text), indentAt(text, item.start)];
  const at = { text, step, lineEnd, indent };
  const shown = like.isDrawn ? `<${name} />` : name;
  const inner = indent + step + (like.tag === undefined ? step : "");
  const rest = others.map(({ item: other }) => movedText(text, row, other, inner));
  const quote = /\bpath\s*[:=]\s*\{?\s*(["'`])/.exec(text)?.[1] ?? '"';
  const [open, close] =
    like.tag === undefined
      ? objectAround(like, { ...at, shown, path: path === undefined ? undefined : `${quote}${path}${quote}` })
      : tagAround(like, { ...at, shown, path: path === undefined ? undefined : `"${path}"` });
  const separator = row.separator === "," ? "," : "";
  const behind = rest.map((each) => `${separator}${lineEnd}${inner}${each}`).join("") + close;
  const cuts =
    others.length === 0
      ? []
      : cutOut(
          text,
          row,
          others.map((each) => each.item),
        );
  const end = { start: item.end, end: item.end, text: behind };
  return {
    edits: [
      { start: item.start, end: item.start, text: open },
      ...stepsIn(text, item, inner.slice(indent.length)),
      ...merged(cuts, end),
    ],
    moved: others.map((each) => each.item),
  };
}

interface Form {
  readonly text: string;
  readonly step: string;
  readonly lineEnd: string;
  readonly indent: string;
  readonly shown: string;
  readonly path: string | undefined;
}

function tagAround(
  { tag, key }: FrameRoute,
  { step, lineEnd, indent, shown, path }: Form,
): [open: string, close: string] {
  const says = path === undefined ? "" : ` path=${path}`;
  return [`<${tag}${says} ${key}={${shown}}>${lineEnd}${indent}${step}`, `${lineEnd}${indent}</${tag}>`];
}

function objectAround(
  { key, belowKey }: FrameRoute,
  { text, step, lineEnd, indent, shown, path }: Form,
): [open: string, close: string] {
  const inner = `${lineEnd}${indent}${step}`;
  const comma = /,\s*\n\s*[}\]]/.test(text) || !/[^,\s]\s*\n\s*[}\]]/.test(text) ? "," : "";
  const says = path === undefined ? "" : `${inner}path: ${path},`;
  return [
    `{${says}${inner}${key}: ${shown},${inner}${belowKey}: [${inner}${step}`,
    `${comma}${inner}]${comma}${lineEnd}${indent}}`,
  ];
}

/** The edits by which routes go from their list, with what is said above them. */
function cutOut(text: string, row: Row, items: readonly RowItem[]): TextEdit[] {
  const starts = new Set(items.map(({ start }) => start));
  const led = row.items.map((item) => withLead(text, row, item));
  const gone = led.filter((_, at) => starts.has(row.items[at]?.start ?? -1));
  const cuts = takenOut(text, { ...row, items: led }, new Set(gone));
  for (const item of gone) {
    const said = saidBehind(text, item);
    if (said && !cuts.some(({ start, end }) => start <= said.start && said.end <= end))
      cuts.push({ ...said, text: "" });
  }
  return cuts;
}

/** What is said of an item at the end of its line, with the blanks before it. */
function saidBehind(text: string, { end }: RowItem): { readonly start: number; readonly end: number } | undefined {
  const found = /^((?:[ \t]*,)?)([ \t]*\/\/[^\r\n]*)/.exec(text.slice(end, text.indexOf("\n", end) + 1));
  const start = end + (found?.[1] ?? "").length;
  return found ? { start, end: start + (found[2] ?? "").length } : undefined;
}

/** A route as it stands elsewhere, with all that is said of it above. */
function movedText(text: string, row: Row, item: RowItem, indent: string): string {
  const said = saidBehind(text, item);
  const comment = said ? text.slice(said.start, said.end).trim() + lineEndOf(text) + indent : "";
  return comment + reindented(text, withLead(text, row, item), indent);
}

/** An item with the comments on the lines right above it. */
function withLead(text: string, row: Row, item: RowItem): RowItem {
  const before = row.items.findLast(({ end }) => end <= item.start);
  const gap = text.slice(before?.end ?? row.start, item.start);
  const lead = /(?:^|\n)[ \t]*((?:(?:\/\/[^\n]*|\/\*(?:(?!\*\/)[^])*\*\/[ \t]*\r?)\n[ \t]*)+)$/.exec(gap)?.[1];
  return lead === undefined ? item : { ...item, start: item.start - lead.length };
}

/** What is put in where something is cut out goes in with the cut. */
function merged(cuts: readonly TextEdit[], edit: TextEdit): TextEdit[] {
  const cut = cuts.find(({ start, end }) => start <= edit.start && edit.start < end);
  if (!cut) return [...cuts, edit];
  return cuts.map((each) => (each === cut ? { ...each, text: edit.text } : each));
}

/** References in what stands elsewhere from then on. */
function movedClaims(file: ProjectPath, item: RowItem, text: string, graph: ReferenceGraph): Claim[] {
  return (graph.files.get(file)?.references ?? []).flatMap(({ reference, resolution }): Claim[] => {
    if (reference.start < item.start || reference.start >= item.end) return [];
    const means = resolution.state === "found" ? resolution.targets : [];
    const astray = resolution.state === "found" ? [] : [text.slice(reference.start, reference.end)];
    return [
      { kind: "removes", file, start: reference.start },
      { kind: "adds", file, means, others: "led", ...(astray.length > 0 && { astray }) },
    ];
  });
}

function indentAt(text: string, at: number): string {
  return /^[ \t]*/.exec(text.slice(text.lastIndexOf("\n", at - 1) + 1, at))?.[0] ?? "";
}

function lineEndOf(text: string): string {
  return text.includes("\r\n") ? "\r\n" : "\n";
}

/** The text of an item on another level. */
function reindented(text: string, { start, end }: RowItem, indent: string): string {
  const own = indentAt(text, start);
  const body = text.slice(start, end);
  if (body.includes("`")) return body;
  return body.replace(/\n([ \t]*)(?=[^\r\n])/g, (all, lead: string) =>
    lead.startsWith(own) ? `\n${indent}${lead.slice(own.length)}` : all,
  );
}
