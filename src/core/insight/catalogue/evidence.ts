/**
 * Evidence: one observation, what it speaks for, and how strongly. Several that speak for the same thing strengthen each
 * other; the strongest rival weakens what they say. Nothing is ever decided by one heuristic in silence: whoever asks is
 * shown all of them.
 */
import type { Doubt, Reason } from "../reasons.js";

/** One observation. `for` is a role or a feature; `weight` is how sure one may be by this alone, from 0 to 1. */
export interface Evidence<Kind extends string = string> {
  readonly for: Kind;
  readonly weight: number;
  readonly because: Reason;
  /** What the file's own text says against it; it counts less already. */
  readonly doubt?: Doubt | undefined;
}

/** What the evidence comes to. */
export interface Judgement<Kind extends string = string> {
  /** The best answer; `undefined` where nothing speaks for any. */
  readonly is: Kind | undefined;
  /** How sure one may be, from 0 to 1. */
  readonly confidence: number;
  /** The rival, where it comes close. */
  readonly orElse: Kind | undefined;
  /** All that was observed; `ordered` puts the strongest first. */
  readonly evidence: readonly Evidence<Kind>[];
}

/** From here on an answer may be acted upon without asking. */
export const certain = 0.75;

/** A rival that reaches this part of the best is said. */
const close = 0.75;

/**
 * Weighs evidence: the chance that at least one of the observations is right, less half of what the best rival has. Written
 * for speed: every file of an app is weighed several times.
 */
export function weigh<Kind extends string>(evidence: readonly Evidence<Kind>[]): Judgement<Kind> {
  const kinds: Kind[] = [];
  const doubts: number[] = [];
  for (const { for: kind, weight } of evidence) {
    const at = kinds.indexOf(kind);
    if (at < 0) {
      kinds.push(kind);
      doubts.push(1 - weight);
    } else doubts[at] = (doubts[at] ?? 1) * (1 - weight);
  }
  let [best, rival] = [-1, -1];
  for (let at = 0; at < kinds.length; at += 1) {
    const doubt = doubts[at] ?? 1;
    if (best < 0 || doubt < (doubts[best] ?? 1)) [best, rival] = [at, best];
    else if (rival < 0 || doubt < (doubts[rival] ?? 1)) rival = at;
  }
  const score = best < 0 ? 0 : 1 - (doubts[best] ?? 1);
  if (score <= 0) return { is: undefined, confidence: 0, orElse: undefined, evidence };
  const other = rival < 0 ? 0 : 1 - (doubts[rival] ?? 1);
  // A rival of nearly the same strength leaves nothing but a guess; a weak one hardly counts.
  const confidence = score === 1 ? 1 : Math.max(0, score - (other * other) / (2 * score));
  return {
    is: kinds[best],
    confidence: Math.round(confidence * 100) / 100,
    orElse: score < 1 && other >= score * close ? kinds[rival] : undefined,
    evidence,
  };
}

/** The evidence of a judgement, what speaks for the answer first, and of that the strongest. */
export function ordered<Kind extends string>({ is, evidence }: Judgement<Kind>): readonly Evidence<Kind>[] {
  const mine = (each: Evidence<Kind>): number => (each.for === is ? 1 : 0);
  return [...evidence].sort((a, b) => mine(b) - mine(a) || b.weight - a.weight);
}
