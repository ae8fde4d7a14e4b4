// Builds the orchard's theme: the entry sheet, and one sheet for each section, for pages that show only that one.
import { mkdirSync, writeFileSync } from "node:fs";
import glob from "fast-glob";
import * as sass from "sass";

const entry = "src/scss/main.scss";
const sections = ["src/scss/sections/*.scss", "!src/scss/sections/_draft-*.scss"];
const pictures = "src/images/**/*.svg";

mkdirSync("src/css", { recursive: true });
for (const file of [entry, ...(await glob(sections))]) {
  const name = file.split("/").at(-1).replace(/^_|\.scss$/g, "");
  writeFileSync(`src/css/${name}.css`, sass.compile(file).css);
}
console.log(`${(await glob(pictures)).length} pictures go along.`);
