/** The schemas of shelves and arrangements, for `steady-shelf.yaml` and for files of the user's own. */
import * as z from "zod/mini";
import { roles, type Role } from "./roles.js";

/** A copy of a schema with the sentence that the JSON Schema and the documentation show. */
export function described<Schema extends z.ZodMiniType>(schema: Schema, description: string): Schema {
  const copy = schema.clone(schema._zod.def);
  z.globalRegistry.add(copy, { description });
  return copy;
}

/** One of the roles. */
export const roleSchema = z.enum(roles as readonly [Role, ...Role[]]);

const text = z.string().check(z.minLength(1));
const texts = z.union([text, z.array(text)]);

/** One or several naming patterns. */
export const patternsSchema = texts;

/** One shelf, as in an arrangement or in the configuration. */
export const shelfSchema = z.strictObject({
  at: described(
    text,
    "Its folder, from the source root; `.` is the source root, a leading `/` starts at the project. `{feature}` and `{name}` stand for themselves, `{part}` for each part of the role, and any other word in braces for the stack's word: `{screen}`, `{features}`.",
  ),
  holds: described(z.union([roleSchema, z.array(roleSchema)]), "The role of its files, or several."),
  files: z.optional(
    described(
      z.union([text, z.array(text), z.partialRecord(roleSchema, texts)]),
      "Naming pattern, or several, or one for each role. `{kebab}`, `{Pascal}`, `{camel}` and `{snake}` stand for the name's words in that case; `any` leaves names free. Without it, the stack's (with `arrangement: own`, none).",
    ),
  ),
  folders: z.optional(
    described(
      z.enum(["kebab", "Pascal", "camel", "snake"]),
      "The case of `{feature}` folders. Without it, the stack's.",
    ),
  ),
  extensions: z.optional(
    described(z.array(text), "Extensions that belong here, where only that tells two shelves of one role apart."),
  ),
  sign: z.optional(
    described(
      z.enum(["theme"]),
      "What files here say of themselves, where only that tells two shelves of one role apart: `theme`, a style sheet that holds while a theme does.",
    ),
  ),
  reaches: z.optional(
    described(
      z.array(text),
      "Roles and path patterns that files here may reference, and `public-index` for the index of any feature, besides this shelf itself; `core/.` means the files of that folder without the folders in it, `[]` nothing else. Without it, everything.",
    ),
  ),
  public: z.optional(described(z.boolean(), "What `add` puts here is exported by the feature's public index.")),
  "from-start": z.optional(described(z.boolean(), "`init` makes it; other shelves are made when they are needed.")),
  about: z.optional(described(text, "What it is for, in a few words.")),
});

/** An arrangement of the user's own, or one of `data/arrangements`. */
export const arrangementSchema = z.strictObject({
  $schema: z.optional(text),
  version: described(z.literal(1), "The version of this form."),
  name: described(text, "Its name, in kebab-case."),
  title: described(text, "Its name in running text."),
  about: described(text, "When it fits, and what it costs."),
  "public-index": z.optional(described(z.boolean(), "Other features may only come in through a feature's index.")),
  "feature-starts-with": z.optional(described(z.array(roleSchema), "What `add feature` makes.")),
  shelves: described(z.array(shelfSchema).check(z.minLength(1)), "The places in the tree."),
});
