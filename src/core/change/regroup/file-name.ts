/** What a file is called that some statements of another become. */
import { inCase, isInCase, splitWords, type Case } from "../../base/names/index.js";
import { nameOf } from "../../base/paths.js";
import { partsOf } from "../../app/index.js";
import { hasMarkup, isScript, languageFor, type Statement } from "../../languages/index.js";
import { givenNames, type Anatomy } from "./anatomy.js";

/**
 * Its name, after what it is most likely about, in the case of the file that it comes from: what others take of it before what only it
 * knows, values before types, and what is written as a component or class before what is not.
 */
export async function fileNameFor(old: Anatomy, chosen: readonly Statement[], main?: string): Promise<string> {
  const given = givenNames(old);
  const rank = (name: string, isType: boolean): number =>
    (given.has(name) ? 4 : 0) + (isType ? 0 : 2) + (!isType && isInCase(name, "Pascal") ? 1 : 0);
  const [first] = chosen
    .flatMap(({ declares, isType }) => declares.map((name) => ({ name, rank: rank(name, isType) })))
    .sort((a, b) => b.rank - a.rank);
  const called = main ?? first?.name ?? "extracted";
  const stem = partsOf(nameOf(old.path)).stem;
  const forms = languageFor(old.path)?.directives;
  if (forms) return `${inCase(splitWords(called.replace(/^_+/, "")), forms.fileCase)}${old.extension}`;
  const found = (["kebab", "Pascal", "camel", "snake"] as const satisfies readonly Case[]).find((each) =>
    isInCase(stem, each),
  );
  // A small word is in three cases; what a component or hook is called is what its file is called.
  const name = found === "kebab" && splitWords(stem).length > 1 ? inCase(splitWords(called), "kebab") : called;
  return `${name}${await extensionFor(old, chosen)}`;
}

/** `.ts` where nothing of the part is drawn. */
export async function extensionFor(old: Anatomy, chosen: readonly Statement[]): Promise<string> {
  const { extension } = old;
  if (!/x$/.test(extension) || !isScript(old.path)) return extension;
  const part = chosen.map(({ core, end }) => old.text.slice(core, end)).join("\n");
  return (await hasMarkup(part, `part${extension}`)) ? extension : extension.slice(0, -1);
}
