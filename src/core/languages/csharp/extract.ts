/** What one C# text names, declares and uses. */
import type { ReadingDepth } from "../language.js";
import type { ComputedReference, Extraction, Reference } from "../reading.js";
import { addressIn, fileNamesIn, mayBeAddress } from "../resource-addresses.js";
import { Declarations } from "./declarations.js";
import { Scanner } from "./scanner.js";

/** What has the form of a name that is found by its dots: `Orchard.Data.trees.json`. */
const dotted = /^[A-Za-z_]\w*(?:\.[\w-]+){2,}$/;

/** The end of a name of a file, of what is put together. */
const fileEnd = /(?:^|[\\/])[\w.@ -]*\w\.[A-Za-z]\w{0,9}$/;

/** What may begin the address of a file: a folder, with something before its slash. */
const folderHead = /^(?:pack:|ms-appx:|\/?[\w.-]+[\\/]|\/)[\w.@ ;:,+=\\/-]*$/;

/** Reads one text: addresses in its strings, and with more what it declares and uses. */
export function extractCSharp(text: string, depth: ReadingDepth): Extraction {
  const scanner = new Scanner(text);
  const strings = new Strings(text);
  const declarations = new Declarations(text);
  while (scanner.next() !== "end") {
    strings.take(scanner);
    if (depth !== "references") declarations.take(scanner);
  }
  const { problem } = scanner;
  if (problem) return { references: [], computed: [], reading: "not read", problem };
  const { references, computed } = strings;
  if (depth === "references") return { references, computed, reading: "whole" };
  const { exports, declares } = declarations;
  const namespace = declarations.namespace();
  const names = { exports, declares, usesNames: declarations.used(), ...(namespace && { namespace }) };
  return { references, computed, reading: "whole", ...names };
}

class Strings {
  readonly references: Reference[] = [];
  readonly computed: ComputedReference[] = [];

  constructor(readonly text: string) {}

  /** Takes the token on which the scanner stands. */
  take({ kind, start, end, piece, form }: Scanner): void {
    const length = end - start;
    if (kind !== "text" || length < 3) return;
    const written = this.text.slice(start, end);
    if (length > 400 || (form === "raw" ? written.includes("\n") : /["{}\r\n]/.test(written))) {
      this.#names(written, start);
      return;
    }
    // `$"{folder}/tree.png"`: only the file's name tells what is meant.
    if (piece === "next") {
      const name = written.search(/[^\\/]*$/);
      if (fileEnd.test(written)) this.computed.push({ start: start + name, end, head: "" });
      return;
    }
    if (piece === "first") {
      const head = headOf(written);
      if (head !== undefined) this.computed.push({ start, end, head });
      return;
    }
    this.#whole(written, start, form);
  }

  /** Names of files in a text that is no address as a whole: a list, a sentence, markup in a string. */
  #names(written: string, at: number): void {
    for (const { start, end } of fileNamesIn(written))
      this.computed.push({ start: at + start, end: at + end, head: "" });
  }

  #whole(written: string, start: number, form: Scanner["form"]): void {
    // In a plain string each backslash is two; what is escaped otherwise is no path.
    const parted = form === "plain" ? "\\\\" : "\\";
    const plain = written.replaceAll(parted, "/");
    if (plain.includes("\\")) return this.#names(written, start);
    const isParted = plain !== written;
    if (/[\\/]$/.test(plain)) {
      const head = headOf(plain);
      if (head !== undefined) this.computed.push({ start, end: start + written.length, head });
    }
    if (!isParted && dotted.test(written)) {
      const end = start + written.length;
      this.references.push({ kind: "asset", lookup: "manifest resource", start, end, specifier: written, quote: '"' });
      return;
    }
    const address = mayBeAddress(plain) ? addressIn(plain) : undefined;
    if (!address || / .*[.,!?] /.test(plain)) return this.#names(written, start);
    const { path, assembly } = address;
    // A path with backslashes is one of the disk: what is carried along lies as it lies in the project.
    const at = isParted ? 0 : address.start;
    const length = isParted ? written.length : address.end - address.start;
    this.references.push({
      kind: "asset",
      lookup: isParted ? `csharp ${form} path` : "resource in project, if any",
      ...(assembly !== "" && { inside: assembly }),
      start: start + at,
      end: start + at + length,
      specifier: path,
      quote: '"',
    });
  }
}

/** The path with which an address begins that goes on at run time; nothing where it is none. */
function headOf(written: string): string | undefined {
  if (!folderHead.test(written)) return undefined;
  const address = addressIn(written.replaceAll("\\\\", "/").replaceAll("\\", "/"));
  return address === undefined || !address.path.includes("/") ? undefined : address.path;
}
