/** The page that says where things go in an app, as Markdown. What people write around it stays. */
import { manyOf, ownArrangement, roleMeanings, type Reach, type Role } from "../core/app/arrangement/index.js";
import type { Decision, Guide, GuidedShelf } from "../core/insight/measures/index.js";
import { enumerate } from "../wording/words.js";

/** Where it is written unless somebody says otherwise. */
export const guidePath = "docs/where-things-go.md";

const [begins, ends] = [
  "<!-- Written by `steady-shelf guide --write`, from here on; `steady-shelf guide --check` says when it is no longer true. -->",
  "<!-- Up to here. -->",
];

/** The page: ours between its two lines, and around them what was there; `undefined` where a text is there without the lines. */
export function guidePage(guide: Guide, before: string | undefined): string | undefined {
  const own = `${begins}\n\n${sectionsOf(guide).join("\n\n")}\n\n${ends}`;
  if (before === undefined || before.trim() === "") return `# Where things go\n\n${own}\n`;
  const [start, end] = [before.indexOf(begins), before.indexOf(ends)];
  if (start < 0 || end < start) return undefined;
  const isWindows = before.includes("\r\n");
  const text = isWindows ? own.replaceAll("\n", "\r\n") : own;
  return before.slice(0, start) + text + before.slice(end + ends.length);
}

/** The examples that a page names. */
export function examplesIn(page: string): Set<string> {
  return new Set([...page.matchAll(/`([^`\n]+)`/g)].map(([, path]) => path ?? ""));
}

/** The lines between which it is written, for a page that somebody has begun. */
export const guideMarks = `${begins}\n${ends}`;

function sectionsOf(guide: Guide): string[] {
  return [
    headOf(guide),
    "## The shelves",
    "A shelf is a folder with a job.",
    shelfTable(guide),
    ...emptyShelves(guide),
    ...decisionSection(guide),
    ...nameSection(guide),
    ...reachSection(guide),
    "## How to add something",
    addSection(guide),
  ];
}

function headOf({ app: { app }, source, features, hasFeatures }: Guide): string {
  const { arrangement, title } = { arrangement: app.layout.arrangement, title: app.arrangement.data.title };
  const shape = arrangement === ownArrangement ? "with shelves of its own" : title;
  const where = source === "." ? "" : ` Its code is in \`${source}/\`.`;
  const list = features.map((name) => `*${name}*`);
  const many = list.length > 12 ? [...list.slice(0, 11), `${list.length - 11} more`] : list;
  const what =
    list.length === 0
      ? ""
      : `\n\nIts features: ${enumerate(many)}.${hasFeatures ? "" : " They have no folders of their own."}`;
  return `This is how ${app.name} is organised: ${app.stack.title}, ${shape}.${where}${what}`;
}

function shelfTable({ shelves }: Guide): string {
  const rows = shelves
    .filter(({ files }) => files > 0)
    .map(({ at, about, example }) => {
      return `| \`${at}/\` | ${cell(about)} | ${example === undefined ? "" : `\`${example}\``} |`;
    });
  return ["| shelf | what it holds | for example |", "| --- | --- | --- |", ...rows].join("\n");
}

/** Shelves on which nothing is yet, so that the first of a kind finds its place. */
function emptyShelves({ shelves }: Guide): string[] {
  const empty = shelves.filter(({ files }) => files === 0);
  if (empty.length === 0) return [];
  const lines = empty.map(({ at, about }) => `- \`${at}/\`: ${about}`);
  return [`Nothing is here yet, and it would go to:\n\n${lines.join("\n")}`];
}

function cell(text: string): string {
  return text.replaceAll("|", "\\|").replaceAll("\n", " ");
}

function decisionSection({ decisions, hasFeatures, publicIndex }: Guide): string[] {
  if (!hasFeatures) return ["## Where does mine go?", "Ask what it is:", roleTable(decisions)];
  return [
    "## Where does mine go?",
    [
      "1. **What is it?** Find its line below.",
      "2. **Who uses it?** One feature: it goes into that feature's folder. Several, or all of them: it goes where everybody's are.",
      "3. **Does it know a feature?** What imports one feature's files belongs to that feature, whoever uses it.",
      ...(publicIndex
        ? ["4. **Does another feature need it?** It is given by its feature's index, and taken from there."]
        : []),
    ].join("\n"),
    featureTable(decisions),
  ];
}

function roleTable(decisions: readonly Decision[]): string {
  const rows = decisions.map(({ role, ofAll }) => `| ${roleMeanings[role]} | ${manyOf(role)} | ${placeText(ofAll)} |`);
  return ["| it is | so it is among the | and goes to |", "| --- | --- | --- |", ...rows].join("\n");
}

function featureTable(decisions: readonly Decision[]): string {
  const rows = decisions.map(
    ({ role, ofFeature, ofAll }) => `| ${whatItIs(role)} | ${placeText(ofFeature)} | ${placeText(ofAll)} |`,
  );
  return ["| it is among the | one feature uses it | several do |", "| --- | --- | --- |", ...rows].join("\n");
}

/** `hooks: behaviour that several components share`; once is enough where the one begins with the other. */
function whatItIs(role: Role): string {
  const [many, meaning] = [manyOf(role), roleMeanings[role]];
  return meaning.startsWith(many) ? meaning : `${many}: ${meaning}`;
}

function placeText(place: string | undefined): string {
  return place === undefined ? "–" : `\`${place}/\``;
}

function nameSection({ shelves }: Guide): string[] {
  const named = shelves.filter(({ names, files }) => files > 0 && names.length > 0);
  if (named.length === 0) return [];
  const rows = named.flatMap(({ at, names, holds, example }) =>
    names.map(({ roles, patterns }) => {
      const of = roles.length === holds.length ? "" : ` (${enumerate(roles.map(manyOf))})`;
      return `| \`${at}/\`${of} | ${enumerate(patterns.map((each) => `\`${each}\``))} | ${exampleName(example, roles.length === holds.length)} |`;
    }),
  );
  return [
    "## Names",
    "`{Pascal}`, `{camel}`, `{kebab}` and `{snake}` stand for the words of the name in that case.",
    ["| in | files are called | for example |", "| --- | --- | --- |", ...rows].join("\n"),
  ];
}

function exampleName(example: string | undefined, isOfAll: boolean): string {
  return example === undefined || !isOfAll ? "" : `\`${example.slice(example.lastIndexOf("/") + 1)}\``;
}

function reachSection({ shelves, publicIndex }: Guide): string[] {
  const bound = shelves.filter(
    (each): each is GuidedShelf & { reaches: readonly Reach[] } => each.reaches !== undefined,
  );
  if (bound.length === 0 && !publicIndex) return [];
  const lines = bound.map(({ at, reaches }) => {
    const what = reaches.length === 0 ? "nothing outside itself" : enumerate(reaches.map(reachText));
    return `- \`${at}/\` may import ${what}.`;
  });
  return [
    "## Who may import whom",
    [...lines, ...(publicIndex ? ["- Other features come in through a feature's index only."] : [])].join("\n"),
  ];
}

function reachText(reach: Reach): string {
  if ("role" in reach) return manyOf(reach.role);
  return "index" in reach ? "the indexes of features" : `\`${reach.pattern}\``;
}

/** Roles whose files people add by hand, each with a name of its kind. */
const added = ["screen", "component", "hook", "service", "model", "view-model", "repository", "helper"] as const;

function addSection({ decisions, features, hasFeatures }: Guide): string {
  const here = decisions.filter(({ role }) => (added as readonly string[]).includes(role)).slice(0, 4);
  const [feature = "harvest"] = features;
  const lines = here.map(({ role, ofFeature }) => {
    return `steady-shelf add ${role} NAME${ofFeature === undefined ? "" : ` --feature ${feature}`}`;
  });
  return [
    "`steady-shelf add` makes the file on its shelf, by its right name, with what belongs beside it; NAME may be typed in any case. It shows first what it would do.",
    "",
    "```",
    ...(hasFeatures ? ["steady-shelf add feature NAME"] : []),
    ...lines,
    "```",
    "",
    "Something lies wrong? `steady-shelf check` says what, and `steady-shelf move FROM… TO` takes every path along.",
  ].join("\n");
}
