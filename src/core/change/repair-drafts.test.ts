/** Repairs that change names, texts of actions and how state is kept; what somebody has chosen is done with the rest, as one plan. */
import { describe, expect, test } from "vitest";
import { analyse } from "../insight/analysis.js";
import { MemoryStore } from "../files/index.js";
import { check, repairsOf, type Finding, type Repair } from "../insight/rules/index.js";
import { afterwards, at, type Files } from "./plan/planning.test.suite.js";
import { planRepairs, type Repairs } from "./repair.js";

const configuration = (more = "", arrangement = "layer-first"): string =>
  `version: 1\nstack: react-web\nsource: src\narrangement: ${arrangement}\n${more}`;

type Choice = (finding: Finding) => Repair | undefined;

/** Of each rule the repairs of one kind are chosen. */
const kind =
  (...kinds: readonly Repair["kind"][]): Choice =>
  (finding) =>
    repairsOf(finding).find((repair) => kinds.includes(repair.kind));

async function chosen(
  files: Files,
  rule: string,
  choose: Choice,
): Promise<Repairs & { readonly then: Readonly<Record<string, string>>; readonly found: readonly Finding[] }> {
  const all: Files = { "package.json": "{}", "steady-shelf.yaml": configuration(), ...files };
  const { project, graph, apps } = await analyse(new MemoryStore(all), { standing: at(""), keepTexts: true });
  const found = check({ project, graph, apps, commits: undefined, past: undefined, history: undefined }).flatMap(
    ({ fresh }) => fresh,
  );
  const wanted = found.flatMap((finding): Finding[] => {
    const repair = rule.split(" ").includes(finding.rule) ? choose(finding) : undefined;
    return repair ? [{ ...finding, repair }] : [];
  });
  const repairs = await planRepairs(project, wanted, { graph, apps });
  const made = Object.fromEntries(repairs.plan.made.map((each) => [each.path, each.text]));
  const then = { ...afterwards(all, repairs.plan), ...made };
  for (const path of repairs.plan.removed) Reflect.deleteProperty(then, path);
  return { ...repairs, then, found };
}

const oldCard = "export function TreeCard() { return <li/>; }\n";
const reducer = (text: string): string =>
  `export function rotaReducer(state = 0, action: { type: string }) {\n  switch (action.type) {\n    case "${text}":\n      return state + 1;\n    default:\n      return state;\n  }\n}\n`;
const action = (name: string, text: string): string =>
  `export const ${name} = (): RotaAction => ({ type: "${text}" });\n`;

/** Actions that have their feature in front, so that it is the custom. */
const customs: Files = {
  "src/screens/RotaScreen.tsx": "export function RotaScreen() { return <li/>; }\n",
  "src/screens/HarvestScreen.tsx": "export function HarvestScreen() { return <li/>; }\n",
  "src/context/actions/harvestActions.ts": action("add", "harvest/added") + action("drop", "harvest/dropped"),
};

interface Case {
  readonly files: Files;
  readonly rule: string;
  readonly choose: Choice;
  readonly then: Files;
  readonly left?: readonly string[];
}

describe("a chosen repair", () => {
  test.each<[string, Case]>([
    [
      "export-name renames the export after its file, wherever it is used",
      {
        files: {
          "src/components/Plank.tsx": oldCard,
          "src/screens/TreesScreen.tsx":
            'import { TreeCard } from "../components/Plank";\nexport function TreesScreen() { return <TreeCard/>; }\n',
        },
        rule: "export-name",
        choose: kind("rename"),
        then: {
          "src/components/Plank.tsx": "export function Plank() { return <li/>; }\n",
          "src/screens/TreesScreen.tsx":
            'import { Plank } from "../components/Plank";\nexport function TreesScreen() { return <Plank/>; }\n',
        },
      },
    ],
    [
      "a name is renamed in a file that moves",
      {
        files: {
          "src/components/Plank.tsx": oldCard,
          "src/components/trees-screen.tsx":
            'import { TreeCard } from "./Plank";\nexport function TreesScreen() { return <TreeCard/>; }\n',
        },
        rule: "export-name file-name",
        choose: (finding) => kind(finding.rule === "file-name" ? "move" : "rename")(finding),
        then: {
          "src/components/Plank.tsx": "export function Plank() { return <li/>; }\n",
          "src/components/TreesScreen.tsx":
            'import { Plank } from "./Plank";\nexport function TreesScreen() { return <Plank/>; }\n',
        },
      },
    ],
    [
      "a new name that is taken is left",
      {
        files: { "src/components/Plank.tsx": `${oldCard}const Plank = 1;\nvoid Plank;\n` },
        rule: "export-name",
        choose: kind("rename"),
        then: {},
        left: ["src/components/Plank.tsx"],
      },
    ],
    [
      "an action gets its feature in front, in every script",
      {
        files: {
          ...customs,
          "src/context/actions/rotaActions.ts": action("swap", "shift/swapped"),
          "src/context/reducers/rotaReducer.ts": reducer("shift/swapped"),
          "src/helpers/log.ts":
            "export const isSwap = (type: 'shift/swapped' | 'shift') => type === `shift/swapped`;\n",
          "README.md": 'Dispatch "shift/swapped".\n',
        },
        rule: "action-prefix",
        choose: kind("action text"),
        then: {
          "src/context/actions/rotaActions.ts": action("swap", "rota/swapped"),
          "src/context/reducers/rotaReducer.ts": reducer("rota/swapped"),
          "src/helpers/log.ts": "export const isSwap = (type: 'rota/swapped' | 'shift') => type === `rota/swapped`;\n",
        },
      },
    ],
    [
      "where an app keeps texts of two features in constants, only those of its own piece of state change",
      {
        files: {
          ...customs,
          "src/context/constants/swapConstants.ts": 'export const TURN = "shift/swapped";\n',
          "src/context/reducers/swapReducer.ts":
            'import { TURN } from "../constants/swapConstants";\nexport function swapReducer(state = 0, action: { type: string }) {\n  switch (action.type) {\n    case TURN:\n      return state;\n    default:\n      return state;\n  }\n}\n',
          "src/context/actions/rotaActions.ts": action("swap", "shift/swapped"),
          "src/context/reducers/rotaReducer.ts": reducer("shift/swapped"),
        },
        rule: "action-prefix",
        choose: kind("action text"),
        then: {
          "src/context/actions/rotaActions.ts": action("swap", "rota/swapped"),
          "src/context/reducers/rotaReducer.ts": reducer("rota/swapped"),
          "src/context/constants/swapConstants.ts": 'export const TURN = "shift/swapped";\n',
        },
      },
    ],
    [
      "in a script that cannot be parsed nobody knows what is a string",
      {
        files: {
          ...customs,
          "src/context/actions/rotaActions.ts": action("swap", "shift/swapped"),
          "src/helpers/log.ts": "const log = 'shift/swapped' +;\n",
        },
        rule: "action-prefix",
        choose: kind("action text"),
        then: {},
        left: ["src/context/actions/rotaActions.ts"],
      },
    ],
    [
      "of two actions with one text, the second gets another in its own piece of state",
      {
        files: {
          ...customs,
          "src/context/actions/harvestActions.ts": action("load", "entries/loaded"),
          "src/context/reducers/harvestReducer.ts": reducer("entries/loaded"),
          "src/context/actions/rotaActions.ts": action("load", "entries/loaded"),
          "src/context/reducers/rotaReducer.ts": reducer("entries/loaded"),
        },
        rule: "duplicate-action",
        choose: kind("action text"),
        then: {
          "src/context/actions/rotaActions.ts": action("load", "rota/loaded"),
          "src/context/reducers/rotaReducer.ts": reducer("rota/loaded"),
        },
      },
    ],
    [
      "where a third file has that text, nobody can say whose it is",
      {
        files: {
          ...customs,
          "src/context/actions/harvestActions.ts": action("load", "entries/loaded"),
          "src/context/actions/rotaActions.ts": action("load", "entries/loaded"),
          "src/helpers/log.ts": 'export const all = ["entries/loaded"];\n',
        },
        rule: "duplicate-action",
        choose: kind("action text"),
        then: {},
        left: ["src/context/actions/rotaActions.ts"],
      },
    ],
    [
      "state in several files becomes one file",
      {
        files: {
          "steady-shelf.yaml": configuration("state: together\n"),
          "src/context/actions/rotaActions.ts": action("swap", "rota/swapped"),
          "src/context/reducers/rotaReducer.ts": reducer("rota/swapped"),
        },
        rule: "state-layout",
        choose: kind("state"),
        then: {
          "src/context/reducers/rotaReducer.ts": `${action("swap", "rota/swapped")}\n${reducer("rota/swapped")}`,
          "src/context/actions/rotaActions.ts": "",
        },
      },
    ],
    [
      "a reducer that has grown past its limit loses its actions",
      {
        files: {
          "steady-shelf.yaml": configuration("rules: { long-reducer: { most: 8 } }\n"),
          "src/context/reducers/rotaReducer.ts": `${action("swap", "rota/swapped")}\n${reducer("rota/swapped")}`,
        },
        rule: "long-reducer",
        choose: kind("state"),
        then: {
          "src/context/reducers/rotaReducer.ts": reducer("rota/swapped"),
          "src/context/actions/rotaActions.ts": action("swap", "rota/swapped"),
        },
      },
    ],
    [
      "a shared component that only one feature needs goes to it",
      {
        files: {
          "steady-shelf.yaml": configuration("", "feature-first"),
          "src/features/rota/hooks/useRota.ts": "export function useRota() { return 1; }\n",
          "src/features/rota/screens/RotaScreen.tsx":
            'import { DataTable } from "../../../shared/components/DataTable";\nexport function RotaScreen() { return <DataTable/>; }\n',
          "src/shared/components/DataTable.tsx":
            'import { useRota } from "../../features/rota/hooks/useRota";\nexport function DataTable() { return <i>{useRota()}</i>; }\n',
        },
        rule: "shared-depends-on-feature",
        choose: kind("move"),
        then: {
          "src/features/rota/screens/RotaScreen.tsx":
            'import { DataTable } from "../components/DataTable";\nexport function RotaScreen() { return <DataTable/>; }\n',
          "src/features/rota/components/DataTable.tsx":
            'import { useRota } from "../hooks/useRota";\nexport function DataTable() { return <i>{useRota()}</i>; }\n',
        },
      },
    ],
  ])("%s", async (_, { files, rule, choose, then, left = [] }) => {
    const result = await chosen(files, rule, choose);
    expect(result.left.map(({ file }) => file)).toEqual(left);
    expect(result.repaired.length > 0).toBe(left.length === 0);
    for (const [path, text] of Object.entries(then)) expect(result.then[path] ?? "").toBe(text);
    if (left.length > 0) expect(result.plan.texts).toEqual([]);
    expect(result.plan.proof.outcome).toBe("holds");
    // What nobody has asked for stays.
    expect(result.then["README.md"]).toBe(files["README.md"]);
  });

  test("several pieces of state at once, though one file knows them all", async () => {
    const of = (name: string): Files => ({
      [`src/context/actions/${name}Actions.ts`]: action("swap", `${name}/swapped`),
      [`src/context/reducers/${name}Reducer.ts`]: reducer(`${name}/swapped`),
    });
    const { repaired, left, then, plan } = await chosen(
      {
        "steady-shelf.yaml": configuration("state: together\n"),
        ...of("rota"),
        ...of("harvest"),
        "src/context/all.ts":
          'import { swap } from "./actions/rotaActions";\nimport { swap as turn } from "./actions/harvestActions";\nvoid [swap, turn];\n',
      },
      "state-layout",
      kind("state"),
    );
    expect([repaired.length, left.length, plan.removed.length]).toEqual([2, 0, 2]);
    expect(then["src/context/all.ts"]).toBe(
      'import { swap } from "./reducers/rotaReducer";\nimport { swap as turn } from "./reducers/harvestReducer";\nvoid [swap, turn];\n',
    );
    expect(plan.proof.outcome).toBe("holds");
  });

  test("two that would change one file in two ways: the second is left, and the rest is done", async () => {
    const files: Files = {
      "steady-shelf.yaml": configuration("state: together\n"),
      "src/context/actions/rotaActions.ts": action("swap", "rota/swapped"),
      "src/context/reducers/rotaReducer.ts": reducer("rota/swapped"),
      "src/components/Plank.tsx": `import { swap } from "../context/actions/rotaActions";\n${oldCard}void swap;\n`,
    };
    const { repaired, left, plan } = await chosen(files, "state-layout export-name", (finding) =>
      kind(finding.rule === "export-name" ? "rename" : "state")(finding),
    );
    expect([repaired.length, left.length]).toEqual([1, 1]);
    expect(plan.proof.outcome).toBe("holds");
  });

  test.each([
    ["none of them is sure", "export-name", { "src/components/Plank.tsx": oldCard }],
    [
      "an app that keeps state together",
      "long-reducer",
      {
        "steady-shelf.yaml": configuration("state: together\nrules: { long-reducer: { most: 3 } }\n"),
        "src/context/reducers/rotaReducer.ts": `${action("swap", "rota/swapped")}\n${reducer("rota/swapped")}`,
      },
    ],
    [
      "a component that others use as well",
      "shared-depends-on-feature",
      {
        "steady-shelf.yaml": configuration("", "feature-first"),
        "src/features/rota/hooks/useRota.ts": "export function useRota() { return 1; }\n",
        "src/features/harvest/screens/HarvestScreen.tsx":
          'import { DataTable } from "../../../shared/components/DataTable";\nexport function HarvestScreen() { return <DataTable/>; }\n',
        "src/shared/components/DataTable.tsx":
          'import { useRota } from "../../features/rota/hooks/useRota";\nexport function DataTable() { return <i>{useRota()}</i>; }\n',
      },
    ],
  ])("%s: nothing is done without being asked", async (_, rule, files: Files) => {
    const { found, repaired } = await chosen(files, rule, ({ repair }) => (repair?.isSure ? repair : undefined));
    expect(found.some((finding) => finding.rule === rule)).toBe(true);
    expect(repaired).toEqual([]);
    if (rule !== "export-name") expect(found.find((finding) => finding.rule === rule)?.repair).toBeUndefined();
  });
});
