/** What screens draw above and below by themselves, and a frame draws for all of them. */
import type { App } from "../../app/app.js";
import { splitWords } from "../../base/names/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { applyEdits, type TextEdit } from "../../base/text/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { languageFor, rowsOf, type DrawnElement, type Reference, type Row, type View } from "../../languages/index.js";
import type { Claim } from "../draft.js";
import { takenOut } from "../grow/index.js";
import { specifierTo } from "../setup/index.js";
import { importLine } from "./imported-frame.js";

/** A screen, and what it draws. */
export interface EdgedScreen {
  readonly screen: ProjectPath;
  readonly view: View | undefined;
}

/** The frame, and the tree in which it lies. */
export interface EdgesInput {
  readonly app: App;
  readonly graph: ReferenceGraph;
  readonly layout: ProjectPath;
  /** The frame's text. */
  readonly text: string;
  /** Whether it is made now, so that it can gain what the screens drew. */
  readonly isNew: boolean;
}

/** What goes from the screens to the frame. */
export interface Edges {
  /** The frame's text with it. */
  readonly text: string;
  /** Files that the frame takes for it. */
  readonly means: readonly ProjectPath[];
  /** What is cut out of each screen. */
  readonly cuts: ReadonlyMap<ProjectPath, readonly TextEdit[]>;
  readonly claims: readonly Claim[];
  /** As it was written: `<SiteHeader />`. */
  readonly taken: readonly string[];
}

/** One thing that a screen draws at its edge, and by which import. */
interface Edge {
  readonly screen: ProjectPath;
  readonly element: DrawnElement;
  readonly text: string;
  readonly reference: Reference;
  readonly target: ProjectPath | undefined;
  readonly imported: string;
}

/** Finds it: what every one of the screens draws alike in the same place, and needs nothing of the screen for. */
export async function edgesOf(screens: readonly EdgedScreen[], input: EdgesInput): Promise<Edges> {
  let { text } = input;
  const means: ProjectPath[] = [];
  const claims: Claim[] = [];
  const taken: string[] = [];
  const edges: Edge[] = [];
  for (const slot of ["header", "footer"] as const) {
    const own = screens.map((screen) => edgeOf(screen, slot, input.graph));
    const [first] = own.flat();
    if (!first || !own.every((each) => each.length > 0 && each.every((edge) => edge.text === first.text))) continue;
    // What only one screen draws may be its own affair where it says something.
    if (own.length === 1 && /\s/.test(first.text.replace(/\s*\/?>$/, ""))) continue;
    const gained = input.isNew ? await gain(text, slot, first, input) : text.includes(first.text) ? text : undefined;
    if (gained === undefined) continue;
    text = gained;
    if (input.isNew && first.target !== undefined) means.push(first.target);
    taken.push(first.text);
    edges.push(...own.flat());
  }
  const cuts = new Map<ProjectPath, TextEdit[]>();
  for (const screen of new Set(edges.map((edge) => edge.screen))) {
    const own = edges.filter((edge) => edge.screen === screen);
    const all = input.graph.tree.text(screen)?.text ?? "";
    const edits = own.map(({ element }) => cutOf(all, element));
    const rest = applyEdits(all, edits);
    for (const edge of new Map(own.map((each) => [each.element.tag, each])).values()) {
      const without = importCuts(all, rest, edge);
      edits.push(...without.edits);
      if (without.isWhole) claims.push({ kind: "removes", file: screen, start: edge.reference.start });
    }
    cuts.set(screen, edits);
  }
  return { text, means, cuts, claims, taken };
}

/** The frame's text with something in a slot. */
async function gain(
  text: string,
  slot: "header" | "footer",
  { text: element, target, imported, reference, screen }: Edge,
  { app, layout, graph }: EdgesInput,
): Promise<string | undefined> {
  const filled = languageFor(layout)?.views?.filled(text, slot, element);
  const local = /^<([\w$]+)/.exec(element)?.[1];
  if (filled === undefined || local === undefined) return undefined;
  const isRelative = reference.specifier.startsWith(".");
  const found = target ?? graph.targetsOf(screen)[0];
  if (isRelative && found === undefined) return undefined;
  const specifier = isRelative && found ? specifierTo(layout, found, app.stack.specifiers) : reference.specifier;
  return applyEdits(filled, [await importLine(layout, filled, { app, imported, local, specifier })]);
}

const endings: Readonly<Record<"header" | "footer", ReadonlySet<string>>> = {
  header: new Set(["header", "topbar", "top bar", "navbar", "nav bar", "appbar", "app bar", "masthead"]),
  footer: new Set(["footer", "bottombar", "bottom bar", "tabbar", "tab bar"]),
};

/** What a screen draws first or last in each of its ways, if that is a header or a footer of another file's; nothing unless all do. */
function edgeOf({ screen, view }: EdgedScreen, slot: "header" | "footer", graph: ReferenceGraph): Edge[] {
  if (!view || view.isUnclear) return [];
  const text = graph.tree.text(screen)?.text ?? "";
  const edges = view.roots.map((root): Edge | undefined => {
    const [only, other] = root.children;
    const host = root.tag === "" && only && !other ? only : root;
    // A provider gives the header what it may need.
    const isPlain = host.tag === "" || languageFor(screen)?.views?.isPlain(host.tag) === true;
    const element = slot === "header" ? host.children[0] : host.children.at(-1);
    if (!element || !isPlain || host.children.length < 2 || element.children.length > 0 || !isCalled(element.tag, slot))
      return undefined;
    const written = text.slice(element.start, element.end).replace(/\s+/g, " ");
    // What is computed is the screen's.
    if (/[{}]|\s[:@#]|\sv-/.test(written)) return undefined;
    for (const { reference, resolution } of graph.files.get(screen)?.references ?? [])
      for (const { local, imported } of reference.bindings ?? [])
        if (local === element.tag) {
          const target = resolution.state === "found" ? resolution.targets[0] : undefined;
          return { screen, element, text: written, reference, target, imported };
        }
    return undefined;
  });
  return edges.every((edge) => edge !== undefined) ? edges : [];
}

function isCalled(tag: string, slot: "header" | "footer"): boolean {
  const words = splitWords(tag).map((word) => word.toLowerCase());
  return endings[slot].has(words.at(-1) ?? "") || endings[slot].has(words.slice(-2).join(" "));
}

/** An element with the line on which it stands alone. */
function cutOf(text: string, { start, end }: DrawnElement): TextEdit {
  const lineStart = text.lastIndexOf("\n", start - 1) + 1;
  const next = text.indexOf("\n", end);
  const isAlone = text.slice(lineStart, start).trim() === "" && next >= 0 && text.slice(end, next).trim() === "";
  return isAlone ? { start: lineStart, end: next + 1, text: "" } : { start, end, text: "" };
}

/** The cuts by which an import goes that nothing needs any more; of several names, the one. */
function importCuts(
  all: string,
  rest: string,
  { screen, element, reference }: Edge,
): { readonly edits: readonly TextEdit[]; readonly isWhole: boolean } {
  const none = { edits: [], isWhole: false };
  const bindings = reference.bindings ?? [];
  const uses = rest.match(new RegExp(`(?<![\\w$])${element.tag.replaceAll("$", "\\$")}(?![\\w$])`, "g"))?.length ?? 0;
  // The import itself says it once, and twice where it says the file by that name.
  const said = all.slice(statementStart(all, reference), reference.end);
  const own = said.match(new RegExp(`(?<![\\w$])${element.tag.replaceAll("$", "\\$")}(?![\\w$])`, "g"))?.length ?? 0;
  if (uses > own) return none;
  const root = rowsOf(all, screen);
  const found = root && around(root, reference.start);
  if (!found) return none;
  const { row, item } = found;
  if (bindings.length === 1) return { edits: takenOut(all, row, new Set([item])), isWhole: true };
  const names = item.rows.find(({ kind }) => kind === "names");
  const name = names?.items.find(({ start, end }) =>
    new RegExp(`(?:^|\\s)${element.tag}$`).test(all.slice(start, end)),
  );
  return names && name ? { edits: takenOut(all, names, new Set([name])), isWhole: false } : none;
}

function statementStart(text: string, { start }: Reference): number {
  return Math.max(0, text.lastIndexOf("import", start));
}

/** The statement in which an offset stands, in its row. */
function around(row: Row, at: number): { readonly row: Row; readonly item: Row["items"][number] } | undefined {
  for (const item of row.items) {
    if (at < item.start || at >= item.end) continue;
    if (row.kind === "statements") return { row, item };
    for (const inner of item.rows) {
      const found = around(inner, at);
      if (found) return found;
    }
  }
  return undefined;
}
