/** Sass as a judge of sheets that stand in memory. */
import * as sass from "sass";

/** What Sass makes of a sheet; the error where it makes nothing. */
export function compiled(files: Readonly<Record<string, string>>, entry: string): string {
  const find = (path: string): string | undefined => {
    const folder = path.slice(0, path.lastIndexOf("/") + 1);
    const name = path.slice(folder.length);
    return ["scss", "sass"]
      .flatMap((end) => [`${folder}_${name}.${end}`, `${path}.${end}`, `${path}/_index.${end}`])
      .find((each) => each in files);
  };
  const syntax = (path: string): sass.Syntax => (path.endsWith(".sass") ? "indented" : "scss");
  try {
    return sass.compileString(files[entry] ?? "", {
      url: new URL(`mem:/${entry}`),
      syntax: syntax(entry),
      importer: {
        canonicalize: (specifier, { containingUrl }) => {
          const found = find(new URL(specifier, containingUrl ?? "mem:/").pathname.slice(1));
          return found === undefined ? null : new URL(`mem:/${found}`);
        },
        load: ({ pathname }) => ({ contents: files[pathname.slice(1)] ?? "", syntax: syntax(pathname) }),
      },
      logger: sass.Logger.silent,
    }).css;
  } catch (error) {
    return `Error: ${String(error).split("\n", 1)[0] ?? ""}`;
  }
}
