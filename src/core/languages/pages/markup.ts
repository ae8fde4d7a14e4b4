/**
 * What markup names: pages of HTML, and the templates of components. One parser reads both; values are taken from the text
 * itself, so that offsets are exact and nothing is decoded on the way.
 *
 * Sources: the HTML standard ("srcset attributes", "The script element"); Vue's documentation of its single-file components.
 */
import type { AttributeNode, DirectiveNode, ElementNode, TemplateChildNode } from "@vue/compiler-dom";
import { javascript } from "../javascript/index.js";
import { shiftedReference } from "../reading.js";
import type { ComputedReference, Extraction, Lookup, Reference, ReferenceKind } from "../reading.js";
import { extractSheet, type Dialect } from "../sheets/index.js";

/** A place in a text. */
interface Span {
  readonly start: number;
  readonly end: number;
}

/** Gathers what the parts of a page name; offsets are those of the whole file. */
export class MarkupCollector {
  readonly references: Reference[] = [];
  readonly computed: ComputedReference[] = [];
  reading: Extraction["reading"] = "whole";
  problem: Extraction["problem"];

  constructor(readonly text: string) {}

  /** Takes what was found in a part that begins at an offset. */
  take({ references, computed, reading, problem }: Extraction, offset: number, within: string): void {
    for (const each of references) this.references.push({ ...shiftedReference(each, offset), within });
    for (const each of computed) this.computed.push({ ...each, start: each.start + offset, end: each.end + offset });
    if (reading !== "whole") this.reading = reading;
    if (problem) this.problem ??= { ...problem, offset: problem.offset + offset };
  }

  /** A script in a page: `name` tells its language. */
  script({ start, end }: Span, name: string): void {
    this.take(javascript.extract(this.text.slice(start, end), name, "all"), start, "javascript");
  }

  /** A sheet in a page. */
  sheet({ start, end }: Span, dialect: Dialect): void {
    this.take(extractSheet(this.text.slice(start, end), dialect), start, "sheets");
  }

  /** A name that an attribute holds alone. */
  name(kind: ReferenceKind, lookup: Lookup, { start, end }: Span): void {
    const specifier = this.text.slice(start, end);
    // Entities, placeholders and what has no letter are nobody's names.
    if (!/\w/.test(specifier) || /[\s"'<>]|&\w+;|\{\{|\$\{|^(?:#|data:|javascript:|mailto:|tel:)/i.test(specifier))
      return;
    this.references.push({ kind, lookup, start, end, specifier, quote: this.text.charAt(end), within: "markup" });
  }

  /** `a.png 1x, b.png 2x`: a name ends at a space; commas belong to it unless they end it. */
  nameSet({ start, end }: Span): void {
    const set = this.text.slice(start, end);
    const candidate = /[\s,]*([^\s,](?:\S*[^\s,])?)(?:,|\s+[^,(]*(?:\([^)]*\)[^,(]*)*(?:,|$)|\s*$)/y;
    for (let match = candidate.exec(set); match; match = candidate.exec(set)) {
      const name = match[1] ?? "";
      const at = start + match.index + match[0].indexOf(name);
      if (/^[^"'<>]+$/.test(name) && !/^data:|\{\{/.test(name))
        this.part("asset", "asset", { start: at, end: at + name.length });
    }
  }

  /** A name in the middle of an attribute: no quote closes it. */
  part(kind: ReferenceKind, lookup: Lookup, { start, end }: Span): void {
    const specifier = this.text.slice(start, end);
    this.references.push({ kind, lookup, start, end, specifier, quote: "", within: "markup" });
  }

  finish(): Extraction {
    const references = [...this.references].sort((a, b) => a.start - b.start);
    return {
      references,
      computed: this.computed,
      reading: this.reading,
      ...(this.problem && { problem: this.problem }),
    };
  }
}

/** The place of an attribute's value, without its quotes. */
export function valueSpan(text: string, { value }: AttributeNode): Span | undefined {
  if (!value) return undefined;
  const [start, end] = [value.loc.start.offset, value.loc.end.offset];
  const isQuoted = /["']/.test(text.charAt(start)) && end - start >= 2;
  return isQuoted ? { start: start + 1, end: end - 1 } : { start, end };
}

export const elementType = 1;
export const attributeType = 6;
export const directiveType = 7;

/** All elements at any depth, in the order of the text. */
export function* elementsOf(nodes: readonly TemplateChildNode[]): Generator<ElementNode> {
  for (const node of nodes) {
    if ((node.type as number) !== elementType) continue;
    const element = node as ElementNode;
    yield element;
    yield* elementsOf(element.children);
  }
}

/** An element's attributes by name, written without a colon. */
export function attributesOf(element: ElementNode): Map<string, AttributeNode> {
  const found = new Map<string, AttributeNode>();
  for (const each of element.props)
    if ((each.type as number) === attributeType) found.set(each.name.toLowerCase(), each as AttributeNode);
  return found;
}

/** An element's directives: `:src="…"`, `@click="…"`. */
export function directivesOf(element: ElementNode): DirectiveNode[] {
  return element.props.filter((each): each is DirectiveNode => (each.type as number) === directiveType);
}

/** The text between an element's tags. */
export function contentSpan(element: ElementNode, text: string): Span {
  const [first, last] = [element.children[0], element.children.at(-1)];
  if (first && last) return { start: first.loc.start.offset, end: last.loc.end.offset };
  const end = text.lastIndexOf("</", element.loc.end.offset);
  return { start: Math.max(end, element.loc.start.offset), end: Math.max(end, element.loc.start.offset) };
}
