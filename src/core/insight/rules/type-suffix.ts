import { languageFor, type DeclaredType, type NamespaceForms } from "../../languages/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { splitWords } from "../../base/names/index.js";
import { addTo } from "../../base/grouping.js";
import { typesOfApp, type AppType } from "./type-names.js";
import type { Found, Rule, RuleContext } from "./rule.js";

/** Fewer types of a kind show no custom. */
const fewest = 4;
/** So many of a kind have to say it. */
const mostly = 0.75;

/** `("PRTreesController", "ViewController")` → `PRTreesViewController`: what says a part of it says it whole. */
function withSuffix(name: string, suffix: string): string {
  const words = splitWords(suffix);
  for (let count = words.length - 1; count > 0; count -= 1) {
    const part = words.slice(-count).join("");
    if (name.endsWith(part)) return name.slice(0, -part.length) + suffix;
  }
  return name + suffix;
}

export const typeSuffix: Rule = {
  name: "type-suffix",
  asks: "Where an app's types of one kind end with the word for it, every type of the kind does; so with the letter of interfaces.",
  why: "Who reads `PRTrees` cannot tell whether it is the screen, the cell or the model; the others say it.",
  wrong: "final class PRSwaps: UIViewController { … }",
  right: "final class PRSwapsViewController: UIViewController { … }",
  *find(context) {
    const kinds = new Map<string, AppType[]>();
    for (const { kind, type } of [...bySharing(context), ...byNamespace(context)]) addTo(kinds, kind, type);
    for (const [suffix, types] of kinds) {
      const without = types.filter(({ name }) => !name.endsWith(suffix));
      const share = 1 - without.length / types.length;
      if (types.length < fewest || share < mostly) continue;
      for (const { file, name, start } of without) {
        const to = withSuffix(name, suffix);
        yield {
          file,
          start,
          about: name,
          confidence: share,
          what: { code: "without suffix", name, suffix },
          repair: { kind: "rename", name, to, isSure: false },
        };
      }
    }
    yield* interfacesWithout(context);
  },
};

interface OfKind {
  readonly kind: string;
  readonly type: AppType;
}

/** Types by their kinds, in languages whose files know each other's types without naming the files. */
function* bySharing(context: RuleContext): Iterable<OfKind> {
  const own = new Map(typesOfApp(context).map((type) => [`${type.file}\n${type.name}`, type]));
  for (const file of new Set([...own.values()].map((type) => type.file))) {
    const types = languageFor(file)?.types;
    const text = context.tree.text(file)?.text ?? "";
    const asked = types?.kinds?.filter(({ parent }) => parent.test(text)) ?? [];
    if (asked.length === 0) continue;
    for (const { type = "", parents, isExtension } of types?.read(text, nameOf(file))?.scopes ?? []) {
      const found = own.get(`${file}\n${type}`);
      const kind = asked.find(({ parent }) => parents.some((each) => parent.exec(each)?.[0] === each));
      if (found && kind && isExtension !== true) yield { kind: kind.suffix, type: found };
    }
  }
}

/** The same where types are known by their namespaces. */
function* byNamespace(context: RuleContext): Iterable<OfKind> {
  for (const { path, forms, types } of spacedTypes(context))
    for (const { name, start, descends, isInterface } of types) {
      const kind = forms.kinds?.find(({ parent }) => descends.some((each) => parent.test(each)));
      // What is built on by others of its kind is called as it is.
      if (kind && isInterface !== true) yield { kind: kind.suffix, type: { file: path, name, start } };
    }
}

/** Interfaces that do not begin as nearly all others do. */
function* interfacesWithout(context: RuleContext): Iterable<Found> {
  const found = [...spacedTypes(context)].flatMap(({ path, forms, types }) =>
    types.flatMap(({ name, start, isInterface }) =>
      isInterface === true && forms.interfacePrefix !== undefined
        ? [{ file: path, name, start, prefix: forms.interfacePrefix }]
        : [],
    ),
  );
  const without = found.filter(({ name, prefix }) => !new RegExp(`^${prefix}\\p{Lu}`, "u").test(name));
  const share = 1 - without.length / found.length;
  if (found.length < fewest || share < mostly) return;
  for (const { file, name, start, prefix } of without)
    yield {
      file,
      start,
      about: name,
      confidence: share,
      what: { code: "without prefix", name, prefix },
      repair: { kind: "rename", name, to: prefix + name, isSure: false },
    };
}

/** The types of the app's own code that stand in no other, of texts that may hold one of a kind. */
function* spacedTypes({ entries, tree }: RuleContext): Iterable<{
  readonly path: ProjectPath;
  readonly forms: NamespaceForms;
  readonly types: readonly DeclaredType[];
}> {
  for (const { path, role } of entries) {
    const forms = languageFor(path)?.namespaces;
    if (!forms?.kinds || /^(?:test|entry|generated)$/.test(role.is ?? "")) continue;
    const text = tree.text(path)?.text ?? "";
    const mayHold =
      /\binterface\s/.test(text) ||
      forms.kinds.some(({ parent }) => new RegExp(`[:,.]\\s*${parent.source.replace(/^\^|\$$/g, "")}\\b`).test(text));
    const names = mayHold ? forms.read(text) : undefined;
    if (names) yield { path, forms, types: names.types.filter(({ scope }) => names.scopes[scope]?.kind !== "type") };
  }
}
