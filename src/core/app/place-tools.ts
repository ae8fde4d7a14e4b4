/**
 * What finds files by where they lie, or by their names: frameworks their pages, build tools their settings, browsers what they ask for.
 * Sources: the chapters on routing, project structure, directories, auto-imports and configuration files of each tool's own
 * documentation.
 */

import { inFolder, relativePath, type ProjectPath } from "../base/paths.js";
import type { Role } from "./arrangement/index.js";
import type { SourceTree } from "../files/index.js";

/** A folder whose files are known by it. */
export interface PlaceFolder {
  /** From the folder of the manifest, or of a source root in it; empty for that folder itself, where only the files right in it count. */
  readonly at: string;
  /** Only files of these names, without extension. */
  readonly stems?: RegExp;
  /** Only files right in the folder. */
  readonly isFlat?: true;
  /** Only in the folder of the manifest, and in no source root. */
  readonly isTop?: true;
  /** Only files that the manifest calls by their names: `"name": "rota"`. */
  readonly isNamed?: true;
  /**
   * Whether whatever comes to lie there is taken for one more: all of it, or what lies right in it and the index of a folder there.
   * Left out where a list, a setting or what a file says decides, and where that is not known.
   */
  readonly takes?: "all" | "top";
  /**
   * What its addresses lead to are screens, which are part of the app also beside its source root. Files of some names are
   * something else, by their names without extension.
   */
  readonly screens?: Readonly<Partial<Record<Role, RegExp>>>;
}

/** A tool, how it is told, and the folders in which it looks. */
export interface PlaceTool {
  readonly title: string;
  /** Packages of which one stands in the manifest. */
  readonly packages?: readonly string[];
  /** Or what else the manifest says. */
  readonly says?: RegExp;
  /** Not where settings of such names, from the folder of the manifest, say so. */
  readonly unless?: { readonly settings: RegExp; readonly say: RegExp };
  /** Folders whose files have an address. */
  readonly addresses?: readonly PlaceFolder[];
  /** Folders of components, and whether their folders are part of their names. */
  readonly tags?: readonly { readonly at: string; readonly byFolder: boolean }[];
  /** Folders whose files give what they export, those that lie right in it. */
  readonly names?: readonly string[];
  /** More folders out of which nobody moves a file unasked. */
  readonly kept?: readonly string[];
  /** Whether a setting says where the folders are, so that they may be anywhere. */
  readonly isAnywhere?: true;
}

const folders = (...names: readonly string[]): PlaceFolder[] => names.map((at) => ({ at }));
const takingAll = (...names: readonly string[]): PlaceFolder[] => names.map((at) => ({ at, takes: "all" }));
const takingTop = (...names: readonly string[]): PlaceFolder[] => names.map((at) => ({ at, takes: "top" }));
/** `pages/` of Next.js. */
const pages: PlaceFolder = {
  at: "pages",
  takes: "all",
  screens: { entry: /^_app$/, layout: /^_document$/, screen: /^_error$/ },
};
const named = (stems: RegExp): PlaceFolder => ({ at: "", stems });
const inside = (at: string, stems: RegExp): PlaceFolder => ({ at, stems, isFlat: true });

const placeTools: readonly PlaceTool[] = [
  {
    title: "Next.js",
    packages: ["next"],
    addresses: [
      pages,
      {
        at: "app",
        takes: "all",
        screens: {
          layout: /^(?:layout|template)$/,
          screen: /^(?:page|default|loading|error|global-error|not-found|global-not-found|forbidden|unauthorized)$/,
          service: /^route$/,
        },
        stems:
          /^(?:page|layout|template|loading|error|global-error|not-found|global-not-found|default|route|forbidden|unauthorized|icon\d*|apple-icon\d*|opengraph-image\d*|twitter-image\d*|sitemap|robots|manifest)$/,
      },
      named(/^(?:middleware|proxy|instrumentation(?:-client)?)$/),
    ],
    kept: ["app"],
  },
  { title: "Blitz", packages: ["blitz"], addresses: [pages] },
  {
    title: "Expo Router",
    packages: ["expo-router"],
    addresses: [{ at: "app", takes: "all", screens: { layout: /^(?:_layout|\+html)$/, screen: /^\+not-found$/ } }],
  },
  {
    title: "Nuxt",
    packages: ["nuxt", "nuxt3"],
    addresses: [
      ...takingAll("pages", "layouts"),
      ...takingTop("middleware", "plugins", "modules"),
      ...takingAll("server/api", "server/routes", "server/middleware", "server/plugins", "server/tasks"),
      named(/^(?:app|error|app\.config)$/),
    ],
    tags: [{ at: "components", byFolder: true }],
    names: ["composables", "utils", "server/utils", "shared/utils", "shared/types"],
    kept: ["components", "composables", "utils", "server", "shared/utils", "shared/types"],
  },
  { title: "Nuxt", packages: ["@pinia/nuxt"], names: ["stores"], kept: ["stores"] },
  {
    title: "Nuxt",
    packages: ["@nuxt/content"],
    tags: [{ at: "components/content", byFolder: false }],
    addresses: folders("content"),
  },
  { title: "Gatsby", packages: ["gatsby"], addresses: takingAll("pages"), kept: ["templates"] },
  {
    title: "Gridsome",
    packages: ["gridsome"],
    addresses: [...folders("src/pages", "src/templates"), inside("src", /^main$/)],
  },
  {
    title: "Docusaurus",
    packages: ["@docusaurus/core"],
    addresses: [...folders("src/pages", "src/theme", "docs", "blog"), named(/^sidebars$/)],
  },
  {
    title: "Astro",
    packages: ["astro"],
    addresses: [
      ...takingAll("src/pages"),
      ...folders("src/content"),
      inside("src", /^(?:middleware|content\.config|env\.d)$/),
    ],
  },
  { title: "VitePress", packages: ["vitepress"], addresses: folders(".vitepress/theme", "docs/.vitepress/theme") },
  {
    title: "VuePress",
    packages: ["vuepress", "@vuepress/core", "@vuepress/cli"],
    says: /"name"\s*:\s*"(?:@[\w.-]+\/)?vuepress-theme-/,
    addresses: ["", ".vuepress/theme/", "docs/.vuepress/theme/"].map((theme) => ({ at: `${theme}layouts` })),
    tags: [
      ...["", ".vuepress/theme/", "docs/.vuepress/theme/"].map((theme) => `${theme}global-components`),
      ".vuepress/components",
      "docs/.vuepress/components",
    ].map((at) => ({ at, byFolder: false })),
    kept: ["global-components", ".vuepress", "docs/.vuepress"],
  },
  {
    title: "the router",
    packages: ["@remix-run/dev", "@react-router/dev", "@react-router/fs-routes"],
    addresses: [...takingAll("routes"), inside("app", /^(?:root|routes|entry(?:\.(?:client|server))?)$/)],
  },
  {
    title: "the router",
    packages: ["@tanstack/router-plugin", "@tanstack/router-vite-plugin", "@tanstack/react-start"],
    addresses: takingAll("routes"),
    isAnywhere: true,
  },
  {
    title: "SvelteKit",
    packages: ["@sveltejs/kit"],
    addresses: [
      { at: "routes", stems: /^\+/, takes: "all" },
      ...takingAll("params"),
      inside("src", /^(?:hooks(?:\.(?:client|server))?|service-worker|instrumentation\.server|app|error)$/),
    ],
    kept: ["routes"],
  },
  { title: "SolidStart", packages: ["@solidjs/start", "solid-start"], addresses: takingAll("src/routes") },
  {
    title: "Qwik City",
    packages: ["@builder.io/qwik-city", "@qwik.dev/router"],
    addresses: folders("src/routes"),
  },
  {
    title: "Modern.js",
    packages: ["@modern-js/app-tools"],
    addresses: [{ at: "src/routes", stems: /^(?:page|layout|loading|error|\$)(?:\..+)?$/, takes: "all" }],
    kept: ["src/routes"],
  },
  { title: "Waku", packages: ["waku"], addresses: takingAll("src/pages") },
  {
    title: "Vike",
    packages: ["vike", "vite-plugin-ssr"],
    addresses: [{ at: "pages", stems: /^\+|\.page(?:\.\w+)?$/, takes: "all" }],
    kept: ["pages"],
  },
  {
    title: "Umi",
    packages: ["umi", "@umijs/max"],
    addresses: [
      ...folders("models", "locales"),
      inside("src/layouts", /^index$/),
      inside("src", /^(?:app|access|global|overrides|loading)$/),
    ],
  },
  {
    title: "Umi",
    packages: ["umi", "@umijs/max"],
    unless: { settings: /^(?:\.umirc|config\/(?:config|routes?))(?:\.\w+)*$/, say: /\broutes\b|\bcomponent\s*:/ },
    addresses: folders("pages"),
  },
  { title: "ice.js", packages: ["@ice/app", "ice.js"], addresses: folders("src/pages") },
  {
    title: "Redwood",
    packages: ["@redwoodjs/web"],
    addresses: folders("src/pages"),
  },
  {
    title: "the router",
    packages: [
      "vite-plugin-pages",
      "unplugin-vue-router",
      "@generouted/react-router",
      "@generouted/solid-router",
      "generouted",
      "vite-plugin-react-pages",
    ],
    addresses: takingAll("pages"),
  },
  {
    title: "the router",
    packages: ["vite-plugin-vue-layouts", "vite-plugin-vue-layouts-next"],
    addresses: takingAll("layouts"),
  },
  {
    title: "unplugin-vue-components",
    packages: ["unplugin-vue-components"],
    tags: [{ at: "components", byFolder: false }],
  },
  // Files that stand for those of a package, at the paths which they have there.
  { title: "Volto", packages: ["@plone/volto", "@plone/scripts"], addresses: folders("customizations") },
  {
    title: "Quasar",
    packages: ["@quasar/app-vite", "@quasar/app-webpack", "@quasar/app"],
    addresses: [...folders("src/boot"), { at: "src/css", isFlat: true }],
  },
  {
    title: "WXT",
    packages: ["wxt"],
    addresses: takingTop("entrypoints"),
    names: ["composables", "hooks", "utils"],
    tags: [{ at: "components", byFolder: false }],
    kept: ["components", "composables", "hooks", "utils"],
  },
  {
    title: "Plasmo",
    packages: ["plasmo"],
    addresses: [
      ...takingAll("contents", "tabs"),
      ...folders("background"),
      named(/^(?:popup|options|newtab|devtools|sidepanel|content|background)$/),
    ],
  },
  {
    title: "Medusa",
    packages: ["@medusajs/medusa", "@medusajs/admin-sdk"],
    addresses: folders(
      "src/admin/routes",
      "src/admin/widgets",
      "src/api",
      "src/workflows",
      "src/subscribers",
      "src/jobs",
    ),
  },
  { title: "Raycast", packages: ["@raycast/api"], addresses: [{ at: "src", isFlat: true, isNamed: true }] },
  {
    title: "Create React App",
    packages: ["react-scripts"],
    addresses: [inside("src", /^(?:index|setupTests|setupProxy|service-worker|react-app-env\.d)$/)],
  },
  { title: "Vue CLI", packages: ["@vue/cli-service"], addresses: [inside("src", /^main$/)] },
  {
    title: "electron-vite",
    packages: ["electron-vite"],
    addresses: ["main", "preload"].map((part) => inside(`src/${part}`, /^index$/)),
  },
  {
    title: "React Native",
    packages: ["react-native"],
    addresses: [{ ...named(/^index(?:\.(?:ios|android|web))?$/), isTop: true }],
  },
  { title: "Expo", packages: ["expo"], addresses: [{ ...named(/^(?:App|index)$/), isTop: true }] },
  {
    title: "Cypress",
    packages: ["cypress"],
    addresses: [inside("cypress/support", /^(?:e2e|component|component-index|index)$/)],
  },
];

/**
 * Packages of a manifest whose files an app replaces by files at the same paths, in a folder that is called after the package:
 * `src/gatsby-theme-blog/components/bio.js`.
 */
export function replacedThemes(manifest: string): string[] {
  if (!manifest.includes('"gatsby"')) return [];
  return [...manifest.matchAll(/"((?:@[\w.-]{1,200}\/)?gatsby-theme-[\w.-]{1,200})"/g)].map(([, name = ""]) => name);
}

/** The tools that a manifest says its package uses, and that its settings do not keep from looking. */
export function toolsInUse(tree: SourceTree, folder: ProjectPath, manifest: string): readonly PlaceTool[] {
  const says = (path: ProjectPath, { settings, say }: NonNullable<PlaceTool["unless"]>): boolean =>
    settings.test(relativePath(folder, path)) && say.test(tree.text(path)?.text ?? "");
  return placeTools.filter(
    ({ packages = [], says: inManifest, unless }) =>
      (packages.some((name) => manifest.includes(`"${name}"`)) || inManifest?.test(manifest) === true) &&
      !(unless && tree.filesBelow(folder).some((path) => says(path, unless))),
  );
}

/** Whose settings are not called after whom they are for. */
export const settingsOf: ReadonlyMap<string, string> = new Map([
  ["tsconfig", "TypeScript"],
  ["jsconfig", "TypeScript"],
  ["gulpfile", "gulp"],
  ["gruntfile", "Grunt"],
]);

/** Whether a folder is an app or a module of uni-app: its manifest says so, or its settings, which need none. */
export function isUniApp(tree: Pick<SourceTree, "has">, folder: ProjectPath, manifest: string | undefined): boolean {
  return (
    /"@dcloudio\/[\w-]+"|"uni_modules"\s*:/.test(manifest ?? "") ||
    (tree.has(inFolder(folder, "pages.json")) && tree.has(inFolder(folder, "manifest.json")))
  );
}

/** Settings that a tool looks for beside the manifest: `vite.config.ts`, `.eslintrc.js`, `tsconfig.json`. The name says whose they are. */
export const ownSettings =
  /^(?:([a-z][\w-]*)(?:\.[\w-]+)*\.config\.(?:[cm]?[jt]s|json|ya?ml)|\.([a-z][\w-]*)rc(?:\.\w+)?|\.?(gulpfile|gruntfile)\.\w+|([jt]sconfig)\.json|(vitest|jest)\.workspace\.\w+)$/i;

/** Who looks for a file where it does not matter which tool that is. */
export const someTool = "a tool";

/** What systems, hosts and tools look for by its name, at the top of a repository or package. */
export const atTop =
  /^(?:\.[\w.-]+|package\.json|(?:package-lock|npm-shrinkwrap|deno|jsr|turbo|nx|lerna|rush|angular|workspace|project|app|eas|vercel|now|firebase|railway|wrangler|components|biome|renovate|nodemon|typedoc|tslint|knip|cypress|global)\.jsonc?|yarn\.lock|pnpm-lock\.yaml|pnpm-workspace\.yaml|bun\.lockb?|(?:netlify|fly|wrangler)\.toml|(?:render|codecov|crowdin|lefthook|cloudbuild|appveyor|azure-pipelines|bitbucket-pipelines|melos|dart_test|build|l10n|analysis_options|pubspec)\.ya?ml|pubspec\.lock|(?:docker-)?compose(?:\.[\w-]+)*\.ya?ml|Dockerfile(?:\.[\w-]+)?|Makefile|Procfile|Jenkinsfile|Vagrantfile|Brewfile|Gemfile(?:\.lock)?|Podfile(?:\.lock)?|Cartfile(?:\.\w+)*|Package\.resolved|CODEOWNERS|sonar-project\.properties|nuget\.config|Directory\.[\w.]+\.(?:props|targets))$/i;

/** The same in any folder, for all that lies there and below. */
export const inAnyFolder =
  /^(?:\.(?:gitignore|gitattributes|editorconfig|npmignore|dockerignore|htaccess|env(?:\.[\w.-]+)?|eslintrc(?:\.\w+)?|prettierrc(?:\.\w+)?|stylelintrc(?:\.\w+)?|swiftlint\.yml|swiftformat)|Directory\.[\w.]+\.(?:props|targets)|analysis_options\.yaml)$/i;

/** Folders at the top whose files are looked for by their names, and those out of which all files of a kind are taken. */
export const hidden = {
  named:
    /^\.(?:husky|vscode|idea|devcontainer|circleci|changeset|github)\/[^/]+$|^\.storybook\/(?:main|preview|manager)(?:-(?:head|body))?\.\w+$/,
  taken: /^\.github\/(?:workflows|ISSUE_TEMPLATE|actions)\//,
};

/** Folders from which everything is served as it lies, and what browsers, hosts and search engines ask for there by name. */
export const served = {
  folder: /^(?:public|static|www)$/,
  name: /^(?:index\.html?|favicon\.ico|robots\.txt|humans\.txt|ads\.txt|sitemap[\w-]*\.xml|browserconfig\.xml|CNAME|_redirects|_headers|_routes\.json|firebase-messaging-sw\.js|404\.html)$/i,
};
