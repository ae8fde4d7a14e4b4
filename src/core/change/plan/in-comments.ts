/** Whether a place stands in a comment: code that was commented out asks for nothing. */
import { languageFor } from "../../languages/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";

/** Answers for the texts of a tree; each is read once, and only when it is first asked about. */
export function commentsIn(tree: SourceTree): (file: ProjectPath, offset: number) => boolean {
  const known = new Map<ProjectPath, readonly { readonly start: number; readonly end: number }[] | undefined>();
  return (file, offset) => {
    const text = tree.text(file)?.text ?? "";
    if (!known.has(file)) known.set(file, languageFor(file)?.comments?.(text, nameOf(file)));
    const comments = known.get(file);
    if (comments) return comments.some(({ start, end }) => start <= offset && offset < end);
    // Where nobody can tell, by how the line begins. Servers and old browsers read some comments of pages.
    return /^\s*(?:\/\/|\*|\/\*|<!--(?!\s*[#[]))/.test(text.slice(text.lastIndexOf("\n", offset) + 1, offset));
  };
}
