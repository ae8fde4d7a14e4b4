/** Whether another arrangement is worth it. Staying is an answer, too. */
import type { Advice, Comparison, Recommendation } from "./comparison.js";
import type { Shape } from "./shape.js";

/** With fewer features, or files, everything is near whatever the folders are called. */
const fewFeatures = 3;
const fewFiles = 40;

/** Of so many files it must be known which feature they serve; and of so many moves the answer may be open. */
const [partKnown, mostOpen] = [0.35, 0.25];

/** What is gained must be worth the move: this part of the distance, on average. */
const worthIt = 0.15;

/** What an arrangement gains on today, from 0 to 1: the average part by which things come closer. */
export function gainOf(today: Shape, then: Shape): number {
  const gains = [
    part(today.places, then.places),
    part(today.steps, then.steps),
    part(today.leaving, then.leaving),
    ...(today.touched !== undefined && then.touched !== undefined ? [part(today.touched, then.touched)] : []),
  ];
  return gains.reduce((sum, gain) => sum + gain, 0) / gains.length;
}

function part(now: number, then: number): number {
  return now === 0 ? 0 : (now - then) / now;
}

/** What to do. */
export function recommend(comparison: Omit<Comparison, "recommendation">): Recommendation {
  const { today, tried, features, featured, files } = comparison;
  const ranked = tried
    .map((each) => ({ each, gain: gainOf(today, each) }))
    .sort((a, b) => b.gain - a.gain || a.each.moved - b.each.moved);
  const [best] = ranked;
  const stay = (advice: Advice): Recommendation => ({ as: undefined, advice });
  if (!best) return stay({ code: "nothing to compare" });
  if (features < fewFeatures) return stay({ code: "few features", features });
  if (featured < files * partKnown) return stay({ code: "features unclear", featured, files });
  if (best.gain < worthIt) return stay({ code: "near already", best: best.each, gain: best.gain });
  if (files < fewFiles) return stay({ code: "small app", best: best.each, few: fewFiles });
  if (best.each.questions > best.each.moved * mostOpen) return stay({ code: "too many questions", best: best.each });
  return { as: best.each.as, advice: { code: "go", best: best.each } };
}
