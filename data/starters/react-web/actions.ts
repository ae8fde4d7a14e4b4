/** What can happen to «title». */
export type «Pascal»Action =
  | { readonly type: "«kebab»/requested" }
  | { readonly type: "«kebab»/loaded"; readonly entries: readonly string[] };

export const request«Pascal» = (): «Pascal»Action => ({ type: "«kebab»/requested" });

export const load«Pascal» = (entries: readonly string[]): «Pascal»Action => ({ type: "«kebab»/loaded", entries });
