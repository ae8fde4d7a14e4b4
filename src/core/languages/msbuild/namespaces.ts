/**
 * The namespaces that a project names: what each of its files takes in (`<Using Include="Orchard.Models"/>`), and the type with which the
 * program begins. Source: Microsoft, "MSBuild reference for .NET SDK projects" (Using), "Common MSBuild project properties" (StartupObject).
 */
import type { TextEdit } from "../../base/text/index.js";
import type {
  NamespaceForms,
  NamespaceNames,
  NameScope,
  NewNamespaces,
  TakenIn,
  UsedName,
} from "../namespace-names.js";
import { partsOfName } from "../namespace-names.js";
import { applyOrder } from "../placed-edits.js";

const file: NameScope = { kind: "file", above: -1, name: "", start: 0, end: 0, members: new Set(), parents: [] };

/** Source: Microsoft, "Implicit using directives". Apps with windows lack two of them. */
const implied = [
  "System",
  "System.Collections.Generic",
  "System.IO",
  "System.Linq",
  "System.Net.Http",
  "System.Threading",
  "System.Threading.Tasks",
];

function read(text: string): NamespaceNames {
  const markup = text.replace(/<!--[^]*?(?:-->|$)/g, (part) => part.replace(/[^\r\n]/g, " "));
  const names: UsedName[] = [];
  const takes: TakenIn[] = [];
  for (const match of markup.matchAll(/<StartupObject>\s*([\w.]+)\s*</g)) {
    const [whole, written = ""] = match;
    names.push({
      parts: partsOfName(written, match.index + whole.indexOf(written, 15)),
      scope: 0,
      form: "type",
      from: "outermost",
    });
  }
  for (const match of markup.matchAll(/<Using\s[^>]*?\bInclude\s*=\s*(["'])([\w.]+)\1[^>]*?(?:\/>|>[^<]*<\/Using>)/g)) {
    const [whole, , written = ""] = match;
    const [, alias = ""] = /\bAlias\s*=\s*["'](\w+)["']/.exec(whole) ?? [];
    const isStatic = /\bStatic\s*=\s*["']true["']/i.test(whole);
    takes.push({
      kind: alias !== "" ? "alias" : isStatic ? "static" : "namespace",
      alias,
      isGlobal: true,
      scope: 0,
      target: names.length,
      start: match.index,
      end: match.index + whole.length,
      isConditional: false,
    });
    names.push({
      parts: partsOfName(written, match.index + whole.indexOf(written)),
      scope: 0,
      form: "type",
      from: "outermost",
    });
  }
  const others = [...markup.matchAll(/<(?:Package)?Reference\s[^>]*?\bInclude\s*=\s*(["'])([\w.-]+)/g)].map((match) => {
    const [whole, , name = ""] = match;
    const end = match.index + whole.length;
    return { name, start: end - name.length, end };
  });
  const implies = /<ImplicitUsings>\s*(?:enable|true)\s*</i.test(markup) ? implied : [];
  return { scopes: [file], types: [], takes, names, members: new Set(), texts: [], others, implies };
}

function write(text: string, names: NamespaceNames, wanted: NewNamespaces): readonly TextEdit[] | undefined {
  if (wanted.scopes.size + wanted.gains.length > 0) return undefined;
  const edits: TextEdit[] = [];
  for (const [index, { words, text: name }] of wanted.names) {
    const parts = names.names[index]?.parts ?? [];
    edits.push({ start: parts[0]?.start ?? 0, end: parts[words - 1]?.end ?? 0, text: name });
  }
  for (const index of wanted.drops) {
    const { start = 0, end = 0 } = names.takes[index] ?? {};
    const from = text.lastIndexOf("\n", start - 1) + 1;
    const [behind = ""] = /^[ \t]*(?:\r?\n|$)/.exec(text.slice(end)) ?? [];
    const isAlone = text.slice(from, start).trim() === "" && behind !== "";
    edits.push({ start: isAlone ? from : start, end: isAlone ? end + behind.length : end, text: "" });
  }
  return applyOrder(edits);
}

/** Projects name namespaces, and lie in none. */
export const projectNamespaces: NamespaceForms = { followsFolders: false, takesIn: false, read, write };
