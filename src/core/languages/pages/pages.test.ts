import { describe, expect, test } from "vitest";
import { parse } from "@vue/compiler-sfc";
import { languageContract } from "../contract.test.suite.js";
import { extractFrom } from "../index.js";
import { html, pageComponents, vue } from "./index.js";

const component = `<script setup lang="ts">
import Card from "./Card.vue";
const part = () => import("@/parts/Part.vue");
</script>

<template>
  <img src="./tree.png" srcset="./tree.png 1x, ./tree@2x.png 2x" alt="a">
  <video poster='@/assets/p.jpg' :src="require('./v.mp4')" />
  <a href="./not-a-file">{{ require("./w.json").name }}</a>
</template>

<style lang="scss" scoped>
@use "@/styles/palette" as p;
.a { background: url(../b.png) }
</style>
`;
const inComponent = [
  "./Card.vue",
  "@/parts/Part.vue",
  "./tree.png",
  "./tree.png",
  "./tree@2x.png",
  "@/assets/p.jpg",
  "./v.mp4",
  "./w.json",
  "@/styles/palette",
  "../b.png",
];

const page = `<!doctype html>
<html><head>
<link rel="stylesheet" href="styles/main.css"><link rel=icon href=/icon.svg>
<script type="importmap">{ "imports": { "tree": "./src/tree.js" } }</script>
<style>.a { background: url("a.png") }</style>
</head><body style="background: url('b.png')">
<a href="about.html#us">a</a><a href="/trees">b</a><a href="https://example.org/x.html">c</a>
<img src="i/a.png" srcset="i/a.png, i/b.png 2x">
<script type="module">import "./src/main.js"; if (1 < 2) {}</script>
<script src="/src/main.ts"></script>
</body></html>
`;
const inPage = [
  "styles/main.css",
  "/icon.svg",
  "./src/tree.js",
  "a.png",
  "b.png",
  "about.html#us",
  "https://example.org/x.html",
  "i/a.png",
  "i/a.png",
  "i/b.png",
  "./src/main.js",
  "/src/main.ts",
];

const targets = ["./x.vue", "../w/y.png", "./d/(g)/e.png", "./é/木.png"];

languageContract(vue, [{ name: "A.vue", text: component, specifiers: inComponent }], targets);
languageContract(html, [{ name: "a.html", text: page, specifiers: inPage }], targets);
languageContract(
  pageComponents,
  [
    {
      name: "A.svelte",
      text: `<script lang="ts">import B from "./B.svelte";</script>\n{#if a}<img src="./b.png" alt={c} />{/if}\n<style lang="scss">@use "./p"  as p;</style>\n`,
      specifiers: ["./B.svelte", "./b.png", "./p"],
    },
  ],
  targets,
);

describe("what a component names", () => {
  const names = (text: string, name = "A.vue"): string[] =>
    extractFrom(text, name).references.map(({ specifier }) => specifier);

  test.each<[string, string[]]>([
    [
      '<script src="./a.ts"></script><template src="./a.html"/><style src="./a.scss" lang="scss"></style>',
      ["./a.ts", "./a.html", "./a.scss"],
    ],
    ['<script>export default { components: { A: () => import("./A") } }</script>', ["./A"]],
    ['<script>\nimport a from "./a"</script>\n<script setup>\nimport b from "./b"</script>', ["./a", "./b"]],
    [
      '<template><img src="plain.png"><img src="/public.png"><use xlink:href="./s.svg#i"/></template>',
      ["/public.png", "./s.svg#i"],
    ],
    ['<template><img :src="`./a/${b}.png`"><p :style="{ c: \'url(./d.png)\' }"/></template>', []],
    ['<template lang="pug">\nimg(src="@/a.png" alt="b")\n</template>', ["@/a.png"]],
    ['<style lang="stylus">\n@import "a"\n</style><style lang="sass">\n@import b\n</style>', ["b"]],
    ['<i18n src="./words.json"></i18n>', ["./words.json"]],
    ['<template><img src="./{{ a }}.png"></template>', []],
  ])("%s", (text, wanted) => {
    expect(names(text)).toEqual(wanted);
  });

  test("Astro's head is a script", () => {
    const text = '---\nimport A from "./A.astro";\n---\n<A><img src="./b.png"/></A>\n';
    expect(names(text, "a.astro")).toEqual(["./A.astro", "./b.png"]);
  });

  test("a script of Astro is taken in as a module, one that is left as it stands is an address", () => {
    const text =
      '<script src="../track"></script><script is:inline src="./old.js"></script><script src="/a.js"></script>';
    const references = extractFrom(text, "a.astro").references;
    expect(references.map(({ specifier, lookup }) => [specifier, lookup])).toEqual([
      ["../track", "module"],
      ["./old.js", "asset"],
      ["/a.js", "asset"],
    ]);
  });

  test("blocks begin and end where Vue's own compiler says", () => {
    const { descriptor } = parse(component);
    const within = (
      block: { loc: { start: { offset: number }; end: { offset: number } } } | null | undefined,
    ): string[] =>
      extractFrom(component, "A.vue")
        .references.filter(({ start, end }) => block && block.loc.start.offset <= start && end <= block.loc.end.offset)
        .map(({ specifier }) => specifier);
    expect(within(descriptor.scriptSetup)).toEqual(inComponent.slice(0, 2));
    expect(within(descriptor.template)).toEqual(inComponent.slice(2, 8));
    expect(within(descriptor.styles[0])).toEqual(inComponent.slice(8));
  });
});
