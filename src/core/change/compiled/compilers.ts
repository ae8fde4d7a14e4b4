/**
 * The compilers that an app has installed itself. They are only looked for, and only run, when somebody asks for it.
 *
 * Sources: the JavaScript API of Dart Sass (`compile`, `Options.loadPaths`, `FileImporter`, `NodePackageImporter`), and that of Less
 * (`render`, `Options.paths`).
 */
import { createRequire } from "node:module";
import { existsSync, readFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";

/** What a compiler makes of one sheet: the sheet, or why there is none. */
export type Output = { readonly css: string } | { readonly error: string };

/** One compiler, as it is installed for a folder. */
export interface Compiler {
  /** `sass 1.90.0` */
  readonly called: string;
  /**
   * Compiles a file; `loadPaths` are folders, and all paths are whole. `beyond` finds what a sheet names that is no file of the project,
   * by the sheet's place. Never throws.
   */
  compile(file: string, loadPaths: readonly string[], beyond?: Beyond): Promise<Output>;
}

/** Where a sheet that git ignores lies, by the sheet that names it. */
export type Beyond = (sheet: string, name: string) => string | undefined;

/** The part of Dart Sass that is used. */
interface Sass {
  readonly compileAsync: (file: string, options: object) => Promise<{ readonly css: string }>;
  readonly NodePackageImporter?: new (folder: string) => object;
  readonly Logger?: { readonly silent: object };
}

/** The part of Less that is used. */
interface Less {
  readonly render: (text: string, options: object) => Promise<{ readonly css: string }>;
}

/** What one is called in a manifest, by the language of the sheet. */
const packages = { sass: ["sass", "sass-embedded"], less: ["less"] } as const;

/** The compiler that is installed for a folder, or for one above it; `undefined` where there is none. */
export async function compilerFor(language: "sass" | "less", folder: string): Promise<Compiler | undefined> {
  for (const name of packages[language]) {
    const found = installed(name, folder);
    if (!found) continue;
    const loaded = (await import(pathToFileURL(found.main).href)) as { readonly default?: unknown };
    const api = (loaded.default ?? loaded) as Partial<Sass & Less>;
    const called = `${name} ${found.version}`.trim();
    // Older ones have another interface.
    if (language === "sass" && typeof api.compileAsync === "function")
      return { called, compile: sassWith(api as Sass, folder) };
    if (language === "less" && typeof api.render === "function") return { called, compile: lessWith(api as Less) };
  }
  return undefined;
}

function installed(name: string, folder: string): { readonly main: string; readonly version: string } | undefined {
  const from = createRequire(join(folder, "package.json"));
  try {
    const main = from.resolve(name);
    return { main, version: versionAbove(dirname(main), name) };
  } catch {
    return undefined;
  }
}

/** What the manifest above a file says, if it is that of the package. */
function versionAbove(folder: string, name: string): string {
  const path = join(folder, "package.json");
  const said = existsSync(path) ? (JSON.parse(readFileSync(path, "utf8")) as { name?: string; version?: string }) : {};
  if (said.name === name) return said.version ?? "";
  return dirname(folder) === folder ? "" : versionAbove(dirname(folder), name);
}

function sassWith(sass: Sass, folder: string): Compiler["compile"] {
  return async (file, loadPaths, beyond) => {
    const { NodePackageImporter, Logger } = sass;
    const findBeyond = (name: string, { containingUrl }: { readonly containingUrl?: URL | null }): URL | null => {
      const found = containingUrl ? beyond?.(fileURLToPath(containingUrl), name) : undefined;
      return found === undefined ? null : pathToFileURL(found);
    };
    try {
      const { css } = await sass.compileAsync(file, {
        loadPaths: [...loadPaths, ...modulesAbove(dirname(file))],
        importers: [
          // What webpack's loader takes from packages.
          { findFileUrl: (url: string) => (url.startsWith("~") ? inModules(url.slice(1), file) : null) },
          { findFileUrl: findBeyond },
          ...(NodePackageImporter ? [new NodePackageImporter(folder)] : []),
        ],
        ...(Logger && { logger: Logger.silent }),
        style: "expanded",
        sourceMap: false,
      });
      return { css };
    } catch (error) {
      return { error: firstLine(error) };
    }
  };
}

function lessWith(less: Less): Compiler["compile"] {
  return async (file, loadPaths) => {
    try {
      const options = { filename: file, paths: [dirname(file), ...loadPaths, ...modulesAbove(dirname(file))] };
      return { css: (await less.render(readFileSync(file, "utf8"), options)).css };
    } catch (error) {
      return { error: firstLine(error) };
    }
  };
}

/** The folders of packages that a file may name, the nearest first. */
function modulesAbove(folder: string): string[] {
  const own = join(folder, "node_modules");
  const above = dirname(folder);
  return [...(existsSync(own) ? [own] : []), ...(above === folder ? [] : modulesAbove(above))];
}

function inModules(name: string, file: string): URL | null {
  const [modules] = modulesAbove(dirname(file));
  return modules === undefined ? null : pathToFileURL(join(modules, name));
}

function firstLine(error: unknown): string {
  const { sassMessage, message } = error as { readonly sassMessage?: string; readonly message?: string };
  return (sassMessage ?? message ?? String(error)).split("\n")[0] ?? "";
}
