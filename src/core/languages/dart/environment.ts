/** Keys that Dart reads from the environment. Sources: `dart:core`, `String.fromEnvironment`; `dart:io`, `Platform.environment`; flutter_dotenv. */
import { environmentKeysIn, type EnvironmentKey, type KeyForm } from "../environment-keys.js";

const hint = /fromEnvironment|Platform\.environment|dotenv/;

const forms: readonly KeyForm[] = [
  { form: /\b(?:String|bool|int)\.fromEnvironment\(\s*["'](?<name>\w+)["']/g },
  { form: /\bPlatform\.environment\[\s*["'](?<name>\w+)["']\s*\]/g },
  { form: /\bdotenv\.env\[\s*["'](?<name>\w+)["']\s*\]/g },
  { form: /\bdotenv\.(?:get|maybeGet|getBool|getInt|getDouble)\(\s*["'](?<name>\w+)["']/g },
];

/** All of them. */
export function environmentKeys(text: string): readonly EnvironmentKey[] {
  return environmentKeysIn(text, hint, forms);
}
