/** TypeScript's compiler as a judge, in this process: what was read of its own libraries and of packages is kept. */
import { join } from "node:path";
import ts from "typescript";

const kept = new Map<string, ts.SourceFile | undefined>();

/** Whether a file is a package's. The project itself may well lie below a folder of that name. */
function isOfPackage(file: string, root: string): boolean {
  return (file.startsWith(`${root}/`) ? file.slice(root.length) : file).includes("/node_modules/");
}

/** What a compiler says of a program before it would write. Packages are compiled, and not judged: they are not the app's. */
function diagnosticsOf(program: ts.Program, root: string): ts.Diagnostic[] {
  const own = program.getSourceFiles().filter(({ fileName }) => !isOfPackage(fileName, root));
  return [
    ...program.getConfigFileParsingDiagnostics(),
    ...program.getOptionsDiagnostics(),
    ...program.getGlobalDiagnostics(),
    ...own.flatMap((file) => [...program.getSyntacticDiagnostics(file), ...program.getSemanticDiagnostics(file)]),
  ];
}

/**
 * What `tsc -p .` says of a project that has a `tsconfig.json`, one line each; nothing where all is well. Another compiler says
 * by what it makes programs, and of which files more (their endings, with the dot).
 */
export function compile(folder: string, create = ts.createProgram, more: readonly string[] = []): string {
  // As the compiler writes paths.
  const root = folder.replaceAll("\\", "/");
  const file = join(root, "tsconfig.json");
  const { config, error } = ts.readConfigFile(file, (path) => ts.sys.readFile(path)) as {
    config: unknown;
    error?: ts.Diagnostic;
  };
  const { options, fileNames, errors, projectReferences } = ts.parseJsonConfigFileContent(
    config,
    ts.sys,
    root,
    {},
    file,
    undefined,
    more.map((extension) => ({
      extension: extension.slice(1),
      isMixedContent: true,
      scriptKind: ts.ScriptKind.Deferred,
    })),
  );
  const host = hostFor(root, options);
  const references = projectReferences ? { projectReferences } : {};
  const program = create({
    rootNames: fileNames,
    options: { ...options, noEmit: true, ...(more.length > 0 && { allowNonTsExtensions: true }) },
    host,
    ...references,
  });
  const found = [...(error ? [error] : []), ...errors, ...diagnosticsOf(program, root)];
  return ts.formatDiagnostics(found, { ...host, getNewLine: () => "\n" });
}

function hostFor(root: string, options: ts.CompilerOptions): ts.CompilerHost {
  const host = ts.createCompilerHost(options);
  const read = host.getSourceFile.bind(host);
  host.getCurrentDirectory = (): string => root;
  host.getSourceFile = (path, version, onError, isNew) => {
    if (!isOfPackage(path, root)) return read(path, version, onError, isNew);
    const { languageVersion, impliedNodeFormat } = typeof version === "object" ? version : { languageVersion: version };
    const key = `${path}|${languageVersion}|${impliedNodeFormat ?? ""}`;
    if (!kept.has(key)) kept.set(key, read(path, version, onError, isNew));
    return kept.get(key);
  };
  return host;
}
