/** No tick where a file is found by its place, or by a name that it has from there, and would be no more. */
import { describe, expect, test } from "vitest";
import { tellGap } from "../../../wording/gaps.js";
import { openProject } from "../../app/index.js";
import { MemoryStore } from "../../files/index.js";
import { planDraft } from "./index.js";
import { at, planOf, type Files } from "./planning.test.suite.js";

const nuxt: Files = {
  "package.json": '{ "dependencies": { "nuxt": "4" } }',
  "app/components/tree/Card.vue": "<template><p /></template>\n",
  "app/composables/useRota.ts": "export const useRota = () => 1;\n",
  "app/utils/weigh.ts": "export function weigh() { return 1; }\n",
};

/** A view with a template and a script. */
const view = (template: string, script = ""): string =>
  `${script === "" ? "" : `<script setup lang="ts">\n${script}\n</script>\n`}<template>${template}</template>\n`;

async function gapsOf(files: Files, ...moves: string[]): Promise<string[]> {
  const { proof } = await planOf({ ...nuxt, ...files }, moves);
  expect(proof.outcome).toBe(proof.gaps.length === 0 ? "holds" : "incomplete");
  return proof.gaps.map(({ reason, file, at: place, detail }) =>
    [reason, file + (place ? `:${place.line}:${place.column}` : ""), detail].join(" "),
  );
}

describe("a component whose folder is part of its name", () => {
  const move = "app/components/tree/Card.vue > app/components/Card.vue";

  test.each([
    ["as it is", "<TreeCard />"],
    ["in small letters", "<tree-card />"],
    ["loaded when it is shown", "<LazyTreeCard />"],
  ])("is used %s", async (_, tag) => {
    expect(await gapsOf({ "app/pages/map.vue": view(`\n  ${tag}\n`) }, move)).toEqual([
      "named by place app/pages/map.vue:2:4 <TreeCard>",
    ]);
  });

  test.each<[string, Files]>([
    ["nobody uses it", { "app/pages/map.vue": view("<OtherCard />") }],
    [
      "it is imported",
      { "app/pages/map.vue": view("<TreeCard />", 'import TreeCard from "~/components/tree/Card.vue";') },
    ],
    ["only a comment names it", { "app/pages/map.vue": view("<!-- <TreeCard /> --><p>TreeCard</p>") }],
    ["no tool finds it", { "package.json": "{}", "app/pages/map.vue": view("<TreeCard />") }],
  ])("moves under a tick where %s", async (_, files) => {
    expect(await gapsOf(files, move)).toEqual([]);
  });

  test("moves under a tick where it is called the same there, or another is", async () => {
    const files = { "app/pages/map.vue": view("<TreeCard />") };
    expect(await gapsOf(files, "app/components/tree/Card.vue > app/components/tree/TreeCard.vue")).toEqual([]);
    const other = { ...files, "app/components/Crate.vue": view("<p />") };
    const swapped = [
      "app/components/tree/Card.vue > app/components/Old.vue",
      "app/components/Crate.vue > app/components/TreeCard.vue",
    ];
    // `<TreeCard>` means another file then.
    expect(await gapsOf(other, ...swapped)).toEqual(["named by place app/pages/map.vue:1:12 <TreeCard>"]);
  });
});

describe("what a file gives without an import", () => {
  const users: Files = {
    "app/pages/map.vue": view("<p>{{ weigh() }}</p>", "const rota = useRota();"),
    "app/plugins/start.ts": "export default () => useRota();\n",
    "app/pages/own.vue": view("<p />", "const useRota = () => 3;\nuseRota();"),
    "app/pages/taken.vue": view("<p />", 'import { useRota } from "../composables/useRota";\nuseRota();'),
    "app/pages/said.vue": view("<p />", "// useRota() is for members\nconst text = 'useRota';"),
  };

  test("is gone in a folder below", async () => {
    expect(await gapsOf(users, "app/composables/useRota.ts > app/composables/rota/useRota.ts")).toEqual([
      "named by place app/pages/map.vue:2:14 useRota",
      "named by place app/plugins/start.ts:1:22 useRota",
    ]);
  });

  test("stays from one folder of them to another, and where it only stands in templates is found there", async () => {
    expect(await gapsOf(users, "app/composables/useRota.ts > app/utils/useRota.ts")).toEqual([]);
    expect(await gapsOf(users, "app/utils/weigh.ts > app/helpers/weigh.ts")).toEqual([
      expect.stringMatching(/^named by place app\/pages\/map\.vue:4:\d+ weigh$/) as string,
    ]);
  });

  test("is gone under its old name when it is given another, and when the file goes", async () => {
    const project = await openProject(new MemoryStore({ ...nuxt, ...users }));
    const file = at("app/composables/useRota.ts");
    const renamed = await planDraft(project, {
      moves: [],
      edits: [{ file, start: 13, end: 20, text: "useShifts", why: "" }],
      made: [],
      claims: [],
    });
    expect(renamed.proof.gaps.map((gap) => `${gap.file} ${tellGap(gap)}`)).toEqual([
      "app/pages/map.vue useRota is not imported: Nuxt finds useRota.ts by that name, and will not find it then",
      "app/plugins/start.ts useRota is not imported: Nuxt finds useRota.ts by that name, and will not find it then",
    ]);
    const gone = await planDraft(project, {
      moves: [],
      edits: [],
      made: [],
      claims: [],
      removed: [at("app/utils/weigh.ts")],
    });
    expect(gone.proof.gaps.map(({ file: user, detail }) => `${user} ${detail}`)).toEqual(["app/pages/map.vue weigh"]);
  });
});

describe("a page", () => {
  const pages: Files = {
    "app/pages/rota.vue": view("<p />"),
    "app/pages/crates/first.vue": view("<p />"),
    "app/pages/crates/second.vue": view("<p />"),
  };

  test("has another address then, and that is said once for all of them", async () => {
    const { proof } = await planOf({ ...nuxt, ...pages }, ["app/pages/rota.vue > app/pages/duty.vue"]);
    expect(proof.gaps.map(tellGap)).toEqual([
      "Nuxt knows rota.vue by where it lies: it gets another address or name, and who asks for that was not looked at",
    ]);
    const both = await planOf({ ...nuxt, ...pages }, [
      "app/pages/crates/first.vue > app/pages/boxes/first.vue",
      "app/pages/crates/second.vue > app/pages/boxes/second.vue",
    ]);
    expect(both.proof.gaps.map(tellGap)).toEqual([
      "Nuxt knows first.vue and 1 other file by where they lie: they get other addresses or names, and who asks for those was not looked at",
    ]);
  });

  test("keeps it where only its form changes", async () => {
    expect(await gapsOf(pages, "app/pages/rota.vue > app/pages/rota/index.vue")).toEqual([]);
  });
});
