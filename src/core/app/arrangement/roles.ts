/** Roles: what a file of a client app is. The words are those of the configuration and of every command. */

/** Each role, and in a few words what its files are for. */
export const roleMeanings = {
  screen: "what fills the whole view: one file for each place that people can go to",
  component: "pieces of the view that are used again",
  container: "components that fetch what others only show",
  layout: "frames around screens: header, side bar, tabs",
  navigation: "routes and links: which screen is shown when",
  state: "what the app knows while it runs, and how that changes",
  action: "what can happen to the state, each with its name",
  constants: "values that never change",
  model: "what the app is about: its types and their rules",
  "view-model": "what a view shows and does, without the view",
  command: "one thing that people can set off, and when they may",
  "use-case": "one thing that the app does for somebody, step by step",
  repository: "where models come from and go to, whatever lies behind it",
  implementation: "what a repository promises, done with what data there is",
  "data-source": "one place that data really comes from: a server, a file, a database",
  service: "talks to the world outside: servers, storage, sensors",
  hook: "behaviour that several components share",
  helper: "small functions without state",
  config: "settings of the app: addresses, switches, environment",
  style: "colours, sizes, fonts and sheets that hold for the whole app",
  asset: "pictures, fonts, sounds",
  translation: "texts in other languages",
  test: "tests, beside what they test",
  story: "components shown by themselves",
  entry: "where the app starts",
  generated: "made by a tool, or by others; nobody edits it",
} as const;

/** Roles whose files are not counted one by one: `it seems to be navigation`. */
const uncounted: ReadonlySet<string> = new Set([
  "navigation",
  "state",
  "constants",
  "style",
  "config",
  "generated",
  "entry",
]);

const uncountedWords: Readonly<Record<string, string>> = {
  state: "part of the state",
  style: "a style file",
  entry: "where the app begins",
  generated: "made by a tool or by others",
};

/** A role as what something is: `a component`, `an action`, `part of the state`, `navigation`. */
export function aRole(role: Role): string {
  if (uncounted.has(role)) return uncountedWords[role] ?? role;
  return `${/^(?!use)[aeiou]/.test(role) ? "an" : "a"} ${role}`;
}

const severalWords: Readonly<Record<string, string>> = {
  state: "state files",
  style: "styles",
  entry: "entry files",
  generated: "generated files",
  config: "settings",
  navigation: "routes and links",
  constants: "constants",
  repository: "repositories",
  story: "stories",
};

/** Files of a role, several of them: `components`, `files of the state`. */
export function manyOf(role: Role): string {
  return severalWords[role] ?? `${role.replace("-", " ")}s`;
}

/** One role. */
export type Role = keyof typeof roleMeanings;

/** Every role. */
export const roles = Object.keys(roleMeanings) as readonly Role[];

/** Words of the trade for roles, besides the roles themselves. */
const tradeWords: Readonly<Record<string, Role>> = {
  page: "screen",
  view: "screen",
  scene: "screen",
  window: "screen",
  widget: "component",
  store: "state",
  slice: "state",
  reducer: "state",
  context: "state",
  provider: "state",
  util: "helper",
  utility: "helper",
  lib: "helper",
  api: "service",
  client: "service",
  type: "model",
  interface: "model",
  entity: "model",
  composable: "hook",
  sheet: "style",
  stylesheet: "style",
  theme: "style",
  image: "asset",
  picture: "asset",
  icon: "asset",
  font: "asset",
  locale: "translation",
  i18n: "translation",
  route: "navigation",
  router: "navigation",
  navigator: "navigation",
  viewmodel: "view-model",
  usecase: "use-case",
  interactor: "use-case",
  repo: "repository",
  datasource: "data-source",
  constant: "constants",
  enum: "constants",
  setting: "config",
  spec: "test",
};

/** The role that a word means, in any case, singular or plural: `Component`, `page`, `utils`; `undefined` for no role. */
export function roleMeant(word: string): Role | undefined {
  const lower = word.toLowerCase();
  const singulars = [lower, lower.replace(/s$/, ""), lower.replace(/ies$/, "y")];
  const own = singulars.find(isRole);
  if (own !== undefined) return own;
  const key = singulars.map((each) => each.replace(/[-_ ]/g, "")).find((each) => Object.hasOwn(tradeWords, each));
  return key === undefined ? undefined : tradeWords[key];
}

/** Whether a word is a role. */
export function isRole(word: string): word is Role {
  return Object.hasOwn(roleMeanings, word);
}
