/** Patterns in settings: what in them is fixed. */

/** `src/features/*.ts` → `src/features` */
export function fixedFolder(path: string): string {
  const star = path.search(/\*|\$\d/);
  return path.slice(0, path.lastIndexOf("/", star < 0 ? path.length : star) + 1).replace(/\/+$/, "");
}

/** Whether a text is a pattern rather than a name; brackets alone are part of many names (`[id]`, `(group)`). */
export function isPattern(path: string): boolean {
  return /[*?]|\{[^}]*,[^}]*\}|[!+@]\(/.test(path);
}
