/** What a single-file component draws: its template. */
import type { ElementNode, TemplateChildNode } from "@vue/compiler-dom";
import type { TextEdit } from "../../base/text/index.js";
import { bracketsOf, codeOf, enclosedIn, namedBefore } from "../enclosures.js";
import type { DrawnElement, FrameMiddle, View, ViewForms } from "../views.js";
import { attributesOf, contentSpan, elementType } from "./markup.js";
import { parseMarkup } from "./parse-markup.js";

export const vueViewForms: ViewForms = {
  views,
  elements,
  enclosed: enclosedIn,
  localOf: namedBefore,
  isPlain,
  filled,
  middle,
  showing,
  registration,
};

const commentType = 3;

function templateOf(text: string): ElementNode | undefined {
  const blocks = parseMarkup(text, "sfc").children.filter((node) => (node.type as number) === elementType);
  const template = (blocks as ElementNode[]).find(({ tag }) => tag === "template");
  const lang = template && (attributesOf(template).get("lang")?.value?.content ?? "html");
  return lang === "html" && attributesOf(template as ElementNode).get("src") === undefined ? template : undefined;
}

function scriptsOf(text: string): readonly ElementNode[] {
  const blocks = parseMarkup(text, "sfc").children.filter((node) => (node.type as number) === elementType);
  return (blocks as ElementNode[]).filter(({ tag }) => tag === "script");
}

function isElement(node: TemplateChildNode): node is ElementNode {
  return (node.type as number) === elementType;
}

/** The whole template as one group: a frame goes around all that stands in it. */
function views(text: string): readonly View[] | undefined {
  const template = templateOf(text);
  const children = template ? drawnIn(template, text) : [];
  const [first, last] = [children[0], children.at(-1)];
  if (!template || !first || !last) return [];
  const span = { start: first.start, end: last.end };
  const content = contentSpan(template, text);
  // A comment before the first element, or behind the last, is the template's own.
  const isWithin = span.start >= content.start && span.end <= content.end;
  const scripts = scriptsOf(text);
  const registers = scripts.length > 0 && !scripts.some((script) => attributesOf(script).has("setup"));
  return isWithin
    ? [
        {
          names: ["default"],
          roots: [{ tag: "", ...span, inside: span, children }],
          isUnclear: false,
          ...(registers && { registers }),
        },
      ]
    : [];
}

function drawnIn(element: ElementNode, text: string): DrawnElement[] {
  return element.children.flatMap((child): DrawnElement[] => {
    const [from, to] = [child.loc.start.offset, child.loc.end.offset];
    const raw = text.slice(from, to);
    if (raw.trim() === "" || (child.type as number) === commentType) return [];
    if (isElement(child)) return [drawn(child, text)];
    const start = from + raw.length - raw.trimStart().length;
    return [{ tag: "", start, end: start + raw.trim().length, children: [] }];
  });
}

function drawn(element: ElementNode, text: string): DrawnElement {
  const { tag, loc } = element;
  const [start, end] = [loc.start.offset, loc.end.offset];
  const inside = element.isSelfClosing === true ? undefined : { inside: contentSpan(element, text) };
  return { tag, start, end, children: drawnIn(element, text), ...inside };
}

function elements(text: string): readonly DrawnElement[] {
  const template = templateOf(text);
  const found: DrawnElement[] = [];
  const visit = (each: DrawnElement): void => {
    if (each.tag !== "") found.push(each);
    for (const child of each.children) visit(child);
  };
  for (const each of template ? drawnIn(template, text) : []) visit(each);
  return found;
}

function isPlain(tag: string): boolean {
  return /^[a-z][a-z0-9]*$/.test(tag);
}

/** `<slot name="header" />` → `<slot name="header"><Header /></slot>` */
function filled(text: string, slot: "header" | "footer", element: string): string | undefined {
  const place = new RegExp(`<slot name="${slot}"\\s*(?:/>|>\\s*</slot>)`);
  return place.test(text) ? text.replace(place, () => `<slot name="${slot}">${element}</slot>`) : undefined;
}

/** `<slot />` without a name, `<RouterView />` */
function middle(text: string): FrameMiddle | undefined {
  const markup = text.replace(/<!--[^]*?-->/g, "").replace(/<script\b[^]*?<\/script>/g, "");
  if (/<slot(?![^>]*\bname=)[^>]*>/.test(markup)) return { kind: "tags" };
  const tag = /<(RouterView|router-view)(?![\w-])/.exec(markup)?.[1];
  if (tag === undefined) return undefined;
  const taken = /\bimport\s*\{[^}]*\bRouterView\b[^}]*\}\s*from\s*(["'])([^"'\n]+)\1/.exec(text)?.[2];
  const from = taken !== undefined && { from: { imported: "RouterView", specifier: taken } };
  return { kind: "routes", tag, needsPath: true, ...from };
}

/** `<slot />` → `<RouterView />` */
function showing(text: string, element: string): string | undefined {
  const place = /<slot\s*(?:\/>|>\s*<\/slot>)/;
  return place.test(text) ? text.replace(place, () => element) : undefined;
}

/** `export default { components: { Tree } }` → `{ components: { Name, Tree } }`; a component without such a list gets one. */
function registration(text: string, name: string): TextEdit | undefined {
  const script = scriptsOf(text).find((each) => !attributesOf(each).has("setup"));
  const content = script && contentSpan(script, text);
  if (!content) return undefined;
  const code = codeOf(text);
  const given = /(?<![\w$.])export\s+default\s+(?:(?:defineComponent|Vue\s*\.\s*extend)\s*\(\s*)?\{/g;
  given.lastIndex = content.start;
  const found = given.exec(code);
  if (!found || given.lastIndex > content.end) return undefined;
  const open = given.lastIndex - 1;
  const { around, closedAt } = bracketsOf(code);
  const close = closedAt.get(open);
  if (close === undefined) return undefined;
  for (const { 0: key, index } of code.slice(open, close).matchAll(/(?<![\w$.])components(?![\w$])\s*/g)) {
    const at = open + index;
    if (around[at] !== open) continue;
    const value = /^:\s*\{/.exec(code.slice(at + key.length));
    if (!value) return undefined;
    const start = at + key.length + value[0].length;
    const isThere = new RegExp(`(?<![\\w$.])${name.replaceAll("$", "\\$")}(?![\\w$])`).test(
      code.slice(start, closedAt.get(start - 1)),
    );
    return isThere ? { start, end: start, text: "" } : listedAt(text, start, name);
  }
  return listedAt(text, open + 1, `components: { ${name} }`);
}

/** Something new at the beginning of an object, as what stands there is written. */
function listedAt(text: string, at: number, item: string): TextEdit {
  const [gap = "", lineEnd, indent = ""] = /^[ \t]*(?:(\r?\n)\s*?([ \t]*)(?=[^\s}]))?/.exec(text.slice(at)) ?? [];
  if (lineEnd !== undefined) return { start: at, end: at, text: `${lineEnd}${indent}${item},` };
  const isEmpty = /^\s*\}/.test(text.slice(at));
  return { start: at, end: at + (isEmpty ? gap.length : 0), text: isEmpty ? ` ${item} ` : ` ${item},` };
}
