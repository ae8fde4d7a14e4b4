/** `module.exports = { … }` and `module.exports = Tree`, found by their words: evidence for the catalogue, never more. */
import type { Export } from "../reading.js";
import { Kinds } from "./export-kinds.js";

const assigned = /^module\.exports\s*=\s*(?:\{([^}]*)\}|([\p{L}_$][\p{L}\p{N}_$]*))/gmu;

/** What a script of the older kind gives. */
export function assignedExports(text: string, name: string): Export[] {
  if (!text.includes("module.exports")) return [];
  const kinds = new Kinds(text, name);
  return [...text.matchAll(assigned)].flatMap((match): Export[] => {
    const [whole, list, only] = match;
    const place = { start: match.index, end: match.index + whole.length, isType: false, isAssigned: true } as const;
    if (list === undefined)
      return only === undefined || /^(?:function|class|async)$/.test(only)
        ? [{ name: "default", kind: "value", ...place }]
        : [{ name: "default", local: only, kind: kinds.local(only), ...place }];
    const parts = list
      .replace(/\/\/.*|\/\*[^]*?\*\//g, "")
      .replace(/:[^,]*/g, "")
      .split(",");
    return parts.flatMap((part) => {
      const [, local] = /^\s*([\p{L}_$][\p{L}\p{N}_$]*)/u.exec(part) ?? [];
      return local === undefined ? [] : [{ name: local, local, kind: kinds.local(local), ...place }];
    });
  });
}
