/** The parts of a specifier: what a loader or a query adds around the path that is looked up. */

/** `raw-loader!./a.txt?inline` → prefix `raw-loader!`, path `./a.txt`, suffix `?inline`. */
export interface SpecifierParts {
  readonly prefix: string;
  readonly path: string;
  readonly suffix: string;
}

/** Splits at loader marks (`!`) and at a query or fragment (`?raw`, `#icon`); a leading `#` belongs to the name. */
export function splitSpecifier(specifier: string): SpecifierParts {
  if (!/[!?#]/.test(specifier)) return { prefix: "", path: specifier, suffix: "" };
  const pathAt = specifier.lastIndexOf("!") + 1;
  const rest = specifier.slice(pathAt);
  const suffixAt = rest.slice(1).search(/[?#]/) + 1;
  const path = suffixAt > 0 ? rest.slice(0, suffixAt) : rest;
  return { prefix: specifier.slice(0, pathAt), path, suffix: rest.slice(path.length) };
}

/** `./a`, `../a`, `.` and `..`, but not `.a`. */
export function isRelative(path: string): boolean {
  return /^\.{1,2}(\/|$)/.test(path);
}

/** Whether only a folder can be meant: `.`, `..`, `./`, `../a/`. */
export function meansFolder(path: string): boolean {
  return /(^|\/)\.{0,2}$/.test(path);
}
