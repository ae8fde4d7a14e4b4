/**
 * Aliases that a build set-up has built in: no settings name them, the dependency alone does. Source: the chapters on aliases
 * (or folders) in each tool's own documentation.
 */
import { posix } from "node:path";
import { folderOf, inFolder, isBelow, nameOf, relativePath, type ProjectPath } from "../base/paths.js";
import type { TreeView } from "../files/index.js";
import type { Mapping } from "../languages/index.js";

/** Packages of which one is enough, and what names stand for: folders from the package's own, tried in this order. */
interface BuiltIn {
  readonly packages: readonly string[];
  readonly names: Readonly<Record<string, readonly string[]>>;
}

const src = { "@": ["src"] };

const nuxt = ["nuxt", "nuxt3", "nuxt-edge"] as const;

const builtIns: readonly BuiltIn[] = [
  { packages: ["@vue/cli-service", "@vue/cli"], names: src },
  { packages: ["umi", "@umijs/max", "max", "@umijs/bundler-webpack"], names: { ...src, "@@": ["src/.umi"] } },
  { packages: ["@dcloudio/vite-plugin-uni", "@dcloudio/vue-cli-plugin-uni", "@dcloudio/uni-app"], names: src },
  { packages: ["@ice/app", "ice.js", "rax-app"], names: src },
  { packages: ["@modern-js/app-tools"], names: src },
  { packages: ["gridsome"], names: { ...src, "~": ["src"] } },
  { packages: ["poi"], names: src },
  {
    packages: [...nuxt],
    // Where nothing says which folder is the source, it is mostly one of these.
    names: { "~": ["app", "src", ""], "@": ["app", "src", ""], "~~": [""], "@@": [""] },
  },
  {
    packages: ["@quasar/app-vite", "@quasar/app-webpack", "@quasar/app"],
    names: {
      src: ["src"],
      app: [""],
      components: ["src/components"],
      layouts: ["src/layouts"],
      pages: ["src/pages"],
      assets: ["src/assets"],
      boot: ["src/boot"],
      stores: ["src/stores"],
    },
  },
  { packages: ["@sveltejs/kit"], names: { $lib: ["src/lib"] } },
  { packages: ["laravel-vite-plugin"], names: { "@": ["resources/js"] } },
  { packages: ["@docusaurus/core"], names: { "@site": [""] } },
  { packages: ["@redwoodjs/web"], names: { src: ["src"] } },
];

const anyOfThem = new RegExp(
  builtIns
    .flatMap(({ packages }) => packages)
    .map((name) => `"${name.replace(/[.]/g, "\\.")}"`)
    .join("|"),
);

/** Every built-in alias of the packages of a tree. Manifests without such a dependency are not looked into twice. */
export function builtInAliases(tree: TreeView): Mapping[] {
  return tree.paths
    .filter((path) => nameOf(path) === "package.json")
    .flatMap((manifest) => {
      const text = tree.text(manifest)?.text ?? "";
      return anyOfThem.test(text) ? aliasesOf(tree, manifest, dependenciesIn(text)) : [];
    });
}

/** All dependencies of a manifest with the versions that it asks for; none where it cannot be read. */
function dependenciesIn(text: string): ReadonlyMap<string, unknown> {
  try {
    const manifest = JSON.parse(text) as Readonly<Record<string, unknown>>;
    const groups = ["dependencies", "devDependencies", "peerDependencies"].map((key) => manifest[key]);
    return new Map(
      groups.flatMap((group) => (typeof group === "object" && group !== null ? Object.entries(group) : [])),
    );
  } catch {
    return new Map();
  }
}

/**
 * The folder that `~` stands for with Nuxt, from the package's own: the one that `srcDir` says; from version 4 on `app/`, where it
 * holds more than the router's options. `undefined`: that cannot be told. Source: Nuxt's documentation of `srcDir`.
 */
function nuxtSource(
  tree: TreeView,
  own: ProjectPath,
  dependencies: ReadonlyMap<string, unknown>,
): readonly string[] | undefined {
  const inside = tree.paths.filter((path) => isBelow(path, own)).map((path) => relativePath(own, path));
  const settings = inside.filter((path) => /^nuxt\.config\.\w+$/.test(path));
  const config = settings.map((path) => tree.text(inFolder(own, path))?.text ?? "").join("\n");
  const said = /\bsrcDir\s*:\s*(?:["'](?:\.\/)?([\w./-]*?)\/?["'])?/.exec(config);
  if (said) return said[1] === undefined || said[1].startsWith(".") ? undefined : [said[1]];
  const version = nuxt.map((name) => dependencies.get(name)).find((each) => typeof each === "string") ?? "";
  const isLate = /^[\^~>=v ]*(?:[4-9]|\d{2})/.test(version) || /compatibilityVersion\s*:\s*[4-9]/.test(config);
  const isSource = (path: string): boolean => /^app\/(?!router\.options\.|spa-loading-template\.)/.test(path);
  return isLate && inside.some(isSource) ? ["app"] : undefined;
}

function aliasesOf(tree: TreeView, manifest: ProjectPath, dependencies: ReadonlyMap<string, unknown>): Mapping[] {
  const own = folderOf(manifest);
  const source = nuxt.some((name) => dependencies.has(name)) ? nuxtSource(tree, own, dependencies) : undefined;
  const common = { kind: "alias", exact: false, all: false, by: manifest, under: own } as const;
  return builtIns
    .filter(({ packages }) => packages.some((name) => dependencies.has(name)))
    .flatMap(({ names }) =>
      Object.entries(names).flatMap(([name, folders]) => {
        const known = folders.length > 1 ? (source ?? folders) : folders;
        const there = known.filter((each) => each === "" || tree.hasFolder(inFolder(own, each)));
        const targets = there.map((folder) => posix.join(own, folder, "*"));
        if (targets.length === 0) return [];
        return [{ ...common, pattern: `${name}/*`, targets, ...(targets.length > 1 && { isGuess: true }) }];
      }),
    );
}
