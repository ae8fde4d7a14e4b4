/** Names that a sheet needs before it gives them. */
import type { MissingName, SheetTrace, TracedGift } from "./sheet-traced.js";

/** A name that is needed, and where it is given later. */
export interface EarlyNeed {
  readonly missing: MissingName;
  readonly gift: TracedGift;
}

/**
 * Needs of names that the same module gives later, for certain, and has not given before: those that are surely or likely needed, or
 * those of which only a condition knows.
 */
export function neededTooEarly(
  { missing, gifts }: SheetTrace,
  how: "perhaps" | "likely" = "likely",
): readonly EarlyNeed[] {
  const wanted = missing.filter(({ chance }) => (chance === "perhaps") === (how === "perhaps"));
  if (wanted.length === 0) return [];
  const byName = new Map<string, TracedGift[]>();
  for (const gift of gifts) {
    const key = `${gift.kind} ${gift.name}`;
    const known = byName.get(key);
    if (known) known.push(gift);
    else byName.set(key, [gift]);
  }
  return wanted.flatMap((each): EarlyNeed[] => {
    const given = byName.get(`${each.kind} ${each.name}`) ?? [];
    if (each.isGivenElsewhere || given.some(({ turn }) => turn < each.turn)) return [];
    const gift = given.find(
      ({ module, turn, isConditional }) => module === each.module && turn > each.turn && !isConditional,
    );
    return gift ? [{ missing: each, gift }] : [];
  });
}

/** Whether a sheet needs names that only whoever takes it in can give: it is compiled with that alone. */
export function needsOthers(trace: SheetTrace): boolean {
  const early = new Set(neededTooEarly(trace).map(({ missing }) => missing));
  return trace.missing.some((each) => each.kind !== "function" && each.chance !== "perhaps" && !early.has(each));
}
