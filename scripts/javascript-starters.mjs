/**
 * Starters in JavaScript, made from those in TypeScript: types are blanked, and the rest is laid out again. A starter with
 * conditions has a text for each choice, because a line that is left out may be half of something.
 */
// @ts-check
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { format } from "oxfmt";
import { blankSourceFile } from "ts-blank-space";
import ts from "typescript";

/** Writes `<to>/<stack>/<starter>.json`: texts by the conditions that hold. @param {string} from @param {string} to */
export async function writeJavaScriptStarters(from, to) {
  for (const stack of ["react-web", "react-native", "vue"])
    for (const name of readdirSync(join(from, stack), { recursive: true, encoding: "utf8" })) {
      if (!/\.(tsx?|vue)$/.test(name) || name.endsWith(".d.ts")) continue;
      const text = readFileSync(join(from, stack, name), "utf8");
      /** @type {Record<string, string>} */
      const texts = {};
      const conditions = [...new Set([...text.matchAll(/^«!?([\w-]+)\?»/gm)].map((match) => match[1] ?? ""))].sort();
      for (const held of subsets(conditions))
        texts[held.join(",")] = await inJavaScript(withConditions(text, held), name);
      const file = join(to, stack, `${name}.json`);
      mkdirSync(dirname(file), { recursive: true });
      writeFileSync(file, JSON.stringify({ conditions, texts }));
    }
}

/** @param {readonly string[]} items @returns {string[][]} */
function subsets(items) {
  return items.reduce((all, item) => [...all, ...all.map((some) => [...some, item])], /** @type {string[][]} */ ([[]]));
}

/** @param {string} text @param {readonly string[]} held */
function withConditions(text, held) {
  return text
    .split("\n")
    .flatMap((line) => {
      const match = /^«(!?)([\w-]+)\?»(.*)$/.exec(line);
      if (!match) return [line];
      return held.includes(match[2] ?? "") === (match[1] === "") ? [match[3] ?? ""] : [];
    })
    .join("\n");
}

/** @param {string} text @param {string} name */
async function inJavaScript(text, name) {
  if (name.endsWith(".vue")) return text.replace(' lang="ts"', "");
  /** @type {string[]} */
  const words = [];
  const encoded = text.replaceAll(/«[^»]*»/g, (word) => {
    if (!words.includes(word)) words.push(word);
    return `__p${words.indexOf(word)}__`;
  });
  const kind = name.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const parse = (/** @type {string} */ code) => ts.createSourceFile(name, code, ts.ScriptTarget.Latest, true, kind);
  // What explains a type goes with it.
  let code = encoded;
  for (const statement of parse(encoded).statements)
    if (ts.isInterfaceDeclaration(statement) || ts.isTypeAliasDeclaration(statement))
      for (const comment of ts.getJSDocCommentsAndTags(statement))
        code = code.slice(0, comment.pos) + " ".repeat(comment.end - comment.pos) + code.slice(comment.end);
  const blanked = blankSourceFile(parse(code), (node) => {
    throw new Error(`${name}: types of ${ts.SyntaxKind[node.kind]} cannot be blanked`);
  });
  const { code: laidOut, errors } = await format(name.replace(/\.ts(x?)$/, ".js$1"), blanked, { printWidth: 120 });
  if (errors[0]) throw new Error(`${name}: ${errors[0].message}`);
  return laidOut.replaceAll(/__p(\d+)__/g, (_, index) => words[Number(index)] ?? "");
}
