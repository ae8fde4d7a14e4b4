/**
 * The names that the statements of a Sass sheet give and need: variables, mixins, functions, placeholders.
 *
 * Sources: the Sass documentation, "Variables" (scope, flow control, `!default`, `!global`), "@mixin and @include", "@function",
 * "@extend", "Placeholder Selectors", "@use".
 */
import type {
  GivenName,
  NameChance,
  SheetName,
  SheetNameKind,
  SheetStatement,
  StatementNames,
} from "../sheet-forms.js";
import { spansToRead } from "./spans.js";

/** Ways of asking for names by a text, with the kind of the name; none where any name may be meant. */
const asking =
  /(?<![\w-])(?:(global-)?variable-exists|(mixin-exists|get-mixin)|(function-exists|get-function)|module-variables|module-functions|call|apply)\s*\(/g;
/** One whole text as the only argument. */
const onlyText = /\s*(?:\$name\s*:\s*)?(["'])([\w-]+)\1\s*\)/y;
/** A function or mixin that is got by its text and carried out at once. */
const gotAtOnce = /\s*(?:[\w-]+\.)?get-(?:function|mixin)\s*\(/y;

/** What each statement that stands in no other gives and needs. */
export function namesOfStatements(
  text: string,
  statements: readonly SheetStatement[],
  isSass: boolean,
): StatementNames[] {
  return statements.map((statement) => {
    if (!isSass) return { ...nothing, emits: emitsAsIs(text, statement) };
    return new NameReader(text).read(statement);
  });
}

const nothing: StatementNames = { gives: [], needs: [], isDeferred: false, extends: [], asks: false, emits: false };

/** A mixin of Less with brackets is no rule: `.wide(@gap; @rim: 2px) when (@gap > 0) { … }`. */
const mixinHead = /^[.#][\w-]+\s*\((?:[^()]|\([^()]*\))*\)\s*(?:when\b[^]*)?$/;

function emitsAsIs(text: string, { kind, isLoud, word, start, headEnd }: SheetStatement): boolean {
  if (kind === "rule" && mixinHead.test(text.slice(start, headEnd).trim())) return false;
  if (kind === "comment") return isLoud === true;
  if (kind === "assignment") return false;
  return !(kind === "at-rule" && (word === "import" || word === "charset" || word === "plugin"));
}

/** Variables, and mixins with brackets: without them it may be a rule that is meant. */
export function namesOfLess(text: string, statements: readonly SheetStatement[]): GivenName[] {
  return statements.flatMap(({ kind, word, start, headEnd }): GivenName[] => {
    if (kind === "assignment") return [{ kind: "variable", name: word, start, end: start + word.length + 1 }];
    const head = text.slice(start, headEnd).trim();
    const [, name] = kind === "rule" && mixinHead.test(head) ? (/^[.#]([\w-]+)/.exec(head) ?? []) : [];
    return name === undefined ? [] : [{ kind: "mixin", name, start, end: start + name.length + 1 }];
  });
}

/** `_` and `-` are one in names of Sass. */
export function sameName(name: string): string {
  return name.replaceAll("_", "-");
}

const letters = String.raw`(?:[\w-]|[^\0-\x7f])`;
/** A variable, the head of a call, or a namespace before either. */
const names = new RegExp(
  String.raw`(?:(${letters}+)\.)?(?:\$(${letters}+)|((?:--)?[a-zA-Z_][\w-]*|-[a-zA-Z_][\w-]*)(?=\())|[()]`,
  "g",
);

/** At-rules whose heads are expressions, or hold some; of all others only what is put in is looked up. */
const evaluated = new Set([
  ...["if", "else", "while", "return", "debug", "warn", "error", "content"],
  ...["media", "supports", "at-root"],
]);

/** Declarations of which only what is put in is looked up: `--gap: $gap` stays as it is, and so do old filters. */
const asItIs = /^\s*--|:\s*(?:progid:|expression\s*\()/i;

/** At-rules that stay out of the compiled sheet. */
const silent = new Set([
  "use",
  "forward",
  "mixin",
  "function",
  "charset",
  "debug",
  "warn",
  "error",
  "return",
  "content",
  "extend",
]);
/** At-rules of which only what is in them is in it. */
const flow = new Set(["if", "else", "each", "for", "while"]);

class NameReader {
  readonly #gives: GivenName[] = [];
  readonly #needs: SheetName[] = [];
  readonly #extends: string[] = [];
  #asks = false;
  /** What stands around what is read, and decides if it is carried out. */
  readonly #chances: NameChance[] = [];
  /** Whether it is the text of a mixin or function. */
  #isCallable = false;
  #isParameter = false;

  constructor(readonly text: string) {}

  read(statement: SheetStatement): StatementNames {
    this.#statement(statement, new Set(), "top");
    const isDeferred = statement.kind === "at-rule" && (statement.word === "mixin" || statement.word === "function");
    return {
      gives: this.#gives,
      needs: this.#needs,
      isDeferred,
      extends: this.#extends,
      asks: this.#asks,
      emits: emits(statement),
    };
  }

  /** `bound` are names that are known within the statement; those of a block are known until its end. */
  #statement(statement: SheetStatement, bound: Set<string>, place: "top" | "flow" | "inside"): void {
    const { kind, word, start, headEnd, block } = statement;
    if (kind === "comment") return this.#comment(statement, bound);
    if (kind === "assignment") return this.#assignment(statement, bound, place);
    if (kind === "at-rule" && (word === "mixin" || word === "function")) return this.#callable(statement, bound, place);
    const inner = new Set(bound);
    if (kind === "at-rule") {
      if (word === "each" || word === "for") return this.#loop(statement, inner, place);
      if (word === "include") return this.#include(statement, inner);
      if (word === "extend") {
        const target = this.text
          .slice(start + 7, headEnd)
          .replace(/!optional/, "")
          .trim();
        this.#extends.push(target);
        for (const [, name = "", at] of matches(/%([\w-]+)/g, target))
          this.#needs.push({ kind: "placeholder", name: sameName(name), start: start + at, end: start + at });
      }
      if (word === "use" || word === "forward") return this.#configuration(statement, bound);
      if (word === "import") return;
      if (word === "supports") this.#supports(start, headEnd, inner);
    }
    // What a custom property is given is text, also in braces.
    if (kind !== "at-rule" && block && this.text.startsWith("--", start))
      return this.#expression(start, statement.end, inner, "selector");
    if (kind === "rule")
      for (const [, name = "", at] of matches(/%([a-zA-Z_][\w-]*)/g, this.text.slice(start, headEnd)))
        this.#gives.push({
          kind: "placeholder",
          name: sameName(name),
          start: start + at,
          end: start + at + name.length + 1,
        });
    const isExpression =
      (kind === "declaration" && !asItIs.test(this.text.slice(start, headEnd))) ||
      (kind === "at-rule" && evaluated.has(word));
    if (word !== "supports" || kind !== "at-rule")
      this.#expression(start, headEnd, inner, kind === "rule" ? "selector" : isExpression ? "value" : "selector");
    const isFlow = kind === "at-rule" && flow.has(word);
    const chance = !isFlow ? undefined : this.#isCallable || word !== "if" ? "perhaps" : "likely";
    this.#block(block, inner, isFlow && place !== "inside" ? "flow" : "inside", chance);
  }

  /** `(display: $x) and (--a: $x)`: of the latter only what is put in is looked up. */
  #supports(start: number, headEnd: number, bound: ReadonlySet<string>): void {
    let at = start;
    for (const match of this.text.slice(start, headEnd).matchAll(/\(\s*--(?:[^()]|\([^()]*\))*\)/g)) {
      const from = start + match.index;
      this.#expression(at, from, bound, "value");
      this.#expression(from, from + match[0].length, bound, "selector");
      at = from + match[0].length;
    }
    this.#expression(at, headEnd, bound, "value");
  }

  /** Of a comment that is compiled, what is put into it: `/*! v#{$version} *\/`. */
  #comment({ start, end, isLoud }: SheetStatement, bound: ReadonlySet<string>): void {
    if (isLoud !== true) return;
    for (const [, inner = "", at] of matches(/#\{([^{}]*)\}/g, this.text.slice(start, end)))
      this.#expression(start + at + 2, start + at + 2 + inner.length, bound, "value");
  }

  /** The statements of a block; what follows one that may leave it is only carried out perhaps. */
  #block(
    block: readonly SheetStatement[] | undefined,
    bound: Set<string>,
    place: "flow" | "inside",
    chance?: NameChance,
  ): void {
    const before = this.#chances.length;
    if (chance) this.#chances.push(chance);
    for (const each of block ?? []) {
      this.#statement(each, bound, place);
      if (flow.has(each.word) && leaves(each)) this.#chances.push("perhaps");
    }
    this.#chances.length = before;
  }

  #assignment({ start, headEnd, word }: SheetStatement, bound: Set<string>, place: "top" | "flow" | "inside"): void {
    const head = this.text.slice(start, headEnd);
    const colon = head.indexOf(":");
    this.#expression(start + colon + 1, headEnd, bound, "value");
    const isGlobal = /!global\b/.test(head);
    const from = /^([\w-]+)\.\$/.exec(head)?.[1];
    const name = sameName(word);
    const isDefault = /!default\b/.test(head);
    if (place === "inside" && !isGlobal && from === undefined) bound.add(name);
    else
      this.#gives.push({
        kind: "variable",
        name,
        ...(from !== undefined && { from }),
        start,
        end: start + colon,
        ...(isDefault && { isDefault }),
        ...(isGlobal && { isGlobal }),
        // Within a condition a name is only given to all where it has been given before.
        ...(place !== "top" && { isConditional: true }),
      });
    // What is given to all in a block is known in the rest of it.
    if (place !== "top" && from === undefined) bound.add(name);
  }

  #callable(
    { start, headEnd, word, block }: SheetStatement,
    bound: Set<string>,
    place: "top" | "flow" | "inside",
  ): void {
    const head = this.text.slice(start, headEnd);
    const [whole = "", name = ""] = /^(?:@[\w-]+\s+|=\s*)([\w-]+)/.exec(head) ?? [];
    const kind = word === "mixin" ? "mixin" : "function";
    if (place !== "inside")
      this.#gives.push({
        kind,
        name: sameName(name),
        start: start + whole.length - name.length,
        end: start + whole.length,
        ...(place === "flow" && { isConditional: true }),
      });
    // Within a rule it is known to what follows in the rule.
    if (place === "inside") bound.add(`${kind} ${sameName(name)}`);
    const inner = new Set(bound);
    this.#chances.push("perhaps");
    this.#isParameter = true;
    this.#parameters(start + whole.length, headEnd, inner);
    this.#isParameter = false;
    this.#chances.pop();
    const outer = this.#isCallable;
    this.#isCallable = true;
    this.#block(block, inner, "inside");
    this.#isCallable = outer;
  }

  /** `($a, $b: $gap, $rest...)`: the names are known from there on, what they are given is not theirs. */
  #parameters(start: number, end: number, bound: Set<string>): void {
    const head = this.text.slice(start, end);
    let depth = 0;
    let isName = false;
    // A parameter is known behind its own default: `($gap: $gap)`.
    let pending: string | undefined;
    const bind = (): void => {
      if (pending !== undefined) bound.add(pending);
      pending = undefined;
    };
    for (const match of head.matchAll(/[(),]|(?:([\w-]+)\.)?\$((?:[\w-]|[^\0-\x7f])+)(\s*:)?/g)) {
      const [unit, from, name] = match;
      if (unit === "(") [depth, isName] = [depth + 1, depth === 0];
      else if (unit === ")") depth -= 1;
      else if (unit === ",") {
        isName = depth === 1;
        if (isName) bind();
      } else if (name !== undefined) {
        if (isName) pending = sameName(name);
        else if (from !== undefined || !bound.has(sameName(name)))
          this.#need("variable", {
            name: sameName(name),
            ...(from !== undefined && { from }),
            start: start + match.index,
            end: start + match.index + unit.length,
          });
        isName = false;
      }
    }
    bind();
    this.#calls(start, end, bound);
  }

  #loop({ start, headEnd, word, block }: SheetStatement, bound: Set<string>, place: "top" | "flow" | "inside"): void {
    const head = this.text.slice(start, headEnd);
    const split = head.search(word === "each" ? /\sin\s/ : /\sfrom\s/);
    this.#expression(start + Math.max(split, 0), headEnd, bound, "value");
    for (const [, name = ""] of matches(/\$([\w-]+)/g, head.slice(0, Math.max(split, 0)))) bound.add(sameName(name));
    this.#block(block, bound, place === "inside" ? "inside" : "flow", "likely");
  }

  #include({ start, headEnd, block }: SheetStatement, bound: Set<string>): void {
    const head = this.text.slice(start, headEnd);
    const [whole = "", from, name = ""] = /^(?:@include\s+|\+\s*)(?:([\w-]+)\.)?([\w-]+)/.exec(head) ?? [];
    if (name !== "" && !bound.has(`mixin ${sameName(name)}`))
      this.#need("mixin", {
        name: sameName(name),
        ...(from !== undefined && { from }),
        ...(/^\s*(?:\(\s*\))?\s*(?:using\b|$)/.test(head.slice(whole.length)) && { isBare: true as const }),
        start: start + whole.length - name.length,
        end: start + whole.length,
      });
    const using = /\busing\s*\(([^)]*)\)\s*$/.exec(head);
    this.#expression(start + whole.length, using ? start + using.index : headEnd, bound, "arguments");
    for (const [, each = ""] of matches(/\$([\w-]+)/g, using?.[1] ?? "")) bound.add(sameName(each));
    this.#block(block, bound, "inside");
  }

  /** `@use "a" with ($gap: $small)` */
  #configuration({ start, headEnd }: SheetStatement, bound: Set<string>): void {
    const at = this.text.slice(start, headEnd).search(/\bwith\s*\(/);
    if (at < 0) return;
    const open = this.text.indexOf("(", start + at);
    for (const match of this.text.slice(open, headEnd).matchAll(/(?:([\w-]+)\.)?\$([\w-]+)(\s*:)?/g))
      if (match[3] === undefined && (match[1] !== undefined || !bound.has(sameName(match[2] ?? ""))))
        this.#need("variable", {
          name: sameName(match[2] ?? ""),
          ...(match[1] !== undefined && { from: match[1] }),
          start: open + match.index,
          end: open + match.index + match[0].length,
        });
    this.#calls(open, headEnd, bound);
  }

  /** Variables and calls; in a selector, and in a text, only those that are put in: `#{$name}`. */
  #expression(start: number, end: number, bound: ReadonlySet<string>, how: "value" | "arguments" | "selector"): void {
    const spans = spansToRead(this.text, start, end, how === "selector" ? how : "value");
    const open: ("call" | "if" | "group")[] = [];
    for (const [from, to] of spans)
      this.#span(from, to, bound, { variables: true, open, isCall: how === "arguments" && from === start });
  }

  #calls(start: number, end: number, bound: ReadonlySet<string>): void {
    for (const [from, to] of spansToRead(this.text, start, end, "value"))
      this.#span(from, to, bound, { variables: false, open: [], isCall: false });
  }

  /** `open` are the brackets around it, which texts may part; `isCall`: the first one is that of a call. */
  #span(
    start: number,
    end: number,
    bound: ReadonlySet<string>,
    {
      variables,
      open,
      isCall,
    }: { readonly variables: boolean; readonly open: ("call" | "if" | "group")[]; readonly isCall: boolean },
  ): void {
    const part = this.text.slice(start, end);
    for (const match of part.matchAll(asking)) this.#ask(match, start + match.index + match[0].length, bound);
    let wasCall: boolean | "if" = isCall;
    names.lastIndex = 0;
    for (let match = names.exec(part); match; match = names.exec(part)) {
      const [whole, from, variable, called] = match;
      const at = match.index;
      if (whole === "(") {
        open.push(wasCall === "if" ? "if" : wasCall ? "call" : "group");
        // `if($a, $b, $c)` looks only one of the two up.
        if (wasCall === "if") this.#chances.push("perhaps");
      } else if (whole === ")" && open.pop() === "if") this.#chances.pop();
      wasCall = called === "if" ? "if" : called !== undefined;
      if (called !== undefined) {
        if (part.charAt(at - 1) === "." || part.charAt(at - 1) === "@") continue;
        if (!bound.has(`function ${sameName(called)}`))
          this.#need("function", {
            name: sameName(called),
            ...(from !== undefined && { from }),
            ...(/^\(\s*\)/.test(part.slice(at + whole.length)) && { isBare: true as const }),
            start: start + at + whole.length - called.length,
            end: start + at + whole.length,
          });
      }
      if (variable === undefined || !variables) continue;
      // `scale($by: 2)`: the name of an argument. In brackets of their own, `($moss: 1)` has a variable as its key.
      const isArgument =
        (open.at(-1) === "call" || open.at(-1) === "if") &&
        /^\s*:/.test(part.slice(at + whole.length)) &&
        /[(,]\s*$/.test(part.slice(0, at));
      if (isArgument || (from === undefined && bound.has(sameName(variable)))) continue;
      this.#need("variable", {
        name: sameName(variable),
        ...(from !== undefined && { from }),
        start: start + at,
        end: start + at + whole.length,
      });
    }
  }

  /** `variable-exists("gap")` asks for one name; what is put together may ask for any. `at` is behind the bracket. */
  #ask([whole, , mixin, called]: RegExpMatchArray, at: number, bound: ReadonlySet<string>): void {
    onlyText.lastIndex = gotAtOnce.lastIndex = at;
    const [all = "", , name] = onlyText.exec(this.text) ?? [];
    if (name === undefined) {
      this.#asks ||= !(/(?:call|apply)\s*\($/.test(whole) && gotAtOnce.test(this.text));
      return;
    }
    if (/(?:call|apply|module-\w+)\s*\($/.test(whole)) {
      this.#asks = true;
      return;
    }
    const kind = mixin !== undefined ? "mixin" : called !== undefined ? "function" : "variable";
    if (kind === "variable" && bound.has(sameName(name))) return;
    const start = at + all.indexOf(name);
    this.#need(kind, { name: sameName(name), isAsked: true, start, end: start + name.length });
  }

  #need(kind: SheetNameKind, name: Omit<SheetName, "kind">): void {
    const chance = this.#chances.includes("perhaps") ? "perhaps" : this.#chances.at(-1);
    this.#needs.push({
      kind,
      ...name,
      ...(chance && { chance }),
      ...(this.#isParameter && { isForParameter: true as const }),
    });
  }
}

/** Whether a statement may end the text of a function that it stands in. */
function leaves({ kind, word, block }: SheetStatement): boolean {
  return (kind === "at-rule" && (word === "return" || word === "error")) || (block ?? []).some(leaves);
}

/** Whether anything of a statement may be in the compiled sheet. */
function emits({ kind, word, isLoud, block }: SheetStatement): boolean {
  if (kind === "comment") return isLoud === true;
  if (kind === "assignment") return false;
  if (kind === "at-rule" && (silent.has(word) || word === "import")) return false;
  if (kind === "at-rule" && flow.has(word)) return (block ?? []).some(emits);
  return true;
}

function matches(pattern: RegExp, text: string): (readonly [whole: string, first: string, at: number])[] {
  return [...text.matchAll(pattern)].map((match) => [match[0], match[1] ?? "", match.index] as const);
}
