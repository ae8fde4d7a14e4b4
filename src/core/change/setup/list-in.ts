/** Lists new files where they have to be known. */
import { listOf, type RegistrationData } from "../../app/arrangement/index.js";
import { inCase, splitWords } from "../../base/names/index.js";
import { folderOf, inFolder, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";
import { SheetWorld } from "../../graph/index.js";
import type { Adding, Wanted } from "./adding.js";
import { placeOfRegistration, type App } from "../../app/app.js";
import { styleSections } from "../../app/sections.js";
import { exportsType, isOfTrade, nameIn } from "../../languages/index.js";
import {
  appendLine,
  insertAmongImports,
  insertBefore,
  insertInSection,
  insertInYamlList,
  replaceValue,
} from "./register.js";
import { sisterLines } from "./sister-lines.js";
import { codeFiles, endingOf, sistersOf, textOf } from "./sisters.js";
import { specifierTo } from "./specifier-to.js";
import { fillStarter } from "../../app/starter.js";
import { valuesFor, type Filling } from "./values.js";

/** Lists a new file where the stack and the arrangement want it: the feature's index, the navigation, the entry sheet, the manifest. */
export function listNewFile(adding: Adding, main: Wanted, isListed = false): void {
  const { app, draft, feature } = adding;
  const filling: Filling = { app, path: main.path, words: main.words, stem: main.stem, feature };
  const index = listInIndex(adding, main, filling);
  const target = { to: index ?? main.path, viaIndex: index !== undefined };
  const missing = new Set<ProjectPath>();
  for (const registration of app.stack.registers ?? []) {
    if (!listOf(registration.when).includes(adding.role)) continue;
    if (registration.shelf !== undefined && !main.shelf.at.endsWith(registration.shelf)) continue;
    const file = placeOfRegistration(app, registration);
    if (file === undefined || file === main.path || listInFolder(adding, main, { registration, filling })) continue;
    if (draft.textOf(file) === undefined) missing.add(file);
    else
      registerLine(adding, {
        file,
        registration,
        line: lineFor(filling, { template: registration.line, from: file, ...target }),
        means: /«to»/.test(registration.line) ? [target.to] : [],
      });
  }
  for (const file of isListed ? [] : missing)
    draft.noteUnlisted(
      isOfTrade(file, "sheet") && hasSheets(app, folderOf(file))
        ? `Several sheets begin in ${folderOf(file) || "the project"}, so ${nameOf(main.path)} is taken in by none of them yet.`
        : `${file} is not there, so ${nameOf(main.path)} is listed nowhere yet.`,
    );
}

/**
 * Lists a new view, or what is made for one, where those that are there have lines of their own: in a container, a table, a resource.
 * Gives whether no other list is missed: it is listed, or the others are listed nowhere either.
 */
export function listAmongSisters(adding: Adding, main: Wanted, hasViewModel = false): boolean {
  const { app, draft, role } = adding;
  if (!app.stack.roles[role]?.["listed-like-others"]) return false;
  // A window has no place in a list of pages.
  const ending = endingOf(main.stem, main.words);
  const all = sistersOf(app, role, nameOf(main.path).slice(main.stem.length));
  const sisters = all.filter(({ stem, words }) => endingOf(stem, words) === ending);
  if (all.length > 1 && sisters.length < 2) return true;
  if (sisters.length < 2) return false;
  const own = new Set(sisters.map(({ path }) => path));
  // A line that names a view and its view-model is one for both, or for neither.
  const partner = role === "view-model" ? "screen" : role === "screen" && !hasViewModel ? "view-model" : undefined;
  const data = partner && app.stack.roles[partner];
  const without = data ? sistersOf(app, partner, nameIn(app.language, data.extension)).map(({ stem }) => stem) : [];
  let isListed = false;
  for (const file of codeFiles(app)) {
    if (own.has(file) || sisters.some(({ path }) => nameOf(file).startsWith(`${nameOf(path)}.`))) continue;
    const text = draft.changedText(file) ?? textOf(app, file);
    if (sisters.filter(({ stem }) => text.includes(stem)).length < 2) continue;
    const gained = sisterLines(text, sisters, main, without);
    if (!gained) continue;
    isListed = true;
    draft.edit(
      file,
      (each) =>
        each
          .split("\n")
          .toSpliced(gained.after + 1, 0, ...gained.lines)
          .join("\n"),
      "lists it as the others are",
    );
  }
  return isListed || sisters.length > 1;
}

/** Exports a public file from its feature's index, which is made if it is missing. Gives the index. */
function listInIndex(adding: Adding, main: Wanted, filling: Filling): ProjectPath | undefined {
  const { app, draft, feature } = adding;
  const { layout, stack, language } = app;
  const template = adding.data["index-line"] ?? stack.index?.line ?? "";
  const inFeature = main.shelf.at.includes("{feature}") ? feature : undefined;
  if (!stack.index || !main.shelf.isPublic || inFeature === undefined) return undefined;
  // What is only a type has no name in JavaScript.
  if (language === "javascript" && exportsType(template)) return undefined;
  const name = nameIn(language, stack.index.file).replace("{snake}", inCase(splitWords(inFeature), "snake"));
  const index = inFolder(layout.featureFolder(inFeature) ?? folderOf(main.path), name);
  const there = draft.textOf(index);
  const shelf = layout.folderOf(main.shelf, { feature: inFeature });
  // Where others need not come in through it, one that lists what lies beside goes on doing so.
  if (!layout.publicIndex && (there === undefined || !passesOn(index, there, shelf))) return undefined;
  const line = lineFor(filling, { template, from: index, to: main.path, viaIndex: false });
  if (there !== undefined) draft.edit(index, (text) => appendLine(text, line), "public index", [main.path]);
  else draft.make(index, `${line}\n`, "public index", [main.path]);
  return index;
}

/** Whether an index names single files of a folder below its own: `export * from "./screens/RotaScreen"`. */
function passesOn(index: ProjectPath, text: string, folder: ProjectPath): boolean {
  const below = `${relativePath(folderOf(index), folder)}/`;
  return [`"./${below}`, `'./${below}`, `"${below}`, `'${below}`].some((named) => text.includes(named));
}

/** A section that has an index of its own is listed there, and nowhere else: `components/_index.scss`. */
function listInFolder(
  { draft }: Adding,
  main: Wanted,
  { registration, filling }: { readonly registration: RegistrationData; readonly filling: Filling },
): boolean {
  const { "folder-index": own } = registration;
  if (!own) return false;
  const file = inFolder(folderOf(main.path), own.file);
  if (draft.textOf(file) === undefined) return false;
  const line = lineFor(filling, { template: own.line, from: file, to: main.path, viaIndex: false });
  draft.edit(file, (text) => appendLine(text, line), "index of the section", [main.path]);
  return true;
}

/** Whether sheets lie in a folder that are compiled by themselves. */
function hasSheets({ store }: App, folder: ProjectPath): boolean {
  const names = folder === "" || store.stat(folder)?.kind === "folder" ? store.entries(folder) : [];
  return names.some((name) => isOfTrade(name, "sheet") && !SheetWorld.isPartial(name as ProjectPath));
}

/** Lets the app begin with a screen, where a file says which one it is. */
export function showFirst({ app, draft, feature }: Adding, main: Wanted): void {
  const filling: Filling = { app, path: main.path, words: main.words, stem: main.stem, feature };
  const at = { to: main.path, viaIndex: false };
  for (const place of app.stack.first ?? []) {
    const file = placeOfRegistration(app, place);
    const text = file === undefined ? undefined : draft.textOf(file);
    if (file === undefined || text === undefined) continue;
    const value = lineFor(filling, { template: place.put, from: file, ...at });
    if (replaceValue(text, place.after, value) === undefined) continue;
    const line =
      place.import === undefined ? undefined : lineFor(filling, { template: place.import, from: file, ...at });
    draft.edit(
      file,
      (each) => {
        const shown = replaceValue(each, place.after, value) ?? each;
        return line === undefined ? shown : insertAmongImports(shown, line);
      },
      "begins with it",
      line === undefined ? [] : [main.path],
    );
    return;
  }
  draft.note("Nothing here says which screen comes first, so that stays yours to choose.");
}

interface LinePlace {
  readonly template: string;
  readonly from: ProjectPath;
  readonly to: ProjectPath;
  readonly viaIndex: boolean;
}

function lineFor(filling: Filling, { template, from, to, viaIndex }: LinePlace): string {
  const values = valuesFor(filling);
  const own = (word: string): string | undefined => {
    if (word === "to") return specifierTo(from, to, filling.app.stack.specifiers);
    return word === "export" ? (viaIndex ? filling.stem : "default") : undefined;
  };
  return fillStarter(
    { file: `stacks/${filling.app.stack.name}.yaml`, text: template },
    (word, rest) => own(word) ?? values(word, rest),
    () => false,
  );
}

function registerLine(
  { draft, app }: Adding,
  {
    file,
    registration,
    line,
    means,
  }: {
    readonly file: ProjectPath;
    readonly registration: RegistrationData;
    readonly line: string;
    readonly means: readonly ProjectPath[];
  },
): void {
  const text = draft.textOf(file) ?? "";
  const { before, sections, "yaml-list": keys } = registration;
  const change = (each: string): string | undefined => {
    if (before !== undefined) return insertBefore(each, before, line);
    if (sections === true)
      return insertInSection(
        each,
        line,
        styleSections(app).map(({ at }) => at),
      );
    return keys ? insertInYamlList(each, keys, line) : appendLine(each, line);
  };
  if (change(text.replaceAll("\r\n", "\n")) !== undefined)
    return draft.edit(file, (each) => change(each) ?? each, whatItIs(registration), means);
  const place = before === undefined ? (keys ?? []).join(": ") : `comment ${before}`;
  draft.noteUnlisted(`${file} has no ${place}, so this line is yours to put in: ${line}`);
}

/** What a file is, to those who wonder why it changes. */
function whatItIs({ before, sections, "yaml-list": keys }: RegistrationData): string {
  if (sections === true) return "entry sheet";
  if (keys) return "manifest";
  return before === undefined ? "index" : "navigation";
}
