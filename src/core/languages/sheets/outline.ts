/**
 * What a style sheet says of itself: what of it is compiled, and about what its rules are. It is evidence for the section to which a sheet
 * belongs, never the ground on which one is changed.
 */
import type { Sign } from "../reading.js";
import type { SheetReading, SheetStatement } from "../sheet-forms.js";

/** How much of a sheet has to be of one kind to say what it is. */
const most = 0.6;

/** The signs of a sheet by which people sort them; at most one, and none where it is of several kinds. */
export function signsOfSheet(text: string, { statements, names, loads }: SheetReading): readonly Sign[] {
  const own = statements.filter(({ kind }) => kind !== "comment");
  if (own.length === 0) return [];
  const foreign = isForeign(text, statements) ? (["foreign"] as const) : [];
  const loading = new Set(loads.filter(({ isNested }) => !isNested).map(({ statement }) => statement));
  const taken = own.filter((each) => loading.has(statements.indexOf(each))).length;
  if (taken >= 2 && taken >= own.length * most) return ["takes in"];
  return [...foreign, ...signsOfRules(text, { statements, names, loading })];
}

interface Loading extends Pick<SheetReading, "statements" | "names"> {
  /** Statements that take in others. */
  readonly loading: ReadonlySet<number>;
}

function signsOfRules(text: string, { statements, names, loading }: Loading): Sign[] {
  const rest = statements.flatMap((statement, at) => {
    const isBare = statement.kind === "comment" || loading.has(at) || statement.word === "charset";
    return isBare ? [] : [{ statement, names: names[at] }];
  });
  if (rest.length === 0) return [];
  if (rest.every(({ names: each, statement }) => each?.emits === false || isPlaceholder(text, statement))) {
    const callables = rest.filter(({ statement }) => statement.kind === "at-rule" || statement.kind === "rule").length;
    return [callables > 0 ? "mixins" : "values"];
  }
  if (rest.every(({ statement }) => isOfProperties(text, statement))) return ["values"];
  const rules = rest.flatMap(({ statement }) => rulesIn(statement));
  if (rules.length === 0) return [];
  const themed = rest.filter(({ statement }) => themeCondition.test(text.slice(statement.start, statement.headEnd)));
  if (themed.length >= rest.length * most) return ["theme"];
  return aboutRules(text, rules);
}

/** `/*! normalize.css v8.0.1 | MIT License | … *\/`: a name with a version, and whose it is. */
function isForeign(text: string, statements: readonly SheetStatement[]): boolean {
  const [first] = statements;
  if (first?.kind !== "comment" || first.isLoud !== true) return false;
  const head = text.slice(first.start, Math.min(first.end, first.start + 1500));
  return /\bv?\d+\.\d+(?:\.\d+)?\b/.test(head) && /@?licen[cs]ed?\b|©|\(c\)|\bMIT\b|\bcopyright\b/i.test(head);
}

/** `:root { --gap: 8px }` */
function isOfProperties(text: string, { kind, start, headEnd, block = [] }: SheetStatement): boolean {
  return (
    kind === "rule" &&
    block.length > 0 &&
    /^(?::root|:host|html)$/.test(text.slice(start, headEnd).trim()) &&
    block.every((each) => each.kind === "comment" || text.startsWith("--", each.start))
  );
}

/** Conditions under which a theme holds. */
const themeCondition = /^@media[^{]*\(\s*prefers-color-scheme/;

/** What says which page it is: `.page-rota`, `.rota-page`, `body.rota`, `[data-page="rota"]`, `#rota-screen`. */
const page =
  /^(?:(?:html|body|main)(?:[.#](?!no-|is-|has-|js\b|dark|light|night|theme)[a-zA-Z][\w-]*|\[data-page)|[.#](?:page|view|screen|template|route)-[\w-]+|[.#][a-zA-Z][\w-]*?-(?:page|view|screen)(?=__|--|[^\w-]|$)|\[data-page)/;

function isPlaceholder(text: string, { kind, start, headEnd }: SheetStatement): boolean {
  return kind === "rule" && /^%[\w-]+$/.test(text.slice(start, headEnd).trim());
}

/** The rules of a statement, whatever conditions stand around them. */
function rulesIn(statement: SheetStatement): readonly SheetStatement[] {
  if (statement.kind === "rule") return [statement];
  if (statement.kind !== "at-rule" || /^(?:mixin|function|keyframes|font-face|include)$/.test(statement.word))
    return [];
  return (statement.block ?? []).flatMap(rulesIn);
}

/** Elements, `:root` and all of them: what holds everywhere. */
const element = /^(?:\*|:root|::[\w-]+|html|body|[a-z][a-z\d]*)(?![\w-])/;
/** Names of what frames a page. */
const frame =
  /^(?:header|footer|sidebar|grid|row|col|column|columns|container|wrapper|layout|main|content|page|site|app|navbar|nav)$/;

function aboutRules(text: string, rules: readonly SheetStatement[]): Sign[] {
  const heads = rules.flatMap(({ start, headEnd }) =>
    text
      .slice(start, headEnd)
      .replace(/\/\*[^]*?\*\/|\/\/.*/g, "")
      .split(",")
      .map((each) => each.trim())
      .filter((each) => each !== ""),
  );
  const part = (count: number): number => count / Math.max(1, heads.length);
  const themed = heads.filter((head) =>
    /^(?:\[data-(?:theme|mode|color-scheme)|(?:html|body|:root)?\.(?:theme-|dark|light|night)|:root\[|@media \(prefers-color-scheme)/.test(
      head,
    ),
  ).length;
  if (part(themed) >= most) return ["theme"];
  if (part(heads.filter((head) => page.test(head)).length) >= most) return ["page"];
  const elements = heads.filter(
    (head) => element.test(head) && (!/^[a-z\d]+[.#]/.test(head) || /^(?:html|body)\.(?:is-|has-|no-|js\b)/.test(head)),
  ).length;
  if (part(elements) >= most) return ["elements"];
  const blocks = new Map<string, number>();
  for (const head of heads) {
    const block = /[.#]([a-zA-Z][\w-]*?)(?=__|--|[^\w-]|$)/.exec(head)?.[1]?.replace(/^(?:is|has|js)-.*/, "");
    if (block !== undefined && block !== "") blocks.set(block, (blocks.get(block) ?? 0) + 1);
  }
  const stems = new Map<string, number>();
  for (const [block, count] of blocks) {
    const [stem = block] = block.split("-");
    stems.set(stem, (stems.get(stem) ?? 0) + count);
  }
  const [top] = [...stems].sort((a, b) => b[1] - a[1]);
  // Many classes of one declaration each, and no rule within a rule.
  const small = rules.filter(
    ({ block = [] }) =>
      block.filter(({ kind }) => kind === "declaration").length <= 1 && !block.some(({ kind }) => kind === "rule"),
  ).length;
  if (blocks.size >= 6 && small >= rules.length * 0.8 && part(top?.[1] ?? 0) < most) return ["utilities"];
  if (!top || part(top[1]) < most) return [];
  return [frame.test(top[0]) ? "frame" : "block"];
}
