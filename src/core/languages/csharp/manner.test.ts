import { expect, test } from "vitest";
import { writtenLike } from "./manner.js";

const made =
  "using System;\n\nnamespace N;\n\n/// <summary>A.</summary>\nclass A\n{\n    string? b;\n\n    void C(object? d) => D?.E();\n}\n";
const block = "namespace M\n{\n    class B { }\n}\n";
const whole = "namespace M;\n\nclass B { }\n";
const sdk = '<Project Sdk="Microsoft.NET.Sdk"><Nullable>enable</Nullable></Project>';

test.each([
  ["an app that begins", [], undefined, made],
  ["an app whose files have namespaces for the whole file", [whole, whole, block], sdk, made],
  [
    "an app with braces, and without `?`",
    [block, block, whole],
    "<Project/>",
    "using System;\n\nnamespace N\n{\n    /// <summary>A.</summary>\n    class A\n    {\n        string b;\n\n        void C(object d) => D?.E();\n    }\n}\n",
  ],
  [
    "a project that lists its files knows no namespaces without braces",
    [],
    '<Project><ItemGroup><Compile Include="A.cs"/></ItemGroup></Project>',
    "using System;\n\nnamespace N\n{\n    /// <summary>A.</summary>\n    class A\n    {\n        string? b;\n\n        void C(object? d) => D?.E();\n    }\n}\n",
  ],
  ["a text without a namespace", [block], sdk, "class A { }\n"],
])("%s", (_, others, list, expected) => {
  expect(writtenLike(expected.includes("namespace") ? made : "class A { }\n", others, list)).toBe(expected);
});
