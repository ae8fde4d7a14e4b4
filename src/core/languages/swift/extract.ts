/** What one Swift text names, gives, declares and uses. */
import type { ReadingDepth } from "../language.js";
import type { Extraction, Reference, SymbolName } from "../reading.js";
import { Declarations } from "./declarations.js";
import { resourceForms, resourceNames } from "./resources.js";
import { Scanner } from "./scanner.js";

/** Reads one text: names of resources in strings, the modules that it imports, what it declares and uses. */
export function extractSwift(text: string, depth: ReadingDepth): Extraction {
  const zero = text.indexOf("\0");
  if (zero >= 0) return notRead(zero, "the file is not text");
  // Most files name no resource; whose names they use is asked for with all else that they say.
  if (depth === "references" && !resourceForms.test(text)) return { references: [], computed: [], reading: "whole" };
  const scanner = new Scanner(text);
  const names = resourceNames(text);
  const declarations = new Declarations(text);
  while (scanner.next() !== "end") {
    names.take(scanner);
    if (depth !== "references") declarations.take(scanner);
  }
  const { problem } = scanner;
  if (problem && /string|comment/.test(problem.message)) return notRead(problem.offset, problem.message);
  const found: Extraction = {
    references: names.references.sort((a, b) => a.start - b.start),
    computed: names.computed,
    reading: problem ? "around errors" : "whole",
    ...(problem && { problem }),
  };
  if (depth === "references") return found;
  declarations.finish();
  const { exports, declares, imports } = declarations;
  const references = [...names.references, ...imports.map(moduleReference)].sort((a, b) => a.start - b.start);
  return { ...found, references, exports, declares, usesNames: declarations.used() };
}

function notRead(offset: number, message: string): Extraction {
  return { references: [], computed: [], reading: "not read", problem: { offset, message } };
}

function moduleReference({ name, start, end }: SymbolName): Reference {
  return { kind: "import", lookup: "swift module", start, end, specifier: name, quote: "" };
}
