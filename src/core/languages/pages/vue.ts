/** Vue's single-file components: their blocks in whatever language, and the assets in their templates. */
import type * as Compiler from "@vue/compiler-dom";
import { assetNamesIn } from "../asset-names.js";
import { javascript } from "../javascript/index.js";
import type { Language, ReadingDepth } from "../language.js";
import type { Export, Extraction, Outline } from "../reading.js";
import { dialectOf } from "../sheets/index.js";
import { countLines } from "../plain-outline.js";
import { behindInPage, readInPage, writeInPage } from "./literals.js";
import {
  attributesOf,
  contentSpan,
  directivesOf,
  elementsOf,
  elementType,
  MarkupCollector,
  valueSpan,
} from "./markup.js";
import { parseMarkup, preparePages } from "./parse-markup.js";
import { styleBlocksIn } from "./style-blocks.js";
import { rowsOfComponent } from "./vue-rows.js";
import { vueViewForms } from "./vue-views.js";

/** A component is what its file gives, whatever its script exports besides. */
const component: Export = { name: "default", kind: "component", isType: false, start: 0, end: 0 };

function extract(text: string, _name: string, depth?: ReadingDepth): Extraction {
  if (text.includes("\0")) return notText(text);
  const into = new MarkupCollector(text);
  for (const node of parseMarkup(text, "sfc").children)
    if ((node.type as number) === elementType) readBlock(node as Compiler.ElementNode, into);
  return depth !== undefined && depth !== "references" ? { ...into.finish(), exports: [component] } : into.finish();
}

/** A file that is no text. */
export function notText(text: string): Extraction {
  const problem = { offset: text.indexOf("\0"), message: "the file is not text" };
  return { references: [], computed: [], reading: "not read", problem };
}

/** `<script setup lang="ts">`, `<style lang="scss" src="./tree.scss">`, `<template>`, `<i18n src="./words.json">` */
function readBlock(block: Compiler.ElementNode, into: MarkupCollector): void {
  const { text } = into;
  const attributes = attributesOf(block);
  const source = attributes.get("src");
  const span = source && valueSpan(text, source);
  if (span) into.name("import", "module", span);
  const lang = attributes.get("lang")?.value?.content ?? "";
  const content = block.innerLoc
    ? { start: block.innerLoc.start.offset, end: block.innerLoc.end.offset }
    : contentSpan(block, text);
  if (block.tag === "script") into.script(content, `script.${/^[jt]sx?$/.test(lang) ? lang : "js"}`);
  else if (block.tag === "style") {
    const dialect = dialectOf(lang);
    if (dialect) into.sheet(content, dialect);
  } else if (block.tag === "template") {
    if (lang === "" || lang === "html") readTemplate(block, into);
    else readOther(content, into);
  }
}

/** Vue makes an import of a name that begins like one; any other is an address. */
const isAsset = /^(?:\.{1,2}\/|~|@\/?\w|\/)/;

function readTemplate(block: Compiler.ElementNode, into: MarkupCollector): void {
  const { text } = into;
  for (const element of elementsOf(block.children)) {
    for (const [name, attribute] of attributesOf(element)) {
      const span = valueSpan(text, attribute);
      if (!span) continue;
      const value = text.slice(span.start, span.end);
      const isHref = /^(?:xlink:)?href$/.test(name) && /^(?:use|image|link)$/.test(element.tag);
      if (name === "srcset") into.nameSet(span);
      else if ((isHref || /^(?:src|poster)$/.test(name)) && isAsset.test(value)) into.name("asset", "asset", span);
      else if (name === "style" && value.includes("url(")) into.sheet(span, "css");
    }
    for (const { exp } of directivesOf(element)) if (exp) readExpression(exp.loc, into);
    for (const child of element.children) {
      // An interpolation is a node of type 5.
      if ((child.type as number) === 5) readExpression((child as Compiler.InterpolationNode).content.loc, into);
    }
  }
}

/** `:src="require('@/assets/tree.png')"`: an expression names files by calls only. */
function readExpression({ start, end }: Compiler.SourceLocation, into: MarkupCollector): void {
  const text = into.text.slice(start.offset, end.offset);
  if (!/\b(?:require|import)\b/.test(text)) return;
  const found = javascript.extract(`(${text})`, "expression.ts");
  if (found.reading === "whole") into.take(found, start.offset - 1, "javascript");
}

/** A template in another language (pug) is searched for attributes that look like assets. */
function readOther({ start, end }: { readonly start: number; readonly end: number }, into: MarkupCollector): void {
  for (const match of into.text.slice(start, end).matchAll(/\b(?:src|poster)\s*=\s*(["'])([^"'\n]+)\1/g)) {
    const value = match[2] ?? "";
    const at = start + match.index + match[0].length - value.length - 1;
    if (isAsset.test(value)) into.name("asset", "asset", { start: at, end: at + value.length });
  }
}

/** A component's script says what it does; that it draws is certain. */
export function outlineOfComponent(text: string): Outline {
  const scripts = [...text.matchAll(/<script\b[^>]*>([^]*?)<\/script>/g)].map((match) => match[1] ?? "");
  const { signs, actions, environment } = javascript.outline(scripts.join("\n"), "script.ts");
  return {
    onlyPassesOn: false,
    signs: [...new Set(["view" as const, ...signs])],
    actions:
      scripts.length === 0
        ? []
        : actions.map((action) => ({ ...action, start: Math.max(0, text.indexOf(action.name)) })),
    assets: assetNamesIn(text),
    ...(environment && { environment }),
    lines: countLines(text),
  };
}

export const vue: Language = {
  name: "vue",
  trade: "code",
  styleBlocks: styleBlocksIn,
  extensions: [".vue"],
  prepare: preparePages,
  extract,
  outline: outlineOfComponent,
  environmentSettings: (keys, language) => javascript.environmentSettings?.(keys, language),
  environmentKeys: (text) => javascript.environmentKeys?.(text) ?? [],
  readAt: readInPage,
  write: writeInPage,
  behind: behindInPage,
  rows: rowsOfComponent,
  views: vueViewForms,
  statements: (text) => import("./vue-names.js").then(({ statementsOfComponent }) => statementsOfComponent(text)),
  scriptExtension: (text) =>
    import("./vue-names.js").then(({ scriptExtensionOfComponent }) => scriptExtensionOfComponent(text)),
  names: (text) => import("./vue-names.js").then(({ namesOfComponent }) => namesOfComponent(text)),
};
