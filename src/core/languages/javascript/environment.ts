/**
 * Keys that scripts read from the environment. Sources: Node.js, `process.env`; ECMAScript's `import.meta` as bundlers fill it; the modules
 * that give React Native its environment.
 */
import { environmentKeysIn, type EnvironmentKey, type KeyForm } from "../environment-keys.js";

const hint = /process\.env|process\?\.env|import\.meta\.env|["']@env["']|react-native-config/;

const holder = "(?:process\\??\\.env|import\\.meta\\.env)";

const forms: readonly KeyForm[] = [
  { form: new RegExp(`\\b${holder}\\??\\.(?<name>[A-Za-z_]\\w*)`, "g") },
  { form: new RegExp(`\\b${holder}\\??\\.?\\[\\s*["'](?<name>[A-Za-z_]\\w*)["']\\s*\\]`, "g") },
  { form: new RegExp(`\\{(?<names>[^{}]*)\\}\\s*=\\s*${holder}(?![\\w.[])`, "g"), isList: true },
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
