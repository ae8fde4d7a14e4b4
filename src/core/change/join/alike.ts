/** Whether files can be one: what is said of a whole file, and how it is loaded, must be the same for all. */
import { ShelfError } from "../../base/errors.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { partsOf } from "../../app/index.js";
import { hasMarkup, isTyped, languageFor, moduleRules } from "../../languages/index.js";
import { ensureModule, type Anatomy } from "../regroup/index.js";

/** What a file says of itself as a whole, in the words of the refusal. */
const marks: readonly (readonly [name: string, of: (anatomy: Anatomy) => string])[] = [
  ["directives", ({ statements, text }) => directivesOf(statements, text)],
  ["@ts-nocheck", ({ text }) => /^\s*(?:\/\/|\/\*+)\s*@ts-nocheck/m.exec(text)?.[0] ?? ""],
  ["@flow", ({ text }) => (/^\s*(?:\/\/|\/\*+[\s*]*)@flow\b/m.test(text) ? "@flow" : "")],
  ["@jsx", ({ text }) => /@jsx(?:ImportSource|Runtime)?\s+\S+/.exec(text)?.[0] ?? ""],
  ["an annotation of its library", ({ statements, text }) => libraryAnnotations(statements, text)],
  ["a version of the language", ({ text, path }) => languageFor(path)?.directives?.version(text) ?? ""],
  ["a platform", ({ path }) => platformOf(path)],
];

/** Throws `JOIN_UNLIKE` where they cannot. */
export async function ensureAlike(anatomies: readonly Anatomy[], target: ProjectPath): Promise<void> {
  const [first] = anatomies;
  if (!first) return;
  for (const anatomy of anatomies) {
    const refuse = (reason: string, other: string = first.path): never => {
      throw new ShelfError("JOIN_UNLIKE", { path: anatomy.path, other, reason });
    };
    for (const [name, of] of marks) {
      const [here, there] = [of(anatomy), of(first)];
      if (here !== there) refuse(`one of them alone has ${here || there || name}`);
    }
    if (languageFor(anatomy.path) !== languageFor(target)) refuse("they are written in different languages", target);
    if (isTyped(anatomy.path) !== isTyped(target)) refuse("one is TypeScript, the other is not", target);
    ensureModule(anatomy);
    if (/\.[cm]?ts$/.test(target) && (await hasMarkup(anatomy.text, nameOf(anatomy.path))))
      refuse("it holds markup, which needs another extension", target);
  }
}

/** `@TestOn("vm") library;` */
function libraryAnnotations(statements: Anatomy["statements"], text: string): string {
  const [said] = statements.flatMap(({ kind, start, end }) => {
    const found = kind === "directive" ? /^(@[^;]*?)\s*\blibrary\b/.exec(text.slice(start, end))?.[1] : undefined;
    return found === undefined ? [] : [found];
  });
  return said ?? "";
}

function directivesOf(statements: Anatomy["statements"], text: string): string {
  return statements
    .filter(({ kind, start }) => kind === "directive" && /["']/.test(text[start] ?? ""))
    .map(({ start, end }) => text.slice(start, end).replace(/;$/, "").replaceAll("'", '"'))
    .filter((each) => each !== '"use strict"')
    .join(" ");
}

function platformOf(path: ProjectPath): string {
  const { stem, rest } = partsOf(nameOf(path));
  return moduleRules.platforms.find((each) => rest.startsWith(`${each}.`) || stem.endsWith(each)) ?? "";
}
