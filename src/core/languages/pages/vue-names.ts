/**
 * The names of a single-file component: those of its scripts, which are one, with the tags and expressions of its template that
 * mean them. In `<script setup>` a template knows every name of the script; else only components that are registered.
 *
 * Source: Vue's documentation, "Single-File Components: <script setup>", "Component registration", "v-for", "Scoped slots".
 */
import type { DirectiveNode, ElementNode, InterpolationNode, TemplateChildNode } from "@vue/compiler-dom";
import { namesOf, statementsOf } from "../javascript/index.js";
import { shiftedStatement, type Statement } from "../statements.js";
import { shiftedNames, type Identifier, type NamePlace, type TextNames, type Variable } from "../names.js";
import { inCase, splitWords } from "../../base/names/index.js";
import { attributesOf, contentSpan, directivesOf, elementsOf, elementType } from "./markup.js";
import { isNativeTag, parseMarkup, preparePages } from "./parse-markup.js";

const interpolationType = 5;

/** All of a component's names; `undefined` where a part of it cannot be read by scope. */
export async function namesOfComponent(text: string): Promise<TextNames | undefined> {
  await preparePages();
  const blocks = parseMarkup(text, "sfc").children.filter((node) => (node.type as number) === elementType);
  const scripts: TextNames[] = [];
  let isSetup = false;
  let template: ElementNode | undefined;
  const styles: ElementNode[] = [];
  for (const block of blocks as ElementNode[]) {
    const attributes = attributesOf(block);
    const lang = attributes.get("lang")?.value?.content ?? "";
    if (block.tag === "script") {
      const { start, end } = spanOfBlock(block, text);
      const found = await namesOf(text.slice(start, end), `component${extensionOf(block)}`, { registers: true });
      if (!found) return undefined;
      scripts.push(shiftedNames(found, start));
      isSetup ||= attributes.has("setup");
    } else if (block.tag === "template") {
      if (lang !== "" && lang !== "html") return undefined;
      template = block;
    } else if (block.tag === "style") styles.push(block);
  }
  const joined = withStyles(joinScripts(scripts), styles);
  return template ? withTemplate(joined, { text, template, isSetup }) : joined;
}

/**
 * The statements of a component's scripts, at their places in the whole file; its templates and styles stand among them. What is written
 * in `<script setup>` is done for every instance.
 */
export async function statementsOfComponent(text: string): Promise<readonly Statement[] | undefined> {
  await preparePages();
  const found: Statement[] = [];
  for (const node of parseMarkup(text, "sfc").children) {
    const block = node as ElementNode;
    if ((node.type as number) !== elementType) continue;
    if (block.tag !== "script") {
      found.push(markup(block));
      continue;
    }
    const attributes = attributesOf(block);
    const { start, end } = spanOfBlock(block, text);
    const own = await statementsOf(text.slice(start, end), `component${extensionOf(block)}`);
    if (!own) return undefined;
    const isSetup = attributes.has("setup");
    for (const each of own) {
      const isOfInstance = isSetup && each.isFixed !== true && each.kind !== "import";
      const isLast = each === own.at(-1);
      found.push({
        ...shiftedStatement(each, start),
        ...(isLast && { isLast }),
        ...(isOfInstance && { isOfInstance }),
      });
    }
  }
  return found;
}

/** What a component's scripts are written in, as an extension. */
export function scriptExtensionOfComponent(text: string): string {
  const blocks = parseMarkup(text, "sfc").children.filter((node) => (node.type as number) === elementType);
  const script = (blocks as ElementNode[]).find(({ tag }) => tag === "script");
  return script ? extensionOf(script) : ".js";
}

function extensionOf(script: ElementNode): string {
  const lang = attributesOf(script).get("lang")?.value?.content ?? "";
  return `.${/^[jt]sx?$/.test(lang) ? lang : "js"}`;
}

/** A block that is no script. */
function markup({ loc }: ElementNode): Statement {
  const [start, end] = [loc.start.offset, loc.end.offset];
  return {
    kind: "markup",
    start,
    end,
    from: start,
    to: end,
    declares: [],
    exported: undefined,
    core: start,
    isType: false,
  };
}

function spanOfBlock(block: ElementNode, text: string): { readonly start: number; readonly end: number } {
  return block.innerLoc
    ? { start: block.innerLoc.start.offset, end: block.innerLoc.end.offset }
    : contentSpan(block, text);
}

/** Two scripts of a component are one module: what the one declares, the other knows. */
function joinScripts(scripts: readonly TextNames[]): TextNames {
  const all = scripts.flatMap(({ variables }) => variables);
  const top = new Map(all.filter(({ level }) => level === "top").map((each) => [each.name, each]));
  const more = new Map<Variable, NamePlace[]>();
  const variables = all.filter((variable) => {
    const meant = variable.level === "free" ? top.get(variable.name) : undefined;
    if (meant) more.set(meant, [...(more.get(meant) ?? []), ...variable.places]);
    return meant === undefined;
  });
  return {
    variables: variables.map((variable) => withPlaces(variable, more.get(variable) ?? [])),
    takings: scripts.flatMap(({ takings }) => takings),
    labels: scripts.flatMap(({ labels }) => labels),
    identifiers: scripts.flatMap(({ identifiers }) => identifiers).sort((a, b) => a.start - b.start),
  };
}

/** `color: v-bind(shade)`, `v-bind("theme.shade")`: a style may hold a name of the script. */
function withStyles(names: TextNames, styles: readonly ElementNode[]): TextNames {
  const found = new Map<string, NamePlace[]>();
  for (const { loc } of styles)
    for (const match of loc.source.matchAll(/v-bind\(\s*["']?([\p{ID_Start}$_][\p{ID_Continue}$]*)/gu)) {
      const name = match[1] ?? "";
      const start = loc.start.offset + match.index + match[0].length - name.length;
      const place: NamePlace = { start, end: start + name.length, form: "name", isDeclared: false };
      found.set(name, [...(found.get(name) ?? []), place]);
    }
  const { variables } = names;
  return {
    ...names,
    variables: variables.map((each) => withPlaces(each, each.level === "top" ? (found.get(each.name) ?? []) : [])),
  };
}

function withPlaces(variable: Variable, more: readonly NamePlace[]): Variable {
  if (more.length === 0) return variable;
  return { ...variable, places: [...variable.places, ...more].sort((a, b) => a.start - b.start) };
}

interface Template {
  readonly text: string;
  readonly template: ElementNode;
  readonly isSetup: boolean;
}

/** Adds what a template means. */
async function withTemplate(names: TextNames, { text, template, isSetup }: Template): Promise<TextNames | undefined> {
  const tops = names.variables.filter(({ level }) => level === "top");
  const byTag = new Map<string, Variable>();
  for (const variable of tops)
    if (isSetup || variable.places.some(({ form }) => form === "registration"))
      for (const tag of tagsOf(variable.name)) byTag.set(tag, variable);
  const found = new Map<Variable, NamePlace[]>();
  const add = (variable: Variable, place: NamePlace): void => {
    found.set(variable, [...(found.get(variable) ?? []), place]);
  };
  const unowned: Identifier[] = [];
  const expressions: { readonly start: number; readonly text: string; readonly locals: ReadonlySet<string> }[] = [];
  const visit = (nodes: readonly TemplateChildNode[], locals: ReadonlySet<string>): void => {
    for (const node of nodes) {
      if ((node.type as number) === interpolationType) {
        const { loc } = (node as InterpolationNode).content;
        expressions.push({ start: loc.start.offset, text: loc.source, locals });
      }
      if ((node.type as number) !== elementType) continue;
      const element = node as ElementNode;
      const variable = isNativeTag(element.tag) ? undefined : byTag.get(element.tag);
      if (!variable && !isNativeTag(element.tag))
        unowned.push(...tagPlaces(element, text).map((start) => ({ name: element.tag, start })));
      if (variable) for (const start of tagPlaces(element, text)) add(variable, tagPlace(element.tag, start, variable));
      const own = directivesOf(element);
      const inside = new Set([...locals, ...own.flatMap(localsOf)]);
      for (const directive of own)
        for (const each of expressionsOf(directive)) expressions.push({ ...each, locals: inside });
      visit(element.children, inside);
    }
  };
  visit(template.children, new Set());
  if (isSetup && elementsHold(template, tops)) return undefined;
  const others: Identifier[] = [];
  for (const { start, text: expression, locals } of expressions) {
    const own = await namesInExpression(expression, start);
    if (!own && isSetup) return undefined;
    for (const { name, level, places } of own?.variables ?? []) {
      if (level !== "free" || locals.has(name)) continue;
      const variable = isSetup ? tops.find((each) => each.name === name) : undefined;
      if (variable) for (const place of places) add(variable, place);
      else others.push(...places.map((place) => ({ name, start: place.start })));
    }
  }
  return {
    ...names,
    unownedTags: unowned,
    unownedNames: others,
    variables: names.variables.map((each) => withPlaces(each, found.get(each) ?? [])),
  };
}

/** Forms in which a template means a name without an expression of its own: `:tree`, `:[key]`, a default in a slot's names. */
function elementsHold(template: ElementNode, tops: readonly Variable[]): boolean {
  const known = new Set(tops.map(({ name }) => name));
  const holds = (text: string): boolean =>
    (text.match(/[\p{ID_Start}$_][\p{ID_Continue}$]*/gu) ?? []).some((name) => known.has(name));
  return [...elementsOf(template.children)].some((element) =>
    directivesOf(element).some(({ name, arg, exp, forParseResult }) => {
      const argument = arg?.loc.source ?? "";
      if (name === "bind" && !exp) return known.has(inCase(splitWords(argument), "camel")) || known.has(argument);
      if (argument.startsWith("[") && holds(argument)) return true;
      const names = forParseResult?.value?.loc.source ?? (name === "slot" ? exp?.loc.source : undefined) ?? "";
      return names.includes("=") && holds(names);
    }),
  );
}

/** `TreeCard` is written `<TreeCard>`, `<tree-card>` or `<treeCard>`. */
function tagsOf(name: string): readonly string[] {
  return [
    name,
    inCase(splitWords(name), "kebab"),
    inCase(splitWords(name), "camel"),
    inCase(splitWords(name), "Pascal"),
  ];
}

function tagPlace(tag: string, start: number, { name }: Variable): NamePlace {
  const form = tag === name ? "name" : tag.includes("-") ? "kebab tag" : "name";
  return { start, end: start + tag.length, form, isDeclared: false };
}

/** Where a tag's name begins, and where it begins again in the closing tag. */
function tagPlaces({ loc, tag, isSelfClosing = false }: ElementNode, text: string): number[] {
  const opening = loc.start.offset + 1;
  if (isSelfClosing) return [opening];
  const closing = text.lastIndexOf(`</${tag}`, loc.end.offset - 1);
  return closing > opening && closing < loc.end.offset ? [opening, closing + 2] : [opening];
}

interface Expression {
  readonly start: number;
  readonly text: string;
}

/** What of a directive is an expression: of `v-for` the source, of a slot nothing but its defaults. */
function expressionsOf({ name, exp, forParseResult }: DirectiveNode): Expression[] {
  if (forParseResult) {
    const { loc } = forParseResult.source;
    return [{ start: loc.start.offset, text: loc.source }];
  }
  if (!exp || name === "slot") return [];
  return [{ start: exp.loc.start.offset, text: exp.loc.source }];
}

/** Names that a directive declares for what lies inside: `(tree, index) in trees`, `#item="{ tree }"`. */
function localsOf({ name, exp, forParseResult }: DirectiveNode): string[] {
  const texts = forParseResult
    ? [forParseResult.value, forParseResult.key, forParseResult.index].map((each) => each?.loc.source ?? "")
    : name === "slot"
      ? [exp?.loc.source ?? ""]
      : [];
  return texts.flatMap((each) => each.match(/[\p{ID_Start}$_][\p{ID_Continue}$]*/gu) ?? []);
}

/** An expression, or the statements of a handler. */
async function namesInExpression(text: string, start: number): Promise<TextNames | undefined> {
  if (text.trim() === "") return { variables: [], takings: [], labels: [], identifiers: [] };
  for (const before of ["(", "async () => {"]) {
    const found = await namesOf(`${before}${text}${before === "(" ? ")" : "}"}`, "expression.ts");
    if (found) return shiftedNames(found, start - before.length);
  }
  return undefined;
}
