/** Sass, which judges the tours of style sheets. It is needed for nothing else, so an installed program may be without. */
import { createRequire } from "node:module";

/** What is asked of it. `compile` throws Sass's own error, in words, with its place; what it warns of is the logger's. */
export interface Sass {
  readonly compile: (path: string, options: { readonly logger: unknown }) => { readonly css: string };
  readonly Logger: { readonly silent: unknown };
}

/** Sass as it is installed beside this program; `undefined` where it is not. */
export function installedSass(): Sass | undefined {
  try {
    return createRequire(import.meta.url)("sass") as Sass;
  } catch {
    return undefined;
  }
}
