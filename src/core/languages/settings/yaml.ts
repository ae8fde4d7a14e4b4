/** Settings in YAML: workspaces, lint and format settings. */
import { BrokenAssumption } from "../../base/errors.js";
import type * as Yaml from "./yaml-parser.js";
import type { Language } from "../language.js";
import type { Extraction, Reference } from "../reading.js";
import { plainOutline } from "../plain-outline.js";
import { isYamlSettings } from "./claims.js";
import { judgeText } from "./judge-text.js";

let yaml: typeof Yaml | undefined;

async function prepare(): Promise<void> {
  yaml ??= await import("./yaml-parser.js");
}

/** Finds every place and pattern that stands in one line. */
function extract(text: string): Extraction {
  if (!yaml) throw new BrokenAssumption("extract() was called before prepare()");
  const references: Reference[] = [];
  const parsed = yaml.parseAllDocuments(text, { logLevel: "silent", strict: false });
  const documents = Array.isArray(parsed) ? parsed : [];
  const [error] = documents.flatMap((each) => each.errors);
  if (error)
    return {
      references: [],
      computed: [],
      reading: "not read",
      problem: { offset: error.pos[0], message: "the YAML has a syntax error" },
    };
  for (const document of documents)
    yaml.visit(document, {
      Scalar: (position, node, path) => {
        if (position === "key" || typeof node.value !== "string" || !node.range) return;
        const keys = path.flatMap((each) =>
          yaml?.isPair(each) && yaml.isScalar(each.key) ? [String(each.key.value)] : [],
        );
        const reference = referenceOf(text, node.value, node.range[0], keys);
        if (reference) references.push(reference);
      },
    });
  return { references, computed: [], reading: "whole" };
}

function referenceOf(text: string, value: string, at: number, keys: readonly string[]): Reference | undefined {
  const form = judgeText({ value, keys });
  const first = text.charAt(at);
  const quote = first === '"' || first === "'" ? first : "";
  const start = at + quote.length;
  // Escapes and folded lines would need more than these letters.
  if (!form || text.slice(start, start + value.length) !== value) return undefined;
  return { ...form, start, end: start + value.length, specifier: value, quote };
}

function readAt(text: string, start: number, { quote }: Reference): { end: number; specifier: string } | undefined {
  const pattern = quote === "" ? /^[^\s#'",[\]]+/ : new RegExp(`^[^${quote}\\\\\\r\\n]+(?=${quote})`);
  const [specifier = ""] = pattern.exec(text.slice(start, start + 400)) ?? [];
  return specifier === "" ? undefined : { end: start + specifier.length, specifier };
}

/** Plain words may not begin with a sign that means something in YAML. */
function write(specifier: string, { quote }: Reference): string | undefined {
  if (quote === "") return /^[\w./][\w./*@+-]*$/.test(specifier) ? specifier : undefined;
  return /["'\\\r\n]/.test(specifier) ? undefined : specifier;
}

export const yamlSettings: Language = {
  name: "yaml settings",
  trade: "settings",
  extensions: [".yaml", ".yml"],
  claims: isYamlSettings,
  prepare,
  extract,
  outline: plainOutline,
  readAt,
  write,
};
