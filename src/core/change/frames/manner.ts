/** How screens come into a frame: between its tags, or as routes below one that shows it. */
import type { App } from "../../app/app.js";
import type { ProjectPath } from "../../base/paths.js";
import { applyEdits } from "../../base/text/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { AppAnalysis } from "../../insight/analysis.js";
import type { Frames } from "../../insight/frames/index.js";
import { languageFor, type FrameMiddle } from "../../languages/index.js";
import { importLine } from "./imported-frame.js";
import { frameRoutesOf, type FrameRoute } from "./routes.js";

/** How screens come into the frame. */
export type Manner =
  | { readonly kind: "tags" }
  /** Nobody sees where the frame shows what is put into it. */
  | { readonly kind: "none" }
  /** As routes below one that shows it. */
  | {
      readonly kind: "routes";
      readonly own: readonly FrameRoute[];
      readonly like: readonly FrameRoute[];
      readonly needsPath: boolean;
      /** Where another frame shows its routes. */
      readonly middle: Extract<FrameMiddle, { kind: "routes" }> | undefined;
    };

/** The app, and the frame's text; whether that is made now. */
export interface MannerInput {
  readonly frames: Frames;
  readonly analysed: AppAnalysis;
  readonly graph: ReferenceGraph;
  readonly isNew: boolean;
  readonly text: string;
}

/** As the frame shows what is put into it; a new one does so as most others of the app do. */
export function mannerIn(layout: ProjectPath, { frames, analysed, graph, isNew, text }: MannerInput): Manner {
  const views = languageFor(layout)?.views;
  if (!views) return { kind: "tags" };
  const middleOf = (path: ProjectPath): FrameMiddle | undefined =>
    languageFor(path)?.views?.middle(graph.tree.text(path)?.text ?? "");
  const routesOf = (path: ProjectPath): FrameRoute[] => frameRoutesOf(path, { graph, files: listing(path, analysed) });
  const middle = views.middle(text);
  if (!isNew && middle?.kind === "tags") return middle;
  const others = frames.layouts.filter((path) => path !== layout && languageFor(path) === languageFor(layout));
  const like = others.map((path) => ({ routes: routesOf(path), middle: middleOf(path) }));
  const shown = [middle, ...like.map((each) => each.middle)].find((each) => each?.kind === "routes");
  const all = like.flatMap((each) => (each.middle?.kind === "tags" ? [] : each.routes));
  if (isNew) {
    const asTags = like.filter((each) => each.middle?.kind === "tags").length;
    const asRoutes = like.filter((each) => each.middle?.kind !== "tags" && each.routes.length > 0).length;
    // A way to a file of the app leads elsewhere from another folder.
    const isTold =
      shown !== undefined &&
      shown.from?.specifier.startsWith(".") !== true &&
      (middle?.kind === "routes" || views.showing(text, `<${shown.tag} />`) !== undefined);
    if (asRoutes === 0 || asRoutes < asTags || !isTold) return { kind: "tags" };
    return { kind: "routes", own: [], like: all, needsPath: shown.needsPath, middle: shown };
  }
  const own = routesOf(layout);
  if (middle === undefined && own.length === 0) return { kind: "none" };
  const needsPath = shown?.needsPath ?? own.every(({ path }) => path !== undefined);
  return { kind: "routes", own, like: [...own, ...all], needsPath, middle: shown };
}

/** A new frame that shows the routes below its own in its middle. */
export async function showingRoutes(
  text: string,
  { middle }: Extract<Manner, { kind: "routes" }>,
  { app, layout, isNew }: { readonly app: App; readonly layout: ProjectPath; readonly isNew: boolean },
): Promise<string> {
  const views = languageFor(layout)?.views;
  const shown =
    isNew && middle && views?.middle(text)?.kind !== "routes" ? views?.showing(text, `<${middle.tag} />`) : undefined;
  if (shown === undefined || middle === undefined) return text;
  const { from, tag } = middle;
  return from ? applyEdits(shown, [await importLine(layout, shown, { app, ...from, local: tag })]) : shown;
}

/** The files that may list a screen or a layout. */
export function listing(path: ProjectPath, { catalogue: { entries, uses } }: AppAnalysis): ProjectPath[] {
  return uses.usersOf(path).filter((file) => !/^(?:test|story|layout|screen)$/.test(entries.get(file)?.role.is ?? ""));
}
