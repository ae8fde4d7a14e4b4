import { isBuiltin } from "node:module";

/** Whether browsers and Node run a script as it is written, so that a program can ask for it by its address. */
export function isRunAsItIs(path: string): boolean {
  return /\.[cm]?js$/.test(path);
}

/** Whether a name is a module that Node brings along: `path`, `fs/promises`. Source: the documentation of `module.isBuiltin`. */
export function isOfPlatform(specifier: string): boolean {
  return isBuiltin(specifier);
}
