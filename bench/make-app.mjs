/** Makes synthetic apps: the same files for the same size, every time. */
// @ts-check
import { execFileSync } from "node:child_process";
import { mkdirSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";

/** What a feature holds: 20 files, of which 14 are code, two of them single-file components, and three are sheets. */
const kinds = [
  ["screens", "Screen.tsx"],
  ["components", "Card.tsx"],
  ["components", "List.tsx"],
  ["components", "Badge.tsx"],
  ["components", "Form.vue"],
  ["components", "Chart.vue"],
  ["hooks", "Data.ts", "use"],
  ["hooks", "Filter.ts", "use"],
  ["services", "Service.ts"],
  ["services", "Cache.ts"],
  ["context", "Reducer.ts"],
  ["context", "Actions.ts"],
  ["helpers", "Format.ts"],
  ["components", "Card.test.tsx"],
  ["components", "Card.module.scss"],
  ["components", "List.module.css"],
  ["screens", "Screen.module.css"],
  ["assets", "Icon.svg"],
  ["assets", "Photo.png"],
  ["docs", "Notes.md"],
];

/**
 * Writes a layer-first app of about `size` files into `root` and commits it to a git repository there.
 * A third of its references go through the alias `@/`, the others are relative; every tenth test file mocks.
 * @param {string} root @param {number} size
 */
export function makeApp(root, size) {
  const features = Math.max(1, Math.round(size / kinds.length));
  const write = (/** @type {string} */ path, /** @type {string} */ text) => {
    mkdirSync(dirname(join(root, path)), { recursive: true });
    writeFileSync(join(root, path), text);
  };
  write("package.json", JSON.stringify({ name: "synthetic-orchard", type: "module" }));
  write(
    "tsconfig.json",
    JSON.stringify({ compilerOptions: { jsx: "react-jsx", paths: { "@/*": ["./src/*"] } }, include: ["src"] }),
  );
  write("src/theme/_palette.scss", "$leaf: green;\n");
  write("vite.config.ts", 'export default { build: { rollupOptions: { input: "src/screens/**/*.tsx" } } };\n');
  for (let feature = 0; feature < features; feature += 1) {
    kinds.forEach((_, kind) => write(pathOf(feature, kind), textOf(feature, kind, features)));
  }
  execFileSync("git", ["init", "-q"], { cwd: root });
  execFileSync("git", ["add", "-A"], { cwd: root });
  execFileSync(
    "git",
    ["-c", "user.name=bench", "-c", "user.email=bench@example.org", "commit", "-q", "-m", "synthetic"],
    { cwd: root },
  );
}

/** Fifty sub-folders a layer keep folders at a believable size. @param {number} feature @param {number} kind */
function pathOf(feature, kind) {
  const [folder = "", ending = "", head = ""] = kinds[kind] ?? [];
  return `src/${folder}/area${feature % 50}/${head}Plot${feature}${ending}`;
}

/** @param {number} feature @param {number} kind @param {number} features */
function textOf(feature, kind, features) {
  const [folder = "", ending = ""] = kinds[kind] ?? [];
  const folderOf = `src/${folder}/area${feature % 50}`;
  if (/\.s?css$/.test(ending)) return sheetOf(folderOf, pathOf(feature, 18), ending);
  if (!/\.(?:tsx?|vue)$/.test(ending)) return `Plot ${feature}\n`;
  const lines = [`import { useState } from "react";`];
  const targets = [1, 2, 3, 4, 5].map(
    (step) => /** @type {const} */ ([(kind + step * 3) % 13, step === 5 ? (feature * 7 + kind) % features : feature]),
  );
  targets.forEach(([target, other], index) => {
    if (target === kind && other === feature) return;
    const aliased = (feature + kind + index) % 3 === 0;
    const name = pathOf(other, target).replace(/\.tsx?$/, "");
    const spelled = aliased ? name.replace("src/", "@/") : relative(`src/${folder}/area${feature % 50}`, name);
    const what = name.endsWith(".vue") ? `value${index}` : `{ value as value${index} }`;
    lines.push(`import ${what} from "${spelled}";`);
  });
  // A component shows a picture, as a screen does: each has one of its own.
  const picture = { "Badge.tsx": 17, "Screen.tsx": 18 }[ending];
  if (picture)
    lines.push(`import picture from "${relative(`src/${folder}/area${feature % 50}`, pathOf(feature, picture))}";`);
  if (ending.includes(".test.")) lines.push(`vi.mock("../../services/area${feature % 50}/Plot${feature}Service");`);
  const body = Array.from(
    { length: 30 },
    (_, line) =>
      `  const step${line} = (input: number): number => input * ${line + kind} + ${feature}; // row ${line} of the plot`,
  );
  const own = pathOf(feature, kind).split("/").at(-1)?.replace(/\..*$/, "") ?? "";
  const drawn = ending.endsWith(".tsx")
    ? `\nexport function ${own}() {\n  return <p>{value(${picture ? "picture.length" : "1"})}</p>;\n}\n`
    : "";
  const hook = own.startsWith("use") ? `\nexport function ${own}() {\n  return useState(value(1));\n}\n` : "";
  if (ending.endsWith(".vue")) {
    const script = `<script setup lang="ts">\n${lines.join("\n")}\n${body.join("\n")}\n</script>\n`;
    const template = `\n<template>\n  <p><img src="${relative(folderOf, pathOf(feature, 18))}" alt="" /></p>\n</template>\n`;
    return `${script}${template}\n<style lang="scss" scoped>\n${sheetOf(folderOf, pathOf(feature, 18), ".scss")}</style>\n`;
  }
  return `${lines.join("\n")}\n\n/** Part ${kind} of plot ${feature}. */\nexport function value(start: number): number {\n${body.join("\n")}\n  return step0(start) + step29(start);\n}\n${drawn}${hook}`;
}

/** Rules as a sheet has them, with the palette and a picture. @param {string} folder @param {string} picture @param {string} ending */
function sheetOf(folder, picture, ending) {
  const uses = ending.endsWith(".scss") ? `@use "${relative(folder, "src/theme/palette")}";\n\n` : "";
  const rules = Array.from({ length: 12 }, (_, rule) =>
    `.plot-${rule} {\n  margin: ${rule}px; // row\n}\n`.replace(" // row", ""),
  );
  return `${uses}.plot {\n  background: url("${relative(folder, picture)}");\n}\n${rules.join("\n")}`;
}

/** @param {string} from @param {string} to */
function relative(from, to) {
  const [a, b] = [from.split("/"), to.split("/")];
  let same = 0;
  while (a[same] === b[same]) same += 1;
  const way = [...Array(a.length - same).fill(".."), ...b.slice(same)].join("/");
  return way.startsWith("..") ? way : `./${way}`;
}
