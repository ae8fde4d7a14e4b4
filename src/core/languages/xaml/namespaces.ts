/**
 * The namespaces that markup names: that of its own class (`x:Class`), and those that prefixes stand for
 * (`xmlns:m="clr-namespace:Orchard.Models"`), by which types are named everywhere in it. Source: Microsoft, "XAML namespaces and namespace
 * mapping for WPF".
 */
import type { TextEdit } from "../../base/text/index.js";
import type {
  DeclaredType,
  NamePart,
  NamespaceNames,
  NameScope,
  NewNamespaces,
  TakenIn,
  UsedName,
} from "../namespace-names.js";
import { partsOfName } from "../namespace-names.js";
import { applyOrder } from "../placed-edits.js";
import { bare } from "./bare.js";

const mapping = /(\s)xmlns(?::([\w.-]+))?\s*=\s*(["'])((?:clr-namespace|using):)([\w.]*)[^"']*\3/g;

/** Reads a text. What is declared twice by one prefix, or without one, is a doubt. */
export function readNamespaces(text: string): NamespaceNames {
  const markup = bare(text);
  const conflict = text.search(/^<{7} /m);
  const names: UsedName[] = [];
  const takes: TakenIn[] = [];
  let doubt: NamespaceNames["doubt"] = conflict < 0 ? undefined : { start: conflict, why: "it holds a merge conflict" };
  for (const match of markup.matchAll(mapping)) {
    const [whole, space = "", alias, , scheme = "", namespace = ""] = match;
    const start = match.index;
    if (alias === undefined) doubt ??= { start, why: "elements without a prefix stand for types of a namespace" };
    if (alias === undefined || namespace === "") continue;
    if (takes.some((take) => take.alias === alias))
      doubt ??= { start, why: `the prefix ${alias} stands for two things` };
    const target = names.length;
    names.push({
      parts: partsOfName(namespace, start + whole.lastIndexOf(scheme) + scheme.length),
      scope: 0,
      form: "type",
      from: "outermost",
    });
    const behind = {
      isGlobal: false,
      isConditional: false,
      scope: 0,
      target,
      start: start + space.length,
      end: start + whole.length,
    };
    takes.push({ kind: "alias", alias, ...behind });
  }
  const scope = 0;
  if (takes.length > 0) {
    const prefixes = [...new Set(takes.map(({ alias }) => alias.replace(/[.-]/g, "\\$&")))].join("|");
    for (const match of markup.matchAll(new RegExp(`(?<![\\w:.-])(?:${prefixes}):[A-Za-z_]\\w*(?:\\.\\w+)*`, "g"))) {
      const [whole] = match;
      const colon = whole.indexOf(":");
      const first = { name: whole.slice(0, colon), start: match.index, end: match.index + colon };
      const parts = [first, ...partsOfName(whole.slice(colon + 1), match.index + colon + 1)];
      names.push({ parts, scope, form: "type", from: "alias" });
    }
  }
  const { scopes, types } = ownClass(markup, names);
  // A type may be named whole: `TypeName="Orchard.Models.Tree"`.
  const texts = [...markup.matchAll(/\s([\w.:]+)\s*=\s*(["'])([A-Za-z_]\w*(?:\.\w+)+[^"']*)\2/g)].flatMap(
    ([whole, name = "", , value = ""], at, all) => {
      if (name === "x:Class" || name.startsWith("xmlns")) return [];
      const start = (all[at]?.index ?? 0) + whole.length - 1 - value.length;
      return [{ name: value, start, end: start + value.length }];
    },
  );
  const wired = findsByName(markup);
  if (wired) doubt ??= { start: wired.start, why: `its view-model is found by namespace and name (${wired.why})` };
  return { scopes, types, takes, names, members: new Set(), texts, ...(doubt && { doubt }) };
}

/** The elements of WPF and of Windows apps, by the same address. */
const presentation = /\sxmlns\s*=\s*["']http:\/\/schemas\.microsoft\.com\/winfx\/2006\/xaml\/presentation["']/;

/** Where markup asks for what is called after it. Source: the guide of Prism, "Using the ViewModelLocator". */
export function findsByName(text: string): { readonly start: number; readonly why: string } | undefined {
  const start = bare(text).search(/\bAutoWireViewModel\s*=\s*["']True/i);
  return start < 0 ? undefined : { start, why: "AutoWireViewModel" };
}

/** `x:Key="TreeTemplate"`: the names by which resources are asked for. */
export function resourceKeys(text: string): NamePart[] {
  return [...bare(text).matchAll(/\bx:Key\s*=\s*(["'])([A-Za-z_]\w*)\1/g)].map((match) => {
    const [whole, , name = ""] = match;
    const start = match.index + whole.length - 1 - name.length;
    return { name, start, end: start + name.length };
  });
}

/** Where types, members and prefixes are named: paths of bindings name members. */
export function typePlaces(text: string): ReadonlySet<number> {
  const markup = bare(text);
  const found = new Set<number>();
  for (const { parts } of readNamespaces(text).names) for (const { start } of parts) found.add(start);
  const own = /\bx:Class\s*=\s*["'](?:[\w]+\.)*(?=\w)/.exec(markup);
  if (own) found.add(own.index + own[0].length);
  // `{Binding Tree.Age}`, `{Binding Path=Tree}`, `{TemplateBinding Tree}`, and what sets a property.
  const members =
    /\{(?:\w+:)?(?:\w*Binding|Bind)\b[^{}]*|\b(?:Path|Property|DisplayMemberPath)\s*=\s*["'][^"']*|\s[\w.:]+(?=\s*=\s*["'])/g;
  for (const match of markup.matchAll(members))
    for (const word of match[0].matchAll(/[A-Za-z_]\w*/g)) found.add(match.index + word.index);
  return found;
}

const file: NameScope = { kind: "file", above: -1, name: "", start: 0, end: 0, members: new Set(), parents: [] };

/** The class that the markup is a part of: its elements with names are members of it. */
function ownClass(
  markup: string,
  names: readonly UsedName[],
): { readonly scopes: NameScope[]; readonly types: DeclaredType[] } {
  const match = /\bx:Class\s*=\s*(["'])([\w.]+)\1/.exec(markup);
  if (!match) return { scopes: [file], types: [] };
  const [whole, , full = ""] = match;
  const start = match.index + whole.length - 1 - full.length;
  const dot = full.lastIndexOf(".");
  const name = full.slice(dot + 1);
  const at = start + dot + 1;
  const members = new Set(
    [...markup.matchAll(/\b(?:x:)?Name\s*=\s*(["'])(\w+)\1/g)].map(([, , called = ""]) => called),
  );
  const around: NameScope[] =
    dot < 0
      ? [file]
      : [file, { ...file, kind: "namespace", above: 0, name: full.slice(0, dot), start, end: start + dot }];
  const scope = around.length - 1;
  const element = /<(?=[A-Za-z_])([\w.:-]+)/.exec(markup);
  const root = names.findIndex(({ parts: [first] }) => first?.start === (element?.index ?? -2) + 1);
  const own: NameScope = {
    kind: "type",
    above: scope,
    name,
    start: at,
    end: at + name.length,
    members,
    parents: root < 0 ? [] : [root],
    // An element without a prefix of the app's own is a type of others.
    ...(root < 0 && {
      outsideParent: presentation.test(markup) ? (element?.[1] ?? "") : `${element?.[1] ?? ""} of others`,
    }),
  };
  const type: DeclaredType = {
    name,
    start: at,
    scope,
    arity: 0,
    descends: [],
    isPartial: true,
    isStored: false,
    lends: new Set(),
  };
  return { scopes: [...around, own], types: [type] };
}

/** What a text has to say: another class, other namespaces behind its prefixes, or prefixes more. */
export function writeNamespaces(
  text: string,
  names: NamespaceNames,
  wanted: NewNamespaces,
): readonly TextEdit[] | undefined {
  const edits: TextEdit[] = [];
  for (const [index, name] of wanted.scopes) {
    const scope = names.scopes[index];
    if (scope) edits.push({ start: scope.start, end: scope.end, text: name });
  }
  const taken = new Set([...text.matchAll(/xmlns:([\w.-]+)/g)].map(([, prefix = ""]) => prefix));
  for (const [index, take] of names.takes.entries()) {
    const uses = names.names.flatMap((used, at) =>
      used.from === "alias" && used.parts[0]?.name === take.alias ? [at] : [],
    );
    const leaving = uses.filter((at) => wanted.names.has(at));
    const homes = [...new Set(leaving.map((at) => wanted.names.get(at)?.namespace ?? ""))];
    const isLeft = leaving.length === uses.length && uses.length > 0;
    const isThere = (namespace: string): TakenIn | undefined =>
      names.takes.find(
        (each) =>
          each !== take && nameOf(names, each) === namespace && endOf(text, names, each) === endOf(text, names, take),
      );
    // A prefix that stands for nothing else any more goes on to stand for what its types went to.
    const next = isLeft ? homes.find((home) => isThere(home) === undefined) : undefined;
    if (next !== undefined) {
      const parts = names.names[take.target]?.parts ?? [];
      edits.push({ start: parts[0]?.start ?? 0, end: parts.at(-1)?.end ?? 0, text: next });
    } else if (isLeft || wanted.drops.has(index)) edits.push({ ...attributeOf(text, take), text: "" });
    for (const home of homes) {
      if (home === next) continue;
      let prefix = isThere(home)?.alias;
      if (prefix === undefined) {
        prefix = freePrefix(home, taken);
        taken.add(prefix);
        const { start, end } = attributeOf(text, take);
        const written = text.slice(start, end);
        const [parts, last] = [names.names[take.target]?.parts ?? [], names.names[take.target]?.parts.at(-1)];
        const named = text.slice(parts[0]?.start ?? 0, last?.end ?? 0);
        const more = written.replace(`xmlns:${take.alias}`, `xmlns:${prefix}`).replace(named, home);
        edits.push({ start: end, end, text: more });
      }
      for (const at of leaving) {
        const first = wanted.names.get(at)?.namespace === home ? names.names[at]?.parts[0] : undefined;
        if (first) edits.push({ start: first.start, end: first.end, text: prefix });
      }
    }
  }
  return wanted.gains.length > 0 ? undefined : applyOrder(edits);
}

function nameOf(names: NamespaceNames, { target }: TakenIn): string {
  return (names.names[target]?.parts ?? []).map(({ name }) => name).join(".");
}

/** What follows the namespace: `;assembly=Orchard`. */
function endOf(text: string, names: NamespaceNames, take: TakenIn): string {
  return text.slice(names.names[take.target]?.parts.at(-1)?.end ?? 0, take.end - 1);
}

/** An attribute with the white space before it. */
function attributeOf(text: string, { start, end }: TakenIn): { start: number; end: number } {
  let from = start;
  while (/\s/.test(text[from - 1] ?? "")) from -= 1;
  return { start: from, end };
}

/** `Orchard.Features.Trees` → `trees`. */
function freePrefix(namespace: string, taken: ReadonlySet<string>): string {
  const last = namespace.slice(namespace.lastIndexOf(".") + 1);
  const word = (/^[A-Za-z]\w*/.exec(last)?.[0] ?? "own").toLowerCase();
  for (let count = 1; ; count += 1) {
    const prefix = count === 1 ? word : `${word}${count}`;
    if (!taken.has(prefix)) return prefix;
  }
}
