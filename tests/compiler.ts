/** TypeScript's compiler as a judge, in this process: what it has read of its own library and of packages is kept. */
import ts from "typescript";
import { join } from "node:path";

const kept = new Map<string, ts.SourceFile | undefined>();

/** What `tsc -p .` says of a project; nothing where all is well. */
export function compile(root: string): string {
  const file = join(root, "tsconfig.json");
  const { config, error } = ts.readConfigFile(file, (path) => ts.sys.readFile(path)) as {
    config: unknown;
    error?: ts.Diagnostic;
  };
  const { options, fileNames, errors, projectReferences } = ts.parseJsonConfigFileContent(config, ts.sys, root);
  const host = ts.createCompilerHost(options);
  const read = host.getSourceFile.bind(host);
  host.getCurrentDirectory = (): string => root;
  host.getSourceFile = (path, version, onError, isNew) => {
    if (!path.includes("/node_modules/")) return read(path, version, onError, isNew);
    const { languageVersion, impliedNodeFormat } = typeof version === "object" ? version : { languageVersion: version };
    const key = `${path}|${languageVersion}|${impliedNodeFormat ?? ""}`;
    if (!kept.has(key)) kept.set(key, read(path, version, onError, isNew));
    return kept.get(key);
  };
  const references = projectReferences ? { projectReferences } : {};
  const program = ts.createProgram({
    rootNames: fileNames,
    options: { ...options, noEmit: true },
    host,
    ...references,
  });
  const found = [...(error ? [error] : []), ...errors, ...ts.getPreEmitDiagnostics(program)];
  return ts.formatDiagnostics(found, { ...host, getNewLine: () => "\n" });
}
