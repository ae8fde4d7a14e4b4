/**
 * Keys that scripts read from the environment. Sources: Node.js, `process.env`; ECMAScript's `import.meta` as bundlers fill it; the modules
 * that give React Native its environment.
 */
import { inCase, splitWords } from "../../base/names/index.js";
import { environmentKeysIn, type EnvironmentKey, type EnvironmentSettings, type KeyForm } from "../environment-keys.js";

const hint = /process\.env|process\?\.env|import\.meta\.env|["']@env["']|react-native-config/;

const holder = "(?:process\\??\\.env|import\\.meta\\.env)";

const forms: readonly KeyForm[] = [
  { form: new RegExp(`\\b${holder}\\??\\.(?<name>[A-Za-z_]\\w*)`, "g") },
  { form: new RegExp(`\\b${holder}\\??\\.?\\[\\s*["'](?<name>[A-Za-z_]\\w*)["']\\s*\\]`, "g") },
  { form: new RegExp(`\\{(?<names>[^{}]*)\\}\\s*=\\s*(?<holder>${holder})(?![\\w.[])`, "g"), isList: true },
  { form: /\bimport\s*\{(?<names>[^{}]*)\}\s*from\s*["']@env["']/g, isList: true },
];

/** The name by which a script has all that its native side is configured with. */
const nativeConfig = /\bimport\s+([A-Za-z_$][\w$]*)[^;'"]*from\s*["']react-native-config["']/;

/** All of them. */
export function environmentKeys(text: string): readonly EnvironmentKey[] {
  const config = nativeConfig.exec(text)?.[1];
  const own = config === undefined ? [] : [{ form: new RegExp(`(?<![\\w$.])${config}\\.(?<name>[A-Z_]\\w*)`, "g") }];
  return environmentKeysIn(text, hint, [...forms, ...own]);
}

/** Prefixes by which bundlers let keys into what is built; they say nothing. Source: the documentation of each. */
const prefixes = /^(?:VITE|REACT_APP|NEXT_PUBLIC|EXPO_PUBLIC|NUXT_PUBLIC|VUE_APP|GATSBY|PUBLIC)_/;

/** A script that gives all keys that are read off an object; nothing where none is. */
export function environmentSettings(
  keys: readonly EnvironmentKey[],
  language: "typescript" | "javascript",
): EnvironmentSettings | undefined {
  const own = keys.filter(({ read }) => read !== undefined && /^(?:process|import)\b/.test(read));
  if (own.length === 0) return undefined;
  const isTyped = language === "typescript";
  const names = new Set<string>();
  const lines = own.map(({ name: key, read = "" }) => {
    const short = camel(key.replace(prefixes, ""));
    const name = /^[a-z]\w*$/i.test(short) && !names.has(short) ? short : camel(key);
    names.add(name);
    return `  ${name}: given("${key}", ${read}),\n`;
  });
  const [types, value, result, fixed] = isTyped
    ? [": string", "value: string | undefined", ": string", " as const"]
    : ["", "value", "", ""];
  const text = [
    "/** What the environment tells the app: each key has a line in the sample. */\n",
    `export const environment = {\n${lines.join("")}}${fixed};\n\n`,
    "/** Says at once which key is missing, rather than failing later where it is used. */\n",
    `function given(key${types}, ${value})${result} {\n`,
    '  if (value === undefined || value === "") throw new Error(`${key} is not set`);\n',
    "  return value;\n}\n",
  ].join("");
  return { extension: isTyped ? ".ts" : ".js", text };
}

function camel(key: string): string {
  return inCase(splitWords(key.toLowerCase()), "camel");
}
