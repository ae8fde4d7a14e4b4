/** How directives are read and written. */
import type { Directive, DirectiveForms, DirectiveText } from "../directives.js";
import { isHidden } from "./bonds.js";
import { readDart } from "./extract.js";
import { isOfTheFile } from "./statements.js";

function read(text: string, name: string): readonly Directive[] {
  return readDart(text, name, "references").links.map(({ kind, references, prefix, isDeferred, show, hide }) => ({
    kind,
    references,
    ...(prefix && { prefix: prefix.name }),
    ...(isDeferred === true && { isDeferred }),
    ...(show && { show: show.map((each) => each.name) }),
    hide: hide.map((each) => each.name),
  }));
}

function write({ kind, specifier, prefix, show, hide = [] }: DirectiveText, quote: string): string {
  const word = kind === "re-export" ? "export" : kind;
  return [
    `${word} ${quote}${specifier}${quote}`,
    ...(prefix === undefined ? [] : [`as ${prefix}`]),
    ...(show === undefined ? [] : [`show ${show.join(", ")}`]),
    ...(hide.length === 0 ? [] : [`hide ${hide.join(", ")}`]),
  ]
    .join(" ")
    .concat(";");
}

/** dart.dev, "Effective Dart: Style", "Ordering": `dart:`, then packages, then relative ones; exports behind imports, parts last. */
function rankOf({ kind, specifier }: DirectiveText): number {
  const scheme = /^dart:/.test(specifier) ? 0 : /^package:/.test(specifier) ? 1 : 2;
  return { import: 0, "re-export": 10, part: 20 }[kind] + scheme;
}

/** Behind the last that comes before it; among its like by the alphabet, where they are in its order. */
function placeAmong(written: readonly DirectiveText[], added: DirectiveText): number | undefined {
  const like = written.flatMap((each, index) => (rankOf(each) === rankOf(added) ? [index] : []));
  const names = like.map((index) => written[index]?.specifier ?? "");
  const isOrdered = names.every((name, at) => at === 0 || (names[at - 1] ?? "") <= name);
  if (like.length > 0) {
    const before = isOrdered ? like.filter((index) => (written[index]?.specifier ?? "") < added.specifier) : like;
    if (before.length > 0) return before.at(-1);
    return (like[0] ?? 0) > 0 ? (like[0] ?? 0) - 1 : undefined;
  }
  const before = written.flatMap((each, index) => (rankOf(each) < rankOf(added) ? [index] : []));
  return before.at(-1);
}

function madeFor(specifier: string, from: string, to: string): string | undefined {
  const stemOf = (name: string): string => name.replace(/^.*\//, "").replace(/\.dart$/, "");
  const stem = stemOf(from);
  return specifier.startsWith(`${stem}.`) ? stemOf(to) + specifier.slice(stem.length) : undefined;
}

/** What generators put between a file's stem and its extension; the file's own `part` lines say the rest. */
export const generated =
  ".g .freezed .gr .mocks .config .gen .pb .pbenum .pbjson .pbserver .pbgrpc .chopper .mapper .drift .realm .tailor .steps .reflectable .graphql .gql".split(
    " ",
  );

/** Types of literals, of what is asynchronous, of loops, and annotations of the language (Dart Language Specification). */
const ofLanguage = new Set(
  "int double num bool String List Map Set Symbol Type Function Object Null Never Record Iterable Future Stream Enum dynamic override deprecated".split(
    " ",
  ),
);

export const dartDirectives: DirectiveForms = {
  lookup: "dart",
  read,
  write,
  isHidden,
  placeAmong,
  madeFor,
  isMadeName: (name) => generated.some((infix) => name.endsWith(`${infix}.dart`)),
  // Dart Language Versioning: a comment at the head of a library.
  version: (text) => /^\/\/\s*@dart\s*=\s*([\d.]+)/m.exec(text)?.[1] ?? "",
  isForAll: isOfTheFile,
  isOfLanguage: (name) => ofLanguage.has(name),
  tidying: "dart fix --apply",
  fileCase: "snake",
};
