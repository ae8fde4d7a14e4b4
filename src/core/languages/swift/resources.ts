/**
 * Names of resources in strings: pictures, colours, storyboards, nibs, data, files of the bundle. They are names without a place:
 * `Image("harvest")` means what bears that name, wherever it lies. Source: Apple's documentation of each call.
 *
 *   UIImage(named: "harvest")      Color("leaf")      UIStoryboard(name: "Trees", bundle: nil)
 *                   ^                     ^                              ^
 */
import type { ComputedReference, Reference } from "../reading.js";
import type { Scanner } from "./scanner.js";

/** Of each call the labels of its arguments that name something, and as what it is looked up. No label stands for the first. */
const calls: ReadonlyMap<string, readonly (readonly [label: string, lookup: string])[]> = new Map([
  ["Image", [["", "picture"]]],
  ["ImageResource", [["name", "picture"]]],
  ["UIImage", [["named", "picture"]]],
  ["NSImage", [["named", "picture"]]],
  ["Color", [["", "colour"]]],
  ["UIColor", [["named", "colour"]]],
  ["NSColor", [["named", "colour"]]],
  ["UIStoryboard", [["name", "storyboard"]]],
  ["NSStoryboard", [["name", "storyboard"]]],
  ["UINib", [["nibName", "nib"]]],
  ["NSNib", [["nibNamed", "nib"]]],
  ["loadNibNamed", [["", "nib"]]],
  ["NSDataAsset", [["name", "data"]]],
  ["NSPersistentContainer", [["name", "model"]]],
  ["NSPersistentCloudKitContainer", [["name", "model"]]],
] as const);

/** Arguments of whatever call that name a picture or a colour: `Label("Trees", image: "leaf")`. */
const labels: ReadonlyMap<string, string> = new Map([
  ["image", "picture"],
  ["decorative", "picture"],
  ["imageNamed", "picture"],
  ["imageLiteralResourceName", "picture"],
  ["resourceName", "picture"],
  ["colorNamed", "colour"],
]);

/** Arguments of whatever call that name a file of the bundle; its extension stands in another argument. */
const fileLabels = new Set(["forResource", "resource"]);

/** What a text holds that may name a resource. */
export const resourceForms =
  /\b(?:named|nibName|nibNamed|forResource|resource|image|decorative|imageNamed|imageLiteralResourceName|resourceName|colorNamed)\s*:\s*#*"|\b(?:Image|Color|loadNibNamed)\s*\(\s*#*"|\b(?:UIStoryboard|NSStoryboard|NSDataAsset|ImageResource|NSPersistent(?:CloudKit)?Container)\s*\(|\b(?:Image|Color)\s*\(\s*\.|\b(?:resource|image)\s*:\s*\./;

/** Calls that take a resource by the name that the IDE makes of it: `Image(.harvest)`, `UIColor(resource: .leaf)`. */
const symbols: ReadonlyMap<string, readonly [label: string, lookup: string]> = new Map([
  ["Image", ["", "picture symbol"]],
  ["UIImage", ["resource", "picture symbol"]],
  ["NSImage", ["resource", "picture symbol"]],
  ["Color", ["", "colour symbol"]],
  ["UIColor", ["resource", "colour symbol"]],
  ["NSColor", ["resource", "colour symbol"]],
] as const);

const [openParen, comma, colon, dot] = [40, 44, 58, 46];

interface Call {
  readonly name: string;
  readonly depth: number;
  label: string;
  count: number;
  /** The file that an argument named, until its extension is known. */
  file?: { readonly start: number; readonly end: number; readonly specifier: string; readonly quote: string };
  extension?: string;
  /** The folder of the bundle in which it lies, where that is said. */
  directory?: { readonly start: number; readonly end: number; readonly specifier: string; readonly quote: string };
}

/** Takes tokens, and finds the names among them. */
class ResourceNames {
  readonly references: Reference[] = [];
  readonly computed: ComputedReference[] = [];
  readonly #open: Call[] = [];
  #last = "";

  constructor(readonly text: string) {}

  take(scanner: Scanner): void {
    const { kind, start, end, mark, depth } = scanner;
    if (kind === "name") {
      this.#last = this.text.slice(start, end);
      this.#symbol = this.#isDotted ? { start, end, specifier: this.#last, quote: "" } : undefined;
      this.#isDotted = false;
      return;
    }
    const call = this.#open.at(-1);
    // `.harvest` is the whole argument only if nothing follows it.
    const isWhole = kind === "mark" && (mark === comma || mark === 41);
    if (this.#symbol && isWhole && call) this.#named(call, this.#symbol);
    this.#symbol = undefined;
    this.#isDotted = kind === "mark" && mark === dot && this.#last === "";
    if (kind === "mark") this.#mark(mark, depth);
    else if (kind === "text") this.#text(scanner);
    this.#last = "";
  }

  #isDotted = false;
  #symbol: Pick<Reference, "start" | "end" | "specifier" | "quote"> | undefined;

  #named(call: Call, symbol: Pick<Reference, "start" | "end" | "specifier" | "quote">): void {
    const [label, lookup] = symbols.get(call.name) ?? [];
    if (lookup !== undefined && call.label === label && (label !== "" || call.count === 0))
      this.references.push(referenceTo(lookup, symbol));
    else if (call.label === "image") this.references.push(referenceTo("picture symbol", symbol));
  }

  #mark(mark: number, depth: number): void {
    const call = this.#open.at(-1);
    if (mark === openParen) this.#open.push({ name: this.#last, depth, label: "", count: 0 });
    else if (call && depth < call.depth) {
      this.#close(call);
      this.#open.pop();
    } else if (call?.depth === depth && mark === comma) {
      call.count += 1;
      call.label = "";
    } else if (call?.depth === depth && mark === colon) call.label = this.#last;
  }

  #text({ start, end, quote, piece, depth }: Scanner): void {
    const call = this.#open.at(-1);
    if (!call || quote.startsWith('"""')) return;
    const inside = piece === "first" ? call.depth === depth - 1 : call.depth === depth;
    if (!inside) return;
    const value = this.text.slice(start, end);
    if (fileLabels.has(call.label)) {
      if (piece === "whole" && !value.includes("\\")) call.file = { start, end, specifier: value, quote };
      return;
    }
    if (/^(?:inDirectory|subdirectory)$/.test(call.label)) {
      if (piece === "whole" && value !== "") call.directory = { start, end, specifier: value, quote };
      return;
    }
    if (/^(?:withExtension|ofType|extension)$/.test(call.label)) {
      if (piece === "whole") call.extension = value;
      return;
    }
    const own = calls
      .get(call.name)
      ?.find(([label]) => (label === "" ? call.count === 0 && call.label === "" : label === call.label))?.[1];
    const named = own ?? labels.get(call.label);
    if (named === undefined) return;
    if (piece === "next") return;
    if (piece !== "whole") this.computed.push({ start, end, head: value });
    else if (!value.includes("\\") && value !== "")
      this.references.push(referenceTo(named, { start, end, specifier: value, quote }));
  }

  #close({ file, extension, directory }: Call): void {
    const name = file && file.specifier + (extension === undefined || extension === "" ? "" : `.${extension}`);
    if (directory && name !== undefined) this.references.push({ ...referenceTo("folder", directory), inside: name });
    if (file)
      this.references.push({
        ...referenceTo("file", file),
        ...(extension !== undefined && extension !== "" && { inside: extension }),
      });
  }
}

function referenceTo(what: string, place: Pick<Reference, "start" | "end" | "specifier" | "quote">): Reference {
  return { kind: "asset", lookup: `apple ${what}`, ...place };
}

/** Finds the names of resources in a text. */
export function resourceNames(text: string): ResourceNames {
  return new ResourceNames(text);
}
