/** Parses and validates the text of `steady-shelf.yaml`. */
import { LineCounter, parseDocument } from "yaml";
import * as z from "zod/mini";
import { ShelfError } from "../errors.js";
import type { Mapping } from "../graph/index.js";
import { toProjectPath } from "../paths.js";
import { configurationFile, type Configuration } from "./configuration.js";

const schema = z.strictObject({ version: z.literal(1), aliases: z.optional(z.record(z.string(), z.string())) });

/** The configuration that a text holds. Throws `CONFIG_BROKEN` with line and column. */
export function parseConfiguration(text: string): Configuration {
  const lines = new LineCounter();
  const document = parseDocument(text, { lineCounter: lines, prettyErrors: false });
  const refuse = (reason: string, offset: number): never => {
    const { line, col } = lines.linePos(offset);
    throw new ShelfError("CONFIG_BROKEN", { reason, place: { file: configurationFile, line, column: col } });
  };
  const [broken] = document.errors;
  if (broken) refuse(broken.message, broken.pos[0]);
  const parsed = schema.safeParse(document.toJS());
  if (parsed.success)
    return {
      aliases: Object.entries(parsed.data.aliases ?? {}).flatMap(([name, target]) => aliasMappings(name, target)),
    };
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
