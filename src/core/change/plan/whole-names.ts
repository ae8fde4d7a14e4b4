/** Where whole names of types and namespaces stand in texts. */

/** Whether a text holds a whole name, and not only as the beginning or end of another. */
export function holdsName(text: string, full: string): boolean {
  for (let at = text.indexOf(full); at >= 0; at = text.indexOf(full, at + 1))
    if (!/[\w.]/.test(text[at - 1] ?? "") && !/\w/.test(text[at + full.length] ?? "")) return true;
  return false;
}
