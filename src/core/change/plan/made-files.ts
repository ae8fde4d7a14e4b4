/** The files that a draft makes: on the planned tree, and proved. */
import { extractFrom, languageFor } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { SourceText } from "../../base/text/index.js";
import type { PlannedTree } from "../../files/index.js";
import type { Claim } from "../draft.js";
import type { Difference, Gap, MadeFile, ProofFacts } from "./plan.js";
import { proveMeanings } from "./prove.js";
import type { Passage } from "./respell.js";

/** Their texts by their paths. */
export function madeTexts(made: readonly MadeFile[]): ReadonlyMap<ProjectPath, SourceText> {
  return new Map(
    made.map(({ path, text, bytes }) => [path, bytes ? SourceText.fromBytes(bytes) : SourceText.ofNew(text)]),
  );
}

/** Resolves their references on the planned tree: each must mean what it was written for. */
export function proveMade(
  made: readonly MadeFile[],
  claims: readonly Claim[],
  { planned, after }: { readonly planned: PlannedTree } & Pick<Passage, "after">,
): Pick<ProofFacts, "added" | "led" | "different" | "gaps"> {
  const different: Difference[] = [];
  const gaps: Gap[] = [];
  let [count, led] = [0, 0];
  for (const { path } of made) {
    if (languageFor(path) === undefined) continue;
    const own = claims.flatMap((claim) => (claim.kind === "adds" && claim.file === path ? [claim] : []));
    const means = own.flatMap((claim) => claim.means);
    const astray = own.flatMap((claim) => claim.astray ?? []);
    const text = planned.text(path)?.text ?? "";
    const others = own.some((claim) => claim.others === "led") ? "led" : "none";
    const { references: added, reading, problem } = extractFrom(text, path);
    if (reading !== "whole") {
      const at = SourceText.ofNew(text).positionAt(problem?.offset ?? 0);
      gaps.push({ reason: "not understood", file: path, at, detail: problem?.message ?? "it could not be read" });
    }
    const resolve = (reference: (typeof added)[number]) => after.resolve(path, reference);
    proveMeanings(
      { path, added, means, others, astray, resolve, has: (each) => planned.has(each) },
      (wrong, reference) => {
        count += 1;
        if (!wrong) led += 1;
        const at = SourceText.ofNew(text).positionAt(reference?.start ?? 0);
        if (wrong) different.push({ file: path, at, ...wrong });
      },
    );
  }
  return { added: count, led, different, gaps };
}
