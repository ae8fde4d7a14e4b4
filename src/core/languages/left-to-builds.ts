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
