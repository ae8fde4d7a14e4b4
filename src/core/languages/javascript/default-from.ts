/**
 * `export Tree from "./Tree"` and `export default from "./Tree"`: a proposal that never became the language's, and that Babel's preset for
 * React Native takes (Babel, "plugin-proposal-export-default-from"). No parser here does; as an import it is letter for letter as long.
 */
import type { Binding, Export, Extraction, Reference } from "../reading.js";

/** Up to the quote: what comes first is the default, and more may stand behind a comma, as in an import. */
const passing =
  /(?<![\w$.])export(\s{1,40})(default|[A-Za-z_$][\w$]*)((?:\s*,\s*(?:\{[^{}]{0,4000}\}|\*\s*as\s+[\w$]+))?\s*)\bfrom\s*(?=["'])/g;

/** As long as `default`, which names nothing that can be imported. */
const stand = "d$fault";

/** A text with such statements as imports, and the offsets at which their paths begin. */
export interface AsImports {
  readonly text: string;
  readonly paths: ReadonlySet<number>;
}

/** The text as the parsers can read it; `undefined` where no such statement is. */
export function defaultsAsImports(text: string): AsImports | undefined {
  const paths = new Set<number>();
  const changed = text.replace(passing, (whole, space: string, name: string, more: string, at: number) => {
    // `export type from "./a"` is `export` and a name as well; where it is not, the parser finds an error.
    paths.add(at + whole.length + 1);
    const local = name === "default" ? stand : name;
    return `import${space}${local}${more}${whole.slice("export".length + space.length + name.length + more.length)}`;
  });
  return paths.size === 0 ? undefined : { text: changed, paths };
}

/** What was read of them as imports, as what it is: names that are passed on. */
export function passedOn(found: Extraction, { paths }: AsImports): Extraction {
  const isPassed = ({ start, kind }: Reference): boolean => kind === "import" && paths.has(start);
  const references = found.references.map((reference): Reference => {
    if (!isPassed(reference)) return reference;
    const bindings = reference.bindings?.map(named);
    return { ...reference, kind: "re-export", ...(bindings && { bindings }) };
  });
  const passed = references.filter((reference, at) => reference !== found.references[at]);
  const exports = passed.flatMap(({ start: from, bindings = [] }) =>
    bindings.map(({ local: name, imported, localStart: start, localEnd: end }): Export => {
      return { name, kind: "value", isType: false, start, end, from, imported };
    }),
  );
  if (exports.length === 0) return { ...found, references };
  return { ...found, references, exports: [...(found.exports ?? []), ...exports].sort((a, b) => a.start - b.start) };
}

function named(binding: Binding): Binding {
  return binding.local === stand ? { ...binding, local: "default" } : binding;
}
