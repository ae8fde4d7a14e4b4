/**
 * One more action of a piece of state: its constant, where the app has them, the function that makes it, its place in the type that lists
 * them all, and its case in the reducer. Each is written as the last of its kind is.
 */
import type { AppAnalysis } from "../../insight/analysis.js";
import { featureKey } from "../../insight/catalogue/index.js";
import { stateFamilies, type StateFamily } from "../../insight/state/index.js";
import type { Project } from "../../app/index.js";
import { ShelfError } from "../../base/errors.js";
import { inCase, splitWords } from "../../base/names/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { Modules, Resolver, type ReferenceGraph } from "../../graph/index.js";
import {
  isTyped,
  moduleRules,
  prepareNames,
  statePartsOf,
  type ActionCreator,
  type ActionSwitch,
  type StateParts,
} from "../../languages/index.js";
import type { Claim, Draft, DraftEdit } from "../draft.js";
import { namesFor, startsWith, withoutFeature, type Names } from "./action-names.js";
import { anatomyOf, importText, mannerOf, placeForImports, SpecifierMaker } from "../regroup/index.js";

/** What was asked. */
export interface AddActionRequest {
  readonly project: Project;
  readonly graph: ReferenceGraph;
  readonly analysed: AppAnalysis;
  /** In any case, with or without the name of its feature. */
  readonly name: string;
  readonly feature: string;
}

/** A draft, and what it is about. */
export interface AddedAction {
  readonly draft: Draft;
  /** The function that makes it, and the text by which it is known. */
  readonly creator: string;
  readonly text: string;
  readonly reducer: ProjectPath;
  /** What is left to do by hand besides filling in the case, a sentence each. */
  readonly notes: readonly string[];
}

/**
 * Whether an action of a feature belongs to state that is there. Where actions have folders in features, a feature without state gets a
 * file of its own.
 */
export function belongsToState({
  analysed,
  graph,
  feature,
}: Pick<AddActionRequest, "analysed" | "graph" | "feature">): boolean {
  if (familiesOf({ analysed, graph, feature }).length > 0) return true;
  const hasFolders = analysed.app.layout.shelves.some(
    ({ holds, at }) => holds.includes("action") && at.includes("{feature}"),
  );
  return !hasFolders && stateFamilies({ catalogue: analysed.catalogue, graph }).length > 0;
}

/** Works it out. Throws where no state of the feature is there, or several, and where the name is taken. */
export async function addAction(request: AddActionRequest): Promise<AddedAction> {
  await prepareNames(request.graph.tree);
  const family = familyFor(request);
  return new Adding(request, family).draft();
}

function familiesOf({
  analysed,
  graph,
  feature,
}: Pick<AddActionRequest, "analysed" | "graph" | "feature">): readonly StateFamily[] {
  const key = featureKey(splitWords(feature));
  return stateFamilies({ catalogue: analysed.catalogue, graph }).filter(
    (each) => featureKey(splitWords(each.feature)) === key || featureKey(splitWords(each.name)) === key,
  );
}

function familyFor(request: AddActionRequest): StateFamily {
  const { analysed, graph, feature, name } = request;
  const [first, ...others] = familiesOf(request);
  if (!first) {
    const paths = stateFamilies({ catalogue: analysed.catalogue, graph }).map((each) => each.name);
    throw new ShelfError("ACTION_NO_STATE", { path: feature, paths });
  }
  if (others.length === 0) return first;
  const words = splitWords(name);
  const meant = [first, ...others].filter((each) => startsWith(words, splitWords(each.name)));
  if (meant.length === 1 && meant[0]) return meant[0];
  throw new ShelfError("ACTION_SEVERAL", {
    path: feature,
    paths: [first, ...others].map(({ reducer }) => reducer),
  });
}

/** A file of the state, as text and by its parts. */
interface StateText {
  readonly path: ProjectPath;
  readonly text: string;
  readonly parts: StateParts;
}

class Adding {
  readonly #edits: DraftEdit[] = [];
  readonly #claims: Claim[] = [];
  readonly #notes: string[] = [];
  readonly #modules: Modules;

  constructor(
    readonly request: AddActionRequest,
    readonly family: StateFamily,
  ) {
    const { tree, aliases } = request.project;
    this.#modules = new Modules(tree, new Resolver(tree, moduleRules, aliases));
  }

  async draft(): Promise<AddedAction> {
    const { family } = this;
    const reducer = this.#read(family.reducer);
    const [slice] = reducer.parts.slices;
    if (slice) return this.#toSlice(reducer, slice);
    const actions = this.#read(family.others.find(({ part }) => part === "actions")?.path ?? family.reducer);
    const like = actions.parts.creators.at(-1);
    const [answers] = reducer.parts.switches;
    if (!like)
      throw new ShelfError("ACTION_UNREAD", { path: actions.path, reason: "no function makes an action there" });
    if (!answers)
      throw new ShelfError("ACTION_UNREAD", {
        path: reducer.path,
        reason: "it has no switch over the types of actions",
      });
    const constants = this.#constantsFor(like, [actions, reducer]);
    const texts = this.#textsOf(actions, constants);
    const names = namesFor(this.request.name, family, {
      creators: actions.parts.creators,
      texts,
      constants: constants?.parts.constants.map(({ name }) => name) ?? [],
    });
    this.#ensureFree([actions, reducer, ...(constants ? [constants] : [])], names);
    if (constants) this.#constant(constants, names);
    await this.#creator(actions, like, { names, constants });
    this.#union([reducer, actions], like, names);
    await this.#case(reducer, answers, { names, constants });
    return this.#done(reducer.path, names);
  }

  #done(reducer: ProjectPath, { creator, text }: Names): AddedAction {
    return {
      draft: { moves: [], edits: this.#edits, made: [], claims: this.#claims },
      creator,
      text,
      reducer,
      notes: this.#notes,
    };
  }

  #read(path: ProjectPath): StateText {
    const text = this.request.project.tree.text(path)?.text ?? "";
    const parts = statePartsOf(text, nameOf(path));
    if (!parts) throw new ShelfError("NAMES_UNREAD", { path, reason: "it has a syntax error" });
    return { path, text, parts };
  }

  #edit({ path }: StateText, at: number, text: string, why: string): void {
    this.#edits.push({ file: path, start: at, end: at, text, why });
  }

  /** The file that declares the constants by which actions are known, where there are some. */
  #constantsFor({ type }: ActionCreator, files: readonly StateText[]): StateText | undefined {
    if ("text" in type) return undefined;
    const name = type.name.slice(type.name.lastIndexOf(".") + 1);
    const own = this.family.others.filter(({ part }) => part === "constants").map(({ path }) => this.#read(path));
    return [...own, ...files].find(({ parts }) => parts.constants.some((each) => each.name === name));
  }

  #textsOf(actions: StateText, constants: StateText | undefined): readonly string[] {
    const written = actions.parts.creators.flatMap(({ type }) => ("text" in type ? [type.text] : []));
    return constants ? constants.parts.constants.map(({ text }) => text) : written;
  }

  #ensureFree(files: readonly StateText[], { creator, text, constant }: Names): void {
    for (const { path, parts } of files) {
      const isTaken =
        parts.creators.some(({ name, type }) => name === creator || ("text" in type && type.text === text)) ||
        parts.constants.some((each) => each.name === constant || each.text === text);
      if (isTaken) throw new ShelfError("ACTION_THERE", { path: creator, other: path });
    }
  }

  #constant(file: StateText, { constant, text }: Names): void {
    const last = file.parts.constants.at(-1);
    if (!last) return;
    const said = file.text.slice(last.start, last.end).replace(last.name, constant);
    const [quote = '"'] = /["'](?=[^"']*["']\s*(?:as const)?;?\s*$)/.exec(said) ?? [];
    const written = said.replace(/(["'])(?:(?!\1).)*\1/, `${quote}${text}${quote}`);
    this.#edit(file, last.end, `${lineEndOf(file.text)}${written}`, "declares the action");
  }

  /** The function, as the last one is written, without what that one takes and carries. */
  async #creator(file: StateText, like: ActionCreator, { names, constants }: Naming): Promise<void> {
    const end = lineEndOf(file.text);
    const type = await this.#typeIn(file, like, { names, constants });
    const said = file.text.slice(like.start, like.end);
    const semicolon = said.endsWith(";") ? ";" : "";
    const word = like.isExported ? "export " : "";
    const returns = like.returns !== undefined && this.#hasUnion(like.returns) ? `: ${like.returns}` : "";
    const indent = /\n([ \t]+)\S/.exec(said)?.[1] ?? "  ";
    const [head] = /^(?:export\s+)?(?:const|let|var)\b/.exec(said) ?? ["const"];
    const keyword = head.replace(/^export\s+/, "");
    const inside = said.includes("return") ? /return[^\n]*;/.test(said) : true;
    const written =
      like.form === "function"
        ? `${word}function ${names.creator}()${returns} {${end}${indent}return { type: ${type} }${inside ? ";" : ""}${end}}`
        : like.form === "made"
          ? `${word}${keyword} ${names.creator} = createAction(${type})${semicolon}`
          : `${word}${keyword} ${names.creator} = ()${returns} => ({ type: ${type} })${semicolon}`;
    const isTight = /[^\n]\r?\n$/.test(file.text.slice(0, like.start)) && like.form !== "function";
    this.#edit(file, like.end, `${isTight ? end : end + end}${written}`, "makes the action");
  }

  #hasUnion(name: string): boolean {
    return [this.family.reducer, ...this.family.others.map(({ path }) => path)].some((path) =>
      this.#read(path).parts.unions.some((union) => union.name === name),
    );
  }

  /** `"rota/cleared"`, `CLEARED`, or `types.CLEARED`, with what has to be imported for it. */
  async #typeIn(file: StateText, like: Pick<ActionCreator, "type">, { names, constants }: Naming): Promise<string> {
    const { type } = like;
    if ("text" in type || !constants) return `${quoteOf(file.text)}${names.text}${quoteOf(file.text)}`;
    const dot = type.name.lastIndexOf(".");
    if (dot >= 0) return `${type.name.slice(0, dot)}.${names.constant}`;
    if (constants.path !== file.path) await this.#import(file, constants, { names, beside: type.name });
    return names.constant;
  }

  /** One more name in the import by which the last constant comes; a new import where that comes otherwise. */
  async #import(
    file: StateText,
    constants: StateText,
    { names, beside }: { readonly names: Names; readonly beside: string },
  ): Promise<void> {
    const known = this.#edits.some(
      ({ file: path, why, text }) => path === file.path && why === imports && text.includes(names.constant),
    );
    if (known) return;
    const { references } = this.#modules.reading(file.path);
    for (const { kind, bindings = [] } of references) {
      const last = bindings.find(({ local }) => local === beside);
      if (kind !== "import" || !last) continue;
      this.#edit(
        file,
        Math.max(...bindings.map(({ end, localEnd }) => Math.max(end, localEnd))),
        `, ${names.constant}`,
        imports,
      );
      return;
    }
    const { project } = this.request;
    const anatomy = await anatomyOf(project.tree, file.path);
    const specifiers = new SpecifierMaker({
      tree: project.tree,
      resolver: this.#modules.resolver,
      aliases: project.aliases,
      targets: [],
    });
    const specifier = specifiers.between(file.path, constants.path, this.#modules.reading(file.path));
    const manner = mannerOf(anatomy.text, anatomy.statements);
    const { at, before, behind } = placeForImports(anatomy, manner.lineEnd);
    const binding = { imported: names.constant, local: names.constant, isType: false };
    this.#edit(file, at, `${before}${importText([binding], specifier, manner)}${behind}`, imports);
    this.#claims.push({ kind: "adds", file: file.path, means: [constants.path] });
  }

  /** The type that lists all actions, where the function says that it returns it. */
  #union(files: readonly StateText[], { returns }: ActionCreator, { text }: Names): void {
    for (const file of new Map(files.map((each) => [each.path, each])).values()) {
      const union = file.parts.unions.find(({ name }) => returns === undefined || name === returns);
      if (!union) continue;
      const said = file.text.slice(union.last.start, union.last.end);
      const lineStart = file.text.lastIndexOf("\n", union.last.start - 1) + 1;
      const isOwnLine = /^[ \t]*\|[ \t]*$/.test(file.text.slice(lineStart, union.last.start));
      const bar = isOwnLine ? `${lineEndOf(file.text)}${file.text.slice(lineStart, union.last.start)}` : " | ";
      const readonly = /readonly\s+type/.test(said) ? "readonly " : "";
      const quote = quoteOf(said, quoteOf(file.text));
      this.#edit(file, union.last.end, `${bar}{ ${readonly}type: ${quote}${text}${quote} }`, "lists the action");
      return;
    }
    if (isTyped(this.family.reducer))
      this.#notes.push("No type that lists all actions was found; if there is one, add the action to it.");
  }

  async #case(file: StateText, { cases, end: close, state }: ActionSwitch, naming: Naming): Promise<void> {
    const last = cases.filter(({ isDefault }) => !isDefault).at(-1);
    const byDefault = cases.find(({ isDefault }) => isDefault);
    const end = lineEndOf(file.text);
    const isName = last !== undefined && /^[\w$.]+$/.test(last.test);
    const type = await this.#typeIn(file, { type: isName ? { name: last.test } : { text: "" } }, naming);
    const indentAt = (offset: number): string => /[ \t]*$/.exec(file.text.slice(0, offset))?.[0] ?? "";
    const sample = last ?? byDefault;
    const outer = sample ? indentAt(sample.start) : `${indentAt(close)}  `;
    const inner = sample
      ? (/\n([ \t]+)\S/.exec(file.text.slice(sample.start, sample.end))?.[1] ?? `${outer}  `)
      : `${outer}  `;
    const lines = [
      `case ${type}:`,
      `${inner}// To fill in: what ${naming.names.text} changes.`,
      `${inner}return ${state};`,
    ];
    if (byDefault && byDefault !== cases[0] && byDefault === cases.at(-1))
      this.#edit(file, byDefault.start, `${lines.join(end)}${end}${outer}`, answers);
    else if (last) this.#edit(file, last.end, `${end}${outer}${lines.join(end)}`, answers);
    else if (byDefault) this.#edit(file, byDefault.start, `${lines.join(end)}${end}${outer}`, answers);
    else this.#edit(file, close, `${outer}${lines.join(end)}${end}`, answers);
  }

  /** One more reducer of a slice, from which its action is made. */
  #toSlice(file: StateText, slice: StateParts["slices"][number]): AddedAction {
    const end = lineEndOf(file.text);
    const own = withoutFeature(splitWords(this.request.name), this.family);
    const creator = inCase(own, "camel");
    if (slice.reducers.some(({ name }) => name === creator))
      throw new ShelfError("ACTION_THERE", { path: creator, other: file.path });
    const last = slice.reducers.at(-1);
    const indent = last ? (/[ \t]*$/.exec(file.text.slice(0, last.start))?.[0] ?? "    ") : "    ";
    const method = `${creator}(state) {${end}${indent}  // To fill in: what ${creator} changes.${end}${indent}},`;
    if (last) {
      const comma = /^\s*,/.exec(file.text.slice(last.end))?.[0];
      const at = last.end + (comma?.length ?? 0);
      this.#edit(file, at, `${comma === undefined ? "," : ""}${end}${indent}${method}`, answers);
    } else this.#edit(file, slice.end, `${end}${indent}${method}${end}  `, answers);
    const taken = slice.taken.at(-1);
    if (taken) this.#edit(file, taken.end, `, ${creator}`, "gives the action");
    else
      this.#notes.push(
        `Nothing takes the actions out of the slice in ${nameOf(file.path)}; export it where the others are.`,
      );
    return this.#done(file.path, { creator, text: `${slice.name ?? this.family.name}/${creator}`, constant: "" });
  }
}

const imports = "imports the constant";
const answers = "answers to the action";

interface Naming {
  readonly names: Names;
  readonly constants: StateText | undefined;
}

function lineEndOf(text: string): string {
  return text.includes("\r\n") ? "\r\n" : "\n";
}

/** The quote that a text uses more. */
function quoteOf(text: string, other = '"'): string {
  const [single, double] = [text.split("'").length, text.split('"').length];
  return single === double ? other : single > double ? "'" : '"';
}
