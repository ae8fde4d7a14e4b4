/**
 * Evidence: one observation, what it speaks for, and how strongly. Several that speak for the same thing strengthen each
 * other; the strongest rival weakens what they say. Nothing is ever decided by one heuristic in silence: whoever asks is
 * shown all of them.
 */

/** One observation. `for` is a role or a feature; `weight` is how sure one may be by this alone, from 0 to 1. */
export interface Evidence<Kind extends string = string> {
  readonly for: Kind;
  readonly weight: number;
  /** A clause that completes "because …". */
  readonly because: string;
}

/** What the evidence comes to. */
export interface Judgement<Kind extends string = string> {
  /** The best answer; `undefined` where nothing speaks for any. */
  readonly is: Kind | undefined;
  /** How sure one may be, from 0 to 1. */
  readonly confidence: number;
  /** The rival, where it comes close. */
  readonly orElse: Kind | undefined;
  /** Strongest first, what speaks for the answer before the rest. */
  readonly evidence: readonly Evidence<Kind>[];
}

/** From here on an answer may be acted upon without asking. */
export const certain = 0.75;

/** A rival that reaches this part of the best is said. */
const close = 0.75;

/** Weighs evidence: the chance that at least one of the observations is right, less half of what the best rival has. */
export function weigh<Kind extends string>(evidence: readonly Evidence<Kind>[]): Judgement<Kind> {
  const [only, other] = evidence;
  if (only && !other && only.weight > 0)
    return { is: only.for, confidence: Math.round(only.weight * 100) / 100, orElse: undefined, evidence };
  const doubts = new Map<Kind, number>();
  for (const { for: kind, weight } of evidence) doubts.set(kind, (doubts.get(kind) ?? 1) * (1 - weight));
  const ranked = [...doubts].map(([kind, doubt]) => ({ kind, score: 1 - doubt })).sort((a, b) => b.score - a.score);
  const [best, second] = ranked;
  if (!best || best.score <= 0) return { is: undefined, confidence: 0, orElse: undefined, evidence };
  const rival = second?.score ?? 0;
  // A rival of nearly the same strength leaves nothing but a guess; a weak one hardly counts.
  const confidence = best.score === 1 ? 1 : Math.max(0, best.score - (rival * rival) / (2 * best.score));
  const mine = (each: Evidence<Kind>): number => (each.for === best.kind ? 1 : 0);
  return {
    is: best.kind,
    confidence: Math.round(confidence * 100) / 100,
    orElse: best.score < 1 && rival >= best.score * close ? second?.kind : undefined,
    evidence: [...evidence].sort((a, b) => mine(b) - mine(a) || b.weight - a.weight),
  };
}
