/** Which words fit behind an option or at a place: names that ship, and those of the project. */
import { arrangementNames, roleMeanings, roles, stackMarks } from "../../core/app/arrangement/index.js";
import { ruleGroups, ruleNames, ruleTable } from "../../core/app/configuration/index.js";
import { shared } from "../../core/insight/catalogue/index.js";
import { analyse } from "../../core/insight/analysis.js";
import { rules } from "../../core/insight/rules/index.js";
import { branchNames } from "../../core/files/index.js";
import { languageFor, ownExports, readFrom } from "../../core/languages/index.js";
import { ReadingCache } from "../../core/files/cache/index.js";
import { cacheKey } from "../cache-key.js";
import { openContext, type Context } from "../context.js";
import { tours } from "../demo/tours.js";
import { count } from "../../wording/words.js";
import type { Asked } from "./asked.js";
import { kindOf, type Kind } from "./kinds.js";
import { shells, type Answer } from "./shells.js";

/** Words that fit; `"files"` where files do. */
export async function valuesFor(
  asked: Extract<Asked, { kind: "value" | "place" }>,
  project: string | undefined,
  begun: string,
): Promise<readonly Answer[] | "files"> {
  const isValue = asked.kind === "value";
  if (isValue && asked.option.choices.length > 0) return plainly(asked.option.choices);
  const name = isValue ? asked.option.name : asked.place.name;
  const kind = kindOf(asked.of.name, name) ?? "anything";
  if (kind === "file") return "files";
  if (kind.endsWith(" list")) return listed(await wordsOf(kind, asked, project), begun);
  return wordsOf(kind, asked, project);
}

async function wordsOf(kind: Kind, asked: Asked, project: string | undefined): Promise<readonly Answer[]> {
  switch (kind) {
    case "arrangement":
    case "arrangement list":
      return plainly(arrangementNames());
    case "rule list":
      return [
        ...ruleGroups.map((value) => ({
          value,
          about: count(ruleNames.filter((rule) => ruleTable[rule].group === value).length, "rule"),
        })),
        ...rules.map(({ name, asks }) => ({ value: name, about: asks })),
      ];
    case "role":
      return roles.map((value) => ({ value, about: roleMeanings[value] }));
    case "role to add":
      return [
        { value: "feature", about: "a part of the app, with its folders" },
        { value: "starter", about: "what new files of a role begin with, made of a file of the app" },
        { value: "environment", about: "values that git ignores, a sample of their keys" },
        ...roles.filter((role) => role !== "generated").map((value) => ({ value, about: roleMeanings[value] })),
      ];
    case "name to add":
      return asked.kind === "place" && asked.words[0] === "starter"
        ? roles.filter((role) => role !== "generated").map((value) => ({ value, about: roleMeanings[value] }))
        : [];
    case "stack":
      return stackMarks().map(({ name }) => ({ value: name, about: "" }));
    case "steps of a commit":
      return [{ value: "two-steps", about: "first the pure relocation, then the rest" }];
    case "order list":
      return plainly(["kind", "alphabet"]);
    case "what is removed":
      return plainly(["feature"]);
    case "shell":
      return plainly(shells);
    case "tour":
      return tours.map(({ name: value, about }) => ({ value, about }));
    case "branch":
      return (await branchNames(openContext({ project }).store.root)).map((value) => ({ value, about: "" }));
    case "feature":
      return featuresOf(openContext({ project }));
    case "shelf":
      return shelvesOf(openContext({ project }));
    case "name in the file":
      return asked.kind === "place" ? namesIn(openContext({ project }), asked.words) : [];
    default:
      return [];
  }
}

function plainly(values: readonly string[]): Answer[] {
  return values.map((value) => ({ value, about: "" }));
}

/** Of a list that is begun, each with one word more. */
function listed(answers: readonly Answer[], begun: string): Answer[] {
  const before = begun.slice(0, begun.lastIndexOf(",") + 1);
  const used = new Set(before.split(","));
  return answers.filter(({ value }) => !used.has(value)).map(({ value, about }) => ({ value: before + value, about }));
}

/** What an earlier look has read is not read again. */
async function looked({ store, standing }: Context): ReturnType<typeof analyse> {
  const key = cacheKey();
  const kept = key && new ReadingCache({ store, key });
  const analysis = await analyse(store, { standing, kept });
  kept?.save();
  return analysis;
}

async function featuresOf(context: Context): Promise<Answer[]> {
  const { apps } = await looked(context);
  const counts = new Map<string, number>();
  for (const { catalogue } of apps) {
    for (const { name } of catalogue.features) counts.set(name, counts.get(name) ?? 0);
    for (const { feature } of catalogue.entries.values())
      if (feature.is !== undefined) counts.set(feature.is, (counts.get(feature.is) ?? 0) + 1);
  }
  const names = [...counts.keys()].sort((a, b) => Number(a === shared) - Number(b === shared) || (a < b ? -1 : 1));
  return names.map((value) => ({ value, about: count(counts.get(value) ?? 0, "file") }));
}

async function shelvesOf(context: Context): Promise<Answer[]> {
  const { apps } = await looked(context);
  return apps.flatMap(({ app }) =>
    app.layout.shelves.map(({ at, holds }) => ({ value: at, about: holds.slice(0, 4).join(", ") })),
  );
}

/** What a file gives others, but for what was named already. */
async function namesIn({ store, pathOf }: Context, [file, ...named]: readonly string[]): Promise<Answer[]> {
  const path = file === undefined ? undefined : pathOf(file);
  const language = path === undefined ? undefined : languageFor(path);
  if (path === undefined || !language || store.stat(path)?.kind !== "file") return [];
  await language.prepare();
  const { exports } = readFrom(store.read(path).toString(), path);
  return ownExports(exports)
    .filter(({ name }) => !named.includes(name))
    .map(({ name, kind }) => ({ value: name, about: kind }));
}
