/** Sass, which judges the tours of style sheets. It is needed for nothing else, so an installed program may be without. */
import { createRequire } from "node:module";

/** What is asked of it. `compile` throws Sass's own error, in words, with its place. */
export interface Sass {
  readonly compile: (path: string) => { readonly css: string };
}

/** Sass as it is installed beside this program; `undefined` where it is not. */
export async function installedSass(): Promise<Sass | undefined> {
  try {
    return (await import(createRequire(import.meta.url).resolve("sass"))) as Sass;
  } catch {
    return undefined;
  }
}
