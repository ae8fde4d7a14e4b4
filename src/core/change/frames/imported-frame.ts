/** A layout, as other files take it. */
import type { App } from "../../app/app.js";
import { partsOf } from "../../app/index.js";
import { inCase, splitWords } from "../../base/names/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { TextEdit } from "../../base/text/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { codeOf, extractFrom, languageFor, ownNames } from "../../languages/index.js";
import { specifierLike } from "../grow/index.js";
import { importText, mannerOf, placeForImports } from "../regroup/index.js";
import { specifierTo } from "../setup/index.js";

/** The layout, and the tree in which it lies. */
export interface FrameFile {
  readonly app: App;
  readonly graph: ReferenceGraph;
  readonly layout: ProjectPath;
  readonly text: string;
}

/** Takes it into other files. */
export class ImportedFrame {
  constructor(readonly file: FrameFile) {}

  /** What a file calls it: as it does already, else by its own name. */
  nameIn(path: ProjectPath): string {
    const there = this.#taken(path);
    const { name } = this.#given();
    return there ?? (this.#isTaken(path, name) ? `${name}Frame` : name);
  }

  /** The edit that takes it into a file; nothing where it is taken already. */
  async importIn(path: ProjectPath): Promise<TextEdit | undefined> {
    if (this.#taken(path) !== undefined) return undefined;
    const { name, isDefault } = this.#given();
    const local = this.nameIn(path);
    return importInto(path, { ...this.file, to: this.file.layout, imported: isDefault ? "default" : name, local });
  }

  #taken(path: ProjectPath): string | undefined {
    const { graph, layout } = this.file;
    for (const { reference, resolution } of graph.files.get(path)?.references ?? [])
      if (resolution.state === "found" && resolution.targets.some((each) => each === layout || this.#passesOn(each)))
        for (const local of ownNames(reference.bindings))
          if (resolution.targets.includes(layout) || local === this.#given().name) return local;
    return undefined;
  }

  /** Whether a file is an index that passes the layout on. */
  #passesOn(path: ProjectPath): boolean {
    const { graph, layout } = this.file;
    return graph.files.get(path)?.reading.outline.onlyPassesOn === true && graph.targetsOf(path).includes(layout);
  }

  /** Whether a text uses a name for something else. */
  #isTaken(path: ProjectPath, name: string): boolean {
    const text = codeOf(this.file.graph.tree.text(path)?.text ?? "");
    return new RegExp(`(?<![\\w$.])${name}(?![\\w$])`).test(text);
  }

  #given(): { readonly name: string; readonly isDefault: boolean } {
    const { layout, text } = this.file;
    const { stem } = partsOf(nameOf(layout));
    const name = inCase(splitWords(stem), "Pascal");
    const names = (extractFrom(text, layout, "exact").exports ?? []).map((each) => each.name);
    return { name, isDefault: !names.includes(name) };
  }
}

/** What is taken, by whom. */
export interface Taking {
  readonly app: App;
  readonly graph: ReferenceGraph;
  readonly to: ProjectPath;
  readonly imported: string;
  readonly local: string;
}

/** The edit by which a file takes a name of another: behind its last import, named as it names others. */
export async function importInto(path: ProjectPath, taking: Taking): Promise<TextEdit> {
  const { graph } = taking;
  return importLine(path, graph.tree.text(path)?.text ?? "", { ...taking, specifier: specifierIn(path, taking) });
}

/** The same in a text, with the specifier given. */
export async function importLine(
  path: ProjectPath,
  text: string,
  { app, imported, local, specifier }: Pick<Taking, "app" | "imported" | "local"> & { readonly specifier: string },
): Promise<TextEdit> {
  const statements = (await languageFor(path)?.statements?.(text, nameOf(path))) ?? [];
  // A component without a script gets one.
  const hasScript = statements.length === 0 || statements.some(({ kind }) => kind !== "markup");
  const written = mannerOf(text, statements);
  const manner = hasScript ? written : { ...written, semicolon: ";" };
  const line = importText([{ imported, local, isType: false }], specifier, manner);
  const { at, before, behind } = placeForImports({ text, statements }, manner.lineEnd);
  if (hasScript) return { start: at, end: at, text: before + line + behind };
  const isTyped = app.language === "typescript";
  const lang = isTyped ? ' lang="ts"' : "";
  const block = `<script setup${lang}>\n${line}\n</script>\n\n`.replaceAll("\n", manner.lineEnd);
  return { start: 0, end: 0, text: block };
}

/** How a file names another: as it names most of what lies elsewhere. */
function specifierIn(path: ProjectPath, { app, graph, to }: Taking): string {
  const named = (graph.files.get(path)?.references ?? []).flatMap(({ reference, resolution }) => {
    const [target] = resolution.state === "found" ? resolution.targets : [];
    const specifier =
      target === undefined ? undefined : specifierLike({ from: path, specifier: reference.specifier, target, to });
    return specifier === undefined || !/^(?:import|type import)$/.test(reference.kind) ? [] : [specifier];
  });
  const [plain, aliased] = [
    named.filter((each) => each.startsWith(".")),
    named.filter((each) => !each.startsWith(".")),
  ];
  return (aliased.length > plain.length ? aliased : plain)[0] ?? specifierTo(path, to, app.stack.specifiers);
}
