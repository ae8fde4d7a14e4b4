/** The words for `compare`'s advice: two sentences. */
import type { Comparison, Tried } from "../core/change/compare/index.js";
import { count, grouped } from "./words.js";

const oneDigit = (number: number): string => number.toFixed(1);
const percent = (gain: number): string => `${Math.round(gain * 100)} %`;
const places = (number: number): string => `${oneDigit(number)} ${number === 1 ? "place" : "places"}`;

/** What to do, and why. */
export function wordsOfAdvice(comparison: Comparison): string {
  const { advice } = comparison.recommendation;
  switch (advice.code) {
    case "nothing to compare":
      return "Stay as you are: there is nothing to compare with. No other arrangement fits this stack.";
    case "few features":
      return `Stay as you are: ${
        advice.features === 0
          ? "no features were found here"
          : `${advice.features === 1 ? "one feature was" : "two features were"} found here`
      }. Bringing features together gains nothing before there are several; name them under \`features:\` in steady-shelf.yaml if there are.`;
    case "features unclear":
      return `No advice: it is known of only ${advice.featured} of ${count(advice.files, "file")} which feature they serve. Name the features under \`features:\` in steady-shelf.yaml, then compare again.`;
    case "too many questions":
      return `No advice yet: ${advice.best.arrangement} would gain most, but it is open where ${count(advice.best.questions, "file")} of the ${grouped(advice.best.moved)} that move belong. Answer that first: \`steady-shelf arrange --as ${advice.best.as}\` lists them.`;
    case "near already":
      return `Stay as you are: ${
        advice.best.moved === 0
          ? `the app is ${advice.best.arrangement} already`
          : "what belongs together is about as close as it can be"
      }. ${
        advice.gain <= 0
          ? "No arrangement brings the files of a feature closer together than they are."
          : `The best of the others, ${advice.best.arrangement}, would bring them closer by ${percent(advice.gain)} and move ${count(advice.best.moved, "file")} for it.`
      }`;
    case "small app":
      return `Stay as you are: with ${count(comparison.files, "file")} everything is close. The files of a feature would come from ${oneDigit(comparison.today.places)} to ${places(advice.best.places)} under ${advice.best.arrangement}; look again when there are more than ${advice.few}.`;
    case "go":
      return goingWords(comparison, advice.best);
  }
}

function goingWords({ today, arrangement, inGroups }: Comparison, best: Tried): string {
  const closer = (now: number, then: number, what: string): string[] =>
    oneDigit(then) < oneDigit(now) && then < now ? [`${what} from ${oneDigit(now)} to ${oneDigit(then)}`] : [];
  const gains = [
    ...closer(today.places, best.places, "the files of a feature").map(
      (text) => `${text} ${best.places === 1 ? "place" : "places"}`,
    ),
    ...(today.touched !== undefined && best.touched !== undefined
      ? closer(today.touched, best.touched, "a typical change")
      : []),
    ...closer(today.steps, best.steps, "files of a feature that use each other").map((text) => `${text} steps apart`),
  ];
  const what = best.arrangement === arrangement ? "Move what is elsewhere onto the shelves of" : "Go";
  const open =
    best.questions === 0
      ? ""
      : `; ${count(best.questions, "file")} ${best.questions === 1 ? "waits" : "wait"} for an answer first`;
  const costs = inGroups
    ? `That shows ${count(best.moved, "file")} in ${best.moved === 1 ? "another group" : "other groups"}, and moves none`
    : `That moves ${count(best.moved, "file")} and updates ${count(best.respelled, "path")}`;
  return `${what} ${best.arrangement}: it brings ${listed(gains)}. ${costs}${open}.`;
}

/** `["a", "b", "c"]` → `a, b, and c`: the parts have commas enough to want one more. */
function listed(parts: readonly string[]): string {
  return parts.length < 2
    ? (parts[0] ?? "what belongs together closer")
    : `${parts.slice(0, -1).join(", ")}, and ${parts.at(-1) ?? ""}`;
}
