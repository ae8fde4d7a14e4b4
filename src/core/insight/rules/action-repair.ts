/** What the text of an action would be with its feature in front, as other actions have it. */
import { inCase, splitWords } from "../../base/names/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { stateFamilies } from "../state/index.js";
import type { Repair, RuleContext } from "./rule.js";

/**
 * `entry/added` → `harvest/added`, `ENTRY_ADDED` → `HARVEST_ENTRY_ADDED`, `entryAdded` → `harvestEntryAdded`; `like` is another action
 * of the feature that has it in front. Nothing where another action is called so, or where it begins so already.
 */
export function withFeature(
  text: string,
  {
    feature,
    like,
    taken,
  }: { readonly feature: string; readonly like?: string | undefined; readonly taken: ReadonlySet<string> },
): string | undefined {
  const to = spelledWith(text, feature, like);
  return to === text || taken.has(to) ? undefined : to;
}

const head = /^([^/:.]+)([/:.])(.+)$/;

function spelledWith(text: string, feature: string, like = ""): string {
  const words = splitWords(feature);
  const [, first = "", mark = "", rest = ""] = head.exec(text) ?? [];
  if (mark !== "") {
    const own = head.exec(like)?.[1] ?? (isLoud(first) ? inCase(words, "snake").toUpperCase() : inCase(words, "camel"));
    return `${own}${mark}${rest}`;
  }
  if (isLoud(text)) return `${inCase(words, "snake").toUpperCase()}_${text}`;
  return inCase([...words, ...splitWords(text)], text.includes("-") ? "kebab" : text.includes("_") ? "snake" : "camel");
}

function isLoud(text: string): boolean {
  return /\p{Lu}/u.test(text) && !/\p{Ll}/u.test(text);
}

/** The files in which the texts of one of two declarations stand, and those of the other; nothing where they cannot be told apart. */
export function onlyIn(
  { catalogue, graph }: RuleContext,
  path: ProjectPath,
  other: ProjectPath,
): NonNullable<Extract<Repair, { readonly kind: "action text" }>["only"]> | undefined {
  const families = stateFamilies({ catalogue, graph }).map(({ reducer, others }) => [
    reducer,
    ...others.map((each) => each.path),
  ]);
  const of = (file: ProjectPath): readonly ProjectPath[] => families.find((family) => family.includes(file)) ?? [file];
  const [files, others] = [of(path), of(other)];
  return files.some((file) => others.includes(file)) ? undefined : { files, others };
}
