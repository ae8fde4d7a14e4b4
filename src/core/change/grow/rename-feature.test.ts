/** What a feature's new name changes, what it leaves, and what is known for certain of it. */
import { expect, test } from "vitest";
import { analyse } from "../../insight/analysis.js";
import { MemoryStore } from "../../files/index.js";
import { onlyApp } from "../arrange/index.js";
import { planDraft, type Plan } from "../plan/index.js";
import { at } from "../plan/planning.test.suite.js";
import { changingMentions, type MentionedName } from "../rename/index.js";
import { renameFeature, type RenamedFeature } from "./rename-feature.js";

const feature = (name: string, more: Readonly<Record<string, string>> = {}): Record<string, string> => ({
  [`src/features/${name}/${name}Reducer.ts`]: `export const ${name}Reducer = (state = []) => state;\n`,
  [`src/features/${name}/index.ts`]: `export { ${name}Reducer } from "./${name}Reducer";\n`,
  ...Object.fromEntries(Object.entries(more).map(([path, text]) => [`src/features/${name}/${path}`, text])),
});

const app = (more: Readonly<Record<string, string>> = {}, own: Readonly<Record<string, string>> = {}) => ({
  "package.json": '{ "dependencies": { "react": "19" } }',
  ...feature("rota", own),
  ...feature("trees"),
  ...feature("harvest"),
  "src/store.ts": [
    ...["harvest", "rota", "trees"].map((name) => `import { ${name}Reducer } from "./features/${name}";\n`),
    "export const reducers = {\n  harvest: harvestReducer,\n  rota: rotaReducer,\n  trees: treesReducer,\n};\n",
  ].join(""),
  ...more,
});

interface Renaming {
  readonly renamed: RenamedFeature;
  /** With those mentions changed that are chosen. */
  readonly planned: (choose: (mention: MentionedName) => boolean) => Promise<Plan>;
}

async function renaming(files: Readonly<Record<string, string>>, to = "duty"): Promise<Renaming> {
  const store = new MemoryStore(files);
  const analysis = await analyse(store, { standing: at("") });
  const { project, graph } = analysis;
  const renamed = await renameFeature({ analysed: onlyApp(analysis), graph, project, name: "rota", to });
  return {
    renamed,
    planned: (choose) =>
      planDraft(project, changingMentions(renamed, renamed.mentions.filter(choose)).draft, { graph }),
  };
}

const textOf = ({ texts }: Plan, file: string): string | undefined => texts.find((each) => each.file === file)?.after;

test("files, names and what takes them change; keys stay, and all of that is proved", async () => {
  const { renamed, planned } = await renaming(app());
  const plan = await planned(() => false);
  expect(plan.proof).toMatchObject({ outcome: "holds", gaps: [] });
  expect(plan.proof.byLetters).toBeUndefined();
  expect(plan.moves.map(({ to }) => to).sort()).toEqual([
    "src/features/duty/dutyReducer.ts",
    "src/features/duty/index.ts",
  ]);
  expect(renamed.names.map(({ from, to }) => `${from} ${to}`)).toEqual(["rotaReducer dutyReducer"]);
  expect(textOf(plan, "src/store.ts")).toContain("  rota: dutyReducer,\n");
  expect(renamed.mentions.map(({ mention }) => mention.text)).toEqual(["rota: rotaReducer,"]);
});

const readers = {
  "src/app/first.ts": "export const first = (state) => state.rota[0];\n",
  "src/app/last.ts": "export const last = (state) => state.rota.at(-1);\n",
};

test("a key that changes everywhere is told by its letters alone", async () => {
  const { planned } = await renaming(app(readers));
  const plan = await planned(() => true);
  expect(plan.proof).toMatchObject({ outcome: "holds", gaps: [], byLetters: 3 });
  expect(textOf(plan, "src/app/first.ts")).toBe("export const first = (state) => state.duty[0];\n");
  expect(textOf(plan, "src/store.ts")).toContain("  duty: dutyReducer,\n");
});

test("a key that keeps the old name somewhere leaves the proof incomplete", async () => {
  const { planned } = await renaming(app(readers));
  const plan = await planned(({ mention }) => mention.file !== "src/app/last.ts");
  expect(plan.proof.outcome).toBe("incomplete");
  expect(plan.proof.gaps.map(({ reason, file }) => `${reason} ${file}`)).toEqual(["same property src/app/last.ts"]);
});

test.each([
  // A name within a function follows; where the new one is taken, it stays.
  ["const f = () => {\n  const rota = 1;\n  return rota;\n};\n", "const duty = 1;\n  return duty;"],
  ["const f = (duty) => {\n  const rota = duty;\n  return rota;\n};\n", undefined],
])("a variable within the feature: %j", async (body, wanted) => {
  const { planned } = await renaming(app({}, { "plan.ts": `export ${body}` }));
  const plan = await planned(() => false);
  expect(plan.proof.outcome).toBe("holds");
  const text = textOf(plan, "src/features/rota/plan.ts");
  if (wanted === undefined) expect(text).toBeUndefined();
  else expect(text).toContain(wanted);
});

test("a property that stands for a variable is written once, or with its variable behind it", async () => {
  const own = { "select.ts": "export const pick = ({ rota }) => rota;\n" };
  const { planned } = await renaming(app({}, own));
  const without = await planned(() => false);
  expect(textOf(without, "src/features/rota/select.ts")).toBe("export const pick = ({ rota: duty }) => duty;\n");
  const all = await planned(() => true);
  expect(textOf(all, "src/features/rota/select.ts")).toBe("export const pick = ({ duty }) => duty;\n");
});

test("a name that a file has already is refused", async () => {
  const own = { "both.ts": "export const rotaLimit = 1;\nexport const dutyLimit = 2;\n" };
  await expect(renaming(app({}, own))).rejects.toMatchObject({ code: "RENAME_TAKEN" });
});

test("the configuration goes by the new name; words elsewhere that only look like it stay", async () => {
  const files = app({
    "steady-shelf.yaml": "version: 1\nfeatures:\n  rota: [shift] # the rota\n",
    "src/app/notes.ts": "// a rota is a list\nexport const rotation = 1;\n",
  });
  const { renamed, planned } = await renaming(files);
  const plan = await planned(() => true);
  expect(textOf(plan, "steady-shelf.yaml")).toContain("  duty: [shift] # the rota\n");
  expect(renamed.mentions.map(({ mention }) => mention.file)).not.toContain("src/app/notes.ts");
});
