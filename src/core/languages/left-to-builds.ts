/** What builds put in its place, as paths tell it: nobody can say of it that it is missing. */

/** What generators make code of, beside it. */
const grammars = /\.(?:graphqls?|gql|proto|thrift|pegjs|jison|g4)$/i;

/** Whether generators make code of a file, beside it: `Crate.gql` of `Crate.graphql`. */
export function isGrammar(path: string): boolean {
  return grammars.test(path);
}

/**
 * Whether what a style sheet takes in is put there by a build: a pattern is an importer's, and by `theme.config` sheets of Semantic UI
 * take their theme in, wherever they lie. Source: the build of that package.
 */
export function isPutByBuildOfSheets(specifier: string): boolean {
  return specifier.includes("*") || /(?:^|\/)theme\.config$/.test(specifier);
}

/** Folders that frameworks write types and settings into, before they build and while they serve. */
const foldersOfTools =
  /(?:^|\/)\.(?:astro|nuxt|next|svelte-kit|react-router|expo|docusaurus|umi|quasar|output|vinxi|wxt|contentlayer|velite)(?=\/)/;

/** The folder of a framework in which a path lies: `.astro` of `.astro/types.d.ts`. */
export function folderOfTool(path: string): string | undefined {
  const found = foldersOfTools.exec(path);
  return found ? path.slice(0, found.index + found[0].length) : undefined;
}

/** Whether a folder is called as one with files that a generator fills in: `scripts/component-template/`. */
export function isForTemplates(name: string): boolean {
  return /(?:^|[-_.])(?:templates?|scaffold(?:s|ing)?|blueprints?|boilerplates?)$/i.test(name);
}

/** Whether a path says that a generator writes what it names: `../client/GeneratedQueryTypes`, `./__generated__/rota`, `api.generated`. */
export function isCalledGenerated(path: string): boolean {
  return /(?:^|[^A-Za-z])[gG]enerated(?![a-z])|[a-z]Generated(?![a-z])/.test(path);
}
