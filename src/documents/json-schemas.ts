/** The documents of `check --json` and `survey --json`, from which `schema/check.json` and `schema/survey.json` are made. */
import * as z from "zod/mini";
import { described } from "../core/app/arrangement/schemas.js";
import { ruleNames, type RuleName } from "../core/app/configuration/rule-names.js";
import type { Repair } from "../core/insight/rules/index.js";
import { caseCodes } from "../wording/findings.js";
import { reasonCodes } from "../wording/reasons.js";

const text = z.string();
const number = z.number();
const rule = z.enum(ruleNames as readonly [RuleName, ...RuleName[]]);
const path = described(text, "From the project's root, with `/`.");
const position = z.strictObject({ line: number, column: number });

/** Every kind of repair; the compiler sees that none is missing. */
const repairKinds: Readonly<Record<Repair["kind"], true>> = {
  move: true,
  respell: true,
  rename: true,
  "action text": true,
  state: true,
  regroup: true,
  "list order": true,
  "list file": true,
  "list feature": true,
  "sample keys": true,
  "sample value": true,
  "sheet lines": true,
  "sheet modules": true,
  "sheet sections": true,
  namespace: true,
};

const repair = z.strictObject({
  kind: z.enum(Object.keys(repairKinds) as [Repair["kind"], ...Repair["kind"][]]),
  safe: described(z.boolean(), "Whether `check --fix` carries it out without asking."),
  moves: z.optional(z.array(z.strictObject({ from: path, to: path }))),
  name: z.optional(described(text, "The name that is another then.")),
  text: z.optional(described(text, "The text of the action.")),
  to: z.optional(described(text, "The new name, or the new text.")),
  layout: z.optional(described(z.enum(["together", "apart"]), "How the piece of state is kept then.")),
});

/** One finding. */
export const findingSchema = z.strictObject({
  rule,
  severity: z.enum(["warning", "error"]),
  confidence: described(number, "How sure it is, from 0 to 1: 1 is read off the files, less is a judgement."),
  file: path,
  shownAt: z.optional(
    described(
      text,
      "Where the project shows the file, by its groups, if it was judged by them and they are elsewhere.",
    ),
  ),
  at: z.optional(described(position, "Lines and columns from 1; the whole file is meant without it.")),
  message: text,
  advice: text,
  case: described(
    z.looseObject({ code: z.enum(caseCodes as [string, ...string[]]) }),
    "What is wrong, for machines: a code, and what it is said of.",
  ),
  about: z.optional(
    described(text, "What it is about besides the file; with rule and file it stays the same from day to day."),
  ),
  repair: z.optional(repair),
  orElse: z.optional(described(repair, "Another repair; which of them is right, only a person can say.")),
});

/** What `check --json` prints. */
export const checkSchema = z.strictObject({
  version: z.literal(1),
  errors: number,
  warnings: number,
  accepted: described(number, "Findings that were accepted earlier; they are not in `findings`."),
  files: number,
  findings: z.array(findingSchema),
  acceptedButGone: described(
    z.array(z.strictObject({ file: text, line: text })),
    "Lines of the list of accepted findings that no finding answers to.",
  ),
  unread: described(
    z.array(z.strictObject({ file: path, at: position, reason: text })),
    "Files with a syntax error, around which something may be missing.",
  ),
  undecided: described(
    number,
    "References that were not judged: they need a build, packages, or what lies beside the project.",
  ),
  unplaced: described(
    z.array(z.strictObject({ on: number, of: number })),
    "Apps of which too few files are on shelves, so that none was judged by its shelf.",
  ),
});

const judgement = z.strictObject({
  is: z.nullable(text),
  confidence: described(number, "From 0 to 1."),
  orElse: z.optional(described(text, "The rival, where it comes close.")),
  evidence: z.array(
    z.strictObject({
      for: text,
      weight: number,
      because: text,
      reason: described(
        z.looseObject({ code: z.enum(reasonCodes as [string, ...string[]]) }),
        "The same for machines: a code, and what it is said of.",
      ),
      doubt: z.optional(described(text, "What the file's own text says against it.")),
    }),
  ),
});
const count = z.strictObject({ name: text, files: number });
const placed = z.strictObject({ file: path, at: position, text });

const surveyedApp = z.strictObject({
  folder: path,
  stack: text,
  language: z.enum(["typescript", "javascript"]),
  source: path,
  arrangement: z.strictObject({
    name: text,
    guessed: described(z.boolean(), "Whether no configuration names it."),
  }),
  files: number,
  catalogued: described(number, "Files of the app's own code, style and assets."),
  roles: z.array(count),
  features: z.array(count),
  references: number,
  folders: described(z.array(count), "The largest, at most five."),
  scatter: z.array(z.strictObject({ feature: text, files: number, folders: number, steps: number })),
  cycles: z.array(z.array(text)),
  unresolved: z.array(placed),
  undecided: described(
    number,
    "References that cannot be resolved here: they need a build, packages, or what lies beside the project.",
  ),
  unreferenced: z.array(path),
  sameContent: z.array(z.array(path)),
  unread: z.array(placed),
  onShelf: number,
  onNone: number,
  next: z.array(z.strictObject({ command: text, why: text, step: z.looseObject({ code: text }) })),
  unsure: described(z.array(path), "Files of whose role or feature nobody can be sure."),
  catalogue: z.array(
    z.strictObject({
      file: path,
      role: judgement,
      feature: judgement,
      shelf: z.nullable(text),
      companionOf: z.optional(path),
      index: z.optional(z.boolean()),
      left: z.optional(z.boolean()),
    }),
  ),
});

/** What `survey --json` prints. */
export const surveySchema = z.strictObject({
  version: z.literal(1),
  commits: described(z.nullable(number), "Commits that were looked at; `null` without a history."),
  apps: z.array(surveyedApp),
});
