/** Asks Sass's and Less's own compilers what every entry sheet of a package compiles to. */
// @ts-check
import { createHash } from "node:crypto";
import { existsSync, readFileSync } from "node:fs";
import { dirname, join, posix, resolve } from "node:path";
import { pathToFileURL } from "node:url";
import less from "less";
import * as sass from "sass";

/** Whether a sheet is compiled by itself. @param {string} file */
export function isEntrySheet(file) {
  return /\.less$|(?:^|\/)[^_/][^/]*\.(?:scss|sass)$/.test(file);
}

/**
 * The CSS of each entry by its path; `error` where the compiler refuses. Names of files in `url()` are replaced by the files'
 * contents, so that CSS is the same where the same pictures are meant.
 * @param {string} root @param {readonly string[]} files @param {readonly string[]} [loadPaths] @returns {Promise<Map<string, string>>}
 */
export async function compileSheets(root, files, loadPaths = []) {
  const found = new Map();
  for (const file of files) {
    if (/\.(?:scss|sass)$/.test(file)) found.set(file, compileSass(root, file, loadPaths));
    else if (file.endsWith(".less")) found.set(file, await compileLess(root, file));
  }
  return found;
}

/** @param {string} root @param {string} file @param {readonly string[]} loadPaths */
function compileSass(root, file, loadPaths) {
  try {
    const { css } = sass.compile(join(root, file), {
      // Bundlers are told of `src` in code that nobody runs here.
      loadPaths: [root, join(root, "src"), ...loadPaths.map((path) => join(root, path))],
      importers: [packagesOf(root)],
      logger: sass.Logger.silent,
      quietDeps: true,
    });
    return withContents(css, root, file);
  } catch (error) {
    return `error ${String(error)
      .split("\n")[0]
      ?.replace(/["'].*?["']/g, "…")}`;
  }
}

/** `~bootstrap/…` and aliases that begin with `@/`. @param {string} root @returns {sass.FileImporter<"sync">} */
function packagesOf(root) {
  return {
    findFileUrl(url) {
      if (url.startsWith("~@/") || url.startsWith("@/"))
        return pathToFileURL(join(root, "src", url.replace(/^~?@\//, "")));
      return null;
    },
  };
}

/** @param {string} root @param {string} file */
async function compileLess(root, file) {
  try {
    const text = readFileSync(join(root, file), "utf8");
    const { css } = await less.render(text, { filename: join(root, file), paths: [root], javascriptEnabled: true });
    return withContents(css, root, file);
  } catch (error) {
    return `error ${String(/** @type {any} */ (error).type)}`;
  }
}

/** @param {string} css @param {string} root @param {string} file */
export function withContents(css, root, file) {
  return css.replace(/url\((["']?)([^)"']+)\1\)/g, (all, _quote, name) => {
    const path = resolve(root, dirname(file), posix.normalize(String(name).replace(/[?#].*$/, "")));
    if (/^[a-z]+:|^\/|^#/i.test(name) || !existsSync(path)) return all;
    return `url(${createHash("sha1").update(readFileSync(path)).digest("hex")})`;
  });
}
