/**
 * How tools find a sheet by a name that leaves something out. Sources: the Sass documentation, "@use" ("Partials", "Index
 * Files", "Load Paths") and its specification's `import` procedures; Less documentation, "File extensions".
 */

/** The rules of one tool. */
export interface SheetRules {
  /** Extensions that a name may leave out, in groups: a later group only answers where no earlier one does. */
  readonly extensions: readonly (readonly string[])[];
  /** Whether `a` may mean `_a`, and a folder its index. */
  readonly partials: boolean;
  /** Folders that are looked in besides the sheet's own. */
  readonly loadPaths: boolean;
}

export const sheetRules: Readonly<Record<"sass" | "less" | "css", SheetRules>> = {
  sass: { extensions: [[".sass", ".scss"], [".css"]], partials: true, loadPaths: true },
  less: { extensions: [[".less"]], partials: false, loadPaths: true },
  css: { extensions: [[".css"]], partials: false, loadPaths: false },
};

/** Whether a sheet can be taken into another one, so that its own place does not tell what its URLs mean. */
export function isTakenIn(path: string): boolean {
  return /\.(?:scss|sass|less)$/.test(path);
}

/** Packages that rewrite the URLs of Sass sheets, so that these are relative to the file that they stand in. */
const urlsFollowTheFile = [
  "vite",
  "next",
  "nuxt",
  "astro",
  "react-scripts",
  "resolve-url-loader",
  "@angular/cli",
  "@angular/build",
  "parcel",
  "@rsbuild/core",
  "@sveltejs/kit",
];

/** Those that do it for Less. */
const lessUrlsFollowTheFile = ["less-loader"];

/** The packages of which each makes the URLs in a sheet relative to the file that they stand in. */
export function urlRewritersFor(path: string): readonly string[] {
  return path.endsWith(".less") ? [...urlsFollowTheFile, ...lessUrlsFollowTheFile] : urlsFollowTheFile;
}

/** Settings by which a bundler puts lines before each sheet that it compiles, so that a sheet may need what no line of it says. */
const prepending = /\b(?:additionalData|prependData|sass-resources-loader|style-resources-loader|hoistUseStatements)\b/;

/** Whether a text of settings may hold one. */
export function putsBeforeSheets(name: string, text: string): boolean {
  return /(?:config|gulpfile|package|angular|project)[^/]*\.(?:json|[cm]?[jt]s)$/i.test(name) && prepending.test(text);
}
