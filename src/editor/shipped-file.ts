/** Files that come with the program: its manifest, its schemas, its pages. */

// Built, all of the program lies in one folder.
const isBuilt = !import.meta.url.endsWith("/src/editor/shipped-file.ts");
const root = new URL(isBuilt ? "../" : "../../", import.meta.url);

/** Where one of them is, by its path from the package's folder. */
export function shippedFile(path: string): URL {
  return new URL(path, root);
}
