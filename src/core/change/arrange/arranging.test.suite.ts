/** What the tests of arranging share: small apps, random ones, and how an arrangement is planned and carried out in memory. */
import fc from "fast-check";
import { caller } from "../../apply/changes.test.suite.js";
import { applyPlan } from "../../apply/index.js";
import { folderOf, relativePath, type ProjectPath } from "../../base/paths.js";
import { analyse } from "../../insight/analysis.js";
import { appUnder } from "../../app/index.js";
import { MemoryStore } from "../../files/index.js";
import { planArranging, type ArrangedPlan, type ArrangingRequest } from "./index.js";

export type Files = Readonly<Record<string, string>>;

export const at = (path: string): ProjectPath => path as ProjectPath;

/** A configuration for an arrangement. */
export const configured = (arrangement: string, more = ""): string =>
  `version: 1\nstack: react-web\nlanguage: typescript\nsource: src\narrangement: ${arrangement}\n${more}`;

/** An app in memory. */
export const appOf = (files: Files, configuration = configured("layer-first")): MemoryStore =>
  new MemoryStore({ "package.json": '{ "name": "app" }', "steady-shelf.yaml": configuration, ...files });

/** What `arrange` may be told besides. */
export type More = Partial<Omit<ArrangingRequest, "analysis" | "analysed" | "target">> & { readonly as?: string };

/** Plans an arrangement; `as` as it would be typed. */
export async function arranged(
  store: MemoryStore,
  { as, ...more }: More = {},
): Promise<ArrangedPlan & { readonly request: ArrangingRequest }> {
  const analysis = await analyse(store, { standing: at(""), keepTexts: true });
  const [analysed] = analysis.apps;
  if (!analysed) throw new RangeError("an app is found");
  const target = as === undefined ? analysed.app : appUnder(analysed.app, as);
  const request: ArrangingRequest = { analysis, analysed, target, ...more };
  return { ...(await planArranging(request)), request };
}

/** Plans and carries out; gives what was planned. */
export async function carriedOut(store: MemoryStore, more: More = {}): Promise<ArrangedPlan> {
  const { request, ...result } = await arranged(store, more);
  const { plan } = result;
  if (plan.moves.length + plan.texts.length + plan.made.length > 0)
    applyPlan({ store, tree: request.analysis.project.tree, plan, command: "arrange", acceptDifferent: false, caller });
  return result;
}

/** `from > to`, in order of path. */
export const movesOf = ({ plan }: Pick<ArrangedPlan, "plan">): string[] =>
  plan.moves.map(({ from, to }) => `${from} > ${to}`);

/** The files of a store and their texts, our own folder left out. */
export function textsOf(store: MemoryStore): Record<string, string> {
  const paths = Object.entries(store.snapshot())
    .filter(([path, what]) => !path.startsWith(".steady-shelf") && !what.startsWith("folder"))
    .map(([path]) => path);
  return Object.fromEntries(paths.sort().map((path) => [path, store.read(at(path)).toString()]));
}

/** How a name leads from one file to another: by dots, or by the alias `@/`. */
export function importOf(from: string, to: string, name: string, isAliased: boolean): string {
  const bare = to.replace(/\.tsx?$/, "").replace(/\/index$/, "");
  const way = relativePath(folderOf(at(from)), at(bare));
  const spelled = way.startsWith("../") ? way : `./${way}`;
  return `import { ${name} } from "${isAliased ? bare.replace(/^src\//, "@/") : spelled}";\n`;
}

const features = ["harvest", "rota", "swaps", "trees"];
const kinds: Readonly<Record<string, (name: string, Name: string) => string>> = {
  screen: (_, Name) => `src/screens/${Name}Screen.tsx`,
  component: (_, Name) => `src/components/${Name}Card.tsx`,
  own: (_, Name) => `src/components/${Name}Table/${Name}Table.tsx`,
  deep: (_, Name) => `src/components/forms/${Name}Form.tsx`,
  hook: (_, Name) => `src/hooks/use${Name}.ts`,
  service: (name) => `src/services/${name}Service.ts`,
  action: (name) => `src/context/actions/${name}Actions.ts`,
  reducer: (name) => `src/context/reducers/${name}Reducer.ts`,
};
const everybodys = ["src/components/Button/Button.tsx", "src/hooks/useToggle.ts", "src/helpers/dates.ts"];

const layers = [
  "screens",
  "components/forms",
  "Table",
  "components",
  "hooks",
  "reducers",
  "actions",
  "services",
  "helpers",
];

const rankOf = (path: string): number => layers.findIndex((layer) => path.includes(layer));

const stemOf = (path: string): string => path.slice(path.lastIndexOf("/") + 1).replace(/\.tsx?$/, "");

/** A layer-first app: some features with some kinds of files, companions, what is everybody's, and references among them. */
export const randomApp: fc.Arbitrary<Files> = fc
  .tuple(
    fc.subarray(features, { minLength: 2 }),
    fc.array(fc.subarray(Object.keys(kinds).slice(1), { minLength: 2 }), { minLength: 4, maxLength: 4 }),
    fc.infiniteStream(fc.nat(1000)),
  )
  .map(([names, picked, numbers]) => {
    const next = (below: number): number => (numbers.next().value as number) % below;
    const own = names.flatMap((name, index) => {
      const Name = name.charAt(0).toUpperCase() + name.slice(1);
      return ["screen", ...(picked[index] ?? [])].map((kind) => kinds[kind]?.(name, Name) ?? "");
    });
    const paths = [...own, ...everybodys];
    const files: Record<string, string> = {
      "tsconfig.json": '{ "compilerOptions": { "paths": { "@/*": ["./src/*"] } } }',
    };
    for (const path of paths) {
      const feature = names.find((name) => path.toLowerCase().includes(name));
      // As in any app, what draws uses what does, and not the other way round.
      const isBelow = (each: string): boolean => rankOf(each) > rankOf(path);
      const mine = own.filter((each) => isBelow(each) && feature !== undefined && each.toLowerCase().includes(feature));
      const others = (next(4) === 0 ? own : everybodys).filter(isBelow);
      const targets = [mine[next(Math.max(1, mine.length))], others[next(Math.max(1, others.length))]];
      const imports = [...new Set(targets)]
        .filter((target) => target !== undefined)
        .map((target) => importOf(path, target, stemOf(target), next(2) === 0));
      const draws = path.endsWith("x") ? "return <p/>;" : "return 1;";
      files[path] = `${imports.join("")}export function ${stemOf(path)}() { ${draws} }\n`;
      if (next(3) === 0)
        files[path.replace(/\.tsx?$/, (end) => `.test${end}`)] =
          `import { ${stemOf(path)} } from "./${stemOf(path)}";\nvi.mock("./${stemOf(path)}");\ntest("it", () => ${stemOf(path)}());\n`;
      if (path.includes("components") && next(3) === 0)
        files[path.replace(/\.tsx$/, ".module.css")] = ".a { color: red; }\n";
      if (path.includes("Table/") || path.includes("Button/"))
        files[path.replace(/[^/]+$/, "index.ts")] = `export { ${stemOf(path)} } from "./${stemOf(path)}";\n`;
    }
    files["src/App.tsx"] = own
      .filter((path) => path.includes("screens/"))
      .map((path) => importOf("src/App.tsx", path, stemOf(path), false))
      .join("");
    return files;
  });
