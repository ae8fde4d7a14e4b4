import type { Plugin } from "esbuild";
/** Lets esbuild read single-file components below a folder. */
export function vueFiles(root: string, loadPaths?: readonly string[]): Plugin;
