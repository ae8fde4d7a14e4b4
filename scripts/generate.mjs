/**
 * Writes what is made from the sources: the JSON Schemas in schema/, docs/configuration.md, docs/arrangements.md, docs/rules.md,
 * docs/errors.md, docs/commands.md, man/steady-shelf.1.
 *
 *   node scripts/generate.mjs           write them
 *   node scripts/generate.mjs --check   only say which are not as they would be written (exit code 1)
 */
// @ts-check
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import { build } from "esbuild";

const root = fileURLToPath(new URL("..", import.meta.url));
const folder = mkdtempSync(join(root, "dist", "generate-"));
const entry = `
export * as z from "zod/mini";
export { configurationSchema } from "./src/core/app/configuration/schema.ts";
export { arrangementSchema, shelfSchema } from "./src/core/app/arrangement/schemas.ts";
export { makeShelves, aboutShelf } from "./src/core/app/arrangement/shelf.ts";
export { rules } from "./src/core/insight/rules/registry.ts";
export { ruleGroups, ruleTable } from "./src/core/app/configuration/rule-names.ts";
export { checkSchema, surveySchema } from "./src/documents/json-schemas.ts";
export { catalogue } from "./src/core/base/error-catalogue.ts";
export { knownCommands } from "./src/commands/cli.ts";
export { manualPage, commandsPage } from "./src/commands/manual.ts";
export { roleMeanings } from "./src/core/app/arrangement/roles.ts";
`;
await build({
  absWorkingDir: root,
  stdin: { contents: entry, resolveDir: root, loader: "ts" },
  outfile: join(folder, "source.mjs"),
  bundle: true,
  format: "esm",
  platform: "node",
  packages: "external",
  logLevel: "warning",
});
const source = await import(pathToFileURL(join(folder, "source.mjs")).href);
rmSync(folder, { recursive: true });
const { rules, ruleGroups, ruleTable, checkSchema, surveySchema } = source;
const { z, configurationSchema, arrangementSchema, shelfSchema, makeShelves, aboutShelf, roleMeanings } = source;

/** @param {string} name */
const data = (name) => JSON.parse(readFileSync(join(root, "dist", "data", `${name}.json`), "utf8"));
const stacks = data("stacks").stacks.map((/** @type {{ name: string }} */ mark) => data(`stacks/${mark.name}`));
const arrangements = [
  ...new Set(stacks.flatMap((/** @type {{ arrangements: string[] }} */ stack) => stack.arrangements)),
].map((name) => data(`arrangements/${name}`));

const files = {
  "schema/steady-shelf.schema.json": jsonSchema(configurationSchema, "steady-shelf.yaml"),
  "schema/arrangement.schema.json": jsonSchema(arrangementSchema, "An arrangement of Steady Shelf"),
  "schema/check.schema.json": jsonSchema(checkSchema, "What `steady-shelf check --json` prints"),
  "schema/survey.schema.json": jsonSchema(surveySchema, "What `steady-shelf survey --json` prints"),
  "docs/rules.md": rulesPage(),
  "docs/configuration.md": configurationPage(),
  "docs/arrangements.md": arrangementsPage(),
  "docs/errors.md": errorsPage(),
  "docs/commands.md": source.commandsPage(source.knownCommands()),
  "man/steady-shelf.1": source.manualPage(
    source.knownCommands(),
    JSON.parse(readFileSync(join(root, "package.json"), "utf8")).version,
  ),
};

let stale = 0;
for (const [name, text] of Object.entries(files)) {
  const path = join(root, name);
  let before = "";
  try {
    before = readFileSync(path, "utf8");
  } catch {
    // It is written for the first time.
  }
  if (before === text) continue;
  stale += 1;
  if (process.argv.includes("--check")) console.error(`${name} is not as it would be generated; run npm run generate.`);
  else {
    mkdirSync(join(path, ".."), { recursive: true });
    writeFileSync(path, text);
    console.log(name);
  }
}
if (process.argv.includes("--check") && stale > 0) process.exitCode = 1;

/** @param {unknown} schema @param {string} title */
function jsonSchema(schema, title) {
  return `${JSON.stringify({ title, ...z.toJSONSchema(schema, { io: "input" }) }, undefined, 2)}\n`;
}

/** A table of an object's keys: what may stand there, and what it means. @param {any} schema */
function keyTable(schema) {
  const json = z.toJSONSchema(schema, { io: "input" });
  const rows = Object.entries(json.properties).map(
    ([key, property]) =>
      `| \`${key}\` | ${formOf(property)} | ${String(property.description ?? "").replaceAll("|", "\\|")} |`,
  );
  return ["| key | holds | means |", "| --- | --- | --- |", ...rows].join("\n");
}

/** @param {any} property @returns {string} */
function formOf(property) {
  if (property.const !== undefined) return `\`${property.const}\``;
  if (property.enum)
    return property.enum.length > 6
      ? "a word"
      : property.enum.map((/** @type {string} */ each) => `\`${each}\``).join(", ");
  if (property.anyOf) return [...new Set(property.anyOf.map(formOf))].join(" or ");
  if (property.type === "array")
    return `a list of ${formOf(property.items).replace(/^an? /, "").replace("keys", "groups of keys")}`;
  if (property.type === "object")
    return property.properties ? "keys" : `\`name:\` ${formOf(property.additionalProperties)}`;
  return (
    { string: "text", boolean: "`true` or `false`", number: "a number" }[/** @type {string} */ (property.type)] ?? ""
  );
}

function configurationPage() {
  const roles = Object.entries(roleMeanings).map(([role, meaning]) => `| \`${role}\` | ${meaning} |`);
  return `<!-- Made by scripts/generate.mjs from src/core/app/configuration/schema.ts: edit that. -->
# Configuration

\`steady-shelf.yaml\` lies in the app's folder; \`steady-shelf init\` writes it. Commands look for it upward from where you stand, so each app of a
monorepo may have one, and each speaks for its own folder. Everything in it is optional but \`version\`. For completion in your editor, put
\`$schema: ./node_modules/steady-shelf/schema/steady-shelf.schema.json\` at the top. A key that is not known is an error with its line and the nearest word.

\`\`\`yaml
version: 1
stack: react-web
source: src
arrangement: feature-first
words: { screen: pages }          # src/features/trees/pages
names: { screen: "{Pascal}Page" } # HarvestPage.tsx
shelves:                          # added to, or replacing, the arrangement's own
  - at: features/{feature}/domain
    holds: [model, use-case, repository]
    reaches: []                   # may reference nothing outside itself
companions: { component: [style, test] }
features: { trees: [tree, orchard-map] }
aliases: { "~": src }
\`\`\`

## Keys

${keyTable(configurationSchema)}

\`survey\`, \`explain\` and \`check\` obey \`files\`; \`check\` obeys \`rules\`, whose names are in [rules](rules.md).

## A shelf

${keyTable(shelfSchema)}

### Naming patterns

Fixed text around one placeholder: \`{Pascal}Screen\` (HarvestScreen), \`use{Pascal}\` (useHarvest), \`_{kebab}\` (_tree-card), \`{snake}_page\`
(harvest_page). A pattern is for the name without its extension. The first of several is used for new files, all are right. Words survive
abbreviations, digits and letters of any language: \`useURLParams\`, \`HTTPServer2Client\`, \`Größe\`.

### Words in braces

\`{feature}\` is the feature's folder, \`{name}\` a folder for each thing (\`components/{name}\`: TreeCard/TreeCard.tsx), \`{part}\` a folder for each part
that the stack gives a role (images and fonts of assets). Any role, and \`{app}\`, \`{core}\`, \`{features}\`, \`{shared}\`, \`{presentation}\`, \`{domain}\`
and \`{data}\`, stand for the stack's word, or yours in \`words\`.

### Reaches

A list of roles (\`model\`), path patterns (\`"{core}"\`, with all below; \`{feature}\` is the same feature) and \`public-index\` (the index of any feature). Its
own shelf, in its own feature, is always open.

## Aliases

An alias without a star stands for the path itself and for all below it. Targets are relative to the file. In a monorepo an alias holds for the
files below its configuration. Read without any configuration: \`paths\` and \`baseUrl\` of the nearest \`tsconfig.json\` or \`jsconfig.json\` (with \`extends\` and
\`references\`), \`imports\`, \`exports\` and \`main\` of \`package.json\`, workspace packages by name.

## Roles

| role | what its files are for |
| --- | --- |
${rows(roles)}
`;
}

/** @param {readonly string[]} lines */
function rows(lines) {
  return lines.join("\n");
}

function arrangementsPage() {
  const chapters = arrangements.map((arrangement) => {
    const fitting = stacks.filter((/** @type {any} */ stack) => stack.arrangements.includes(arrangement.name));
    const [stack] = fitting;
    const shelves = makeShelves(
      { shelves: arrangement.shelves, placeOf: () => ({ file: "" }) },
      { stack, own: {}, names: {} },
    );
    const lines = shelves
      .filter((/** @type {any} */ shelf) => shelf.at !== ".")
      .map((/** @type {any} */ shelf) => {
        const patterns = [...shelf.patterns.values()].flat().map((/** @type {any} */ pattern) => `\`${pattern.text}\``);
        return `| \`${shelf.at}/\` | ${shelf.holds.join(", ")} | ${[...new Set(patterns)].join(" ")} | ${aboutShelf(shelf)} |`;
      });
    return `## ${arrangement.name}: ${arrangement.title}

${arrangement.about} For ${fitting.map((/** @type {any} */ each) => each.title).join(", ")}.

In the words of ${stack.title}:

| folder | holds | names | for |
| --- | --- | --- | --- |
${lines.join("\n")}
`;
  });
  const words = ["screen", "component", "navigation", "state", "hook", "service", "helper", "style"];
  const table = stacks.map((/** @type {any} */ stack) => {
    const cells = words.map((role) => (stack.roles[role] ? `\`${stack.roles[role].folder}\`` : ""));
    return `| ${stack.name} | ${cells.join(" | ")} |`;
  });
  return `<!-- Made by scripts/generate.mjs from data/: edit that. -->
# Arrangements and stacks

A stack gives the words: folders, extensions and cases as its people use them. An arrangement gives the shape. Both are data, one file each, in
\`data/\`; [adding one](adding-an-arrangement.md) is writing a file.

| stack | ${words.join(" | ")} |
| --- |${words.map(() => " --- |").join("")}
${table.join("\n")}

${chapters.join("\n")}`;
}

/** Every rule with its reason and an example. */
function rulesPage() {
  const about = {
    naming: "Files, folders and what they hold are called as their shelf wants it.",
    placement: "Files lie where one looks for them.",
    reach: "Who may reference whom.",
    references: "Every reference leads somewhere, on every system, by a way that one can read.",
    assets: "Pictures, fonts and sounds.",
    state: "Actions and reducers.",
    secrets: "What must not be in version control.",
  };
  const lines = [
    "<!-- Made by scripts/generate.mjs from src/core/insight/rules; change it there. -->",
    "",
    "# Rules of `check`",
    "",
    "How grave a finding is can be said in `steady-shelf.yaml`, for a group or for one rule, which comes first:",
    "",
    "```yaml",
    "rules:",
    "  naming: error",
    "  vague-name: off",
    "  crowded-folder: { severity: warning, most: 60 }",
    "```",
    "",
    "`off`, `warning` and `error` are the words; `check` ends with 1 where there are errors, with `--strict` also where there are",
    "warnings. What is to be left alone for good stands under `files:` (`src/legacy/**: leave`); what is only to be let be for now,",
    "`check --accept` writes into `steady-shelf-accepted.yaml`.",
    "",
    "| rule | group | unless said otherwise |",
    "| --- | --- | --- |",
    ...rules.map((/** @type {{ name: string }} */ { name }) => {
      const { group, severity, most } = ruleTable[name];
      return `| [${name}](#${name}) | ${group} | ${severity}${most === undefined ? "" : `, \`most: ${most}\``} |`;
    }),
  ];
  for (const group of ruleGroups) {
    lines.push(
      "",
      `## ${group.charAt(0).toUpperCase()}${group.slice(1)}`,
      "",
      about[/** @type {keyof typeof about} */ (group)],
    );
    for (const { name, asks, why, wrong, right } of rules) {
      if (ruleTable[name].group !== group) continue;
      lines.push(
        "",
        `### ${name}`,
        "",
        asks,
        "",
        why,
        "",
        "Not so:",
        "",
        "```text",
        wrong,
        "```",
        "",
        "But so:",
        "",
        "```text",
        right,
        "```",
      );
    }
  }
  return `${lines.join("\n")}\n`;
}

/** Every refusal: its code, its exit code, what it says of an example, and the way on. */
function errorsPage() {
  const example = {
    path: "PATH",
    other: "OTHER",
    reason: "REASON",
    paths: ["PATHS"],
    place: { file: "FILE", line: 1, column: 1 },
  };
  const exits = { usage: 2, state: 3, proof: 1 };
  const cell = (/** @type {string} */ text) => text.replace(/\s*\n\s*/g, " ").replaceAll("|", "\\|");
  const titles = {
    usage: "Exit code 2: what was typed, or what a file says",
    state: "Exit code 3: the state of the project or of the machine",
    proof: "Exit code 1: the proof",
  };
  const { catalogue } = source;
  const groups = Object.entries(titles).map(([refusal, title]) => {
    const rows = Object.entries(catalogue)
      .filter(([, entry]) => entry.refusal === refusal)
      .map(([code, { what, next }]) => `| \`${code}\` | ${cell(what(example))} | ${cell(next(example))} |`);
    return [`## ${title}`, "", "| code | what it says | and how to go on |", "| --- | --- | --- |", ...rows, ""].join(
      "\n",
    );
  });
  return [
    "<!-- Made by scripts/generate.mjs from src/core/base/error-catalogue.ts; change it there. -->",
    "# Errors",
    "",
    "What Steady Shelf refuses, by code. With `--json` the code stands in `error.code`, the sentences in `error.message` and `error.next`, and the place in",
    "`error.place`, where there is one. Words in capitals stand for what the message names. Whatever the code, nothing was written, unless the message says so.",
    `Besides these, wrong options end with ${exits.usage}, and a mistake of ours with 4.`,
    "",
    ...groups,
  ].join("\n");
}
