/** Parses and validates the text of `steady-shelf.yaml`. */
import type { Mapping } from "../../languages/index.js";
import { anyName } from "../arrangement/index.js";
import { parseNamingPattern } from "../../base/names/index.js";
import { listOf } from "../arrangement/index.js";
import { folderOf, inFolder, isReserved, pathProblem, toProjectPath, type ProjectPath } from "../../base/paths.js";
import { readYaml } from "../../base/yaml/index.js";
import { limitedRules } from "./rule-names.js";
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
  for (const [word, folder] of Object.entries(data.words ?? {}))
    if (!isInside(folder.replace(/^\//, "")))
      refuse(`words.${word}: ${folder} is no folder inside the app.`, ["words", word]);
  for (const feature of Object.keys(data.features ?? {}))
    if (!isOneName(feature)) refuse(`features: ${feature} cannot be the name of a folder.`, ["features", feature]);
  for (const [path, said] of Object.entries(data.files ?? {}))
    if (said !== "leave" && said.feature !== undefined && !isOneName(said.feature))
      refuse(`files.${path}: ${said.feature} cannot be the name of a folder.`, ["files", path, "feature"]);
  for (const [role, patterns] of Object.entries(data.names ?? {}))
    for (const pattern of listOf<string>(patterns)) {
      if (pattern === anyName) continue;
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
    ...(data.state !== undefined && { state: data.state }),
    ...(data["class-prefix"] !== undefined && { classPrefix: data["class-prefix"] }),
    ...(data["keep-namespaces"] !== undefined && { keepNamespaces: data["keep-namespaces"] }),
    ...(data["in-groups"] !== undefined && { inGroups: data["in-groups"] }),
    ...(data["group-order"] !== undefined && { groupOrder: data["group-order"] }),
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

/** Whether a path is written plainly, and stays in its folder. */
function isInside(path: string): boolean {
  return path === "." || path === "" || (toProjectPath(path) === path && !path.includes("\\") && !isReserved(path));
}

/** Whether a text can be the name of one folder. */
function isOneName(text: string): boolean {
  return isInside(text) && text !== "." && !text.includes("/") && pathProblem(text) === undefined;
}

/** `"~": src` stands for `~` itself and all below it; a name with a star says its own pattern. */
export function aliasMappings(name: string, target: string, by: ProjectPath): Mapping[] {
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
