/**
 * Aliases that a build set-up has built in: no settings name them, the dependency alone does. Source: the chapters on aliases
 * (or folders) in each tool's own documentation.
 */
import { posix } from "node:path";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../base/paths.js";
import type { TreeView } from "../files/index.js";
import type { Mapping } from "../languages/index.js";

/** Packages of which one is enough, and what names stand for: folders from the package's own, tried in this order. */
interface BuiltIn {
  readonly packages: readonly string[];
  readonly names: Readonly<Record<string, readonly string[]>>;
}

const src = { "@": ["src"] };

const builtIns: readonly BuiltIn[] = [
  { packages: ["@vue/cli-service", "@vue/cli"], names: src },
  { packages: ["umi", "@umijs/max", "max", "@umijs/bundler-webpack"], names: { ...src, "@@": ["src/.umi"] } },
  { packages: ["@dcloudio/vite-plugin-uni", "@dcloudio/vue-cli-plugin-uni", "@dcloudio/uni-app"], names: src },
  { packages: ["@ice/app", "ice.js", "rax-app"], names: src },
  { packages: ["@modern-js/app-tools"], names: src },
  { packages: ["gridsome"], names: { ...src, "~": ["src"] } },
  { packages: ["poi"], names: src },
  {
    packages: ["nuxt", "nuxt3", "nuxt-edge"],
    // The source folder is `app/` from version 4 on, the package's own before; `srcDir` is mostly one of these.
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

/** The names of all dependencies of a manifest; none where it cannot be read. */
function dependenciesIn(text: string): ReadonlySet<string> {
  try {
    const manifest = JSON.parse(text) as Readonly<Record<string, unknown>>;
    const groups = ["dependencies", "devDependencies", "peerDependencies"].map((key) => manifest[key]);
    return new Set(groups.flatMap((group) => (typeof group === "object" && group !== null ? Object.keys(group) : [])));
  } catch {
    return new Set();
  }
}

function aliasesOf(tree: TreeView, manifest: ProjectPath, dependencies: ReadonlySet<string>): Mapping[] {
  const own = folderOf(manifest);
  const common = { kind: "alias", exact: false, all: false, by: manifest, under: own } as const;
  return builtIns
    .filter(({ packages }) => packages.some((name) => dependencies.has(name)))
    .flatMap(({ names }) =>
      Object.entries(names).flatMap(([name, folders]) => {
        const there = folders.filter((each) => each === "" || tree.hasFolder(inFolder(own, each)));
        const targets = there.map((folder) => posix.join(own, folder, "*"));
        return targets.length === 0 ? [] : [{ ...common, pattern: `${name}/*`, targets }];
      }),
    );
}
