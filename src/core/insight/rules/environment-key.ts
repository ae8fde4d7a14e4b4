import type { ProjectPath } from "../../base/paths.js";
import { languageFor } from "../../languages/index.js";
import { environmentOf } from "../environment.js";
import type { Rule } from "./rule.js";

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
    const placeOf = (key: string): { file: ProjectPath; start?: number } | undefined => {
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
      if (place)
        yield {
          ...place,
          about: "environment",
          confidence: 0.6,
          what: { code: "no sample", keys: missing },
          repair: { kind: "sample keys", keys: missing, isSure: false },
        };
      return;
    }
    for (const key of missing) {
      const place = placeOf(key);
      if (place)
        yield {
          ...place,
          about: key,
          confidence: 0.9,
          what: { code: "key not listed", key, sample: sample.path },
          repair: { kind: "sample keys", keys: [key], isSure: true },
        };
    }
  },
};
