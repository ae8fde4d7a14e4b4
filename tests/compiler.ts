/** The compilers of TypeScript and Vue as judges, in this process: what was read of their own libraries and of packages is kept. */
import type { LanguagePlugin } from "@volar/language-core";
import { createRequire } from "node:module";
import { join } from "node:path";
import ts from "typescript";

const kept = new Map<string, ts.SourceFile | undefined>();

/** What Vue's own compiler is made of, which it keeps to itself. */
const vue = createRequire(createRequire(import.meta.url).resolve("vue-tsc"));

/** What `vue-tsc -p .` says of a project; nothing where all is well. */
export function compileVue(root: string): string {
  const { createParsedCommandLine, createVueLanguagePlugin, getAllExtensions } = vue(
    "@vue/language-core",
  ) as typeof import("@vue/language-core");
  const { proxyCreateProgram } = vue("@volar/typescript") as typeof import("@volar/typescript");
  const { vueOptions } = createParsedCommandLine(ts, ts.sys, join(root, "tsconfig.json"));
  const create = proxyCreateProgram(ts, ts.createProgram, (_, { options }) => ({
    languagePlugins: [createVueLanguagePlugin<string>(ts, options, vueOptions, (id) => id)] as LanguagePlugin<string>[],
  }));
  return compile(root, create, getAllExtensions(vueOptions));
}

/** What the compiler says of a program before it would write. Packages are compiled, and not judged: they are not the test's. */
function diagnosticsOf(program: ts.Program): ts.Diagnostic[] {
  const own = program.getSourceFiles().filter(({ fileName }) => !fileName.includes("/node_modules/"));
  return [
    ...program.getConfigFileParsingDiagnostics(),
    ...program.getOptionsDiagnostics(),
    ...program.getGlobalDiagnostics(),
    ...own.flatMap((file) => [...program.getSyntacticDiagnostics(file), ...program.getSemanticDiagnostics(file)]),
  ];
}

/** What `tsc -p .` says of a project; nothing where all is well. Another compiler says by what it makes programs, and of which files more. */
export function compile(root: string, create = ts.createProgram, more: readonly string[] = []): string {
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
  const program = create({
    rootNames: fileNames,
    options: { ...options, noEmit: true, ...(more.length > 0 && { allowNonTsExtensions: true }) },
    host,
    ...references,
  });
  const found = [...(error ? [error] : []), ...errors, ...diagnosticsOf(program)];
  return ts.formatDiagnostics(found, { ...host, getNewLine: () => "\n" });
}
