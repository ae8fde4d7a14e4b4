/** Features and screens that a loop takes in by a pattern: the next one is taken in, too, and one that goes is left out. */
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore } from "../../files/index.js";
import { analyse } from "../../insight/analysis.js";
import { planDraft, type Plan } from "../plan/index.js";
import { draftAddition } from "../setup/index.js";
import { growFeature, removeFeature } from "./index.js";

const features = ["harvest", "rota", "trees"];
const files: Record<string, string> = {
  "package.json": "{}",
  "steady-shelf.yaml": "version: 1\nstack: react-web\nsource: src\narrangement: feature-first\n",
  "src/app/features.ts": 'export const features = import.meta.glob("../features/*/index.ts", { eager: true });\n',
};
for (const name of features) {
  files[`src/features/${name}/index.ts`] =
    `import { ${name}Routes } from "./routes";\n\nexport default { routes: ${name}Routes };\n`;
  files[`src/features/${name}/routes.ts`] = `export const ${name}Routes = [{ path: "/${name}" }];\n`;
}

async function planned(
  draw: (input: Awaited<ReturnType<typeof analyse>>) => unknown,
  more: Record<string, string> = {},
): Promise<Plan> {
  const analysis = await analyse(new MemoryStore({ ...files, ...more }), {
    standing: "" as ProjectPath,
    keepTexts: true,
  });
  const { draft } = (await draw(analysis)) as { draft: Parameters<typeof planDraft>[1] };
  return planDraft(analysis.project, draft);
}

const own = <Item>([first]: readonly Item[]): Item => {
  if (first === undefined) throw new TypeError("there is one app");
  return first;
};

describe("a loop over all features", () => {
  test("takes in the new one", async () => {
    const { proof, lines } = await planned(({ apps, graph }) =>
      growFeature({ analysed: own(apps), graph, name: "pears", like: undefined }),
    );
    expect([proof.outcome, lines]).toEqual(["holds", []]);
    expect(proof.joined).toEqual([
      {
        file: "src/app/features.ts",
        at: { line: 1, column: 43 },
        pattern: "../features/*/index.ts",
        into: ["src/features/pears/index.ts"],
      },
    ]);
  });

  test("goes on without the one that is removed", async () => {
    const { proof } = await planned(async ({ apps, graph }) => {
      const removed = await removeFeature({ analysed: own(apps), graph, name: "rota" });
      expect(removed.users).toEqual([]);
      return removed;
    });
    expect([proof.outcome, proof.different]).toEqual(["holds", []]);
  });

  test("is a use, where it is one over its files alone", async () => {
    const one = { "src/app/pages.ts": 'export const pages = import.meta.glob("../features/rota/*.ts");\n' };
    await planned(async ({ apps, graph }) => {
      const removed = await removeFeature({ analysed: own(apps), graph, name: "rota" });
      expect(removed.users.map(({ file }) => file)).toEqual(["src/app/pages.ts"]);
      return removed;
    }, one);
  });
});

describe("a pattern that takes in screens", () => {
  const screens = {
    "src/features/rota/screens/RotaScreen.tsx": "export const RotaScreen = () => <p />;\n",
    "src/app/screens.ts": 'export const screens = import.meta.glob("../features/*/screens/*.tsx");\n',
  };
  const added = (role: string, name: string, feature?: string): Promise<Plan> =>
    planned(({ apps }) => draftAddition(own(apps).app, { role, name, feature, with: [], without: [] }), screens);

  test("takes in the next one", async () => {
    const { proof } = await added("screen", "swaps", "trees");
    expect(proof.outcome).toBe("holds");
    expect(proof.joined?.map(({ into }) => into)).toEqual([["src/features/trees/screens/SwapsScreen.tsx"]]);
  });

  test("must not take in what is no screen", async () => {
    const { proof } = await added("test", "RotaScreen");
    expect(proof.different).toEqual([
      expect.objectContaining({ file: "src/app/screens.ts", reason: "the pattern would match other files" }),
    ]);
  });
});
