/** `survey`, `explain` and `check`, as they are typed. */
import { spawnSync } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { describe, expect, test } from "vitest";
import { compile } from "./compiler.js";
import { checkSchema, surveySchema } from "../src/documents/json-schemas.js";
import { demoCopy, fingerprint, folderWith, layeredDemo, run } from "./program.js";

const layers = "version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n";

const findingsOf = async (root: string, words: readonly string[] = []): Promise<string[]> => {
  const { findings } = (await run(root, ["check", "--json", ...words])).json() as {
    findings: { rule: string; file: string; severity: string }[];
  };
  return findings.map(({ rule, file }) => `${rule} ${file}`);
};

const ofDemo = [
  "duplicate-action src/context/actions/weatherActions.ts",
  "unused-asset src/assets/images/old-banner.png",
  "file-name src/components/page-header.tsx",
  "file-name src/services/http.ts",
  "shared-depends-on-feature src/components/DataTable.tsx",
  "wrong-folder src/screens/formatYield.ts",
  "action-prefix src/context/actions/weatherActions.ts",
];

describe("survey", () => {
  test("tells what is here, in the same words when asked again, and writes nothing of the project", async () => {
    const root = demoCopy();
    const before = fingerprint(root);
    const first = await run(root, ["survey"]);
    expect(first).toMatchObject({ code: 0, err: "" });
    expect(first.out).toMatch(/^React for the web in TypeScript, \d+ files, 5 features/);
    expect(first.out).toMatch(
      /component +\d+ +━+[^]*scatter[^]*largest folders[^]*✓ every reference resolves to a file/,
    );
    expect(first.out).toMatch(/next\n +steady-shelf init/);
    expect(first.out.split("\n").filter((line) => line.length > 100)).toEqual([]);
    expect((await run(root, ["survey"])).out).toBe(first.out);
    expect((await run(root, ["survey", "--no-cache"])).out).toBe(first.out);
    expect(fingerprint(root)).toBe(before);
  });

  test("where most files are on no shelf, nothing is ticked and nobody is judged by shelves, which is said", async () => {
    const files = Object.fromEntries(
      Array.from({ length: 12 }, (_, index) => [
        `src/odd/thing-${index}.ts`,
        "export const load = () => fetch('/');\n",
      ]),
    );
    const root = folderWith({ ...files, "steady-shelf.yaml": layers });
    const { code, out } = await run(root, ["check"]);
    expect(code).toBe(0);
    expect(out).toMatch(/^Nothing was found in 12 files\.[^]*Only 0 of 12 files are on a shelf/);
    expect(out).not.toContain("✓");
    expect(checkSchema.parse((await run(root, ["check", "--json"])).json()).unplaced).toEqual([{ on: 0, of: 12 }]);
  });

  test("gives one JSON document, as its schema says", async () => {
    const { code, json, err } = await run(demoCopy(), ["survey", "--json"]);
    expect([code, err]).toEqual([0, ""]);
    const [app] = surveySchema.parse(json()).apps;
    expect(app?.features.map(({ name }) => name)).toEqual(["trees", "harvest", "rota", "weather", "swaps", "shared"]);
    const table = app?.catalogue.find(({ file }) => file === "src/components/RotaTable.tsx");
    expect(table).toMatchObject({ role: { is: "component" }, feature: { is: "rota" }, shelf: "components" });
  });

  test("of one app among several, or of all, from where one stands", async () => {
    const app = (name: string): Record<string, string> => ({
      [`apps/${name}/steady-shelf.yaml`]: "version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n",
      [`apps/${name}/src/components/Tree.tsx`]: "export const Tree = () => <li/>;\n",
    });
    const root = folderWith({ ...app("web"), ...app("desk"), "package.json": "{}" });
    expect((await run(root, ["survey"])).out).toMatch(/apps\/desk: React[^]*apps\/web: React/);
    expect((await run(join(root, "apps/web"), ["survey"])).out).toMatch(/^apps\/web: React(?![^]*apps\/desk)/);
  });

  test("without git, nothing is said of history; in a folder without an app, what to do is said", async () => {
    const root = folderWith(
      { "package.json": '{"dependencies":{"react":"1"}}', "src/a.tsx": "export const A = () => <a/>;" },
      { git: false },
    );
    expect((await run(root, ["survey"])).out).toContain("There is no git history");
    const { code, err } = await run(folderWith({ "notes.txt": "" }), ["survey"]);
    expect([code, err]).toEqual([2, expect.stringContaining("tells how the app is built")]);
  });
});

describe("explain", () => {
  test("says what a file is, why, where it belongs and who uses it", async () => {
    const { code, out } = await run(layeredDemo(), ["explain", "src/screens/formatYield.ts"]);
    expect(code).toBe(0);
    expect(out).toMatch(
      /A helper for the whole app\. [^]*\+ it exports only functions[^]*it is in screens\/, but it renders nothing/,
    );
    expect(out).toMatch(
      /should be src\/helpers\/formatYield\.ts[^]*HarvestScreen\.tsx:4:30[^]*! warning {2}wrong-folder/,
    );
  });

  test("finds nothing wrong with a place that check finds nothing wrong with", async () => {
    const root = folderWith({
      "steady-shelf.yaml": layers,
      "src/components/Chart/Chart.tsx":
        'import { useChart } from "./useChart";\nexport const Chart = () => <li>{useChart()}</li>;\n',
      "src/components/Chart/useChart.ts": "export const useChart = () => 1;\n",
      "src/hooks/useRota.ts": "export const useRota = () => 1;\n",
    });
    expect((await run(root, ["check"])).out).toContain("✓ Nothing is wrong");
    const { out } = await run(root, ["explain", "src/components/Chart/useChart.ts"]);
    expect(out).toContain("the shelf for its kind is src/hooks/");
    expect(out).not.toContain("✗");
  });

  test("what a framework knows a file by is told, and such a file is none that nothing references", async () => {
    const root = folderWith({
      "package.json": '{ "dependencies": { "nuxt": "4", "vue": "3" } }',
      "app/app.vue": "<template><NuxtPage /></template>\n",
      "app/pages/rota.vue": "<template><RotaShiftList /></template>\n",
      "app/components/rota/ShiftList.vue": "<template><ul /></template>\n",
      "app/composables/useRota.ts": "export const useRota = () => 1;\nexport const useShift = () => 2;\n",
      "app/lib/weigh.ts": "export const weigh = (crate: number) => crate * 2;\n",
    });
    const told = async (file: string): Promise<string> =>
      (await run(root, ["explain", file])).out.replaceAll(/\s+/g, " ");
    expect(await told("app/components/rota/ShiftList.vue")).toContain(
      "referenced by nothing Nuxt finds it by where it lies, as <RotaShiftList>; who uses that name without an import is not counted.",
    );
    expect(await told("app/composables/useRota.ts")).toContain("as useRota and useShift; who uses those names");
    expect(await told("app/pages/rota.vue")).toContain("what leads to its address is not counted.");
    const page = await run(root, ["explain", "app/pages/rota.vue", "--json"]);
    expect(page.json().knownBy).toEqual([{ by: "Nuxt", kind: "address", as: "pages rota" }]);
    expect(await told("app/lib/weigh.ts")).not.toContain("Nuxt");
    const { json } = await run(root, ["explain", "app/composables/useRota.ts", "--json"]);
    expect(json().knownBy).toEqual([
      { by: "Nuxt", kind: "name", as: "useRota" },
      { by: "Nuxt", kind: "name", as: "useShift" },
    ]);
    const survey = await run(root, ["survey", "--all", "--json"]);
    expect(survey.json().apps).toMatchObject([{ unreferenced: ["app/lib/weigh.ts"] }]);
  });

  test("as JSON, and from the folder of the file", async () => {
    const { json } = await run(join(layeredDemo(), "src/hooks"), ["explain", "useRota.ts", "--json"]);
    expect(json()).toMatchObject({ file: "src/hooks/useRota.ts", role: { is: "hook" }, feature: { is: "rota" } });
  });

  test.each([
    ["src/screens/RotaScren.tsx", "Did you mean src/screens/RotaScreen.tsx?"],
    ["src/hooks", "is a folder"],
    ["README.md", "outside of the source root src"],
    ["../x.ts", "outside the project"],
  ])("of %s is refused", async (file, said) => {
    const { code, err } = await run(layeredDemo(), ["explain", file]);
    expect([code, err]).toEqual([2, expect.stringContaining(said)]);
  });
});

describe("check", () => {
  test("finds the demo's mess, worst first, and ends with 1 for errors alone", async () => {
    const root = layeredDemo();
    expect(await findingsOf(root)).toEqual(ofDemo);
    const { code, out } = await run(root, ["check"]);
    expect(code).toBe(1);
    expect(out).toMatch(/^1 error and 6 warnings in \d+ files\.\n[^]*→ Rename it to PageHeader\. {2}\(--fix does it\)/);
    expect(out.split("\n").filter((line) => line.length > 100)).toEqual([]);
    expect((await run(root, ["check", "--rule", "naming"])).code).toBe(0);
    expect((await run(root, ["check", "--rule", "naming", "--strict"])).code).toBe(1);
    expect((await run(root, ["check", "--by", "file"])).out).toMatch(
      /src\/services\/http\.ts\n +! warning {2}file-name/,
    );
  });

  test("gives one JSON document, as its schema says", async () => {
    const document = checkSchema.parse((await run(layeredDemo(), ["check", "--json"])).json());
    expect(document).toMatchObject({ errors: 1, warnings: 6, accepted: 0 });
  });

  test("SARIF as the standard wants it", async () => {
    const { out } = await run(layeredDemo(), ["check", "--format", "sarif"]);
    const { version, runs } = JSON.parse(out) as {
      version: string;
      runs: {
        tool: { driver: { rules: { id: string }[] } };
        results: {
          ruleId: string;
          ruleIndex: number;
          level: string;
          message: { text: string };
          locations: unknown[];
        }[];
      }[];
    };
    expect([version, runs.length]).toEqual(["2.1.0", 1]);
    const results = runs[0]?.results ?? [];
    expect(results).toHaveLength(7);
    for (const { ruleId, ruleIndex } of results) expect(runs[0]?.tool.driver.rules[ruleIndex]?.id).toBe(ruleId);
    expect(results[0]).toMatchObject({
      level: "error",
      locations: [
        {
          physicalLocation: {
            artifactLocation: { uri: "src/context/actions/weatherActions.ts", uriBaseId: "ROOT" },
            region: { startLine: 5 },
          },
        },
      ],
    });
  });

  test.each([
    [
      "junit",
      /^<\?xml [^]*<testsuites name="Steady Shelf" tests="\d+" failures="7">[^]*<failure type="error" message="the action [^]*<\/testsuites>\n$/,
    ],
    [
      "github",
      /^::error file=src\/context\/actions\/weatherActions\.ts,line=5,col=\d+,title=duplicate-action::the action /,
    ],
    ["gitlab", /^\[\n {2}\{\n {4}"description": "the action [^]*"fingerprint": "[0-9a-f]{64}"/],
    [
      "azure",
      /^##vso\[task\.logissue type=error;sourcepath=src\/context\/actions\/weatherActions\.ts;linenumber=5;columnnumber=\d+;code=duplicate-action\]/,
    ],
  ])("%s as its readers want it", async (format, wanted) => {
    const { code, out } = await run(layeredDemo(), ["check", "--format", format]);
    expect(code).toBe(1);
    expect(out).toMatch(wanted);
  });

  test("--changed looks at what differs from a commit, new files included", async () => {
    const root = layeredDemo();
    expect(await findingsOf(root, ["--changed"])).toEqual([]);
    writeFileSync(join(root, "src/hooks/harvest.ts"), 'import "./nowhere";\nexport function useCrates() {}\n');
    renameSync(join(root, "src/services/http.ts"), join(root, "src/services/web.ts"));
    expect(await findingsOf(root, ["--changed"])).toEqual([
      "unresolved-path src/hooks/harvest.ts",
      "file-name src/hooks/harvest.ts",
      "file-name src/services/web.ts",
      "export-name src/hooks/harvest.ts",
    ]);
    const { code, err } = await run(root, ["check", "--changed=nosuch"]);
    expect([code, err]).toEqual([2, expect.stringContaining("git knows no commit nosuch")]);
    const bare = folderWith({ "package.json": '{"dependencies":{"react":"1"}}', "src/a.ts": "" }, { git: false });
    expect((await run(bare, ["check", "--changed"])).err).toContain("There is no git history here");
  });

  test("today's findings can be accepted; only new ones fail, and repaired ones leave the list", async () => {
    const root = layeredDemo();
    const preview = await run(root, ["check", "--accept"]);
    expect(preview.out).toContain("Accepts 7 findings.");
    expect(existsSync(join(root, "steady-shelf-accepted.yaml"))).toBe(false);
    expect((await run(root, ["check", "--accept", "--write"])).code).toBe(0);
    const list = readFileSync(join(root, "steady-shelf-accepted.yaml"), "utf8");
    expect(list).toContain("  src/components/DataTable.tsx:\n    - shared-depends-on-feature src/hooks/useRota.ts\n");
    const clean = await run(root, ["check"]);
    expect([clean.code, clean.out]).toEqual([0, expect.stringMatching(/^✓ Nothing is wrong in \d+ files; 7 findings/)]);
    expect(clean.out).not.toContain("gone");

    writeFileSync(join(root, "src/hooks/harvest.ts"), 'import "./nowhere";\nexport function useHarvests() {}\n');
    rmSync(join(root, "src/assets/images/old-banner.png"));
    const { code, out } = await run(root, ["check"]);
    expect(code).toBe(1);
    expect(out).toMatch(/^1 error and 1 warning in \d+ files; 6 findings were accepted earlier\./);
    expect(out.replaceAll(/\s+/g, " ")).toContain(
      "1 accepted finding is gone, the first of them src/assets/images/old-banner.png (unused-asset)",
    );

    // What `--fix` moves, its line in the list follows; what is gone leaves it.
    expect((await run(root, ["check", "--fix", "--write"])).out).toContain(
      "1 accepted finding is repaired already and left the list.",
    );
    expect(readFileSync(join(root, "steady-shelf-accepted.yaml"), "utf8")).not.toContain("old-banner");
    expect(existsSync(join(root, "src/hooks/useHarvest.ts"))).toBe(true);
    expect((await run(root, ["undo", "--write"])).code).toBe(0);
    expect(readFileSync(join(root, "steady-shelf-accepted.yaml"), "utf8")).toBe(list);
  });

  test("a list that git ignores is kept all the same", async () => {
    const root = layeredDemo();
    expect((await run(root, ["check", "--accept", "--rule", "file-name", "--write"])).code).toBe(0);
    writeFileSync(join(root, ".gitignore"), "steady-shelf-accepted.yaml\n");
    const { code, err } = await run(root, ["check", "--accept", "--write"]);
    expect([code, err]).toEqual([0, ""]);
    expect(readFileSync(join(root, "steady-shelf-accepted.yaml"), "utf8")).toContain("unused-asset");
  });

  test("accepting one rule's findings leaves what was accepted of the others", async () => {
    const root = layeredDemo();
    await run(root, ["check", "--accept", "--rule", "naming", "--write"]);
    await run(root, ["check", "--accept", "--rule", "duplicate-action", "--write"]);
    const list = readFileSync(join(root, "steady-shelf-accepted.yaml"), "utf8");
    expect(list).toContain("- file-name\n");
    expect(list).toContain("- duplicate-action harvest/added\n");
    expect(await findingsOf(root)).toHaveLength(ofDemo.length - 3);
  });

  test.each([
    ["version: 2\naccepted: {}\n", "it is of version 2; this program knows version 1[^]*yaml:1:10"],
    ["version: 1\naccepted: [x]\n", "accepted"],
    ["version: 1\n", "it is missing"],
  ])("a list %j is refused with its place", async (text, said) => {
    const root = layeredDemo();
    writeFileSync(join(root, "steady-shelf-accepted.yaml"), text);
    const { code, err } = await run(root, ["check"]);
    expect([code, err]).toEqual([2, expect.stringMatching(said)]);
  });

  test("says which files it could not read, and finds the rest", async () => {
    const root = layeredDemo();
    writeFileSync(join(root, "src/helpers/broken.ts"), "import './dates';\nexport const = ;\n");
    expect((await run(root, ["check"])).out).toMatch(
      /1 file could not be read whole; [^]*src\/helpers\/broken\.ts:2:\d+/,
    );
    expect((await run(root, ["survey"])).out).toContain("1 file could not be read whole");
  });

  test.each([
    [["check", "--rule", "file-nam"], "Did you mean file-name?"],
    [["check", "--fix", "--accept"], "Give either --fix or --accept"],
    [["check", "--write"], "--write goes with --fix or --accept"],
    [["check", "--format", "xml"], "Invalid values"],
  ])("%j is refused", async (words, said) => {
    const { code, err } = await run(layeredDemo(), words);
    expect([code, err]).toEqual([2, expect.stringContaining(said)]);
  });

  test("a misspelled rule or severity in the configuration is refused with the nearest word", async () => {
    const { code, err } = await run(layeredDemo("rules: { file-nme: off }\n"), ["check"]);
    expect([code, err]).toEqual([2, expect.stringMatching(/did you mean file-name\?[^]*steady-shelf\.yaml:6:10/)]);
    expect((await run(layeredDemo("rules: { naming: of }\n"), ["check"])).err).toContain("did you mean off?");
  });

  test("says why a rule is there", async () => {
    expect((await run(layeredDemo(), ["check", "--why", "shared-depends-on-feature"])).out).toMatch(
      /cannot be used for the harvest[^]*incorrect/,
    );
  });
});

describe("check --fix", () => {
  test("shows, writes nothing; then repairs what is certain, and every reference with it", async () => {
    const root = layeredDemo();
    const before = fingerprint(root);
    const preview = await run(root, ["check", "--fix"]);
    expect(preview.code).toBe(1);
    expect(preview.out).toMatch(
      /^1 of 7 findings can be fixed safely\.[^]*✓ \d+ of \d+ references[^]*uncertain[^]*http[^]*formatYield/,
    );
    expect(fingerprint(root)).toBe(before);
    const written = await run(root, ["check", "--fix", "--write"]);
    expect(written.out).toMatch(/^1 of 7 findings fixed\.[^]*Done as change/);
    expect(compile(root)).toBe("");
    expect(await findingsOf(root)).toEqual(ofDemo.filter((line) => !line.includes("page-header")));
    expect((await run(root, ["undo", "--write"])).code).toBe(0);
    expect(fingerprint(root)).toBe(before);
  });

  test("puts names right that are found on some systems only, and shortens what climbs far", async () => {
    const root = folderWith({
      "steady-shelf.yaml": "version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n",
      "tsconfig.json": '{ "compilerOptions": { "paths": { "@/*": ["./src/*"] } } }',
      "src/helpers/dates.ts": "export const dates = () => 1;\n",
      "src/components/forms/fields/DateField.tsx":
        'import { dates } from "../../../helpers/dates";\nimport "./Label";\nexport const DateField = () => <li>{dates()}</li>;\n',
      "src/components/forms/fields/label.tsx": "export const Label = () => <li/>;\n",
    });
    const { out } = await run(root, ["check", "--fix", "--write"]);
    expect(out).toContain("2 of 3 findings fixed.");
    expect(readFileSync(join(root, "src/components/forms/fields/DateField.tsx"), "utf8")).toBe(
      'import { dates } from "@/helpers/dates";\nimport "./label";\nexport const DateField = () => <li>{dates()}</li>;\n',
    );
    // One sister alone does not make a name certain; the path is spelled as the file is.
    expect(existsSync(join(root, "src/components/forms/fields/label.tsx"))).toBe(true);
  });

  test("moves nothing where the arrangement was only guessed, nor what a file names that it cannot read", async () => {
    const guessed = await run(demoCopy(), ["check", "--fix", "--write"]);
    expect([guessed.code, guessed.err]).toEqual([2, expect.stringContaining("steady-shelf init --write")]);
    const root = folderWith({
      "steady-shelf.yaml": "version: 1\nstack: vue\nsource: src\narrangement: layer-first\n",
      "src/helpers/Format-Date.ts": "export const formatDate = () => 1;\n",
      "ios/Home.swift": 'let source = "../src/helpers/Format-Date.ts"\n',
    });
    const { code, out } = await run(root, ["check", "--fix", "--write"]);
    expect([code, out]).toEqual([
      0,
      expect.stringMatching(/^0 of 1 finding fixed|^0 of 1 finding can be fixed safely/),
    ]);
    expect(existsSync(join(root, "src/helpers/Format-Date.ts"))).toBe(true);
  });
});

describe("the cache", () => {
  test("may be spoiled, deleted or forbidden, and nothing that is told changes", async () => {
    const root = layeredDemo();
    const wanted = (await run(root, ["check", "--json", "--no-cache"])).out;
    const cache = join(root, ".steady-shelf/cache");
    expect(existsSync(cache)).toBe(false);
    for (let round = 0; round < 2; round += 1) expect((await run(root, ["check", "--json"])).out).toBe(wanted);
    for (const name of ["readings"]) writeFileSync(join(cache, name), "spoiled");
    expect((await run(root, ["check", "--json"])).out).toBe(wanted);
    rmSync(cache, { recursive: true });
    writeFileSync(cache, "a file where the folder would be");
    expect((await run(root, ["check", "--json"])).out).toBe(wanted);
  });

  test("an edit under it is seen at once, though size and time stay the same", async () => {
    const root = layeredDemo();
    mkdirSync(join(root, "src/helpers"), { recursive: true });
    const file = join(root, "src/helpers/crates.ts");
    writeFileSync(file, 'import "./dates";\n');
    await run(root, ["check"]);
    expect(await findingsOf(root)).not.toContain("unresolved-path src/helpers/crates.ts");
    const old = spawnSync("stat", ["-c", "%y", file], { encoding: "utf8" }).stdout.trim();
    writeFileSync(file, 'import "./dated";\n');
    spawnSync("touch", ["-d", old, file]);
    expect(await findingsOf(root)).toContain("unresolved-path src/helpers/crates.ts");
  });
});
