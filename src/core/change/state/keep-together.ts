/** New state in an app that keeps every piece of it in one file: what the starters give as several files becomes one of them. */
import { openProject, type App } from "../../app/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { applyEdits } from "../../base/text/index.js";
import { Overlay } from "../../files/index.js";
import { readingOrder } from "../../insight/state/index.js";
import type { Claim, Draft } from "../draft.js";
import { joinDraft } from "../join/index.js";
import type { SetUp } from "../setup/index.js";

/** The same addition, with each set of files joined in its main one where the configuration asks for that. Throws what `joinDraft` throws. */
export async function keepTogether({ configuration, store }: App, setUp: SetUp): Promise<SetUp> {
  if (configuration?.state !== "together") return setUp;
  let { draft } = setUp;
  for (const set of setUp.sets) draft = await joinedIn(draft, set, store);
  return { ...setUp, draft, sets: [] };
}

async function joinedIn(draft: Draft, set: readonly ProjectPath[], store: App["store"]): Promise<Draft> {
  const target = set.at(-1);
  if (target === undefined) return draft;
  const overlay = new Overlay(store);
  for (const { path, text, bytes } of draft.made) if (!bytes) overlay.open(path, text);
  const joined = await joinDraft(await openProject(overlay), {
    files: set.toSorted((a, b) => readingOrder(a) - readingOrder(b)),
    target,
  });
  const gone = new Set(set.slice(0, -1));
  const made = draft.made
    .filter(({ path }) => !gone.has(path))
    .map((file) => {
      const edits = joined.draft.edits.filter((edit) => edit.file === file.path);
      return edits.length === 0 ? file : { ...file, text: applyEdits(file.text, edits) };
    });
  return { ...draft, made, claims: claimsIn(draft, set, target) };
}

/** What the files were written for, but each other, the one file is written for. */
function claimsIn({ claims }: Draft, set: readonly ProjectPath[], target: ProjectPath): Claim[] {
  const ofSet = claims.flatMap((each) => (each.kind === "adds" && set.includes(each.file) ? [...each.means] : []));
  const means = [...new Set(ofSet)].filter((path) => !set.includes(path));
  return claims.flatMap((each): Claim[] => {
    if (each.kind !== "adds" || !set.includes(each.file)) return [each];
    return each.file === target ? [{ ...each, means }] : [];
  });
}
