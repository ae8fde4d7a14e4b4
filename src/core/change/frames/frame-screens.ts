/**
 * `add layout NAME --wrap SCREEN,…`: a frame is put around screens, once each, where the app does so: where it lists them, or in the
 * screens themselves. What they all drew above or below by themselves is the frame's from then on.
 */
import type { App } from "../../app/app.js";
import { ShelfError } from "../../base/errors.js";
import { splitWords, wordsKey } from "../../base/names/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { TextEdit } from "../../base/text/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { AppAnalysis } from "../../insight/analysis.js";
import { framesOf, type Frame } from "../../insight/frames/index.js";
import { languageFor, languagesInUse, type DrawnElement, type View } from "../../languages/index.js";
import type { Claim, DraftEdit } from "../draft.js";
import { drawAddition, nameByRole, type AddRequest, type SetUp } from "../setup/index.js";
import { edgesOf, type Edges } from "./edges.js";
import { ImportedFrame } from "./imported-frame.js";
import { localsOf } from "./locals.js";
import { framedRoutes } from "./route-frames.js";
import { listing, mannerIn, showingRoutes } from "./manner.js";
import { routesTo, type Route } from "./routes.js";
import { wrapped } from "./wrap.js";

/** What was asked. */
export interface FrameRequest {
  readonly app: App;
  readonly analysed: AppAnalysis;
  readonly graph: ReferenceGraph;
  /** The layout; one that is there is put around more screens. */
  readonly request: AddRequest;
  /** The screens, by their names or paths. */
  readonly wrap: readonly string[];
}

/** A screen that stays as it is, and why. */
export interface LeftScreen {
  readonly screen: ProjectPath;
  readonly why:
    | "framed"
    | "unclear"
    | "registers"
    | "not read"
    | "no component"
    | "other language"
    /** The frame shows what stands below its route, and the screen has no route of its own, or several. */
    | "no route"
    /** Below a route of the frame its address would be another. */
    | "address"
    /** It would come before or behind a route that may match the same. */
    | "order"
    /** Nobody sees where the frame shows what is put into it. */
    | "no middle";
  /** The layout in which it stands already. */
  readonly layout?: ProjectPath;
}

/** Screens that were put into a frame. */
export interface FramedScreens extends SetUp {
  readonly layout: ProjectPath;
  /** The screens, and where the frame is put around each. */
  readonly wrapped: readonly { readonly screen: ProjectPath; readonly at: ProjectPath }[];
  readonly left: readonly LeftScreen[];
  /** What the screens drew by themselves and the frame draws from then on: `<SiteHeader />`. */
  readonly taken: readonly string[];
  /** Screens of these to which no reference leads that could be followed, so that nobody knows whether they stand in a frame already. */
  readonly unfollowed: readonly ProjectPath[];
}

/** One screen, and how it is drawn. */
interface Drawn {
  readonly screen: ProjectPath;
  /** Where the app draws it, once. */
  readonly place: Place | undefined;
  /** The routes that show it. */
  readonly routes: readonly Route[];
  readonly view: View | undefined;
}

interface Place {
  readonly file: ProjectPath;
  readonly element: DrawnElement;
}

/** Draws it up. Throws as `draftAddition`, and `SCREEN_MISSING` for a screen that is not there. */
export async function frameScreens({ app, analysed, graph, request, wrap }: FrameRequest): Promise<FramedScreens> {
  await Promise.all(languagesInUse().map((language) => language.prepare()));
  const { catalogue } = analysed;
  const frames = framesOf({ catalogue, graph });
  const screens = [...new Set(wrap.map((name) => screenCalled(name, analysed)))];
  const there = frames.layouts.find((path) => isCalled(app, "layout", path, request.name));
  const drawn = there === undefined ? drawAddition(app, request) : undefined;
  const layout = there ?? drawn?.main?.path;
  const setUp = drawn?.draft.finish() ?? { draft: { moves: [], edits: [], made: [], claims: [] }, notes: [], sets: [] };
  if (layout === undefined)
    return { ...setUp, layout: "" as ProjectPath, wrapped: [], left: [], taken: [], unfollowed: [] };
  const shells = shellsOf(frames.screens);
  const left: LeftScreen[] = [];
  const some: Drawn[] = [];
  for (const screen of screens) {
    const own = (frames.screens.get(screen) ?? []).find((each) => each.layout === layout || !shells.has(each.layout));
    if (own) left.push({ screen, why: "framed", layout: own.layout });
    else if (!graph.tree.text(screen) || graph.files.get(screen)?.reading.problem)
      left.push({ screen, why: "not read" });
    else {
      const routes = routesTo(screen, { graph, files: listing(screen, analysed) });
      some.push({ screen, place: placeOf(screen, { analysed, graph }), routes, view: viewOf(screen, graph) });
    }
  }
  const whole = setUp.draft.made.find(({ path }) => path === layout)?.text ?? graph.tree.text(layout)?.text ?? "";
  const manner = mannerIn(layout, { frames, analysed, graph, isNew: there === undefined, text: whole });
  const isInPages = inPages(frames.screens, shells) ?? !some.every(({ place }) => place !== undefined);
  const wrappable = some.filter(({ screen, place, routes, view }) => {
    if (manner.kind === "none") {
      left.push({ screen, why: "no middle", layout });
      return false;
    }
    if (manner.kind === "routes") {
      if (routes.length === 1) return true;
      left.push({ screen, why: "no route", layout });
      return false;
    }
    if (!isInPages && place) return true;
    const isListable = view?.registers !== true || registered(screen, graph, "Frame") !== undefined;
    if (view && !view.isUnclear && isListable) return true;
    const isTold = languageFor(screen)?.views !== undefined;
    left.push({
      screen,
      why: view?.registers ? "registers" : view ? "unclear" : isTold ? "no component" : "other language",
    });
    return false;
  });
  const text =
    manner.kind === "routes" ? await showingRoutes(whole, manner, { app, layout, isNew: there === undefined }) : whole;
  const frame = new ImportedFrame({ app, graph, layout, text });
  const below =
    manner.kind === "routes"
      ? framedRoutes(
          wrappable.flatMap(({ screen, routes: [route] }) => (route ? [{ screen, route }] : [])),
          { ...manner, graph, nameIn: (file) => frame.nameIn(file) },
        )
      : undefined;
  const framed = new Set(below?.framed.map(({ screen }) => screen) ?? wrappable.map(({ screen }) => screen));
  const edges = await edgesOf(
    wrappable.filter(({ screen }) => framed.has(screen)),
    { graph, layout, text, isNew: there === undefined, app },
  );
  const edits: DraftEdit[] = [];
  const claims: Claim[] = [...edges.claims];
  const wrappedAt: { screen: ProjectPath; at: ProjectPath }[] = [];
  const byFile = new Map<ProjectPath, TextEdit[]>();
  const change = (file: ProjectPath, more: readonly TextEdit[]): void =>
    void byFile.set(file, [...(byFile.get(file) ?? []), ...more]);
  const taking = new Set<ProjectPath>();
  for (const each of below?.left ?? []) left.push({ ...each, layout });
  for (const { file, ...edit } of below?.edits ?? []) change(file, [edit]);
  for (const { screen, route } of below?.framed ?? []) {
    change(screen, edges.cuts.get(screen) ?? []);
    wrappedAt.push({ screen, at: route.file });
  }
  claims.push(...(below?.claims ?? []));
  for (const file of below?.taking ?? []) taking.add(file);
  for (const { screen, place, view } of below ? [] : wrappable) {
    const isHere = isInPages || !place;
    const at = isHere ? screen : place.file;
    const roots = isHere ? (view?.roots ?? []) : [place.element];
    const tag = frame.nameIn(at);
    const listed = isHere && view?.registers ? registered(screen, graph, tag) : undefined;
    if (listed && listed.text !== "") change(at, [listed]);
    for (const root of roots) change(at, wrapped(graph.tree.text(at)?.text ?? "", root, tag));
    change(screen, edges.cuts.get(screen) ?? []);
    taking.add(at);
    wrappedAt.push({ screen, at });
  }
  for (const file of taking) {
    const taken = await frame.importIn(file);
    if (!taken) continue;
    change(file, [taken]);
    claims.push({ kind: "adds", file, means: [layout], others: "led" });
  }
  const places = new Set(wrappedAt.map(({ at }) => at));
  for (const [file, all] of byFile)
    for (const edit of withoutCut(all, graph.tree.text(file)?.text ?? ""))
      edits.push({ ...edit, file, why: places.has(file) ? "puts the frame around it" : "the frame draws it" });
  const unfollowed = wrappedAt.map(({ screen }) => screen).filter((path) => catalogue.uses.usersOf(path).length === 0);
  const made = setUp.draft.made.map((file) => (file.path === layout ? { ...file, text: edges.text } : file));
  const gained = claims.concat(madeClaims(setUp.draft.claims, layout, edges));
  return {
    ...setUp,
    draft: { ...setUp.draft, made, edits: [...setUp.draft.edits, ...edits], claims: gained },
    layout,
    wrapped: wrappedAt,
    left,
    taken: edges.taken,
    unfollowed,
  };
}

/** What is put in where something is cut out takes its place; white space goes with it. */
function withoutCut(edits: readonly TextEdit[], text: string): TextEdit[] {
  const cuts = edits.filter((each) => each.end > each.start && each.text === "");
  const found = new Map<TextEdit, TextEdit>();
  const rest: TextEdit[] = [];
  for (const edit of edits) {
    const { start, end } = edit;
    const isPutIn = start === end && !cuts.includes(edit);
    const cut = isPutIn ? cuts.find((each) => each.start <= start && start < each.end) : undefined;
    if (!cut) rest.push(edit);
    else if (edit.text.trim() !== "") {
      const isLine = cut.start === 0 || text.charAt(cut.start - 1) === "\n";
      const lineEnd = text.includes("\r\n") ? "\r\n" : "\n";
      found.set(cut, { ...cut, text: isLine ? edit.text.trim() + lineEnd : edit.text });
    }
  }
  return rest.map((edit) => found.get(edit) ?? edit);
}

/** What the frame takes for its own edges is meant by it, too. */
function madeClaims(claims: readonly Claim[], layout: ProjectPath, { means }: Edges): Claim[] {
  return claims.map((claim) =>
    claim.kind === "adds" && claim.file === layout ? { ...claim, means: [...claim.means, ...means] } : claim,
  );
}

function isCalled(app: App, role: "layout" | "screen", path: ProjectPath, name: string): boolean {
  const own = nameByRole(app, role, path);
  const key = wordsKey(splitWords(name));
  return wordsKey(own.words) === key || wordsKey(splitWords(own.stem)) === key;
}

/** The screen that is meant, by its name in any case or by the end of its path. */
function screenCalled(typed: string, { app, catalogue }: AppAnalysis): ProjectPath {
  const all = [...catalogue.entries.values()].filter(
    ({ role, leads, isIndex }) => role.is === "screen" && leads && !isIndex,
  );
  const found = all.filter(
    ({ path }) => path === typed || `/${path}`.endsWith(`/${typed}`) || isCalled(app, "screen", path, typed),
  );
  const [only, other] = found;
  if (only && !other) return only.path;
  throw new ShelfError("SCREEN_MISSING", {
    path: typed,
    paths: (other ? found : all).map(({ path }) => (other ? path : nameOf(path))),
    ...(other && { reason: "several" }),
  });
}

/** Layouts that stand around nearly every screen: what is framed in them may stand in another besides. */
function shellsOf(screens: ReadonlyMap<ProjectPath, readonly Frame[]>): ReadonlySet<ProjectPath> {
  const counts = new Map<ProjectPath, number>();
  for (const [screen, frames] of screens)
    for (const layout of new Set(frames.filter(({ file }) => file !== screen).map((each) => each.layout)))
      counts.set(layout, (counts.get(layout) ?? 0) + 1);
  return new Set([...counts].filter(([, count]) => count > 2 && count === screens.size).map(([layout]) => layout));
}

/** Whether the app's screens draw their frames themselves; `undefined` where none has one. */
function inPages(
  screens: ReadonlyMap<ProjectPath, readonly Frame[]>,
  shells: ReadonlySet<ProjectPath>,
): boolean | undefined {
  let [own, outside] = [0, 0];
  for (const [screen, frames] of screens)
    for (const { layout, file } of frames)
      if (shells.has(layout)) continue;
      else if (file === screen) own += 1;
      else outside += 1;
  return own + outside === 0 ? undefined : own > outside;
}

/** Where the app draws a screen, if it does so in one place. */
function placeOf(
  screen: ProjectPath,
  { analysed, graph }: Pick<FrameRequest, "analysed" | "graph">,
): Place | undefined {
  const places = listing(screen, analysed).flatMap((file): Place[] => {
    const text = graph.tree.text(file)?.text;
    if (text === undefined) return [];
    const locals = localsOf(screen, file, graph);
    const elements = languageFor(file)?.views?.elements(text, nameOf(file)) ?? [];
    return elements.filter(({ tag }) => locals.has(tag)).map((element) => ({ file, element }));
  });
  return places.length === 1 ? places[0] : undefined;
}

/** The view that a screen's file is about. */
function viewOf(screen: ProjectPath, graph: ReferenceGraph): View | undefined {
  const text = graph.tree.text(screen)?.text ?? "";
  const views = languageFor(screen)?.views?.views(text, nameOf(screen)) ?? [];
  const stem = nameOf(screen).replace(/\..*$/, "");
  const [only, other] = views;
  if (!other) return only;
  return views.find(({ names }) => names.includes("default")) ?? views.find(({ names }) => names.includes(stem));
}

/** The edit by which a screen lists a component that it draws. */
function registered(screen: ProjectPath, graph: ReferenceGraph, name: string): TextEdit | undefined {
  return languageFor(screen)?.views?.registration?.(graph.tree.text(screen)?.text ?? "", name);
}
