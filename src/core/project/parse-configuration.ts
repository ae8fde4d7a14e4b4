/** Parses and validates the text of `steady-shelf.yaml`. */
import type { Mapping } from "../graph/index.js";
import { parseNamingPattern } from "../names/index.js";
import { listOf } from "../arrangement/index.js";
import { folderOf, inFolder, toProjectPath, type ProjectPath } from "../paths.js";
import { readYaml } from "../yaml/index.js";
import { limitedRules } from "../rules/rule-names.js";
import type { Configuration } from "./configuration.js";
import { configurationSchema } from "./schema.js";

/** The configuration that a text holds. Throws `CONFIG_BROKEN` with line and column. */
export function parseConfiguration(text: string, file: ProjectPath): Configuration {
  const { data, refuse, placeAt } = readYaml({ text, file, schema: configurationSchema, code: "CONFIG_BROKEN" });
  const folder = folderOf(file);
  const inside = (path: string, ...at: string[]): string => {
    const normal = /^(?:[\\/]|[a-zA-Z]:)/.test(path) ? undefined : toProjectPath(path);
    return normal ?? refuse(`${at.join(".")}: ${path} lies outside of the app's folder.`, at);
  };
  for (const [role, patterns] of Object.entries(data.names ?? {}))
    for (const pattern of listOf<string>(patterns)) {
      const parsed = parseNamingPattern(pattern);
      if (typeof parsed === "string") refuse(`names.${role}: ${parsed}`, ["names", role]);
    }
  for (const [rule, said] of Object.entries(data.rules ?? {}))
    if (typeof said === "object" && said.most !== undefined && !(limitedRules as readonly string[]).includes(rule))
      refuse(`rules.${rule}: it has no limit to set; these have one: ${limitedRules.join(", ")}.`, [
        "rules",
        rule,
        "most",
      ]);
  return {
    file,
    folder,
    ...(data.stack !== undefined && { stack: data.stack }),
    ...(data.language !== undefined && { language: data.language }),
    ...(data.source !== undefined && { source: inside(data.source, "source") }),
    ...(data.arrangement !== undefined && { arrangement: data.arrangement }),
    ...(data["public-index"] !== undefined && { publicIndex: data["public-index"] }),
    ...(data.starters !== undefined && { starters: inside(data.starters, "starters") }),
    words: data.words ?? {},
    names: data.names ?? {},
    shelves: {
      shelves: data.shelves ?? [],
      placeOf: (index, key) => placeAt(["shelves", index, ...(key === undefined ? [] : [key])]),
    },
    companions: data.companions ?? {},
    features: data.features ?? {},
    files: data.files ?? {},
    rules: data.rules ?? {},
    aliases: Object.entries(data.aliases ?? {}).flatMap(([name, target]) => aliasMappings(name, target, file)),
    placeOf: (...path) => placeAt(path),
  };
}

/** `"~": src` stands for `~` itself and all below it; a name with a star says its own pattern. */
function aliasMappings(name: string, target: string, by: ProjectPath): Mapping[] {
  const folder = folderOf(by);
  const own = toProjectPath(target.replace(/^\//, "")) ?? (target as ProjectPath);
  const path = own === "" ? folder : inFolder(folder, own);
  const common = { kind: "alias", exact: false, all: false, by, ...(folder !== "" && { under: folder }) } as const;
  if (name.includes("*")) return [{ ...common, pattern: name, targets: [path] }];
  return [
    { ...common, pattern: `${name}/*`, targets: [path === "" ? "*" : `${path}/*`] },
    { ...common, pattern: name, targets: [path] },
  ];
}
