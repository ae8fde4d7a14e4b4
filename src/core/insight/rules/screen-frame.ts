import type { ProjectPath } from "../../base/paths.js";
import { framesOf, standsInBoth, type Frame } from "../frames/index.js";
import type { Rule } from "./rule.js";

/** Fewer screens in frames show no custom. */
const fewest = 3;
/** This part of the screens has to be in a frame. */
const mostly = 0.75;

export const screenFrame: Rule = {
  name: "screen-frame",
  asks: "A screen stands in one frame: neither in none, where nearly all the others have one, nor twice in the same, nor in two that stand alone elsewhere.",
  why: "Without a frame the header is missing; in two it is drawn twice, and so is what the frame loads.",
  wrong: "routes.tsx: <PublicLayout><HomeScreen /></PublicLayout>    HomeScreen.tsx: return <PublicLayout>…",
  right: "routes.tsx: <PublicLayout><HomeScreen /></PublicLayout>    HomeScreen.tsx: return <main>…",
  *find({ catalogue, graph }) {
    const { screens } = framesOf({ catalogue, graph });
    const some = [...screens].filter(([, frames]) => frames.length > 0);
    const alone = new Set(some.flatMap(([, frames]) => (layoutsOf(frames).size === 1 ? [...layoutsOf(frames)] : [])));
    for (const [screen, frames] of some) {
      const [first, second, third] = [...layoutsOf(frames)];
      // Files that lead to one screen, each in a frame of its own, are two ways to it.
      const nested = frames.flatMap((inner) =>
        frames
          .filter((outer) => outer !== inner && standsInBoth(screen, outer, inner))
          .map((outer) => ({ outer, inner })),
      );
      const twice = nested.find(({ outer, inner }) => outer.layout === inner.layout);
      const inTwo = nested.find(({ outer, inner }) => outer.layout !== inner.layout);
      if (twice) {
        const { outer, inner } = twice;
        yield {
          file: inner.file,
          start: inner.start,
          about: screen,
          confidence: 0.9,
          what: { code: "framed twice", screen, layout: inner.layout, other: outer.file },
        };
      } else if (
        inTwo &&
        first !== undefined &&
        second !== undefined &&
        third === undefined &&
        alone.has(first) &&
        alone.has(second)
      )
        yield {
          file: inTwo.inner.file,
          start: inTwo.inner.start,
          about: screen,
          confidence: 0.6,
          what: { code: "two frames", screen, layouts: [first, second] },
        };
    }
    if (some.length < fewest || some.length < screens.size * mostly) return;
    const framed = new Set(some.map(([screen]) => screen));
    // What is not listed beside them may be a screen by its name alone.
    const isListed = (screen: ProjectPath): boolean =>
      catalogue.uses
        .usersOf(screen)
        .some((file) => catalogue.uses.targetsOf(file).filter((each) => framed.has(each)).length > 1);
    const layouts = [...new Set(some.flatMap(([, frames]) => frames.map(({ layout }) => layout)))].sort();
    for (const [screen, frames] of screens)
      if (frames.length === 0 && isListed(screen))
        yield {
          file: screen,
          confidence: (some.length / screens.size) * 0.7,
          what: { code: "no frame", screen, framed: some.length, layouts },
        };
  },
};

function layoutsOf(frames: readonly Frame[]): ReadonlySet<ProjectPath> {
  return new Set(frames.map(({ layout }) => layout));
}
