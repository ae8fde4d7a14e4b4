/** Where the style blocks of a page or a component stand, and what they are written in. */

/** A block between its tags. */
export interface StyleBlock {
  readonly start: number;
  readonly end: number;
  /** As that of a sheet: `.scss`. */
  readonly extension: string;
}

/** `<style lang="scss" scoped>…</style>`; those that name a file instead, or a language that is no sheet's, are none. */
export function styleBlocksIn(text: string): readonly StyleBlock[] {
  return [...text.matchAll(/<style\b((?:[^>"']|"[^"]*"|'[^']*')*)>([^]*?)<\/style\s*>/gi)].flatMap((match) => {
    const [, attributes = "", inner = ""] = match;
    const language = /\blang\s*=\s*["']?([\w-]+)/.exec(attributes)?.[1] ?? "css";
    if (!/^(?:css|postcss|scss|sass|less)$/.test(language) || /\bsrc\s*=/.test(attributes) || inner.trim() === "")
      return [];
    const start = match.index + "<style".length + attributes.length + 1;
    return [{ start, end: start + inner.length, extension: language === "postcss" ? ".css" : `.${language}` }];
  });
}
