/** No tick where a file is found by its place, or by a name that it has from there, and would be no more. */
import { describe, expect, test } from "vitest";
import { tellGap } from "../../../wording/gaps.js";
import { openProject } from "../../app/index.js";
import { MemoryStore } from "../../files/index.js";
import { planDraft } from "./index.js";
import { afterwards, at, planOf, type Files } from "./planning.test.suite.js";

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

  // Held against Nuxt's own naming on a real shop when this was written: 8 moves, 90 uses each, all of them led right.
  test.each([
    ["as it is", "<TreeCard />", "<Card />"],
    ["with something in it", "<TreeCard>ripe</TreeCard>", "<Card>ripe</Card>"],
    ["in small letters", "<tree-card></tree-card>", "<Card></Card>"],
    ["loaded when it is shown", "<LazyTreeCard v-if='is' />", "<LazyCard v-if='is' />"],
    ["the same, in small letters", "<lazy-tree-card />", "<lazy-card />"],
    ["with a small letter first", "<treeCard /><lazyTreeCard />", "<Card /><LazyCard />"],
  ])("is used %s, and called anew", async (_, tag, then) => {
    const files = { ...nuxt, "app/pages/map.vue": view(`<div>${tag}</div>`) };
    const plan = await planOf(files, [move]);
    expect(plan.proof.outcome).toBe("holds");
    expect(afterwards(files, plan)["app/pages/map.vue"]).toBe(view(`<div>${then}</div>`));
  });

  test("is found in small letters, and never called as an element of the language is", async () => {
    const files = {
      ...nuxt,
      "app/components/Loading.vue": view("<p class='loading'>loading</p>"),
      "app/components/layout/Header.vue": view("<header />"),
      "app/pages/map.vue": view("<p class='loading'><loading /><layout-header /><header /></p>"),
    };
    const plan = await planOf(files, [
      "app/components/Loading.vue > app/components/bits/Loading.vue",
      "app/components/layout/Header.vue > app/components/Header.vue",
    ]);
    expect(plan.proof.outcome).toBe("holds");
    expect(afterwards(files, plan)).toMatchObject({
      "app/pages/map.vue": view("<p class='loading'><bits-loading /><Header /><header /></p>"),
      "app/components/bits/Loading.vue": view("<p class='loading'>loading</p>"),
    });
  });

  test("is used in itself, in JSX, and by one that moves with it", async () => {
    const files = {
      ...nuxt,
      "app/components/tree/Card.vue": view("<TreeCard v-if='more' />"),
      "app/components/tree/Row.tsx": "export default () => <TreeCard>1</TreeCard>;\n",
    };
    const plan = await planOf(files, [move, "app/components/tree/Row.tsx > app/components/Row.tsx"]);
    expect(plan.proof.outcome).toBe("holds");
    expect(afterwards(files, plan)).toMatchObject({
      "app/components/Card.vue": view("<Card v-if='more' />"),
      "app/components/Row.tsx": "export default () => <Card>1</Card>;\n",
    });
  });

  test.each<[string, Files]>([
    ["nobody uses it", { "app/pages/map.vue": view("<OtherCard />") }],
    [
      "it is imported",
      { "app/pages/map.vue": view("<TreeCard />", 'import TreeCard from "~/components/tree/Card.vue";') },
    ],
    [
      "only a comment or a class names it",
      { "app/pages/map.vue": view("<!-- <TreeCard /> --><p class='tree-card'>TreeCard</p>") },
    ],
    ["only a type has its name", { "app/types.d.ts": "interface Shelf { TreeCard: string; kind: 'TreeCard' }\n" }],
    ["no tool finds it", { "package.json": "{}", "app/pages/map.vue": view("<TreeCard />") }],
  ])("leaves alone what means something else: %s", async (_, files) => {
    expect(await gapsOf(files, move)).toEqual([]);
    const plan = await planOf({ ...nuxt, ...files }, [move]);
    expect(plan.lines).toEqual([]);
  });

  test.each<[string, string, Files]>([
    [
      "it is no component of Nuxt's any more",
      "app/components/tree/Card.vue > app/parts/Card.vue",
      { "app/pages/map.vue": view("<TreeCard />") },
    ],
    [
      "another is called so",
      move,
      { "app/pages/map.vue": view("<TreeCard />"), "layers/map/components/Card.vue": view("<b />") },
    ],
    [
      "the name means something else there",
      move,
      { "app/pages/map.vue": view("<TreeCard />", 'import Card from "../Own.vue";'), "app/Own.vue": view("<b />") },
    ],
    [
      "two come to be called so",
      `${move};app/components/bush/Card.vue > app/components/Card.tsx`,
      { "app/components/bush/Card.vue": view("<i />"), "app/pages/map.vue": view("<TreeCard />") },
    ],
    [
      "it is taken of all of them",
      move,
      { "app/pages/map.vue": view("<b />", 'import { Other, TreeCard as Card } from "#components";') },
    ],
    ["an attribute asks for it", move, { "app/pages/map.vue": view('<component is="tree-card" />') }],
    ["a text asks for it", move, { "app/pages/map.vue": view("<component :is=\"resolveComponent('TreeCard')\" />") }],
    [
      "a script takes it as it is",
      move,
      { "app/pages/map.vue": view("<component :is='card' />", "const card = TreeCard;") },
    ],
  ])("is told where %s", async (_, asked, files) => {
    expect(await gapsOf(files, ...asked.split(";"))).toEqual([
      expect.stringMatching(/^named by place app\/pages\/map\.vue:\d+:\d+ <TreeCard>$/),
    ]);
  });

  test("is told where a page of text is drawn with it, and where a setting says what components are called", async () => {
    const pages = {
      "content/map.md": "# Map\n\n::tree-card{row=1}\nripe\n::\n",
      "README.md": "TreeCard: a card, tree-card.\n",
    };
    expect(await gapsOf(pages, move)).toEqual(["named by place content/map.md:3:3 <TreeCard>"]);
    const content = {
      "package.json": '{ "dependencies": { "nuxt": "4", "@nuxt/content": "3" } }',
      "app/components/content/Hero.vue": view("<b />"),
    };
    const drawnThere = { ...nuxt, ...content, "app/pages/map.vue": view("<Hero />") };
    const plan = await planOf(drawnThere, ["app/components/content/Hero.vue > app/components/home/Hero.vue"]);
    expect(afterwards(drawnThere, plan)["app/pages/map.vue"]).toBe(view("<HomeHero />"));
    for (const setting of ['[{ path: "~/ui", prefix: "Ui" }]', '{ dirs: [{ path: "~/ui" }] }']) {
      const set = {
        "nuxt.config.ts": `export default defineNuxtConfig({ components: ${setting},\n  ssr: false });\n`,
        "app/ui/Pin.vue": view("<b />"),
      };
      expect(await gapsOf(set, "app/ui/Pin.vue > app/ui/map/Pin.vue")).toEqual([
        "found by place app/ui/Pin.vue Pin.vue",
      ]);
    }
  });

  test("moves under a tick where it is called the same there; what comes in its place is another", async () => {
    const files = { "app/pages/map.vue": view("<TreeCard />") };
    expect(await gapsOf(files, "app/components/tree/Card.vue > app/components/tree/TreeCard.vue")).toEqual([]);
    const other = { ...files, "app/components/Crate.vue": view("<p />") };
    const swapped = await planOf({ ...nuxt, ...other }, [
      "app/components/tree/Card.vue > app/components/Old.vue",
      "app/components/Crate.vue > app/components/TreeCard.vue",
    ]);
    expect(swapped.proof.outcome).toBe("holds");
    expect(afterwards({ ...nuxt, ...other }, swapped)["app/pages/map.vue"]).toBe(view("<Old />"));
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

  test("is told where it is taken of all that is given, and where a test puts something in its place", async () => {
    const files = {
      "app/pages/map.vue": view("<p />", 'import { ref, useRota } from "#imports";\nuseRota();'),
      "tests/map.test.ts":
        'import { mockNuxtImport } from "@nuxt/test-utils/runtime";\nmockNuxtImport("useRota", () => () => 1);\n',
    };
    expect(await gapsOf(files, "app/composables/useRota.ts > app/rota/useRota.ts")).toEqual([
      "named by place app/pages/map.vue:2:15 useRota",
      "named by place tests/map.test.ts:2:17 useRota",
    ]);
  });

  test("may be called with letters that mean more in a pattern", async () => {
    const files = {
      "app/utils/money.ts": "export const $price = 1;\n",
      "app/pages/map.vue": view("<p />", "const price = $price;"),
    };
    expect(await gapsOf(files, "app/utils/money.ts > app/lib/money.ts")).toEqual([
      "named by place app/pages/map.vue:2:15 $price",
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

describe("a file that comes to lie among pages", () => {
  const files: Files = {
    "app/utils/weigh.ts": "export function weigh() { return 1; }\n",
    "app/weights.ts": "export const most = 1;\n",
    "app/boxes.ts": "export const all = 1;\n",
    "app/note.md": "# Note\n",
    "app/middleware/signed-in.ts": "export default () => 1;\n",
  };

  test.each([
    ["is one more", ["app/weights.ts > app/pages/weights.ts"], ["address there app/weights.ts weights.ts"]],
    [
      "is said once for all of them",
      ["app/weights.ts > app/plugins/weights.ts", "app/boxes.ts > app/plugins/boxes.ts"],
      ["address there app/weights.ts weights.ts"],
    ],
    ["is none where it is no code", ["app/note.md > app/pages/note.md"], []],
    ["is none in a folder of other things", ["app/weights.ts > app/shelf/weights.ts"], []],
    [
      "had an address before: that is said",
      ["app/middleware/signed-in.ts > app/plugins/signed-in.ts"],
      ["found by place app/middleware/signed-in.ts signed-in.ts"],
    ],
  ])("%s", async (_, moves, gaps) => {
    expect(await gapsOf(files, ...moves)).toEqual(gaps);
  });

  test("is told in words", async () => {
    const { proof } = await planOf({ ...nuxt, ...files }, [
      "app/weights.ts > app/pages/weights.ts",
      "app/boxes.ts > app/pages/boxes.ts",
    ]);
    expect(proof.gaps.map(tellGap)).toEqual([
      "where weights.ts and 1 other file would lie, Nuxt takes them for pages, routes or code to run; today they are none of those",
    ]);
  });

  // Of other names than those that a tool looks for, anything may lie there.
  test.each([
    ["@sveltejs/kit", "src/weigh.ts > src/routes/weigh.ts", 0],
    ["@sveltejs/kit", "src/weigh.ts > src/routes/+page.ts", 1],
    ["vike", "src/weigh.ts > pages/weigh.ts", 0],
    ["vike", "src/weigh.ts > pages/rota/+Page.ts", 1],
    ["next", "src/weigh.ts > src/app/weigh.ts", 0],
    ["next", "src/weigh.ts > src/app/page.ts", 1],
    ["next", "src/weigh.ts > src/pages/weigh.ts", 1],
    ["@modern-js/app-tools", "src/weigh.ts > src/routes/rota/page.data.ts", 1],
    ["nuxt", "src/weigh.ts > plugins/rota/weigh.ts", 0],
    ["nuxt", "src/weigh.ts > plugins/rota/index.ts", 1],
    ["nuxt", "src/weigh.ts > modules/rota/components/weigh.ts", 0],
    ["nuxt", "src/weigh.ts > server/api/rota/weigh.ts", 1],
    // A list, a setting or the file itself decides.
    ["@quasar/app-vite", "src/weigh.ts > src/boot/weigh.ts", 0],
    ["umi", "src/weigh.ts > src/pages/rota/components/weigh.ts", 0],
  ])("with %s, as in %s", async (needs, move, count) => {
    const manifest = `{ "dependencies": { "${needs}": "*" } }`;
    const { proof } = await planOf({ "package.json": manifest, "src/weigh.ts": "export const a = 1;\n" }, [move]);
    expect(proof.gaps.filter(({ reason }) => reason === "address there")).toHaveLength(count);
  });
});
