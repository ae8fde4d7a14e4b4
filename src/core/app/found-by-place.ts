/**
 * Files that a framework finds by the folder they lie in: moved, they would not be found, whatever is respelled. Nobody moves them
 * unasked; what a move that is asked for changes in them, `known-by-place.ts` tells.
 */
import { inFolder, isBelow, type ProjectPath } from "../base/paths.js";
import type { SourceTree } from "../files/index.js";
import type { App } from "./app.js";

/** A package, as manifests name it, and the folders (from the app's or from the source root) whose files it finds. */
interface FoundByPlace {
  readonly packages: readonly string[];
  readonly title: string;
  readonly folders: readonly string[];
  /** Whether a setting says where the folder is, so that it may be anywhere. */
  readonly anywhere?: boolean;
}

/** Source: the routing chapters of each framework's own documentation. */
const frameworks: readonly FoundByPlace[] = [
  { packages: ["next"], title: "Next.js", folders: ["pages", "app"] },
  { packages: ["expo-router"], title: "Expo Router", folders: ["app"] },
  {
    packages: ["nuxt"],
    title: "Nuxt",
    folders: [
      "pages",
      "layouts",
      "components",
      "composables",
      "utils",
      "plugins",
      "middleware",
      "modules",
      "server",
      "shared/utils",
      "shared/types",
    ],
  },
  { packages: ["@pinia/nuxt"], title: "Nuxt", folders: ["stores"] },
  { packages: ["gatsby"], title: "Gatsby", folders: ["pages", "templates"] },
  {
    packages: ["@remix-run/dev", "@react-router/dev", "@react-router/fs-routes"],
    title: "the router",
    folders: ["routes"],
  },
  { packages: ["@sveltejs/kit"], title: "SvelteKit", folders: ["routes"] },
  {
    packages: ["@tanstack/router-plugin", "@tanstack/router-vite-plugin", "@tanstack/react-start"],
    title: "the router",
    folders: ["routes"],
    anywhere: true,
  },
  { packages: ["vite-plugin-pages", "unplugin-vue-router"], title: "the router", folders: ["pages"] },
  // Files that stand for those of a package, at the paths which they have there.
  { packages: ["@plone/volto", "@plone/scripts"], title: "Volto", folders: ["customizations"] },
];

/**
 * Packages of a manifest whose files an app replaces by files at the same paths, in a folder that is called after the package:
 * `src/gatsby-theme-blog/components/bio.js`.
 */
export function replacedThemes(manifest: string): string[] {
  if (!manifest.includes('"gatsby"')) return [];
  return [...manifest.matchAll(/"((?:@[\w.-]{1,200}\/)?gatsby-theme-[\w.-]{1,200})"/g)].map(([, name = ""]) => name);
}

/** For a file the framework that finds it by its place, if one does. */
export function foundByPlace(tree: SourceTree, { folder, layout }: App): (path: ProjectPath) => string | undefined {
  const manifest = tree.text(inFolder(folder, "package.json"))?.text ?? "";
  const themes: FoundByPlace = { packages: ["gatsby"], title: "Gatsby", folders: replacedThemes(manifest) };
  const places = [...frameworks, themes]
    .filter(({ packages }) => packages.some((name) => manifest.includes(`"${name}"`)))
    .flatMap(({ title, folders }) =>
      [folder, layout.source].flatMap((top) => folders.map((name) => ({ title, at: inFolder(top, name) }))),
    );
  const wandering = frameworks.filter(
    ({ packages, anywhere }) => anywhere === true && packages.some((name) => manifest.includes(`"${name}"`)),
  );
  return (path) =>
    places.find(({ at }) => isBelow(path, at))?.title ??
    wandering.find(({ folders }) => folders.some((name) => `/${path}`.includes(`/${name}/`)))?.title;
}
