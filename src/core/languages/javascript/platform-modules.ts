import { isBuiltin } from "node:module";

/** Whether a name is a module that Node brings along: `path`, `fs/promises`. Source: the documentation of `module.isBuiltin`. */
export function isOfPlatform(specifier: string): boolean {
  return isBuiltin(specifier);
}
