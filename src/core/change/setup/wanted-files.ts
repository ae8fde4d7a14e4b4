/** Which files a request means: their shelves, folders and names. Nothing is made yet. */
import type { Role, Shelf } from "../../app/arrangement/index.js";
import { ShelfError } from "../../base/errors.js";
import {
  beginsWithPrefix,
  inCase,
  parseNamingPattern,
  readName,
  spellName,
  splitWords,
  wordsTyped,
  type NamingPattern,
} from "../../base/names/index.js";
import { inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { Adding, Wanted } from "./adding.js";
import type { App } from "../../app/app.js";
import { nameIn } from "../../languages/index.js";
import { existingFeatures } from "./meant.js";
import { fixedText, most, sistersOf, usualPatterns } from "./sisters.js";
import { ensureLegal } from "./usable-name.js";

/** The files, the main one last. Throws for a place or a name that cannot be. */
export function wantedFiles(adding: Adding): (Wanted & { readonly id: string })[] {
  const { app, role, data, from } = adding;
  if (data.makes && !from && adding.shelf === undefined) {
    const { makes } = data;
    // Who says `HarvestState` means the state, the reducer and the actions of the harvest.
    const name = makes.reduce((each, { files }) => withoutFixed(files, each), adding.name);
    return makes.map((make) => {
      const own = make.role ?? role;
      const extension = nameIn(app.language, make.extension ?? data.extension);
      return {
        id: make.id,
        ...placed({ ...adding, name }, { role: own, pattern: make.files, extension }),
        starter: make.starter,
      };
    });
  }
  const extension = from?.extension ?? nameIn(app.language, data.extension);
  if (!from && data.starter === undefined && data.makes === undefined) {
    const reason =
      role === "asset"
        ? "Say which file it is with --from FILE; it is copied to its shelf, by its right name."
        : `${app.stack.title} gives ${role} no starter; say a file to begin with by --from FILE.`;
    throw new ShelfError("ROLE_NOT_MADE", { path: `A file of the role ${role}`, reason });
  }
  const starter = data.starter ?? data.makes?.at(-1)?.starter;
  return [{ id: role, ...placed(adding, { role, extension, pattern: undefined }), starter }];
}

function withoutFixed(pattern: string, name: string): string {
  const parsed = parseNamingPattern(pattern);
  return typeof parsed === "string" ? name : wordsTyped(parsed, name).join(" ");
}

/** Where a file of a role goes that is called so, and its name; nothing where no shelf takes it. */
export function placeFor(
  app: App,
  {
    role,
    name,
    feature,
    extension,
    pattern,
  }: {
    readonly role: Role;
    readonly name: string;
    readonly feature: string | undefined;
    readonly extension: string;
    /** A pattern that the shelf must know, where the role has several. */
    readonly pattern?: string | undefined;
  },
): ProjectPath | undefined {
  const tries = feature === undefined ? [undefined] : [feature, undefined];
  for (const each of tries)
    try {
      return placed({ app, feature: each, shelf: undefined, name, below: "" }, { role, pattern, extension }).path;
    } catch (error) {
      if (!(error instanceof ShelfError)) throw error;
    }
  return undefined;
}

function placed(
  {
    app,
    feature,
    shelf: wantedShelf,
    name,
    below,
    word,
  }: Pick<Adding, "app" | "feature" | "shelf" | "name" | "below" | "word">,
  {
    role,
    pattern,
    extension,
  }: { readonly role: Role; readonly pattern: string | undefined; readonly extension: string },
): Omit<Wanted, "starter"> {
  const shelf = shelfFor(app, { role, feature, shelf: wantedShelf, pattern, extension });
  const patterns = shelf.patterns.get(role) ?? [];
  // A pattern of a part (`{camel}Reducer`) is kept even on a shelf whose first pattern is another.
  const asked = pattern === undefined ? undefined : parseNamingPattern(pattern);
  const chosen =
    patterns.find((each) => each.text === pattern) ??
    (typeof asked === "object"
      ? (patterns.find((each) => isAlike(each, asked)) ?? asked)
      : (usedPattern(app, { role, extension, patterns, word }) ?? patterns[0] ?? usualPatterns(app, role)[0]));
  const prefix = app.stack.code.includes(extension) ? app.configuration?.classPrefix : undefined;
  const typed = prefix === undefined ? name : withoutPrefix(name, prefix);
  const words = chosen ? wordsTyped(chosen, typed) : splitWords(typed);
  const bare = chosen ? spellName(chosen, words) : inCase(words, "kebab");
  const stem = prefix === undefined || beginsWithPrefix(bare, prefix) ? bare : prefix + bare;
  // Letters without cases (mathematical alphabets, a mark alone) would give a name that is wrong at once.
  if (chosen && !readName(chosen, stem))
    throw new ShelfError("NAME_UNUSABLE", { path: name, reason: `it cannot be written as ${chosen.text}` });
  if (app.stack.letters === "ascii" && app.stack.code.includes(extension) && /[^\0-\x7f]/.test(stem))
    throw new ShelfError("NAME_UNUSABLE", {
      path: name,
      reason: `names in ${app.stack.title}'s code have plain letters`,
    });
  const folder = app.layout.folderOf(shelf, { feature, stem });
  const path = inFolder(below === "" ? folder : inFolder(folder, below), stem + extension);
  ensureLegal(nameOf(path));
  if (chosen?.before === "" && chosen.after === "" && (app.stack.reserved ?? []).includes(stem))
    throw new ShelfError("NAME_UNUSABLE", {
      path: stem,
      reason: `it is a word of the language, so nothing in ${nameOf(path)} could be called so`,
    });
  return { role, shelf, path, stem, words };
}

/** Of several patterns that one by which most files of the role are called, where one is typed into a name already or several are used. */
function usedPattern(
  app: App,
  {
    role,
    extension,
    patterns,
    word = "",
  }: {
    readonly role: Role;
    readonly extension: string;
    readonly patterns: readonly NamingPattern[];
    readonly word: string | undefined;
  },
): NamingPattern | undefined {
  const all = (patterns.length > 0 ? patterns : usualPatterns(app, role)).filter((each) => fixedText(each) !== "");
  if (all.length < 2) return undefined;
  const asked = all.find((each) => fixedText(each).toLowerCase() === word.toLowerCase());
  // Who says `page` means what is called so; every screen is a view.
  if (asked && word.toLowerCase() !== "view") return asked;
  const used = most(sistersOf(app, role, extension).flatMap(({ pattern }) => (pattern ? [pattern.text] : [])));
  return all.find(({ text }) => text === used) ?? asked;
}

/** `("PRHarvest", "PR")` → `Harvest`: people may type it, or leave it out. */
function withoutPrefix(name: string, prefix: string): string {
  return beginsWithPrefix(name, prefix) ? name.slice(prefix.length) : name;
}

/** The user's `{Pascal}Reducer` stands for the stack's `{camel}Reducer`. */
function isAlike(a: NamingPattern, b: NamingPattern): boolean {
  return (
    a.before + a.after !== "" &&
    a.before.toLowerCase() === b.before.toLowerCase() &&
    a.after.toLowerCase() === b.after.toLowerCase()
  );
}

/** As the layout says; a missing feature is answered with those that are there. */
function shelfFor(app: App, request: Parameters<App["layout"]["shelfFor"]>[0]): Shelf {
  try {
    return app.layout.shelfFor(request);
  } catch (error) {
    if (!(error instanceof ShelfError) || error.code !== "FEATURE_WANTED") throw error;
    throw new ShelfError("FEATURE_WANTED", { ...error.detail, paths: existingFeatures(app) }, error);
  }
}
