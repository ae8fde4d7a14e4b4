/**
 * Files that may reference others, in languages that have no adapter yet. What moves without a person looking at it must not
 * be named in one of them: nobody would respell it.
 */
const sources = /\.(?:vue|svelte|astro|html?|css|scss|sass|less|styl|dart|swift|cs|xaml|kt|java|m|mm|h)$/i;

/** Whether a file is code (or a sheet, or a page) that no adapter reads. */
export function isNotReadYet(path: string): boolean {
  return sources.test(path);
}
