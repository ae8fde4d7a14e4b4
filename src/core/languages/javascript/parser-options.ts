/** What the fast parser is told of a file. */
import type * as Oxc from "oxc-parser";

/** Options of `parseSync`. */
export type ParserOptions = NonNullable<Parameters<typeof Oxc.parseSync>[2]>;

/** How a file of this name is read; plain JavaScript may hold JSX. */
export function optionsFor(name: string): ParserOptions {
  if (/\.d\.[cm]?ts$/.test(name)) return { lang: "dts" };
  if (/\.[cm]?ts$/.test(name)) return { lang: "ts" };
  if (name.endsWith(".tsx")) return { lang: "tsx" };
  return { lang: "jsx", sourceType: name.endsWith(".cjs") ? "commonjs" : "module" };
}
