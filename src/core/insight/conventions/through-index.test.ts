/** Whether features are come into through their indexes is learnt from what most references do. */
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { appUnder } from "../../app/index.js";
import { readStack } from "../../app/arrangement/index.js";
import { draftBegunApp } from "../../change/setup/index.js";
import { MemoryStore } from "../../files/index.js";
import { analyse } from "../analysis.js";
import { check } from "../rules/index.js";

const root = "" as ProjectPath;
const names = ["harvest", "rota", "swaps", "trees", "weather", "tools"];
const drawn = (name: string): string => `export function ${name}() { return <li/>; }\n`;

/** Features of which each takes the card of the one before, some of them past its index. */
function features({
  past,
  withIndexes = true,
}: {
  readonly past: number;
  readonly withIndexes?: boolean;
}): MemoryStore {
  const files = names.flatMap((name, at): [string, string][] => {
    const title = `${name[0]?.toUpperCase()}${name.slice(1)}`;
    const from = `../../${names[at - 1]}${at <= past ? "/components/Card" : ""}`;
    return [
      [`src/features/${name}/components/Card.tsx`, drawn("Card")],
      [`src/features/${name}/screens/${title}Screen.tsx`, drawn(`${title}Screen`)],
      [
        `src/features/${name}/hooks/use${title}.ts`,
        at === 0 ? "" : `import { Card } from "${from}";\nexport const use${title} = () => Card;\n`,
      ],
      ...(withIndexes
        ? ([[`src/features/${name}/index.ts`, 'export * from "./components/Card";\n']] satisfies [string, string][])
        : []),
    ];
  });
  return new MemoryStore({ "package.json": '{ "dependencies": { "react": "19" } }', ...Object.fromEntries(files) });
}

/** The findings of the app as it is, and with the configuration that `init` writes. */
async function foundIn(store: MemoryStore): Promise<{
  readonly found: number;
  readonly then: number;
  readonly text: string;
  readonly notes: readonly string[];
}> {
  const analysis = await analyse(store, { standing: root });
  const [analysed] = analysis.apps;
  const paths = analysis.graph.tree.paths;
  const { setUp } = draftBegunApp({ store, folder: root, stack: readStack("react-web"), paths }, { analysed });
  const text = setUp.draft.made[0]?.text ?? "";
  const files = Object.fromEntries(paths.map((path) => [path, store.read(path).toString()]));
  const after = await analyse(new MemoryStore({ ...files, "steady-shelf.yaml": text }), { standing: root });
  const count = (of: typeof analysis): number =>
    check(of)[0]?.fresh.filter(({ rule }) => rule === "bypassed-index").length ?? Number.NaN;
  return { found: count(analysis), then: count(after), text, notes: setUp.notes };
}

describe("the index of a feature", () => {
  test.each([
    ["is the way in where four of five references take it", { past: 1 }, 1],
    ["is not where two of five go past it", { past: 2 }, 0],
    ["is not where nobody has one", { past: 5, withIndexes: false }, 0],
    ["is not where nobody has one, though few come in", { past: 1, withIndexes: false }, 0],
  ])("%s", async (_, of, count) => {
    const { found, then, text, notes } = await foundIn(features(of));
    expect(text).toContain("arrangement: feature-first\n");
    expect([found, then]).toEqual([count, count]);
    expect([text.includes("public-index: false # "), notes.length]).toEqual(count === 0 ? [true, 1] : [false, 0]);
  });

  test("is what an arrangement says where somebody asks for that", async () => {
    const [analysed] = (await analyse(features({ past: 5 }), { standing: root })).apps;
    expect(analysed?.app.layout.publicIndex).toBe(false);
    expect(analysed && appUnder(analysed.app, "feature-first").layout.publicIndex).toBe(true);
  });
});
