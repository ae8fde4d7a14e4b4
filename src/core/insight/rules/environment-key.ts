import { addTo } from "../../base/grouping.js";
import { inFolder, type ProjectPath } from "../../base/paths.js";
import { environmentFile } from "../../app/index.js";
import { isScript, languageFor } from "../../languages/index.js";
import { environmentOf } from "../environment.js";
import type { Rule, RuleContext } from "./rule.js";

/**
 * Tools that read `.env` files, by themselves or for the code that takes them in. Source: the documentation of each. The keys of an app
 * with none of them come from what starts or builds it, which nobody lists in such a file.
 */
const readers = [
  "vite",
  "react-scripts",
  "@craco/craco",
  "@vue/cli-service",
  "next",
  "nuxt",
  "gatsby",
  "astro",
  "@remix-run/dev",
  "@react-router/dev",
  "@sveltejs/kit",
  "razzle",
  "parcel",
  "@rsbuild/core",
  "@angular/cli",
  "@nx/react",
  "@nx/webpack",
  "quasar",
  "@quasar/app-vite",
  "@quasar/app-webpack",
  "expo",
  "dotenv",
  "dotenv-cli",
  "dotenv-flow",
  "dotenv-webpack",
  "dotenv-expand",
  "env-cmd",
  "umi",
  "@umijs/max",
  "@modern-js/app-tools",
  "electron-vite",
  "react-native-config",
  "react-native-dotenv",
  "@t3-oss/env-core",
  "@t3-oss/env-nextjs",
];

/** Whether an app may take its keys from a file: one is there, or a tool that reads them, or it is no app of scripts. */
function mayHaveFile({ tree, app, graph }: RuleContext, from: ProjectPath): boolean {
  if (!isScript(from) || graph.resolver.ground.dependsOnAny(from, readers)) return true;
  // Git ignores the usual one.
  return (
    tree.existsBeyond(inFolder(app.folder, ".env")) || tree.paths.some((path) => environmentFile(path) === "values")
  );
}

/** So many keys of one file that a sample does not list are one matter. */
const manyKeys = 4;

/** Where a key is read; an offset where it is found there. */
type Place = { readonly file: ProjectPath; readonly start?: number };

export const environmentKey: Rule = {
  name: "environment-key",
  asks: "Every key that the app reads from its environment is given somewhere, or listed in the sample.",
  why: "Whoever sets the app up does not know of it: it is `undefined`, and the app fails later and elsewhere.",
  wrong: "fetch(process.env.API_URL)    .env.example: (nothing)",
  right: "fetch(process.env.API_URL)    .env.example: API_URL=",
  *find(context) {
    const { read, samples, missing } = environmentOf(context);
    const [sample] = samples;
    const [first] = missing;
    if (first === undefined) return;
    const placeOf = (key: string): Place | undefined => {
      const file = read.get(key)?.[0];
      const text = file === undefined ? undefined : context.tree.text(file)?.text;
      if (file === undefined) return undefined;
      const at = languageFor(file)
        ?.environmentKeys?.(text ?? "")
        .find(({ name }) => name === key)?.start;
      return { file, ...(at !== undefined && { start: at }) };
    };
    if (!sample) {
      const place = placeOf(first);
      if (place && mayHaveFile(context, place.file))
        yield {
          ...place,
          about: "environment",
          confidence: 0.6,
          what: { code: "no sample", keys: missing },
          repair: { kind: "sample keys", keys: missing, isSure: false },
        };
      return;
    }
    const byFile = new Map<ProjectPath, { key: string; place: Place }[]>();
    for (const key of missing) {
      const place = placeOf(key);
      if (place) addTo(byFile, place.file, { key, place });
    }
    const confidence = 0.9;
    for (const some of byFile.values()) {
      const keys = some.map(({ key }) => key);
      const [topmost] = some;
      if (topmost && some.length >= manyKeys)
        yield {
          ...topmost.place,
          about: keys.join(),
          confidence,
          what: { code: "keys not listed", keys, sample: sample.path },
          repair: { kind: "sample keys", keys, isSure: true },
        };
      else
        for (const { key, place } of some)
          yield {
            ...place,
            about: key,
            confidence,
            what: { code: "key not listed", key, sample: sample.path },
            repair: { kind: "sample keys", keys: [key], isSure: true },
          };
    }
  },
};
