/** What `init` and `add` make, `check` finds no fault with: in every stack, in every arrangement that fits it. */
import { expect, test } from "vitest";
import { readStack, stackMarks, type Role } from "../../app/arrangement/index.js";
import { ShelfError } from "../../base/errors.js";
import { analyse } from "../analysis.js";
import { at } from "../../change/plan/planning.test.suite.js";
import { findApp } from "../../app/index.js";
import { draftAddition } from "../../change/setup/index.js";
import { begun, carriedOut, requestOf } from "../../change/setup/setup.test.suite.js";
import type { MemoryStore } from "../../files/index.js";
import { isWholeTrial } from "../../base/trial.test.suite.js";
import { check } from "./index.js";

const pairs = stackMarks().flatMap(({ name }) =>
  readStack(name).arrangements.map((arrangement) => ({ stack: name, arrangement })),
);

/** Adds one file of a role; where only a feature can have one, to a feature. */
async function addOne(store: MemoryStore, role: Role, name: string, feature: string): Promise<void> {
  const { app } = await findApp(store, at(""));
  for (const words of [`${role} ${name} --feature ${feature}`, `${role} ${name}`]) {
    try {
      const extension = app.stack.roles[role]?.extension === ".png" ? " --from .png" : "";
      const plan = await carriedOut(store, draftAddition(app, requestOf(words + extension)));
      // What a language reads is proved; what none reads is said.
      expect(plan.proof.gaps.map(({ reason }) => reason).filter((reason) => reason !== "no reader")).toEqual([]);
      return;
    } catch (error) {
      if (
        !(error instanceof ShelfError) ||
        !["FEATURE_UNWANTED", "NO_SHELF", "ROLE_NOT_MADE", "NAME_TAKEN"].includes(error.code)
      )
        throw error;
      if (error.code !== "FEATURE_UNWANTED") return;
    }
  }
}

test.each(pairs)("$stack, $arrangement", async ({ stack, arrangement }) => {
  const store = await begun({ stack, arrangement }, { "package.json": '{ "dependencies": {} }' });
  const roles = (Object.keys(readStack(stack).roles) as Role[]).filter(
    (role) => !["test", "story", "entry", "generated", "asset"].includes(role),
  );
  const features = [
    ["harvest", "harvest crate"],
    ["rota", "rota shift"],
    ["swaps", "swaps graft"],
  ] as const;
  const added = isWholeTrial ? features : features.slice(1);
  for (const [feature, words] of added) for (const role of roles) await addOne(store, role, words, feature);
  const [checked] = check(await analyse(store, { standing: at("") }));
  const said = checked?.fresh ?? [];
  expect(said.map(({ rule, file, what }) => `${rule} ${file}: ${what.code}`)).toEqual([]);
  expect(checked?.files).toBeGreaterThan((20 / 3) * added.length);
});
