/** The sheets of a tree as they are read: statements, names, what they take in. Each is read once. */
import {
  isOfTrade,
  languageFor,
  type Reference,
  type Resolution,
  type SheetForms,
  type SheetLoad,
  type SheetReading,
} from "../languages/index.js";
import { nameOf, type ProjectPath } from "../base/paths.js";
import type { SourceText } from "../base/text/index.js";
import type { TreeView } from "../files/index.js";

/** What resolves references of a tree, and gives its texts. */
export interface SheetResolver {
  readonly tree: Pick<TreeView, "text">;
  resolve(from: ProjectPath, reference: Reference): Resolution;
}

/** A sheet with its text. */
export interface SheetText extends SheetReading {
  readonly text: string;
  /** By what its language is told where it is only a part of its file; see `TreeWithBlocks`. */
  readonly block?: ProjectPath;
}

/** Reads sheets when they are first asked for. */
export class SheetWorld {
  readonly #sheets = new Map<ProjectPath, SheetText | undefined>();

  constructor(readonly resolver: SheetResolver) {}

  /** The forms of a sheet's language; `undefined` for what is none. */
  static formsOf(path: string): SheetForms | undefined {
    return isOfTrade(path, "sheet") ? languageFor(path)?.sheets : undefined;
  }

  /** Whether a compiler that is given the folder passes a sheet over. */
  static isPartial(path: ProjectPath): boolean {
    return SheetWorld.formsOf(path)?.isPartial(nameOf(path)) === true;
  }

  /** `undefined` for what is no sheet, cannot be read or told apart. */
  sheet(path: ProjectPath): SheetText | undefined {
    if (this.#sheets.has(path)) return this.#sheets.get(path);
    const source = this.resolver.tree.text(path);
    const forms = SheetWorld.formsOf(path);
    const sheet = source && forms && readOnce(source, forms, nameOf(path));
    this.#sheets.set(path, sheet);
    return sheet;
  }

  /** What a reference of a sheet means. */
  meaning(from: ProjectPath, reference: Reference): Resolution {
    return this.resolver.resolve(from, reference);
  }

  /** The sheet that is taken in: where `_a.import.scss` stands beside `_a.scss`, only `@import` takes the former. */
  loaded(from: ProjectPath, { reference, how }: SheetLoad): ProjectPath | undefined {
    const meant = this.meaning(from, reference);
    if (meant.state !== "found") return undefined;
    const isOnly = (path: ProjectPath): boolean => /\.import\.\w+$/.test(path);
    const fit = meant.targets.filter((path) => isOnly(path) === (how === "in place"));
    const targets = fit.length > 0 ? fit : meant.targets;
    return targets.length === 1 ? targets[0] : undefined;
  }
}

/** Trees that share a text share its reading, too, as long as the file ends alike. */
const readings = new WeakMap<SourceText, Map<string, SheetText | undefined>>();

function readOnce(source: SourceText, forms: SheetForms, name: string): SheetText | undefined {
  const ending = name.slice(name.lastIndexOf("."));
  const known = readings.get(source) ?? new Map<string, SheetText | undefined>();
  readings.set(source, known);
  if (!known.has(ending)) {
    const reading = forms.read(source.text, name);
    known.set(ending, reading && { ...reading, text: source.text });
  }
  return known.get(ending);
}
