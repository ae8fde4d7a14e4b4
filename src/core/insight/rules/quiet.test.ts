/** What a colleague would not say in a review, and what one would say once: real cases, in apps that nobody has configured. */
import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore } from "../../files/index.js";
import { tell } from "../../../wording/findings.js";
import { analyse } from "../analysis.js";
import { surveyOf } from "../measures/index.js";
import { check, runRules, type Finding } from "./index.js";

type Files = Readonly<Record<string, string>>;

const drawn = (name: string): string => `export function ${name}() { return <li/>; }\n`;
const letters = Array.from({ length: 12 }, (_, index) => String.fromCharCode(65 + index));

/** Two letters each, as codes of countries have. */
const codes = [...letters, ...letters].map((letter, at) => `${at < 12 ? "a" : "b"}${letter.toLowerCase()}`);

/** Twelve components in folders of their own: enough for a custom. */
const components: Files = Object.fromEntries(
  letters.map((letter) => [`src/components/Card${letter}/Card${letter}.tsx`, drawn(`Card${letter}`)]),
);

async function findings(files: Files): Promise<readonly Finding[]> {
  const store = new MemoryStore({ "package.json": '{ "dependencies": { "react": "19" } }', ...components, ...files });
  const [checked] = check(await analyse(store, { standing: "" as ProjectPath }));
  return checked?.fresh ?? [];
}

async function said(files: Files): Promise<string[]> {
  return (await findings(files)).map((finding) => `${finding.rule} ${finding.file} ${tell(finding).says}`);
}

const configured = "version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n";
const helper = "export const weigh = (crate: number): number => crate * 2;\n";
const hook = "export function useCrate() { return 1; }\n";
const types = "export interface Crate { readonly weight: number }\n";

describe("nothing is said of", () => {
  test.each<[string, Files]>([
    [
      "types, helpers and constants in a component's own folder",
      {
        "src/components/CardA/types.ts": types,
        "src/components/CardB/helpers.ts": helper,
        "src/components/CardC/constants.ts": "export const most = 1;\n",
      },
    ],
    [
      "what a generator writes on each machine, by its name",
      {
        "src/main.ts":
          'import type { Rota } from "../client/GeneratedQueryTypes";\nimport type { Crate } from "./__generated__/crates";\nimport "./api.generated";\n',
      },
    ],
    [
      "functions that wrap components, in a folder for them",
      { "src/hocs/withCrate.tsx": hook.replace("useCrate", "withCrate"), "src/hocs/withRota.tsx": helper },
    ],
    [
      "a function that draws and is called, among components",
      {
        "src/components/CardA/askBeforeHarvest.tsx":
          "export default function askBeforeHarvest(crate, then) { return <li onClick={then}>{crate}</li>; }\n",
        "src/components/CardB/tellAll.tsx": drawn("tellAllCrates"),
      },
    ],
    [
      "an export that only says what it is",
      { "src/components/CardA/CardA.tsx": drawn("Component"), "src/components/CardB/CardB.tsx": drawn("CardB") },
    ],
    [
      "the same picture under two codes of a set",
      {
        ...Object.fromEntries(
          codes.map((code, at) => [`src/assets/flags/${code}.svg`, `<svg>${Math.max(at, 3)}</svg>`]),
        ),
        "src/main.ts": codes.map((code) => `import "./assets/flags/${code}.svg";\n`).join(""),
      },
    ],
    [
      "made-up data that a screen shows, in a folder for data",
      {
        "src/data/crates.mock.json": "[]\n",
        "src/screens/crates.tsx": `import all from "../data/crates.mock.json";\n${drawn("Crates")}`,
        "src/main.ts": 'import "./screens/crates";\n',
      },
    ],
    [
      "a hook in hooks/, wherever that is",
      { "src/components/CardA/hooks/useCrate.ts": hook, "src/components/CardB/hooks/useCrate.ts": hook },
    ],
    ["helpers that bear the name of what they help", { "src/components/CardA/CardA.helper.ts": helper }],
    [
      "a component beside what is wrapped around it",
      {
        "src/components/CardM/CardM.tsx": `${drawn("CardMView")}const DragSource = pull(CardMView);\nexport default inject("hands")(DragSource);\n`,
        "src/components/CardN/CardN.tsx": `${drawn("CardN").replace("export ", "")}export default isTried && window?.Trial\n  ? tried(CardN)\n  : CardN;\n`,
      },
    ],
    [
      "a component that stays inside what is wrapped around it",
      {
        "src/components/CardO/CardO.tsx": `${drawn("CardO").replace("export ", "")}const Guarded = () => <CardO />;\nexport default Guarded;\n`,
      },
    ],
    [
      "what a framework writes before it builds, and what a generator has yet to fill in",
      {
        "src/env.d.ts": '/// <reference path="../.astro/types.d.ts" />\n',
        "src/helpers/weigh.ts": `import type { Load } from "./$types";\nimport type { Route } from "./+types/weigh";\n${helper}`,
        "scripts/card-template/card.test.tsx": 'import { Card } from "./NameOfTheCard";\ntest("it", () => Card);\n',
      },
    ],
    [
      "a helper that lies with the layout which needs it",
      Object.fromEntries(
        ["harvest", "rota", "swaps", "trees"].flatMap((name) => [
          [`src/features/${name}/screens/${name}.tsx`, drawn(`${name[0]?.toUpperCase()}${name.slice(1)}`)],
          [`src/features/${name}/components/Row/Row.tsx`, drawn("Row")],
          name === "trees"
            ? [`src/features/${name}/components/Row/utils.ts`, helper]
            : [`src/features/${name}/utils/weigh.ts`, helper],
        ]),
      ),
    ],
    [
      "features that come in past one another's indexes, as most of them do",
      Object.fromEntries(
        ["harvest", "rota", "swaps", "trees", "weather", "tools"].flatMap((name, at, all) => [
          [`src/features/${name}/components/${name}.ts`, helper],
          [`src/features/${name}/index.ts`, `export * from "./components/${name}";\n`],
          [
            `src/features/${name}/hooks/use-${name}.ts`,
            at === 0
              ? "export const use = 1;\n"
              : `import { weigh } from "../../${all[at - 1]}/components/${all[at - 1]}";\nexport const use = weigh;\n`,
          ],
        ]),
      ),
    ],
    [
      "editions of a file among which a build chooses, and a worker of a package",
      {
        "src/helpers/weigh.ts":
          'import w from "./crates.gql";\nexport const weigh = () => new Worker(new URL("press/worker.js", import.meta.url), w);\n',
        "src/helpers/crates.gql.free.ts": "export default 1;\n",
        "src/helpers/crates.gql.paid.ts": "export default 2;\n",
        "package.json": '{ "dependencies": { "react": "19", "press": "1" } }',
      },
    ],
    [
      "a feature's module that another feature lists",
      {
        ...Object.fromEntries(
          ["trees", "harvest", "rota", "swaps"].map((name) => [
            `src/features/${name}/${name}Module.ts`,
            `${name === "rota" ? 'import { swapsModule } from "../swaps/swapsModule";\n' : ""}export const ${name}Module = [${name === "rota" ? "swapsModule" : ""}];\n`,
          ]),
        ),
        "src/modules.ts": `${["trees", "harvest", "rota"].map((name) => `import { ${name}Module } from "./features/${name}/${name}Module";\n`).join("")}export const all = [treesModule, harvestModule, rotaModule];\n`,
      },
    ],
    [
      "an alias that only a package has built in, and no file uses",
      {
        "package.json": '{ "dependencies": { "react": "19", "nuxt": "^4.4.8" } }',
        "app/helpers/weigh.ts": helper,
        "src/helpers/weigh.ts": helper,
        "src/components/CardA/parts/Peel.tsx": `import { weigh } from "../../../../app/helpers/weigh";\n${drawn("Peel")}`,
      },
    ],
    [
      "what registers a service worker, at the top",
      {
        "steady-shelf.yaml": "version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n",
        "src/index.tsx": 'import { register } from "./serviceWorkerRegistration";\nregister();\n',
        "src/serviceWorkerRegistration.ts":
          'export async function register() {\n  const answer = await fetch("/service-worker.js");\n  return answer.ok;\n}\n',
      },
    ],
    [
      "a number among names of words",
      {
        ...Object.fromEntries(
          letters.map((letter) => [`src/layouts/row-${letter.toLowerCase()}.tsx`, drawn(`Row${letter}`)]),
        ),
        "src/layouts/404.tsx": drawn("NotFound"),
      },
    ],
    [
      "a component that only does something",
      {
        "src/components/PressStore.tsx":
          'import { useEffect } from "react";\nimport { press } from "../helpers/press";\nexport function PressStore() {\n  useEffect(() => press(), []);\n  return null;\n}\n',
        "src/helpers/press.ts": "export const press = () => {};\n",
      },
    ],
    [
      "the port that a host gives",
      {
        ".env.example": "VITE_ROW=\n",
        "src/helpers/row.ts": "export const row = import.meta.env.VITE_ROW;\n",
        "src/helpers/serve.ts": "export const serve = () => process.env.PORT ?? process.env.HOST;\n",
      },
    ],
    [
      "a class that makes what its file is called after",
      {
        ...Object.fromEntries(
          letters.map((letter) => [`src/models/row-${letter.toLowerCase()}.ts`, `export class Row${letter} {}\n`]),
        ),
        "src/models/crate-decoration.ts": "export class PressDecorator {}\n",
      },
    ],
    ["numbers of a standard", { "src/components/CardP/iso-3166-2.tsx": drawn("Iso") }],
    ["a word that is short for another", { "src/helpers/vocabulary.tsx": drawn("VocabRow") }],
    ["declarations", { "src/components/CardA/images.d.ts": 'declare module "*.png";\n' }],
    [
      "a name that several folders have",
      {
        "src/components/CardA/parts.tsx": drawn("PartsA"),
        "src/components/CardB/parts.tsx": drawn("PartsB"),
        "src/components/CardC/parts.tsx": drawn("PartsC"),
      },
    ],
    [
      "a folder with a form of its own",
      {
        "src/components/CardA/body.tsx": drawn("Body"),
        "src/components/CardA/head.tsx": drawn("Head"),
        "src/components/CardA/foot.tsx": drawn("Foot"),
      },
    ],
    [
      "folders that tools name",
      { "src/components/CardA/__tests__/CardA.test.tsx": 'import "../CardA";\ntest("a", () => {});\n' },
    ],
    [
      "languages",
      {
        "src/locales/pt-BR.json": "{}",
        "src/locales/zh-Hans.json": "{}",
        "src/locales/de.json": "{}",
        "src/locales/en.json": "{}",
        "src/locales/fr.json": "{}",
        "src/locales/it.json": "{}",
      },
    ],
    [
      "a class without a name that is exported",
      {
        "src/components/Missing.tsx":
          "import { Component } from 'react';\nconst Body = () => <li/>;\nexport default class extends Component {\n  render() { return <Body/>; }\n}\n",
      },
    ],
    [
      "what a bundler wrote",
      {
        "src/vendor/app.js": `(function(){function r(e,n,t){return e}return r})()({1:[function(require,module,exports){require("./nothing")},{}]});\n${"var a = 1;\n".repeat(600)}`,
      },
    ],
    [
      "data that is the same in two places",
      { "src/assets/brand/a/metadata.json": '{ "a": 1 }', "src/assets/brand/b/metadata.json": '{ "a": 1 }' },
    ],
    [
      "two editions of one file, between which a build decides",
      {
        "src/main.tsx": 'import "./components/Home";\n',
        "src/components/Home.free.tsx": drawn("HomeFree"),
        "src/components/Home.paid.tsx": drawn("HomePaid"),
      },
    ],
    [
      "numbers that belong to a name",
      {
        "src/components/readJson.tsx": drawn("ReadJson"),
        "src/components/readJson5.tsx": drawn("ReadJson5"),
        "src/components/showMd.tsx": drawn("ShowMd"),
        "src/components/showMd5.tsx": drawn("ShowMd5"),
      },
    ],
    [
      "an index of pictures, which is no picture",
      {
        "src/assets/index.ts": 'export const apple = require("./apple.png");\n',
        "src/assets/apple.png": "x",
        "src/main.tsx": 'import { apple } from "./assets";\nconsole.log(apple);\n',
      },
    ],
    [
      "data that has types, too",
      {
        "src/components/MapA.tsx": `const a = { type: "FeatureCollection" };\n// action\n${drawn("MapA")}`,
        "src/components/MapB.tsx": `const b = { type: "FeatureCollection" };\n// action\n${drawn("MapB")}`,
      },
    ],
    [
      "documents of queries among code that is named otherwise",
      Object.fromEntries(
        letters.flatMap((letter) => [
          [`src/providers/Crate${letter}Provider.ts`, `export class Crate${letter}Provider {}\n`],
          [`src/providers/gql/crate${letter}.graphql`, "query Crate { crate { weight } }\n"],
        ]),
      ),
    ],
    [
      "a class that is called as its file, among files in small letters",
      {
        ...Object.fromEntries(
          letters.map((letter) => [
            `src/helpers/weighCrate${letter}.ts`,
            `export const weighCrate${letter} = () => 1;\n`,
          ]),
        ),
        "src/helpers/CrateScale.ts": "export class CrateScale {}\nexport function weigh() {}\n",
      },
    ],
    [
      "sheets in a folder for sheets, and tests that mirror what they test",
      {
        "src/components/scss/CardA.scss": ".a { top: 0 }\n",
        "src/components/CardA/CardA.tsx": `import "../scss/CardA.scss";\n${drawn("CardA")}`,
        "src/components/__tests__/inner/CardB.test.tsx": 'import "../../CardB/CardB";\ntest("a", () => {});\n',
      },
    ],
    [
      "icons that are called otherwise than what they export, or after a word that says nothing elsewhere",
      {
        ...Object.fromEntries(letters.map((letter) => [`src/icons/row-${letter}.tsx`, drawn(`Row${letter}`)])),
        "src/icons/copy.tsx": drawn("TwoSheets"),
        "src/icons/clock.tsx": drawn("Hour"),
        "src/icons/bolt.tsx": drawn("Lightning"),
      },
    ],
    ["a page for an error", { "src/screens/404page.tsx": drawn("FourOhFourPage") }],
    [
      "what several folders call alike, however vague it is",
      Object.fromEntries(["A", "B", "C"].map((letter) => [`src/components/Card${letter}/common.ts`, helper])),
    ],
    [
      "a table by default, and a class among files of other kinds, called otherwise than the file",
      {
        "src/helpers/supportedCrates.ts": "const weightMap = { box: 1 };\nexport default weightMap;\n",
        "src/helpers/bootstrap.ts": "export class DefaultPress {}\n",
      },
    ],
    [
      "what only tests use, whatever it is of the app",
      {
        "steady-shelf.yaml": configured,
        "src/helpers/weigh.ts": helper,
        "src/helpers/pressedRows.tsx": drawn("PressedRows"),
        ...Object.fromEntries(
          ["A", "B"].map((letter) => [
            `src/components/Card${letter}/Card${letter}.test.tsx`,
            `import { PressedRows } from "../../helpers/pressedRows";\nimport { Card${letter} } from "./Card${letter}";\ntest("draws", () => [PressedRows, Card${letter}]);\n`,
          ]),
        ),
      },
    ],
    [
      "a hook and a helper in the folder of what they serve, on a shelf of what is drawn",
      {
        "steady-shelf.yaml": configured,
        "src/hooks/useCrate.ts": hook,
        "src/helpers/weigh.ts": helper,
        "src/components/CardA/useCardA.ts": "export function useCardA() { return 1; }\n",
        "src/components/CardA/weighCardA.ts": "export function weighCardA() { return 1; }\n",
      },
    ],
    [
      "what a framework would take for a page where it belongs",
      {
        "package.json": '{ "dependencies": { "react": "19", "@tanstack/router-plugin": "1" } }',
        "steady-shelf.yaml": `${configured}words: { navigation: routes }\n`,
        "src/components/appRouter.tsx":
          'export const router = createRouter({ routes: [{ path: "/", component: 1 }] });\n',
      },
    ],
    [
      "a folder for a kind of the app's own",
      {
        "steady-shelf.yaml": configured,
        "src/helpers/weigh.ts": helper,
        "src/errors/PressError.ts": "export class PressError extends Error {}\n",
      },
    ],
    [
      "what a generator makes of a document beside",
      {
        "src/components/CardA/CardA.tsx": `import { Weigh } from "./CardA.gql";\n${drawn("CardA").replace("<li/>", "<li>{Weigh}</li>")}`,
        "src/components/CardA/CardA.graphql": "query Weigh { crates { weight } }\n",
      },
    ],
    [
      "a function that draws, by its name in small letters, among helpers",
      {
        "steady-shelf.yaml": configured,
        "src/helpers/weigh.ts": helper,
        "src/helpers/getSection.tsx": "export function getSection() { return <li/>; }\n",
      },
    ],
    [
      "folders of features whose case single words do not tell",
      {
        "steady-shelf.yaml":
          "version: 1\nstack: react-web\nsource: src\narrangement: own\nshelves:\n  - { at: components, holds: component }\n  - { at: 'panels/{feature}', holds: component, folders: kebab }\n",
        ...Object.fromEntries(
          ["rota", "swaps", "harvest", "treeCare"].flatMap((name) =>
            ["A", "B", "C"].map((letter): [string, string] => [
              `src/panels/${name}/Panel${name}${letter}.tsx`,
              drawn(`Panel${name}${letter}`),
            ]),
          ),
        ),
      },
    ],
    [
      "actions of two contexts, each with a reducer of its own",
      Object.fromEntries(
        ["Row", "Tree"].map((name): [string, string] => [
          `src/context/${name}Context.tsx`,
          `import { createContext, useReducer } from "react";\nexport const ${name}Context = createContext(1);\nexport function ${name}Provider() {\n  const [state, send] = useReducer((state, action) => {\n    switch (action.type) {\n      case "SAVE_ROW": return action.row;\n      default: return state;\n    }\n  }, 1);\n  return <${name}Context.Provider value={{ save: (row) => send({ type: "SAVE_ROW", row }) }} />;\n}\n`,
        ]),
      ),
    ],
    [
      "a circle of groups of components",
      Object.fromEntries(
        [
          ["RowPrice", "TreeCare"],
          ["TreeCare", "RowPrice"],
          ["CrateList", "CrateList"],
          ["LeafList", "LeafList"],
        ].flatMap(([group = "", other = ""]) => [
          ...["A", "B", "C"].map((letter): [string, string] => [
            `src/components/${group}/${group}${letter}.tsx`,
            `import { ${other}A } from "../${other}/${other}A";\nexport function ${group}${letter}() { return <li>{${other}A}</li>; }\n`,
          ]),
          [`src/components/${group}/use${group}.ts`, `export function use${group}() { return 1; }\n`] as const,
        ]),
      ),
    ],
    [
      "a test of a reducer, called as that is, and what both say of an action",
      {
        "src/store/actions.js": 'export const pick = () => ({ type: "PICK_ROW" });\n',
        "src/store/test/reducer.js":
          'import { reducer } from "../reducer";\ntest("picks", () => {\n  const state = reducer(undefined, { type: "PICK_ROW" });\n  switch (action.type) {}\n});\n',
        "src/store/reducer.js":
          'export function reducer(state = {}, action) {\n  switch (action.type) {\n    case "PICK_ROW": return state;\n    default: return state;\n  }\n}\n',
      },
    ],
    [
      "data and common parts of a component",
      { "src/components/CardA/data.ts": helper, "src/components/CardB/common.ts": helper },
    ],
    [
      "what the settings of a tool read",
      {
        "package.json": '{ "dependencies": { "react": "19" }, "devDependencies": { "vite": "^8.0.0" } }',
        "src/vite.config.ts": "export default { define: { v: process.env.RELEASE } };\n",
      },
    ],
    [
      "actions that begin with their file's name, be it another one than their feature's, and what a state may be",
      {
        "steady-shelf.yaml": configured.replace("layer-first", "feature-first"),
        ...Object.fromEntries(
          ["trees", "rota"].flatMap((feature) => [
            [`src/features/${feature}/screens/ListScreen.tsx`, drawn("ListScreen")],
            [
              `src/features/${feature}/actions/${feature}Actions.ts`,
              ["added", "dropped", "loaded", "failed", "opened", "closed"]
                .map((name) => `export const ${name} = (): Action => ({ type: "${feature}/${name}" });\n`)
                .join(""),
            ],
          ]),
        ),
        "src/features/rota/actions/shiftFormActions.ts":
          'export const opened = (): Action => ({ type: "shiftForm/opened" });\nexport const sent = (): Action => ({ type: "form-of-shift/sent" });\nexport const kept = (): Action => ({ type: "form-of-shift/kept" });\n',
        "src/features/rota/state/rotaState.ts":
          '// The actions open and shut it.\nexport const PANEL_OPEN = "PANEL_OPEN";\nexport const PANEL_SHUT = "PANEL_SHUT";\nexport interface RotaState { readonly panel: typeof PANEL_OPEN | typeof PANEL_SHUT }\n',
      },
    ],
    [
      "hooks in files that are called after their matter, and what declares a script beside it",
      {
        "src/hooks/promise.ts": "export function usePromise() { return 1; }\n",
        "src/hooks/starredRows.ts": "export function useStarredRows() { return 1; }\n",
        "src/hooks/press.ts": "export function usePress() { return 1; }\n",
        "src/hooks/immutability.ts": "export function useDeepValue() { return 1; }\n",
        "src/untold/messages.d.ts": "export interface Messages { readonly crate: string }\n",
      },
    ],
    [
      "a file of a hook and more that is called after their matter, where others are called as their hooks",
      {
        ...Object.fromEntries(
          ["Leaf", "Bough", "Crate", "Row", "Press", "Shed"].map((name) => [
            `src/hooks/use${name}.ts`,
            `import { useState } from "react";\nexport function use${name}() { return useState(1); }\n`,
          ]),
        ),
        "src/hooks/pickings.ts":
          'import { useMemo } from "react";\nexport interface Picked { readonly size: number }\nexport function pickedOf(picked: Picked) { return picked.size; }\nexport function usePicked(picked: Picked) { return useMemo(() => pickedOf(picked), [picked]); }\n',
      },
    ],
    [
      "what begins a program, whatever it shows",
      {
        "src/components/KioskEntryPoint.tsx": "export const Frame = () => <p>Orchard</p>;\n",
        "src/components/BoardEntrypoint.tsx": "export const Screen = () => <p>Orchard</p>;\n",
      },
    ],
    [
      "letters whose URLs are put together in a sheet, counted from one that takes it in, or that nobody found",
      {
        "src/styles/kit/_fonts.scss":
          '@mixin font($file) { @font-face { src: url("../fonts/#{$file}.woff"), url("../type/#{$file}.woff"); } }\n',
        "src/styles/main.scss": '@use "kit/fonts";\na { @include fonts.font("apple"); }\n',
        "src/main.tsx": 'import "./styles/main.scss";\n',
        "src/fonts/apple.woff": "apple",
        "src/assets/type/apple.woff": "the same apple, drawn",
      },
    ],
    [
      "paths into the folder out of which the package is taken, before it is built",
      {
        "package.json": '{ "main": "./lib/index.js", "exports": { "./extra": { "default": "./made/extra.js" } } }',
        "src/main.tsx": 'import "../lib/rows";\nimport "../lib";\nimport "../made/extra.js";\n',
      },
    ],
    [
      "keys that a sample by another name lists",
      {
        "package.json": '{ "dependencies": { "react": "19", "vite": "8" } }',
        "example.env": "VITE_ORCHARD_URL=<address>\n",
        "src/main.tsx": "export const address = import.meta.env.VITE_ORCHARD_URL;\n",
      },
    ],
    [
      "several components in a file called after what they are for, and actions that say so in other words",
      {
        "src/components/CardA/renderers.tsx": `${drawn("Leaf")}${drawn("Twig")}`,
        ...Object.fromEntries(
          letters.map((letter) => [
            `src/actions/Row${letter}Actions.ts`,
            `export const row${letter} = () => ({ type: "row/${letter}" });\n`,
          ]),
        ),
        "src/actions/ShiftActionCreators.ts": 'export const shift = () => ({ type: "shift/added" });\n',
      },
    ],
    [
      "an action that a reducer or a thunk hands on, and is made elsewhere",
      {
        "src/store/rowActions.js": 'export const pick = () => ({ type: "PICK_ROW" });\n',
        "src/store/rowReducer.js":
          'export function rowReducer(state = {}, action) {\n  switch (action.type) {\n    case "ALL": return others(state, { ...action, type: "PICK_ROW" });\n    default: return state;\n  }\n}\n',
        "src/store/rowThunks.js": 'export const later = () => (dispatch, action) => dispatch({ type: "PICK_ROW" });\n',
      },
    ],
    [
      "a pattern that an importer of the build explains",
      { "src/styles/all.scss": '@import "./rows/**/*.scss";\n', "src/styles/rows/row.scss": "li { margin: 0 }\n" },
    ],
    [
      "where a server and a browser begin",
      { "src/entry-client.js": "fetch('/');\n", "src/entry-server.js": "fetch('/');\n" },
    ],
    [
      "functions beside contexts in capitals",
      {
        ...Object.fromEntries(
          letters.map((letter) => [
            `src/context/Row${letter}Context.tsx`,
            `import { createContext } from "react";\nexport const Row${letter}Context = createContext(1);\n`,
          ]),
        ),
        "src/context/press-endpoint.ts": "export function pressAll() {}\nexport function pressOne() {}\n",
      },
    ],
  ])("%s", async (_, files) => {
    expect(await said(files)).toEqual([]);
  });
});

test("a screen that two others lead to, each from a frame of its own, stands in one at a time", async () => {
  const framed = (name: string): string =>
    `import { BodyLayout } from "../layouts/BodyLayout";\nimport { RowList } from "../components/RowList/RowList";\nexport function ${name}() { return <BodyLayout><RowList/></BodyLayout>; }\n`;
  const files = {
    "src/layouts/BodyLayout.tsx": "export function BodyLayout({ children }) { return <main>{children}</main>; }\n",
    "src/components/RowList/RowList.tsx":
      'import { DetailScreen } from "../../screens/DetailScreen";\nexport function RowList() { return <DetailScreen/>; }\n',
    "src/screens/DetailScreen.tsx": drawn("DetailScreen"),
    "src/screens/HomeScreen.tsx": framed("HomeScreen"),
    "src/screens/RotaScreen.tsx": framed("RotaScreen"),
    "src/App.tsx":
      'import { HomeScreen } from "./screens/HomeScreen";\nimport { RotaScreen } from "./screens/RotaScreen";\nexport const App = () => <><HomeScreen/><RotaScreen/></>;\n',
  };
  const frames = async (more: Files = {}): Promise<string[]> =>
    (await said({ ...files, ...more })).filter((each) => each.startsWith("screen-frame"));
  expect(await frames()).toEqual([]);
  // Where it has one itself, it is drawn twice.
  const own = { "src/screens/DetailScreen.tsx": framed("DetailScreen").replace("<RowList/>", "<li/>") };
  expect((await frames(own)).join()).toContain("DetailScreen.tsx stands in BodyLayout.tsx twice");
});

describe("what is quiet elsewhere is still said", () => {
  const screens: Files = {
    "steady-shelf.yaml": configured,
    ...Object.fromEntries(letters.map((letter) => [`src/screens/Row${letter}Screen.tsx`, drawn(`Row${letter}Screen`)])),
  };

  test.each<[string, Files, string]>([
    [
      "a name without the word that its form asks for, though it is that of its export",
      { "src/screens/Harvest.tsx": drawn("Harvest") },
      "file-name src/screens/Harvest.tsx",
    ],
    [
      "a picture whose name is in no form of pictures",
      Object.fromEntries([
        ...letters.map((letter) => [`src/assets/images/row-${letter.toLowerCase()}.png`, letter]),
        ["src/assets/images/oldCrate_ofApples.png", "x"],
        [
          "src/main.tsx",
          letters.map((letter) => `import "./assets/images/row-${letter.toLowerCase()}.png";\n`).join(""),
        ],
      ]) as Files,
      "file-name src/assets/images/oldCrate_ofApples.png",
    ],
    [
      "a path into a folder that is not there, while the package is taken out of another, or out of one that is here",
      {
        "package.json": '{ "main": "./lib/index.js", "module": "./src/main.tsx", "dependencies": { "react": "19" } }',
        "src/main.tsx": 'import "../libs/rows";\nimport "./rows";\n',
      },
      "unresolved-path src/main.tsx ../libs/rows",
    ],
    [
      "a helper in a source root that is for the entry",
      {
        ...Object.fromEntries(letters.map((letter) => [`src/helpers/weigh${letter}.ts`, helper])),
        "src/formatYield.ts": "export function formatYield() {}\n",
      },
      "wrong-folder src/formatYield.ts",
    ],
  ])("%s", async (_, files, wanted) => {
    const found = await said({ ...screens, ...files });
    expect(found.filter((each) => each.startsWith(wanted))).toHaveLength(1);
  });
});

test("a set of pictures that are the same under several names is one matter, and numbers of a set are none", async () => {
  const names = ["call", "lock", "mail", "room", "star"];
  const found = await said({
    ...Object.fromEntries(
      names.flatMap((name) => [name, `${name}-again`].map((each) => [`src/assets/${each}.png`, name])),
    ),
    ...Object.fromEntries(["", 1, 2, 3, 4, 5].map((at) => [`src/shapes/Filter${at}.tsx`, drawn(`Filter${at}`)])),
    "src/helpers/weigh.ts": helper,
    "src/helpers/weigh2.ts": helper,
  });
  expect(found.filter((each) => /^(?:duplicate-asset|vague-name)/.test(each))).toEqual([
    "duplicate-asset src/assets/call.png 5 assets of src/assets/ are the same under other names there",
    "vague-name src/helpers/weigh2.ts weigh2 is a second weigh, and its name does not say what for",
  ]);
});

test("a picture that a document shows is used, and one that it speaks of is not", async () => {
  const found = await said({
    ...Object.fromEntries(["tree", "leaf", "pip", "core"].map((name) => [`src/assets/${name}.png`, name])),
    "README.md":
      "![A tree](src/assets/tree.png) <img src='https://example.org/row/main/src/assets/leaf.png'> Draw pip.png again.\n",
    "docs/notes.txt": "core.png is old\n",
  });
  expect(found.filter((each) => each.startsWith("unused-asset")).map((each) => each.split(" ")[1])).toEqual([
    "src/assets/core.png",
    "src/assets/pip.png",
  ]);
});

test("a density that is missing is told of a picture that something shows", async () => {
  const pictures = ["tree.png", "tree@2x.png", "leaf@2x.png", "pip@2x.png"];
  const found = await said({
    ...Object.fromEntries(pictures.map((name) => [`src/assets/${name}`, name])),
    "src/components/Leaf.tsx": drawn("Leaf").replace("<li/>", '<Row picture="leaf.png" />'),
  });
  const of = (rule: string): unknown => found.filter((each) => each.startsWith(rule)).map((each) => each.split(" ")[1]);
  expect([of("missing-density"), of("unused-asset")]).toEqual([
    ["src/assets/leaf@2x.png"],
    ["src/assets/pip@2x.png", "src/assets/tree.png", "src/assets/tree@2x.png"],
  ]);
});

test("what answers between actions is no reducer, however long it is", async () => {
  const answering = `export default (store) => (next) => (action) => {\n  switch (action.type) {\n${"    // a week\n".repeat(420)}  }\n  return next(action);\n};\n`;
  const found = await said({ "src/store/rotaMiddleware.ts": answering, "src/store/rotaReducer.ts": answering });
  const long = found.filter((each) => each.startsWith("long-reducer")).map((each) => each.split(" ")[1]);
  expect(long).toEqual(["src/store/rotaReducer.ts"]);
});

test("what is called generated and lies elsewhere is looked for in the wrong place", async () => {
  const files = {
    "src/main.ts": 'import type { Rota } from "../client/GeneratedQueryTypes";\n',
    "src/types/GeneratedQueryTypes.ts": types,
  };
  expect(await said(files)).toContain(
    "unresolved-path src/main.ts ../client/GeneratedQueryTypes is unresolved: there is no such file",
  );
});

test("a second file of a name is told once, as that, whatever its form", async () => {
  const files = {
    "src/components/CardA/CardA copy.tsx": drawn("CardAOfOld"),
    "src/components/CardB/CardB2.tsx": drawn("CardBOfOld"),
    "src/main.ts": 'import "./components/CardA/CardA copy";\nimport "./components/CardB/CardB2";\n',
  };
  expect((await said(files)).map((each) => each.replace(/ .*/, ""))).toEqual(["vague-name", "vague-name"]);
});

describe("where a path leads nowhere, the only file called so is named", () => {
  const stray = (specifier: string): string => `import "${specifier}";\n`;
  test.each<[what: string, files: Files, namesake: string | undefined]>([
    [
      "a module",
      { "src/main.ts": stray("./TreeCard"), "src/parts/TreeCard.tsx": "export {};\n" },
      "src/parts/TreeCard.tsx",
    ],
    [
      "a folder with an index",
      { "src/main.ts": stray("./TreeCard"), "src/parts/TreeCard/index.ts": "export {};\n" },
      "src/parts/TreeCard/index.ts",
    ],
    ["a picture", { "src/main.ts": stray("./tree.svg"), "src/art/tree.svg": "<svg/>" }, "src/art/tree.svg"],
    [
      "a partial",
      { "src/a.scss": '@use "./fruit-colours";\n', "src/parts/_fruit-colours.scss": "$a: 1;\n" },
      "src/parts/_fruit-colours.scss",
    ],
    [
      "one with what a bundler is told",
      { "src/main.ts": stray("./tree.svg?raw"), "src/art/tree.svg": "<svg/>" },
      "src/art/tree.svg",
    ],
    [
      "but none where two are",
      {
        "src/main.ts": stray("./TreeCard"),
        "src/parts/TreeCard.tsx": "export {};\n",
        "src/more/TreeCard.tsx": "export {};\n",
      },
      undefined,
    ],
    [
      "nor for a word that says little",
      { "src/main.ts": stray("./types"), "src/parts/types.ts": "export {};\n" },
      undefined,
    ],
    ["nor the file itself", { "src/mainRow.ts": stray("./parts/mainRow") }, undefined],
  ])("%s", async (_, files, namesake) => {
    const found = (await findings(files)).filter(({ rule }) => rule === "unresolved-path");
    expect(found.map(({ what }) => (what.code === "unresolved" ? what.namesake : what.code))).toEqual([namesake]);
  });
});

describe("it is said once", () => {
  test("nothing of paths that lead out of the project, where nothing is read, unless they climb too far", async () => {
    const outside = ["a", "b", "c"].map((name) => `import "../../plugin-${name}/src";`).join("\n");
    expect(await said({ "src/plugins.ts": `${outside}\n` })).toEqual([]);
    for (const place of ["rows/parts/Row", "dates"]) {
      const files = { "src/plugins.ts": `import "../../${place}";\n`, [`src/${place}.ts`]: "export {};\n" };
      expect(await said(files)).toContain(
        `unresolved-path src/plugins.ts ../../${place} is unresolved: there is no such file`,
      );
    }
  });

  test("that a folder is not there, into which several files lead", async () => {
    const found = await said({
      "src/main.ts": 'import "./kit/a";\nimport "./kit/b";\nimport "./kit/parts/c";\nimport "./gone";\n',
      "src/second.ts": 'import "./kit/a";\nimport "./kit/d";\nimport "./main";\n',
    });
    expect(found).toEqual([
      "unresolved-path src/main.ts there is no folder src/kit/: 5 paths in 2 files lead into it",
      "unresolved-path src/main.ts ./gone is unresolved: there is no such file",
    ]);
  });

  test("that three files miss one; two are told each", async () => {
    const files = Object.fromEntries(
      ["a", "b", "c"].map((name) => [
        `src/${name}.ts`,
        `import "./crate";\n${name === "c" ? "" : 'import "./press";\n'}`,
      ]),
    );
    expect(await said(files)).toEqual([
      "unresolved-path src/a.ts ./crate is unresolved: there is no such file (2 more files reference it)",
      "unresolved-path src/a.ts ./press is unresolved: there is no such file",
      "unresolved-path src/b.ts ./press is unresolved: there is no such file",
    ]);
  });

  test("that a folder is not there into which paths through an alias lead", async () => {
    const found = await said({
      "tsconfig.json": '{ "compilerOptions": { "paths": { "kit/*": ["./src/kit/*"] } } }',
      "src/main.ts": 'import "kit/a";\nimport "kit/b";\nimport "./kit/c";\n',
      "src/second.ts": 'import "kit/a";\nimport "./kit/d";\n',
    });
    expect(found).toEqual(["unresolved-path src/main.ts there is no folder src/kit/: 5 paths in 2 files lead into it"]);
  });

  test("that a folder is not there from which URLs of partials count, the one of the sheet that takes them in", async () => {
    const urls = ["a", "b", "c"].map((name) => `.${name} { background: url("../images/css/${name}.svg"); }\n`).join("");
    const files = {
      "src/main.ts": 'import "./sheets/app.scss";\n',
      "src/sheets/app.scss": '@import "./parts/forms";\n@import "./parts/rows";\n',
      "src/sheets/parts/_forms.scss": urls,
      "src/sheets/parts/_rows.scss": urls.replaceAll("/a.", "/d."),
    };
    expect(await said(files)).toEqual([
      "unresolved-path src/sheets/parts/_forms.scss there is no folder src/images/: 6 paths in 2 files lead into it",
    ]);
  });

  test("what one file misses in several places", async () => {
    const module = 'declare module "virtual:NAME" {\n  import type { Row } from "./extensions";\n}\n';
    const modules = ["a", "b", "c", "d", "e", "f"].map((name) => module.replace("NAME", name)).join("");
    expect(await said({ "src/module.d.ts": modules })).toEqual([
      "unresolved-path src/module.d.ts ./extensions is unresolved: there is no such file",
    ]);
  });

  describe("that nothing explains an alias, with what it would have to stand for", () => {
    const row = (specifier: string): string => `import "${specifier}";\n`;
    const kit = { "web/kit/rows/a.ts": "", "web/kit/rows/b.ts": "", "web/kit/c.ts": "" };
    const advised = async (files: Files): Promise<unknown> => {
      const store = new MemoryStore({ "package.json": '{ "dependencies": { "react": "19" } }', ...kit, ...files });
      const [checked] = check(await analyse(store, { standing: "" as ProjectPath }));
      return (checked?.fresh ?? [])
        .filter(({ rule }) => rule === "unresolved-path")
        .map((each) => [tell(each).says, tell(each).advice]);
    };

    test.each<[string, Files, string, string]>([
      [
        "a folder below which all names lead to a file, behind a loader too",
        { "web/main.ts": row("@/kit/rows/a") + row("@/kit/rows/b") + row("raw-loader!@/kit/c") },
        "no alias explains @/: 3 imports in 1 file use it",
        'With `aliases: { "@": web }` in steady-shelf.yaml, all 3 lead to a file.',
      ],
      [
        "a word with a dot, as no package is called",
        { "web/main.ts": row(".@kit/rows/a") + row(".prisma/client") },
        "no alias explains .@kit/: 1 import in 1 file uses it",
        'With `aliases: { ".@kit": web/kit }` in steady-shelf.yaml, it leads to a file.',
      ],
      [
        "one below which most do",
        { "web/main.ts": row("@/kit/rows/a") + row("@/kit/rows/b") + row("@/kit/gone") },
        "no alias explains @/: 3 imports in 1 file use it",
        'With `aliases: { "@": web }` in steady-shelf.yaml, 2 of 3 lead to a file.',
      ],
      [
        "a first word that style blocks of components begin with",
        Object.fromEntries(
          ["a", "b", "c", "d", "e"].flatMap((name) => [
            [
              `web/rows/${name}.vue`,
              `<template><p/></template>\n<style lang="scss">\n@import "atoms/${name}";\n</style>\n`,
            ],
            [`web/looks/atoms/_${name}.scss`, ""],
          ]),
        ),
        "no alias explains atoms/: 5 imports in 5 files use it",
        'With `aliases: { "atoms": web/looks/atoms }` in steady-shelf.yaml, all 5 lead to a file.',
      ],
      [
        "one for some of them, where they lead to several folders",
        {
          "web/main.ts": ["a", "b", "c", "d", "e"].map((name) => row(`@/rows/${name}`)).join("") + row("@/parts/a"),
          ...Object.fromEntries(["a", "b", "c", "d", "e"].map((name) => [`web/kit/lists/${name}/index.ts`, ""])),
          "web/other/parts/a.ts": "",
        },
        "no alias explains @/: 6 imports in 1 file use it",
        'With `aliases: { "@/rows": web/kit/lists }` in steady-shelf.yaml, 5 of 6 lead to a file.',
      ],
      [
        "none where two folders would do",
        { "web/main.ts": row("@/kit/c"), "desk/kit/c.ts": "" },
        "no alias explains @/: 1 import in 1 file uses it",
        'Say in steady-shelf.yaml what it stands for: `aliases: { "@": FOLDER }`.',
      ],
      [
        "a single name",
        { "web/main.ts": row("@/kit/c") },
        "no alias explains @/: 1 import in 1 file uses it",
        'With `aliases: { "@": web }` in steady-shelf.yaml, it leads to a file.',
      ],
    ])("%s", async (_, files, says, advice) => {
      expect(await advised(files)).toEqual([[says, advice]]);
    });
  });

  test("nothing of an alias that leads among packages", async () => {
    const found = await said({
      "tsconfig.json": '{ "compilerOptions": { "paths": { "@kit/*": ["./node_modules/@kit/*"] } } }',
      "src/components/CardA/CardA.tsx": `import "@kit/a";\n${drawn("CardA")}`,
    });
    expect(found).toEqual([]);
    const all = await said({
      "tsconfig.json": '{ "compilerOptions": { "paths": { "*": ["./node_modules/*"], "@/*": ["./src/*"] } } }',
      "src/components/CardA/CardA.tsx": `import "@/a";\n${drawn("CardA")}`,
    });
    expect(all).toEqual(["unresolved-path src/components/CardA/CardA.tsx @/a is unresolved: there is no such file"]);
  });

  test("nothing of an alias that does", async () => {
    const found = await said({
      "tsconfig.json": '{ "compilerOptions": { "paths": { "@kit/*": ["../kit/*"] } } }',
      "src/components/CardA/CardA.tsx": `import "@kit/a";\n${drawn("CardA")}`,
      "src/components/CardB/CardB.tsx": `import "@kit/b";\n${drawn("CardB")}`,
    });
    expect(found).toEqual([]);
  });

  test("that the same letters lead to several places, of which none is there", async () => {
    const sheet = '@import "../../skin.config";\n';
    const found = await said({
      "src/components/CardA/a.less": sheet,
      "src/components/CardA/b.less": '@import "../../theme.config";\n',
      "src/components/CardB/parts/b.less": sheet,
      "src/components/CardC/parts/rows/c.less": sheet,
      "src/components/CardC/parts/rows/d.less": sheet,
    });
    expect(found).toEqual([
      "unresolved-path src/components/CardA/a.less ../../skin.config leads from 4 files to 3 places, none of which is a file",
    ]);
  });

  test("that a sample lists none of many keys that one file reads", async () => {
    const keys = ["API_URL", "API_KEY", "CHAT_URL", "MAP_KEY", "MAP_URL", "THEME"];
    const files = {
      "src/services/http.ts": keys.map((key, at) => `export const k${at} = process.env.${key};\n`).join(""),
      "src/main.ts": 'import "./services/http";\nexport const at = process.env.LOG_LEVEL;\n',
      ".env.example": "API_URL=\n",
    };
    expect((await said(files)).sort()).toEqual([
      "environment-key src/main.ts LOG_LEVEL is read here, and nothing gives it: .env.example does not list it",
      "environment-key src/services/http.ts API_KEY, CHAT_URL, MAP_KEY, MAP_URL and THEME are read in this file, and nothing gives them: .env.example lists none of them",
    ]);
  });

  test("that keys are listed nowhere, where a file may give them", async () => {
    const files = {
      "src/services/http.ts": "export const url = process.env.API_URL;\nexport const theme = process.env.THEME;\n",
      // What hosts give by themselves.
      "src/main.ts":
        'import "./services/http";\nconst at = process.env.CF_PAGES_URL ?? process.env.DEPLOY_PRIME_URL ?? process.env.URL;\n',
    };
    expect(await said(files)).toEqual([]);
    const says = [
      "environment-key src/services/http.ts the app reads API_URL and THEME from its environment, and nothing lists them",
    ];
    expect(await said({ ...files, "package.json": '{ "devDependencies": { "vite": "^8.0.0" } }' })).toEqual(says);
    expect(await said({ ...files, ".env.production": "PORT=1\n" })).toEqual(expect.arrayContaining(says));
  });

  test("nothing of pictures that a pattern takes in, nor of those in a folder that is called at run time", async () => {
    const files = {
      "src/main.ts": "export {};\n",
      "src/assets/sprite/leaf.svg": "<svg/>",
      "src/icons/bough.svg": "<svg><g/></svg>",
    };
    const unused = (all: readonly string[]): string[] => all.filter((each) => each.startsWith("unused-asset"));
    expect(unused(await said(files)).length).toBe(2);
    const sprite = "plugin({ files: ['./src/assets/sprite/**/*.svg'] });\n";
    const icons = "export const all = require.context('/icons', true, /svg$/);\n";
    expect(unused(await said({ ...files, "tools/sprite.js": sprite, "src/all.ts": icons }))).toEqual([]);
  });

  test("nothing of modules of which a declaration says what they are", async () => {
    const files = {
      "tsconfig.json": '{ "compilerOptions": { "paths": { "art/*": ["./src/art/*"], "looks": ["./src/looks"] } } }',
      "src/main.ts": "export {};\n",
      "src/names.d.ts": 'declare module "looks";\ndeclare module "art/leaf";\n',
    };
    expect(await said(files)).toEqual([]);
    expect(await said({ ...files, "src/main.ts": 'import "art/leaf";\n' })).toEqual([
      "unresolved-path src/main.ts art/leaf is unresolved: there is no such file",
    ]);
  });

  test("nothing of a component in a folder of its own in a folder of such", async () => {
    const component = (name: string): string => `export const ${name} = () => <p>{"x"}</p>;\n`;
    const files = {
      "steady-shelf.yaml": "version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n",
      ...Object.fromEntries(
        ["Leaf", "Bough", "Crate", "Row", "Tree"].map((name) => [
          `src/components/${name}/${name}.tsx`,
          component(name),
        ]),
      ),
      "src/hooks/organisms/Basket/Basket.tsx": component("Basket"),
      "src/hooks/organs/Stall/Stall.tsx": component("Stall"),
      "src/main.tsx": 'import "./hooks/organisms/Basket/Basket";\nimport "./hooks/organs/Stall/Stall";\n',
    };
    const placed = (all: readonly string[]): string[] => all.filter((each) => each.startsWith("wrong-folder"));
    expect(placed(await said(files)).map((each) => each.split(" ")[1])).toEqual(["src/hooks/organs/Stall/Stall.tsx"]);
  });

  test("of files on no shelf of the app's own, those that are not a thing in a folder of its own", async () => {
    const component = (name: string): string => `export const ${name} = () => <p>{"x"}</p>;\n`;
    const names = ["Leaf", "Bough", "Crate", "Row", "Tree", "Press", "Shed", "Gate", "Path", "Hedge"];
    const files = {
      "steady-shelf.yaml":
        "version: 1\nstack: react-web\nsource: src\narrangement: own\nshelves:\n  - { at: components, holds: component }\n  - { at: tools, holds: [component, helper] }\n",
      ...Object.fromEntries(
        ["to", "by", "near"].flatMap((word) =>
          names.map((name) => [`src/tools/${word}${name}.ts`, `export const ${word}${name} = (n: number) => n;\n`]),
        ),
      ),
      "src/tooltip/Tooltip.tsx": component("Tooltip"),
      "src/stuff/Stall.tsx": component("Stall"),
      "src/parsing/validate.ts": "export const validate = (text: string) => text.trim();\n",
      // No shelf takes constants: a file of them in a folder of its own was put there on purpose, several ask for a shelf.
      "src/counting/events.ts": 'export const EVENTS = { picked: "PICKED" };\n',
      ...Object.fromEntries(
        ["a", "b", "c"].map((name) => [`src/limits/${name}.ts`, `export const ${name.toUpperCase()}S = [1, 2];\n`]),
      ),
    };
    const outside = (all: readonly string[]): string[] => all.filter((each) => each.startsWith("outside-shelves"));
    expect(outside(await said(files)).map((each) => each.split(" ")[1])).toEqual([
      "src/limits/a.ts",
      "src/limits/b.ts",
      "src/limits/c.ts",
      "src/stuff/Stall.tsx",
    ]);
  });

  test("nothing of the parts of a module that say what they are", async () => {
    const component = (name: string): string => `export const ${name} = () => <p>{"x"}</p>;\n`;
    const files = {
      "steady-shelf.yaml": "version: 1\nstack: react-web\nsource: src\narrangement: layer-first\n",
      ...Object.fromEntries(
        ["Leaf", "Bough", "Crate", "Row", "Tree", "Stall"].map((name) => [
          `src/components/${name}.tsx`,
          component(name),
        ]),
      ),
      "src/components/LeafHelper.ts": "export const widen = (by: number) => by * 2;\n",
      "src/components/basket.helpers.ts": "export const shorten = (text: string) => text.slice(1);\n",
      "src/components/basket.constants.ts": "export const SIZE = 1;\n",
      "src/components/formatYield.ts": "export const formatYield = (text: string) => text.trim();\n",
      ...Object.fromEntries(
        ["a", "b", "c", "d", "e"].map((name) => [
          `src/helpers/${name}.ts`,
          `export const ${name} = (n: number) => n;\n`,
        ]),
      ),
      "src/main.tsx":
        'import "./components/LeafHelper";\nimport "./components/basket.helpers";\nimport "./components/basket.constants";\nimport "./components/formatYield";\n',
    };
    const placed = (all: readonly string[]): string[] => all.filter((each) => each.startsWith("wrong-folder"));
    expect(placed(await said(files)).map((each) => each.split(" ")[1])).toEqual(["src/components/formatYield.ts"]);
  });

  test("nothing of files that stand for those of a package", async () => {
    const files = {
      "src/components/Row.tsx": "export const Row = () => <p />;\n",
      "src/customizations/volto/components/theme/view.tsx": "export const Other = () => <p />;\n",
    };
    const naming = (all: readonly string[]): string[] => all.filter((each) => each.includes("customizations"));
    expect(naming(await said(files))).not.toEqual([]);
    expect(naming(await said({ ...files, "package.json": '{ "dependencies": { "@plone/volto": "17" } }' }))).toEqual(
      [],
    );
  });

  test("that packages of sheets are not known", async () => {
    const sheet = '@use "@kit/colours";\n@use "@kit/type";\n';
    const files = { "src/styles/a.scss": sheet, "src/styles/b.scss": sheet };
    // Where nothing is installed, nothing is known of packages.
    expect(await said(files)).toEqual([]);
    const bare = '@use "kit/colours";\n@use "styles/colours";\n';
    expect(await said({ "src/styles/a.scss": bare })).toEqual([
      "unresolved-path src/styles/a.scss styles/colours is unresolved: there is no such file",
    ]);
    const one = await said({
      "src/styles/a.scss": '@use "@kit/type";\n',
      "package.json": '{ "dependencies": { "react": "^19.0.0" } }',
      "node_modules/react/package.json": "{}",
    });
    expect(one).toEqual([
      "unresolved-path src/styles/a.scss 1 sheet uses @kit/type, a package that is neither declared nor installed",
    ]);
    const found = await said({
      ...files,
      "package.json": '{ "dependencies": { "react": "^19.0.0" } }',
      "node_modules/react/package.json": "{}",
    });
    expect(found).toEqual([
      "unresolved-path src/styles/a.scss 2 sheets use @kit/colours and @kit/type, 2 packages that are neither declared nor installed",
    ]);
  });

  test("that a picture is there three times", async () => {
    const found = await said({
      "src/assets/a.png": "same",
      "src/assets/b.png": "same",
      "src/assets/c.png": "same",
      "src/main.tsx": 'import "./assets/a.png";\nimport "./assets/b.png";\nimport "./assets/c.png";\n',
      // What tests are given may be there twice.
      "src/test-files/crate.png": "crate",
      "src/test-files/crate2.png": "crate",
      "src/crate.test.ts": 'import "./test-files/crate.png";\nimport "./test-files/crate2.png";\n',
    });
    expect(found).toEqual(["duplicate-asset src/assets/b.png it is identical to src/assets/a.png and to 1 other"]);
  });

  test("that themes have pictures of their own which are the same, and some that nothing uses", async () => {
    const themes = ["light", "dark", "dusk", "dawn"];
    const files = Object.fromEntries(
      themes.flatMap((theme) => [
        ...["leaf", "crate", "bough"].map((name) => [`src/themes/${theme}/img/${name}.png`, name] as const),
        [`src/themes/${theme}/img/old.png`, theme] as const,
        [
          `src/themes/${theme}/look.css`,
          ["leaf", "crate", "bough"].map((n) => `a { b: url(img/${n}.png) }`).join("\n"),
        ],
      ]),
    );
    const found = await said(files);
    expect(found.filter((text) => /asset/.test(text)).sort()).toEqual([
      "duplicate-asset src/themes/dawn/img/bough.png 3 assets are the same in several folders of src/themes/",
      "unused-asset src/themes/dark/img/old.png old.png is used in none of the 4 folders that have it",
    ]);
  });

  test("that fonts and pictures which settings ship as a whole folder are used nowhere", async () => {
    const found = await said({
      "react-native.config.js": 'module.exports = { assets: ["./src/assets/fonts/"] };\n',
      ".storybook/main.js":
        'module.exports = { staticDirs: ["../src/assets/img"], more: [{ from: path.resolve(__dirname, "../src/assets/maps") }] };\n',
      "src/assets/fonts/Pippin.ttf": "1",
      "src/assets/img/leaf.png": "2",
      "src/assets/maps/rows.png": "3",
      "src/assets/lost.png": "4",
    });
    expect(found.filter((text) => text.startsWith("unused"))).toEqual([
      "unused-asset src/assets/lost.png nothing references it, and no text mentions it",
    ]);
  });

  test("that a name in another case is that of data, which a script hardly means", async () => {
    const found = await said({ "src/app.json": "{}", "src/tests/App.test.tsx": 'import App from "../App";\n' });
    expect(found.filter((text) => text.startsWith("path-case"))).toEqual([]);
    expect(found.filter((text) => text.startsWith("unresolved"))).toEqual([
      "unresolved-path src/tests/App.test.tsx ../App is unresolved: there is no such file",
    ]);
  });

  test("that a folder holds a copy of all pictures of another, at the same places", async () => {
    const pictures = ["leaf", "crate", "bough"];
    const below = (folder: string): [string, string][] => [
      ...pictures.map((name): [string, string] => [`${folder}trees/img/${name}.png`, name]),
      [`${folder}trees/Tree.js`, pictures.map((name) => `import "./img/${name}.png";`).join("\n")],
    ];
    const copied = await said(Object.fromEntries([...below("src/"), ...below("src/cjs/")]));
    expect(copied.filter((text) => text.startsWith("duplicate"))).toEqual([
      "duplicate-asset src/cjs/trees/img/bough.png 3 assets below src/cjs/ are the same as those at the same places below src/",
    ]);
    const two = Object.fromEntries([...below("src/"), ...below("src/cjs/")].filter(([path]) => !path.includes("leaf")));
    const found = await said(two);
    expect(found.filter((text) => text.startsWith("duplicate"))).toEqual([
      "duplicate-asset src/trees/img/bough.png it is identical to src/cjs/trees/img/bough.png",
      "duplicate-asset src/trees/img/crate.png it is identical to src/cjs/trees/img/crate.png",
    ]);
  });

  test("that a sheet has lost its fonts", async () => {
    const fonts = letters.map((letter) => `@font-face { src: url("fonts/${letter}.woff2"); }\n`).join("");
    expect(await said({ "src/styles/main.css": fonts })).toEqual([
      "unresolved-path src/styles/main.css 12 paths of this file into one folder are unresolved: fonts/A.woff2, …",
    ]);
  });

  test("that pictures are used nowhere", async () => {
    const pictures = Object.fromEntries(letters.map((letter) => [`src/assets/images/row-${letter}.png`, letter]));
    expect(await said(pictures)).toEqual([
      "unused-asset src/assets/images/row-A.png 12 files in images/ are used nowhere: row-A.png, row-B.png, row-C.png and 9 more",
    ]);
  });
});

test("what is at stake and sure comes first, and each says how sure it is", async () => {
  const store = new MemoryStore({
    "package.json": '{ "dependencies": { "react": "19" } }',
    ...components,
    "src/components/rowCard.tsx": `import "./gone";\n${drawn("RowCard")}`,
    "src/components/temp.tsx": drawn("Temp"),
  });
  const [checked] = check(await analyse(store, { standing: "" as ProjectPath }));
  const found = (checked?.fresh ?? []).map(({ rule, confidence }) => [rule, confidence] as const);
  expect(found[0]).toEqual(["unresolved-path", 1]);
  for (const [, confidence] of found) expect(confidence).toBeGreaterThan(0);
  for (const [, confidence] of found) expect(confidence).toBeLessThanOrEqual(1);
  const warnings = found.slice(1).map(([, confidence]) => confidence);
  expect(warnings.length).toBeGreaterThan(0);
});

test.each<[string, Files]>([
  [
    "two editions of a file",
    {
      "src/main.tsx": 'import "./components/Home";\n',
      "src/components/Home.free.tsx": drawn("HomeFree"),
      "src/components/Home.paid.tsx": drawn("HomePaid"),
    },
  ],
  [
    "what lies in a folder that git ignores",
    {
      ".gitignore": "node_modules\n",
      "src/.gitignore": "/made\n",
      "src/main.tsx": 'import "./made/client/routes";\n',
    },
  ],
  [
    "what a bundler wrote",
    {
      "src/vendor/app.js": `(function(){function r(e,n,t){return e}return r})()({1:[function(require,module,exports){require("./nothing")},{}]});\n${"var a = 1;\n".repeat(600)}`,
    },
  ],
])("no tick stands for a path that was not judged: %s", async (_, files) => {
  const store = new MemoryStore({ "package.json": '{ "dependencies": { "react": "19" } }', ...components, ...files });
  const analysis = await analyse(store, { standing: "" as ProjectPath });
  const [checked] = check(analysis);
  expect([checked?.fresh, checked?.undecided]).toEqual([[], 1]);
  const [app] = analysis.apps;
  if (!app) throw new TypeError("there is an app");
  const survey = surveyOf(analysis, app, []);
  expect([survey.unresolved, survey.undecided]).toEqual([[], 1]);
});

test("a path is missing where git ignores only what has its ending, or ignores the folder no more", async () => {
  const files = {
    ".gitignore": "*.gen.ts\nmade/\n",
    "src/.gitignore": "!made/\n",
    "src/main.tsx": 'import "./routes.gen";\nimport "./made/client";\n',
    "src/screens/a.ts": helper,
  };
  expect((await said(files)).filter((each) => each.startsWith("unresolved"))).toHaveLength(2);
});

test("survey counts each path and each picture, though check says them once", async () => {
  const pictures = Object.fromEntries(letters.map((letter) => [`src/assets/images/row-${letter}.png`, letter]));
  const outside = ["a", "b", "c"].map((name) => `import "@/plugin-${name}";`).join("\n");
  const store = new MemoryStore({
    "package.json": '{ "dependencies": { "react": "19" } }',
    ...components,
    ...pictures,
    "src/plugins.ts": outside,
  });
  const analysis = await analyse(store, { standing: "" as ProjectPath });
  const [app] = analysis.apps;
  if (!app) throw new TypeError("there is an app");
  const survey = surveyOf(analysis, app, runRules(app, analysis.graph, { only: ["unused-asset"], force: true }));
  expect(survey.unresolved).toHaveLength(3);
  expect(survey.unreferenced.filter((path) => path.endsWith(".png"))).toHaveLength(12);
  expect(survey.next[0]).toEqual({ code: "mend references", references: 3 });
});

test("a picture in a string is not what a bundler wrote", async () => {
  const long = `export const icon = () => "${"M7.5 8.2".repeat(2000)}";\n`;
  const store = new MemoryStore({
    "package.json": '{ "dependencies": { "react": "19" } }',
    ...components,
    "src/icons/crate.ts": long,
  });
  const [app] = (await analyse(store, { standing: "" as ProjectPath })).apps;
  expect(app?.catalogue.entries.get("src/icons/crate.ts" as ProjectPath)?.role.is).not.toBe("generated");
});
