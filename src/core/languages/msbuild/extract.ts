/**
 * What a project of .NET names: files that are built, one by one, by patterns, or because nothing else is said; files that are used to
 * build. Source: Microsoft, "Common MSBuild project items", "MSBuild items" (wildcards), "MSBuild reference for .NET SDK projects".
 */
import type { ComputedReference, Extraction, ListedUnder, Reference } from "../reading.js";
import { nameOfProject } from "../dotnet-projects.js";
import type { ProjectPath } from "../../base/paths.js";

/** Items that say what is built, or carried along. `None` says only what is shown. */
const built = new Set([
  "Compile",
  "Page",
  "ApplicationDefinition",
  "Resource",
  "EmbeddedResource",
  "Content",
  "SplashScreen",
]);

/** The step of what is not built, though something else takes it in. */
const leftOut = "Remove";

/** Elements whose text is a path, or the name of a file. */
const pathElements = new Set([
  "ApplicationIcon",
  "ApplicationManifest",
  "AssemblyOriginatorKeyFile",
  "CodeAnalysisRuleSet",
  "PackageIcon",
  "PackageLicenseFile",
  "PackageReadmeFile",
  "Win32Resource",
  "RunSettingsFilePath",
  "HintPath",
]);

/** Names of files that lie where the file of their item lies. */
const besideItem = new Set(["DependentUpon", "LastGenOutput"]);

/** Names of the folder of the file in which they stand. */
const ownFolder = /^\$\((?:MSBuildThisFileDirectory|MSBuildProjectDirectory|ProjectDir)\)[\\/]?/;

interface Piece {
  readonly start: number;
  readonly text: string;
}

/** Finds all that a project names. Comments are passed over; one with a merge conflict is not read. */
export function extractProject(text: string, name: string): Extraction {
  const conflict = text.search(/^<{7} /m);
  if (conflict >= 0) return notRead(conflict, "it holds a merge conflict");
  const bare = text.replace(/<!--[^]*?-->/g, (comment) => comment.replace(/[^\r\n]/g, " "));
  const excludes = bare.search(/<DefaultItemExcludes\b/);
  if (excludes >= 0) return notRead(excludes, "what it leaves out of its default items is not read here");
  if (/\.(?:props|targets)$/i.test(name)) {
    // Their items count from each project that takes them in.
    const item = bare.search(othersItems);
    if (item >= 0) return notRead(item, "what it says of the items of other projects is not read here");
  }
  return new Reading(bare, name).found();
}

const othersItems =
  /<EnableDefault\w*Items\b|<(?:Compile|Page|ApplicationDefinition|Resource|EmbeddedResource|Content)\s[^>]*\b(?:Include|Remove)\s*=\s*["'](?!\$\(MSBuildThisFileDirectory\))/;

function notRead(offset: number, message: string): Extraction {
  return { references: [], computed: [], reading: "not read", problem: { offset, message } };
}

/** Files that a table of resources takes in: `<value>..\Images\leaf.png;System.Drawing.Bitmap, …</value>`. */
export function extractResources(text: string): Extraction {
  const conflict = text.search(/^<{7} /m);
  if (conflict >= 0) return notRead(conflict, "it holds a merge conflict");
  const references: Reference[] = [];
  const value = /(type="System\.Resources\.ResXFileRef[^>]*>\s*<value>\s*)([^;<>\r\n]+);/g;
  for (const match of text.matchAll(value)) {
    const [, before = "", written = ""] = match;
    const start = match.index + before.length;
    const quote = written.includes("/") ? "/" : "\\";
    const place = { start, end: start + written.length, specifier: written.replaceAll("\\", "/"), quote };
    references.push({ kind: "setting", lookup: "msbuild file", ...place });
  }
  return { references, computed: [], reading: "whole" };
}

/** What tasks are given: files that they copy, run or read. */
const taskFiles =
  /^(?:SourceFiles|Sources|SourceFolder|Files|File|AssemblyFile|TaskFile|Inputs|ProjectFile|Projects|XmlInputPath|XslInputPath|WorkingDirectory)$/;

class Reading {
  readonly #references: Reference[] = [];
  readonly #computed: ComputedReference[] = [];
  readonly #target: string;

  constructor(
    readonly text: string,
    name: string,
  ) {
    this.#target = nameOfProject(name as ProjectPath);
  }

  found(): Extraction {
    this.#defaults();
    const item = /<(\w+)\b((?:\s+[\w:.]+\s*=\s*(?:"[^"]*"|'[^']*'))*)\s*(\/?)>/g;
    for (const match of this.text.matchAll(item)) {
      const [whole, element = "", attributes = "", close] = match;
      const start = match.index + 1 + element.length;
      this.#attributes(element, { start, text: attributes });
      const end = match.index + whole.length;
      if (close === "/") continue;
      if (pathElements.has(element)) for (const piece of this.#textAt(end)) this.#path(piece, {});
      if (built.has(element) || element === "None") this.#metadata(element, attributes, end);
    }
    this.#references.sort((a, b) => a.start - b.start);
    return { references: this.#references, computed: this.#computed, reading: "whole" };
  }

  /** What projects of the new form build unless they say otherwise. */
  #defaults(): void {
    const { text } = this;
    const sdk = /<Project\b[^>]*?\bSdk\s*=\s*(["'])([^"']+)\1/.exec(text);
    const off = (name: string): boolean => new RegExp(`<${name}>\\s*false\\s*</${name}>`, "i").test(text);
    if (!sdk || off("EnableDefaultItems")) return;
    const kinds = [
      ...(off("EnableDefaultCompileItems") ? [] : [".cs"]),
      ...(off("EnableDefaultPageItems") ? [] : [".xaml"]),
      ...(off("EnableDefaultEmbeddedResourceItems") ? [] : [".resx"]),
    ];
    const [whole, quote = '"', specifier = ""] = sdk;
    const end = sdk.index + whole.length - 1;
    if (kinds.length > 0)
      this.#references.push({
        kind: "pattern",
        lookup: "msbuild default",
        inside: kinds.join(" "),
        start: end - specifier.length,
        end,
        specifier,
        quote,
        listed: [{ target: this.#target, step: "Compile" }],
      });
  }

  #attributes(element: string, { start, text }: Piece): void {
    for (const match of text.matchAll(/([\w:.]+)\s*=\s*(?:"([^"]*)"|'([^']*)')/g)) {
      const [whole, key = "", double, single] = match;
      const value = double ?? single ?? "";
      const at = start + match.index + whole.length - 1 - value.length;
      if (key === "Project" && element === "Import") this.#path({ start: at, text: value }, {});
      else if (key === "Path" && /^(?:Project|File)$/.test(element)) this.#path({ start: at, text: value }, {});
      else if (
        /^(?:Include|Remove|Update|Exclude)$/.test(key) &&
        !/^(?:PackageReference|Reference|Using|ProjectCapability|FrameworkReference|InternalsVisibleTo|BootstrapperPackage|Service|COMReference|SDKReference|Analyzer|ProjectTypeGuids)$/.test(
          element,
        )
      )
        for (const piece of listedIn({ start: at, text: value })) this.#path(piece, this.#listing(element, key));
      else if (taskFiles.test(key))
        for (const piece of listedIn({ start: at, text: value })) this.#path(piece, { lookup: "msbuild file, if any" });
      else if (element === "Exec" && key === "Command")
        // What a word of a command means, only the command knows.
        for (const { 0: word, index } of value.matchAll(/[^\s"'&;|<>]+\.\w+/g))
          this.#computed.push({ start: at + index + word.search(/[^\\/]*$/), end: at + index + word.length, head: "" });
    }
  }

  /** What an item's place in the project says of the files that it names. */
  #listing(element: string, key: string): { readonly listed?: readonly ListedUnder[] } {
    if (!built.has(element)) return {};
    const isSource = /^(?:Compile|Page|ApplicationDefinition)$/.test(element);
    const target = isSource || element === "EmbeddedResource" ? this.#target : `${this.#target} (${element})`;
    if (key === "Include") return { listed: [{ target, step: element }] };
    // Under one condition something may be taken in, and left out under another: each is held for itself.
    return key === "Remove" || key === "Exclude"
      ? { listed: [{ target: `what ${target} leaves out`, step: leftOut }] }
      : {};
  }

  #metadata(element: string, attributes: string, from: number): void {
    const close = this.text.indexOf(`</${element}>`, from);
    if (close < 0) return;
    const [, , include = ""] = /\b(?:Include|Update)\s*=\s*(["'])([^"']*)\1/.exec(attributes) ?? [];
    const folder = include.replaceAll("\\", "/").replace(/[^/]*$/, "");
    if (/[*?;$@]/.test(include)) return;
    for (const match of this.text.slice(from, close).matchAll(/<(\w+)>\s*([^<>\r\n]*?)\s*<\/\1>/g)) {
      const [whole, key = "", value = ""] = match;
      if (!besideItem.has(key) || value === "") continue;
      const start = from + match.index + whole.indexOf(">") + 1;
      const at = start + this.text.slice(start).indexOf(value);
      this.#path({ start: at, text: value }, { inside: folder });
    }
  }

  *#textAt(start: number): Iterable<Piece> {
    const [, space = "", text = ""] = /^(\s*)([^<>]*?)\s*</.exec(this.text.slice(start, start + 2000)) ?? [];
    if (text !== "") yield { start: start + space.length, text };
  }

  /** A path, a pattern, or one of which only the end can be told. */
  #path({ start, text }: Piece, more: Pick<Reference, "listed" | "inside"> & { readonly lookup?: string }): void {
    const own = ownFolder.exec(text)?.[0] ?? "";
    const written = text.slice(own.length);
    const end = start + text.length;
    if (written === "" || /^@\(/.test(written) || /^(?:[a-z]+:|[\\/]{2})/i.test(written)) return;
    // What is escaped is told by the name at its end.
    if (/[$%@]\(|&|%[\da-f]{2}/i.test(written)) {
      this.#computed.push({ start: start + text.search(/[^\\/]*$/), end, head: "" });
      return;
    }
    const isPattern = /[*?]/.test(written);
    const plain = more.lookup ?? (more.inside === undefined ? "msbuild file" : "msbuild beside");
    this.#references.push({
      ...more,
      kind: isPattern ? "pattern" : "setting",
      lookup: isPattern ? "msbuild pattern" : plain,
      start: start + own.length,
      end,
      // Backslashes part folders; both are read.
      specifier: written.replaceAll("\\", "/"),
      quote: written.includes("/") ? "/" : "\\",
    });
  }
}

/** The parts of a list: `a.cs;b.cs`. */
function* listedIn({ start, text }: Piece): Iterable<Piece> {
  for (const match of text.matchAll(/(?:&\w+;|[^;])+/g)) {
    const [part] = match;
    const trimmed = part.trim();
    if (trimmed !== "") yield { start: start + match.index + part.indexOf(trimmed), text: trimmed };
  }
}

/** `Project("{…}") = "Orchard", "ui\Orchard.csproj", "{…}"`, and files that a solution shows: `README.md = README.md`. */
export function extractSolution(text: string): Extraction {
  const references: Reference[] = [];
  const push = (start: number, written: string): void => {
    if (written === "" || /^[a-z]+:/i.test(written) || written.includes("$(")) return;
    references.push({
      kind: "setting",
      lookup: "msbuild file, if any",
      start,
      end: start + written.length,
      specifier: written.replaceAll("\\", "/"),
      quote: written.includes("/") ? "/" : "\\",
    });
  };
  for (const match of text.matchAll(
    /^(Project\("(?!\{2150E333-8FDC-42A3-9474-1A3956D46DE8\})[^"]*"\)\s*=\s*"[^"]*",\s*")([^"\r\n]+)"/gm,
  ))
    push(match.index + (match[1]?.length ?? 0), match[2] ?? "");
  // Folders of a solution are none on the disk: they have a kind of their own.
  for (const section of text.matchAll(/ProjectSection\(SolutionItems\)[^\r\n]*([^]*?)EndProjectSection/g)) {
    const body = section[1] ?? "";
    const from = section.index + section[0].indexOf(body, "ProjectSection(SolutionItems)".length);
    for (const match of body.matchAll(/^([ \t]*)([^=\r\n]+?)([ \t]*=[ \t]*)([^\r\n]+?)[ \t]*$/gm)) {
      const [, indent = "", left = "", middle = "", right = ""] = match;
      const at = from + match.index + indent.length;
      push(at, left);
      push(at + left.length + middle.length, right);
    }
  }
  return { references: references.sort((a, b) => a.start - b.start), computed: [], reading: "whole" };
}
