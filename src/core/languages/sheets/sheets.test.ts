import { describe, expect, test } from "vitest";
import type { AtRule } from "postcss";
import scss from "postcss-scss";
import fc from "fast-check";
import { languageContract } from "../contract.test.suite.js";
import { applyEdits } from "../../base/text/index.js";
import { respellingEdit } from "../language.js";
import { sheets } from "./index.js";

languageContract(
  sheets,
  [
    { name: "a.css", text: '@import "./base.css" layer(a) screen;\n', specifiers: ["./base.css"] },
    { name: "a.css", text: "@import url(base.css);\n", specifiers: ["base.css"] },
    { name: "a.css", text: '.a { background: url("../i/a.png") }\n', specifiers: ["../i/a.png"] },
    { name: "a.css", text: ".a { background: url( ../i/a.png ) }\n", specifiers: ["../i/a.png"] },
    { name: "a.module.css", text: '.a { composes: b c from "./b.module.css"; }\n', specifiers: ["./b.module.css"] },
    { name: "a.module.css", text: "@value one, two from './v.css';\n", specifiers: ["./v.css"] },
    { name: "a.scss", text: "@use 'a/palette' as p;\n", specifiers: ["a/palette"] },
    { name: "a.scss", text: "@import 'a', \"b\" , 'c' ;\n", specifiers: ["a", "b", "c"] },
    { name: "a.less", text: '@import (reference) "a";\n@import (css) url("b.css");\n', specifiers: ["a", "b.css"] },
  ],
  ["./x.css", "../w/y", "a b.png", "d/(g)/e.png", "é/木.scss", "it's.png"],
);

describe("what a sheet names", () => {
  const names = (text: string, name: string): string[] =>
    sheets.extract(text, name).references.map(({ lookup, specifier }) => `${lookup} ${specifier}`);

  test.each<[string, string, string[]]>([
    ["a.scss", '@use "sass:math";\n@use "b" with ($c: 1);', ["sass sass:math", "sass b"]],
    ["a.scss", '@forward "src/list" hide list-reset, $x;', ["sass src/list"]],
    ["a.scss", '@include meta.load-css("theme/dark");', ["sass theme/dark"]],
    [
      "a.scss",
      '@import "a.css", "b" screen, "http://x.org/y", url(c.css);',
      ["css a.css", "css b", "css http://x.org/y", "css c.css"],
    ],
    ["a.scss", '// @use "no";\n/* url(no.png) */ @use "yes";', ["sass yes"]],
    ["a.scss", ".a { background: url(http://x.org/a.png), url(b.png) }", ["asset http://x.org/a.png", "asset b.png"]],
    ["a.scss", '.a { src: url("#{$base}/a.woff"), url($b), url($c + "x.png") }', []],
    ["a.scss", '@import "#{$theme}";', []],
    ["a.css", "// @import 'a';\n.b { c: url(data:x), url(#id), url('d.svg#e') }", ["asset d.svg#e", "css a"]],
    [
      "a.css",
      '.a { background-image: image-set("a.png" 1x, url(b.png) 2x type("image/png")) }',
      ["asset a.png", "asset b.png"],
    ],
    ["a.css", '@font-face { src: url("f.woff2?v=1") format("woff2"), local("F") }', ["asset f.woff2?v=1"]],
    ["a.css", "/*# sourceMappingURL=a.css.map */ .a {}", []],
    ["a.css", ':import("./b.css") { c: d }', ["css ./b.css"]],
    [
      "a.css",
      '@config "../tailwind.config.js"; @source not "../lib/**/*.ts"; @reference "./app.css";',
      ["module ../tailwind.config.js", "scope ../lib/**/*.ts", "css ./app.css"],
    ],
    [
      "a.less",
      '@import "@{theme}/a"; @import (less) "b.css"; .c { d: data-uri("image/svg+xml", "e.svg") }',
      ["less b.css", "asset e.svg"],
    ],
    ["a.less", "@plugin \"p\"; @value: 1; .a { b: ~'url(c.png)' }", ["module p"]],
    [
      "a.sass",
      "@import base, sizes/all\n.a\n  background: url(b.png)\n",
      ["sass base", "sass sizes/all", "asset b.png"],
    ],
    ["a.sass", "// a comment\n   that goes on: url(no.png)\n@use 'b'\n", ["sass b"]],
    ["a.sass", "/* so\n  does url(this.png)\n.a\n  b: url(c.png)\n", ["asset c.png"]],
    ["a.scss", ".composes-x { y: \"from 'a'\" } .b { composes: c from global; }", []],
  ])("%s: %j", (name, text, wanted) => {
    expect(names(text, name).sort()).toEqual([...wanted].sort());
  });

  test("what is put together has a head", () => {
    const { computed } = sheets.extract('.a { src: url("../fonts/#{$f}.woff") }', "a.scss");
    expect(computed.map(({ head }) => head)).toEqual(["../fonts/"]);
  });

  test.each([
    ['@use "palette";', "colours", '@use "colours" as palette;'],
    ['@use "a/_palette.scss" with ($b: 1);', "a/colours", '@use "a/colours" as palette with ($b: 1);'],
    ['@use "palette";', "theme/_palette", '@use "theme/_palette";'],
    ['@use "palette" as p;', "colours", '@use "colours" as p;'],
    ['@use "palette" as *;', "colours", '@use "colours" as *;'],
    ['@forward "palette";', "colours", '@forward "colours";'],
  ])("%s named %s", (text, specifier, wanted) => {
    const [reference] = sheets.extract(text, "a.scss").references;
    const edit = reference && respellingEdit(sheets, reference, specifier);
    const changed = applyEdits(text, edit ? [edit] : []);
    expect(changed).toBe(wanted);
    expect(sheets.extract(changed, "a.scss").references[0]?.namespace ?? reference?.namespace).toBe(
      reference?.namespace,
    );
  });
});

/** Every name that postcss finds: at-rules, and `url()` in declarations. */
function byPostcss(text: string): string[] {
  const root = scss.parse(text);
  const found: string[] = [];
  root.walkAtRules(/^(?:use|forward|import)$/, (rule: AtRule) => {
    for (const match of rule.params.matchAll(/(["'])((?:(?!\1).)*)\1/g)) found.push(match[2] ?? "");
  });
  root.walkDecls((declaration) => {
    for (const match of declaration.value.matchAll(/url\(\s*(["']?)((?:(?!\1)[^)])*)\1\s*\)/g))
      found.push(match[2] ?? "");
  });
  return found.sort();
}

test("the scanner finds what postcss finds in sheets put together at random", () => {
  const name = fc.constantFrom("a", "../b/c", "_d.scss", "e f.png", "木/g.png");
  const piece = fc.oneof(
    name.map((each) => `@use "${each}";`),
    name.map((each) => `@import '${each}';`),
    name.map((each) => `/* url(${each}) */`),
    name.map((each) => `// @use "${each}"\n`),
    name.map((each) =>
      `.x-${each.length} { background: url("${each}") no-repeat; content: "url(${each})" }`.replace(
        /content: "url\(.*?\)"/,
        'content: "}"',
      ),
    ),
    name.map((each) => `.y { &:hover { --z: 1; src: url('${each}') } }`),
    fc.constantFrom("$a: 1;", "@mixin m($x) { @content; }", "@media (min-width: 1px) { .z { b: c } }", "\n", "\r\n"),
  );
  fc.assert(
    fc.property(fc.array(piece, { maxLength: 12 }), (pieces) => {
      const text = pieces.join("\n");
      const found = sheets.extract(text, "a.scss").references;
      expect(found.map(({ specifier }) => specifier).sort()).toEqual(byPostcss(text));
      for (const { start, end, specifier } of found) expect(text.slice(start, end)).toBe(specifier);
    }),
    { seed: 7, numRuns: 120 },
  );
});
