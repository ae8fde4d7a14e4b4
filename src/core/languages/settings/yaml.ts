/** Settings in YAML: workspaces, lint and format settings. */
import { BrokenAssumption } from "../../base/errors.js";
import { tooDeepAt } from "../../base/text/index.js";
import type * as Yaml from "./yaml-parser.js";
import type { Language } from "../language.js";
import type { Extraction, Reference } from "../reading.js";
import { plainOutline } from "../plain-outline.js";
import { isYamlSettings } from "./claims.js";
import { judgeText } from "./judge-text.js";

let yaml: typeof Yaml | undefined;

/** Loads the parser, once. */
export async function prepareYaml(): Promise<void> {
  yaml ??= await import("./yaml-parser.js");
}

/** What a text in settings is: how it is looked up, and what its place adds to it. */
export type YamlJudge = (
  value: string,
  keys: readonly string[],
) => Pick<Reference, "kind" | "lookup" | "inside"> | undefined;

/** What is found in YAML, and its data where there is one document. Throws before `prepareYaml`. */
export interface YamlExtraction extends Extraction {
  readonly data?: unknown;
}

/** Finds every text that a judge takes for a place and that stands in one line. */
export function extractYaml(text: string, judge: YamlJudge, wantsData = false): YamlExtraction {
  if (!yaml) throw new BrokenAssumption("extract() was called before prepare()");
  const references: Reference[] = [];
  const tooDeep = tooDeepAt(text);
  if (tooDeep !== undefined)
    return {
      references: [],
      computed: [],
      reading: "not read",
      problem: { offset: tooDeep, message: "the YAML is nested too deeply" },
    };
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
        // What is switched on may stand for a path that is not written.
        const value = node.value === true ? "true" : (node.value ?? "");
        if (position === "key" || typeof value !== "string" || !node.range) return;
        const keys = path.flatMap((each) =>
          yaml?.isPair(each) && yaml.isScalar(each.key) ? [String(each.key.value)] : [],
        );
        const reference = referenceOf(text, { value, at: node.range[0], form: judge(value, keys) });
        if (reference) references.push(reference);
      },
    });
  const data: unknown = wantsData ? documents[0]?.toJS() : undefined;
  return { references, computed: [], reading: "whole", ...(wantsData && { data }) };
}

/** Settings of any tool: what its keys and letters tell. */
function extract(text: string): Extraction {
  return extractYaml(text, (value, keys) => judgeText({ value, keys }));
}

interface YamlScalar {
  readonly value: string;
  readonly at: number;
  readonly form: ReturnType<YamlJudge>;
}

function referenceOf(text: string, { value, at, form }: YamlScalar): Reference | undefined {
  const first = text.charAt(at);
  const quote = first === '"' || first === "'" ? first : "";
  const start = at + quote.length;
  // Escapes and folded lines would need more than these letters.
  if (!form || text.slice(start, start + value.length) !== value) return undefined;
  return { ...form, start, end: start + value.length, specifier: value, quote };
}

/** The text that stands at an offset again, by its quote. */
export function readYamlAt(
  text: string,
  start: number,
  { quote }: Reference,
): { end: number; specifier: string } | undefined {
  const pattern = quote === "" ? /^[^\s#'",[\]]+/ : new RegExp(`^[^${quote}\\\\\\r\\n]+(?=${quote})`);
  const [specifier = ""] = pattern.exec(text.slice(start, start + 400)) ?? [];
  return specifier === "" ? undefined : { end: start + specifier.length, specifier };
}

/** A text as it stands in YAML: plain words may not begin with a sign that means something there. */
export function writeYaml(specifier: string, { quote }: Reference): string | undefined {
  // A colon means something only where a space follows it.
  if (quote === "") return /^[\w./](?:[\w./*@+-]|:(?=\S))*$/.test(specifier) ? specifier : undefined;
  return /["'\\\r\n]/.test(specifier) ? undefined : specifier;
}

export const yamlSettings: Language = {
  name: "yaml settings",
  trade: "settings",
  extensions: [".yaml", ".yml"],
  claims: isYamlSettings,
  prepare: prepareYaml,
  extract,
  outline: plainOutline,
  readAt: readYamlAt,
  write: writeYaml,
};
