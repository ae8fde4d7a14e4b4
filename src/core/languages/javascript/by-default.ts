/** What a script gives by name, given by default instead, and what takes it so. */
import { extract } from "./extract.js";

/** The text with its one export as the default; `undefined` where it has none but types, or several, or a default already. */
export function givenByDefault(text: string, name: string): string | undefined {
  const given = (extract(text, name, "exact").exports ?? []).filter(({ isType }) => !isType);
  const [only, other] = given;
  if (!only || other || only.name === "default" || only.local !== only.name) return undefined;
  const before = text.slice(0, only.start);
  const declared = /\bexport\s+((?:async\s+)?function\*?|(?:abstract\s+)?class)\s+$/.exec(before);
  if (declared) return `${before.slice(0, declared.index)}export default ${declared[1]} ${text.slice(only.start)}`;
  const constant = /\bexport\s+(const|let)\s+$/.exec(before);
  if (!constant) return undefined;
  const rest = `${before.slice(0, constant.index)}${constant[1]} ${text.slice(only.start)}`;
  return `${rest.trimEnd()}\n\nexport default ${only.name};\n`;
}

/** The text with one name taken as the default of the file that gives it by name: `import { A } from` → `import A from`. */
export function takenByDefault(text: string, name: string): string {
  const form = new RegExp(`\\bimport\\s*\\{\\s*${name.replaceAll("$", "\\$&")}\\s*\\}\\s*from\\b`);
  return text.replace(form, () => `import ${name} from`);
}
