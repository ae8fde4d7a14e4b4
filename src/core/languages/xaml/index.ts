/** XAML: the markup of WPF. Sources: Microsoft, "XAML overview", "XAML namespaces and namespace mapping". */
import type { CompanionRules, Language } from "../language.js";
import { countLines } from "../plain-outline.js";
import type { ComputedReference, Extraction, Outline, Reference, Sign, SymbolName } from "../reading.js";
import { addressIn, fileNamesIn, mayBeAddress } from "../resource-addresses.js";
import { bare } from "./bare.js";
import { newView, viewForm } from "./view-form.js";
import { findsByName, readNamespaces, resourceKeys, typePlaces, writeNamespaces } from "./namespaces.js";

const companions: CompanionRules = {
  infixes: [],
  extensions: [],
  folders: [],
  after: [],
  endings: [],
};

/** Attributes that hold the address of a file, and nothing else: from the file in which they stand. */
const sure = new Set(["Source", "UriSource", "ImageSource", "Icon"]);

function extract(text: string): Extraction {
  const conflict = text.search(/^<{7} /m);
  if (conflict >= 0 || text.includes("\0")) {
    const problem = {
      offset: Math.max(0, conflict),
      message: conflict < 0 ? "the file is not text" : "it holds a merge conflict",
    };
    return { references: [], computed: [], reading: "not read", problem };
  }
  const markup = bare(text);
  const references: Reference[] = [];
  const computed: ComputedReference[] = [];
  const take = (value: string, at: number, name: string, quote: string): void => {
    const address = mayBeAddress(value) ? addressIn(value) : undefined;
    if (!address || /[&*]/.test(address.path)) {
      for (const each of fileNamesIn(value)) computed.push({ start: at + each.start, end: at + each.end, head: "" });
      return;
    }
    const { start, end, path, assembly, from } = address;
    const isSure = sure.has(name) && assembly === "";
    const isStart = name === "StartupUri";
    // Of a text in a property of somebody's own nobody can say from where it counts.
    if (from === "here" && !isSure && !isStart) {
      computed.push({ start: at + start, end: at + end, head: `./${path}` });
      return;
    }
    references.push({
      kind: "asset",
      lookup:
        from === "here" && !isStart
          ? "resource beside"
          : isSure || isStart
            ? "resource in project"
            : "resource in project, if any",
      ...(assembly !== "" && { inside: assembly }),
      start: at + start,
      end: at + end,
      specifier: path,
      quote,
    });
  };
  for (const match of markup.matchAll(/([\w.:]+)\s*=\s*(?:"([^"<]*)"|'([^'<]*)')/g)) {
    const [whole, name = "", double, single] = match;
    const [quote, value = ""] = double === undefined ? ["'", single] : ['"', double];
    const at = match.index + whole.length - 1 - value.length;
    if (/^xmlns(?::|$)/.test(name)) continue;
    // What an extension takes: `{svg:Image Source=/Images/leaf.svg}`.
    if (value.startsWith("{"))
      for (const word of value.matchAll(/(?:^\{[\w:]+\s+|[=,\s])('?)([^\s,{}='"]+)\1(?=[\s,}])/g))
        take(
          word[2] ?? "",
          at + word.index + word[0].length - (word[2] ?? "").length - (word[1] ?? "").length,
          "",
          " ",
        );
    else take(value.trim(), at + value.indexOf(value.trim()), propertyOf(name, markup, match.index), quote);
  }
  for (const match of markup.matchAll(/>([^<>]*[^\s<>][^<>]*)</g)) {
    const value = (match[1] ?? "").trim();
    take(value, match.index + 1 + (match[1] ?? "").indexOf(value), "", "<");
  }
  references.sort((a, b) => a.start - b.start);
  computed.sort((a, b) => a.start - b.start);
  const className = /\bx:Class\s*=\s*(["'])([\w.]+)\1/.exec(markup);
  const uses = typesIn(markup);
  const own = className?.[2]?.split(".").at(-1);
  const ownAt = className ? className.index + className[0].length - 1 - (own ?? "").length : 0;
  const usesNames = own === undefined ? uses : [{ name: own, start: ownAt, end: ownAt + own.length }, ...uses];
  return { references, computed, reading: "whole", usesNames };
}

/** The property that an attribute sets: its own name, or what a setter says: `<Setter Property="Image.Source" Value="…"/>`. */
function propertyOf(name: string, markup: string, at: number): string {
  if (name !== "Value") return name.split(/[.:]/).at(-1) ?? name;
  const tag = markup.slice(markup.lastIndexOf("<", at), markup.indexOf(">", at) + 1);
  const [, property = ""] = /\bProperty\s*=\s*["']([\w.:]+)["']/.exec(tag) ?? [];
  return property.split(/[.:]/).at(-1) ?? "";
}

/** Types of the app: `<vm:TreesViewModel/>`, `{x:Type m:Tree}`, `DataType="m:Tree"`, by prefixes that stand for namespaces in code. */
function typesIn(markup: string): SymbolName[] {
  const prefixes = [...markup.matchAll(/\bxmlns:(\w+)\s*=\s*["'](?:clr-namespace|using):/g)].map(
    ([, name = ""]) => name,
  );
  if (prefixes.length === 0) return [];
  const found = new Map<string, SymbolName>();
  for (const match of markup.matchAll(new RegExp(`(?<![\\w:])(?:${prefixes.join("|")}):([A-Za-z_]\\w*)`, "g"))) {
    const [whole, name = ""] = match;
    const start = match.index + whole.length - name.length;
    if (!found.has(name)) found.set(name, { name, start, end: start + name.length });
  }
  return [...found.values()];
}

const roots: Readonly<Record<string, Sign>> = {
  Window: "view",
  NavigationWindow: "view",
  UserControl: "view",
  Page: "view",
  ResourceDictionary: "styles",
  Application: "mounts",
};

function outline(text: string): Outline {
  const [, root = ""] = /<(?:\w+:)?([A-Za-z]\w*)/.exec(bare(text.slice(0, 4000)).replace(/<\?[^]*?\?>/g, "")) ?? [];
  const sign = roots[root] ?? (/\bx:Class\b/.test(text.slice(0, 4000)) ? "view" : undefined);
  return { onlyPassesOn: false, signs: sign ? [sign] : [], actions: [], assets: [], lines: countLines(text) };
}

/** An address ends where its value does, or before the name of a font. */
function readAt(
  text: string,
  start: number,
  { quote, specifier }: Reference,
): { end: number; specifier: string } | undefined {
  const [value = ""] =
    (quote === " " ? /^[^\s,{}'"]*/ : quote === "<" ? /^[^<]*/ : quote === "'" ? /^[^'<]*/ : /^[^"<]*/).exec(
      text.slice(start, start + 400),
    ) ?? [];
  const mark = /[#?]/.test(specifier) ? -1 : value.search(/[#?]/);
  const path = (mark < 0 ? value : value.slice(0, mark)).trimEnd();
  return path === "" ? undefined : { end: start + path.length, specifier: path };
}

function write(specifier: string, { quote }: Reference): string | undefined {
  return /[<>&{}\r\n]/.test(specifier) ||
    specifier.includes(quote === "<" ? "<" : quote) ||
    (quote === " " && /[\s,'"]/.test(specifier))
    ? undefined
    : specifier;
}

export const xaml: Language = {
  name: "xaml",
  trade: "page",
  extensions: [".xaml"],
  companions,
  namesTypesOf: "csharp",
  // Its addresses go by the lookups of the code behind it.
  headLookup: "resource beside",
  namesInAnyCase: true,
  namespaces: {
    followsFolders: true,
    takesIn: false,
    read: readNamespaces,
    write: writeNamespaces,
    identifiers: typePlaces,
    looksForNames: findsByName,
    keys: resourceKeys,
  },
  viewForm,
  newView,
  prepare: () => Promise.resolve(),
  extract,
  outline,
  readAt,
  write,
};
