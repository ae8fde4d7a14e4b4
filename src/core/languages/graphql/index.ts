/**
 * Queries and fragments in files of their own, as far as they name others. GraphQL itself knows no imports: tools read them from its
 * comments.
 *
 * Sources: the loader of graphql-tag (`#import "./fields.graphql"` at the head of a document, required as any module); the schema
 * importing of GraphQL Tools (`# import Tree, Rota from "./types.graphql"` on a line of its own, with a name that may count from the
 * file without `./`).
 */
import { folderOf, joinPath } from "../../base/paths.js";
import { moduleLookup } from "../javascript/index.js";
import type { Language } from "../language.js";
import { type NameLookup } from "../lookup.js";
import { plainOutline } from "../plain-outline.js";
import type { Extraction, Reference } from "../reading.js";
import { isRelative } from "../specifier.js";

const importForm =
  /^[ \t\uFEFF]*#[ \t]?import[ \t]+(?:(?:\*|\w[\w.*]*(?:[ \t]*,[ \t]*\w[\w.*]*)*)[ \t]+from[ \t]+)?(?:"([^"\r\n]+)"|'([^'\r\n]+)')/gm;
const extensions = [".graphql", ".gql", ".graphqls"];

function extract(text: string): Extraction {
  const zero = text.indexOf("\0");
  if (zero >= 0) {
    const problem = { offset: zero, message: "the file is not text" };
    return { references: [], computed: [], reading: "not read", problem };
  }
  const references = [...text.matchAll(importForm)].map((match): Reference => {
    const [whole, double, single = ""] = match;
    const specifier = double ?? single;
    const end = match.index + whole.length - 1;
    const quote = double === undefined ? "'" : '"';
    return { kind: "import", lookup: "query", start: end - specifier.length, end, specifier, quote };
  });
  return { references, computed: [], reading: "whole" };
}

/** As scripts name modules; a name of a query without `./` may count from the file, too. */
const query: NameLookup = {
  name: "query",
  asksOfFile: true,
  resolve: (ground, from, question) => {
    const found = moduleLookup.resolve(ground, from, question);
    const { specifier } = question;
    const isBare = !isRelative(specifier) && extensions.some((each) => specifier.endsWith(each));
    const beside = found.state === "external" && isBare ? joinPath(folderOf(from), specifier) : undefined;
    const file = beside === undefined ? undefined : ground.plain(beside);
    if (file !== undefined) return { state: "found", scheme: "relative", targets: [file] };
    return found;
  },
  spellings: (task) => {
    const { reference, was } = task;
    const isBare = was.state === "found" && was.scheme === "relative" && !isRelative(reference.specifier);
    return moduleLookup.spellings(isBare ? task : { ...task, reference: { ...reference, lookup: moduleLookup.name } });
  },
};

export const graphql: Language = {
  name: "graphql",
  trade: "query",
  extensions,
  lookups: [query],
  prepare: () => Promise.resolve(),
  extract,
  outline: plainOutline,
  readAt: (text, start, { quote }) => {
    const end = text.indexOf(quote, start);
    const specifier = end < 0 ? "" : text.slice(start, end);
    return end < 0 || /[\r\n]/.test(specifier) ? undefined : { end, specifier };
  },
  write: (specifier, { quote }) => (specifier.includes(quote) || /[\r\n\s]/.test(specifier) ? undefined : specifier),
};
