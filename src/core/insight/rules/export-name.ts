import { partsOf } from "../../app/index.js";
import { keyOf, singular, wordsBesideRole, type Entry } from "../catalogue/index.js";
import {
  isDeclaration,
  languageFor,
  ownExports,
  sharesDeclarations,
  type ExportedName,
} from "../../languages/index.js";
import { inCase, isInCase, spellName, splitWords, wordsKey, wordsTyped } from "../../base/names/index.js";
import { countOf } from "../../base/grouping.js";
import { folderOf, inFolder, nameOf } from "../../base/paths.js";
import { movesAlong } from "./moving.js";
import { isRoleWord } from "./named-after-role.js";
import { isNamedByTool } from "./named-by-tool.js";
import { isFolderIndex } from "./places.js";
import type { Rule, RuleContext } from "./rule.js";
import { isVague } from "./vague-name.js";

export const exportName: Rule = {
  name: "export-name",
  confidence: 0.6,
  asks: "A file is named after the component, hook or class that it mainly exports.",
  why: "Whoever reads `<TreeCard>` looks for a file called TreeCard; a file that kept its old name is found only by searching.",
  wrong: "src/components/OldCard.tsx     export function TreeCard() …",
  right: "src/components/TreeCard.tsx    export function TreeCard() …",
  *find(context) {
    const exported = context.mains.flatMap((entry) => {
      const main = mainExport(context, entry);
      if (!main || isFolderIndex(entry.path)) return [];
      const parts = partsOf(nameOf(entry.path));
      // Beside what is wrapped (by default) stands what the file is called after.
      const isNamed = namesOf(context, entry).some((name) => name !== main.name && areAlike(context, parts.stem, name));
      return [{ entry, main, isNamed, ...parts }];
    });
    // Names that several files give (`Route`), and names that several files have (`implementation`), are a form.
    const names = countOf(exported.map(({ main }) => main.name));
    const stems = countOf(exported.map(({ stem }) => stem));
    const others = exported.filter(({ stem, main, isNamed }) => !isNamed && !areAlike(context, stem, main.name));
    if (exported.length > 2 && others.length * 2 > exported.length) return;
    // Where several in one folder are called otherwise than what they export, that is how it is done there: icons.
    const all = countOf(exported.map(({ entry }) => folderOf(entry.path)));
    const unlike = countOf(others.map(({ entry }) => folderOf(entry.path)));
    const isCustomOf = (folder: string): boolean => {
      const count = unlike.get(folder) ?? 0;
      return count >= unlikeOfACustom && count >= (all.get(folder) ?? 0) * partOfACustom;
    };
    // Only where others of its kind and its shelf are named after what they export is it a slip.
    const sisters = new Map<string, { of: number; agree: number }>();
    for (const each of exported) {
      const sister = sisters.get(kindOf(each)) ?? { of: 0, agree: 0 };
      const agrees = each.isNamed || areAlike(context, each.stem, each.main.name);
      sisters.set(kindOf(each), { of: sister.of + 1, agree: sister.agree + (agrees ? 1 : 0) });
    }
    // Where no file of hooks is called as a hook is, each is called after its matter: `promise.ts`.
    const calledAsHooks = new Set(exported.flatMap((each) => (/^use(?![a-z])/.test(each.stem) ? [kindOf(each)] : [])));
    for (const { entry, main, stem, rest } of others) {
      const { path } = entry;
      if (main.kind === "hook" && exported.length > 1 && !calledAsHooks.has(kindOf({ entry, main }))) continue;
      const { of, agree } = sisters.get(kindOf({ entry, main })) ?? { of: 0, agree: 0 };
      const isDrawn = main.kind === "component" || main.kind === "hook";
      if (of > 1 || !isDrawn ? agree < (isDrawn ? 1 : sistersOfAForm) || agree < (of - 1) * partOfAForm : false)
        continue;
      // What holds several things, or is said to be vague anyway, is called after none of them.
      if (isVague(context, entry) || isPlural(stem)) continue;
      // `Component` says what it is, and not which one.
      if (isRoleWord(main.name, context.catalogue.clues)) continue;
      if (isNamedByTool(path) || isDeclaration(path)) continue;
      if ((names.get(main.name) ?? 0) > 1 || (stems.get(stem) ?? 0) > 1) continue;
      if (isCustomOf(folderOf(path))) continue;
      // What is wrapped is called as the file is, and stays inside: `const Row = …`, `export default Framed`.
      if (main.isDefault && declares(context.tree.text(path)?.text ?? "", stem)) continue;
      // What begins a program is called after that.
      if (/\b(?:entry|entry ?point|bootstrap)$/i.test(splitWords(stem).join(" "))) continue;
      // No name in code can begin as `404page` does.
      if (/^\p{N}/u.test(stem)) continue;
      // `hooks.ts` holds hooks, however many.
      if (context.catalogue.clues.folders.has(keyOf(stem))) continue;
      const pattern = context.places.of(entry)?.pattern;
      const wanted = pattern ? spellName(pattern, wordsTyped(pattern, main.name)) : main.name;
      // Where names are not told apart, only the file can be renamed.
      const isRenamed = languageFor(path)?.names !== undefined || sharesDeclarations(path);
      const called = inCase(splitWords(stem), isInCase(main.name, "Pascal") ? "Pascal" : "camel");
      const moves = movesAlong(context.tree, path, inFolder(folderOf(path), wanted + rest));
      yield {
        file: path,
        start: main.start,
        about: main.name,
        what: {
          code: "exports another name",
          stem,
          name: main.name,
          kind: main.kind,
          wanted,
          file: path,
          ...(isRenamed && { called }),
        },
        ...(moves && { repair: { kind: "move", moves, isSure: false } }),
        ...(isRenamed && { orElse: { kind: "rename", name: main.name, to: called, isSure: false } }),
      };
    }
  },
};

/** So many classes or functions of a shelf, and this part of all of its kind, are named after what they export. */
const [sistersOfAForm, partOfAForm] = [5, 0.9];

/** What is named alike, if anything is: the same kind of export of files on one shelf. */
function kindOf({ entry: { standing, role }, main }: { readonly entry: Entry; readonly main: ExportedName }): string {
  return `${main.kind} ${role.is ?? ""} ${standing?.shelf.at ?? ""}`;
}

/** Whether the last word of a name stands for several: `web-components`. */
function isPlural(stem: string): boolean {
  const last = splitWords(stem).at(-1)?.toLowerCase() ?? "";
  return splitWords(stem).length > 1 && singular(last) !== last;
}

/** So many files of a folder, and this part of them, with names unlike their exports. */
const [unlikeOfACustom, partOfACustom] = [3, 0.15];

/** Whether a text declares a name that it does not give: a word, the name, and what follows a name that is declared. */
function declares(text: string, name: string): boolean {
  if (!/^[\p{L}_$][\p{L}\p{N}_$]*$/u.test(name) || !text.includes(name)) return false;
  return new RegExp(`^[ \\t]*\\p{Ll}+[ \\t]+${name.replaceAll("$", "\\$")}[ \\t]*[=(:{<]`, "mu").test(text);
}

/** The names of all components, hooks and classes that a file gives. */
function namesOf({ graph }: RuleContext, { path }: Entry): string[] {
  return ownExports(graph.files.get(path)?.reading.exports)
    .filter(({ kind }) => kind === "component" || kind === "hook" || kind === "class")
    .map(({ name }) => name);
}

/** The default export, if it has a name; else the only one of its kind. */
function mainExport({ graph }: RuleContext, { path, role }: Entry): ExportedName | undefined {
  const exports = ownExports(graph.files.get(path)?.reading.exports);
  // A table by default (`localeDataMap` of `supportedLocales`) is rather an answer to the file's name.
  const whole = exports.find(({ isDefault, kind }) => isDefault && kind !== "value" && kind !== "constant");
  if (whole) return /^(?:default|_.*|\p{Ll}+)$/u.test(whole.name) ? undefined : whole;
  const wanted = role.is === "hook" ? ["hook"] : ["component", "class"];
  const some = exports.filter(({ kind }) => wanted.includes(kind));
  const others = exports.filter(({ kind }) => kind !== "type" && !wanted.includes(kind));
  return some.length === 1 && others.length === 0 ? some[0] : undefined;
}

/** Words that begin with so many letters alike have one stem. */
const lettersOfAStem = 7;

/** The same words, or the one within the other (`harvest` may export `HarvestScreen`), or a word in common that says what it is. */
function areAlike({ catalogue }: RuleContext, stem: string, name: string): boolean {
  if (stem === name) return true;
  const [a, b] = [wordsKey(splitWords(stem)), wordsKey(splitWords(name))];
  const [c, d] = [wordsBesideRole(stem, catalogue.clues), wordsBesideRole(name, catalogue.clues)].map(wordsKey);
  const said = new Set(wordsBesideRole(name, catalogue.clues).map(singular));
  if (wordsBesideRole(stem, catalogue.clues).some((word) => word.length > 3 && said.has(singular(word)))) return true;
  // `vocab` is short for a vocabulary; a `decorator` makes a `decoration`.
  const words = splitWords(name).map((word) => word.toLowerCase());
  const isShort = (word: string): boolean =>
    word.length >= 4 &&
    words.some(
      (other) =>
        (other.length >= 4 && (other.startsWith(word) || word.startsWith(other))) ||
        (word.length > lettersOfAStem && word.slice(0, lettersOfAStem) === other.slice(0, lettersOfAStem)),
    );
  if (splitWords(stem).some((word) => isShort(word.toLowerCase()))) return true;
  return a.includes(b) || b.includes(a) || (c ?? "").includes(d ?? "") || (d ?? "").includes(c ?? "");
}
