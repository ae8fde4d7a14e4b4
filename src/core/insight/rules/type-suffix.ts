import { languageFor } from "../../languages/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { splitWords } from "../../base/names/index.js";
import { addTo } from "../../base/grouping.js";
import { typesOfApp } from "./type-names.js";
import type { Rule } from "./rule.js";

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
  asks: "Where an app's types of one kind end with the word for it, every type of the kind does.",
  why: "Who reads `PRTrees` cannot tell whether it is the screen, the cell or the model; the others say it.",
  wrong: "final class PRSwaps: UIViewController { … }",
  right: "final class PRSwapsViewController: UIViewController { … }",
  *find(context) {
    const own = new Map(typesOfApp(context).map((type) => [`${type.file}\n${type.name}`, type]));
    const kinds = new Map<string, { readonly file: ProjectPath; readonly name: string; readonly start: number }[]>();
    for (const file of new Set([...own.values()].map((type) => type.file))) {
      const types = languageFor(file)?.types;
      const text = context.tree.text(file)?.text ?? "";
      const asked = types?.kinds?.filter(({ parent }) => parent.test(text)) ?? [];
      if (asked.length === 0) continue;
      for (const { type = "", parents, isExtension } of types?.read(text, nameOf(file))?.scopes ?? []) {
        const found = own.get(`${file}\n${type}`);
        const kind = asked.find(({ parent }) => parents.some((each) => parent.exec(each)?.[0] === each));
        if (found && kind && isExtension !== true) addTo(kinds, kind.suffix, found);
      }
    }
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
  },
};
