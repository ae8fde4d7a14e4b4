import type { Role, Shelf } from "../../app/arrangement/index.js";
import { certain, featureKey, keyOf, type Entry } from "../catalogue/index.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import { isMainCode, partsOf } from "../../app/index.js";
import { isDeclaration, languageFor, ownExports } from "../../languages/index.js";
import { isInCase, readName, splitWords } from "../../base/names/index.js";
import { movesAlong } from "./moving.js";
import { isRoleWord } from "./named-after-role.js";
import { isNamedByTool } from "./named-by-tool.js";
import { isFolderIndex } from "./places.js";
import { isCertain, isCustom } from "./sisters.js";
import type { Rule } from "./rule.js";
import { isVague } from "./vague-name.js";

/** A name that so many folders have is a form: `composables`, `container`. */
const foldersOfAForm = 3;

/** So many others in a folder with names of another form make a form of the folder's own. */
const sistersOfAForm = 2;

/** Of a file of which it is hardly known what it is, nobody knows what it should be called. */
const worthNaming = 0.5;

/** Forms that are nothing but how words are spelled in code. */
const inCode: ReadonlySet<string> = new Set(["{Pascal}", "{camel}"]);

/** What is named by a form though it is no code. */
const besideCode: ReadonlySet<Role> = new Set(["asset", "style", "translation"]);

function stemsByFolder(mains: readonly Entry[]): ReadonlyMap<ProjectPath, readonly string[]> {
  const found = new Map<ProjectPath, string[]>();
  for (const { path, isIndex } of mains) {
    if (isIndex || isFolderIndex(path)) continue;
    const list = found.get(folderOf(path)) ?? [];
    list.push(partsOf(nameOf(path)).stem);
    found.set(folderOf(path), list);
  }
  return found;
}

function foldersByStem(mains: readonly Entry[]): ReadonlyMap<string, ReadonlySet<ProjectPath>> {
  const found = new Map<string, Set<ProjectPath>>();
  for (const { path } of mains) {
    const { stem } = partsOf(nameOf(path));
    found.set(stem, (found.get(stem) ?? new Set<ProjectPath>()).add(folderOf(path)));
  }
  return found;
}

export const fileName: Rule = {
  name: "file-name",
  asks: "A file name follows the pattern of its shelf (a folder with a job): the case of its words, prefix and suffix.",
  why: "You know what to look for, and what a file is before you open it.",
  wrong: "src/components/page-header.tsx\nsrc/screens/Harvest.tsx",
  right: "src/components/PageHeader.tsx\nsrc/screens/HarvestScreen.tsx",
  *find({ mains, places, tree, graph, sisters, catalogue, app: { configuration, stack } }) {
    const { clues } = catalogue;
    const stems = foldersByStem(mains);
    const byFolder = stemsByFolder(mains);
    // A form that somebody has written down is asked for, whatever the files do.
    const isAskedFor = (role: Role, shelf: Shelf): boolean =>
      configuration?.names[role] !== undefined ||
      (configuration?.shelves.shelves.some(({ at, files }) => at === shelf.at && files !== undefined) ?? false);
    for (const entry of mains) {
      const { path, role, standing } = entry;
      const belonging = places.of(entry);
      if (
        role.is === undefined ||
        !belonging?.isOnShelf ||
        !belonging.pattern ||
        standing?.shelf !== belonging.shelf ||
        isFolderIndex(path) ||
        isNamedByTool(path) ||
        // What declares a script is called as that is.
        isDeclaration(path) ||
        // `iso-3166-2` without what parts its numbers is another one.
        /\d[-_.]\d/.test(nameOf(path)) ||
        // A form that code is named by is not asked of documents and data beside it.
        !(isMainCode(nameOf(path), stack) || besideCode.has(role.is))
      )
        continue;
      const { stem, rest } = partsOf(nameOf(path));
      // A number, as `404` is, is spelled one way.
      if (languageFor(path)?.hasOwnForm?.(stem) || /^\d+$/.test(stem)) continue;
      // `helpers` in a component's folder is called after what it is; what three folders have is a form of its own.
      // What says nothing by its name is told so, whatever its form.
      if (isRoleWord(stem, clues) || isVague({ catalogue }, entry) || (stems.get(stem)?.size ?? 0) >= foldersOfAForm)
        continue;
      // What follows the pattern of another role of this shelf is of that role; of a file whose role is a guess nobody knows.
      const isKnown = role.confidence >= certain;
      const others = [...belonging.shelf.patterns.values()]
        .flat()
        .filter(({ before, after }) => !isKnown || before + after !== "");
      // Wrappers (`withRota`) and hooks are named as what they are, wherever they lie.
      if (/^(?:with|use)\p{Lu}/u.test(stem)) continue;
      const patterns = [belonging.pattern, ...others];
      if (patterns.some((pattern) => readName(pattern, stem))) continue;
      // What is spelled just as its export breaks no form that is only a case of words in code.
      const given = ownExports(graph.files.get(path)?.reading.exports);
      const isInCode = inCode.has(belonging.pattern.text);
      if (isInCode && given.some(({ name }) => name === stem)) continue;
      // `renderers` of several components is called after what they are for.
      const isOneOfThem = given.some(({ name }) => keyOf(name) === keyOf(stem));
      if (isInCode && belonging.pattern.case === "Pascal" && given.length > 1 && !isOneOfThem) continue;
      // `RotaActionCreators` says as well as `RotaActions` what is in it.
      const ends = featureKey(splitWords(belonging.pattern.after));
      const inFront = splitWords(stem).slice(0, -1);
      const isSaidElse = ends !== "" && inFront.some((word) => featureKey([word]) === ends);
      if (isSaidElse && isInCase(stem, belonging.pattern.case)) continue;
      // Capitals are for what bears them: functions of a file that is no more than probably part of a state break no `{Pascal}Provider`.
      const { case: form } = belonging.pattern;
      const isGivenSo = given.length === 0 || given.some(({ name }) => isInCase(name, form));
      if ((form === "Pascal" || form === "camel") && !isKnown && !isGivenSo) continue;
      // A function that is called (`showConfirm(…)`) is no component, even if it draws.
      const isPlain = form === "Pascal" && belonging.pattern.before === "";
      if (isPlain && given.length > 0 && given.every(({ name }) => /^[a-z]+[A-Z]/.test(name))) continue;
      // `debug` of several hooks, or of a hook and more, is called after what they are for; what is no plugin is no `{Pascal}Plugin`, but for words of roles.
      const { before, after } = belonging.pattern;
      if (before === "use" && given.filter(({ kind }) => kind !== "type").length > 1) continue;
      const isOfAKind = before + after !== "" && before !== "use" && !isRoleWord(before + after, clues);
      if (isOfAKind && given.length > 0 && !given.some(({ name }) => patterns.some((each) => readName(each, name))))
        continue;
      // What is called after nothing but a guess, or as the others in its folder are, breaks no form.
      if (role.confidence < worthNaming) continue;
      const beside = (byFolder.get(folderOf(path)) ?? []).filter(
        (other) => other !== stem && !isRoleWord(other, clues) && !patterns.some((pattern) => readName(pattern, other)),
      );
      const agreement = sisters.following(role.is, belonging.shelf, patterns, entry);
      if (beside.length >= sistersOfAForm && isCustom(agreement)) continue;
      if (!isCustom(agreement) && !isAskedFor(role.is, belonging.shelf)) continue;
      // A hook that follows the form already says what its file should be called.
      const [own] = belonging.pattern.before === "use" && given.length === 1 ? given : [];
      const follows = own !== undefined && readName(belonging.pattern, own.name) !== undefined;
      const wanted = follows ? own.name : belonging.stem;
      const to = inFolder(folderOf(path), wanted + rest);
      const isPossible = readName(belonging.pattern, wanted) !== undefined && to !== path;
      const moves = isPossible ? movesAlong(tree, path, to) : undefined;
      const isGiven = !(isInCode || belonging.pattern.before === "use") || given.some(({ name }) => name === wanted);
      yield {
        file: path,
        confidence: role.confidence * (agreement.of === 0 ? 1 : agreement.agree / agreement.of),
        what: {
          code: "name off pattern",
          stem,
          pattern: belonging.pattern.text,
          role: role.is,
          wanted: isPossible ? wanted : undefined,
        },
        ...(moves && {
          repair: { kind: "move", moves, isSure: role.confidence >= certain && isCertain(agreement) && isGiven },
        }),
      };
    }
  },
};
