/** Keys that code reads from the environment, in each language that has forms for them. */
import { beforeAll, describe, expect, test } from "vitest";
import { languageFor, languagesInUse } from "./index.js";

beforeAll(async () => {
  await Promise.all(languagesInUse().map((language) => language.prepare()));
});

const keysIn = (path: string, text: string): readonly string[] =>
  (languageFor(path)?.environmentKeys?.(text) ?? []).map(({ name, start }) => {
    expect(text.slice(start, start + name.length)).toBe(name);
    return name;
  });

describe("scripts", () => {
  test.each([
    ["const url = process.env.API_URL;", ["API_URL"]],
    ["const url = process.env['API_URL'] ?? '';", ["API_URL"]],
    ["const url = process?.env?.API_URL;", ["API_URL"]],
    ["const url = import.meta.env.VITE_API_URL;", ["VITE_API_URL"]],
    ['const url = import.meta.env["VITE_API_URL"];', ["VITE_API_URL"]],
    ["const { API_URL, API_KEY: key, MODE = 'x' } = process.env;", ["API_URL", "API_KEY", "MODE"]],
    ["import { API_URL, type X } from '@env';", ["API_URL", "X"]],
    ["import Config from 'react-native-config';\nf(Config.API_URL, other.Config.NO);", ["API_URL"]],
    ["const url = `${process.env.API_URL}/trees`;", ["API_URL"]],
    ['const at = "http://x"; f(process.env.API_URL);', ["API_URL"]],
    ["const url = `${process.env.API_URL} and process.env.NOT`;", ["API_URL"]],
    ['const define = { "process.env.API_URL": 1 };', []],
    ['say("set process.env.API_URL first");', []],
    ["// process.env.API_URL", []],
    ["/* import.meta.env.API_URL */", []],
    ["const all = process.env;", []],
    ["const { url } = process.env.API_URL;", ["API_URL"]],
    ["const key = process.env[name];", []],
  ])("%s", (text, keys) => {
    expect(keysIn("a.ts", text)).toEqual(keys);
  });
});

test("a component of Vue", () => {
  const text =
    "<template><p>import.meta.env</p></template>\n<script setup>\nconst url = import.meta.env.VITE_URL;\n</script>\n";
  expect(keysIn("A.vue", text)).toEqual(["VITE_URL"]);
  expect(languageFor("A.vue")?.outline(text, "A.vue").environment).toEqual(["VITE_URL"]);
});

test.each([
  ["const url = String.fromEnvironment('API_URL');", ["API_URL"]],
  ["const url = String.fromEnvironment('API_URL', defaultValue: 'x');", []],
  ["final url = Platform.environment['API_URL'];", ["API_URL"]],
  ["final url = dotenv.env['API_URL'] ?? '';", ["API_URL"]],
  ["final url = dotenv.get('API_URL');", ["API_URL"]],
  ["// dotenv.get('API_URL')", []],
])("Dart: %s", (text, keys) => {
  expect(keysIn("a.dart", text)).toEqual(keys);
});
