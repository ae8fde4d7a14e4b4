/** Names that no sheet needs: what is told, and what is left alone because something may need it. */
import { expect, test } from "vitest";
import { MemoryStore, readTree } from "../../files/index.js";
import { Resolver } from "../../graph/index.js";
import { moduleRules } from "../../languages/index.js";
import { unusedNames } from "./index.js";

test.each<[string, Readonly<Record<string, string>>, readonly string[]]>([
  [
    "a variable, a mixin, a function, a placeholder",
    {
      "_a.scss": "$a: 1;\n@mixin b { c: d }\n@function e() { @return 1; }\n%f { g: h }\n",
    },
    ["_a.scss $a", "_a.scss @mixin b", "_a.scss @function e", "_a.scss %f"],
  ],
  [
    "what another sheet needs, with the other sign",
    { "_a.scss": "$a_b: 1;\n", "m.scss": '@use "a";\n.x { y: a.$a-b }\n' },
    [],
  ],
  ["what a configuration sets", { "_a.scss": "$a: 1 !default;\n", "m.scss": '@use "a" with ($a: 2);\n' }, []],
  [
    "given twice, needed nowhere",
    { "_a.scss": "$gap: 1 !default;\n", "m.scss": '$gap: 2;\n@import "a";\n' },
    ["_a.scss $gap"],
  ],
  [
    "passed on with a prefix",
    {
      "_a.scss": "$gap: 1;\n$rim: 2;\n",
      "_all.scss": '@forward "a" as size-*;\n',
      "m.scss": '@use "all";\n.x { y: all.$size-gap }\n',
    },
    ["_a.scss $rim"],
  ],
  ["asked for by its text", { "_a.scss": "@function e() { @return 1; }\n.x { y: call(get-function('e')) }\n" }, []],
  [
    "looked up by a name that is put together",
    {
      "_a.scss": "$v: 1;\n@function e() { @return 1; }\n.x { y: get-function($name) }\n",
    },
    ["_a.scss $v"],
  ],
  [
    "extended by a name that is put together",
    {
      "_a.scss": "%tree-apple { c: d }\n%crate { c: d }\n@each $k in apple { .x { @extend %tree-#{$k}; } }\n",
    },
    ["_a.scss %crate"],
  ],
  ["used in a component's block", { "_a.scss": "$a: 1;\n", "C.vue": "<style lang='scss'>.x { y: $a }</style>" }, []],
  ["a variable with a mixin's name", { "_a.scss": "$a: 1;\n@mixin a { c: d }\n" }, ["_a.scss $a", "_a.scss @mixin a"]],
  [
    "a mixin with the name of a variable that is used: the word alone cannot tell",
    {
      "_a.scss": "$a: 1;\n@mixin a { c: $a }\n",
    },
    [],
  ],
  [
    "given to a package whose sheet stands there as well",
    { "_a.less": '@import "~press/less/variables";\n@brand: green;\n.old() { a: b }\n', "m.less": '@import "_a";\n' },
    ["_a.less .old()"],
  ],
  ["given to a package's sheet that is imported", { "m.scss": '$brand: green;\n@import "~press/all";\n' }, []],
  ["beside a package's module", { "m.scss": '@use "~press/all";\n$brand: green;\n' }, ["m.scss $brand"]],
  ["given in a condition", { "_a.scss": "@if true { $a: 1 !global; }\n" }, []],
  [
    "variables and mixins of Less",
    { "a.less": "@a: 1;\n@b-c: 2;\n.wide(@x) { w: @x }\n.high() { h: @b-c }\n.rule { .high(); }\n" },
    ["a.less @a", "a.less .wide()"],
  ],
  [
    "names of Less in an interpolation, a variable's value, a text and another sheet",
    {
      "a.less": "@a: 1;\n@b: 2;\n@c: 'b';\n@d: 3;\n@n: e;\n.x-@{a} { y: @@c; z: ~'@{d}' }\n#ns() { .m() { o: p } }\n",
      "b.less": ".q { #ns.m(); @r: @n; s: @r }\n",
    },
    [],
  ],
  ["indented Sass", { "_a.sass": "$a: 1\n$b: 2\n.x\n  y: $b\n" }, ["_a.sass $a"]],
])("%s", async (_, files, wanted) => {
  const tree = await readTree(new MemoryStore(files));
  const resolver = new Resolver(tree, moduleRules, []);
  const found = unusedNames({ paths: tree.paths, isOwn: () => true, resolver, tree });
  expect(found.map(({ file, shown }) => `${file} ${shown}`)).toEqual(wanted);
  for (const { file, start, shown } of found)
    expect(tree.text(file)?.text.slice(start)).toMatch(
      new RegExp(`^[$%.#]?${shown.replace(/^(?:@\w+ |[$%.#])|\(\)$/g, "").replaceAll("-", "[-_]")}|^@`),
    );
});
