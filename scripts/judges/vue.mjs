/** Lets a bundler read single-file components, by Vue's own compiler. */
// @ts-check
import { readFileSync } from "node:fs";
import { dirname, extname } from "node:path";
import { pathToFileURL } from "node:url";
import less from "less";
import * as sass from "sass";
import { compileScript, compileTemplate, parse } from "vue/compiler-sfc";
import { withContents } from "./sheets.mjs";

/** @param {string} root @param {readonly string[]} [loadPaths] @returns {import("esbuild").Plugin} */
export function vueFiles(root, loadPaths = []) {
  return {
    name: "vue-files",
    setup(build) {
      build.onResolve({ filter: /^@\// }, async ({ path, kind }) => {
        const found = await build.resolve(`./${path.slice(2)}`, {
          resolveDir: `${root}/src`,
          kind,
          pluginData: "asked",
        });
        return found.errors.length > 0 ? { path, external: true } : found;
      });
      build.onLoad({ filter: /\.vue$/ }, async ({ path }) => {
        try {
          return { contents: await compile(root, path, loadPaths), loader: "ts", resolveDir: dirname(path) };
        } catch (error) {
          const first = String(error)
            .split("\n")[0]
            ?.replaceAll(root, "")
            .replace(/\S*\/\S*/g, "…");
          return { contents: `export const broken = ${JSON.stringify(first)}; export default broken;`, loader: "ts" };
        }
      });
    },
  };
}

/** The script with its template, and the compiled styles as texts. @param {string} root @param {string} path @param {readonly string[]} loadPaths */
async function compile(root, path, loadPaths) {
  const { descriptor } = parse(readFileSync(path, "utf8"), { filename: "/one.vue", sourceMap: false });
  const parts = [];
  const isOutside = (/** @type {{ src?: string | undefined } | null | undefined} */ block) => block?.src !== undefined;
  if (descriptor.script && isOutside(descriptor.script))
    parts.push(`export * from ${JSON.stringify(descriptor.script.src)}; export default {};`);
  else if (descriptor.script || descriptor.scriptSetup)
    parts.push(compileScript(descriptor, { id: "one", fs: { fileExists: () => false, readFile: () => "" } }).content);
  else parts.push("export default {};");
  if (descriptor.template && !isOutside(descriptor.template) && !descriptor.template.lang) {
    const { code, errors } = compileTemplate({
      source: descriptor.template.content,
      filename: "/one.vue",
      id: "one",
      transformAssetUrls: { includeAbsolute: false },
    });
    parts.push(errors.length > 0 ? `export const template = ${JSON.stringify(errors.length)};` : code);
  }
  for (const [index, style] of descriptor.styles.entries()) {
    if (style.src) parts.push(`import ${JSON.stringify(style.src)};`);
    const css = style.src
      ? ""
      : await compileStyle(root, path, { text: style.content, lang: style.lang ?? "css", loadPaths });
    parts.push(`export const css${index} = ${JSON.stringify(css)};`);
  }
  return parts.join("\n");
}

/** @param {string} root @param {string} path @param {{ text: string, lang: string, loadPaths: readonly string[] }} style */
async function compileStyle(root, path, { text, lang, loadPaths }) {
  const file = path.slice(root.length + 1);
  try {
    if (lang === "scss" || lang === "sass") {
      const { css } = sass.compileString(text, {
        syntax: lang === "sass" ? "indented" : "scss",
        url: pathToFileURL(path.slice(0, -extname(path).length) + `.${lang}`),
        importer: {
          findFileUrl: (url) => {
            const base = /^~?@\//.test(url) ? `${root}/src/` : `${dirname(path)}/`;
            return new URL(encodeURI(url.replace(/^~?@\//, "")), pathToFileURL(base));
          },
        },
        loadPaths: loadPaths.map((each) => `${root}/${each}`),
        logger: sass.Logger.silent,
      });
      return withContents(css, root, file);
    }
    if (lang === "less") return withContents((await less.render(text, { filename: path })).css, root, file);
    return withContents(text, root, file).replace(/@import\s+(["'])[^"']*\1/g, "@import");
  } catch (error) {
    return `error ${String(error)
      .split("\n")[0]
      ?.replace(/["'].*?["']/g, "…")}`;
  }
}
