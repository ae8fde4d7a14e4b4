/** The compiler of TypeScript as a judge. */
// @ts-check
import { posix, resolve } from "node:path";
import ts from "typescript";

/** The compiler's errors as `path:line code`. @param {string} root @param {readonly string[]} files */
export function diagnose(root, files) {
  const names = files.filter((file) => /\.[cm]?tsx?$/.test(file)).map((file) => resolve(root, file));
  const program = ts.createProgram(names, {
    noEmit: true,
    skipLibCheck: true,
    strict: true,
    target: ts.ScriptTarget.ESNext,
    module: ts.ModuleKind.ESNext,
    moduleResolution: ts.ModuleResolutionKind.Bundler,
    allowImportingTsExtensions: true,
    jsx: ts.JsxEmit.ReactJSX,
    lib: ["lib.esnext.d.ts", "lib.dom.d.ts"],
    types: [],
  });
  return ts.getPreEmitDiagnostics(program).map((each) => {
    const line =
      each.file && each.start !== undefined ? each.file.getLineAndCharacterOfPosition(each.start).line + 1 : 0;
    return `${each.file ? posix.relative(root, each.file.fileName) : ""}:${line} ${each.code}`;
  });
}
