/** Whether another arrangement is worth it, in two sentences. Staying is an answer, too. */
import type { Comparison, Recommendation } from "./comparison.js";
import type { Shape } from "./shape.js";

/** With fewer features, or files, everything is near whatever the folders are called. */
const fewFeatures = 3;
const fewFiles = 40;

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

/** Says what to do, in two sentences. */
export function recommend(comparison: Omit<Comparison, "recommendation">): Recommendation {
  const { today, tried, features, files, arrangement } = comparison;
  const ranked = tried
    .map((each) => ({ each, gain: gainOf(today, each) }))
    .sort((a, b) => b.gain - a.gain || a.each.moved - b.each.moved);
  const [best] = ranked;
  const stay = (first: string, second: string): Recommendation => ({
    as: undefined,
    because: `Stay as you are: ${first}. ${second}`,
  });
  if (!best) return stay("there is nothing to compare with", "No other arrangement is made for this stack.");
  if (features < fewFeatures)
    return stay(
      features === 0
        ? "no features were found here"
        : `${features === 1 ? "one feature was" : "two features were"} found here`,
      "What brings features together gains nothing before there are several; name them under `features:` in steady-shelf.yaml if there are.",
    );
  if (best.gain < worthIt)
    return stay(
      best.each.moved === 0
        ? `it is ${best.each.arrangement} already`
        : `what belongs together lies about as near as it can`,
      best.gain <= 0
        ? "No arrangement brings the files of a feature nearer to each other than they are."
        : `The best of the others, ${best.each.arrangement}, would bring things nearer by ${percent(best.gain)} and move ${plural(best.each.moved, "file")} for it.`,
    );
  if (files < fewFiles)
    return stay(
      `with ${plural(files, "file")} everything is still near`,
      `The files of a feature would come from ${one(today.places)} to ${placesText(best.each.places)} under ${best.each.arrangement}; look again when there are more than ${fewFiles}.`,
    );
  const { each } = best;
  const nearer = (now: number, then: number, what: string): string[] =>
    one(then) < one(now) && then < now ? [`${what} from ${one(now)} to ${one(then)}`] : [];
  const gains = [
    ...nearer(today.places, each.places, "the files of a feature").map(
      (text) => `${text} ${each.places === 1 ? "place" : "places"}`,
    ),
    ...(today.touched !== undefined && each.touched !== undefined
      ? nearer(today.touched, each.touched, "a typical change")
      : []),
    ...nearer(today.steps, each.steps, "files of a feature that use each other").map((text) => `${text} steps apart`),
  ];
  const what = each.arrangement === arrangement ? "Put what lies elsewhere onto the shelves of" : "Go";
  const open =
    each.questions === 0
      ? ""
      : `; ${plural(each.questions, "file")} ${each.questions === 1 ? "waits" : "wait"} for an answer first`;
  return {
    as: each.as,
    because: `${what} ${each.arrangement}: it brings ${listed(gains)}. That moves ${plural(each.moved, "file")} and respells ${plural(each.respelled, "reference")}${open}.`,
  };
}

/** `["a", "b", "c"]` → `a, b, and c`: the parts have commas enough to want one more. */
function listed(parts: readonly string[]): string {
  return parts.length < 2
    ? (parts[0] ?? "what belongs together nearer")
    : `${parts.slice(0, -1).join(", ")}, and ${parts.at(-1)}`;
}

function one(number: number): string {
  return number.toFixed(1);
}

function placesText(number: number): string {
  return `${one(number)} ${number === 1 ? "place" : "places"}`;
}

function percent(gain: number): string {
  return `${Math.round(gain * 100)} %`;
}

function plural(number: number, word: string): string {
  return `${String(number).replace(/\B(?=(\d{3})+$)/g, ",")} ${word}${number === 1 ? "" : "s"}`;
}
