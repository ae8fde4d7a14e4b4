/** Pages of HTML, and components that are written as pages: Svelte and Astro. */
import type * as Compiler from "@vue/compiler-dom";
import type { Language } from "../language.js";
import type { Extraction } from "../reading.js";
import { dialectOf } from "../sheets/index.js";
import { plainOutline } from "../plain-outline.js";
import { behindInPage, readInPage, writeInPage } from "./literals.js";
import { attributesOf, contentSpan, elementsOf, MarkupCollector, valueSpan } from "./markup.js";
import { styleBlocksIn } from "./style-blocks.js";
import { parseMarkup, preparePages } from "./parse-markup.js";
import { notText, outlineOfComponent } from "./vue.js";

/** Elements whose attribute is the name of an asset, and that attribute. */
const assets: Readonly<Record<string, readonly string[]>> = {
  script: ["src"], //  <script type="module" src="/src/main.ts">
  link: ["href"], //   <link rel="stylesheet" href="styles/main.css">
  img: ["src"],
  source: ["src"],
  video: ["src", "poster"],
  audio: ["src"],
  track: ["src"],
  embed: ["src"],
  iframe: ["src"],
  input: ["src"],
  object: ["data"],
  image: ["href", "xlink:href"],
  use: ["href", "xlink:href"],
};

/** Finds every name in a page; in a component, `{…}` is code and not a name. */
function readPage(text: string, into: MarkupCollector, isComponent: boolean): void {
  for (const element of elementsOf(parseMarkup(text, "html").children)) {
    const attributes = attributesOf(element);
    for (const [name, attribute] of attributes) {
      const span = valueSpan(text, attribute);
      if (!span || (isComponent && text.slice(span.start, span.end).includes("{"))) continue;
      const isModule = isComponent && element.tag === "script" && name === "src" && !attributes.has("is:inline");
      // A bundler takes it in as it does what is imported: `<script src="../scripts/track"></script>`.
      if (isModule && /^(?:\.{1,2}\/|[@~#])/.test(text.slice(span.start, span.end)))
        into.name("import", "module", span);
      else readAttribute(element, name, span, into);
    }
    if (element.tag === "script") readScript(element, attributes, into);
    else if (element.tag === "style") {
      const dialect = dialectOf(attributes.get("lang")?.value?.content ?? "");
      if (dialect) into.sheet(contentSpan(element, text), dialect);
    }
  }
}

type Attributes = ReturnType<typeof attributesOf>;

function readAttribute(
  { tag }: Compiler.ElementNode,
  name: string,
  span: { readonly start: number; readonly end: number },
  into: MarkupCollector,
): void {
  const value = into.text.slice(span.start, span.end);
  if (name === "srcset" || name === "imagesrcset") into.nameSet(span);
  else if (assets[tag]?.includes(name)) into.name("asset", "asset", span);
  // A link without an extension is an address of the app, not a file.
  else if (tag === "a" && name === "href" && /^[^?#]*\.\w+(?:[?#].*)?$/.test(value))
    into.name("page link", "asset", span);
  else if (tag === "meta" && name === "content" && /^\.{0,2}\/\S*\.(?:png|jpe?g|webp|svg|ico)$/.test(value))
    into.name("asset", "asset", span);
  else if (name === "style" && value.includes("url(") && !value.includes("&")) into.sheet(span, "css");
}

/** Scripts in a page, and the map of its modules. */
function readScript(element: Compiler.ElementNode, attributes: Attributes, into: MarkupCollector): void {
  const type = attributes.get("type")?.value?.content ?? "";
  const lang = attributes.get("lang")?.value?.content ?? "";
  const content = contentSpan(element, into.text);
  if (type === "importmap") readModuleMap(content, into);
  else if (type === "" || type === "module" || type === "text/javascript")
    into.script(content, lang === "ts" || lang === "tsx" ? `script.${lang}` : "script.js");
}

/** `{ "imports": { "tree": "./src/tree.js" } }` */
function readModuleMap({ start, end }: { readonly start: number; readonly end: number }, into: MarkupCollector): void {
  for (const match of into.text.slice(start, end).matchAll(/:\s*"(\.{0,2}\/[^"\\\n]+)"/g)) {
    const value = match[1] ?? "";
    const at = start + match.index + match[0].length - value.length - 1;
    into.name("import", "asset", { start: at, end: at + value.length });
  }
}

function extractPage(text: string): Extraction {
  if (text.includes("\0")) return notText(text);
  const into = new MarkupCollector(text);
  readPage(text, into, false);
  return into.finish();
}

/** Astro's script stands between two lines of dashes; what is left is a page. */
function extractComponent(text: string): Extraction {
  if (text.includes("\0")) return notText(text);
  const into = new MarkupCollector(text);
  const front = /^(\uFEFF?\s*---\r?\n)([^]*?)^---[ \t]*$/m.exec(text);
  const isFirst = front?.index === 0 ? front : undefined;
  if (isFirst) {
    const start = isFirst[1]?.length ?? 0;
    into.script({ start, end: start + (isFirst[2]?.length ?? 0) }, "script.ts");
  }
  const page = isFirst ? isFirst[0].replace(/[^\n]/g, " ") + text.slice(isFirst[0].length) : text;
  readPage(page, into, true);
  return into.finish();
}

const common = { prepare: preparePages, readAt: readInPage, write: writeInPage, behind: behindInPage };

export const html: Language = {
  ...common,
  name: "html",
  trade: "page",
  styleBlocks: styleBlocksIn,
  extensions: [".html", ".htm"],
  extract: extractPage,
  outline: plainOutline,
};

/** Svelte and Astro: the same parts as a page, each by its own rules. */
export const pageComponents: Language = {
  ...common,
  name: "page components",
  trade: "code",
  styleBlocks: styleBlocksIn,
  extensions: [".svelte", ".astro"],
  extract: extractComponent,
  outline: outlineOfComponent,
};
