/** Keys that Dart reads from the environment. Sources: `dart:core`, `String.fromEnvironment`; `dart:io`, `Platform.environment`; flutter_dotenv. */
import { environmentKeysIn, type EnvironmentKey, type KeyForm } from "../environment-keys.js";

const hint = /fromEnvironment|Platform\.environment|dotenv/;

const forms: readonly KeyForm[] = [
  // What has a value of its own needs none: it is only another for a build that says so.
  { form: /\b(?:String|bool|int)\.fromEnvironment\(\s*["'](?<name>\w+)["'](?!\s*,\s*defaultValue\b)/g },
  { form: /\bPlatform\.environment\[\s*["'](?<name>\w+)["']\s*\]/g },
  { form: /\bdotenv\.env\[\s*["'](?<name>\w+)["']\s*\]/g },
  { form: /\bdotenv\.(?:get|maybeGet|getBool|getInt|getDouble)\(\s*["'](?<name>\w+)["']/g },
];

/** All of them. */
export function environmentKeys(text: string): readonly EnvironmentKey[] {
  return environmentKeysIn(text, hint, forms);
}
