/** Files that give an app its environment: what is read of their lines, and which are samples. */
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../base/paths.js";
import { environmentEntries, environmentFile, samplesFor } from "./environment-files.js";

const at = (path: string): ProjectPath => path as ProjectPath;

describe("the lines of a file", () => {
  test.each([
    ["API_URL=https://example.org", "API_URL", "https://example.org"],
    ["export API_URL=x", "API_URL", "x"],
    ["API_URL = x", "API_URL", "x"],
    ["API_URL=", "API_URL", ""],
    ["API_URL=# nothing yet", "API_URL", ""],
    ["API_URL=x # where the server is", "API_URL", "x"],
    ["API_URL=x#1", "API_URL", "x#1"],
    ['API_URL="x # 1"', "API_URL", "x # 1"],
    ["API_URL='two\nlines'", "API_URL", "two\nlines"],
    ["  API_URL=x\r", "API_URL", "x"],
  ])("%j", (text, name, value) => {
    const [entry, ...others] = environmentEntries(text);
    expect(others).toEqual([]);
    expect(entry).toMatchObject({ name, value, start: text.indexOf(name) });
    const raw = text.slice(entry?.valueStart, entry?.valueEnd);
    expect(raw.replace(/^["']|["']$/g, "")).toBe(value);
  });

  test.each(["# API_URL=x", "", "just words", "=x", "1KEY=x"])("%j is none", (text) => {
    expect(environmentEntries(text)).toEqual([]);
  });
});

test.each([
  [".env", "values"],
  ["apps/web/.env.staging", "values"],
  [".env.local", "values"],
  [".env.example", "sample"],
  [".env.staging.sample", "sample"],
  [".env.example.staging", "sample"],
  ["example.env", "sample"],
  ["apps/web/env.sample", "sample"],
  ["staging.env", undefined],
  [".envrc", undefined],
  ["src/.env.ts", "values"],
  ["src/env.ts", undefined],
])("%s is %s", (path, kind) => {
  expect(environmentFile(at(path))).toBe(kind);
});

test("the samples of an app lie in its folder, or in the nearest above", () => {
  const paths = [".env.example", "apps/.env.sample", "apps/web/.env", "apps/desk/.env.example"].map(at);
  expect(samplesFor(paths, at("apps/desk"))).toEqual(["apps/desk/.env.example"]);
  expect(samplesFor(paths, at("apps/web"))).toEqual(["apps/.env.sample"]);
  expect(samplesFor(paths, at("tools"))).toEqual([".env.example"]);
  expect(samplesFor([], at(""))).toEqual([]);
});
