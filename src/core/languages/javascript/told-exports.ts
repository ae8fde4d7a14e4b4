/** Exports by the words of their lines, for the part of a text that need not be parsed: it names no other file. */
import type { Export } from "../reading.js";
import type { Kinds } from "./export-kinds.js";

/** A declaration that is exported where it stands, a list, or something by default. */
const exporting =
  /^export\s+(?:(default)\s+)?(?:declare\s+|abstract\s+|async\s+)*(?:(?:function\*?|class|const|let|var|interface|type|enum|namespace|component|hook)\s+(?!extends\b|implements\b)([\p{L}_$][\p{L}\p{N}_$]*)|(?:type\s+)?\{([^}]*)\}|[^\n]*)/gmu;

/** What the lines from an offset on export. */
export function toldExports(kinds: Kinds, from: number): Export[] {
  const { text } = kinds;
  const found: Export[] = [];
  exporting.lastIndex = from;
  for (let match = exporting.exec(text); match; match = exporting.exec(text)) {
    const { 0: whole, 1: byDefault, 2: name, 3: list, index: start } = match;
    const place = { start, end: start + whole.length, isTold: true } as const;
    const declaration = start + (/^export\s+(?:default\s+)?/.exec(whole)?.[0].length ?? 0);
    if (list !== undefined) found.push(...namesIn(list).map((each) => ({ ...listed(each, kinds), ...place })));
    else if (byDefault !== undefined && name === undefined)
      found.push({ name: "default", isType: false, ...kinds.default(declaration), ...place });
    else if (name !== undefined) {
      const kind = kinds.declared(name, declaration);
      // The match ends with the name.
      const at = { ...place, start: start + whole.length - name.length };
      found.push({
        name: byDefault === undefined ? name : "default",
        local: name,
        kind,
        isType: kind === "type",
        ...at,
      });
    }
  }
  return found;
}

interface Listed {
  readonly local: string;
  readonly as: string;
  readonly isType: boolean;
}

/** `Tree, treeOf as default, type Branch` */
function namesIn(list: string): Listed[] {
  return list
    .replace(/\/\/.*|\/\*[^]*?\*\//g, "")
    .split(",")
    .flatMap((part) => {
      const match = /^\s*(type\s+)?([\p{L}_$][\p{L}\p{N}_$]*)(?:\s+as\s+([\p{L}_$][\p{L}\p{N}_$]*))?/u.exec(part);
      const [, isType, local, as = local] = match ?? [];
      return local === undefined || as === undefined ? [] : [{ local, as, isType: isType !== undefined }];
    });
}

function listed({ local, as: name, isType }: Listed, kinds: Kinds): Pick<Export, "name" | "local" | "kind" | "isType"> {
  return { name, local, kind: isType ? "type" : kinds.local(local), isType };
}
