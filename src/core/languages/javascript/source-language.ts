/** What JavaScript and TypeScript call files and exports: for code that is newly written. */
/** What an app's own code is written in, where its stack leaves the choice. */
export type CodeLanguage = "typescript" | "javascript";

/** Whether a stack that has these extensions leaves the choice. */
export function leavesChoice(extensions: readonly string[]): boolean {
  return extensions.includes(".ts") && extensions.includes(".js");
}

/** The language that most of some files are in; `undefined` where none is in either. */
export function languageOfFiles(paths: readonly string[]): CodeLanguage | undefined {
  const own = paths.filter((path) => !/\.d\.ts$|\.config\.\w+$/.test(path));
  const typed = own.filter((path) => /\.tsx?$/.test(path)).length;
  const plain = own.filter((path) => /\.jsx?$/.test(path)).length;
  if (typed + plain === 0) return undefined;
  return plain > typed ? "javascript" : "typescript";
}

/** A file's name (or ending) in a language: `Button.tsx` → `Button.jsx`. Declarations have none in JavaScript. */
export function nameIn(language: CodeLanguage, name: string): string {
  if (language === "typescript" || name.endsWith(".d.ts")) return name;
  return name.replace(/\.ts(x?)$/, (_, jsx: string) => `.js${jsx}`);
}

/** Whether a file only declares what others are. */
export function isDeclaration(name: string): boolean {
  return name.endsWith(".d.ts");
}

/** Whether a line exports a type alone, which has no name in JavaScript. */
export function exportsType(line: string): boolean {
  return line.startsWith("export type");
}

/** Whether a script is one of TypeScript, where an import may be of types alone. */
export function isTyped(path: string): boolean {
  return /\.[cm]?tsx?$/.test(path);
}

/** The extension of a file that stands beside a script: the script's own, else that of TypeScript. */
export function scriptExtension(path: string): string {
  return /\.[cm]?[jt]sx?$/.exec(path)?.[0] ?? ".ts";
}

/** A script's name as imports spell it: without its extension. */
export function withoutScriptExtension(name: string): string {
  return name.replace(/(?:\.d)?\.[cm]?[jt]sx?$/, "");
}

/** Whether a text exports a name, and whether it has a default. */
export function exportsOf(text: string): { readonly names: (name: string) => boolean; readonly isDefault: boolean } {
  const names = (name: string): boolean =>
    /^[\p{L}_$][\p{L}\p{N}_$]*$/u.test(name) &&
    (new RegExp(
      `export\\s+(?:async\\s+)?(?:function\\*?|const|let|class|enum)\\s+${name.replaceAll("$", "\\$")}\\b`,
      "u",
    ).test(text) ||
      new RegExp(`export\\s*\\{[^}]*\\b${name.replaceAll("$", "\\$")}\\b[^}]*\\}`, "u").test(text));
  return { names, isDefault: /export\s+default\b|\bas\s+default\b/.test(text) };
}
