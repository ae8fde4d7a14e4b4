/**
 * The names of one Dart text. What no declaration of the text explains is taken of the library's other files or of what is imported: of
 * each name, those directives are known that may give it, by their lists.
 */
import type { Identifier, Member, NamePlace, Taking, TextNames, Variable } from "../names.js";
import { readDart } from "./extract.js";
import type { Link } from "./links.js";
import { scopesOf } from "./scopes.js";
import type { Declared } from "./token-walk.js";
import { reserved, tokensOf, type Token } from "./tokens.js";

/** Tells the names of a text apart; `undefined` where it has an error. */
export function dartNames(text: string, name: string): TextNames | undefined {
  const tokens = tokensOf(text);
  const { extraction, links } = readDart(text, name, "references");
  if (!tokens || extraction.reading !== "whole") return undefined;
  return new Names(tokens, links).result();
}

class Names {
  readonly #prefixes = new Map<string, NamePlace[]>();
  readonly #takings = new Map<string, { readonly links: readonly Link[]; readonly members: Member[] }>();

  constructor(
    readonly tokens: readonly Token[],
    readonly links: readonly Link[],
  ) {}

  result(): TextNames {
    const { scopes, uses } = scopesOf(this.tokens);
    for (const { prefix } of this.links)
      if (prefix) {
        const places = this.#prefixes.get(prefix.name) ?? [];
        places.push({ start: prefix.start, end: prefix.end, form: "name", isDeclared: true });
        this.#prefixes.set(prefix.name, places);
      }
    for (const { token, at, scope } of uses) {
      const declared = scope.find(token.text);
      const prefixed = declared ? undefined : this.#prefixes.get(token.text);
      if (declared) declared.places.push({ token, isDeclared: false });
      else if (prefixed) prefixed.push(this.#prefixedPlace(token, at));
      else this.#free(token);
    }
    const declared = scopes.flatMap((scope) => [...scope.declared.values()]);
    const prefixes = [...this.#prefixes].map(([name, places]): Variable => {
      return { name, level: "top", places: inOrder(places) };
    });
    return {
      variables: [...declared.map(variableOf), ...prefixes],
      takings: [...this.#takings.values()].flatMap(takingOf).concat(this.links.flatMap(hidingOf)),
      labels: [],
      identifiers: this.tokens.flatMap((token): Identifier[] =>
        token.kind === "name" && !reserved.has(token.text) ? [{ name: token.text, start: token.start }] : [],
      ),
    };
  }

  /** `trees.Tree`: what is taken of all that a prefix stands for. */
  #prefixedPlace({ start, end }: Token, at: number): NamePlace {
    const [dot, taken] = [this.tokens[at + 1], this.tokens[at + 2]];
    const member = dot?.text === "." && taken?.kind === "name" ? [memberOf(taken)] : undefined;
    return { start, end, form: "name", isDeclared: false, ...(member && { members: member }) };
  }

  /** A name that the text does not explain, with the directives that may. */
  #free(token: Token): void {
    const givers = this.links.filter((link) => mayGive(link, token.text));
    if (givers.length === 0) return;
    const key = givers.map(({ references }) => references.join()).join(" ");
    const there = this.#takings.get(key);
    if (there) there.members.push(memberOf(token));
    else this.#takings.set(key, { links: givers, members: [memberOf(token)] });
  }
}

function mayGive({ kind, prefix, show, hide }: Link, name: string): boolean {
  if (kind === "re-export" || prefix) return false;
  if (name.startsWith("_")) return kind !== "import";
  return (show?.some((each) => each.name === name) ?? true) && !hide.some((each) => each.name === name);
}

function memberOf({ text, start, end }: Token): Member {
  return { name: text, start, end, form: "name" };
}

type Taken = { readonly links: readonly Link[]; readonly members: readonly Member[] };

function takingOf({ links, members }: Taken): Taking[] {
  const [reference, ...others] = links.flatMap(({ references }) => references);
  return reference === undefined ? [] : [{ reference, others, members }];
}

/** `hide Tree` names what it does not take. */
function hidingOf({ references: [reference, ...others], hide }: Link): Taking[] {
  const members = hide.map(({ name, start, end }): Member => ({ name, start, end, form: "name" }));
  return reference === undefined || members.length === 0 ? [] : [{ reference, others, members }];
}

function variableOf({ name, isTop, places }: Declared): Variable {
  const found = places.map(({ token: { start, end }, isDeclared }): NamePlace => {
    return { start, end, form: "name", isDeclared };
  });
  return { name, level: isTop ? "top" : "inner", places: inOrder(found) };
}

function inOrder(places: readonly NamePlace[]): NamePlace[] {
  return [...places].sort((a, b) => a.start - b.start);
}
