/** The parts of a specifier: what a loader or a query adds around the path that is looked up. */

/** `raw-loader!./a.txt?inline` → prefix `raw-loader!`, path `./a.txt`, suffix `?inline`. */
export interface SpecifierParts {
  readonly prefix: string;
  readonly path: string;
  readonly suffix: string;
}

/**
 * Splits at loader marks (`!`) and at a query or fragment (`?raw`, `#icon`); a leading `#` belongs to the name. If the file that
 * is meant is known and has such a mark in its own name, nothing is split: `./c#` for `c#.ts`.
 */
export function splitSpecifier(specifier: string, meant = ""): SpecifierParts {
  if (!/[!?#]/.test(specifier)) return { prefix: "", path: specifier, suffix: "" };
  const last = specifier.slice(specifier.lastIndexOf("/") + 1);
  if (/[!?#]/.test(last) && meant.slice(meant.lastIndexOf("/") + 1).startsWith(last))
    return { prefix: "", path: specifier, suffix: "" };
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

/** A name as written and, where it differs, with its percent escapes undone (`new URL('./a%20b.png', …)`). */
export function spellingsOf(path: string): readonly string[] {
  if (!path.includes("%")) return [path];
  try {
    return [path, decodeURI(path)];
  } catch {
    return [path];
  }
}

/** The fixed folder of a pattern and the rest: `../pages/*.tsx` → `../pages` and `*.tsx`. */
export function globBase(pattern: string): { readonly folder: string; readonly rest: string } {
  const parts = pattern.split("/");
  const computed = parts.findIndex((part) => /[*?[\]{}()!+@]/.test(part) && !/^@[\w-]*$/.test(part));
  const at = computed < 0 ? parts.length - 1 : computed;
  const folder = parts.slice(0, at).join("/");
  return { folder: folder === "" && pattern.startsWith("/") ? "/" : folder, rest: parts.slice(at).join("/") };
}

/** A name in a sheet or page: `~` asks webpack for a package or alias, `%PUBLIC_URL%` stands for the web's root. */
export function splitSheetSpecifier(specifier: string): SpecifierParts {
  const prefix = /^(?:~(?!\/)|%[A-Z_]+%(?=\/))/.exec(specifier)?.[0] ?? "";
  const { path, suffix, prefix: loader } = splitSpecifier(specifier.slice(prefix.length));
  return { prefix: prefix.startsWith("%") ? prefix : prefix + loader, path, suffix };
}

/** A place in settings: what excludes it, or names the root, stands before it: `!src/**`, `<rootDir>/src`, `${configDir}/src`. */
export function splitPlace(specifier: string): SpecifierParts {
  const not = specifier.startsWith("!") ? "!" : "";
  const root =
    /^(?:<rootDir>|\$\{configDir\}|\$\{workspaceRoot\}|\{projectRoot\}|\{workspaceRoot\})\//.exec(
      specifier.slice(not.length),
    )?.[0] ?? "";
  const rest = specifier.slice(not.length + root.length);
  return { prefix: not + root, path: rest, suffix: "" };
}
