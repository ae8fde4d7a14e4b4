/** Public indexes: what they give, what is led through them, and what is not. */
import { expect, test } from "vitest";
import { appOf, arranged, carriedOut, configured, textsOf, type Files } from "./arranging.test.suite.js";

const featured = configured("feature-first");
const base: Files = {
  "src/features/trees/screens/TreesScreen.tsx": "export function TreesScreen() { return <p/>; }\n",
  "src/features/trees/components/TreeCard.tsx":
    "export function TreeCard() { return <p/>; }\nexport default TreeCard;\nexport interface Branch { a: 1 }\n",
  "src/features/trees/services/treesService.ts": 'export const load = () => fetch("/");\n',
  "src/features/rota/screens/RotaScreen.tsx": "export function RotaScreen() { return <p/>; }\n",
};
const index = "src/features/trees/index.ts";
const user = "src/features/rota/hooks/useRota.ts";

/** What the file of another feature says after its references were led, and what the index of trees gives. */
async function led(
  text: string,
  more: Files = {},
): Promise<{ says: string; gives: string | undefined; direct: number }> {
  const store = appOf({ ...base, [user]: text, ...more }, featured);
  const { indexes, plan } = await carriedOut(store, { publicIndex: true });
  expect(plan.proof.different).toEqual([]);
  const texts = textsOf(store);
  return { says: texts[user] ?? "", gives: texts[index], direct: indexes?.direct ?? 0 };
}

const use = "export const useRota = () => 1;\n";

test.each<[string, string, string, string | undefined]>([
  [
    "a component, and a type as a type",
    'import { TreeCard, type Branch } from "../../trees/components/TreeCard";\n',
    'import { TreeCard, type Branch } from "../../trees";\n',
    'export { TreeCard } from "./components/TreeCard";\nexport type { Branch } from "./components/TreeCard";\n',
  ],
  [
    "under another name, in the quotes and over the lines that it has",
    "import {\n  TreeCard as Card, // ours\n} from '../../trees/components/TreeCard'\n",
    "import {\n  TreeCard as Card, // ours\n} from '../../trees'\n",
    'export { TreeCard } from "./components/TreeCard";\n',
  ],
  [
    "a renamed name",
    "import { TreeCard as Card } from '../../trees/components/TreeCard'\n",
    "import { TreeCard as Card } from '../../trees'\n",
    'export { TreeCard } from "./components/TreeCard";\n',
  ],
  [
    "not a default export",
    'import Card from "../../trees/components/TreeCard";\n',
    'import Card from "../../trees/components/TreeCard";\n',
    undefined,
  ],
  [
    "not all of it",
    'import * as Card from "../../trees/components/TreeCard";\n',
    'import * as Card from "../../trees/components/TreeCard";\n',
    undefined,
  ],
  [
    "not what is loaded later",
    'const Card = () => import("../../trees/components/TreeCard");\n',
    'const Card = () => import("../../trees/components/TreeCard");\n',
    undefined,
  ],
  [
    "not a name that nobody knows",
    'import { Gone } from "../../trees/components/TreeCard";\n',
    'import { Gone } from "../../trees/components/TreeCard";\n',
    undefined,
  ],
  [
    "what is passed on",
    'export { load } from "../../trees/services/treesService";\n',
    'export { load } from "../../trees";\n',
    'export { load } from "./services/treesService";\n',
  ],
])("%s", async (_, before, after, gives) => {
  expect(await led(before + use)).toEqual({
    says: after + use,
    gives,
    direct: gives === undefined && !before.includes("=> import(") ? 1 : 0,
  });
});

test("mocks and tests keep naming the file itself", async () => {
  const test =
    'import { load } from "../../trees/services/treesService";\nvi.mock("../../trees/services/treesService");\n';
  const store = appOf({ ...base, [user]: use, "src/features/rota/hooks/useRota.test.ts": test }, featured);
  const { plan } = await arranged(store, { publicIndex: true });
  expect(plan.edits).toEqual([]);
});

test("an index that is there gains what is missing, and gives nothing twice", async () => {
  const found = await led(
    'import { load } from "../../trees/services/treesService";\nimport { TreeCard } from "../../trees/components/TreeCard";\n' +
      use,
    {
      [index]: 'export { TreeCard } from "./components/TreeCard"; // ours',
    },
  );
  expect(found.gives).toBe(
    'export { TreeCard } from "./components/TreeCard"; // ours\nexport { load } from "./services/treesService";\n',
  );
  expect(found.says).toContain('import { TreeCard } from "../../trees";\n');
});

test("no circle of files comes about: what would close one names the file itself", async () => {
  const { says, direct } = await led(`import { load } from "../../trees/services/treesService";\n${use}`, {
    "src/features/trees/components/TreeForm.tsx":
      'import { useRota } from "../../rota/hooks/useRota";\nexport function TreeForm() { return <p/>; }\n',
    "src/features/rota/components/RotaTable.tsx":
      'import { TreeForm } from "../../trees/components/TreeForm";\nexport function RotaTable() { return <p/>; }\n',
  });
  // trees gives TreeForm, which uses useRota: through the index of trees, useRota would need itself.
  expect(says).toContain('"../../trees/services/treesService"');
  expect(direct).toBeGreaterThan(0);
});

test("two files of a feature that give one name: an index can give it for one", async () => {
  const other = "src/features/trees/helpers/load.ts";
  const text = `import { load } from "../../trees/services/treesService";\nimport { load as again } from "../../trees/helpers/load";\n${use}`;
  const { gives, direct } = await led(text, { [other]: "export const load = () => 1;\n" });
  expect(gives?.match(/load/g)).toHaveLength(2);
  expect(direct).toBe(1);
});
