/** The words for what speaks for a role or a feature: each a clause that completes "because …". */
import { manyOf } from "../core/app/arrangement/index.js";
import type { Evidence } from "../core/insight/catalogue/index.js";
import type { Doubt, Reason, ReasonDetails } from "../core/insight/reasons.js";
import type { Sign } from "../core/languages/index.js";
import { enumerate } from "./words.js";

const signs: Readonly<Record<Sign, string>> = {
  "takes in": "it takes in other sheets, and does little besides",
  values: "it holds only variables",
  mixins: "it holds mixins or functions, and nothing of it is compiled",
  elements: "most of its rules are about elements",
  frame: "most of its rules are about what frames a page",
  block: "most of its rules are about one block",
  utilities: "it holds many small classes",
  theme: "most of its rules hold while a theme does",
  page: "most of its rules hold on one page",
  foreign: "its header names a version and a licence, as what others have written does",
  view: "it renders a view",
  mounts: "it starts the app",
  context: "it creates a context",
  reducer: "it computes a new state from an action",
  store: "it creates a store",
  actions: "it creates actions",
  requests: "it sends requests to a server",
  serves: "what it exports runs on the server",
  storage: "it stores something on the device",
  routes: "it maps routes to screens",
  tests: "it contains tests",
  styles: "it creates styles",
  contract: "it only says what others have to do",
  generated: "its header says that a tool generated it",
};

const exportsOne = { component: "it exports a component", hook: "it exports a hook", class: "it exports a class" };

const exportsOnly = {
  hook: "it exports only hooks",
  type: "it exports only types",
  constant: "it exports only constants",
  function: "it exports only functions",
};

const wording: { readonly [Code in keyof ReasonDetails]: (detail: ReasonDetails[Code]) => string } = {
  configured: () => "the configuration says so",
  answered: () => "you said so",
  "goes with": ({ file }) => `it belongs to ${file}`,
  "re-exports role": ({ role, count, total }) =>
    `${count} of the ${total} files that it re-exports are ${manyOf(role)}`,
  "re-exports feature": ({ feature }) =>
    `all that it re-exports is ${feature === "shared" ? "shared" : `part of ${feature}`}`,
  "re-exports features": ({ count }) => `it re-exports files of ${count} features`,
  "in folder": ({ folder }) => `it is in ${folder}/`,
  "used by screen": ({ screen }) => `it is used by ${screen}, in the same folder of screens`,
  "in screen folder": ({ screen }) => `it is in the folder of ${screen}, which is the screen`,
  "folder takes such": ({ folder }) => `${folder}/ holds such files, too`,
  "shelf takes such": () => "its shelf holds such files",
  "found by place": ({ by }) => `${by} looks for such files there`,
  infix: ({ infix }) => `its name contains .${infix}`,
  extension: ({ extension, role }) => `${extension} files are ${role === "test" ? "test snapshots" : manyOf(role)}`,
  "built by": ({ by }) => `${by} names it`,
  "taken in by none": () => "no other sheet takes it in, and it is not called as a partial",
  "leads the source root": () => "a file of that name in the source root starts the app",
  "whole name": ({ name }) => `it is called ${name}`,
  "name begins": ({ word }) => `its name starts with ${word}`,
  "name ends": ({ words }) => `its name ends in ${words}`,
  "name pattern": ({ pattern }) => `its name follows ${pattern}`,
  "name mentions": ({ feature }) => `its name mentions ${feature}`,
  "name mentions none": () => "its name mentions no feature",
  "actions mention": ({ feature }) => `its actions mention ${feature}`,
  "declares for the app": () => "it declares types for the whole app",
  "declares only": () => "it only declares types",
  generated: () => signs.generated,
  "does the work": () => "it does the work itself",
  sign: ({ sign }) => signs[sign],
  renders: () => signs.view,
  exports: ({ kind }) => exportsOne[kind],
  "exports only": ({ kind }) => exportsOnly[kind],
  "exports constants and types": () => "it exports constants and types",
  routed: ({ router }) => `${router} routes to it`,
  "used by files": ({ count }) => `${count} files use it`,
  "used only by": ({ feature }) => `only ${feature} uses it`,
  "of the features used only by": ({ feature }) => `${feature} is the only feature that uses it`,
  "used mostly by": ({ feature }) => `mostly ${feature} uses it`,
  "used by shared": () => "shared code uses it",
  "used by features": ({ features }) =>
    features.length > 3 ? `${features.length} features use it` : `${enumerate(features)} use it`,
  "uses only": ({ feature }) => `${feature} is the only feature that it uses`,
  combines: ({ features }) =>
    `it combines ${features.length > 2 ? `${features.length} features` : enumerate(features)}`,
  "changed with": ({ feature, times, total }) => `it changed together with ${feature} in ${times} of ${total} commits`,
  "serves the app": ({ role }) => `${role === "entry" ? "entry files" : manyOf(role)} serve the whole app`,
  "no tie": () => "nothing ties it to one feature",
  "little tie": () => "little ties it to one feature",
  "no features": () => "no features were found",
  "feature of its own": () => "it would be a feature of its own",
};

/** The code of every reason. */
export const reasonCodes = Object.keys(wording) as readonly Reason["code"][];

const doubts: Readonly<Record<Doubt, string>> = {
  renders: "but it renders a view",
  "renders nothing": "but it renders nothing",
  "exports hooks": "but it exports hooks",
  "exports no hook": "but it exports no hook",
  "exports only types": "but it exports only types",
  "exports only constants": "but it exports only constants",
  "exports only functions": "but it exports only functions",
  "exports code": "but it exports code",
  serves: "but what it exports runs on the server",
};

/** `it is in trees/` */
export function wordsOfReason(reason: Reason): string {
  return (wording[reason.code] as (detail: Reason) => string)(reason);
}

/** The same with what speaks against it: `it is in screens/, but it renders nothing`. */
export function wordsOfEvidence({ because, doubt }: Pick<Evidence, "because" | "doubt">): string {
  return doubt === undefined ? wordsOfReason(because) : `${wordsOfReason(because)}, ${doubts[doubt]}`;
}
