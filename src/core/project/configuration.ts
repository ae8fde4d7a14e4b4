/**
 * `steady-shelf.yaml`. So far it may say what names mean:
 *
 *   version: 1
 *   aliases:                # only what tsconfig and the manifests do not already say
 *     "~": src
 */
import { ShelfError } from "../errors.js";
import type { Mapping } from "../graph/index.js";
import { toProjectPath, type ProjectPath } from "../paths.js";
import type { FileReader } from "../tree/index.js";

/** What the configuration says. */
export interface Configuration {
  readonly aliases: readonly Mapping[];
}

/** The file's name; it lies in the project's root. */
export const configurationFile = "steady-shelf.yaml" as ProjectPath;

/** Reads the configuration, if there is one. Throws `CONFIG_BROKEN` with line and column. */
export async function readConfiguration(store: FileReader): Promise<Configuration> {
  if (!store.stat(configurationFile)) return { aliases: [] };
  const { LineCounter, parseDocument } = await import("yaml");
  const z = await import("zod/mini");
  const schema = z.strictObject({ version: z.literal(1), aliases: z.optional(z.record(z.string(), z.string())) });
  const lines = new LineCounter();
  const document = parseDocument(store.read(configurationFile).toString(), { lineCounter: lines, prettyErrors: false });
  const refuse = (reason: string, offset: number): never => {
    const { line, col } = lines.linePos(offset);
    throw new ShelfError("CONFIG_BROKEN", { reason, place: { file: configurationFile, line, column: col } });
  };
  const [broken] = document.errors;
  if (broken) refuse(broken.message, broken.pos[0]);
  const parsed = schema.safeParse(document.toJS());
  if (parsed.success) return { aliases: Object.entries(parsed.data.aliases ?? {}).flatMap(([name, target]) => aliasMappings(name, target)) };
  const [issue] = parsed.error.issues;
  const node: unknown = document.getIn(issue?.path ?? [], true);
  const offset = (node as { range?: [number] } | undefined)?.range?.[0] ?? document.contents?.range[0] ?? 0;
  return refuse(`${(issue?.path ?? []).map(String).join(".") || "the file"}: ${issue?.message ?? "unknown"}.`, offset);
}

/** `"~": src` stands for `~` itself and all below it; a name with a star says its own pattern. */
function aliasMappings(name: string, target: string): Mapping[] {
  const path = toProjectPath(target.replace(/^\//, "")) ?? target;
  const common = { kind: "alias", exact: false, all: false, by: configurationFile } as const;
  if (name.includes("*")) return [{ ...common, pattern: name, targets: [path] }];
  return [
    { ...common, pattern: `${name}/*`, targets: [path === "" ? "*" : `${path}/*`] },
    { ...common, pattern: name, targets: [path] },
  ];
}
