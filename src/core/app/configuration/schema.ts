/**
 * The form of `steady-shelf.yaml`. From here come the validation, the JSON Schema in `schema/`, and the tables of
 * `docs/configuration.md` (`npm run generate`).
 */
import * as z from "zod/mini";
import { roles, structuralWords, type Role } from "../arrangement/index.js";
import { ruleGroups, ruleNames, severities, type RuleGroup, type RuleName } from "./rule-names.js";
import { described, patternsSchema, roleSchema, shelfSchema } from "../arrangement/schemas.js";

const text = z.string().check(z.minLength(1));

type Word = Role | (typeof structuralWords)[number];
const words = z.enum([...new Set([...roles, ...structuralWords])] as [Word, ...Word[]]);

/** The whole file. */
export const configurationSchema = z.strictObject({
  $schema: z.optional(described(text, "The JSON Schema, for editors that complete and check while you type.")),
  version: described(z.literal(1), "The version of this form."),
  stack: z.optional(
    described(
      text,
      "How the app is built: `react-web`, `react-native`, `vue`, `flutter`, `swiftui`, `uikit`, `wpf`, `sass` or `less`. Without it, found from the manifests; one that speaks of style sheets alone leaves it to the code.",
    ),
  ),
  language: z.optional(
    described(
      z.enum(["typescript", "javascript"]),
      "What new files are written in, where the stack leaves the choice. Without it, as the manifests say.",
    ),
  ),
  source: z.optional(described(text, "The source root, from this file's folder. Without it, the stack's usual one.")),
  arrangement: z.optional(
    described(
      text,
      "One that ships (`layer-first`, `feature-first`, …), the path of your own file, or `own`: the app has the shelves that stand under `shelves:`, and no others. Without it, the one that fits, or what is learnt from the app.",
    ),
  ),
  words: z.optional(
    described(
      z.partialRecord(words, text),
      "Your folder words, where they are not the stack's: `screen: pages`, `features: modules`.",
    ),
  ),
  names: z.optional(
    described(
      z.partialRecord(roleSchema, patternsSchema),
      "Your naming patterns by role, where they are not the stack's; `any` where files are named as one likes.",
    ),
  ),
  "public-index": z.optional(
    described(
      z.boolean(),
      "Whether other features may only come in through a feature's index. Without it, as the arrangement says; `init` writes `false` where the features of an app import from one another past it.",
    ),
  ),
  state: z.optional(
    described(
      z.enum(["together", "apart"]),
      "How a piece of state is kept: `together` in one file, or `apart`, with actions and constants in files of their own. `check` says what is kept otherwise, and `arrange --state` writes it. Without it, either will do.",
    ),
  ),
  "class-prefix": z.optional(
    described(
      z.string().check(z.regex(/^[A-Z]{1,5}$/)),
      "The letters with which the app's own types begin: `PR` for `PRTreesViewController`. Without it, what the project file says, if most types have it, or what most types show.",
    ),
  ),
  "keep-namespaces": z.optional(
    described(
      z.boolean(),
      "Every type stays in its namespace when its file moves, as with `--keep-namespaces`. Without it, namespaces follow folders where nine of ten files of the project show that they do.",
    ),
  ),
  "in-groups": z.optional(
    described(
      z.boolean(),
      "Shelves are groups of an Xcode project, wherever the files lie: `survey`, `compare`, `check`, `explain` and `arrange` go by what the project shows, as with `--groups`. Without it, shelves are folders.",
    ),
  ),
  "group-order": z.optional(
    described(
      z.array(z.enum(["kind", "alphabet"])).check(z.minLength(1)),
      "In which order the groups of a project list what they hold: `[kind, alphabet]` puts what is of one kind together, and that by its name. `check` says what is not, and `arrange --order` writes it. Without it, any will do.",
    ),
  ),
  shelves: z.optional(
    described(z.array(shelfSchema), "Shelves of your own: added, or instead of the arrangement's at the same place."),
  ),
  companions: z.optional(
    described(
      z.partialRecord(roleSchema, z.array(text)),
      "What `add` makes beside a file of a role: `component: [style, test, story]`.",
    ),
  ),
  starters: z.optional(
    described(text, "A folder with starters of your own. One with the name of ours is taken instead of it."),
  ),
  features: z.optional(
    described(z.record(text, z.array(text)), "Other words that mean a feature: `trees: [tree, orchard-map]`."),
  ),
  files: z.optional(
    described(
      z.record(
        text,
        z.union([z.literal("leave"), z.strictObject({ role: z.optional(roleSchema), feature: z.optional(text) })]),
      ),
      "What should not be guessed, by path or glob: `leave`, or a role and a feature.",
    ),
  ),
  aliases: z.optional(
    described(
      z.record(text, z.string()),
      'What names mean, where tsconfig and the manifests do not say it: `"~": src`.',
    ),
  ),
  rules: z.optional(
    described(
      z.partialRecord(
        z.enum([...ruleGroups, ...ruleNames] as [RuleGroup | RuleName, ...(RuleGroup | RuleName)[]]),
        z.union([
          z.enum(severities),
          z.strictObject({
            severity: z.optional(z.enum(severities)),
            most: z.optional(z.number().check(z.int(), z.minimum(1))),
          }),
        ]),
      ),
      "The severity of findings, by group or by rule: `off`, `warning` or `error`; for a rule with a limit also `{ most: 60 }`.",
    ),
  ),
});
