/**
 * Leaving out what spoils a proof, and planning the rest: in one place, for every operation that can do with less than all.
 */
import { isDocument } from "../languages/index.js";
import { nameOf, type ProjectPath } from "../base/paths.js";
import { configurationFile } from "../app/configuration/index.js";
import type { Plan } from "./plan/index.js";

/** One try: what came of it, and what must be left out, each with the reason. */
export interface Attempt<Group, Result, Why> {
  readonly result: Result;
  readonly spoiled: ReadonlyMap<Group, Why>;
}

/**
 * Tries with less and less, until nothing is spoiled any more. `attempt` is told what is left out; each round leaves something
 * out, so it comes to an end.
 */
export async function planTheRest<Group, Result, Why>(
  left: ReadonlyMap<Group, Why>,
  attempt: (left: ReadonlyMap<Group, Why>) => Promise<Attempt<Group, Result, Why>>,
): Promise<{ readonly result: Result; readonly left: ReadonlyMap<Group, Why> }> {
  const out = new Map(left);
  for (;;) {
    const { result, spoiled } = await attempt(out);
    const fresh = [...spoiled].filter(([group]) => !out.has(group));
    if (fresh.length === 0) return { result, left: out };
    for (const [group, because] of fresh) out.set(group, because);
  }
}

/** The part of a plan that tells what is amiss. */
export type Blamed = Pick<Plan, "mentions"> & {
  readonly proof: Pick<Plan["proof"], "different" | "gaps" | "patterns">;
};

/** Why something cannot be proved: a place, with its line from 1. */
export type Blame =
  | {
      readonly code: "would mean another file";
      readonly specifier: string;
      readonly file: string;
      readonly line: number;
    }
  | { readonly code: "named there"; readonly file: string; readonly line: number }
  | {
      readonly code: "may be named there";
      readonly file: string;
      readonly line: number | undefined;
      readonly detail: string;
    };

/**
 * The files that are to blame for what a plan cannot prove, each with the reason: references that would mean another file, names
 * that cannot be updated, places that were not read. What documents and configurations say is for people, or follows.
 */
export function blamesOf({ proof, mentions }: Blamed): Map<ProjectPath, Blame> {
  const blames = new Map<ProjectPath, Blame>();
  for (const { file, at, specifier, before, entries = [] } of proof.different) {
    const because: Blame = { code: "would mean another file", specifier, file, line: at.line };
    for (const path of [file, ...before, ...entries]) blames.set(path as ProjectPath, because);
  }
  for (const { file, at, names, among = [] } of mentions)
    if (!isDocument(file) && nameOf(file) !== configurationFile)
      for (const path of [names as ProjectPath, ...among])
        blames.set(path, { code: "named there", file, line: at.line });
  for (const { file, names, at, detail } of proof.gaps)
    for (const path of names === undefined ? [file as ProjectPath] : [file as ProjectPath, names])
      if (!blames.has(path)) blames.set(path, { code: "may be named there", file, line: at?.line, detail });
  return blames;
}
